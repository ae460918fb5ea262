<script setup lang="ts">
/** What keeps the job from being saved, with the ways on that only jobs have. */
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import KeepingBar from '../shared/saving/KeepingBar.vue';
import { useBench } from '../stores/bench';

const bench = useBench();
const router = useRouter();
const problem = ref('');
const hasMore = computed(() => bench.draftProblem !== '' || problem.value !== '');

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
  <KeepingBar
    noun="job"
    :state="bench.saveState"
    :why="bench.saveProblem"
    :revision="bench.conflict?.revision ?? null"
    @save="bench.flush()"
    @take-theirs="bench.takeTheirs()"
    @keep-mine="bench.keepMine()"
  >
    <template #contested>
      <button type="button" class="action" @click="keepAsNew">Make this one a job of its own</button>
    </template>
    <template #gone>
      <button type="button" class="action" @click="keepAsNew">Keep it as a new job</button>
      <RouterLink class="action quiet" to="/">Discard it</RouterLink>
    </template>
    <template v-if="hasMore" #also>
      <p v-if="bench.draftProblem">{{ bench.draftProblem }}</p>
      <p v-if="problem" class="problem">{{ problem }}</p>
    </template>
  </KeepingBar>
</template>

<style scoped>
p {
  margin: 0;
}

.problem {
  color: var(--stop);
}
</style>
