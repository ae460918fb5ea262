<script setup lang="ts">
/** What the fit bar draws: a rail for each limit under its ticks, or folded where all of them hold. All in pixels of the bar. */
import type { BarRange } from './fitAxis';

defineProps<{
  width: number;
  /** Each with where it holds, and with the widths of whole dots. */
  rows: readonly (BarRange & {
    readonly x: number;
    readonly length: number;
    readonly dots: readonly number[];
    readonly holds: boolean;
  })[];
  ticks: readonly { readonly x: number; readonly label: string }[];
  /** Where every limit holds; null where none does. */
  band: { readonly x: number; readonly width: number } | null;
  rowPx: number;
  /** How the limit that decides stands, where the bar is folded; null where it is open. */
  foldedAs: 'fine' | 'caution' | 'stop' | null;
}>();
</script>

<template>
  <svg :width="width" :height="foldedAs === null ? 112 : 30" aria-hidden="true">
    <template v-if="foldedAs === null">
      <rect v-if="band" class="band" :x="band.x" y="20" :width="band.width" height="72" />
      <g v-for="tick in ticks" :key="tick.label">
        <text class="measure" :x="tick.x" y="13" text-anchor="middle">{{ tick.label }}</text>
        <path :d="`M${tick.x} 17v4`" />
      </g>
      <g v-for="(row, index) in rows" :key="row.kind" :transform="`translate(0 ${26 + index * rowPx})`">
        <rect class="rail" x="0" y="2" :width="width" height="3" />
        <rect
          v-if="row.step === null"
          class="range"
          :class="row.holds ? 'fine' : row.strength"
          :x="row.x"
          y="1"
          :width="row.length"
          height="5"
        />
        <rect
          v-for="x in row.dots"
          :key="x"
          class="range"
          :class="row.holds ? 'fine' : row.strength"
          :x="x - 2"
          y="1"
          width="4"
          height="5"
        />
      </g>
    </template>
    <template v-else>
      <rect class="rail" x="0" y="11" :width="width" height="8" />
      <rect v-if="band" class="range" :class="foldedAs" :x="band.x" y="11" :width="band.width" height="8" />
    </template>
  </svg>
</template>

<style scoped>
svg {
  display: block;
}

text {
  fill: var(--ink-soft);
  font-size: var(--text-small);
  font-weight: 400;
}

path {
  stroke: var(--ink-soft);
}

.band {
  fill: var(--accent-pale);
}

.rail {
  fill: var(--rule-soft);
}

.range {
  fill: var(--accent-mid);
}

.range.rule {
  fill: var(--ink-soft);
}

.range.caution {
  fill: var(--caution-mid);
}

.range.stop {
  fill: var(--stop-mid);
}
</style>
