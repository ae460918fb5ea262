<script setup lang="ts">
/** Which widths of the code satisfy which limit, on one axis, with a handle to drag. */
import { ChartColumn } from '@lucide/vue';
import { useElementSize } from '@vueuse/core';
import { computed, defineAsyncComponent, ref, shallowRef, useTemplateRef, watch } from 'vue';
import type { CodeSettings, Job } from '../../../core/job';
import type { OtherBars, PressView } from '../../../engine';
import { useEngine } from '../../shared/engine';
import { useAttempt } from '../../shared/useAttempt';
import { mmPerInch } from '../../../core/finding';
import { followPointer } from '../../shared/followPointer';
import { distanceText, lengthNumber, lengthText } from '../../shared/units';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { axisTicks, barOfCharacters, barOfLengths, fitAxis, type BarRange } from './fitAxis';

/** Charts are loaded when somebody wants to see them. */
const WhatIfDialog = defineAsyncComponent(() => import('./WhatIfDialog.vue'));

const props = defineProps<{ job: Job; code: CodeSettings; view: PressView }>();
const bench = useBench();
const preferences = usePreferences();
const { words } = useWording();
const track = useTemplateRef<HTMLElement>('track');
const { width } = useElementSize(track);
const frozenAxis = ref<ReturnType<typeof fitAxis> | null>(null);
const asksWhatIf = ref(false);

/** What is left open, with all else held fixed. */
const open = ref<'width' | 'distance' | 'message'>('width');
const openChoices = [
  { value: 'width', label: 'Code width' },
  { value: 'distance', label: 'Read from' },
  { value: 'message', label: 'Message' },
] as const;
/** Of distance and message; asked for while they are shown. */
const others = shallowRef<OtherBars | null>(null);
const { attempt } = useAttempt();
watch(
  () => [open.value, props.job, props.code.id] as const,
  ([what, job, id]) => {
    if (what === 'width') return;
    void attempt(async () => {
      const found = await useEngine().desk.bars(job, id);
      if (props.job === job) others.value = found;
    });
  },
);

const ranges = computed((): readonly BarRange[] => {
  if (open.value === 'width') return (props.view.made?.fitRanges ?? []).map(barOfLengths);
  if (others.value === null) return [];
  return open.value === 'distance'
    ? others.value.distance.map(barOfLengths)
    : others.value.message.map(barOfCharacters);
});
const value = computed(() =>
  open.value === 'width'
    ? props.code.placement.widthMm
    : open.value === 'distance'
      ? props.job.reading.distanceM * 1000
      : (others.value?.characters ?? 1),
);
const isLength = computed(() => open.value !== 'message');
/** As it is written at a tick, and at the handle. */
const tickText = (at: number): string =>
  isLength.value ? lengthNumber(at, preferences.unit) : `${Math.round(at)}`;
const valueText = computed(() =>
  open.value === 'width'
    ? lengthText(value.value, preferences.unit)
    : open.value === 'distance'
      ? distanceText(value.value / 1000, preferences.unit)
      : `${value.value} characters`,
);
const axis = computed(() => frozenAxis.value ?? fitAxis(ranges.value, value.value));
const at = (mm: number): number => axis.value.shareOf(mm) * width.value;
const ticks = computed(() =>
  axisTicks(axis.value, width.value, !isLength.value || preferences.unit === 'mm' ? 1 : mmPerInch)
    .map((mm) => ({ x: at(mm), label: tickText(mm) }))
    // Numbers that would be cut off at the ends are left out.
    .filter(({ x, label }) => Math.min(x, width.value - x) >= label.length * digitPx * 0.5),
);
/** Width of a digit on the bar. */
const digitPx = 7.5;
const stepMm = computed(() => ranges.value.find((range) => range.step !== null)?.step ?? null);
const rows = computed(() =>
  ranges.value.map((range) => {
    const from = at(Math.max(range.from ?? axis.value.fromMm, axis.value.fromMm));
    const to = at(Math.min(range.to ?? axis.value.toMm, axis.value.toMm));
    const dots = range.step === null ? [] : axis.value.multiplesOf(range.step).map(at);
    const holds =
      range.step === null
        ? value.value >= (range.from ?? 0) - 1e-6 && value.value <= (range.to ?? Infinity) + 1e-6
        : Math.abs(value.value / range.step - Math.round(value.value / range.step)) < 1e-3;
    return { ...range, x: from, length: Math.max(to - from, 0), dots, holds };
  }),
);
/** Where every limit holds; the rule of thumb raises nothing. */
const band = computed(() => {
  const limits = ranges.value.filter(({ strength }) => strength !== 'rule');
  if (limits.length === 0) return null;
  const from = at(Math.max(axis.value.fromMm, ...limits.map((limit) => limit.from ?? 0)));
  const to = at(Math.min(axis.value.toMm, ...limits.map((limit) => limit.to ?? Infinity)));
  return to > from ? { x: from, width: to - from } : null;
});

/** As far from every limit as can be, or which of them contradict each other. */
const best = computed(() => props.view.made?.best ?? { widthMm: null, from: null, to: null });
const bestText = computed(() => {
  const { from, to } = best.value;
  const named = [from, to].flatMap((range) => (range === null ? [] : [`“${words(range.label)}”`]));
  return best.value.widthMm === null
    ? `No width satisfies ${named.join(' and ')}.`
    : `As far as can be from ${named.join(' and ')}.`;
});
const isBest = computed(() => Math.abs((best.value.widthMm ?? 0) - value.value) < 0.05);
const bestLabel = computed(() =>
  isBest.value || best.value.widthMm === null
    ? 'is best'
    : `best ${lengthNumber(best.value.widthMm, preferences.unit)}`,
);
const rowPx = computed(() => (rows.value.length > 7 ? 10.5 : 12));

function setWidth(mm: number): void {
  const step = stepMm.value ?? 0.1;
  const least = stepMm.value ?? 1;
  const width = Number(Math.min(Math.max(Math.round(mm / step) * step, least), 5000).toFixed(4));
  bench.editPlacement({ widthMm: width }, 'code-width');
}
/** What was dragged to, of what can be dragged: the length of a message is written. */
function setValue(to: number): void {
  if (open.value === 'width') setWidth(to);
  if (open.value !== 'distance') return;
  const distanceM = Number(Math.min(Math.max(to / 1000, 0.02), 100).toFixed(2));
  bench.edit({ ...props.job, reading: { ...props.job.reading, distanceM } }, 'distance');
}

function drag(event: PointerEvent): void {
  if (track.value === null || event.button !== 0 || open.value === 'message') return;
  frozenAxis.value = axis.value;
  const element = track.value;
  const move = ({ clientX }: PointerEvent): void => {
    const box = element.getBoundingClientRect();
    setValue(axis.value.valueAt((clientX - box.left) / box.width));
  };
  followPointer(event, move, () => (frozenAxis.value = null));
  move(event);
}

function onKey(event: KeyboardEvent): void {
  const direction = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
  if (direction === undefined || event.altKey) return;
  event.preventDefault();
  const step =
    open.value === 'width' ? (stepMm.value ?? (event.shiftKey ? 1 : 0.1)) : event.shiftKey ? 100 : 10;
  setValue(value.value + direction * step);
}
</script>

<template>
  <section class="fit" aria-label="Fit bar">
    <p v-if="view.made === null" class="note">The widths that fit are shown as soon as there is a symbol.</p>
    <div v-if="view.made" class="labels" :style="{ gridAutoRows: `${rowPx}px` }">
      <span class="head">
        <select v-model="open" class="what" aria-label="What is left open">
          <option v-for="choice in openChoices" :key="choice.value" :value="choice.value">
            {{ choice.label }}
          </option>
        </select>
        <template v-if="open !== 'width'" />
        <span v-else-if="best.widthMm === null" class="none" :title="bestText">none fits</span>
        <button
          v-else
          type="button"
          class="best measure"
          :disabled="isBest"
          :title="bestText"
          :aria-label="`${bestLabel}${isBest ? '' : ` ${preferences.unit}`}. ${bestText}`"
          @click="setWidth(best.widthMm)"
        >
          {{ bestLabel }}
        </button>
      </span>
      <span v-for="row in rows" :key="row.kind" class="label" :class="row.holds ? 'fine' : row.strength">{{
        words(row.label)
      }}</span>
    </div>
    <div v-if="view.made" ref="track" class="track" data-test="fit-track" @pointerdown="drag">
      <svg :width="width" height="112" aria-hidden="true">
        <rect v-if="band" class="band" :x="band.x" y="20" :width="band.width" height="72" />
        <g v-for="tick in ticks" :key="tick.label">
          <text class="measure" :x="tick.x" y="13" text-anchor="middle">{{ tick.label }}</text>
          <path :d="`M${tick.x} 17v4`" />
        </g>
        <g v-for="(row, index) in rows" :key="row.kind" :transform="`translate(0 ${26 + index * rowPx})`">
          <rect class="rail" x="0" y="2" :width="width" height="3" />
          <rect
            v-if="row.step === null"
            class="range"
            :class="row.holds ? 'fine' : row.strength"
            :x="row.x"
            y="1"
            :width="row.length"
            height="5"
          />
          <rect
            v-for="x in row.dots"
            :key="x"
            class="range"
            :class="row.holds ? 'fine' : row.strength"
            :x="x - 2"
            y="1"
            width="4"
            height="5"
          />
        </g>
      </svg>
      <div
        class="handle"
        role="slider"
        tabindex="0"
        :aria-label="
          open === 'width'
            ? 'Width of the code'
            : open === 'distance'
              ? 'Reading distance'
              : 'Length of the message'
        "
        :aria-disabled="open === 'message'"
        :aria-valuenow="value"
        :aria-valuemin="1"
        :aria-valuemax="open === 'width' ? 5000 : 100000"
        :aria-valuetext="valueText"
        :style="{ left: `${Math.min(Math.max(at(value), 0), width)}px` }"
        @keydown="onKey"
      >
        <span class="measure">{{ valueText }}</span>
      </div>
    </div>
    <button
      v-if="view.made"
      type="button"
      class="what-if"
      aria-label="What if…"
      title="What if: the widths that fit as the message, the level, the machine or the distance changes"
      @click="asksWhatIf = true"
    >
      <ChartColumn :size="15" aria-hidden="true" />
    </button>
    <WhatIfDialog v-if="asksWhatIf" v-model="asksWhatIf" :job="job" :code="code" />
  </section>
</template>

<style scoped>
.fit {
  position: relative;
  display: grid;
  grid-template-columns: 154px minmax(0, 1fr);
  gap: 10px;
  padding: 0 26px 0 16px;
  background: var(--paper);
  user-select: none;
}

.fit > .note {
  grid-column: 1 / -1;
  align-self: center;
}

.labels {
  display: grid;
  grid-template-rows: 23px;
  grid-auto-rows: 12px;
  align-items: center;
  overflow: hidden;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}

.what {
  max-width: 82px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink-soft);
  font: inherit;
  font-size: 11.5px;
  font-weight: 600;
  cursor: pointer;
}

.what-if {
  position: absolute;
  top: 3px;
  right: 3px;
  display: grid;
  place-content: center;
  width: 22px;
  height: 22px;
  padding: 0;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--paper-raised);
  cursor: pointer;
}

.best {
  padding: 0 4px 1px;
  white-space: nowrap;
  border: 1px solid var(--accent);
  border-radius: var(--radius);
  background: none;
  color: var(--accent-dark);
  font-size: 11px;
  cursor: pointer;
}

.best:disabled {
  border-color: transparent;
  color: var(--ink-soft);
  cursor: default;
}

.none {
  color: var(--stop);
  font-size: 11px;
  font-weight: 600;
}

.label {
  overflow: hidden;
  font-size: 11px;
  line-height: 12px;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.label.caution {
  color: var(--caution-ink);
  font-weight: 600;
}

.label.stop {
  color: var(--stop);
  font-weight: 600;
}

.track {
  position: relative;
  cursor: ew-resize;
  touch-action: none;
}

svg {
  display: block;
}

text {
  fill: var(--ink-soft);
  font-size: 10.5px;
  font-weight: 400;
}

path {
  stroke: var(--ink-soft);
}

.band {
  fill: var(--accent-pale);
}

.rail {
  fill: var(--rule-soft);
}

.range {
  fill: #4f978c;
}

.label.rule {
  color: var(--ink-soft);
}

.range.rule {
  fill: var(--ink-soft);
}

.range.caution {
  fill: #c99234;
}

.range.stop {
  fill: #bd5548;
}

.handle {
  position: absolute;
  top: 19px;
  bottom: 14px;
  width: 2px;
  margin-left: -1px;
  background: var(--ink);
}

.handle span {
  position: absolute;
  bottom: -14px;
  left: 50%;
  padding: 1px 6px 2px;
  background: var(--ink);
  color: #fff;
  font-size: 11px;
  white-space: nowrap;
  transform: translateX(-50%);
}
</style>
