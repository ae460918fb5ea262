<script setup lang="ts">
/** Says what concerns the whole window: that it is older than the program, or that something takes longer than usual. */
import { onMounted, onUnmounted } from 'vue';
import { askVersion, isUpdated } from './pageVersion';
import { useSlow } from './useSlow';

const { isSlow, isServerLate, stop } = useSlow();
const reload = (): void => location.reload();

/** Whoever comes back to a window after an update is told before anything is missing. */
const lookAgain = (): void => {
  if (document.visibilityState === 'visible') void askVersion();
};
onMounted(() => document.addEventListener('visibilitychange', lookAgain));
onUnmounted(() => document.removeEventListener('visibilitychange', lookAgain));
</script>

<template>
  <div v-if="isUpdated" class="note" role="status" data-test="updated">
    <p>Binarus was updated while this page was open. Reload it to go on; your work is kept.</p>
    <button type="button" class="action" @click="reload">Reload</button>
  </div>
  <div v-else-if="isSlow || isServerLate" class="note" role="status" data-test="slow">
    <p v-if="isServerLate">
      The program has not answered for a while. Your work is kept in this window, and is saved as soon as it
      answers.
    </p>
    <template v-else>
      <p>This is taking longer than usual. You can keep working; it is shown as soon as it is done.</p>
      <button type="button" class="action quiet" @click="stop">Stop it</button>
    </template>
  </div>
</template>

<style scoped>
.note {
  position: fixed;
  z-index: 20;
  bottom: 12px;
  left: 50%;
  display: flex;
  gap: 12px;
  align-items: center;
  max-width: calc(100vw - 24px);
  padding: 8px 14px;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--paper);
  font-size: var(--text-body);
  transform: translateX(-50%);
}
</style>
