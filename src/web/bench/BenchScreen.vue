<script setup lang="ts">
/** One job on the bench: route on top, stage and fit bar in the middle, readout beside, the station's drawer below. */
import { shownTitle } from '../../core/job';
import { useEventListener, useMediaQuery, watchDebounced } from '@vueuse/core';
import { storeToRefs } from 'pinia';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useEngine } from '../shared/engine';
import { ApiProblem } from '../shared/http';
import { useLive } from '../shared/useLive';
import { useBench } from '../stores/bench';
import { useLayoutOfUse } from '../stores/layoutOfUse';
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
/** After typing rests for so long, what was laid out for a use follows the message. */
const layoutPauseMs = 350;
const layoutOfUse = useLayoutOfUse();
watchDebounced(
  () => view.value?.made?.sizeModules,
  // What cannot be laid out again stays as it is, and the readout says what it lacks.
  () => void layoutOfUse.follow().catch(() => {}),
  { debounce: layoutPauseMs },
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

/** Beside the stage; on small windows its answers stand in a line, and the rest opens over the stage. */
const isSmall = useMediaQuery('(max-width: 999px), (max-height: 599px)');
/** Low and wide: drawing and form stand side by side there. */
const isLow = useMediaQuery('(min-width: 700px) and (max-height: 599px)');
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
    :class="{ small: isSmall, low: isLow }"
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
      v-if="isSmall"
      v-model="readoutShown"
      class="strip"
      :view="told"
      :reads="quick.reads.value"
    />
    <ReadoutPanel
      v-if="!isSmall || readoutShown"
      class="readout"
      :view="told"
      :reads="quick.reads.value"
      :is-trying="isTrying"
      @check="quick.check"
    />
    <DrawerEdge v-if="!isLow" class="edge" />
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
    52px auto minmax(160px, 1fr) auto min(var(--drawer, max(340px, 42vh)), calc(100vh - 280px)) /
    minmax(0, 1fr) 300px;
  grid-template-areas:
    'route route'
    'alarms alarms'
    'stage readout'
    'fit fit'
    'drawer drawer';
  height: 100%;
}

/* What changes in one part does not make the browser lay out the others. */
.stage,
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
    grid-template-columns: minmax(0, 1fr) 400px;
  }
}

@media (max-width: 1150px) {
  .bench {
    grid-template-columns: minmax(0, 1fr) 264px;
  }
}

.bench.small {
  grid-template:
    44px auto 32px minmax(130px, 1fr) auto min(var(--drawer, 54vh), calc(100vh - 280px)) /
    minmax(0, 1fr);
  grid-template-areas:
    'route'
    'alarms'
    'strip'
    'stage'
    'fit'
    'drawer';
}

.bench.low {
  grid-template: 44px auto 32px minmax(0, 1fr) auto / minmax(230px, 36%) minmax(0, 1fr);
  grid-template-areas:
    'route route'
    'alarms alarms'
    'strip strip'
    'stage drawer'
    'fit fit';
}

.bench.low .drawer {
  border-left: 1px solid var(--ink);
}

.strip {
  grid-area: strip;
}

.small .readout {
  z-index: 3;
  grid-area: 4 / 1 / -1 / -1;
  justify-self: end;
  width: min(340px, 100%);
  background: var(--paper);
}
</style>
