<script setup lang="ts">
/** A length between two marks, with its label in the middle or beside the line. */
import { computed } from 'vue';

const props = defineProps<{
  along: 'x' | 'y';
  /** Where it begins and ends, and where it lies across, in pixels. */
  from: number;
  to: number;
  across: number;
  label: string;
  isWrong?: boolean;
  /** The label stands to the right of an upright line. */
  isBeside?: boolean;
}>();

const charPx = 7.1;
const path = computed(() =>
  props.along === 'x'
    ? `M${props.from} -6V6M${props.to} -6V6M${props.from} 0H${props.to}`
    : `M-6 ${props.from}H6M-6 ${props.to}H6M0 ${props.from}V${props.to}`,
);
/** A label that is longer than its line goes after the end. */
const label = computed(() => {
  const length = props.label.length * charPx;
  const [middle, span] = [(props.from + props.to) / 2, Math.abs(props.to - props.from)];
  const fits = length + 8 < span;
  const at = fits ? middle : Math.max(props.from, props.to) + 8 + length / 2;
  return { at, length: length + 8, fits };
});
</script>

<template>
  <g
    class="dimension"
    :class="{ wrong: isWrong }"
    :transform="along === 'x' ? `translate(0 ${across})` : `translate(${across} 0)`"
  >
    <path :d="path" />
    <text v-if="isBeside" class="measure" x="11" :y="(from + to) / 2 + 4">{{ props.label }}</text>
    <g
      v-else
      :transform="along === 'x' ? `translate(${label.at} 0)` : `translate(0 ${label.at}) rotate(-90)`"
    >
      <rect class="plate" :x="-label.length / 2" y="-8" :width="label.length" height="16" />
      <text class="measure" y="4" text-anchor="middle">{{ props.label }}</text>
    </g>
  </g>
</template>

<style scoped>
.dimension {
  pointer-events: none;
}

path {
  fill: none;
  stroke: var(--accent-dark);
  stroke-width: 1.2;
}

text {
  fill: var(--accent-dark);
  font-size: var(--text-small);
}

.wrong path {
  stroke: var(--stop);
}

.wrong text {
  fill: var(--stop);
}

.plate {
  fill: var(--bench);
}
</style>
