<script setup lang="ts" generic="Key extends string">
/** Lengths of one thing, row by row; each change names its field. */
import MeasureInput from './MeasureInput.vue';

export interface MeasureRow<Field extends string> {
  readonly key: Field;
  readonly label: string;
  readonly min?: number;
  readonly max: number;
  readonly step?: number;
}

defineProps<{ of: Readonly<Record<Key, number>>; rows: readonly MeasureRow<Key>[] }>();
const emit = defineEmits<{ change: [change: Partial<Record<Key, number>>] }>();
const give = (key: Key, mm: number): void => emit('change', { [key]: mm } as Partial<Record<Key, number>>);
</script>

<template>
  <MeasureInput
    v-for="row in rows"
    :key="row.key"
    :label="row.label"
    :mm="of[row.key]"
    :min-mm="row.min ?? 0"
    :max-mm="row.max"
    :step-mm="row.step ?? 0.5"
    @change="give(row.key, $event)"
  />
</template>
