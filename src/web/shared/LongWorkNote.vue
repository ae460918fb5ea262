<script setup lang="ts">
/** How far long work of the server is, with a way to stop it. */
import { computed } from 'vue';
import type { LongWork } from './useLongWork';

const props = defineProps<{ work: LongWork; doing: string; noun: string }>();
const amount = computed(() => {
  const state = props.work.progress.value;
  if (state === null || state.done === 0) return '';
  const of = state.of === null ? '' : ` of ${state.of.toLocaleString()}`;
  return ` ${state.done.toLocaleString()}${of} ${props.noun} so far.`;
});
</script>

<template>
  <p v-if="work.isUnderWay.value" class="note" role="status">
    {{ doing }}…{{ amount }}
    <button type="button" class="link" @click="work.stop()">Stop</button>
  </p>
</template>
