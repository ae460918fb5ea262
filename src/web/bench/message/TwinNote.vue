<script setup lang="ts">
/** Points out other jobs that hold the same message. */
import { onBeforeUnmount, shallowRef, watch } from 'vue';
import { findTwins } from '../../shared/shelfApi';

const props = defineProps<{ jobId: string; payload: string }>();
const twins = shallowRef<readonly { id: string; name: string }[]>([]);
const pauseMs = 500;
let timer: ReturnType<typeof setTimeout> | undefined;

watch(
  [() => props.payload, () => props.jobId],
  ([payload]) => {
    clearTimeout(timer);
    twins.value = [];
    if (payload === '') return;
    timer = setTimeout(async () => {
      // Only a hint: without an answer there is none.
      const found = await findTwins(payload).catch(() => []);
      if (payload === props.payload) twins.value = found.filter(({ id }) => id !== props.jobId);
    }, pauseMs);
  },
  { immediate: true },
);
onBeforeUnmount(() => clearTimeout(timer));
</script>

<template>
  <p v-if="twins.length > 0" class="note" role="status">
    The same message is in
    <template v-for="(twin, index) in twins.slice(0, 3)" :key="twin.id">
      {{ index > 0 ? ', ' : ''
      }}<RouterLink :to="{ name: 'bench', params: { id: twin.id } }">{{ twin.name }}</RouterLink>
    </template>
    {{ twins.length > 3 ? ` and ${twins.length - 3} more` : '' }}.
  </p>
</template>

<style scoped>
a {
  color: var(--accent-dark);
}
</style>
