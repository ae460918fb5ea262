<script setup lang="ts">
/** One job on the bench: route on top, stage and fit bar in the middle, readout beside, the station's drawer below. */
import { shownTitle } from '../../core/job';
import { useEventListener, useMediaQuery } from '@vueuse/core';
import { storeToRefs } from 'pinia';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useEngine } from '../shared/engine';
import { ApiProblem } from '../shared/http';
import { useLive } from '../shared/useLive';
import { useBench } from '../stores/bench';
import { usePreferences } from '../stores/preferences';
import { useStage } from '../stores/stage';
import { stations, type Station } from '../stations';
import DrawerEdge from './DrawerEdge.vue';
import DrawerSlot from './DrawerSlot.vue';
import MadeQuestion from './MadeQuestion.vue';
import KeyList from './KeyList.vue';
import RevisionsDialog from './RevisionsDialog.vue';
import RouteBar from './RouteBar.vue';
import SaveBar from './SaveBar.vue';
import StuckPanel from './StuckPanel.vue';
import { FitBar, ReadoutPanel, ReadoutStrip } from './readout';
import { StagePanel, stageViews, type StageView } from './stage';
import { useKeys, type KeyActions } from './useKeys';
import { useProof } from './useProof';
import { useQuickProof, withReads } from '../shared/useQuickProof';
import { provideJobAtHand } from './jobAtHand';
import { useThings } from './useThings';
import { useTolerance } from './useTolerance';

const props = defineProps<{ id: string; station: Station }>();

const router = useRouter();
const bench = useBench();
const preferences = usePreferences();
const { document, code } = storeToRefs(bench);
const stageView = ref<StageView>('finished');
const {
  view,
  problem: stuck,
  isTrying,
  areFixesCurrent,
  tryAgain,
} = useLive(() =>
  document.value === null || code.value === null
    ? null
    : {
        jobId: bench.id,
        job: document.value,
        codeId: code.value.id,
        showsMarks: stageView.value === 'marks',
      },
);
const proof = useProof();
const quick = useQuickProof(
  () => {
    const drawn = view.value;
    return document.value === null || drawn === null || stuck.value !== ''
      ? null
      : { job: document.value, drawn };
  },
  () => {
    const { prover, otherProver } = useEngine();
    return [prover, otherProver];
  },
  () => preferences.checksByItself,
);
const tolerance = useTolerance(
  () => document.value,
  () => {
    const { prover, otherProver } = useEngine();
    return [prover, otherProver];
  },
);
/** With what the quick proof found. */
const told = computed(() =>
  view.value === null || document.value === null
    ? null
    : withReads(view.value, document.value, quick.reads.value),
);

/** Beside the stage; on small windows in a sheet over it, and on phones below it. */
const isSmall = useMediaQuery('(max-width: 999px), (max-height: 599px)');
const isPhone = useMediaQuery('(max-width: 699px)');
const readoutPlace = computed(() => (isPhone.value ? 'below' : isSmall.value ? 'over' : 'beside'));
const readoutShown = ref(false);
const keysShown = ref(false);
const revisionsShown = ref(false);
const problem = ref('');
/** The text of a document that cannot be read. */
const raw = ref('');

const job = computed(() => (bench.id === props.id ? document.value : null));

watch(
  () => props.id,
  async (id) => {
    problem.value = '';
    try {
      await bench.open(id);
      stage.openGuides(id);
    } catch (error) {
      // Another job may have been asked for meanwhile.
      if (props.id !== id) return;
      problem.value = (error as Error).message;
      raw.value = error instanceof ApiProblem ? (error.raw ?? '') : '';
    }
  },
  { immediate: true },
);

provideJobAtHand(
  () => job.value,
  () => code.value,
  areFixesCurrent,
);
watch(job, (value) => (window.document.title = value ? `${shownTitle(value)} · Binarus` : 'Binarus'), {
  immediate: true,
});

const stage = useStage();
const things = useThings(
  () => job.value,
  () => view.value?.made ?? null,
);

function goTo(station: Station): void {
  void router.replace({ name: 'bench', params: { id: props.id, station } });
}

/** The next thing on the piece in the order of the document, or the one before. */
function holdNext(step: 1 | -1): void {
  const { value: all } = things.all;
  const at = all.findIndex((thing) => thing === things.held.value);
  const next = all[(at + step + all.length) % all.length];
  if (next) things.hold(next);
}

function zoomStage(how: 'in' | 'out' | 'fit' | 'true'): void {
  if (how === 'fit') stage.resetView();
  else if (how === 'true') stage.zoom = 'true';
  else stage.zoomBy(how === 'in' ? 1.25 : 0.8);
}

const keys: KeyActions = {
  toStation: (index) => goTo(stations[index]!),
  toView: (index) => (stageView.value = (stageViews[index] ?? stageViews[0]!).id),
  undo: bench.undo,
  redo: bench.redo,
  prove: () => {
    goTo('proof');
    void proof.run();
  },
  toShelf: () => void router.push('/'),
  toggleUnit: () => (preferences.unit = preferences.unit === 'mm' ? 'in' : 'mm'),
  firstFix: () => window.document.querySelector<HTMLElement>('[data-fix]')?.focus(),
  showKeys: () => (keysShown.value = true),
  showRevisions: () => (revisionsShown.value = true),
  nudge: things.nudge,
  turn: (degrees) => things.turnTo((things.held.value?.turnDegrees ?? 0) + degrees),
  remove: () => things.removeHeld(),
  holdNext: holdNext,
  zoom: zoomStage,
  toggleNotes: () => (stage.showsNotes = !stage.showsNotes),
  letGo: () => {
    if (readoutShown.value) readoutShown.value = false;
    else stage.hold(null);
  },
};
useKeys(keys, () => job.value !== null && told.value !== null);

const saveSoon = (): void => void bench.flush();
useEventListener('pagehide', saveSoon);
onMounted(() => {
  // The readers take a moment to load; have them ready before the first proof is asked for.
  // One that fails is tried again when a proof is asked for, and told then.
  setTimeout(() => {
    if (!preferences.checksByItself) return;
    const { prover, otherProver } = useEngine();
    for (const each of [prover, otherProver]) each.warmUp().catch(() => {});
  }, 800);
});
onBeforeUnmount(saveSoon);
</script>

<template>
  <main v-if="problem" class="missing">
    <h1>This job cannot be opened</h1>
    <p>{{ problem }}</p>
    <details v-if="raw">
      <summary>Its raw text, as it is kept</summary>
      <pre class="measure">{{ raw }}</pre>
    </details>
    <RouterLink to="/">Back to the shelf</RouterLink>
  </main>
  <main
    v-else-if="job && code && view && told"
    class="bench"
    :class="{ sheet: readoutPlace !== 'beside', phone: readoutPlace === 'below' }"
    :style="{ '--drawer': preferences.drawerPx === null ? undefined : `${preferences.drawerPx}px` }"
  >
    <RouteBar
      :view="told"
      :station="station"
      :proof="proof"
      :tolerance="tolerance"
      @go="goTo"
      @keys="keysShown = true"
      @revisions="revisionsShown = true"
    />
    <div class="alarms">
      <SaveBar />
      <MadeQuestion :job-id="id" />
      <StuckPanel v-if="stuck" :problem="stuck" @again="tryAgain" />
    </div>
    <StagePanel
      v-model:view-name="stageView"
      class="stage"
      :view="view"
      :things="things"
      :has-handles="station === 'piece'"
      @go="goTo"
    />
    <FitBar class="fit" :view="view" />
    <ReadoutStrip
      v-if="readoutPlace === 'over'"
      v-model="readoutShown"
      class="strip"
      :view="told"
      :reads="quick.reads.value"
    />
    <ReadoutPanel
      v-if="readoutPlace !== 'over' || readoutShown"
      class="readout"
      :view="told"
      :reads="quick.reads.value"
      :is-trying="isTrying"
      @check="quick.check"
    />
    <DrawerEdge v-if="readoutPlace !== 'below'" class="edge" />
    <DrawerSlot
      class="drawer"
      :station="station"
      :view="told"
      :proof="proof"
      :quick="quick"
      :things="things"
      :tolerance="tolerance"
      @look="stageView = 'camera'"
    />
    <KeyList v-model="keysShown" />
    <RevisionsDialog v-model="revisionsShown" :view="view" />
  </main>
  <main v-else-if="job && stuck" class="missing">
    <h1>{{ shownTitle(job) }}</h1>
    <SaveBar />
    <StuckPanel :problem="stuck" @again="tryAgain" />
    <RouterLink to="/">Back to the shelf</RouterLink>
  </main>
  <main v-else class="missing" aria-busy="true"></main>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template:
    60px auto minmax(180px, 1fr) 112px min(var(--drawer, max(190px, 27.5vh)), calc(100vh - 342px)) /
    minmax(0, 1fr) 272px;
  grid-template-areas:
    'route route'
    'alarms alarms'
    'stage readout'
    'fit readout'
    'drawer drawer';
  height: 100%;
}

/* What changes in one part does not make the browser lay out the others. */
.stage,
.fit,
.readout,
.drawer {
  contain: strict;
}

.alarms {
  grid-area: alarms;
}

.stage {
  grid-area: stage;
}

.fit {
  grid-area: fit;
  border-top: 1px solid var(--ink);
}

.readout {
  grid-area: readout;
  border-left: 1px solid var(--ink);
}

.edge {
  grid-area: drawer;
}

.drawer {
  grid-area: drawer;
}

.missing pre {
  max-width: 80vw;
  max-height: 50vh;
  overflow: auto;
}
.missing {
  display: grid;
  place-content: center;
  gap: 10px;
  height: 100%;
}

@media (min-width: 1600px) {
  .bench {
    grid-template-columns: minmax(0, 1fr) 340px;
  }
}

@media (max-width: 1150px) {
  .bench {
    grid-template-columns: minmax(0, 1fr) 248px;
  }
}

.bench.sheet {
  grid-template:
    52px auto auto minmax(140px, 1fr) 112px min(var(--drawer, max(150px, 27.5vh)), calc(100vh - 300px)) /
    minmax(0, 1fr);
  grid-template-areas:
    'route'
    'alarms'
    'strip'
    'stage'
    'fit'
    'drawer';
  min-height: 500px;
}

.strip {
  grid-area: strip;
}

.sheet .readout {
  z-index: 3;
  grid-area: 4 / 1 / -1 / 1;
  justify-self: end;
  width: min(340px, 100%);
  background: var(--paper);
}

.bench.phone {
  grid-template-areas:
    'route'
    'alarms'
    'stage'
    'readout'
    'fit'
    'drawer';
  grid-template-rows: auto auto 52vh auto 112px auto;
  height: auto;
  min-height: 100%;
}

.phone .readout {
  z-index: auto;
  grid-area: readout;
  justify-self: stretch;
  width: auto;
  border-top: 1px solid var(--ink);
  border-left: 0;
}

/* The page scrolls as a whole. */
.phone .readout,
.phone .drawer {
  contain: layout paint;
  overflow: visible;
}
</style>
