<script setup lang="ts">
/** Checks that were kept with the job, and how well its proofs foretold them. */
import { severityOfVerdict } from '../../core/finding';
import StateShape from '../shared/StateShape.vue';
import type { CheckList } from '../../wire';
import PutAway from './PutAway.vue';

defineProps<{ kept: CheckList }>();
defineEmits<{ remove: [id: string] }>();
const dayOf = (at: string): string => at.slice(0, 10);
</script>

<template>
  <div v-if="kept.checks.length > 0" class="kept">
    <h2 class="heading">Kept checks</h2>
    <p v-if="kept.learned.of > 0" class="note" data-test="learned">
      For this material and machine the proof was right {{ kept.learned.asPredicted }} of
      {{ kept.learned.of }} times.
    </p>
    <ul>
      <li v-for="check in kept.checks" :key="check.id">
        <StateShape :state="severityOfVerdict[check.result.verdict]" />
        <img :src="`data:image/jpeg;base64,${check.thumbnail}`" alt="" width="56" />
        <span>
          {{ dayOf(check.at) }}, r{{ check.revision }}
          <span v-if="check.note" class="note">{{ check.note }}</span>
        </span>
        <PutAway :label="`Delete the check of ${dayOf(check.at)}`" @away="$emit('remove', check.id)" />
      </li>
    </ul>
  </div>
</template>

<style scoped>
.kept {
  display: grid;
  gap: 6px;
  padding-top: 8px;
  border-top: 1px solid var(--rule-soft);
}

li {
  display: grid;
  grid-template-columns: 12px 56px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  padding: 3px 4px;
  font-size: var(--text-note);
}

.note {
  display: block;
}
</style>
