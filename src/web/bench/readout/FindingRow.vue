<script setup lang="ts">
/** What a finding measured and what it requires, with where that comes from. */
import { computed } from 'vue';
import type { Finding } from '../../../core/finding';
import { terms } from '../../../content';
import { measuredText, requirementText } from '../../shared/units';
import { sourceNames } from '../../shared/valueText';
import { usePreferences } from '../../stores/preferences';

const props = defineProps<{
  finding: Finding;
  title: string;
  /** Whether the source can be asked for here; where the row itself opens, it is told there. */
  canAsk?: boolean;
}>();
const preferences = usePreferences();

const isInModules = computed(() => 'unit' in props.finding.required && props.finding.required.unit === 'X');
const compared = { '>=': 'at least', '<=': 'at most', '=': '' };
const needs = computed(() => {
  const { required } = props.finding;
  const value = requirementText(required, preferences.unit);
  if (value === '') return '';
  const comparison = 'comparison' in required ? required.comparison : undefined;
  return comparison === undefined ? value : `${compared[comparison]} ${value}`.trim();
});
</script>

<template>
  <div class="row" :class="finding.severity">
    <span class="title">{{ title }}</span>
    <span class="measure value">{{ measuredText(finding, preferences.unit) }}</span>
  </div>
  <div class="row second">
    <span class="note">{{ needs }}</span>
    <ElPopover v-if="canAsk" trigger="click" placement="bottom-end" :width="240" append-to="#over">
      <template #reference>
        <button type="button" class="source">{{ sourceNames[finding.source.tag] }}</button>
      </template>
      <p role="status">{{ finding.source.text }}.{{ isInModules ? ` ${terms.X}` : '' }}</p>
    </ElPopover>
    <span v-else class="source">{{ sourceNames[finding.source.tag] }}</span>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 8px;
  min-width: 0;
}

.second {
  grid-column: 2;
  line-height: 1.15;
}

.title {
  font-weight: 600;
}

.value {
  font-size: var(--text-body);
  white-space: nowrap;
}

.caution .value {
  color: var(--caution-ink);
}

.stop .value {
  color: var(--stop);
}

.note {
  font-size: var(--text-small);
}

button.source {
  padding: 0;
  border: 0;
  border-bottom: 1px dotted var(--ink-soft);
  background: none;
  cursor: help;
}

.source {
  color: var(--ink-soft);
  font-size: var(--text-small);
  white-space: nowrap;
}
</style>
