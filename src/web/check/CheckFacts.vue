<script setup lang="ts">
/** What was found in a photograph: in one sentence, then in figures, then module by module. */
import { computed } from 'vue';
import type { Job } from '../../core/job';
import { severityOfVerdict } from '../../core/finding';
import { checkSentence, type CheckedCode, type CheckVerdict } from '../../core/photo';
import GradeTable from '../shared/GradeTable.vue';
import StateShape from '../shared/StateShape.vue';
import { lengthText } from '../shared/units';
import { usePreferences } from '../stores/preferences';
import ModuleMap from './ModuleMap.vue';
import type { Checked } from './usePhotoChecks';

const props = defineProps<{
  checked: Checked;
  verdict: CheckVerdict;
  code: CheckedCode | null;
  job: Job | null;
  /** Of the job's code, for measures; null without a job. */
  moduleMm: number | null;
}>();
const preferences = usePreferences();

const comparison = computed(() => props.checked.byHand?.found.comparison ?? props.code?.comparison ?? null);
const panel = computed(() =>
  (props.checked.check?.readers ?? []).map(({ name, votes, text }) => ({
    name,
    votes,
    says:
      text === null
        ? 'reads nothing'
        : props.code !== null && text === props.code.seen.text
          ? 'reads it'
          : 'reads something else',
    isRead: text !== null && text === props.code?.seen.text,
  })),
);
const growth = computed(() => {
  if (comparison.value === null) return '';
  const { growthModules } = comparison.value;
  const percent = `${growthModules < 0 ? '−' : '+'}${Math.abs(Math.round(100 * growthModules))} % of a module`;
  return props.moduleMm === null
    ? percent
    : `${percent}, ${lengthText(growthModules * props.moduleMm, preferences.unit)} an edge`;
});
const others = computed(() => (props.checked.check?.codes.length ?? 1) - 1);
</script>

<template>
  <div class="facts">
    <p class="says" data-test="check-says">
      <StateShape :state="severityOfVerdict[verdict.verdict]" />
      <span>{{ checkSentence(verdict, code, job !== null) }}</span>
    </p>
    <p v-if="code" class="measure text">{{ code.seen.text }}</p>
    <p v-if="others > 0" class="note">
      {{ others }} more {{ others === 1 ? 'code' : 'codes' }} in the picture.
    </p>
    <ul>
      <li v-for="reader in panel" :key="reader.name">
        <StateShape :state="reader.isRead ? 'fine' : reader.votes ? 'stop' : 'caution'" />
        <span>{{ reader.name }}</span>
        <span class="note">{{ reader.says }}</span>
      </li>
    </ul>
    <dl>
      <template v-if="code">
        <dt>Built</dt>
        <dd>version {{ code.seen.version }}, level {{ code.seen.level }}, mask {{ code.seen.mask }}</dd>
        <dt>Pixels a module</dt>
        <dd class="measure">{{ code.pixelsPerModule.toFixed(1) }}</dd>
      </template>
      <template v-if="comparison">
        <dt>Modules that differ</dt>
        <dd class="measure">{{ comparison.wrongCount }} of {{ comparison.wrong.length }}</dd>
        <dt>Worst block</dt>
        <dd class="measure">{{ comparison.worst }} of {{ comparison.correctable }} codewords</dd>
        <dt>Contrast</dt>
        <dd class="measure">{{ Math.round(100 * comparison.contrast) }} %</dd>
        <dt>Growth of dark</dt>
        <dd class="measure">{{ growth }}</dd>
      </template>
    </dl>
    <ModuleMap v-if="comparison" :comparison="comparison" />
    <template v-if="checked.grade">
      <GradeTable :grade="checked.grade" />
      <p class="note">
        As far as a photograph tells: without a reference of white, and without the spacing of the grid.
      </p>
    </template>
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  gap: 10px;
  align-content: start;
}

.says {
  display: grid;
  grid-template-columns: 12px 1fr;
  gap: 9px;
  font-size: var(--text-title);
  font-weight: 500;
}

.says .shape {
  margin-top: 4px;
}

.text {
  max-height: 58px;
  padding: 5px 8px;
  overflow: auto;
  background: var(--paper-sunk);
  font-size: var(--text-note);
  overflow-wrap: anywhere;
}

li {
  display: grid;
  grid-template-columns: 12px 118px 1fr;
  gap: 8px;
  align-items: center;
  padding: 1px 0;
  font-size: var(--text-note);
}

dl {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 3px 14px;
  font-size: var(--text-note);
}

dt {
  color: var(--ink-soft);
}

dd {
  text-align: right;
}
</style>
