<script setup lang="ts">
/** The revisions of a job: when and what changed, two side by side, one made the newest again, and what was really made. */
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { listed } from '../../core/finding';
import { describeChanges, type Job } from '../../core/job';
import type { PressView } from '../../engine';
import {
  fetchNewestRevisions,
  fetchRevision,
  keepRevision,
  listRevisions,
  markMade,
  nameRevision,
} from '../shared/api';
import { today } from '../shared/today';
import { useEngine } from '../shared/engine';
import { useAttempt } from '../shared/useAttempt';
import { useWording } from '../shared/useWording';
import { useBench } from '../stores/bench';
import AppDialog from '../shared/AppDialog.vue';
import PieceArt from '../shared/PieceArt.vue';
import { useJobAtHand } from './jobAtHand';

const shown = defineModel<boolean>({ required: true });
defineProps<{ view: PressView }>();
const { job } = useJobAtHand();
const list = useTemplateRef<HTMLElement>('list');
const bench = useBench();
const { words } = useWording();

type Entry = Awaited<ReturnType<typeof listRevisions>>[number];
const entries = shallowRef<readonly Entry[]>([]);
const documents = shallowRef<ReadonlyMap<number, Job>>(new Map());
const chosen = ref<number | null>(null);
const chosenView = shallowRef<PressView | null>(null);
const { problem, attempt } = useAttempt();
const name = ref('');
const madeOn = ref('');
const madeNote = ref('');
const load = (): Promise<void> =>
  attempt(async () => {
    await bench.flush();
    entries.value = await listRevisions(bench.id);
    // Older ones are listed with their time; what changed is read when they are chosen.
    const newest = await fetchNewestRevisions(bench.id);
    documents.value = new Map(newest.map(({ number, document: read }) => [number, read]));
  });

async function document(number: number): Promise<Job> {
  const known = documents.value.get(number);
  if (known) return known;
  const fetched = await fetchRevision(bench.id, number);
  documents.value = new Map([...documents.value, [number, fetched]]);
  return fetched;
}

watch(shown, (isShown) => {
  if (!isShown) return;
  documents.value = new Map();
  chosen.value = null;
  chosenView.value = null;
  void load().then(async () => {
    await nextTick();
    list.value?.querySelector('button')?.focus();
  });
});

const choose = (entry: Entry): Promise<void> =>
  attempt(async () => {
    chosen.value = entry.number;
    name.value = entry.name;
    madeOn.value = entry.made?.on ?? today();
    madeNote.value = entry.made?.note ?? '';
    const view = await useEngine().desk.view(await document(entry.number), bench.chosenCode);
    // Another may have been chosen meanwhile.
    if (chosen.value === entry.number) chosenView.value = view;
  });

function changesOf(number: number): string {
  // Edits of one sitting are one revision, so numbers may have gaps.
  const earlier = entries.value.find((entry) => entry.number < number);
  const [after, before] = [documents.value.get(number), documents.value.get(earlier?.number ?? 0)];
  if (number === entries.value.at(-1)?.number) return 'started';
  if (!after || !before) return '';
  return words(listed(describeChanges(before, after), '; ')) || 'saved again';
}

const chosenEntry = computed(() => entries.value.find(({ number }) => number === chosen.value));
const differences = computed(() => {
  const before = chosen.value === null ? undefined : documents.value.get(chosen.value);
  return before ? describeChanges(before, job.value) : [];
});

/** What stands now is kept, so that the way back is there. */
const restore = (): Promise<void> =>
  attempt(async () => {
    const old = chosen.value === null ? undefined : documents.value.get(chosen.value);
    if (!old) return;
    await keepRevision(bench.id, bench.revision);
    bench.edit(old, 'restore');
    shown.value = false;
  });

/** One without a name would be left behind by the next edits of the same sitting. */
const setName = (): Promise<void> =>
  attempt(async () => {
    if (chosen.value === null) return;
    await nameRevision(bench.id, chosen.value, name.value.trim());
    entries.value = await listRevisions(bench.id);
  });

const setMade = (made: { on: string; note: string } | null): Promise<void> =>
  attempt(async () => {
    if (chosen.value === null) return;
    await markMade(bench.id, chosen.value, made);
    entries.value = await listRevisions(bench.id);
  });
</script>

<template>
  <AppDialog v-model="shown" title="Revisions" width="960px">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="columns">
      <ol ref="list" aria-label="Revisions">
        <li v-for="entry in entries" :key="entry.number">
          <button type="button" :class="{ chosen: entry.number === chosen }" @click="choose(entry)">
            <span class="measure">{{ entry.number }}</span>
            <span>
              <strong v-if="entry.name" class="named">{{ entry.name }}</strong>
              {{ changesOf(entry.number) }}
              <span v-if="entry.made" class="made">made on {{ entry.made.on }} {{ entry.made.note }}</span>
              <span class="note"
                >{{ new Date(entry.savedAt).toLocaleString()
                }}{{ entry.proof ? `, proved: ${entry.proof}` : '' }}</span
              >
            </span>
          </button>
        </li>
      </ol>
      <div v-if="chosenEntry && chosenView" class="beside">
        <div class="pair">
          <figure
            v-for="side in [
              { view: chosenView, name: `Revision ${chosenEntry.number}` },
              { view, name: 'Now' },
            ]"
            :key="side.name"
          >
            <svg
              v-if="side.view.made"
              :viewBox="`0 0 ${side.view.made.widthMm} ${side.view.made.heightMm}`"
              role="img"
              :aria-label="side.name"
            >
              <path :d="side.view.made.outlinePath" :fill="side.view.baseColour" />
              <PieceArt :parts="side.view.made.finished" />
            </svg>
            <p v-else class="note">no symbol</p>
            <figcaption>{{ side.name }}</figcaption>
          </figure>
        </div>
        <p v-if="differences.length === 0" class="note">The same as now.</p>
        <ul v-else class="differences">
          <li v-for="difference in differences" :key="words(difference)">
            {{ words(difference) }}
          </li>
        </ul>
        <button type="button" class="action" :disabled="differences.length === 0" @click="restore">
          Restore revision {{ chosenEntry.number }} as a new one
        </button>
        <form class="name" @submit.prevent="setName">
          <label for="revision-name">Name</label>
          <ElInput
            id="revision-name"
            v-model="name"
            placeholder="keeps this revision among all later ones"
            :maxlength="80"
          />
          <button type="submit" class="action" :disabled="name.trim() === chosenEntry.name">
            {{ name.trim() === '' && chosenEntry.name ? 'Remove the name' : 'Name it' }}
          </button>
        </form>
        <form class="mark" @submit.prevent="setMade({ on: madeOn, note: madeNote })">
          <label for="made-on">Made on</label>
          <ElInput id="made-on" v-model="madeOn" type="date" />
          <ElInput
            v-model="madeNote"
            placeholder="note: machine, settings, count"
            aria-label="Note"
            :maxlength="500"
          />
          <button type="submit" class="action">{{ chosenEntry.made ? 'Change' : 'Mark as made' }}</button>
          <button v-if="chosenEntry.made" type="button" class="action quiet" @click="setMade(null)">
            Not made
          </button>
        </form>
      </div>
      <p v-else class="note beside">Choose a revision to see it beside the job as it is now.</p>
    </div>
  </AppDialog>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 380px minmax(0, 1fr);
  gap: 20px;
  height: 440px;
}

ol {
  overflow-y: auto;
  border-right: 1px solid var(--rule-soft);
}

ol button {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr);
  width: 100%;
  padding: 6px 8px;
  border: 0;
  border-bottom: 1px solid var(--rule-soft);
  background: none;
  text-align: left;
  overflow-wrap: anywhere;
  cursor: pointer;
}

ol button:hover,
.chosen {
  background: var(--accent-pale) !important;
}

ol .note,
.named,
.made {
  display: block;
}

.made {
  color: var(--accent-dark);
  font-weight: 600;
}

.beside {
  display: grid;
  align-content: start;
  justify-items: start;
  gap: 10px;
  overflow-y: auto;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  width: 100%;
}

figure {
  display: grid;
  gap: 4px;
  justify-items: center;
  margin: 0;
  padding: 12px;
  background: var(--bench);
}

figure svg {
  width: 100%;
  height: 170px;
}

.differences {
  padding-left: 20px;
  list-style: square;
}

.name {
  display: grid;
  grid-template-columns: auto minmax(120px, 1fr) auto;
  gap: 8px;
  align-items: center;
  width: 100%;
}

.mark {
  display: grid;
  grid-template-columns: auto 130px minmax(120px, 1fr) auto auto;
  gap: 8px;
  align-items: center;
  width: 100%;
}

.problem {
  color: var(--stop);
}
</style>
