<script setup lang="ts">
/** Lets a stop pass, with a reason that stays on the job. */
import { ref, watch } from 'vue';
import { findingKey, type Finding } from '../../../core/finding';
import type { Override } from '../../../core/job';
import AppDialog from '../../shared/AppDialog.vue';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { useJobAtHand } from '../jobAtHand';

const { job } = useJobAtHand();
const finding = defineModel<Finding | null>('finding', { required: true });
const bench = useBench();
const { words, titleOf } = useWording();
const reason = ref('');
const problem = ref('');

watch(finding, () => {
  reason.value = '';
  problem.value = '';
});

function letPass(): void {
  if (finding.value === null) return;
  const { kind, about } = finding.value;
  const override: Override = { kind, about, reason: reason.value, at: new Date().toISOString() };
  const others = job.value.overrides.filter((existing) => findingKey(existing) !== findingKey(override));
  const problems = bench.edit({ ...job.value, overrides: [...others, override] }, `override-${kind}`);
  if (problems.length > 0) problem.value = problems.map((text) => text.replace(/^[\w.]+: /, '')).join(' ');
  else finding.value = null;
}
</script>

<template>
  <AppDialog
    :model-value="finding !== null"
    title="Let a stop pass"
    width="460px"
    @update:model-value="finding = null"
  >
    <form v-if="finding" class="form" @submit.prevent="letPass">
      <p>
        <strong>{{ titleOf(finding) }}.</strong> {{ words(finding.text) }}
      </p>
      <label for="override-reason">Why may it pass? The reason stays on the job.</label>
      <ElInput id="override-reason" v-model="reason" type="textarea" :rows="3" :maxlength="500" />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="buttons">
        <button type="submit" class="action main">Allow anyway</button>
        <button type="button" class="action quiet" @click="finding = null">Leave it stopped</button>
      </div>
    </form>
  </AppDialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
}

.problem {
  color: var(--stop);
}

.buttons {
  display: flex;
  align-items: center;
  gap: 10px;
}
</style>
