<script setup lang="ts">
/** The readout: every limit with its measured and required value, where that comes from, and a fix. */
import { computed, ref } from 'vue';
import { codeNamer, findingKey, type Finding } from '../../../core/finding';
import { isLetPass } from '../../../core/run';
import type { CodeSettings, Job } from '../../../core/job';
import type { PressView } from '../../../engine';
import StateShape from '../../shared/StateShape.vue';
import { measuredText, requirementText } from '../../shared/units';
import { useWording } from '../../shared/useWording';
import { usePreferences } from '../../stores/preferences';
import FixButtons from './FixButtons.vue';
import OverrideDialog from './OverrideDialog.vue';

const props = defineProps<{ job: Job; code: CodeSettings; view: PressView; isTrying: boolean }>();
const preferences = usePreferences();
const { words, titleOf } = useWording();
const nameOf = computed(() => codeNamer(props.job.codes));
const overriding = ref<Finding | null>(null);

const sourceNames = {
  std: 'standard',
  cp: 'common practice',
  mem: 'from memory',
  sim: 'simulated shots',
  geo: 'geometry',
};
const compared = { '>=': 'at least', '<=': 'at most', '=': '' };

const overrideOf = (finding: Finding) =>
  props.job.overrides.find((override) => isLetPass(finding, [override]));
const needs = ({ required }: Finding): string => {
  const value = requirementText(required, preferences.unit);
  if (value === '') return '';
  const comparison = 'comparison' in required ? required.comparison : undefined;
  return comparison === undefined ? value : `${compared[comparison]} ${value}`.trim();
};
/** What needs something first; the rest in the order of the limits. Of other codes only what is not fine. */
const ordered = computed(() => {
  const rank = { stop: 0, caution: 1, fine: 2 };
  const own = props.view.findings.filter(
    ({ about, severity }) => severity !== 'fine' || about.on !== 'code' || about.id === props.code.id,
  );
  return own.sort((a, b) => rank[a.severity] - rank[b.severity]);
});
const counts = computed(() => {
  const stops = props.view.findings.filter(({ severity }) => severity === 'stop').length;
  const cautions = props.view.findings.filter(({ severity }) => severity === 'caution').length;
  if (stops + cautions === 0) return 'all fine';
  return [stops > 0 ? `${stops} stop` : '', cautions > 0 ? `${cautions} caution` : '']
    .filter(Boolean)
    .join(' · ');
});
</script>

<template>
  <aside class="panel" aria-label="Readout">
    <h2 class="heading">
      Readout{{ job.codes.length > 1 ? ` of ${nameOf(code.id)}` : '' }} <span>{{ counts }}</span>
    </h2>
    <ul aria-live="polite">
      <li
        v-for="finding in ordered"
        :key="findingKey(finding)"
        :class="finding.severity"
        :data-test="`finding-${finding.kind}`"
        :data-severity="finding.severity"
      >
        <StateShape :state="finding.severity" />
        <div class="row">
          <span class="title">{{ titleOf(finding) }}</span>
          <span class="measure value">{{ measuredText(finding, preferences.unit) }}</span>
        </div>
        <div class="row second">
          <span class="note">{{ needs(finding) }}</span>
          <span class="source" :title="`${finding.source.text}. ${words(finding.text)}`">{{
            sourceNames[finding.source.tag]
          }}</span>
        </div>
        <div v-if="finding.severity !== 'fine'" class="more">
          <p>{{ words(finding.text) }}</p>
          <p v-if="overrideOf(finding)" class="passed">Let pass: “{{ overrideOf(finding)!.reason }}”</p>
          <p v-if="isTrying && finding.fixes.length === 0" class="note trying">trying fixes</p>
          <FixButtons
            :finding="finding"
            :can-pass="finding.severity === 'stop' && view.made !== null && !overrideOf(finding)"
            @pass="overriding = finding"
          />
        </div>
      </li>
    </ul>
    <OverrideDialog v-model:finding="overriding" :job="job" />
  </aside>
</template>

<style scoped>
.panel {
  overflow-y: auto;
  padding: 8px 14px;
}

.heading {
  display: flex;
  justify-content: space-between;
  padding-bottom: 4px;
}

.heading span {
  font-weight: 400;
}

li {
  display: grid;
  grid-template-columns: 12px minmax(0, 1fr);
  gap: 0 9px;
  padding: 3px 0 4px;
  border-top: 1px solid var(--rule-soft);
}

li > .shape {
  margin-top: 3px;
}

.row {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 8px;
  min-width: 0;
}

.second,
.more {
  grid-column: 2;
}

.title {
  font-weight: 600;
}

.value {
  font-size: 13.5px;
  white-space: nowrap;
}

.caution .value {
  color: var(--caution-ink);
}

.stop .value {
  color: var(--stop);
}

.second {
  line-height: 1.15;
}

.note {
  font-size: 11.5px;
}

.source {
  color: var(--ink-soft);
  font-size: 11.5px;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
  white-space: nowrap;
  cursor: help;
}

.more {
  display: grid;
  justify-items: start;
  gap: 5px;
  padding: 4px 0 3px;
}

.more p {
  font-size: 12px;
  line-height: 1.3;
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
