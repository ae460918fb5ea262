<script setup lang="ts">
/** A material with a mark on it: a finder pattern with what is around it, drawn as the machine would make it. */
import { computed } from 'vue';
import type { Pair } from '../../core/plan';
import MaterialTexture from './MaterialTexture.vue';

const props = defineProps<{ pair: Pair; width: number; height: number }>();
/** The upper left corner of a symbol: finder pattern, and a few modules of what follows. */
const dark =
  'M0 0h7v7h-7zM1 1v5h5v-5zM2 2h3v3h-3zM9 0h1v2h1v1h-2zM8 4h2v1h-2zM10 6h1v1h-1zM9 8h2v1h-2zM0 8h2v1h-2zM3 8h1v2h-2v-1h1zM5 9h2v1h-2zM0 10h1v1h-1z';
const side = computed(() => props.height * 0.8);
const module = computed(() => side.value / 13);
const marksDark = computed(() => props.pair.markTone === 'darker');
</script>

<template>
  <svg :viewBox="`0 0 ${width} ${height}`" :width="width" :height="height" class="swatch" aria-hidden="true">
    <rect :width="width" :height="height" :fill="pair.material.baseColour" />
    <MaterialTexture
      v-if="pair.material.texture !== 'plain'"
      :texture="pair.material.texture"
      :width-mm="width"
      :height-mm="height"
    />
    <g
      :transform="`translate(${width - side - height * 0.1} ${height * 0.1}) scale(${module})`"
      fill-rule="evenodd"
    >
      <path v-if="marksDark" transform="translate(1 1)" :d="dark" :fill="pair.markColour" />
      <template v-else>
        <path d="M0 0H13V13H0Z" :fill="pair.markColour" />
        <path transform="translate(1 1)" :d="dark" :fill="pair.material.baseColour" />
      </template>
    </g>
  </svg>
</template>

<style scoped>
.swatch {
  display: block;
  border-radius: var(--radius);
  outline: 1px solid var(--rule);
  outline-offset: -1px;
}
</style>
