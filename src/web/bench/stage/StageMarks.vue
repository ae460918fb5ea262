<script setup lang="ts">
/** What the machine does, by operation: areas, lines that it follows and lines that it cuts, with a legend. */
import { computed } from 'vue';
import type { Job } from '../../../core/job';
import type { MadeView } from '../../../engine';
import { areaText } from '../../shared/units';
import { usePreferences } from '../../stores/preferences';
import type { StageScale } from './stageScale';

const props = defineProps<{ job: Job; made: MadeView; scale: StageScale }>();
const preferences = usePreferences();
const placed = computed(
  () => `translate(${props.scale.originX} ${props.scale.originY}) scale(${props.scale.pxPerMm})`,
);
const area = computed(() =>
  props.job.making.reversed ? props.made.markedAreaMm2.reversed : props.made.markedAreaMm2.normal,
);

/** One line for each kind of work; what is marked in many parts is one area. */
const legend = computed(() => {
  const { operations } = props.made;
  const lines = new Map<string, { kind: string; label: string; isLine: boolean; area: string }>();
  for (const { kind, label, isLine } of operations) {
    const known = lines.get(isLine ? kind + label : kind);
    if (known === undefined)
      lines.set(isLine ? kind + label : kind, {
        kind,
        label,
        isLine,
        area: isLine ? '' : `, ${areaText(area.value, preferences.unit)}`,
      });
    else if (!known.label.endsWith(', and more')) known.label += ', and more';
  }
  return [...lines.values()];
});
</script>

<template>
  <g>
    <g :transform="placed">
      <template v-for="(operation, index) in made.operations" :key="index">
        <path
          v-if="operation.isLine"
          :d="operation.path"
          :class="operation.kind === 'cut' ? 'cut-line' : 'score-line'"
          :stroke-width="1.5 / scale.pxPerMm"
        />
        <path v-else :d="operation.path" :class="operation.kind" />
      </template>
    </g>
    <g class="legend" transform="translate(36 40)">
      <g v-for="(operation, index) in legend" :key="index" :transform="`translate(0 ${index * 18})`">
        <path
          v-if="operation.isLine"
          d="M0 -4h14"
          :class="operation.kind === 'cut' ? 'cut-line' : 'score-line'"
          stroke-width="1.5"
        />
        <rect v-else y="-10" width="14" height="11" :class="operation.kind" />
        <text x="22">{{ operation.kind }}: {{ operation.label }}{{ operation.area }}</text>
      </g>
      <text v-if="job.making.mirrored" x="0" :y="legend.length * 18 + 2"> mirrored, as the file has it </text>
    </g>
  </g>
</template>

<style scoped>
.mark,
.print {
  fill: #3f6f8f;
}

.cut-line {
  fill: none;
  stroke: var(--stop);
}

.score-line {
  fill: none;
  stroke: #2b4fb5;
}

.legend text {
  fill: var(--ink);
  font-size: 12px;
}
</style>
