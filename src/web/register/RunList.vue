<script setup lang="ts">
/** Runs, the newest first; one can be chosen, and one that was never cut or stuck can be forgotten. */
import { DateTime } from 'luxon';
import { ref } from 'vue';
import type { Run } from '../../wire';
import StateShape from '../shared/StateShape.vue';

defineProps<{ runs: readonly Run[]; chosen: Run | null }>();
const emit = defineEmits<{ choose: [run: Run | null]; forget: [run: Run] }>();
/** Asked whether it is to be forgotten. */
const asked = ref<string | null>(null);
const day = (at: string): string => DateTime.fromISO(at).toFormat('d LLL, HH:mm');
const stateTexts: Readonly<Record<Run['state'], string>> = {
  'under-way': 'under way',
  made: 'made',
  refused: 'refused',
  unproved: 'not proved',
  'mixed-up': 'mixed up',
  'given-up': 'stopped',
  broken: 'broken off',
};
const stateOf = ({ state }: Run): 'fine' | 'stop' | 'none' =>
  state === 'made' ? 'fine' : state === 'under-way' || state === 'given-up' ? 'none' : 'stop';
const countOf = ({ report, state }: Run): string =>
  state === 'made' && report !== null
    ? `${report.made} ${report.made === 1 ? 'row' : 'rows'}`
    : stateTexts[state];
function forget(run: Run): void {
  asked.value = null;
  emit('forget', run);
}
</script>

<template>
  <section>
    <h2 class="heading">Runs</h2>
    <p v-if="runs.length === 0" class="note">None yet.</p>
    <ul>
      <li v-for="run in runs" :key="run.id" :class="{ at: chosen?.id === run.id }">
        <button
          type="button"
          class="run"
          :aria-pressed="chosen?.id === run.id"
          @click="emit('choose', chosen?.id === run.id ? null : run)"
        >
          <StateShape :state="stateOf(run)" />
          <span class="name">{{ run.number }} · {{ run.jobName }}</span>
          <span class="note">{{ countOf(run) }}, {{ day(run.askedAt) }}</span>
        </button>
        <div v-if="chosen?.id === run.id" class="acts">
          <RouterLink :to="{ name: 'series', params: { id: run.jobId } }">Its series</RouterLink>
          <button v-if="asked !== run.id" type="button" class="link" @click="asked = run.id">
            Forget it…
          </button>
          <template v-else>
            <span class="note">Its numbers can then be given again.</span>
            <button type="button" class="link" @click="forget(run)">Forget</button>
            <button type="button" class="link" @click="asked = null">Keep</button>
          </template>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  border-bottom: 1px solid var(--rule-soft);
}

.run {
  display: grid;
  grid-template-columns: 14px 1fr;
  gap: 2px 6px;
  align-items: center;
  width: 100%;
  padding: 6px 4px;
  border: 0;
  background: none;
  color: var(--ink);
  font-size: var(--text-note);
  text-align: left;
  cursor: pointer;
}

.run .note {
  grid-column: 2;
}

.at {
  background: var(--accent-pale);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  padding: 0 4px 8px 24px;
  font-size: var(--text-note);
}

.acts a {
  color: var(--accent-dark);
}
</style>
