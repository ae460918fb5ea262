<script setup lang="ts">
/**
 * The bench top and the bare piece, on a layer of their own: its filters are slow to paint and do not change while the
 * message is typed.
 */
import { computed } from 'vue';
import type { Material } from '../../../core/plan';
import MaterialTexture from '../../shared/MaterialTexture.vue';
import type { StageScale } from './stageScale';

const props = defineProps<{
  width: number;
  height: number;
  scale: StageScale;
  outlinePath: string;
  /** `#RRGGBB` of the bare surface. */
  colour: string;
  /** How the surface looks; plain for a sheet. */
  texture: Material['texture'];
  widthMm: number;
  heightMm: number;
}>();

const placed = computed(
  () => `translate(${props.scale.originX} ${props.scale.originY}) scale(${props.scale.pxPerMm})`,
);
</script>

<template>
  <svg class="base" :width="width" :height="height" aria-hidden="true">
    <defs>
      <pattern id="mat" width="10" height="10" patternUnits="userSpaceOnUse" :patternTransform="placed">
        <path d="M10 0H0V10" class="mat" />
      </pattern>
      <clipPath id="base-clip"><path :d="outlinePath" /></clipPath>
      <filter id="piece-shadow" x="-10%" y="-10%" width="120%" height="130%">
        <feDropShadow dx="0" dy="3" stdDeviation="4" flood-color="#22303a" flood-opacity=".35" />
      </filter>
    </defs>
    <rect :width="width" :height="height" fill="url(#mat)" />
    <g filter="url(#piece-shadow)">
      <path :transform="placed" :d="outlinePath" :fill="colour" />
    </g>
    <g v-if="texture !== 'plain'" :transform="placed">
      <g clip-path="url(#base-clip)">
        <MaterialTexture :texture="texture" :width-mm="widthMm" :height-mm="heightMm" />
      </g>
    </g>
  </svg>
</template>

<style scoped>
.base {
  position: absolute;
  inset: 0;
  will-change: transform;
}

.mat {
  fill: none;
  stroke: var(--bench-line);
  stroke-width: 0.15;
}
</style>
