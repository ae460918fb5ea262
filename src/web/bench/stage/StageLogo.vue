<script setup lang="ts">
/** The logo is dragged here; its clear space and the modules that it costs are drawn over what the machine marks. */
import { computed } from 'vue';
import type { LogoView, MadeView } from '../../../engine';
import { followPointer } from '../../shared/followPointer';
import { useBench } from '../../stores/bench';
import type { StageScale } from './stageScale';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ made: MadeView; logo: LogoView; scale: StageScale; showsLosses: boolean }>();
const { code } = useJobAtHand();
const bench = useBench();
const placed = computed(
  () => `translate(${props.scale.originX} ${props.scale.originY}) scale(${props.scale.pxPerMm})`,
);

/** Moves in halves of a module; near the middle it snaps there. */
function drag(event: PointerEvent): void {
  const { logo } = code.value;
  if (event.button !== 0 || logo === null) return;
  const { moduleMm, code: symbol, sizeModules } = props.made;
  const { box } = props.logo;
  const start = {
    columns: (box.x + box.width / 2 - symbol.x) / moduleMm,
    rows: (box.y + box.height / 2 - symbol.y) / moduleMm,
  };
  const [fromX, fromY] = [event.clientX, event.clientY];
  const half = (value: number): number => Math.min(sizeModules, Math.max(0, Math.round(value * 2) / 2));
  const move = ({ clientX, clientY }: PointerEvent): void => {
    if (code.value.logo === null) return;
    const perModule = props.scale.pxPerMm * moduleMm;
    const columns = half(start.columns + (clientX - fromX) / perModule);
    const rows = half(start.rows + (clientY - fromY) / perModule);
    const isMiddle = Math.hypot(columns - sizeModules / 2, rows - sizeModules / 2) < 0.8;
    bench.editCode(
      { logo: { ...code.value.logo, place: isMiddle ? 'middle' : { columns, rows } } },
      'logo-drag',
    );
  };
  followPointer(event, move);
}
</script>

<template>
  <g :transform="placed">
    <template v-if="showsLosses">
      <path :d="logo.lostPath" class="lost" />
      <path :d="logo.knockOutPath" class="clearing" :stroke-width="1.2 / scale.pxPerMm" />
    </template>
    <rect v-bind="logo.box" class="grip" :stroke-width="1.2 / scale.pxPerMm" @pointerdown="drag">
      <title>Drag to move the logo</title>
    </rect>
  </g>
</template>

<style scoped>
.lost {
  fill: var(--caution);
  opacity: 0.38;
  pointer-events: none;
}

.clearing {
  fill: none;
  stroke: var(--accent);
  pointer-events: none;
}

.grip {
  fill: transparent;
  cursor: move;
  touch-action: none;
}

.grip:hover {
  stroke: var(--accent);
}
</style>
