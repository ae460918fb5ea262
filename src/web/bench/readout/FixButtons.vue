<script setup lang="ts">
/** The fixes of a finding, each one click, and the way to let a stop pass. */
import type { Finding, Fix } from '../../../core/finding';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { useJobAtHand } from '../jobAtHand';

defineProps<{ finding: Finding; canPass: boolean }>();
defineEmits<{ pass: [] }>();
const bench = useBench();
const { words } = useWording();
const { areFixesCurrent: areCurrent } = useJobAtHand();

/** A fix that was tried on an earlier state waits until it was tried again. */
function use(fix: Fix): void {
  if (areCurrent.value) bench.apply(fix.changes);
}
</script>

<template>
  <button
    v-for="fix in finding.fixes"
    :key="words(fix.label)"
    type="button"
    class="action"
    data-fix
    :aria-disabled="!areCurrent"
    @click="use(fix)"
  >
    {{ words(fix.label) }}
  </button>
  <button v-if="canPass" type="button" class="action quiet" @click="$emit('pass')">Allow anyway…</button>
</template>

<style scoped>
.action[aria-disabled='true'] {
  cursor: default;
  opacity: 0.55;
}
</style>
