/** Width and height of an element in pixels, as they change. */
import { onBeforeUnmount, ref, watch, type Ref } from 'vue';

export function useElementSize(element: Readonly<Ref<HTMLElement | null>>): {
  width: Ref<number>;
  height: Ref<number>;
} {
  const width = ref(0);
  const height = ref(0);
  const observer = new ResizeObserver(([entry]) => {
    width.value = entry!.contentRect.width;
    height.value = entry!.contentRect.height;
  });
  watch(element, (now, before) => {
    if (before) observer.unobserve(before);
    if (now) observer.observe(now);
  });
  onBeforeUnmount(() => observer.disconnect());
  return { width, height };
}
