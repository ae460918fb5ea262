<script setup lang="ts">
/** A length in the user's unit. What is typed is taken over as soon as it is a length within the range. */
import { computed, ref, watch } from 'vue';
import { usePreferences } from '../stores/preferences';
import { lengthNumber, lengthText, parseLength } from './units';

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
const typed = ref(lengthNumber(props.mm, preferences.unit));
const problem = ref('');
const focused = ref(false);

watch([() => props.mm, () => preferences.unit], () => {
  const shown = parseLength(typed.value, preferences.unit);
  const same = shown !== null && Math.abs(shown - props.mm) < 1e-3;
  if (!focused.value || !same) reset();
});

function reset(): void {
  typed.value = lengthNumber(props.mm, preferences.unit);
  problem.value = '';
}

function take(text: string): void {
  typed.value = text;
  const mm = parseLength(text, preferences.unit);
  const range = `${lengthText(props.minMm, preferences.unit)} to ${lengthText(props.maxMm, preferences.unit)}`;
  if (mm === null) problem.value = `“${text}” is no length. Give ${range}.`;
  else if (mm < props.minMm || mm > props.maxMm)
    problem.value = `${lengthText(mm, preferences.unit)} is outside ${range}.`;
  else {
    problem.value = '';
    emit('change', Number(mm.toFixed(4)));
  }
}

function step(event: KeyboardEvent, direction: 1 | -1): void {
  event.preventDefault();
  const base = props.stepMm ?? 1;
  const size = event.shiftKey ? base * 10 : event.altKey ? base / 10 : base;
  const mm = Math.min(Math.max(props.mm + direction * size, props.minMm), props.maxMm);
  problem.value = '';
  typed.value = lengthNumber(mm, preferences.unit);
  emit('change', Number(mm.toFixed(4)));
}

function leave(): void {
  focused.value = false;
  reset();
}

const fieldId = computed(() => `measure-${props.label.toLowerCase().replace(/\W+/g, '-')}`);
</script>

<template>
  <div class="field">
    <label :for="fieldId">{{ label }}</label>
    <div>
      <ElInput
        :id="fieldId"
        class="measure"
        :class="{ wrong: problem }"
        :model-value="typed"
        :aria-invalid="problem !== ''"
        @update:model-value="take"
        @focus="focused = true"
        @blur="leave"
        @keydown.up="step($event as KeyboardEvent, 1)"
        @keydown.down="step($event as KeyboardEvent, -1)"
      >
        <template #suffix>{{ preferences.unit }}</template>
      </ElInput>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </div>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: minmax(84px, auto) minmax(0, 1fr);
  gap: 10px;
  align-items: baseline;
}

.field :deep(.el-input__inner) {
  font-family: var(--mono);
  font-variant-numeric: tabular-nums;
}

.wrong :deep(.el-input__wrapper) {
  box-shadow: 0 0 0 2px var(--stop) inset !important;
}

.problem {
  margin-top: 2px;
  color: var(--stop);
  font-family: var(--sans);
  font-size: 12px;
}
</style>
