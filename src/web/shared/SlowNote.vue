<script setup lang="ts">
/** Says that something takes longer than usual: on a slow or busy machine everything comes, only later. */
import { useSlow } from './useSlow';

const { isSlow, isServerLate, stop } = useSlow();
</script>

<template>
  <div v-if="isSlow || isServerLate" class="slow" role="status" data-test="slow">
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
.slow {
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
  font-size: 13px;
  transform: translateX(-50%);
}
</style>
