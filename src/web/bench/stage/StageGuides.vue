<script setup lang="ts">
/** Guides: lines that things snap to. A click on a ruler makes one, dragging moves it, and back on the ruler it is gone. */
import { followPointer } from '../../shared/followPointer';
import { lengthText } from '../../shared/units';
import { usePreferences } from '../../stores/preferences';
import { useStage, type Guide } from '../../stores/stage';
import type { StageScale } from './stageScale';

const props = defineProps<{ width: number; height: number; scale: StageScale }>();
const stage = useStage();
const preferences = usePreferences();
const ruler = { x: 24, y: 22 };

const px = ({ axis, at }: Guide): number =>
  (axis === 'x' ? props.scale.originX : props.scale.originY) + at * props.scale.pxPerMm;

function mmAt(event: PointerEvent, axis: 'x' | 'y'): { readonly mm: number; readonly px: number } {
  const frame = (event.target as SVGElement).ownerSVGElement!.getBoundingClientRect();
  const at = axis === 'x' ? event.clientX - frame.left : event.clientY - frame.top;
  const origin = axis === 'x' ? props.scale.originX : props.scale.originY;
  return { px: at, mm: Number(((at - origin) / props.scale.pxPerMm).toFixed(1)) };
}

/** The ruler along the top makes upright guides, the one on the left level ones. */
function add(event: PointerEvent, axis: 'x' | 'y'): void {
  if (event.button === 0) stage.guides = [...stage.guides, { axis, at: mmAt(event, axis).mm }];
}

function drag(event: PointerEvent, index: number): void {
  const { axis } = stage.guides[index]!;
  let isGone = false;
  const move = (moved: PointerEvent): void => {
    const at = mmAt(moved, axis);
    isGone = at.px < ruler[axis];
    stage.guides = stage.guides.map((guide, place) => (place === index ? { axis, at: at.mm } : guide));
  };
  followPointer(event, move, () => {
    if (isGone) remove(index);
  });
}

function remove(index: number): void {
  stage.guides = stage.guides.filter((_, place) => place !== index);
}
</script>

<template>
  <g>
    <rect
      :x="ruler.x"
      y="0"
      :width="width"
      :height="ruler.y"
      class="edge"
      data-test="ruler-x"
      @pointerdown="add($event, 'x')"
    >
      <title>Click for an upright guide</title>
    </rect>
    <rect
      x="0"
      :y="ruler.y"
      :width="ruler.x"
      :height="height"
      class="edge"
      data-test="ruler-y"
      @pointerdown="add($event, 'y')"
    >
      <title>Click for a level guide</title>
    </rect>
    <g v-for="(guide, index) in stage.guides" :key="index" class="guide">
      <line v-if="guide.axis === 'x'" :x1="px(guide)" :x2="px(guide)" :y1="ruler.y" :y2="height" />
      <line v-else :x1="ruler.x" :x2="width" :y1="px(guide)" :y2="px(guide)" />
      <line
        class="grip"
        :class="guide.axis"
        tabindex="0"
        role="button"
        :aria-label="`Guide at ${lengthText(guide.at, preferences.unit)}; Delete removes it`"
        :x1="guide.axis === 'x' ? px(guide) : ruler.x"
        :x2="guide.axis === 'x' ? px(guide) : width"
        :y1="guide.axis === 'x' ? ruler.y : px(guide)"
        :y2="guide.axis === 'x' ? height : px(guide)"
        @pointerdown="drag($event, index)"
        @dblclick="remove(index)"
        @keydown.delete.stop.prevent="remove(index)"
      />
      <text
        class="measure"
        :x="guide.axis === 'x' ? px(guide) + 3 : ruler.x + 4"
        :y="guide.axis === 'x' ? ruler.y + 12 : px(guide) - 4"
      >
        {{ lengthText(guide.at, preferences.unit) }}
      </text>
    </g>
  </g>
</template>

<style scoped>
.edge {
  fill: transparent;
  cursor: crosshair;
}

.guide line {
  stroke: var(--guide);
  stroke-width: 1;
  pointer-events: none;
}

.guide .grip {
  stroke: transparent;
  stroke-width: 9;
  pointer-events: stroke;
}

.grip.x {
  cursor: ew-resize;
}

.grip.y {
  cursor: ns-resize;
}

.grip:focus-visible {
  outline: none;
  stroke: var(--guide-veil);
}

text {
  fill: var(--guide-ink);
  font-size: var(--text-small);
  pointer-events: none;
}
</style>
