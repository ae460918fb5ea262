<script setup lang="ts">
/** A screen in three: what there is on the left, the thing itself in the middle, what is found of it on the right. */
import { ArrowLeft } from '@lucide/vue';
import type { RouteLocationRaw } from 'vue-router';

defineProps<{
  /** Where it was opened from, where that is no place of the bar above. */
  back?: RouteLocationRaw;
  backName?: string;
  title: string;
  leftName: string;
  middleName: string;
  rightName: string;
  /** What went wrong; empty when nothing did. */
  problem: string;
}>();
defineSlots<{
  /** In the head, beside the title. */
  head?: () => unknown;
  left: () => unknown;
  middle: () => unknown;
  right: () => unknown;
}>();
</script>

<template>
  <main class="work">
    <header>
      <RouterLink v-if="back" :to="back" class="back"
        ><ArrowLeft :size="16" aria-hidden="true" /> {{ backName }}</RouterLink
      >
      <h1>{{ title }}</h1>
      <slot name="head" />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </header>
    <section class="left" :aria-label="leftName"><slot name="left" /></section>
    <section class="middle" :aria-label="middleName"><slot name="middle" /></section>
    <section class="right" :aria-label="rightName" aria-live="polite"><slot name="right" /></section>
  </main>
</template>

<style scoped>
.work {
  display: grid;
  grid-template: auto minmax(0, 1fr) / 270px minmax(0, 1fr) 340px;
  height: 100%;
}

header {
  display: flex;
  grid-column: 1 / -1;
  gap: 16px;
  align-items: baseline;
  padding: 11px 18px 10px;
  border-bottom: 1px solid var(--ink);
}

.back {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  align-self: center;
  color: var(--ink-soft);
  font-size: var(--text-note);
  text-decoration: none;
}

h1 {
  font-size: var(--text-lead);
  font-weight: 650;
}

.left,
.right {
  display: grid;
  gap: 12px;
  align-content: start;
  min-height: 0;
  padding: 16px 18px;
  overflow: auto;
}

.left {
  border-right: 1px solid var(--rule);
}

.right {
  border-left: 1px solid var(--ink);
}

.middle {
  display: grid;
  min-width: 0;
  min-height: 0;
  background: var(--bench);
}

.middle :slotted(.empty) {
  max-width: 46ch;
  place-self: center;
  text-align: center;
}

.problem {
  color: var(--stop);
}

@media (max-width: 999px) {
  .work {
    grid-template: auto auto 60vh auto / minmax(0, 1fr);
    overflow-y: auto;
  }

  .left,
  .right {
    overflow: visible;
  }
}
</style>
