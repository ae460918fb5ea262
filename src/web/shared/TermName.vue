<script setup lang="ts">
/** A term of the trade, which tells in a plain sentence what it means when it is pressed. */
import { terms, type Term } from '../../content';

defineProps<{ term: Term }>();
</script>

<template>
  <ElPopover trigger="click" placement="top" :width="250" append-to="#over" :persistent="false">
    <template #reference>
      <button type="button" class="term"><slot /></button>
    </template>
    <p role="status">{{ terms[term] }}</p>
  </ElPopover>
</template>

<style scoped>
.term {
  padding: 0;
  border: 0;
  border-bottom: 1px dotted var(--ink-soft);
  background: none;
  font: inherit;
  color: inherit;
  cursor: help;
}

p {
  font-size: var(--text-note);
  text-align: left;
  overflow-wrap: normal;
}
</style>
