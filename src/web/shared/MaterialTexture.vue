<script setup lang="ts">
/** The surface of a material: grain, brush strokes, speckle. For the eye only; nothing is measured on it. */
import { computed, useId } from 'vue';
import type { Material } from '../../core/plan';

const props = defineProps<{ texture: Material['texture']; widthMm: number; heightMm: number }>();
const id = useId();
/** Frequencies along and across in waves per unit of the noise, and how much shows. */
const surfaces = {
  grain: { frequency: '0.008 0.11', opacity: 0.3 },
  brushed: { frequency: '0.004 0.7', opacity: 0.2 },
  speckle: { frequency: '0.35 0.35', opacity: 0.22 },
  weave: { frequency: '0.5 0.9', opacity: 0.25 },
  cleft: { frequency: '0.03 0.05', opacity: 0.3 },
};
const surface = computed(() => (props.texture === 'plain' ? null : surfaces[props.texture]));
</script>

<template>
  <g v-if="surface">
    <filter :id="id" x="0" y="0" width="100%" height="100%" color-interpolation-filters="sRGB">
      <feTurbulence type="fractalNoise" :baseFrequency="surface.frequency" numOctaves="3" seed="17" />
      <feColorMatrix values="0 0 0 0 0.5  0 0 0 0 0.5  0 0 0 0 0.5  1.6 0 0 0 -0.45" />
    </filter>
    <rect :width="widthMm" :height="heightMm" :filter="`url(#${id})`" :opacity="surface.opacity" />
  </g>
</template>
