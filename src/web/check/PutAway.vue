<script setup lang="ts">
/** A small button that puts something away. */
import { Trash2 } from '@lucide/vue';

defineProps<{ label: string }>();
defineEmits<{ away: [] }>();
</script>

<template>
  <button type="button" :aria-label="label" @click="$emit('away')">
    <Trash2 :size="14" aria-hidden="true" />
  </button>
</template>

<style scoped>
button {
  padding: 4px;
  border: 0;
  background: none;
  color: var(--ink-soft);
  cursor: pointer;
}
</style>
