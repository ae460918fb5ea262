<script setup lang="ts">
/** Several numbers with commas between, taken when the field is left or Enter is pressed. */
import { ref, watch } from 'vue';

const props = defineProps<{ label: string; numbers: readonly number[] }>();
const emit = defineEmits<{ change: [numbers: number[]] }>();
const text = ref('');
watch(
  () => props.numbers,
  (numbers) => (text.value = numbers.join(', ')),
  { immediate: true },
);
/** A comma parts numbers; their decimals stand behind a point. */
const read = (): number[] => (text.value.match(/\d+(?:\.\d+)?/g) ?? []).map(Number);
</script>

<template>
  <label class="numbers">
    <span>{{ label }}</span>
    <ElInput v-model="text" size="small" :aria-label="label" @change="emit('change', read())" />
  </label>
</template>

<style scoped>
.numbers {
  display: grid;
  gap: 3px;
  font-size: var(--text-note);
  color: var(--ink-soft);
}
</style>
