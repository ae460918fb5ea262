<script setup lang="ts">
/** A job file, chosen or dropped on the shelf, becomes a new job with the pictures that it brings. */
import { useEventListener } from '@vueuse/core';
import { useRouter } from 'vue-router';
import { importJobFile } from '../shared/api';
import FilePicker from '../shared/FilePicker.vue';
import { useShelf } from '../stores/shelf';

const router = useRouter();
const shelf = useShelf();

async function open(file: File): Promise<void> {
  shelf.problem = '';
  try {
    const { id } = await importJobFile(file);
    await router.push({ name: 'bench', params: { id } });
  } catch (error) {
    shelf.problem = `“${file.name}” was not opened. ${(error as Error).message}`;
  }
}

function onDrop(event: DragEvent): void {
  const file = [...(event.dataTransfer?.files ?? [])].find(({ name }) => /\.json$/i.test(name));
  if (!file) return;
  event.preventDefault();
  void open(file);
}

useEventListener('drop', onDrop);
</script>

<template>
  <FilePicker class="action quiet" accept=".json,application/json" label="Job file to open" @pick="open"
    >Open a job file…</FilePicker
  >
</template>
