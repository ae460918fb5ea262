<script setup lang="ts">
/** The proof of the very file: photographed and read before anything is wasted; and how far from what is asked it holds. */
import { computed, ref, shallowRef, watch } from 'vue';
import type { SymbolGrade } from '../../../core/grades';
import { severityOfVerdict } from '../../../core/finding';
import type { Condition } from '../../../core/proof';
import { proofSeed } from '../../../core/proving';
import type { PressView } from '../../../engine';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import StateShape from '../../shared/StateShape.vue';
import DrawerPages from '../DrawerPages.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { useEngine } from '../../shared/engine';
import { useNewest } from '../../shared/useNewest';
import { distanceText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { useStage } from '../../stores/stage';
import ReadingDistance from '../ReadingDistance.vue';
import type { ProofControl } from '../useProof';
import type { ToleranceControl } from '../useTolerance';
import GradeMap from './GradeMap.vue';
import GradeTable from '../../shared/GradeTable.vue';
import HarmMap from './HarmMap.vue';
import HarmNotes from './HarmNotes.vue';
import { rowName, surveys } from './mapWords';
import ToleranceGrid from './ToleranceGrid.vue';
import VerdictTable from './VerdictTable.vue';
import WeakestWay from './WeakestWay.vue';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
const props = defineProps<{ view: PressView; proof: ProofControl; tolerance: ToleranceControl }>();
const { job } = useJobAtHand();
const emit = defineEmits<{ look: [] }>();
const bench = useBench();
const preferences = usePreferences();
const stage = useStage();

const report = computed(() => props.proof.report.value);
const stale = computed(() => props.proof.stale.value && !props.proof.running.value);
const verdictTexts = {
  good: 'It reads: every reader of the panel is prompt.',
  caution: 'It may not read everywhere: one reader of the panel is slow or fails.',
  stop: 'It does not read well enough: fewer than two readers are prompt.',
};

const shown = computed({
  get: () => props.tolerance.shown.value,
  set: (kind) => props.tolerance.show(kind),
});
const map = computed(() => props.tolerance.map.value);
const harms = computed(() => props.tolerance.harms.value);
/** Measured when it is looked at, of the job as it stands; why it is not, in words. */
const grade = shallowRef<SymbolGrade | null>(null);
const noGrade = ref('');
const { ask } = useNewest();
watch(
  [shown, () => job.value],
  async ([kind, job]) => {
    const isNewest = ask();
    grade.value = null;
    noGrade.value = '';
    if (kind !== 'grade') return;
    try {
      const found = await useEngine().prover.grade(job, job.codes[0]!.id);
      if (!isNewest()) return;
      grade.value = found;
      if (found === null)
        noGrade.value =
          props.view.made === null
            ? 'There is nothing to measure: the message gives no symbol.'
            : 'No grid of dark modules on light ones can be laid on it, so that a verifier would give it an F.';
    } catch (error) {
      if (isNewest()) noGrade.value = (error as Error).message;
    }
  },
  { immediate: true },
);
const codeWidthMm = computed(() => job.value.codes[0]!.placement.widthMm);
const isMapping = computed(() => props.tolerance.running.value);

/** From where to where, and how much it may lean: what the map of tilt says. */
const reach = computed(() => {
  const found = props.tolerance.reach.value;
  if (found === null) return '';
  const { unit } = preferences;
  return `Reads from ${distanceText(found.nearestM, unit)} to ${distanceText(found.farthestM, unit)}, leaning by up to ${rowName(found.plan, found.tilt)}.`;
});

// When the verdict is in, the map follows; whoever does not want it ends it.
watch(
  () => props.proof.running.value,
  (isRunning, wasRunning) => {
    if (wasRunning && !isRunning && !stale.value && report.value !== null) void props.tolerance.begin();
  },
);

function lookAt(condition: Condition): void {
  stage.look = condition;
  emit('look');
}
</script>

<template>
  <DrawerPages label="Proof">
    <template #actions>
      <h2 class="name">Try it before you make it</h2>
      <RouterLink :to="{ name: 'check', params: { id: bench.id } }" class="action"
        >Check a photograph…</RouterLink
      >
      <button
        type="button"
        class="action main"
        :disabled="proof.running.value || view.made === null"
        @click="proof.run()"
      >
        {{ proof.running.value ? 'Proving…' : `Prove revision ${bench.revision}` }}
      </button>
    </template>
    <div class="columns">
      <section>
        <h2 class="heading">How it is read</h2>
        <p v-if="proof.problem.value" class="problem" role="alert">{{ proof.problem.value }}</p>
        <ReadingDistance />
        <SwitchField v-model="preferences.checksByItself" label="Check by itself when typing pauses" />
        <p v-if="!preferences.checksByItself" class="note">
          It is still checked before you download a file. On a slow computer this saves time.
        </p>
      </section>
      <section class="verdict" :class="{ stale }" aria-live="polite" data-test="verdict">
        <h2 class="heading">Verdict</h2>
        <template v-if="report">
          <p class="says">
            <StateShape :state="stale ? 'caution' : severityOfVerdict[report.verdict]" />
            <span v-if="stale"
              >Stale: this verdict is of revision {{ proof.ofRevision.value }}, and the job was edited
              since.</span
            >
            <span v-else>{{ verdictTexts[report.verdict] }} {{ reach }}</span>
          </p>
          <VerdictTable :report="report" />
          <p class="note">
            Revision {{ proof.ofRevision.value }}, {{ report.shots }} shots of seed {{ proofSeed }} from
            {{ distanceText(report.distanceM, preferences.unit) }}, {{ report.pixelsPerModule }} pixels a
            module.
            {{ proof.running.value ? 'More are coming.' : '' }}
            <button
              v-if="!stale && !proof.running.value"
              type="button"
              class="link"
              title="Counted together with those that were taken"
              @click="proof.more()"
            >
              20 more
            </button>
          </p>
        </template>
        <p v-else class="note">
          The bytes of the SVG file are rendered, aged as the machine makes marks on the material, and
          photographed from the chosen distance: turned all ways, tilted by up to 25°, lit from one side, with
          noise and the loss of a kept picture. Three independent readers vote; a fourth stands beside them. A
          read counts only when the text is the message, byte for byte.
        </p>
      </section>
      <section class="map">
        <div class="kinds">
          <h2 class="heading">How far it holds</h2>
          <ChoiceRow v-model="shown" label="What is mapped" :choices="surveys" />
          <button v-if="isMapping" type="button" class="link" @click="tolerance.stop()">Stop</button>
        </div>
        <p v-if="tolerance.problem.value" class="problem" role="alert">{{ tolerance.problem.value }}</p>
        <p v-if="noGrade" class="note" role="status">{{ noGrade }}</p>
        <GradeTable v-else-if="shown === 'grade'" :grade="grade" />
        <ToleranceGrid v-else-if="map" :map="map" @look="lookAt" />
        <HarmMap v-else-if="harms" :found="harms" :code-width-mm="codeWidthMm" />
        <p v-else-if="isMapping" class="note">Taking the first shots…</p>
        <p v-else class="note">
          Filled after a proof, or
          <button type="button" class="link" :disabled="view.made === null" @click="tolerance.begin()">
            fill it now</button
          >.
        </p>
      </section>
      <section class="weakest">
        <h2 class="heading">
          {{ shown === 'harm' ? 'What it survives' : shown === 'grade' ? 'Where it is lost' : 'Weakest way' }}
        </h2>
        <GradeMap v-if="shown === 'grade' && grade" :grade="grade" />
        <HarmNotes v-else-if="harms && !map" :found="harms" :code-width-mm="codeWidthMm" />
        <WeakestWay v-else-if="map" :map="map" :running="isMapping" @look="lookAt" />
        <p v-else class="note">
          {{
            shown === 'harm'
              ? 'Dirt, torn corners and scratches, each tried until a reader is lost.'
              : 'The nearest condition in which a reader is lost, and what it lacks there.'
          }}
        </p>
      </section>
    </div>
  </DrawerPages>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 0.72fr 1.15fr 1.35fr 0.72fr;
}

.says {
  display: grid;
  grid-template-columns: 12px 1fr;
  gap: 9px;
  font-size: var(--text-body);
  font-weight: 500;
}

.says .shape {
  margin-top: 4px;
}

.name {
  flex: 1;
  padding-left: 6px;
  font-size: var(--text-body);
  font-weight: 600;
}

.kinds {
  display: flex;
  gap: 12px;
  align-items: baseline;
}

.map {
  overflow-x: auto;
}

.stale table,
.stale .note {
  filter: grayscale(1);
}
</style>
