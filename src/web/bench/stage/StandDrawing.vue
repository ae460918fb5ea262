<script setup lang="ts">
/** The piece in its base in parallel projection, as large as its place allows. */
import { computed, useId } from 'vue';
import type { PressView, StandView } from '../../../engine';
import PieceArt from '../../shared/PieceArt.vue';

const props = defineProps<{ view: PressView; stand: StandView }>();
const id = useId();
const box = computed(() => {
  const { x, y, width, height } = props.stand.bounds;
  const margin = 0.08 * Math.max(width, height);
  return `${x - margin} ${y - margin} ${width + 2 * margin} ${height + 2 * margin}`;
});
const baseFaces = computed(() => props.stand.faces.filter(({ part }) => part === 'base'));
const plateFaces = computed(() => props.stand.faces.filter(({ part }) => part === 'plate'));
</script>

<template>
  <svg :viewBox="box" role="img" aria-label="The piece in its base" data-test="stand-picture">
    <defs>
      <clipPath :id="id"><path :d="stand.frontPath" /></clipPath>
    </defs>
    <g stroke-linejoin="round">
      <path
        v-for="(face, index) in baseFaces"
        :key="`b${index}`"
        :d="face.path"
        :fill="`color-mix(in srgb, #d8cdb8 ${Math.round(face.shade * 100)}%, #3a3227)`"
        class="face"
      />
      <path
        v-for="(face, index) in plateFaces.slice(0, -1)"
        :key="`p${index}`"
        :d="face.path"
        :fill="`color-mix(in srgb, ${view.baseColour} ${Math.round(face.shade * 100)}%, #ffffff)`"
        class="face"
      />
      <path :d="stand.frontPath" :fill="view.baseColour" class="face" />
      <g :clip-path="`url(#${id})`">
        <g :transform="`matrix(${stand.front.join(' ')})`">
          <PieceArt v-if="view.made" :parts="view.made.finished" />
        </g>
      </g>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: 100%;
  min-height: 0;
}

.face {
  stroke: var(--shade);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
</style>
