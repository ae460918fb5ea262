<script setup lang="ts" generic="Id extends string">
/** The head of a drawer, with its pages and what is done there, and the page that is open below it. */
const { pages = null, isLong = false } = defineProps<{
  label: string;
  /** Null where there is only one. */
  pages?: readonly { readonly id: Id; readonly name: string }[] | null;
  /** Whether the pages need a wide window to stand beside each other. */
  isLong?: boolean;
}>();
const page = defineModel<Id>();
defineSlots<{ default: () => unknown; actions?: () => unknown }>();
</script>

<template>
  <div class="drawer">
    <div class="head" :class="{ long: isLong }">
      <nav v-if="pages" :aria-label="label">
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
      <!-- The same in a narrow drawer, where the pages have no room beside each other. -->
      <select v-if="pages" v-model="page" :aria-label="label">
        <option v-for="entry in pages" :key="entry.id" :value="entry.id">{{ entry.name }}</option>
      </select>
      <div v-if="$slots.actions" class="actions"><slot name="actions" /></div>
    </div>
    <div class="page"><slot /></div>
  </div>
</template>

<style scoped>
.drawer {
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr);
  height: 100%;
}

.head {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 37px;
  padding: 0 12px 0 6px;
  border-bottom: 1px solid var(--rule);
  background: var(--paper);
}

nav {
  display: flex;
  align-self: stretch;
}

nav button {
  padding: 4px 10px 1px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  font-size: var(--text-note);
  white-space: nowrap;
  cursor: pointer;
}

.long nav button {
  padding-right: 8px;
  padding-left: 8px;
}

nav button:hover {
  background: var(--paper-sunk);
}

nav button[aria-pressed='true'] {
  border-bottom-color: var(--accent);
  font-weight: 600;
}

select {
  display: none;
  margin-left: 6px;
  padding: 4px 6px;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--white);
  font: inherit;
  font-weight: 600;
}

.actions {
  display: flex;
  flex: 1;
  gap: 6px;
  align-items: center;
  justify-content: flex-end;
  min-width: 0;
  padding: 4px 0;
}

.page {
  min-height: 0;
  overflow: auto;
}

@container drawer (max-width: 760px) {
  nav {
    display: none;
  }

  select {
    display: block;
  }
}

@container drawer (max-width: 1200px) {
  .long nav {
    display: none;
  }

  .long select {
    display: block;
  }
}
</style>
