<script setup lang="ts">
/** The values behind a material and a machine, each with where it comes from. */
import { computed } from 'vue';
import type { Pair } from '../../../core/plan';
import { lengthNumber } from '../../shared/units';
import { usePreferences } from '../../stores/preferences';

const props = defineProps<{ pair: Pair }>();
const preferences = usePreferences();
const length = (mm: number): string => `${lengthNumber(mm, preferences.unit)} ${preferences.unit}`;

const facts = computed(() => {
  const { process, machine, material, smallestModuleMm } = props.pair;
  const { text } = process.source;
  return [
    { name: 'Smallest mark', value: length(process.elementMm), source: text },
    {
      name: `Smallest module (${process.elementFactor} marks, not under ${length(process.floorMm)})`,
      value: length(smallestModuleMm),
      source: text,
    },
    { name: 'Growth on each edge', value: length(process.growthMm), source: text },
    ...(machine.dotMm === null
      ? []
      : [{ name: 'Dot', value: length(machine.dotMm), source: 'resolution of the printer' }]),
    {
      name: 'Bare and marked',
      value: `${material.baseColour} ${props.pair.markColour}`,
      source: material.source.text,
    },
  ];
});
</script>

<template>
  <details>
    <summary>{{ pair.machine.name }}: values and where they come from</summary>
    <table>
      <tbody>
        <tr v-for="fact in facts" :key="fact.name">
          <th scope="row">{{ fact.name }}</th>
          <td class="measure">{{ fact.value }}</td>
          <td class="note">{{ fact.source }}</td>
        </tr>
      </tbody>
    </table>
  </details>
</template>

<style scoped>
summary {
  font-size: 12px;
  cursor: pointer;
}

table {
  border-collapse: collapse;
  font-size: 11.5px;
}

th {
  padding: 2px 8px 2px 0;
  font-weight: 400;
  text-align: left;
}

td {
  padding: 2px 8px 2px 0;
}
</style>
