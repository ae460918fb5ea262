<script setup lang="ts">
/** What keeps the job from being saved, in sight, with the ways on: nothing is overwritten or lost until the user chooses. */
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useBench } from '../stores/bench';

const bench = useBench();
const router = useRouter();
const problem = ref('');
/** Stays while it is tried again, and while the edit goes on. */
const isNotSaved = computed(
  () => bench.saveProblem !== '' && ['offline', 'saving', 'unsaved'].includes(bench.saveState),
);
const isShown = computed(
  () => ['conflict', 'gone'].includes(bench.saveState) || isNotSaved.value || bench.draftProblem !== '',
);

async function keepAsNew(): Promise<void> {
  try {
    problem.value = '';
    const id = await bench.keepAsNew();
    if (id !== null) await router.push({ name: 'bench', params: { id } });
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
</script>

<template>
  <div v-if="isShown" class="bar" role="alert" data-test="save-bar">
    <template v-if="bench.saveState === 'conflict' && bench.conflict">
      <p>
        Another window saved revision {{ bench.conflict.revision }} while this one was being edited. Nothing
        is lost yet: which one goes on?
      </p>
      <button type="button" class="action" @click="bench.takeTheirs()">Take the other one</button>
      <button type="button" class="action" @click="bench.keepMine()">Put this one on top</button>
      <button type="button" class="action" @click="keepAsNew">Make this one a job of its own</button>
    </template>
    <template v-else-if="bench.saveState === 'gone'">
      <p>This job was deleted elsewhere while it was open here. Your version is kept in this browser.</p>
      <button type="button" class="action" @click="keepAsNew">Keep it as a new job</button>
      <RouterLink class="action quiet" to="/">Let it go</RouterLink>
    </template>
    <template v-else-if="isNotSaved">
      <p><strong>Not saved.</strong> {{ bench.saveProblem }}</p>
      <button type="button" class="action" @click="bench.save()">Save now</button>
    </template>
    <p v-if="bench.draftProblem">{{ bench.draftProblem }}</p>
    <p v-if="problem" class="problem">{{ problem }}</p>
  </div>
</template>

<style scoped src="../shared/saveBar.css"></style>
<style scoped>
.bar {
  padding: 6px 16px;
  border-bottom-width: 1px;
}

.problem {
  color: var(--stop);
}
</style>
