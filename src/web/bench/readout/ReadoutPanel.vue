<script setup lang="ts">
/** The readout: three answers, then what is not fine with its fixes, and what is fine behind a count. */
import { ChevronRight } from '@lucide/vue';
import { computed, ref } from 'vue';
import { codeNamer, findingKey, severityRank, type Finding } from '../../../core/finding';
import { changesOf } from '../../../core/solving';
import { isLetPass, quickProofKind } from '../../../core/run';
import type { PressView } from '../../../engine';
import StateShape from '../../shared/StateShape.vue';
import { useWording } from '../../shared/useWording';
import { usePreferences } from '../../stores/preferences';
import type { Reads } from '../../shared/useQuickProof';
import { useBench } from '../../stores/bench';
import { useAnswers } from './useAnswers';
import { useRemedy } from './useRemedy';
import FindingRow from './FindingRow.vue';
import FitDialog from './FitDialog.vue';
import FixButtons from './FixButtons.vue';
import OverrideDialog from './OverrideDialog.vue';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView; reads: Reads; isTrying: boolean }>();
const { job, code } = useJobAtHand();
defineEmits<{ check: [] }>();
const bench = useBench();
const preferences = usePreferences();
const { words, titleOf } = useWording();
const nameOf = computed(() => codeNamer(job.value.codes));
const overriding = ref<Finding | null>(null);

const overrideOf = (finding: Finding) =>
  job.value.overrides.find((override) => isLetPass(finding, [override]));
/** Of other codes only what is not fine. */
const own = computed(() =>
  props.view.findings.filter(
    ({ about, severity }) => severity !== 'fine' || about.on !== 'code' || about.id === code.value.id,
  ),
);
/** Stops first; the proof, which says the most, before the limits. */
const unfine = computed(() =>
  own.value
    .filter(({ severity, isAwaited }) => severity !== 'fine' && !isAwaited)
    .sort((a, b) => severityRank[b.severity] - severityRank[a.severity]),
);
const fine = computed(() =>
  own.value.filter(({ kind, severity }) => severity === 'fine' && kind !== quickProofKind),
);
const fineText = computed(() => {
  const { length } = fine.value;
  const checks = length === 1 ? 'check' : 'checks';
  return unfine.value.length === 0 ? `All ${length} ${checks} passed` : `${length} other ${checks} passed`;
});

/** What holds the files back, and is not merely not given yet. */
const isStopped = computed(
  () => props.view.made !== null && props.view.heldBackBy.some(({ isAwaited }) => !isAwaited),
);
const isFitting = ref(false);

const remedy = useRemedy(() => ({ job: job.value, wrong: unfine.value.length }));

const told = useAnswers(() => ({ view: props.view, reads: props.reads }));
</script>

<template>
  <aside class="panel" aria-label="Readout">
    <h2 :class="job.codes.length > 1 ? 'heading' : 'unseen'">
      Readout{{ job.codes.length > 1 ? ` of ${nameOf(code.id)}` : '' }}
    </h2>
    <dl class="answers" aria-live="polite">
      <div
        v-for="{ question, name, state, says } in told"
        :key="question"
        :data-test="`answer-${question}`"
        :data-severity="state"
      >
        <dt><StateShape :state="state" />{{ name }}</dt>
        <dd>{{ says }}</dd>
      </div>
    </dl>
    <p v-if="reads.state === 'failed'" class="problem" role="alert">
      Whether it reads could not be checked: {{ reads.problem }}
      <button type="button" class="action" @click="$emit('check')">Check again</button>
    </p>
    <p v-if="reads.state === 'unasked'" class="problem">
      <button type="button" class="action" @click="$emit('check')">Check whether it reads</button>
    </p>
    <div v-if="remedy.length > 0" class="remedy" data-test="remedy">
      <button type="button" class="action main" @click="bench.apply(changesOf(remedy))">
        Fix everything
      </button>
      <ol>
        <li v-for="(step, index) in remedy" :key="index">{{ words(step.label) }}</li>
      </ol>
    </div>
    <p v-if="isStopped" class="problem">
      <button type="button" class="action" @click="isFitting = true">Make it fit</button>
    </p>
    <ul data-test="unfine">
      <li
        v-for="finding in unfine"
        :key="findingKey(finding)"
        :class="finding.severity"
        :data-test="`finding-${finding.kind}`"
        :data-severity="finding.severity"
      >
        <StateShape :state="finding.severity" />
        <FindingRow :title="titleOf(finding)" :finding="finding" can-ask />
        <div class="more">
          <p>{{ words(finding.text) }}</p>
          <p v-if="overrideOf(finding)" class="passed">Allowed anyway: “{{ overrideOf(finding)!.reason }}”</p>
          <p v-if="isTrying && finding.fixes.length === 0" class="note trying">Looking for fixes…</p>
          <FixButtons
            :finding="finding"
            :can-pass="finding.severity === 'stop' && view.made !== null && !overrideOf(finding)"
            @pass="overriding = finding"
          />
        </div>
      </li>
    </ul>
    <button
      v-if="fine.length > 0"
      type="button"
      class="fold"
      :aria-expanded="preferences.showsKept"
      data-test="fold-fine"
      @click="preferences.showsKept = !preferences.showsKept"
    >
      <ChevronRight :size="15" :class="{ open: preferences.showsKept }" aria-hidden="true" />
      {{ fineText }}
    </button>
    <ul v-if="preferences.showsKept">
      <li
        v-for="finding in fine"
        :key="findingKey(finding)"
        :data-test="`finding-${finding.kind}`"
        data-severity="fine"
      >
        <StateShape state="fine" />
        <details>
          <summary><FindingRow :title="titleOf(finding)" :finding="finding" /></summary>
          <p>{{ words(finding.text) }}</p>
          <p class="note">{{ finding.source.text }}.</p>
        </details>
      </li>
    </ul>
    <FitDialog v-if="isFitting" v-model="isFitting" />
    <OverrideDialog v-model:finding="overriding" />
  </aside>
</template>

<style scoped>
.panel {
  overflow-y: auto;
  padding: 0 14px 8px;
}

.heading {
  padding: 7px 0 0;
}

/* One beside the other, what it says below its name. */
.answers {
  display: grid;
  grid-template-columns: 1.1fr 1.1fr 0.8fr;
  gap: 8px;
  margin: 0 -14px;
  padding: 7px 14px 8px;
  border-bottom: 1px solid var(--rule);
}

dt {
  display: flex;
  align-items: center;
  gap: 7px;
  font-weight: 600;
  white-space: nowrap;
}

dd {
  padding-left: 19px;
  color: var(--ink-soft);
  font-size: var(--text-small);
  line-height: 1.25;
  font-variant-numeric: tabular-nums;
}

li {
  display: grid;
  grid-template-columns: 12px minmax(0, 1fr);
  gap: 0 9px;
  padding: 4px 0 5px;
  border-top: 1px solid var(--rule-soft);
}

li > .shape {
  margin-top: 3px;
}

.more {
  grid-column: 2;
}

li.stop .more,
li.caution .more {
  display: grid;
  justify-items: start;
  gap: 5px;
  padding: 4px 0 3px;
}

.more p {
  font-size: var(--text-note);
  line-height: 1.3;
}

summary {
  list-style: none;
  cursor: pointer;
}

summary:hover {
  background: var(--rule-soft);
}

details p {
  padding: 3px 0 4px;
  font-size: var(--text-note);
  line-height: 1.3;
}

.fold {
  display: flex;
  align-items: center;
  gap: 5px;
  width: 100%;
  padding: 7px 0;
  border: 0;
  background: none;
  color: var(--ink-soft);
  font-size: var(--text-note);
  text-align: left;
  cursor: pointer;
}

.fold .open {
  transform: rotate(90deg);
}

.remedy {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 8px 0;
}

.remedy ol {
  margin: 0;
  padding-left: 18px;
  font-size: var(--text-note);
  list-style: decimal;
}

.remedy li {
  display: list-item;
  padding: 0;
  border: 0;
}

.problem {
  padding: 7px 0;
  font-size: var(--text-note);
}

.passed {
  padding-left: 8px;
  border-left: 2px solid var(--caution);
  overflow-wrap: anywhere;
}

/* Most are tried before anyone could read it. */
.trying {
  animation: appear 1ms 300ms both;
}

@keyframes appear {
  from {
    visibility: hidden;
  }
}

li.stop {
  margin: 0 -14px;
  padding-right: 14px;
  padding-left: 14px;
  background: var(--stop-pale);
}

li.caution {
  margin: 0 -14px;
  padding-right: 14px;
  padding-left: 14px;
  background: var(--caution-pale);
}
</style>
