<script setup lang="ts">
/** What the machine does, by operation: areas, lines that it follows and lines that it cuts, with a legend. */
import { computed } from 'vue';
import type { Work } from '../../../core/plan';
import type { MadeView } from '../../../engine';
import { areaText, durationText, lengthText, pathText } from '../../shared/units';
import { usePreferences } from '../../stores/preferences';
import type { StageScale } from './stageScale';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ made: MadeView; scale: StageScale }>();
const { job } = useJobAtHand();
const preferences = usePreferences();
const placed = computed(
  () => `translate(${props.scale.originX} ${props.scale.originY}) scale(${props.scale.pxPerMm})`,
);
const area = computed(() =>
  job.value.making.reversed ? props.made.markedAreaMm2.reversed : props.made.markedAreaMm2.normal,
);

const areaSeconds = computed(() =>
  job.value.making.reversed ? props.made.markSeconds.reversed : props.made.markSeconds.normal,
);
/** All that the speeds say something about. */
const allSeconds = computed(() =>
  props.made.operations.reduce(
    (sum, { isLine, kind, work }) => sum + (isLine || kind === 'base' ? (work.seconds ?? 0) : 0),
    areaSeconds.value ?? 0,
  ),
);
const speedsFrom = computed(() => {
  const origin = job.value.making.pair.origins.markMmPerS;
  return origin === undefined ? 'typical' : origin.from === 'own' ? 'your own' : 'calibrated';
});

/** What an operation takes, as far as the machine's speeds say it. */
function workText({ lengthMm, paths, seconds }: Work): string {
  const parts = [
    ...(lengthMm > 0 ? [pathText(lengthMm, preferences.unit), counted(paths)] : []),
    ...(seconds === null ? [] : [durationText(seconds)]),
  ];
  return parts.length === 0 ? '' : `, ${parts.join(', ')}`;
}
const counted = (paths: number): string => (paths === 1 ? '1 path' : `${paths} paths`);

/** As machinists say it. */
const kindNames: Readonly<Record<string, string>> = {
  raise: 'build up',
  sink: 'leave out',
  kiss: 'kiss cut',
  open: 'cut out',
};
/** Areas that the machine makes; `base` is the body under them. */
const marked = new Set(['print', 'mark', 'raise', 'sink', 'kiss', 'open']);

/** One line for each kind of work, in the order in which it is done; what is marked in many parts is one area. */
const legend = computed(() => {
  const { operations } = props.made;
  const lines = new Map<string, { kind: string; label: string; isLine: boolean; more: string }>();
  for (const { kind, label, isLine, work } of operations) {
    const isMarked = marked.has(kind);
    const key = isMarked ? kind : kind + label;
    const known = lines.get(key);
    if (known === undefined)
      lines.set(key, {
        kind,
        label,
        isLine,
        more:
          isMarked && !isLine
            ? `, ${areaText(area.value, preferences.unit)}${areaSeconds.value === null ? '' : `, ${durationText(areaSeconds.value)}`}`
            : workText(work),
      });
    else if (!known.label.endsWith(', and more')) known.label += ', and more';
  }
  return [...lines.values()];
});
/** What is done by hand or by settings, after and between the steps of the machine. */
const notes = computed(() => {
  const { paintColour, body, loose, isMirrored } = props.made;
  const said: { text: string; colour: string | null }[] = [];
  if (paintColour !== null) said.push({ text: 'by hand: fill the marks with paint', colour: paintColour });
  if (body !== null && body.changesAt.length > 0)
    said.push({ text: `change the colour at layer ${body.changesAt.join(', ')}`, colour: null });
  if (loose !== null && loose.bridges > 0)
    said.push({
      text: `${loose.bridges} bridges of ${lengthText(loose.bridgeMm, preferences.unit)} hold ${loose.looseParts} parts`,
      colour: null,
    });
  if (allSeconds.value > 0)
    said.push({
      text: `about ${durationText(allSeconds.value)} in all, by ${speedsFrom.value} speeds`,
      colour: null,
    });
  if (props.made.thinPath !== '')
    said.push({
      text: `red: thinner than one mark of this machine, ${lengthText(job.value.making.pair.process.elementMm, preferences.unit)}`,
      colour: null,
    });
  if (isMirrored) said.push({ text: 'mirrored, as the file has it', colour: null });
  return said;
});
/** Lines that fill an area are drawn where they are far enough apart to be seen. */
const leastLinePx = 2;
const lineFill = computed(() => {
  const { lineIntervalMm } = props.made;
  return lineIntervalMm !== null && lineIntervalMm * props.scale.pxPerMm >= leastLinePx
    ? lineIntervalMm
    : null;
});
const lineClass = (kind: string): string =>
  kind === 'score' ? 'score-line' : kind === 'kiss' ? 'kiss-line' : 'cut-line';
const isFilled = (kind: string): boolean => lineFill.value !== null && kind !== 'base' && kind !== 'print';
</script>

<template>
  <g>
    <defs v-if="lineFill !== null">
      <pattern id="line-fill" patternUnits="userSpaceOnUse" width="10" :height="lineFill">
        <rect width="10" :height="lineFill" class="between" />
        <path :d="`M0 ${lineFill / 2}H10`" class="fill-line" :stroke-width="lineFill * 0.45" />
      </pattern>
    </defs>
    <g :transform="placed">
      <template v-for="(operation, index) in made.operations" :key="index">
        <path
          v-if="operation.isLine"
          :d="operation.path"
          :class="lineClass(operation.kind)"
          :stroke-width="1.5 / scale.pxPerMm"
        />
        <path
          v-else
          :d="operation.path"
          :class="operation.kind"
          :style="isFilled(operation.kind) ? { fill: 'url(#line-fill)' } : undefined"
        />
      </template>
      <!-- What the machine cannot make, in its place. -->
      <path v-if="made.thinPath" :d="made.thinPath" class="thin" :stroke-width="2 / scale.pxPerMm" />
    </g>
    <g class="legend" transform="translate(36 40)">
      <rect class="ground" x="-10" y="-18" width="400" :height="(legend.length + notes.length) * 18 + 14" />
      <g v-for="(operation, index) in legend" :key="index" :transform="`translate(0 ${index * 18})`">
        <path v-if="operation.isLine" d="M0 -4h14" :class="lineClass(operation.kind)" stroke-width="1.5" />
        <rect v-else y="-10" width="14" height="11" :class="operation.kind" />
        <text x="22"
          >{{ index + 1 }} {{ kindNames[operation.kind] ?? operation.kind }}: {{ operation.label
          }}{{ operation.more }}</text
        >
      </g>
      <g
        v-for="(note, index) in notes"
        :key="note.text"
        :transform="`translate(0 ${(legend.length + index) * 18})`"
      >
        <rect v-if="note.colour" y="-10" width="14" height="11" :fill="note.colour" />
        <text x="22">{{ note.text }}</text>
      </g>
    </g>
  </g>
</template>

<style scoped>
.mark,
.print,
.raise,
.sink {
  fill: var(--mark);
}

.base {
  fill: var(--body);
}

.thin {
  fill: var(--stop);
  stroke: var(--stop);
}

.between {
  fill: var(--mark-pale);
}

.fill-line {
  stroke: var(--mark);
}

.kiss-line {
  fill: var(--mark-veil);
  stroke: var(--kiss);
}

.cut-line {
  fill: none;
  stroke: var(--stop);
}

.score-line {
  fill: none;
  stroke: var(--score);
}

.ground {
  fill: var(--paper-veil);
}

.legend text {
  fill: var(--ink);
  font-size: var(--text-note);
}
</style>
