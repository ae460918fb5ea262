<script setup lang="ts">
/** What files are called: a pattern with the job's fields, kept for the collection. */
import { computed, onMounted, ref, watch } from 'vue';
import { nameFields, unknownFields, usualPattern } from '../../../core/output';
import { useNamePatterns } from '../../stores/namePatterns';
import { useJobAtHand } from '../jobAtHand';

const { job } = useJobAtHand();
/** The pattern that is in use; the usual one where nothing was chosen. */
const used = defineModel<string>({ required: true });
const patterns = useNamePatterns();
onMounted(() => void patterns.load());
const kept = computed(() => patterns.of(job.value.collection));
const typed = ref('');
watch(
  kept,
  (pattern) => {
    typed.value = pattern;
    used.value = pattern;
  },
  { immediate: true },
);

const wrong = computed(() => unknownFields(typed.value));
const braced = (field: string): string => `{${field}}`;
const wrongText = computed(() => wrong.value.map(braced).join(', '));
const whose = computed(() =>
  job.value.collection === '' ? 'jobs without a collection' : `“${job.value.collection}”`,
);
function type(text: string): void {
  typed.value = text.slice(0, 120);
  if (wrong.value.length === 0) used.value = typed.value.trim() || usualPattern;
}
/** Kept when the field is left, not at every key. */
function keep(): void {
  if (wrong.value.length > 0) typed.value = used.value;
  else void patterns.keep(job.value.collection, used.value);
}
function add(field: string): void {
  type(`${typed.value}_${braced(field)}`);
  keep();
}
</script>

<template>
  <div class="names">
    <label for="name-pattern">Names</label>
    <ElInput
      id="name-pattern"
      :model-value="typed"
      size="small"
      aria-describedby="name-pattern-fields"
      @update:model-value="type"
      @change="keep"
    />
    <p v-if="wrong.length > 0" class="problem" role="alert">There is no field {{ wrongText }}.</p>
    <p v-if="patterns.problem" class="problem" role="alert">{{ patterns.problem }}</p>
    <p id="name-pattern-fields" class="note">
      Kept for {{ whose }}. Fields:
      <button
        v-for="field in nameFields"
        :key="field"
        type="button"
        class="field"
        :disabled="typed.includes(braced(field))"
        @click="add(field)"
      >
        {{ field }}
      </button>
    </p>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.names {
  display: grid;
  gap: 4px;
}

.field {
  margin-right: 6px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--accent);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}

.field:disabled {
  color: var(--ink-soft);
  text-decoration: none;
  cursor: default;
}
</style>
