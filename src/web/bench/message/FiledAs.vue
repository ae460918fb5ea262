<script setup lang="ts">
/** What the job is called and where it is filed. */
import { ref, watch } from 'vue';
import { titleOf } from '../../../core/job';
import { useBench } from '../../stores/bench';
import { useJobAtHand } from '../jobAtHand';

const { job } = useJobAtHand();
const bench = useBench();
const name = ref(job.value.name);
const problem = ref('');

watch(
  () => job.value.name,
  (value) => (name.value = value),
);

function setName(value: string): void {
  name.value = value;
  const problems = bench.edit({ ...job.value, name: value }, 'name');
  problem.value = problems.length > 0 ? 'A name has up to 120 characters.' : '';
}
</script>

<template>
  <h2 class="heading">Filed as</h2>
  <label for="job-name">Name</label>
  <ElInput
    id="job-name"
    size="small"
    :placeholder="titleOf({ ...job, name: '' })"
    :model-value="name"
    @update:model-value="setName"
  />
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <label for="job-collection">Collection</label>
  <ElInput
    id="job-collection"
    size="small"
    placeholder="none"
    :maxlength="120"
    :model-value="job.collection"
    @update:model-value="bench.edit({ ...job, collection: $event }, 'collection')"
  />
  <label for="job-note">Note</label>
  <ElInput
    id="job-note"
    size="small"
    type="textarea"
    :rows="2"
    resize="none"
    placeholder="for yourself; goes into no file"
    :maxlength="2000"
    :model-value="job.note"
    @update:model-value="bench.edit({ ...job, note: $event }, 'note')"
  />
</template>

<style scoped>
label {
  font-size: var(--text-note);
}

.problem {
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
