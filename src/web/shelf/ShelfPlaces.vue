<script setup lang="ts">
/** Where jobs are: the shelf with its collections, the archive, the bin. Jobs are filed by dropping them here. */
import { ref } from 'vue';
import { places, type Place, type ShelfPage } from '../../wire';

defineProps<{
  counts: ShelfPage['counts'] | undefined;
  /** Of the place at hand. */
  collections: ShelfPage['collections'];
  place: Place;
  collection: string | null;
}>();
const emit = defineEmits<{
  choose: [place: Place, collection: string | null];
  dropIn: [ids: string[], collection: string];
  dropTo: [ids: string[], place: Place];
}>();
const names = { shelf: 'Shelf', archive: 'Archive', bin: 'Bin' };
const over = ref<string | null>(null);

function dropped(event: DragEvent): string[] {
  over.value = null;
  return (event.dataTransfer?.getData('text/binarus-jobs') ?? '').split(' ').filter(Boolean);
}
</script>

<template>
  <nav aria-label="Places and collections">
    <template v-for="entry in places" :key="entry">
      <button
        type="button"
        class="place"
        :class="{ here: place === entry && collection === null, over: over === entry }"
        @click="emit('choose', entry, null)"
        @dragover.prevent="over = entry"
        @dragleave="over = null"
        @drop.prevent="emit('dropTo', dropped($event), entry)"
      >
        {{ names[entry] }} <span class="measure">{{ counts?.[entry] }}</span>
      </button>
      <template v-if="place === entry">
        <button
          v-for="{ name, count } in collections"
          :key="name"
          type="button"
          class="collection"
          :class="{ here: collection === name, over: over === `c ${name}` }"
          @click="emit('choose', entry, name)"
          @dragover.prevent="over = `c ${name}`"
          @dragleave="over = null"
          @drop.prevent="emit('dropIn', dropped($event), name)"
        >
          {{ name || 'no collection' }} <span class="measure">{{ count }}</span>
        </button>
      </template>
    </template>
  </nav>
</template>

<style scoped>
nav {
  display: grid;
  align-content: start;
  min-height: 0;
  overflow-y: auto;
}

button {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 5px 10px;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  overflow-wrap: anywhere;
  text-align: left;
  cursor: pointer;
}

.place {
  font-weight: 600;
}

.collection {
  padding-left: 22px;
}

button:hover {
  background: var(--paper-raised);
}

.here {
  border-left-color: var(--ink);
  background: var(--paper-raised);
}

.over {
  background: var(--accent-pale);
}

.measure {
  color: var(--ink-soft);
  font-size: var(--text-note);
  font-weight: 400;
}
</style>
