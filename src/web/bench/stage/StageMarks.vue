<script setup lang="ts">
/** What the machine does, by operation: areas, lines that it follows and lines that it cuts, with a legend. */
import { computed } from 'vue';
import type { Job } from '../../../core/job';
import type { Work } from '../../../core/plan';
import type { MadeView } from '../../../engine';
import { areaText, durationText, lengthText } from '../../shared/units';
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

const areaSeconds = computed(() =>
  props.job.making.reversed ? props.made.markSeconds.reversed : props.made.markSeconds.normal,
);
/** All that the speeds say something about. */
const allSeconds = computed(() =>
  props.made.operations.reduce(
    (sum, { isLine, work }) => sum + (isLine ? (work.seconds ?? 0) : 0),
    areaSeconds.value ?? 0,
  ),
);
const speedsFrom = computed(() => {
  const origin = props.job.making.pair.origins.markMmPerS;
  return origin === undefined ? 'typical' : origin.from === 'own' ? 'your own' : 'calibrated';
});

/** What an operation takes, as far as the machine's speeds say it. */
function workText({ lengthMm, paths, seconds }: Work): string {
  const parts = [
    ...(lengthMm > 0 ? [lengthText(lengthMm, preferences.unit), counted(paths)] : []),
    ...(seconds === null ? [] : [durationText(seconds)]),
  ];
  return parts.length === 0 ? '' : `, ${parts.join(', ')}`;
}
const counted = (paths: number): string => (paths === 1 ? '1 path' : `${paths} paths`);

/** One line for each kind of work; what is marked in many parts is one area. */
const legend = computed(() => {
  const { operations } = props.made;
  const lines = new Map<string, { kind: string; label: string; isLine: boolean; more: string }>();
  for (const { kind, label, isLine, work } of operations) {
    const known = lines.get(isLine ? kind + label : kind);
    if (known === undefined)
      lines.set(isLine ? kind + label : kind, {
        kind,
        label,
        isLine,
        more: isLine
          ? workText(work)
          : `, ${areaText(area.value, preferences.unit)}${areaSeconds.value === null ? '' : `, ${durationText(areaSeconds.value)}`}`,
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
        <text x="22">{{ operation.kind }}: {{ operation.label }}{{ operation.more }}</text>
      </g>
      <text v-if="allSeconds > 0" x="22" :y="legend.length * 18">
        about {{ durationText(allSeconds) }} in all, by {{ speedsFrom }} speeds
      </text>
      <text v-if="made.isMirrored" x="22" :y="legend.length * 18 + 18">mirrored, as the file has it</text>
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
