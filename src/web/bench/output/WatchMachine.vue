<script setup lang="ts">
/** What the machine will do, over time: its head on the way, on and off; bodies layer by layer, to be turned. */
import { Play } from '@lucide/vue';
import { ref, shallowRef } from 'vue';
import { machineKinds } from '../../../core/plan';
import type { Watched } from '../../../core/proving';
import { useEngine } from '../../shared/engine';
import AppDialog from '../../shared/AppDialog.vue';
import { useAttempt } from '../../shared/useAttempt';
import WatchBodies from './WatchBodies.vue';
import WatchWays from './WatchWays.vue';
import { toRaw } from 'vue';
import { useJobAtHand } from '../jobAtHand';

defineProps<{ disabled: boolean }>();
const { job } = useJobAtHand();
const isOpen = ref(false);
const watched = shallowRef<Watched | null>(null);
const { problem, attempt } = useAttempt();

async function open(): Promise<void> {
  watched.value = null;
  isOpen.value = true;
  await attempt(async () => {
    watched.value = await useEngine().maker.watch(toRaw(job.value));
    if (watched.value === null) problem.value = 'There is nothing to watch: the piece could not be drawn.';
  });
}
</script>

<template>
  <button
    v-if="machineKinds[job.making.pair.machine.kind].watchedFormat !== null"
    type="button"
    class="action quiet"
    :disabled="disabled"
    @click="open"
  >
    <Play :size="14" :stroke-width="1.8" aria-hidden="true" /> Watch the machine
  </button>
  <AppDialog v-model="isOpen" :title="`What ${job.making.pair.machine.name} will do`" width="760px">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="watched === null" role="status">Following the file…</p>
    <WatchWays v-else-if="watched.kind === 'ways'" :run="watched.run" />
    <WatchBodies
      v-else
      :bodies="watched.bodies"
      :layer-mm="watched.layerMm"
      :changes-at="watched.changesAt"
    />
  </AppDialog>
</template>

<style scoped>
.problem {
  color: var(--stop);
}
</style>
