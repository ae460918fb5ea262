<script setup lang="ts">
/** What a phone sees from the chosen distance: one photograph of the file as it stands, and what each reader makes of it. */
import { watchDebounced } from '@vueuse/core';
import { ref, shallowRef, useTemplateRef, watch } from 'vue';
import type { CodeSettings, Job } from '../../../core/job';
import type { SamplePicture } from '../../../core/proof';
import StateShape from '../../shared/StateShape.vue';
import { distanceText } from '../../shared/units';
import { useEngine } from '../../shared/engine';
import { usePreferences } from '../../stores/preferences';

const props = defineProps<{ job: Job; code: CodeSettings }>();
const preferences = usePreferences();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const picture = shallowRef<SamplePicture | null>(null);
const turnDegrees = ref(8);
const problem = ref('');
let newest = 0;

async function take(): Promise<void> {
  const run = ++newest;
  try {
    const taken = await useEngine().prover.photograph(props.job, props.code.id, turnDegrees.value);
    if (run !== newest) return;
    picture.value = taken;
    problem.value = '';
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

watchDebounced([() => props.job, () => props.code.id, turnDegrees], take, { debounce: 120, immediate: true });
watch([picture, canvas], () => {
  if (!picture.value || !canvas.value) return;
  const { width, height, rgba } = picture.value.frame;
  canvas.value.width = width;
  canvas.value.height = height;
  canvas.value.getContext('2d')!.putImageData(new ImageData(rgba, width, height), 0, 0);
});
</script>

<template>
  <div class="camera">
    <canvas v-show="picture" ref="canvas" role="img" aria-label="What the camera saw" />
    <div class="beside">
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <template v-else-if="picture">
        <h2>From {{ distanceText(job.reading.distanceM, preferences.unit) }}, turned {{ turnDegrees }}°</h2>
        <p class="note">
          The file as it stands, as the machine leaves it, in {{ picture.frame.width }} ×
          {{ picture.frame.height }} pixels of the phone's picture.
        </p>
        <ul>
          <li v-for="reading in picture.readings" :key="reading.name">
            <StateShape :state="reading.read ? 'fine' : reading.votes ? 'stop' : 'caution'" />
            <span>{{ reading.name }}</span>
            <span class="note">{{
              reading.read ? 'reads it' : reading.text ? 'reads something else' : 'reads nothing'
            }}</span>
          </li>
        </ul>
        <button type="button" class="action" @click="turnDegrees = (turnDegrees + 47) % 360">
          Turn and shoot again
        </button>
      </template>
      <p v-else class="note">Taking a picture…</p>
    </div>
  </div>
</template>

<style scoped>
.camera {
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr) 260px;
  gap: 24px;
  height: 100%;
  padding: 22px 24px 54px 34px;
}

canvas {
  align-self: center;
  justify-self: center;
  width: auto;
  max-width: 100%;
  height: 100%;
  max-height: 100%;
  border: 1px solid var(--ink);
  background: #000;
  aspect-ratio: 1;
  object-fit: contain;
  image-rendering: pixelated;
}

.beside {
  display: grid;
  grid-column: 2;
  align-content: center;
  justify-items: start;
  gap: 10px;
}

h2 {
  font-size: 15px;
  font-weight: 600;
}

li {
  display: grid;
  grid-template-columns: 12px 118px 1fr;
  gap: 8px;
  align-items: center;
  padding: 3px 0;
}

.problem {
  color: var(--stop);
}
</style>
