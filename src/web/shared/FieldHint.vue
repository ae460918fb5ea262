<script setup lang="ts">
/** What stands beside a field for a number: the allowed range, or why it is not taken. Nothing below it moves. */
defineProps<{ id: string; problem: string; said: string; range: string; isFocused: boolean }>();
</script>

<template>
  <p v-if="problem || said" :id="id" class="hint problem" role="alert">{{ problem || said }}</p>
  <p v-else-if="isFocused" :id="id" class="hint">{{ range }}</p>
</template>

<style scoped>
/* Over what was filled in before: what comes next stays free, and no button moves under a click. */
.hint {
  position: absolute;
  z-index: 5;
  bottom: 100%;
  right: 0;
  width: max-content;
  max-width: 330px;
  margin-bottom: 2px;
  padding: 1px 6px;
  border: 1px solid var(--rule);
  background: var(--paper);
  color: var(--ink-soft);
  font-family: var(--sans);
  font-size: var(--text-small);
  font-weight: 400;
  pointer-events: none;
}

.problem {
  border-color: var(--stop);
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
