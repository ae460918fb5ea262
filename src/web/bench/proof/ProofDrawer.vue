<script setup lang="ts">
/** The proof of the very file: photographed and read before anything is wasted. */
import { computed } from 'vue';
import type { Job } from '../../../core/job';
import { severityOfVerdict } from '../../../core/proof';
import type { PressView } from '../../../engine';
import StateShape from '../../shared/StateShape.vue';
import { distanceText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import type { ProofControl } from '../useProof';
import SwitchField from '../../shared/SwitchField.vue';
import ReadingDistance from '../ReadingDistance.vue';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
const props = defineProps<{ job: Job; view: PressView; proof: ProofControl }>();
const bench = useBench();
const preferences = usePreferences();

const report = computed(() => props.proof.report.value);
const stale = computed(() => props.proof.stale.value && !props.proof.running.value);
const voting = computed(() => report.value?.readers.filter(({ votes }) => votes) ?? []);
const beside = computed(() => report.value?.readers.filter(({ votes }) => !votes) ?? []);
const verdictTexts = {
  good: 'It reads: every reader of the panel is prompt.',
  caution: 'It may not read everywhere: one reader of the panel is slow or fails.',
  stop: 'It does not read well enough: fewer than two readers are prompt.',
};
const readerState = { prompt: 'fine', slow: 'caution', fails: 'stop' } as const;
</script>

<template>
  <div class="columns">
    <section>
      <h2 class="heading">Proof of the file</h2>
      <button
        type="button"
        class="action main"
        :disabled="proof.running.value || view.made === null"
        @click="proof.run()"
      >
        {{ proof.running.value ? 'Proving…' : `Prove revision ${bench.revision}` }}
      </button>
      <p v-if="proof.problem.value" class="problem" role="alert">{{ proof.problem.value }}</p>
      <ReadingDistance :job="job" />
      <SwitchField v-model="preferences.checksByItself" label="Check by itself when typing pauses" />
      <p v-if="!preferences.checksByItself" class="note">
        It is still checked before a file is taken. On a slow computer this saves power.
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
          <span v-else>{{ verdictTexts[report.verdict] }}</span>
        </p>
        <p class="note">
          Revision {{ proof.ofRevision.value }}, {{ report.shots }} of {{ report.ofShots }} shots from
          {{ distanceText(report.distanceM, preferences.unit) }}, {{ report.pixelsPerModule }} pixels a
          module.
          {{ report.shots < report.ofShots ? 'An early verdict; more shots are coming.' : '' }}
        </p>
      </template>
      <p v-else class="note">Not proved yet.</p>
    </section>
    <section class="readers" :class="{ stale }">
      <h2 class="heading">Reader panel</h2>
      <table v-if="report">
        <tbody>
          <tr v-for="reader in [...voting, ...beside]" :key="reader.id" :data-test="`reader-${reader.id}`">
            <td><StateShape :state="readerState[reader.state]" /></td>
            <th scope="row">{{ reader.name }}</th>
            <td class="measure">{{ reader.read }} of {{ report.shots }}</td>
            <td class="note">
              {{ reader.wrong > 0 ? `${reader.wrong} wrong texts` : reader.state
              }}{{ reader.votes ? '' : ', has no vote' }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="note">Three independent readers vote; a fourth is reported beside them.</p>
    </section>
    <section>
      <h2 class="heading">What is proved</h2>
      <p class="note">
        The bytes of the SVG file are rendered, its marks grow as the machine makes them grow and take the
        colours of the material. Then it is photographed from the chosen distance, turned all ways, tilted by
        up to 25°, lit from one side, slightly blurred, with noise, and kept with the loss of a picture that
        is sent on. A read counts only when the text is the message, byte for byte.
      </p>
      <p class="note">
        Simulated: no glare, no dirt, no curve. Scan the finished piece as well. The Camera view (8) shows one
        shot.
      </p>
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 0.9fr 1.15fr 1.25fr 1.1fr;
}

.says {
  display: grid;
  grid-template-columns: 12px 1fr;
  gap: 9px;
  font-size: 15px;
  font-weight: 500;
}

.says .shape {
  margin-top: 4px;
}

.main {
  justify-self: start;
}

table {
  border-collapse: collapse;
}

td,
th {
  padding: 4px 12px 4px 0;
  text-align: left;
  vertical-align: baseline;
}

td.measure,
th {
  white-space: nowrap;
}

th {
  font-weight: 500;
}

.stale table,
.stale .note {
  filter: grayscale(1);
}
</style>
