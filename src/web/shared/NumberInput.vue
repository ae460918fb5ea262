<script setup lang="ts">
/** A plain number with its unit, typed. */
import TypedNumber from './TypedNumber.vue';
import { plainNumber, useNumberField } from './useNumberField';

const props = defineProps<{
  label: string;
  value: number;
  min: number;
  max: number;
  /** What is shown for 1: 100 for per cent. */
  scale?: number;
  unit: string;
}>();
const emit = defineEmits<{ change: [value: number] }>();
const scale = (): number => props.scale ?? 1;
const show = (number: number): string => String(Number((number * scale()).toFixed(3)));
const field = useNumberField({
  value: () => props.value,
  min: () => props.min,
  max: () => props.max,
  parse: (text) => plainNumber(text, scale()),
  show,
  name: (number) => `${show(number)} ${props.unit}`.trim(),
  noun: 'number',
  accept: (value) => emit('change', Number(value.toFixed(6))),
});
</script>

<template>
  <TypedNumber :label="label" :unit="unit" :field="field" />
</template>
