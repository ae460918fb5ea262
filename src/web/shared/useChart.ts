/** A chart on a canvas, drawn anew when what it is made of changes, and taken away with its component. */
import { Chart, type ChartConfiguration, type ChartType } from 'chart.js';
import { onBeforeUnmount, watch, type ShallowRef } from 'vue';

/** `make` gives null where there is nothing to draw; what it looks at is watched. */
export function useChart<Type extends ChartType, Data>(
  canvas: Readonly<ShallowRef<HTMLCanvasElement | null>>,
  make: () => ChartConfiguration<Type, Data> | null,
): void {
  let chart: { destroy(): void } | null = null;
  const clear = (): void => {
    chart?.destroy();
    chart = null;
  };
  onBeforeUnmount(clear);
  watch(
    () => [canvas.value, make()] as const,
    ([element, configuration]) => {
      clear();
      if (element !== null && configuration !== null) chart = new Chart<Type, Data>(element, configuration);
    },
    { immediate: true, flush: 'post' },
  );
}
