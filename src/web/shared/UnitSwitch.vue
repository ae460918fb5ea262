<script setup lang="ts">
/** Millimetres or inches. */
import { usePreferences } from '../stores/preferences';

const preferences = usePreferences();
const units = [
  { id: 'mm', name: 'mm, millimetres' },
  { id: 'in', name: 'in, inches' },
] as const;
</script>

<template>
  <div class="switch measure" role="group" aria-label="Unit of length">
    <button
      v-for="unit in units"
      :key="unit.id"
      type="button"
      :aria-label="unit.name"
      :aria-pressed="preferences.unit === unit.id"
      @click="preferences.unit = unit.id"
    >
      {{ unit.id }}
    </button>
  </div>
</template>

<style scoped>
.switch {
  display: flex;
}

button {
  padding: 4px 7px;
  border: 0;
  background: none;
  color: var(--ink-soft);
  font-size: var(--text-note);
  cursor: pointer;
}

button + button {
  border-left: 1px solid var(--rule);
}

button[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 4px;
}
</style>
