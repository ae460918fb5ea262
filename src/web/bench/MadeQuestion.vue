<script setup lang="ts">
/** Asked once when a job is opened again after its file was taken: was the piece made? The shelf then says so by itself. */
import { ref, watch } from 'vue';
import { markMade } from '../shared/api';
import { today } from '../shared/today';
import { useAttempt } from '../shared/useAttempt';
import { forgetDownloaded, downloadedRevision } from './downloadedFiles';

const props = defineProps<{ jobId: string }>();
const revision = ref<number | null>(null);
/** Only what was taken on an earlier visit: nobody makes a piece in the minute after. */
watch(
  () => props.jobId,
  (id) => (revision.value = downloadedRevision(id)),
  { immediate: true },
);
const { problem, attempt } = useAttempt();

function settle(): void {
  forgetDownloaded(props.jobId);
  revision.value = null;
}

const sayMade = (): Promise<void> =>
  attempt(async () => {
    await markMade(props.jobId, revision.value!, { on: today(), note: '' });
    settle();
  });
</script>

<template>
  <div
    v-if="revision !== null"
    class="question"
    role="region"
    aria-label="Was it made?"
    data-test="made-question"
  >
    <p>The file of revision {{ revision }} was downloaded. Was the piece made?</p>
    <button type="button" class="action" @click="sayMade">Yes, made</button>
    <button type="button" class="action quiet" @click="settle">No</button>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.question {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  padding: 5px 16px;
  border-bottom: 1px solid var(--rule);
  background: var(--accent-pale);
}
</style>
