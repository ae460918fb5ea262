<script setup lang="ts">
/** Two windows changed the same job: nothing is overwritten until the user chooses. */
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useBench } from '../stores/bench';

const bench = useBench();
const router = useRouter();
const problem = ref('');

async function keepBoth(): Promise<void> {
  try {
    const id = await bench.keepBoth();
    if (id !== null) await router.push({ name: 'bench', params: { id } });
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
</script>

<template>
  <div class="bar" role="alert">
    <p>
      Another window saved revision {{ bench.conflict!.revision }} while this one was being edited. Nothing is
      lost yet: which one goes on?
    </p>
    <button type="button" class="action" @click="bench.takeTheirs()">Take the other one</button>
    <button type="button" class="action" @click="bench.keepMine()">Put this one on top</button>
    <button type="button" class="action" @click="keepBoth">Make this one a job of its own</button>
    <p v-if="problem">{{ problem }}</p>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 7px 16px;
  border-bottom: 1px solid var(--ink);
  background: var(--caution-pale);
}
</style>
