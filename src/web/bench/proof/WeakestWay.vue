<script setup lang="ts">
/** The nearest condition in which the job does not read, why, and what would mend it. */
import { computed, shallowRef, watch } from 'vue';
import type { Fix } from '../../../core/finding';
import { weakestOf, type Condition, type Look } from '../../../core/proof';
import type { ToleranceMap } from '../../../engine';
import { useEngine } from '../../shared/engine';
import { useNewest } from '../../shared/useNewest';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { lackText } from '../lackText';
import { columnName, rowName, rowsAre } from './mapWords';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ map: ToleranceMap; running: boolean }>();
const { job } = useJobAtHand();
defineEmits<{ look: [condition: Condition] }>();
const bench = useBench();
const preferences = usePreferences();
const { words } = useWording();
const look = shallowRef<Look | null>(null);
const fixes = shallowRef<readonly Fix[]>([]);
const { ask } = useNewest();

const weakest = computed(() => weakestOf(props.map.plan, props.map.cells));
const where = computed(() => {
  if (weakest.value === null) return '';
  const { plan, cells } = props.map;
  const cell = cells.indexOf(weakest.value);
  const column = columnName(plan.columns[cell % plan.columns.length]!, preferences.unit);
  const row = rowName(plan, plan.rows[Math.floor(cell / plan.columns.length)]!);
  return plan.kind === 'camera-scene' ? `${row}, ${column}` : `${column}, ${rowsAre[plan.kind]} ${row}`;
});

watch(
  [weakest, () => props.running],
  async ([cell, isRunning]) => {
    const isNewest = ask();
    if (isRunning) return;
    look.value = null;
    fixes.value = [];
    if (cell === null) return;
    const { prover } = useEngine();
    try {
      const found = await prover.look(
        job.value,
        cell.condition,
        { worstOf: cell.shots },
        job.value.codes[0]!.id,
      );
      if (!isNewest()) return;
      look.value = found;
      const mending = await prover.fixesIn(job.value, cell.condition);
      if (isNewest() && mending !== null) fixes.value = mending;
    } catch {
      // The map stands without it; what is wrong with the engine is told where it is asked next.
    }
  },
  { immediate: true },
);
</script>

<template>
  <template v-if="weakest">
    <p class="where">{{ where }}</p>
    <p v-if="look" class="note">{{ lackText(look) }}</p>
    <p v-else class="note">{{ running ? 'So far.' : 'Looking…' }}</p>
    <div v-if="!running" class="acts">
      <button type="button" class="action" @click="$emit('look', weakest.condition)">Show it</button>
      <button
        v-for="fix in fixes"
        :key="words(fix.label)"
        type="button"
        class="action"
        @click="bench.apply(fix.changes)"
      >
        {{ words(fix.label) }}
      </button>
    </div>
  </template>
  <p v-else class="note">{{ running ? 'None so far.' : 'It reads in every way of this map.' }}</p>
</template>

<style scoped>
.where {
  font-size: var(--text-body);
  font-weight: 500;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
