<script setup lang="ts">
/** What is done with files on the shelf, in a menu; pictures and job files are dropped, and pictures pasted, while it is closed, too. */
import { ChevronDown } from '@lucide/vue';
import { onClickOutside } from '@vueuse/core';
import { ref, useTemplateRef } from 'vue';
import type { ShelfChoice } from '../../wire';
import JobFileImport from './JobFileImport.vue';
import PictureTaker from './PictureTaker.vue';
import ShelfData from './ShelfData.vue';

defineProps<{ choice: () => ShelfChoice }>();
const menu = useTemplateRef<HTMLElement>('menu');
const opener = useTemplateRef<HTMLElement>('opener');
const isOpen = ref(false);
onClickOutside(menu, () => (isOpen.value = false));

function close(): void {
  isOpen.value = false;
  opener.value?.focus();
}
</script>

<template>
  <div ref="menu" class="menu" @keydown.esc="close">
    <button
      ref="opener"
      type="button"
      class="action"
      :aria-expanded="isOpen"
      aria-controls="shelf-files"
      @click="isOpen = !isOpen"
    >
      Files <ChevronDown :size="14" aria-hidden="true" />
    </button>
    <div v-show="isOpen" id="shelf-files" class="list" @click="isOpen = false">
      <PictureTaker />
      <JobFileImport />
      <ShelfData :choice="choice" />
    </div>
  </div>
</template>

<style scoped>
.menu {
  position: relative;
}

.list {
  position: absolute;
  z-index: 5;
  top: calc(100% + 4px);
  right: 0;
  width: 250px;
  padding: 5px 0;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--paper-raised);
}

.list :deep(.data) {
  display: block;
  padding-top: 5px;
  margin-top: 5px;
  border-top: 1px solid var(--rule);
}

.list :deep(.action) {
  display: block;
  width: 100%;
  padding: 6px 14px;
  border: 0;
  border-radius: 0;
  color: inherit;
  font-weight: 400;
}

.list :deep(.action:hover) {
  background: var(--paper-sunk);
}
</style>
