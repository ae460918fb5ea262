<script setup lang="ts">
/** The symbol with the modules whose tone is told too weakly: the weaker, the stronger marked. */
import { computed } from 'vue';
import type { SymbolGrade } from '../../../core/grades';

const props = defineProps<{ grade: SymbolGrade }>();
const squares = (isIn: (grade: number) => boolean): string =>
  [...props.grade.modules.keys()]
    .filter((at) => isIn(props.grade.modules[at]!))
    .map((at) => `M${at % props.grade.size} ${Math.floor(at / props.grade.size)}h1v1h-1z`)
    .join('');
const failing = computed(() => squares((grade) => grade === 0));
const weak = computed(() => squares((grade) => grade > 0 && grade < 4));
const weakCount = computed(() => props.grade.modules.filter((grade) => grade < 4).length);
const growth = computed(() => Math.round(100 * props.grade.growthModules));
</script>

<template>
  <div class="map">
    <svg
      :viewBox="`0 0 ${grade.size} ${grade.size}`"
      role="img"
      :aria-label="`${weakCount} of ${grade.modules.length} modules below grade A`"
      shape-rendering="crispEdges"
    >
      <rect :width="grade.size" :height="grade.size" class="good" />
      <path :d="weak" class="weak" />
      <path :d="failing" class="failing" />
    </svg>
    <p class="note">
      {{ weakCount }} of {{ grade.modules.length }} modules are below grade A. Dark comes out
      {{ Math.abs(growth) }} % of a module {{ growth < 0 ? 'smaller' : 'larger' }} on each edge.
    </p>
  </div>
</template>

<style scoped>
.map {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  gap: 10px;
}

svg {
  width: 120px;
  border: 1px solid var(--rule);
}

.good {
  fill: var(--accent-pale);
}

.weak {
  fill: var(--caution);
}

.failing {
  fill: var(--stop);
}
</style>
