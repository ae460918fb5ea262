<script setup lang="ts" generic="Id extends string">
/** The pages of a drawer along its left edge, and the one that is open. */
defineProps<{ label: string; pages: readonly { readonly id: Id; readonly name: string }[] }>();
const page = defineModel<Id>({ required: true });
</script>

<template>
  <div class="drawer">
    <nav :aria-label="label">
      <button
        v-for="entry in pages"
        :key="entry.id"
        type="button"
        :aria-pressed="page === entry.id"
        @click="page = entry.id"
      >
        {{ entry.name }}
      </button>
    </nav>
    <slot />
  </div>
</template>

<style scoped>
.drawer {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  min-height: 100%;
}

nav {
  display: grid;
  align-content: start;
  padding: 10px 0;
  border-right: 1px solid var(--rule-soft);
  background: var(--paper);
}

button {
  padding: 5px 6px 6px 16px;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  font-size: var(--text-note);
  text-align: left;
  cursor: pointer;
}

button:hover {
  background: var(--paper-sunk);
}

button[aria-pressed='true'] {
  border-left-color: var(--accent);
  font-weight: 600;
}
</style>
