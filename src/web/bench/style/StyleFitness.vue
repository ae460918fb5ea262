<script setup lang="ts">
/** How readily each reader takes the shapes as they are, measured anew a moment after they change. */
import { useTimeoutFn } from '@vueuse/core';
import { ref, shallowRef, watch } from 'vue';
import { shapesKey, type Style } from '../../../core/artwork';
import type { StyleFitness } from '../../../core/solving';
import { useEngine } from '../../shared/engine';
import { readerSeverity } from '../../shared/readerSeverity';
import { useAttempt } from '../../shared/useAttempt';
import { useNewest } from '../../shared/useNewest';
import StateShape from '../../shared/StateShape.vue';

/** Named so that it does not shadow the attribute of every element. */
const props = defineProps<{ look: Style }>();
const fitness = shallowRef<StyleFitness | null>(null);
const measuring = ref(true);
const pauseMs = 600;
const { problem, attempt } = useAttempt();
const { ask, forget } = useNewest();
const { start: measureSoon } = useTimeoutFn(measure, pauseMs, { immediate: false });

watch(
  () => shapesKey(props.look),
  () => {
    measuring.value = true;
    forget();
    measureSoon();
  },
  { immediate: true },
);

/** A proof that was asked for meanwhile goes first; then the measurement begins anew. */
async function measure(): Promise<void> {
  const isNewest = ask();
  await attempt(async () => {
    const measured = await useEngine().prover.fitness(props.look);
    if (!isNewest()) return;
    if (measured === null) measureSoon();
    else {
      fitness.value = measured;
      measuring.value = false;
    }
  });
  if (problem.value !== '' && isNewest()) measuring.value = false;
}

const verdicts = {
  safe: { state: 'fine', text: 'Safe: all readers read these shapes at once.' },
  'costs-a-reader': { state: 'caution', text: 'These shapes cost a reader.' },
  refused: { state: 'stop', text: 'Fewer than two readers read these shapes at once.' },
} as const;
</script>

<template>
  <h2 class="heading">How well the shapes read</h2>
  <div :class="{ measuring }" :aria-busy="measuring" aria-live="polite" data-test="fitness">
    <p v-if="problem" class="note" role="alert">{{ problem }}</p>
    <p v-else-if="fitness === null" class="note">Measuring…</p>
    <template v-else>
      <p class="says">
        <StateShape :state="verdicts[fitness.verdict].state" />
        <span>{{ verdicts[fitness.verdict].text }}</span>
      </p>
      <table>
        <thead>
          <tr>
            <td colspan="2"></td>
            <th scope="col">v3</th>
            <th scope="col">v10</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="reader in fitness.readers" :key="reader.id">
            <td><StateShape :state="readerSeverity[reader.state]" /></td>
            <th scope="row">{{ reader.name }}</th>
            <td v-for="(count, index) in reader.read" :key="index" class="measure">{{ count }}</td>
          </tr>
        </tbody>
      </table>
      <p class="note">Of {{ fitness.shots }} shots each, turned all ways, 4 pixels a module.</p>
    </template>
  </div>
</template>

<style scoped>
.measuring {
  filter: grayscale(1);
}

.says {
  display: flex;
  gap: 8px;
  align-items: baseline;
}

table {
  width: 100%;
  margin: 4px 0;
  border-collapse: collapse;
  font-size: var(--text-note);
}

th {
  padding: 1px 6px 1px 0;
  font-weight: 400;
  text-align: left;
}

thead th {
  font-size: var(--text-small);
  color: var(--ink-soft);
}

td {
  padding-right: 6px;
}
</style>
