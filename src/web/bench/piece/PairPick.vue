<script setup lang="ts">
/** The material and the machine of a job, searched by what people call things made of it. */
import { computed, onMounted, ref } from 'vue';
import { pairDifferences, pairOf, valuesOf } from '../../../core/plan';
import { foundProfiles } from '../../shared/pairSearch';
import { differenceText, pairNote } from '../../shared/valueText';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { useProfiles, type ProfileEntry } from '../../stores/profiles';
import { useJobAtHand } from '../jobAtHand';

const { job } = useJobAtHand();
const bench = useBench();
const preferences = usePreferences();
const profiles = useProfiles();
onMounted(() => void profiles.load());

const chosen = computed(() => job.value.making.pair);
/** The profile as it is now; undefined when it was deleted, or stays on another machine. */
const known = computed(() => profiles.find(chosen.value.profile));
/** What the job was made with, first where no profile has it any more. */
const entries = computed((): readonly ProfileEntry[] =>
  known.value !== undefined
    ? profiles.entries
    : [
        {
          id: chosen.value.profile,
          name: chosen.value.material.name,
          pair: pairOf(chosen.value),
          own: null,
        },
        ...profiles.entries,
      ],
);
const typed = ref('');
const found = computed(() => foundProfiles(entries.value, typed.value, [chosen.value.profile, ...recent]));
// While the list is in view its order stays.
const recent = preferences.recentPairs;

function choose({ id, pair }: ProfileEntry): void {
  if (id !== chosen.value.profile) use(pair);
  preferences.usePair(id);
}
function use(pair: ProfileEntry['pair']): void {
  bench.edit({ ...job.value, making: { ...job.value.making, pair: valuesOf(pair) } }, 'making');
}

/** What the profile says today and the job does not. */
const changed = computed(() =>
  known.value === undefined ? [] : pairDifferences(chosen.value, known.value.pair),
);

const list = ref<HTMLElement | null>(null);
function step(event: KeyboardEvent, by: 1 | -1): void {
  event.preventDefault();
  const radios = [...(list.value?.querySelectorAll('button') ?? [])];
  const at = radios.indexOf(document.activeElement as HTMLButtonElement);
  radios[Math.min(Math.max(at + by, 0), radios.length - 1)]?.focus();
}
/** One stop of the Tab key: what is chosen, or the first that is found. */
const stop = computed(() =>
  found.value.some(({ id }) => id === chosen.value.profile) ? chosen.value.profile : found.value[0]?.id,
);
</script>

<template>
  <section class="pick">
    <div class="head">
      <h2 class="heading">Material and machine</h2>
      <RouterLink class="more" :to="{ name: 'materials', params: { id: chosen.profile } }"
        >Values…</RouterLink
      >
    </div>
    <input
      v-model="typed"
      type="search"
      class="search"
      aria-label="Search materials and machines"
      placeholder="sticker, mug, dog tag, plywood…"
    />
    <div
      ref="list"
      role="radiogroup"
      aria-label="Material and machine"
      class="pairs"
      @keydown.down="step($event, 1)"
      @keydown.up="step($event, -1)"
    >
      <button
        v-for="entry in found"
        :key="entry.id"
        type="button"
        role="radio"
        :tabindex="entry.id === stop ? 0 : -1"
        :aria-checked="entry.id === chosen.profile"
        @click="choose(entry)"
      >
        <svg class="chip" viewBox="0 0 34 20" aria-hidden="true">
          <rect width="34" height="20" :fill="entry.pair.material.baseColour" />
          <rect x="19" y="5" width="10" height="10" :fill="entry.pair.markColour" />
        </svg>
        <span class="name">{{ entry.name }}</span>
        <span class="note"
          >{{ pairNote(entry.pair, entry.pair.markTone) }}{{ entry.own ? ' · own' : '' }}</span
        >
      </button>
    </div>
    <p v-if="found.length === 0" class="note">
      No match. You can copy a similar one and change it under
      <RouterLink :to="{ name: 'materials' }">Materials</RouterLink>.
    </p>
    <div v-if="changed.length > 0 && known" class="changed" role="status">
      <p>“{{ known.name }}” has changed since. This job keeps the values that it was made with.</p>
      <ul>
        <li v-for="difference in changed.slice(0, 4)" :key="difference.name">
          {{ differenceText(difference, preferences.unit) }}
        </li>
        <li v-if="changed.length > 4">and {{ changed.length - 4 }} more</li>
      </ul>
      <button type="button" class="action" @click="use(known.pair)">Use the new values</button>
    </div>
    <p v-if="profiles.problem" class="problem" role="alert">{{ profiles.problem }}</p>
  </section>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.pick {
  display: flex;
  flex-direction: column;
  min-height: 0;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}

.more {
  color: inherit;
  font-size: var(--text-note);
}

.search {
  padding: 4px 8px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--white);
  font: inherit;
  font-size: var(--text-body);
}

.pairs {
  display: grid;
  align-content: start;
  gap: 2px;
  max-height: max(150px, calc(var(--drawer, max(340px, 42vh)) - 118px));
  margin-top: 4px;
  overflow-y: auto;
}

.pairs button {
  display: grid;
  grid-template-columns: 30px 1fr auto;
  gap: 8px;
  align-items: center;
  padding: 3px 6px;
  border: 1px solid transparent;
  border-radius: var(--radius);
  background: none;
  text-align: left;
  cursor: pointer;
}

.pairs button:hover {
  border-color: var(--rule);
}

.pairs button[aria-checked='true'] {
  border-color: var(--ink);
  background: var(--white);
  font-weight: 500;
}

.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.chip {
  width: 30px;
  border-radius: var(--radius);
}

.changed {
  margin-top: 6px;
  padding: 6px 8px;
  border-left: 3px solid var(--caution-ink);
  background: var(--white);
  font-size: var(--text-note);
}

.changed ul {
  margin: 2px 0 4px;
  padding-left: 16px;
}
</style>
