<script setup lang="ts">
/** The route of a job: five stations, each with its state and a live summary. */
import { CircleQuestionMark, History, Redo2, Undo2 } from '@lucide/vue';
import { computed } from 'vue';
import { shownTitle, lookOf, lookName } from '../../core/job';
import { severityOfVerdict, onlyAwaits, worstSeverity } from '../../core/finding';
import type { PressView } from '../../engine';
import { stations, type Station } from '../stations';
import StateShape from '../shared/StateShape.vue';
import { distanceText, lengthNumber } from '../shared/units';
import { useBench } from '../stores/bench';
import { usePreferences } from '../stores/preferences';
import { useHouseStyles } from '../stores/houseStyles';
import type { ProofControl } from './useProof';
import type { ToleranceControl } from './useTolerance';
import { useJobAtHand } from './jobAtHand';
import { lengthOfPayload } from './payloadText';

const props = defineProps<{
  view: PressView;
  station: Station;
  proof: ProofControl;
  tolerance: ToleranceControl;
}>();
const { job, code } = useJobAtHand();
defineEmits<{ go: [station: Station]; keys: []; revisions: [] }>();

const bench = useBench();
const preferences = usePreferences();
const houseStyles = useHouseStyles();
void houseStyles.load();

const savedText = computed(
  () =>
    ({
      saved: 'saved',
      unsaved: 'saving soon',
      saving: 'saving',
      away: 'not saved',
      contested: 'two versions',
      gone: 'deleted elsewhere',
    })[bench.saveState],
);

type State = 'fine' | 'caution' | 'stop' | 'none';

function stateOf(station: Station): State {
  if (station === 'proof') {
    const { report, stale } = props.proof;
    if (report.value === null) return 'none';
    if (stale.value) return 'caution';
    return severityOfVerdict[report.value.verdict];
  }
  if (station === 'output')
    return props.view.heldBackBy.length === 0 ? 'fine' : onlyAwaits(props.view.heldBackBy) ? 'none' : 'stop';
  const own = props.view.findings.filter((finding) => finding.station === station);
  if (props.view.made === null && onlyAwaits(own)) return 'none';
  return worstSeverity(own);
}

function summaryOf(station: Station): string {
  const { made, heldBackBy } = props.view;
  const { piece } = job.value;
  const length = (mm: number): string => lengthNumber(mm, preferences.unit);
  switch (station) {
    case 'message':
      return props.view.payload === ''
        ? 'nothing yet'
        : `${code.value.message.kind} · ${lengthOfPayload(props.view)}`;
    case 'style':
      return made
        ? `${made.version}-${made.level} · ${lookName(lookOf(code.value), houseStyles.styles).toLowerCase()}`
        : 'no symbol';
    case 'piece':
      return `${length(piece.widthMm)} × ${length(piece.heightMm)}, ${length(code.value.placement.widthMm)}`;
    case 'proof': {
      const report = props.proof.report.value;
      if (report === null) return 'not proved';
      if (props.proof.stale.value) return `stale, of r${props.proof.ofRevision.value}`;
      const reach = props.tolerance.reach.value;
      if (reach !== null) {
        const { unit } = preferences;
        return `${distanceText(reach.nearestM, unit)} to ${distanceText(reach.farthestM, unit)}`;
      }
      const voting = report.readers.filter(({ votes }) => votes);
      return `${voting.filter(({ state }) => state === 'prompt').length} of ${voting.length} prompt`;
    }
    case 'output':
      return heldBackBy.length === 0 ? 'ready' : onlyAwaits(heldBackBy) ? 'not yet' : 'blocked';
  }
}

const names: Record<Station, string> = {
  message: 'Message',
  style: 'Style',
  piece: 'Piece',
  proof: 'Proof',
  output: 'Output',
};
const route = computed(() =>
  stations.map((station) => ({
    station,
    name: names[station],
    state: stateOf(station),
    summary: summaryOf(station),
  })),
);
</script>

<template>
  <header class="bar">
    <div class="job">
      <h1>{{ shownTitle(job) }}</h1>
      <p>
        {{ job.collection || 'no collection' }} · revision {{ bench.revision }} ·
        <span
          :class="{ unsaved: bench.saveState === 'away' }"
          :title="bench.saveProblem"
          data-test="save-state"
          >{{ savedText }}</span
        >
      </p>
    </div>
    <nav aria-label="Stations">
      <ol>
        <li v-for="stop in route" :key="stop.station">
          <button
            type="button"
            :class="{ here: stop.station === station }"
            :aria-current="stop.station === station ? 'step' : undefined"
            @click="$emit('go', stop.station)"
          >
            <span class="stop"><StateShape :state="stop.state" />{{ stop.name }}</span>
            <span class="summary measure">{{ stop.summary }}</span>
          </button>
        </li>
      </ol>
    </nav>
    <div class="tools">
      <ElTooltip append-to="#over" content="One step back (Ctrl Z)" :show-after="400">
        <button
          type="button"
          class="icon"
          aria-label="One step back"
          :disabled="!bench.canUndo"
          @click="bench.undo()"
        >
          <Undo2 :size="17" :stroke-width="1.6" />
        </button>
      </ElTooltip>
      <ElTooltip append-to="#over" content="One step forward (Ctrl Y)" :show-after="400">
        <button
          type="button"
          class="icon"
          aria-label="One step forward"
          :disabled="!bench.canRedo"
          @click="bench.redo()"
        >
          <Redo2 :size="17" :stroke-width="1.6" />
        </button>
      </ElTooltip>
      <ElTooltip append-to="#over" content="Revisions (R)" :show-after="400">
        <button type="button" class="icon" aria-label="Revisions" @click="$emit('revisions')">
          <History :size="17" :stroke-width="1.6" />
        </button>
      </ElTooltip>
      <ElTooltip append-to="#over" content="Keys (?)" :show-after="400">
        <button type="button" class="icon" aria-label="Keys" @click="$emit('keys')">
          <CircleQuestionMark :size="17" :stroke-width="1.6" />
        </button>
      </ElTooltip>
    </div>
  </header>
</template>

<style scoped>
.bar {
  display: grid;
  grid-area: route;
  grid-template-columns: minmax(150px, 250px) minmax(0, 1fr) auto;
  align-items: center;
  gap: 14px;
  padding: 0 14px 0 16px;
  border-bottom: 1px solid var(--ink);
}

.job {
  min-width: 0;
}

.job h1,
.job p {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.job h1 {
  font-size: var(--text-title);
  font-weight: 600;
  line-height: 1.25;
}

.job p {
  color: var(--ink-soft);
  font-size: var(--text-note);
}

.unsaved {
  color: var(--stop);
  font-weight: 600;
}

nav {
  align-self: stretch;
  min-width: 0;
}

ol {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  height: 100%;
}

li {
  min-width: 0;
}

nav button {
  position: relative;
  display: grid;
  align-content: center;
  gap: 2px;
  width: 100%;
  height: 100%;
  padding: 0 8px 0 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}

.stop {
  display: flex;
  align-items: center;
  gap: 7px;
  font-weight: 600;
}

/* The way on to the next station. */
.stop::after {
  flex: 1;
  height: 1px;
  background: var(--ink-soft);
  content: '';
}

li:last-child .stop::after {
  content: none;
}

.summary {
  overflow: hidden;
  padding-left: 19px;
  color: var(--ink-soft);
  font-size: var(--text-small);
  font-weight: 400;
  text-overflow: ellipsis;
  white-space: nowrap;
}

nav button:hover .stop {
  color: var(--accent-dark);
}

.here::after {
  position: absolute;
  right: 14px;
  bottom: -1px;
  left: 0;
  height: 4px;
  background: var(--ink);
  content: '';
}

.tools {
  display: flex;
  align-items: center;
  gap: 4px;
}

.icon {
  display: grid;
  place-content: center;
  width: 28px;
  height: 28px;
  padding: 0;
  border: 0;
  border-radius: var(--radius);
  background: none;
  cursor: pointer;
}

.icon:hover:not(:disabled) {
  background: var(--paper-sunk);
}

.icon:disabled {
  color: var(--edge);
  cursor: default;
}

@media (max-width: 999px) {
  .bar {
    grid-template-columns: minmax(90px, 150px) minmax(0, 1fr) auto;
    gap: 10px;
  }

  .summary {
    display: none;
  }

  nav button {
    padding-right: 4px;
  }

  .stop {
    gap: 5px;
    font-size: var(--text-note);
  }
}

@media (max-width: 699px) {
  .bar {
    grid-template: 100% / minmax(0, 1fr) 76px;
    gap: 6px;
    padding: 0 6px 0 8px;
  }

  /* What the job is called is on its message station, and what is saved in the alarms where it is not. */
  .job {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }

  .tools {
    gap: 0;
  }

  .tools .icon {
    width: 25px;
  }

  .tools .icon:last-child {
    display: none;
  }

  .stop {
    flex-direction: column;
    gap: 2px;
    font-size: var(--text-small);
  }

  .stop::after {
    content: none;
  }

  nav button {
    justify-items: center;
    padding: 0;
  }

  .here::after {
    right: 4px;
    left: 4px;
  }
}
</style>
