<script setup lang="ts">
/** The fixes of a finding, each one click, and the way to let a stop pass. */
import type { Finding } from '../../core/finding';
import { sentenceIn } from '../shared/units';
import { useBench } from '../stores/bench';
import { usePreferences } from '../stores/preferences';

defineProps<{ finding: Finding; canPass: boolean }>();
defineEmits<{ pass: [] }>();
const bench = useBench();
const preferences = usePreferences();
/** More would be a list to study instead of a click. */
const mostShown = 3;
</script>

<template>
  <button
    v-for="fix in finding.fixes.slice(0, mostShown)"
    :key="fix.label"
    type="button"
    class="action"
    data-fix
    @click="bench.apply(fix.changes)"
  >
    {{ sentenceIn(fix.label, preferences.unit) }}
  </button>
  <button v-if="canPass" type="button" class="action quiet" @click="$emit('pass')">Let it pass…</button>
</template>
