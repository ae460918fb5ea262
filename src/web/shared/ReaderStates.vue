<script setup lang="ts">
/** What each voting reader made of a quick proof. Undefined while it is being read, null where there is nothing to read. */
import { severityOfVerdict } from '../../core/finding';
import type { ProofReport } from '../../core/proof';
import StateShape from './StateShape.vue';
import { readerSeverity } from './readerSeverity';

defineProps<{ report: ProofReport | null | undefined }>();
</script>

<template>
  <template v-if="report">
    <StateShape
      v-for="reader in report.readers.filter(({ votes }) => votes)"
      :key="reader.id"
      :state="readerSeverity[reader.state]"
      :title="`${reader.name}: ${reader.read} of ${report.shots}`"
    />
    <span :class="severityOfVerdict[report.verdict]">
      {{ report.verdict === 'good' ? 'read by all' : 'not read by all' }}
    </span>
  </template>
  <span v-else-if="report === null" class="note">nothing to read</span>
  <span v-else class="note">being read…</span>
</template>

<style scoped>
.stop {
  color: var(--stop);
}
</style>
