<script setup lang="ts">
/** A length in the user's unit, typed with fractions, units, sums and products, or stepped with the arrow keys. */
import { computed } from 'vue';
import { usePreferences } from '../stores/preferences';
import { parseLength } from './typedLength';
import TypedNumber from './TypedNumber.vue';
import { fieldNumber, steppedMm } from './units';
import { useNumberField } from './useNumberField';

const props = defineProps<{
  label: string;
  mm: number;
  minMm: number;
  maxMm: number;
  /** Step of the arrow keys; a tenth of it with Alt, ten times with Shift. */
  stepMm?: number;
}>();
const emit = defineEmits<{ change: [mm: number] }>();

const preferences = usePreferences();
const field = useNumberField({
  value: () => props.mm,
  min: () => props.minMm,
  max: () => props.maxMm,
  parse: (text) => parseLength(text, preferences.unit),
  show: (mm) => fieldNumber(mm, preferences.unit),
  name: (mm) => `${fieldNumber(mm, preferences.unit)} ${preferences.unit}`,
  noun: 'length',
  accept: (mm) => emit('change', Number(mm.toFixed(4))),
});

function step(event: KeyboardEvent, direction: 1 | -1): void {
  event.preventDefault();
  const base = props.stepMm ?? 1;
  const size = event.shiftKey ? base * 10 : event.altKey ? base / 10 : base;
  field.stepTo(steppedMm(props.mm, size, direction, preferences.unit));
}

const fieldId = computed(() => `measure-${props.label.toLowerCase().replace(/\W+/g, '-')}`);
</script>

<template>
  <TypedNumber
    :label="label"
    :unit="preferences.unit"
    :field="field"
    :field-id="fieldId"
    @keydown.up="step($event, 1)"
    @keydown.down="step($event, -1)"
  />
</template>
