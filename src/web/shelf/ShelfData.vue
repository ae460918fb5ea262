<script setup lang="ts">
/** All data out and in, and the table of jobs. */
import { defineAsyncComponent, ref, shallowRef, useTemplateRef } from 'vue';
import { stateOf, type ImportReport, type ShelfChoice } from '../../wire';
import LongWorkNote from '../shared/LongWorkNote.vue';
import { fetchWholeShelf, importArchive } from '../shared/shelfApi';
import { useLongWork } from '../shared/useLongWork';
import { useShelf } from '../stores/shelf';
import { stateNames } from './shelfNames';

const AppDialog = defineAsyncComponent(() => import('../shared/AppDialog.vue'));
const props = defineProps<{ choice: () => ShelfChoice }>();
const shelf = useShelf();
const picker = useTemplateRef<HTMLInputElement>('picker');
const archive = shallowRef<File | null>(null);
const report = shallowRef<ImportReport | null>(null);
const problem = ref('');
const work = useLongWork();
const shown = ref(false);

/** The jobs as they are listed. Cells that a spreadsheet would run as formulas get an apostrophe in front. */
async function saveTable(): Promise<void> {
  try {
    const [{ downloadCsv }, jobs] = await Promise.all([
      import('../shared/downloadCsv'),
      fetchWholeShelf(props.choice()),
    ]);
    const rows = jobs.map((job) => ({
      name: job.name,
      collection: job.collection,
      kind: job.kind,
      message: job.message,
      material: job.material,
      width_mm: job.widthMm,
      height_mm: job.heightMm,
      state: stateNames[stateOf(job)],
      revision: job.revision,
      saved: job.savedAt,
      made: job.made?.on ?? '',
      made_note: job.made?.note ?? '',
    }));
    downloadCsv('binarus-jobs.csv', rows);
  } catch (error) {
    shelf.problem = (error as Error).message;
  }
}

async function look(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  archive.value = input.files?.[0] ?? null;
  input.value = '';
  if (archive.value === null) return;
  report.value = null;
  problem.value = '';
  shown.value = true;
  try {
    const file = archive.value;
    report.value = await work.run((query, signal) => importArchive(file, true, query, signal));
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

async function take(): Promise<void> {
  try {
    const file = archive.value!;
    await work.run((query, signal) => importArchive(file, false, query, signal));
    shown.value = false;
    shelf.changes++;
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

const parts = (found: ImportReport) => [
  { title: 'Added', names: found.add },
  { title: 'Added as a copy, since another job is here under the same id', names: found.copy },
  { title: 'Here already, left alone', names: found.same },
  { title: 'Rejected', names: found.rejected.map(({ file, reason }) => `${file}: ${reason}`) },
];
</script>

<template>
  <div class="data">
    <a class="action quiet" href="/api/archive" download>Save everything as an archive</a>
    <button type="button" class="action quiet" @click="picker?.click()">Import an archive…</button>
    <button type="button" class="action quiet" @click="saveTable">Save this list as CSV</button>
    <a class="action quiet" href="/notices.txt" target="_blank" rel="noopener">Third-party licences</a>
    <input
      ref="picker"
      type="file"
      accept=".zip,application/zip"
      aria-label="Archive to import"
      hidden
      @change="look"
    />
    <AppDialog v-if="shown" v-model="shown" title="Import an archive" width="560px">
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <LongWorkNote :work="work" doing="Reading the archive" noun="files" />
      <template v-if="!problem && !work.isUnderWay.value && report">
        <p class="note">Nothing has been changed yet. Nothing that is here will be.</p>
        <template v-for="part in parts(report)" :key="part.title">
          <h3 v-if="part.names.length > 0">{{ part.title }}: {{ part.names.length }}</h3>
          <ul v-if="part.names.length > 0">
            <li v-for="(name, index) in part.names.slice(0, 8)" :key="index">{{ name }}</li>
            <li v-if="part.names.length > 8">and {{ part.names.length - 8 }} more</li>
          </ul>
        </template>
        <button
          type="button"
          class="action main"
          :disabled="report.add.length + report.copy.length === 0"
          @click="take"
        >
          Import {{ report.add.length + report.copy.length }}
        </button>
      </template>
    </AppDialog>
  </div>
</template>

<style scoped>
.data {
  display: grid;
  justify-items: start;
  gap: 2px;
}

a {
  color: inherit;
}

h3 {
  margin-top: 10px;
  font-size: var(--text-body);
}

ul {
  padding-left: 20px;
  list-style: square;
}

.main {
  margin-top: 14px;
}

.problem {
  color: var(--stop);
}
</style>
