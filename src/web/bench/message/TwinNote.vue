<script setup lang="ts">
/** Points out other jobs that hold the same message. */
import { watchDebounced } from '@vueuse/core';
import { shallowRef, watch } from 'vue';
import { findTwins } from '../../shared/shelfApi';

const props = defineProps<{ jobId: string; payload: string }>();
const twins = shallowRef<readonly { id: string; name: string }[]>([]);
const pauseMs = 500;
const asked = (): string => `${props.jobId} ${props.payload}`;

watch(asked, () => (twins.value = []));
watchDebounced(
  asked,
  async () => {
    const { payload } = props;
    if (payload === '') return;
    // Only a hint: without an answer there is none.
    const found = await findTwins(payload).catch(() => []);
    if (payload === props.payload) twins.value = found.filter(({ id }) => id !== props.jobId);
  },
  { debounce: pauseMs, immediate: true },
);
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
