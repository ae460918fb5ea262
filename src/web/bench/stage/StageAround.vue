<script setup lang="ts">
/** The finished piece around the bottle, tin or post that it goes on, seen from the front. */
import { computed, shallowRef, useId, watch } from 'vue';
import type { AroundView } from '../../../engine';
import PieceArt from '../../shared/PieceArt.vue';
import { useEngine } from '../../shared/engine';
import { lengthText } from '../../shared/units';
import { useAttempt } from '../../shared/useAttempt';
import { usePreferences } from '../../stores/preferences';
import { useJobAtHand } from '../jobAtHand';

const { job } = useJobAtHand();
const preferences = usePreferences();
const id = useId();
const seen = shallowRef<AroundView | null>(null);
const { problem, attempt } = useAttempt();
watch(
  job,
  (asked) =>
    void attempt(async () => {
      const found = await useEngine().desk.around(asked);
      if (job.value === asked) seen.value = found;
    }),
  { immediate: true },
);

const box = computed(() => {
  if (seen.value === null) return '0 0 1 1';
  const { thing } = seen.value;
  return `${thing.x} ${thing.y} ${thing.width} ${thing.height}`;
});
const across = computed(() => seen.value?.bend.around === 'width');
</script>

<template>
  <div class="around">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="!seen && !problem" class="note">Being bent…</p>
    <svg v-if="seen" :viewBox="box" role="img" aria-label="The piece on the thing that it goes around">
      <defs>
        <linearGradient
          :id="id"
          gradientUnits="objectBoundingBox"
          x1="0"
          y1="0"
          :x2="across ? 1 : 0"
          :y2="across ? 0 : 1"
        >
          <stop offset="0" stop-color="#000" stop-opacity="0.5" />
          <stop offset="0.3" stop-color="#000" stop-opacity="0.08" />
          <stop offset="0.5" stop-color="#fff" stop-opacity="0.12" />
          <stop offset="0.7" stop-color="#000" stop-opacity="0.08" />
          <stop offset="1" stop-color="#000" stop-opacity="0.5" />
        </linearGradient>
      </defs>
      <path :d="seen.thingPath" fill="#b9bdb6" />
      <path :d="seen.outlinePath" :fill="seen.baseColour" />
      <PieceArt :parts="seen.parts" test-id="around-marks" />
      <path v-if="seen.holesPath" :d="seen.holesPath" fill="#b9bdb6" />
      <path :d="seen.thingPath" :fill="`url(#${id})`" />
    </svg>
    <p v-if="seen" class="note">
      Seen from the front, on {{ lengthText(seen.bend.diameterMm, preferences.unit) }} across. The camera
      shows it from the reading distance.
    </p>
  </div>
</template>

<style scoped>
.around {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  justify-items: center;
  gap: 10px;
  height: 100%;
  padding: 22px 24px 54px 34px;
}

svg {
  width: 100%;
  height: 100%;
}
</style>
