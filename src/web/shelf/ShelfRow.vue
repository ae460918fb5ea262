<script setup lang="ts">
/** One job on the shelf. */
import { computed, ref, watchEffect } from 'vue';
import type { SavedJob } from '../../core/api';
import { writeMessage } from '../../core/message';
import { findPair } from '../../core/plan';
import type { PressView } from '../../engine';
import { useEngine } from '../shared/engine';
import StateShape from '../shared/StateShape.vue';
import { lengthNumber } from '../shared/units';
import { usePreferences } from '../stores/preferences';

const props = defineProps<{ saved: SavedJob }>();
const preferences = usePreferences();
const view = ref<PressView | null>(null);

watchEffect(async () => {
  view.value = await useEngine().press.press(props.saved.document);
});

const job = computed(() => props.saved.document);
const pair = computed(() => findPair(job.value.making.material, job.value.making.machine));
const size = computed(() => {
  const { widthMm, heightMm } = job.value.piece;
  return `${lengthNumber(widthMm, preferences.unit)} × ${lengthNumber(heightMm, preferences.unit)} ${preferences.unit}`;
});
const limits = computed(() => {
  if (view.value === null) return { state: 'none' as const, text: '' };
  const worst = view.value.findings.filter(({ severity }) => severity === view.value!.severity);
  const text =
    view.value.severity === 'fine' ? 'all fine' : worst.map(({ title }) => title.toLowerCase()).join(', ');
  return { state: view.value.severity, text };
});
const proof = computed(() => {
  const { proof: record, revision } = props.saved;
  if (record === null) return { state: 'none' as const, text: 'not proved' };
  if (record.revision !== revision)
    return { state: 'caution' as const, text: `stale, of r${record.revision}` };
  const states = { good: 'fine', caution: 'caution', stop: 'stop' } as const;
  return {
    state: states[record.report.verdict],
    text: { good: 'reads', caution: 'may not read', stop: 'does not read' }[record.report.verdict],
  };
});
const savedAt = computed(() =>
  new Date(props.saved.savedAt).toLocaleString(undefined, {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  }),
);
</script>

<template>
  <RouterLink :to="{ name: 'bench', params: { id: saved.id } }" class="row" data-job>
    <svg class="picture" :viewBox="`0 0 ${job.piece.widthMm} ${job.piece.heightMm}`" aria-hidden="true">
      <template v-if="view?.made">
        <path
          :d="view.made.outlinePath"
          :fill="view.baseColour"
          stroke="#98a0a4"
          stroke-width="0.6"
          vector-effect="non-scaling-stroke"
        />
        <path :d="view.made.finishedPath" :fill="view.markColour" />
      </template>
    </svg>
    <div class="name">
      <h2>{{ job.name }}</h2>
      <p class="note">{{ job.collection || 'no collection' }} · revision {{ saved.revision }}</p>
    </div>
    <p class="message measure">{{ writeMessage(job.message) || 'no message yet' }}</p>
    <div>
      <p class="measure size">{{ size }}</p>
      <p class="note">{{ pair?.material.name }}, {{ pair?.machine.short }}</p>
    </div>
    <p class="state"><StateShape :state="limits.state" />{{ limits.text }}</p>
    <p class="state"><StateShape :state="proof.state" />{{ proof.text }}</p>
    <p class="note">{{ savedAt }}</p>
  </RouterLink>
</template>

<style scoped>
.row {
  padding: 10px 12px;
  border-bottom: 1px solid var(--rule-soft);
  color: inherit;
  text-decoration: none;
}

.row:hover,
.row:focus-visible {
  background: var(--paper-raised);
}

.picture {
  width: 116px;
  height: 74px;
}

h2 {
  font-size: 15px;
  font-weight: 600;
}

.message {
  display: -webkit-box;
  overflow: hidden;
  font-size: 12px;
  font-weight: 400;
  overflow-wrap: anywhere;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 3;
}

.size {
  font-size: 12.5px;
}

.state {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
