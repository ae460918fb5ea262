<script setup lang="ts">
/** Rulers along the upper and the left edge of the stage, zero at the piece's corner. */
import { computed } from 'vue';
import { usePreferences } from '../../stores/preferences';
import { rulerTicks, type StageScale } from './stageScale';

const props = defineProps<{ width: number; height: number; scale: StageScale }>();
const preferences = usePreferences();
const across = computed(() =>
  rulerTicks(props.scale.originX, props.scale.pxPerMm, props.width, preferences.unit),
);
const down = computed(() =>
  rulerTicks(props.scale.originY, props.scale.pxPerMm, props.height, preferences.unit),
);
</script>

<template>
  <g class="rulers" aria-hidden="true">
    <rect :width="width" height="22" />
    <rect width="24" :height="height" />
    <template v-for="tick in across" :key="`x${tick.px}`">
      <template v-if="tick.px > 26">
        <path :d="`M${tick.px} 22v${tick.label === null ? -4 : -7}`" />
        <text
          v-if="tick.label !== null && tick.px > 40 && tick.px < width - 14"
          class="measure"
          :x="tick.px"
          y="12"
          text-anchor="middle"
          >{{ tick.label }}</text
        >
      </template>
    </template>
    <template v-for="tick in down" :key="`y${tick.px}`">
      <template v-if="tick.px > 26">
        <path :d="`M24 ${tick.px}h${tick.label === null ? -4 : -7}`" />
        <text
          v-if="tick.label !== null && tick.px < height - 14"
          class="measure"
          text-anchor="middle"
          :transform="`translate(13 ${tick.px}) rotate(-90)`"
        >
          {{ tick.label }}
        </text>
      </template>
    </template>
    <rect class="corner" width="24" height="22" />
  </g>
</template>

<style scoped>
rect {
  fill: var(--paper);
  opacity: 0.94;
}

.corner {
  opacity: 1;
}

path {
  stroke: var(--ink-soft);
  stroke-width: 0.8;
}

text {
  fill: var(--ink-soft);
  font-size: var(--text-small);
  font-weight: 400;
}
</style>
