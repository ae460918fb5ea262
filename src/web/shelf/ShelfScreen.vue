<script setup lang="ts">
/** The shelf: all jobs, each with a true picture of its piece. */
import { Plus } from '@lucide/vue';
import { onBeforeUnmount, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { SavedJob } from '../../core/api';
import { newJob } from '../../core/newJob';
import UnitSwitch from '../shared/UnitSwitch.vue';
import { createJob, listJobs } from '../shared/api';
import ShelfRow from './ShelfRow.vue';

const router = useRouter();
const jobs = shallowRef<readonly SavedJob[] | null>(null);
const problem = ref('');

onMounted(async () => {
  window.addEventListener('keydown', onKey);
  document.title = 'Shelf · Binarus';
  try {
    jobs.value = await listJobs();
  } catch (error) {
    problem.value = (error as Error).message;
  }
});

onBeforeUnmount(() => window.removeEventListener('keydown', onKey));

/** A new job starts clean: an empty address, nothing of the last job. */
async function startJob(): Promise<void> {
  try {
    const job = await createJob(newJob({ name: 'New job', message: { kind: 'web', address: '' } }));
    await router.push({ name: 'bench', params: { id: job.id } });
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

function onKey(event: KeyboardEvent): void {
  const rows = [...document.querySelectorAll<HTMLElement>('[data-job]')];
  const at = rows.indexOf(document.activeElement as HTMLElement);
  if (event.key === 'ArrowDown') rows[Math.min(at + 1, rows.length - 1)]?.focus();
  else if (event.key === 'ArrowUp') rows[Math.max(at - 1, 0)]?.focus();
  else if (event.key.toLowerCase() === 'n' && !event.ctrlKey && !event.metaKey && !event.altKey)
    void startJob();
  else return;
  event.preventDefault();
}
</script>

<template>
  <main class="shelf">
    <header>
      <img src="/mark.svg" alt="" width="30" height="30" />
      <div>
        <h1>Binarus</h1>
        <p class="note">Codes on real things, made to be read</p>
      </div>
      <UnitSwitch class="unit" />
      <button type="button" class="action main" title="N" @click="startJob">
        <Plus :size="16" :stroke-width="2" aria-hidden="true" /> New job
      </button>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <section v-if="jobs && jobs.length > 0" aria-label="Jobs">
      <div class="titles heading" aria-hidden="true">
        <span></span><span>Job</span><span>Message</span><span>Piece</span><span>Limits</span
        ><span>Proof</span><span>Saved</span>
      </div>
      <ShelfRow v-for="job in jobs" :key="job.id" :saved="job" />
    </section>
    <section v-else-if="jobs" class="empty">
      <p>The shelf is empty.</p>
      <button type="button" class="action main" @click="startJob">Start the first job</button>
      <p class="note">Copy the address that a scan should open; you can paste it on the bench.</p>
    </section>
  </main>
</template>

<style scoped>
.shelf {
  max-width: 1440px;
  height: 100%;
  margin: 0 auto;
  padding: 0 32px;
  overflow-y: auto;
}

header {
  display: grid;
  grid-template-columns: auto 1fr auto auto;
  align-items: center;
  gap: 14px;
  padding: 22px 0 20px;
}

h1 {
  font-size: 20px;
  font-weight: 650;
  line-height: 1.15;
}

.main {
  display: flex;
  align-items: center;
  gap: 6px;
}

.titles,
section :deep(.row) {
  display: grid;
  grid-template-columns:
    116px minmax(150px, 1.1fr) minmax(200px, 1.5fr) minmax(190px, 1.2fr)
    150px 130px 130px;
  gap: 18px;
  align-items: center;
}

.titles {
  padding: 0 12px 6px;
  border-bottom: 1px solid var(--ink);
}

.empty {
  display: grid;
  justify-items: center;
  gap: 14px;
  padding-top: 16vh;
  font-size: 15px;
}

.problem {
  color: var(--stop);
}
</style>
