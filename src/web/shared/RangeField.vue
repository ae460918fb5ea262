<script setup lang="ts">
/** A number between two ends, dragged or typed. */
import { computed, ref, useId } from 'vue';

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
const shown = computed(() => Number((value.value * (props.scale ?? 1)).toFixed(2)));

function take(event: Event, scale: number): void {
  const typed = Number((event.target as HTMLInputElement).value) / scale;
  if (Number.isFinite(typed))
    value.value = Number(Math.min(props.max, Math.max(props.min, typed)).toFixed(4));
}

/** What is being typed stays as it is, whatever is drawn anew meanwhile, until it is taken over. */
const typed = ref<string | null>(null);
function takeTyped(event: Event): void {
  typed.value = null;
  take(event, props.scale ?? 1);
}
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <input :id="id" type="range" :min="min" :max="max" :step="step" :value="value" @input="take($event, 1)" />
    <span class="typed measure">
      <input
        type="text"
        inputmode="decimal"
        :aria-label="`${label}, in ${unit}`"
        :value="typed ?? shown"
        @input="typed = ($event.target as HTMLInputElement).value"
        @change="takeTyped"
      /><span class="unit">{{ unit }}</span>
    </span>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 84px minmax(40px, 1fr) 62px;
  gap: 8px;
  align-items: center;
}

label {
  font-size: 12px;
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
  font-size: 12px;
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
