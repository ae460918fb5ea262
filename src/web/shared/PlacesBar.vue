<script setup lang="ts">
/** The five places of the workshop, the same above every screen, with the unit of all lengths. */
import UnitSwitch from './UnitSwitch.vue';

const places = [
  { to: '/', name: 'Jobs', routes: ['shelf', 'bench', 'sheet', 'series'] },
  { to: '/links', name: 'Links', routes: ['links'] },
  { to: '/register', name: 'Made pieces', routes: ['register'] },
  { to: '/materials', name: 'Materials', routes: ['materials', 'coupon'] },
  { to: '/check', name: 'Check', routes: ['check'] },
] as const;
</script>

<template>
  <nav class="places" aria-label="Places">
    <RouterLink to="/" class="mark" aria-label="Binarus, all jobs">
      <img src="/mark.svg" alt="" width="18" height="18" /><b>Binarus</b>
    </RouterLink>
    <div class="list">
      <RouterLink
        v-for="{ to, name, routes } in places"
        :key="to"
        :to="to"
        :class="{ here: (routes as readonly unknown[]).includes($route.name) }"
        >{{ name }}</RouterLink
      >
    </div>
    <UnitSwitch />
  </nav>
</template>

<style scoped>
.places {
  display: flex;
  gap: 22px;
  align-items: stretch;
  height: 34px;
  padding: 0 14px 0 16px;
  background: var(--ink);
  color: var(--paper);
}

.mark {
  display: flex;
  gap: 9px;
  align-items: center;
  color: inherit;
  text-decoration: none;
}

/* The mark is drawn for paper. */
.mark img {
  padding: 1px;
  background: var(--paper);
}

.list {
  display: flex;
  flex: 1;
  gap: 4px;
}

.list a {
  display: flex;
  align-items: center;
  padding: 0 11px 1px;
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
  color: var(--bench);
  font-size: var(--text-note);
  text-decoration: none;
}

.list a:hover {
  color: var(--white);
}

.list a.here {
  border-bottom-color: var(--accent-soft);
  color: var(--white);
  font-weight: 600;
}

.places :deep(.switch) {
  align-items: center;
}

.places :deep(.switch button) {
  color: var(--bench);
}

.places :deep(.switch button[aria-pressed='true']) {
  color: var(--white);
}

.places :focus-visible {
  outline-color: var(--accent-soft);
  outline-offset: -2px;
}

@media (max-width: 699px) {
  .places {
    gap: 6px;
    padding: 0 6px 0 10px;
  }

  .mark b {
    display: none;
  }

  .list {
    gap: 0;
  }

  .list a {
    padding: 0 6px 1px;
  }
}
</style>
