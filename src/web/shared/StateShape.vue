<script setup lang="ts">
/** State by shape as well as colour: round fine, triangle caution, square stop, ring not yet. */
defineProps<{ state: 'fine' | 'caution' | 'stop' | 'none' }>();
const names = { fine: 'fine', caution: 'caution', stop: 'stop', none: 'not yet' };
</script>

<template>
  <svg class="shape" :class="state" viewBox="0 0 12 12" role="img" :aria-label="names[state]">
    <circle v-if="state === 'fine'" cx="6" cy="6" r="5" />
    <path v-else-if="state === 'caution'" d="M6 .6 12 11.4H0Z" />
    <path v-else-if="state === 'stop'" d="M1 1h10v10H1Z" />
    <circle v-else cx="6" cy="6" r="4.25" />
  </svg>
</template>

<style scoped>
.shape {
  flex: none;
  width: 12px;
  height: 12px;
}

.fine {
  fill: var(--accent);
}

.caution {
  fill: var(--caution);
}

.stop {
  fill: var(--stop);
}

.none {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.5;
}
</style>
