<script setup lang="ts">
/** A piece drawn small, or only the neighbourhood of its code. */
import { computed } from 'vue';
import type { PiecePicture } from '../../engine';
import PieceArt from './PieceArt.vue';

const props = defineProps<{ picture: PiecePicture; codeOnly?: boolean }>();
const box = computed(() => {
  const { code, widthMm, heightMm, moduleMm } = props.picture;
  if (!props.codeOnly || code === null) return `0 0 ${widthMm} ${heightMm}`;
  const margin = 3 * (moduleMm ?? 1);
  return `${code.x - margin} ${code.y - margin} ${code.width + 2 * margin} ${code.height + 2 * margin}`;
});
</script>

<template>
  <svg :viewBox="box" aria-hidden="true">
    <path
      :d="picture.outlinePath"
      :fill="picture.baseColour"
      stroke="var(--edge)"
      stroke-width="0.6"
      vector-effect="non-scaling-stroke"
    />
    <PieceArt :parts="picture.finished" />
    <path
      :d="picture.holesPath"
      fill="var(--white)"
      stroke="var(--edge)"
      stroke-width="0.6"
      vector-effect="non-scaling-stroke"
    />
  </svg>
</template>
