<script setup lang="ts">
/** Shipped styles, each drawn on a corner of this very code. */
import { computed, shallowRef, watch } from 'vue';
import { presets, shapesKey, type Style } from '../../../core/artwork';
import type { PressView, Swatch } from '../../../engine';
import { useEngine } from '../../shared/engine';
import StateShape from '../../shared/StateShape.vue';
import { useAttempt } from '../../shared/useAttempt';
import { presetFitness } from '../../../content';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const emit = defineEmits<{ choose: [style: Partial<Style>] }>();

const { problem, attempt } = useAttempt();
const swatches = shallowRef<readonly Swatch[]>([]);
watch(
  () => [props.view.payload, props.view.made?.version, props.view.made?.mask, props.view.made?.level],
  () =>
    void attempt(async () => {
      swatches.value = await useEngine().desk.swatches(job.value, code.value.id);
    }),
  { immediate: true },
);

const current = computed(() => shapesKey(code.value.style));

const entries = computed(() =>
  presets.map((preset) => ({
    ...preset,
    path: swatches.value.find(({ id }) => id === preset.id)?.path ?? '',
    isChosen: shapesKey(preset.style) === current.value,
    fitness: presetFitness(preset.id),
  })),
);

/** A preset sets the shapes; paint and logo stay as they are. */
function choose({ modules, finders, alignment, round }: Style): void {
  emit('choose', { modules, finders, alignment, round });
}
</script>

<template>
  <h2 class="heading">Styles to begin with</h2>
  <p v-if="problem" class="note" role="alert">{{ problem }}</p>
  <div class="grid" role="group" aria-label="Styles to begin with">
    <button
      v-for="entry in entries"
      :key="entry.id"
      type="button"
      :aria-pressed="entry.isChosen"
      :title="
        entry.fitness?.verdict === 'safe'
          ? `${entry.name}: safe, all readers of the panel are prompt`
          : `${entry.name}: ${entry.fitness?.verdict ?? 'not measured'}`
      "
      @click="choose(entry.style)"
    >
      <svg viewBox="-0.6 -0.6 12.2 12.2" aria-hidden="true"><path :d="entry.path" /></svg>
      <span class="name">
        {{ entry.name }}
        <StateShape v-if="entry.fitness && entry.fitness.verdict !== 'safe'" state="caution" class="mark" />
      </span>
    </button>
  </div>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(60px, 1fr));
  gap: 4px 6px;
  align-content: start;
}

button {
  display: grid;
  justify-items: center;
  gap: 1px;
  padding: 4px 2px 3px;
  border: 1px solid transparent;
  border-radius: var(--radius);
  background: none;
  font-size: var(--text-small);
  cursor: pointer;
}

button:hover {
  border-color: var(--rule);
}

button[aria-pressed='true'] {
  border-color: var(--ink);
  background: var(--white);
}

svg {
  width: 48px;
  height: 48px;
}

path {
  fill: var(--ink);
}

.name {
  display: flex;
  gap: 4px;
  align-items: center;
}

.mark {
  width: 8px;
  height: 8px;
}
</style>
