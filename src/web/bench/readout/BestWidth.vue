<script setup lang="ts">
/** The width that is as far from every limit as can be, to be taken in one click, or which limits contradict each other. */
import { computed } from 'vue';
import type { BestWidth } from '../../../core/check';
import { lengthNumber } from '../../shared/units';
import { useWording } from '../../shared/useWording';
import { usePreferences } from '../../stores/preferences';

const props = defineProps<{ best: BestWidth; valueMm: number }>();
const emit = defineEmits<{ choose: [mm: number] }>();
const preferences = usePreferences();
const { words } = useWording();

const why = computed(() => {
  const { from, to, widthMm } = props.best;
  const named = [from, to].flatMap((range) => (range === null ? [] : [`“${words(range.label)}”`]));
  return widthMm === null
    ? `No width satisfies ${named.join(' and ')}.`
    : `As far as can be from ${named.join(' and ')}.`;
});
const isBest = computed(() => Math.abs((props.best.widthMm ?? 0) - props.valueMm) < 0.05);
const label = computed(() =>
  isBest.value || props.best.widthMm === null
    ? 'is best'
    : `best ${lengthNumber(props.best.widthMm, preferences.unit)}`,
);
</script>

<template>
  <span v-if="best.widthMm === null" class="none" :title="why">none fits</span>
  <button
    v-else
    type="button"
    class="best measure"
    :disabled="isBest"
    :title="why"
    :aria-label="`${label}${isBest ? '' : ` ${preferences.unit}`}. ${why}`"
    @click="emit('choose', best.widthMm)"
  >
    {{ label }}
  </button>
</template>

<style scoped>
.best {
  padding: 0 4px 1px;
  white-space: nowrap;
  border: 1px solid var(--accent);
  border-radius: var(--radius);
  background: none;
  color: var(--accent-dark);
  font-size: var(--text-small);
  cursor: pointer;
}

.best:disabled {
  border-color: transparent;
  color: var(--ink-soft);
  cursor: default;
}

.none {
  color: var(--stop);
  font-size: var(--text-small);
  font-weight: 600;
}
</style>
