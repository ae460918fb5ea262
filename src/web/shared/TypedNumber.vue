<script setup lang="ts">
/** How a field for a number looks: its name, what is typed, the unit, and what is wrong or allowed. */
import { useId } from 'vue';
import FieldHint from './FieldHint.vue';
import type { NumberField } from './useNumberField';

const props = defineProps<{ label: string; unit: string; field: NumberField; fieldId?: string }>();
const ownId = useId();
const hintId = useId();
// The field keeps its own state; the template reads it.
const { typed, problem, said, isFocused, range, focus, type, settle, leave } = props.field;
</script>

<template>
  <div class="field">
    <label :for="fieldId ?? ownId">{{ label }}</label>
    <div class="box">
      <ElInput
        :id="fieldId ?? ownId"
        class="measure"
        :class="{ wrong: problem, long: typed.length > 6 }"
        :model-value="typed"
        :aria-invalid="problem !== ''"
        :aria-describedby="hintId"
        @update:model-value="type"
        @focus="focus"
        @blur="leave"
        @keydown.enter="settle"
      >
        <template #suffix>{{ unit }}</template>
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
  font-size: var(--text-note);
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
