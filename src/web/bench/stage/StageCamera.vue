<script setup lang="ts">
/** What a phone sees: one photograph of the file as it stands, where, with what and how it is asked, and what each reader makes of it. */
import { watchDebounced } from '@vueuse/core';
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { cameras, scenes } from '../../../core/camera';
import { plainCondition, type Condition, type Look } from '../../../core/proof';
import PickList from '../../shared/PickList.vue';
import RangeField from '../../shared/RangeField.vue';
import StateShape from '../../shared/StateShape.vue';
import { distanceText } from '../../shared/units';
import { useEngine } from '../../shared/engine';
import { useNewest } from '../../shared/useNewest';
import { usePreferences } from '../../stores/preferences';
import { useStage } from '../../stores/stage';
import { lackText } from '../lackText';
import { useJobAtHand } from '../jobAtHand';

const { job, code } = useJobAtHand();
const preferences = usePreferences();
const stage = useStage();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const picture = shallowRef<Look | null>(null);
/** Each number turns, leans and lights it in another way. */
const shot = ref(1);
const problem = ref('');
const { ask } = useNewest();

const condition = computed<Condition>(
  () => stage.look ?? { ...plainCondition(job.value.reading.distanceM), tiltDegrees: 0 },
);
const set = (change: Partial<Condition>): void => void (stage.look = { ...condition.value, ...change });
const isAsked = computed(() => stage.look === null);

const sceneChoices = scenes.map(({ id, name }) => ({ value: id, label: name }));
const cameraChoices = cameras.map(({ id, name }) => ({ value: id, label: name }));
const scene = computed({ get: () => condition.value.scene, set: (id) => set({ scene: id, lux: null }) });
const camera = computed({ get: () => condition.value.camera, set: (id) => set({ camera: id }) });
const sceneSays = computed(() => scenes.find(({ id }) => id === condition.value.scene)!.says);
async function photograph(): Promise<void> {
  const isNewest = ask();
  try {
    const taken = await useEngine().prover.look(
      job.value,
      condition.value,
      { number: shot.value },
      code.value.id,
    );
    if (!isNewest()) return;
    picture.value = taken;
    problem.value = taken === null ? 'There is nothing to photograph: the message gives no symbol.' : '';
  } catch (error) {
    if (isNewest()) problem.value = (error as Error).message;
  }
}

watchDebounced([() => job.value, () => code.value.id, condition, shot], photograph, {
  debounce: 120,
  immediate: true,
});
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
        <h2>
          From {{ distanceText(condition.distanceM, preferences.unit) }}, leaning by
          {{ picture.tiltDegrees }}°, turned {{ picture.turnDegrees }}°
        </h2>
        <ul>
          <li v-for="reading in picture.readings" :key="reading.name">
            <StateShape :state="reading.read ? 'fine' : reading.votes ? 'stop' : 'caution'" />
            <span>{{ reading.name }}</span>
            <span class="note">{{
              reading.read ? 'reads it' : reading.text ? 'reads something else' : 'reads nothing'
            }}</span>
          </li>
        </ul>
        <p v-if="picture.lack" class="note">{{ lackText(picture) }}</p>
        <div class="ways">
          <PickList v-model="scene" label="Where it is read" :choices="sceneChoices" />
          <PickList v-model="camera" label="What it is read with" :choices="cameraChoices" />
        </div>
        <p class="note">{{ sceneSays }}</p>
        <RangeField
          label="Leans by"
          unit="°"
          :model-value="condition.tiltDegrees ?? picture.tiltDegrees"
          :min="0"
          :max="70"
          :step="5"
          @update:model-value="set({ tiltDegrees: $event })"
        />
        <div class="acts">
          <button type="button" class="action" @click="shot = (shot % 99) + 1">Turn and shoot again</button>
          <button v-if="!isAsked" type="button" class="action quiet" @click="stage.look = null">
            As asked
          </button>
        </div>
      </template>
      <p v-else class="note">Taking a picture…</p>
    </div>
  </div>
</template>

<style scoped>
.camera {
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr) 300px;
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
  background: var(--black);
  aspect-ratio: 1;
  object-fit: contain;
  image-rendering: pixelated;
}

.beside {
  display: grid;
  grid-column: 2;
  align-content: center;
  gap: 9px;
  min-height: 0;
}

h2 {
  font-size: var(--text-title);
  font-weight: 600;
}

li {
  display: grid;
  grid-template-columns: 12px 118px 1fr;
  gap: 8px;
  align-items: center;
  padding: 2px 0;
}

.ways {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}

.acts {
  display: flex;
  gap: 8px;
}

.problem {
  color: var(--stop);
}
</style>
