<script setup lang="ts">
/** The symbol as it was meant, with the modules that came out otherwise. */
import { computed } from 'vue';
import type { Comparison } from '../../core/photo';

const props = defineProps<{
  comparison: Pick<Comparison, 'symbol' | 'wrong' | 'wrongCount' | 'covered'>;
}>();
const size = computed(() => props.comparison.symbol.size);
const squares = (isIn: (at: number) => boolean): string =>
  [...props.comparison.wrong.keys()]
    .filter(isIn)
    .map((at) => `M${at % size.value} ${Math.floor(at / size.value)}h1v1h-1z`)
    .join('');
const dark = computed(() => squares((at) => props.comparison.symbol.modules[at] === 1));
const isWrong = (at: number): boolean => props.comparison.wrong[at] === 1;
const wrong = computed(() => squares((at) => isWrong(at) && props.comparison.covered[at] === 0));
const underLogo = computed(() => squares((at) => isWrong(at) && props.comparison.covered[at] === 1));
</script>

<template>
  <svg
    :viewBox="`-2 -2 ${size + 4} ${size + 4}`"
    role="img"
    :aria-label="`${comparison.wrongCount} of ${comparison.wrong.length} modules differ`"
    shape-rendering="crispEdges"
  >
    <rect x="-2" y="-2" :width="size + 4" :height="size + 4" class="light" />
    <path :d="dark" class="dark" />
    <path :d="underLogo" class="logo" />
    <path :d="wrong" class="wrong" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 236px;
  border: 1px solid var(--rule);
}

.light {
  fill: var(--white);
}

.dark {
  fill: var(--edge);
}

/* What the logo was meant to cover. */
.logo {
  fill: var(--caution);
}

.wrong {
  fill: var(--stop);
}
</style>
