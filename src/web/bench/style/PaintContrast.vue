<script setup lang="ts">
/** Contrast as eyes, cameras and red scanners see it, and the modules that stand out least. */
import { computed } from 'vue';
import type { PressView } from '../../../engine';
import { quantityText } from '../../shared/units';
import StateShape from '../../shared/StateShape.vue';
import { FixButtons } from '../readout';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView }>();
const { code } = useJobAtHand();
const kinds = ['contrast', 'contrast-luma', 'contrast-red'];
const contrasts = computed(() =>
  props.view.findings.filter(
    ({ kind, about }) => kinds.includes(kind) && 'id' in about && about.id === code.value.id,
  ),
);
const worst = computed(() => contrasts.value.find(({ fixes }) => fixes.length > 0));
const weakest = computed(() => props.view.made?.weakest ?? []);
const inside = (value: number, size: number): boolean => value >= 0 && value < size;
const placeOf = (row: number, column: number): string => {
  const size = props.view.made?.sizeModules ?? 0;
  return inside(row, size) && inside(column, size) ? `row ${row + 1}, column ${column + 1}` : 'quiet zone';
};
</script>

<template>
  <h2 class="heading">Contrast of the worst pair</h2>
  <dl>
    <template v-for="finding in contrasts" :key="finding.kind">
      <dt><StateShape :state="finding.severity" /> {{ finding.title }}</dt>
      <dd class="measure">{{ quantityText(finding.measured, 'mm') }}</dd>
    </template>
  </dl>
  <div v-if="worst" class="fixes"><FixButtons :finding="worst" :can-pass="false" /></div>
  <template v-if="weakest.length > 0">
    <h2 class="heading">Weakest modules</h2>
    <ol class="strip" data-test="weakest">
      <li
        v-for="(weak, index) in weakest"
        :key="index"
        :title="`${weak.isDark ? 'dark' : 'light'}, ${placeOf(weak.row, weak.column)}: ${(weak.contrast * 100).toFixed(0)} %`"
      >
        <span class="cell" :class="{ light: !weak.isDark }" :style="{ background: weak.colour }" />
        <span class="measure">{{ (weak.contrast * 100).toFixed(0) }}</span>
      </li>
    </ol>
    <p class="note">Ringed on the stage. Per cent of a camera's brightness against the other tone.</p>
  </template>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 3px 10px;
  margin: 0;
}

dt {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: var(--text-note);
}

dd {
  margin: 0;
  font-size: var(--text-note);
}

.fixes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.strip {
  display: grid;
  grid-template-columns: repeat(9, 1fr);
  gap: 2px 3px;
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  justify-items: center;
  font-size: var(--text-small);
}

.cell {
  width: 100%;
  height: 14px;
  border: 1px solid transparent;
}

.cell.light {
  border-color: var(--rule);
}
</style>
