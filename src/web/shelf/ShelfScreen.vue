<script setup lang="ts">
/** The shelf: all jobs, searched, filed and sorted, each with a true picture of its piece. */
import { Plus } from '@lucide/vue';
import { useVirtualList } from '@vueuse/core';
import { computed, defineAsyncComponent, onMounted, reactive, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import {
  jobStates,
  shelfOrders,
  type JobState,
  type Place,
  type ShelfChoice,
  type ShelfOrder,
} from '../../wire';
import PickList from '../shared/PickList.vue';
import { typedAhead } from '../shared/typedAhead';
import { useHouseStyles } from '../stores/houseStyles';
import { useShelf } from '../stores/shelf';
import { fetchShelfIds } from '../shared/shelfApi';
import { orderNames, stateNames } from './shelfNames';
import { useShelfList } from './useShelfList';
import FilesMenu from './FilesMenu.vue';
import ShelfPlaces from './ShelfPlaces.vue';
import ShelfRow from './ShelfRow.vue';
import { useShelfKeys } from './useShelfKeys';

/** Seldom there. */
const UnreadableNote = defineAsyncComponent(() => import('./UnreadableNote.vue'));
const ApplyLook = defineAsyncComponent(() => import('./ApplyLook.vue'));
const router = useRouter();
const house = useHouseStyles();
const shelf = useShelf();
const query = reactive({
  place: 'shelf' as Place,
  /** Null for all collections. */
  collection: null as string | null,
  state: null as JobState | null,
  words: '',
  order: 'saved' as ShelfOrder,
});
const choice = (): ShelfChoice => ({
  place: query.place,
  collection: query.collection ?? undefined,
  state: query.state ?? undefined,
  words: query.words.trim() === '' ? undefined : query.words.slice(0, 500),
  order: query.order,
});
const { lines, facts, problem, look } = useShelfList(choice, () => shelf.changes);
const inPlace = computed(() => facts.value?.counts[query.place] ?? 0);
const isEmpty = computed(
  () => facts.value !== null && Object.values(facts.value.counts).every((count) => count === 0),
);
const selected = ref<ReadonlySet<string>>(new Set());
const orderChoices = shelfOrders.map((value) => ({ value, label: orderNames[value] }));
const stateChoices = [
  { value: '' as const, label: 'any state' },
  ...jobStates.map((value) => ({ value, label: stateNames[value] })),
];
/** How new jobs of a collection begin. */
const beginChoices = computed(() => [
  { value: '', label: 'clean' },
  ...house.styles.map(({ id, name }) => ({ value: id, label: `in ${name}` })),
]);

/** Only the rows in view are made, with a few before and after. */
const {
  list: visible,
  containerProps,
  wrapperProps,
  scrollTo,
} = useVirtualList(lines, { itemHeight: 84, overscan: 4 });
watch(visible, (rows) => look(rows[0]?.index ?? 0, rows.at(-1)?.index ?? 0));
watch(query, () => {
  selected.value = new Set();
  scrollTo(0);
});
// Whoever scrolled on before a shorter list came would look at nothing.
watch(
  () => lines.value.length,
  (count) => {
    if (count > 0 && visible.value.length === 0) scrollTo(count - 1);
  },
  { flush: 'post' },
);

onMounted(() => {
  document.title = 'Shelf · Binarus';
  shelf.problem = '';
  // The bench is what comes next; it is fetched in a quiet moment.
  setTimeout(() => void import('../bench/BenchScreen.vue').catch(() => {}), 600);
});

watch(
  () => query.collection,
  (collection) => {
    if (collection) void house.load();
  },
);

/** House style with which new jobs of the collection in view begin. */
const beginsWith = computed(() => house.ofCollection(query.collection));
const restyling = ref(false);

/** A new job has an empty address and nothing of the last job; its style is plain or the collection's house style. */
async function startJob(isClean = false): Promise<void> {
  typedAhead.begin();
  try {
    const [{ newJob }, { createJob }] = await Promise.all([
      import('../../core/job'),
      import('../shared/api'),
    ]);
    if (query.collection && !isClean) await house.load();
    const job = newJob({
      collection: query.collection ?? '',
      message: { kind: 'web', address: '' },
      look: isClean ? undefined : beginsWith.value?.look,
    });
    await router.push({ name: 'bench', params: { id: (await createJob(job)).id } });
  } catch (error) {
    typedAhead.end();
    shelf.problem = (error as Error).message;
  }
}

function choose(place: Place, collection: string | null): void {
  query.place = place;
  query.collection = collection;
}

/** Emptying the bin asks once more. */
const clearing = ref(false);

function clearBin(): void {
  clearing.value = false;
  void shelf.clearBin();
}

/** Of all that are chosen, whether they are in view or not. */
async function selectAll(): Promise<void> {
  try {
    selected.value = new Set(await fetchShelfIds(choice()));
  } catch (error) {
    shelf.problem = (error as Error).message;
  }
}

function toggle(id: string): void {
  const next = new Set(selected.value);
  if (!next.delete(id)) next.add(id);
  selected.value = next;
}

const withSelection = (id: string): string[] => (selected.value.has(id) ? [...selected.value] : [id]);

function drag(event: DragEvent): void {
  const id = (event.target as HTMLElement).querySelector<HTMLElement>('[data-id]')?.dataset.id;
  if (id) event.dataTransfer?.setData('text/binarus-jobs', withSelection(id).join(' '));
}

async function act(work: (ids: string[]) => Promise<void>, ids: string[]): Promise<void> {
  if (ids.length === 0) return;
  await work(ids);
  selected.value = new Set();
}
const moveTo = (place: Place, ids = [...selected.value]): Promise<void> =>
  act((all) => shelf.move(all, place), ids);
const fileIn = (collection: string, ids: string[]): Promise<void> =>
  act((all) => shelf.fileIn(all, collection), ids);

useShelfKeys({
  startJob: () => void startJob(),
  search: () => document.querySelector<HTMLElement>('#shelf-search')?.focus(),
  duplicate: (id) => void shelf.duplicate(id),
  archive: (id) => void moveTo('archive', withSelection(id)),
  toBin: (id) => void moveTo('bin', withSelection(id)),
  toggle,
  undo: () => void shelf.undo(),
});
</script>

<template>
  <main class="shelf">
    <header>
      <h1>Jobs</h1>
      <ElInput
        id="shelf-search"
        v-model="query.words"
        class="search"
        clearable
        maxlength="500"
        placeholder="Search name, message, material, note  ( / )"
        aria-label="Search"
      />
      <PickList
        class="pick"
        label="State"
        :choices="stateChoices"
        :model-value="query.state ?? ''"
        @update:model-value="query.state = $event || null"
      />
      <PickList v-model="query.order" class="pick" label="Order" :choices="orderChoices" />
      <FilesMenu :choice="choice" />
      <button type="button" class="action main" title="N" @click="startJob()">
        <Plus :size="16" :stroke-width="2" aria-hidden="true" /> New job
      </button>
    </header>
    <div class="side">
      <ShelfPlaces
        :counts="facts?.counts"
        :collections="facts?.collections ?? []"
        :place="query.place"
        :collection="query.collection"
        @choose="choose"
        @drop-in="(ids, collection) => fileIn(collection, ids)"
        @drop-to="(ids, place) => moveTo(place, ids)"
      />
    </div>
    <section class="jobs" aria-label="Jobs">
      <div><UnreadableNote /></div>
      <div class="bar">
        <p v-if="shelf.problem || problem" class="problem" role="alert">{{ shelf.problem || problem }}</p>
        <template v-else-if="selected.size > 0">
          <strong>{{ selected.size }} selected</strong>
          <button v-if="query.place !== 'shelf'" type="button" class="action" @click="moveTo('shelf')">
            Back to the shelf
          </button>
          <button v-if="query.place === 'shelf'" type="button" class="action" @click="restyling = true">
            Style…
          </button>
          <button v-if="query.place === 'shelf'" type="button" class="action" @click="moveTo('archive')">
            Archive
          </button>
          <button v-if="query.place !== 'bin'" type="button" class="action" @click="moveTo('bin')">
            To the bin
          </button>
          <button type="button" class="action quiet" @click="selected = new Set()">Select none</button>
        </template>
        <template v-else>
          <span class="note" data-test="job-count">{{ lines.length }} of {{ inPlace }} jobs</span>
          <button v-if="lines.length > 0" type="button" class="action quiet" @click="selectAll">
            Select all
          </button>
          <template v-if="query.place === 'shelf' && query.collection && house.styles.length > 0">
            <label for="begins-with" class="note">New jobs in {{ query.collection }} begin</label>
            <PickList
              class="pick"
              field-id="begins-with"
              :choices="beginChoices"
              :model-value="beginsWith?.id ?? ''"
              @update:model-value="house.assign(query.collection!, $event || null)"
            />
            <button v-if="beginsWith" type="button" class="action quiet" @click="startJob(true)">
              One clean job
            </button>
          </template>
          <template v-if="query.place === 'bin' && inPlace > 0">
            <button v-if="!clearing" type="button" class="action" @click="clearing = true">
              Empty the bin
            </button>
            <template v-else>
              <strong>Everything in the bin, for good?</strong>
              <button type="button" class="action" @click="clearBin">Delete for good</button>
              <button type="button" class="action quiet" @click="clearing = false">Keep it</button>
            </template>
          </template>
        </template>
        <span v-if="shelf.wayBack" class="back" role="status">
          {{ shelf.wayBack.label }}.
          <button type="button" class="action" title="Ctrl Z" @click="shelf.undo()">Undo</button>
        </span>
      </div>
      <div class="titles heading" aria-hidden="true">
        <span></span><span></span><span>Job</span><span>Message</span><span>Piece</span><span>State</span
        ><span>Saved</span>
      </div>
      <div v-bind="containerProps" class="scroller" @dragstart="drag">
        <div v-bind="wrapperProps">
          <template v-for="{ data: { job, index } } in visible" :key="job?.id ?? index">
            <ShelfRow v-if="job" :job="job" :selected="selected.has(job.id)" @select="toggle(job.id)" />
            <div v-else class="row" aria-busy="true"></div>
          </template>
        </div>
        <div v-if="facts && lines.length === 0" class="empty">
          <template v-if="isEmpty">
            <p>The shelf is empty.</p>
            <button type="button" class="action main" @click="startJob()">Start the first job</button>
            <p class="note">Copy the address that a scan should open; you can paste it on the bench.</p>
          </template>
          <p v-else>{{ query.place === 'shelf' ? 'No job is like that.' : 'Nothing here.' }}</p>
        </div>
      </div>
    </section>
    <ApplyLook v-if="restyling" v-model="restyling" :ids="[...selected]" @done="selected = new Set()" />
  </main>
</template>

<style scoped>
.shelf {
  display: grid;
  grid-template: auto minmax(0, 1fr) / 190px minmax(0, 1fr);
  width: 100%;
  max-width: 1600px;
  height: 100%;
  margin: 0 auto;
}

header {
  display: grid;
  grid-column: 1 / -1;
  grid-template-columns: 166px minmax(180px, 1fr) 150px 150px auto auto;
  align-items: center;
  gap: 12px;
  padding: 14px 24px 12px;
}

h1 {
  font-size: var(--text-head);
  font-weight: 650;
  line-height: 1.15;
}

.pick {
  width: 150px;
}

header .pick {
  width: 100%;
}

.main {
  display: flex;
  align-items: center;
  gap: 6px;
}

.side {
  min-height: 0;
  padding: 8px 0 14px 14px;
  overflow-y: auto;
}

.jobs {
  display: grid;
  grid-template-rows: auto 34px auto minmax(0, 1fr);
  min-width: 0;
  padding: 0 24px 0 10px;
}

.bar {
  display: flex;
  align-items: center;
  gap: 10px;
}

.back {
  margin-left: auto;
}

.titles,
.scroller :deep(.row) {
  display: grid;
  grid-template-columns: 16px 96px minmax(140px, 1.1fr) minmax(170px, 1.4fr) minmax(160px, 1fr) 124px 136px;
  gap: 16px;
  align-items: center;
}

.scroller :deep(.row) {
  height: 84px;
}

.titles {
  padding: 0 10px 6px;
  border-bottom: 1px solid var(--ink);
}

.scroller {
  overflow-y: auto;
  contain: strict;
}

.empty {
  display: grid;
  justify-items: center;
  gap: 14px;
  padding-top: 14vh;
  font-size: var(--text-title);
}

.problem {
  color: var(--stop);
}
</style>

<style scoped src="./small.css"></style>
