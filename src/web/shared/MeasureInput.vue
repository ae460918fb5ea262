<script setup lang="ts">
/** A length in the user's unit, typed with fractions, units, sums and products, or stepped with the arrow keys. */
import { computed, useId } from 'vue';
import { usePreferences } from '../stores/preferences';
import FieldHint from './FieldHint.vue';
import { parseLength } from './typedLength';
import { lengthNumber, steppedMm } from './units';
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
const { typed, problem, said, isFocused, range, focus, type, settle, stepTo, leave } = useNumberField({
  value: () => props.mm,
  min: () => props.minMm,
  max: () => props.maxMm,
  parse: (text) => parseLength(text, preferences.unit),
  show: (mm) => lengthNumber(mm, preferences.unit),
  name: (mm) => `${lengthNumber(mm, preferences.unit)} ${preferences.unit}`,
  noun: 'length',
  take: (mm) => emit('change', Number(mm.toFixed(4))),
});

function step(event: KeyboardEvent, direction: 1 | -1): void {
  event.preventDefault();
  const base = props.stepMm ?? 1;
  const size = event.shiftKey ? base * 10 : event.altKey ? base / 10 : base;
  stepTo(steppedMm(props.mm, size, direction, preferences.unit));
}

const fieldId = computed(() => `measure-${props.label.toLowerCase().replace(/\W+/g, '-')}`);
const hintId = useId();
</script>

<template>
  <div class="field">
    <label :for="fieldId">{{ label }}</label>
    <div class="box">
      <ElInput
        :id="fieldId"
        class="measure"
        :class="{ wrong: problem, long: typed.length > 6 }"
        :model-value="typed"
        :aria-invalid="problem !== ''"
        :aria-describedby="hintId"
        @update:model-value="type"
        @focus="focus"
        @blur="leave"
        @keydown.enter="settle"
        @keydown.up="step($event as KeyboardEvent, 1)"
        @keydown.down="step($event as KeyboardEvent, -1)"
      >
        <template #suffix>{{ preferences.unit }}</template>
      </ElInput>
      <FieldHint :id="hintId" :problem="problem" :said="said" :range="range" :is-focused="isFocused" />
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

.box {
  position: relative;
}

.field :deep(.el-input__inner) {
  font-family: var(--mono);
  font-variant-numeric: tabular-nums;
}

.long :deep(.el-input__inner) {
  font-size: 12px;
}

/* Where columns are narrow the number still keeps clear of its unit. */
@media (min-width: 1000px) and (max-width: 1150px) {
  .field {
    grid-template-columns: minmax(62px, auto) minmax(0, 1fr);
    gap: 6px;
  }

  .field :deep(.el-input__wrapper) {
    padding: 1px 7px;
  }

  .field :deep(.el-input__suffix-inner > :first-child) {
    margin-left: 2px;
  }
}

.wrong :deep(.el-input__wrapper) {
  box-shadow: 0 0 0 2px var(--stop) inset !important;
}
</style>
