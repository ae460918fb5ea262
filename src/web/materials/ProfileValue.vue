<script setup lang="ts">
/** One value of a profile: what it is, how much, where it comes from; a field where it is the owner's to change. */
import { computed } from 'vue';
import { sourceOf, valueOf, valueRows, type PairValues, type ValueName } from '../../core/plan';
import MeasureInput from '../shared/MeasureInput.vue';
import NumberInput from '../shared/NumberInput.vue';
import { originText, valueText } from '../shared/valueText';
import { usePreferences } from '../stores/preferences';

const props = defineProps<{
  name: ValueName;
  pair: PairValues;
  /** Beside it; null without one. */
  other: PairValues | null;
  canChange: boolean;
}>();
const emit = defineEmits<{ change: [value: number] }>();
const preferences = usePreferences();
const row = computed(() => valueRows[props.name]);
const value = computed(() => valueOf(props.pair, props.name));
const text = (of: PairValues): string => valueText(valueOf(of, props.name), row.value.unit, preferences.unit);
const source = computed(() => sourceOf(props.pair, props.name));
const range = computed(() => {
  const { least, most, unit } = row.value;
  return `${valueText(least, unit, preferences.unit)} to ${valueText(most, unit, preferences.unit)}`;
});
const differs = computed(() => props.other !== null && valueOf(props.other, props.name) !== value.value);
const fieldUnits = { x: 'marks', '%': '%', years: 'years', '°': '°', 'mm/s': 'mm/s' } as const;
</script>

<template>
  <tr :class="{ differs }">
    <th scope="row">
      <ElPopover trigger="click" placement="top-start" :width="250" append-to="#over" :persistent="false">
        <template #reference>
          <button type="button" class="term">{{ row.label }}</button>
        </template>
        <p role="status" class="says">{{ row.says }} {{ range }} can be set; this one: {{ source.text }}.</p>
      </ElPopover>
    </th>
    <td>
      <template v-if="canChange && value !== null">
        <MeasureInput
          v-if="row.unit === 'mm'"
          class="bare"
          :label="row.label"
          :mm="value"
          :min-mm="row.least"
          :max-mm="row.most"
          :step-mm="value < 1 ? 0.01 : 1"
          @change="emit('change', $event)"
        />
        <NumberInput
          v-else
          class="bare"
          :label="row.label"
          :value="value"
          :min="row.least"
          :max="row.most"
          :scale="row.unit === '%' ? 100 : 1"
          :unit="fieldUnits[row.unit]"
          @change="emit('change', $event)"
        />
      </template>
      <span v-else class="measure">{{ text(pair) }}</span>
    </td>
    <td v-if="other" class="measure beside">{{ text(other) }}</td>
    <td class="note" :title="source.text">
      {{ originText(source) }}
    </td>
  </tr>
</template>

<style scoped>
th {
  font-weight: 400;
  text-align: left;
}

th,
td {
  padding: 2px 10px 2px 0;
  vertical-align: baseline;
}

.term {
  padding: 0;
  border: 0;
  border-bottom: 1px dotted var(--ink-soft);
  background: none;
  text-align: left;
  cursor: help;
}

.says {
  font-size: var(--text-note);
}

.measure {
  font-size: var(--text-note);
  white-space: nowrap;
}

.differs .beside,
.differs td .measure {
  color: var(--accent-dark);
  font-weight: 700;
}

.note {
  max-width: 0;
  width: 40%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

/* The name stands at the beginning of the line. */
.bare :deep(label) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}

.bare {
  display: block;
  width: 104px;
}
</style>
