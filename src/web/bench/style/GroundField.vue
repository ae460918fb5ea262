<script setup lang="ts">
/** The ground under the code: bare, painted, or a picture. */
import { computed, ref } from 'vue';
import type { Ground, Paint } from '../../../core/artwork';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import PaintField from '../../shared/PaintField.vue';
import RangeField from '../../shared/RangeField.vue';
import { uploadFile } from '../../shared/uploads';
import FilePicker from '../../shared/FilePicker.vue';

defineProps<{ palette: readonly string[] }>();
const ground = defineModel<Ground>({ required: true });
const problem = ref('');
const picturing = ref(ground.value.kind === 'picture');
const paint = computed(() => (ground.value.kind === 'paint' ? ground.value.paint : null));

function setPaint(next: Paint | null): void {
  ground.value = next === null ? { kind: 'bare' } : { kind: 'paint', paint: next };
}

function choose(isPicture: boolean): void {
  picturing.value = isPicture;
  if (!isPicture && ground.value.kind === 'picture') ground.value = { kind: 'bare' };
}

async function pick(file: File): Promise<void> {
  problem.value = '';
  try {
    const saved = await uploadFile(file);
    if (saved.mediaType !== 'image/png') {
      problem.value = 'A background picture is a PNG, JPEG or WebP file.';
      return;
    }
    const kept = ground.value.kind === 'picture' ? ground.value : { opacity: 0.25, fit: 'cover' as const };
    ground.value = {
      kind: 'picture',
      file: saved.hash,
      fileName: saved.fileName,
      opacity: kept.opacity,
      fit: kept.fit,
    };
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
</script>

<template>
  <ChoiceRow
    label="Kind of background"
    :model-value="picturing"
    :choices="[
      { value: false, label: 'colour' },
      { value: true, label: 'picture' },
    ]"
    @update:model-value="choose"
  />
  <PaintField
    v-if="!picturing"
    label="Colour of the background"
    none="bare"
    start="#f4efdf"
    second="#dcebf2"
    :palette="palette"
    :model-value="paint"
    @update:model-value="setPaint"
  />
  <template v-else>
    <FilePicker class="action quiet file" accept="image/png,image/jpeg,image/webp" @pick="pick">{{
      ground.kind === 'picture' ? 'Another picture…' : 'Choose a picture…'
    }}</FilePicker>
    <template v-if="ground.kind === 'picture'">
      <span class="name">{{ ground.fileName }}</span>
      <RangeField
        label="Opacity"
        :min="0.02"
        :max="1"
        :step="0.01"
        :scale="100"
        unit="%"
        :model-value="ground.opacity"
        @update:model-value="ground = { ...ground, opacity: $event }"
      />
      <ChoiceRow
        label="Fit of the picture"
        :model-value="ground.fit"
        :choices="[
          { value: 'cover', label: 'fill the background' },
          { value: 'contain', label: 'whole picture' },
        ]"
        @update:model-value="ground = { ...ground, fit: $event }"
      />
    </template>
  </template>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
</template>

<style scoped>
.file {
  justify-self: start;
}

.name {
  font-size: var(--text-note);
  overflow-wrap: anywhere;
}

.problem {
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
