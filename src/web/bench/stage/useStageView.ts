/** How large the piece is on the stage, and how the wheel and the hand look elsewhere. */
import { computed, watch, type ComputedRef, type Ref } from 'vue';
import { cardId1 } from '../../../core/piece';
import type { MadeView } from '../../../engine';
import { followPointer } from '../../shared/followPointer';
import { usePreferences } from '../../stores/preferences';
import { useStage } from '../../stores/stage';
import { pxPerMmOfCard, shownBox, stageScale, zoomedScale, type StageScale } from './stageScale';

export interface StageView {
  readonly scale: ComputedRef<StageScale>;
  readonly wheel: (event: WheelEvent) => void;
  readonly panStage: (event: PointerEvent) => void;
}

export function useStageView(
  root: Readonly<Ref<HTMLElement | null>>,
  width: Ref<number>,
  height: Ref<number>,
  made: () => MadeView,
  hasRulers: Ref<boolean>,
): StageView {
  const stage = useStage();
  const preferences = usePreferences();
  const scale = computed(() => {
    const box = shownBox(made());
    if (stage.zoom === 'fit') return stageScale(width.value, height.value, box, hasRulers.value);
    const pxPerMm = stage.zoom === 'true' ? pxPerMmOfCard(preferences.cardPx, cardId1.widthMm) : stage.zoom;
    return zoomedScale(width.value, height.value, box, pxPerMm, stage.pan, hasRulers.value);
  });
  watch(scale, ({ pxPerMm }) => (stage.shownPxPerMm = pxPerMm), { immediate: true });

  /** Turning the wheel looks elsewhere, with Ctrl nearer or farther at what lies under the pointer. */
  function wheel(event: WheelEvent): void {
    event.preventDefault();
    if (!event.ctrlKey) {
      if (stage.zoom !== 'fit') stage.pan = { x: stage.pan.x - event.deltaX, y: stage.pan.y - event.deltaY };
      return;
    }
    const before = scale.value;
    const frame = root.value!.getBoundingClientRect();
    const [x, y] = [event.clientX - frame.left, event.clientY - frame.top];
    stage.zoomBy(event.deltaY < 0 ? 1.15 : 1 / 1.15);
    const share = scale.value.pxPerMm / before.pxPerMm;
    const moved = { x: x - (x - before.originX) * share, y: y - (y - before.originY) * share };
    stage.pan = {
      x: stage.pan.x + moved.x - scale.value.originX,
      y: stage.pan.y + moved.y - scale.value.originY,
    };
  }

  /** Dragging the bench itself looks elsewhere. */
  function panStage(event: PointerEvent): void {
    if (event.button !== 0 || stage.zoom === 'fit') return;
    const start = { x: event.clientX - stage.pan.x, y: event.clientY - stage.pan.y };
    followPointer(event, ({ clientX, clientY }) => {
      stage.pan = { x: clientX - start.x, y: clientY - start.y };
    });
  }

  return { scale, wheel, panStage };
}
