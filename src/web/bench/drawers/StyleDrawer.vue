<script setup lang="ts">
/** The style station: what the symbol looks like and how it is built, a page for each. */
import { storeToRefs } from 'pinia';
import type { Job } from '../../../core/job';
import type { PressView } from '../../../engine';
import { useStageNotes } from '../../stores/stageNotes';
import StyleLogo from './StyleLogo.vue';
import StyleLooks from './StyleLooks.vue';
import StylePaint from './StylePaint.vue';
import StyleShapes from './StyleShapes.vue';
import StyleSymbol from './StyleSymbol.vue';
import StyleVariants from './StyleVariants.vue';

defineProps<{ job: Job; view: PressView }>();

const pages = [
  { id: 'looks', name: 'Looks', component: StyleLooks },
  { id: 'variants', name: 'Variants', component: StyleVariants },
  { id: 'shapes', name: 'Shapes', component: StyleShapes },
  { id: 'paint', name: 'Colours', component: StylePaint },
  { id: 'logo', name: 'Logo', component: StyleLogo },
  { id: 'symbol', name: 'Symbol', component: StyleSymbol },
] as const;
const { stylePage: page } = storeToRefs(useStageNotes());
</script>

<template>
  <div class="drawer">
    <nav aria-label="Pages of the style">
      <button
        v-for="entry in pages"
        :key="entry.id"
        type="button"
        :aria-pressed="page === entry.id"
        @click="page = entry.id"
      >
        {{ entry.name }}
      </button>
    </nav>
    <component :is="pages.find(({ id }) => id === page)!.component" :job="job" :view="view" />
  </div>
</template>

<style scoped>
.drawer {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  min-height: 100%;
}

nav {
  display: grid;
  align-content: start;
  padding: 10px 0;
  border-right: 1px solid var(--rule-soft);
  background: var(--paper);
}

button {
  padding: 5px 6px 6px 16px;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  font-size: 12.5px;
  text-align: left;
  cursor: pointer;
}

button:hover {
  background: var(--paper-sunk);
}

button[aria-pressed='true'] {
  border-left-color: var(--accent);
  font-weight: 600;
}
</style>
