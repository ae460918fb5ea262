<script setup lang="ts">
/** An outline that crosses itself, with a mark where it does. */
import { computed } from 'vue';
import type { OutlineCrossing } from '../../../core/piece';

const props = defineProps<{ crossing: OutlineCrossing }>();
const path = computed(() =>
  props.crossing.outlines
    .map((outline) => `M${outline.map(({ x, y }) => `${x.toFixed(3)} ${y.toFixed(3)}`).join('L')}Z`)
    .join(''),
);
const side = computed(() => Math.max(props.crossing.widthMm, props.crossing.heightMm));
const box = computed(() => {
  const margin = side.value * 0.08;
  const { widthMm, heightMm } = props.crossing;
  return `${-margin} ${-margin} ${widthMm + 2 * margin} ${heightMm + 2 * margin}`;
});
</script>

<template>
  <svg
    class="crossed"
    :viewBox="box"
    role="img"
    aria-label="The outline, with a square where it crosses itself"
  >
    <path :d="path" />
    <rect
      :x="crossing.xMm - side * 0.04"
      :y="crossing.yMm - side * 0.04"
      :width="side * 0.08"
      :height="side * 0.08"
    />
  </svg>
</template>

<style scoped>
.crossed {
  width: 100%;
  max-height: 110px;
}

.crossed path,
.crossed rect {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2px;
  vector-effect: non-scaling-stroke;
}

.crossed rect {
  stroke: var(--stop);
  stroke-width: 2px;
}
</style>
