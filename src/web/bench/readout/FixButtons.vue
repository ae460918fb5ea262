<script setup lang="ts">
/** The fixes of a finding, each one click, and the way to let a stop pass. */
import type { Finding } from '../../../core/finding';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';

defineProps<{ finding: Finding; canPass: boolean }>();
defineEmits<{ pass: [] }>();
const bench = useBench();
const { words } = useWording();
</script>

<template>
  <button
    v-for="fix in finding.fixes"
    :key="words(fix.label)"
    type="button"
    class="action"
    data-fix
    @click="bench.apply(fix.changes)"
  >
    {{ words(fix.label) }}
  </button>
  <button v-if="canPass" type="button" class="action quiet" @click="$emit('pass')">Allow anyway…</button>
</template>
