<script setup lang="ts">
/** A number between two ends, dragged or typed. */
import { useId } from 'vue';
import FieldHint from './FieldHint.vue';
import { plainNumber, useNumberField } from './useNumberField';

const props = defineProps<{
  label: string;
  min: number;
  max: number;
  step: number;
  /** What is shown for 1: 100 for per cent. */
  scale?: number;
  unit: string;
}>();
const value = defineModel<number>({ required: true });
const id = useId();
const scale = (): number => props.scale ?? 1;
const show = (number: number): string => String(Number((number * scale()).toFixed(2)));
const { typed, problem, said, isFocused, range, focus, type, settle, leave } = useNumberField({
  value: () => value.value,
  min: () => props.min,
  max: () => props.max,
  parse: (text) => plainNumber(text, scale()),
  show,
  name: (number) => `${show(number)} ${props.unit}`.trim(),
  noun: 'number',
  accept: (number) => (value.value = Number(number.toFixed(4))),
});
const hintId = useId();
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <input
      :id="id"
      type="range"
      :min="min"
      :max="max"
      :step="step"
      :value="value"
      @input="value = Number(($event.target as HTMLInputElement).value)"
    />
    <span class="typed measure">
      <input
        type="text"
        inputmode="decimal"
        :aria-label="`${label}, in ${unit}`"
        :value="typed"
        :aria-invalid="problem !== ''"
        :aria-describedby="hintId"
        @focus="focus"
        @input="type(($event.target as HTMLInputElement).value)"
        @change="settle"
        @blur="leave"
      /><span class="unit">{{ unit }}</span>
    </span>
    <FieldHint :id="hintId" :problem="problem" :said="said" :range="range" :is-focused="isFocused" />
  </div>
</template>

<style scoped>
.field {
  position: relative;
  display: grid;
  grid-template-columns: 84px minmax(40px, 1fr) 62px;
  gap: 8px;
  align-items: center;
}

label {
  font-size: var(--text-note);
  color: var(--ink-soft);
}

input[type='range'] {
  width: 100%;
  height: 16px;
  margin: 0;
  accent-color: var(--accent);
}

.typed {
  display: flex;
  align-items: baseline;
  font-size: var(--text-note);
}

.typed input {
  width: 38px;
  padding: 1px 3px;
  border: 1px solid transparent;
  border-bottom-color: var(--rule);
  background: none;
  text-align: right;
}

.unit {
  padding-left: 3px;
  color: var(--ink-soft);
  font-weight: 400;
}
</style>
