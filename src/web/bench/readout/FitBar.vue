<script setup lang="ts">
/** Which widths of the code satisfy which limit, on one axis, with a handle to drag. */
import { ChartColumn } from '@lucide/vue';
import { useElementSize } from '@vueuse/core';
import { computed, defineAsyncComponent, ref, useTemplateRef } from 'vue';
import type { PressView } from '../../../engine';
import { mmPerInch } from '../../../core/finding';
import { followPointer } from '../../shared/followPointer';
import { lengthNumber } from '../../shared/units';
import { useWording } from '../../shared/useWording';
import { usePreferences } from '../../stores/preferences';
import BestWidth from './BestWidth.vue';
import { axisTicks, fitAxis } from './fitAxis';
import { quantities, useOpenQuantity } from './useOpenQuantity';
import { useJobAtHand } from '../jobAtHand';

/** Charts are loaded when somebody wants to see them. */
const WhatIfDialog = defineAsyncComponent(() => import('./WhatIfDialog.vue'));

const props = defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const preferences = usePreferences();
const { words } = useWording();
const track = useTemplateRef<HTMLElement>('track');
const { width } = useElementSize(track);
const frozenAxis = ref<ReturnType<typeof fitAxis> | null>(null);
const asksWhatIf = ref(false);
const { open, ranges, value, text, name, most, setWidth, setValue, stepBy } = useOpenQuantity(() => ({
  job: job.value,
  code: code.value,
  view: props.view,
}));
const isLength = computed(() => open.value !== 'message');
/** As it is written at a tick, and at the handle. */
const tickText = (at: number): string =>
  isLength.value ? lengthNumber(at, preferences.unit) : `${Math.round(at)}`;
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

const rowPx = computed(() => (rows.value.length > 7 ? 10.5 : 12));

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
  stepBy(direction, event.shiftKey);
}
</script>

<template>
  <section class="fit" aria-label="Fit bar">
    <p v-if="view.made === null" class="note">The widths that fit are shown as soon as there is a symbol.</p>
    <div v-if="view.made" class="labels" :style="{ gridAutoRows: `${rowPx}px` }">
      <span class="head">
        <select v-model="open" class="what" aria-label="What is left open">
          <option v-for="choice in quantities" :key="choice.value" :value="choice.value">
            {{ choice.label }}
          </option>
        </select>
        <BestWidth v-if="open === 'width'" :best="view.made.best" :value-mm="value" @choose="setWidth" />
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
        :aria-label="name"
        :aria-disabled="open === 'message'"
        :aria-valuenow="value"
        :aria-valuemin="1"
        :aria-valuemax="most"
        :aria-valuetext="text"
        :style="{ left: `${Math.min(Math.max(at(value), 0), width)}px` }"
        @keydown="onKey"
      >
        <span class="measure">{{ text }}</span>
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
    <WhatIfDialog v-if="asksWhatIf" v-model="asksWhatIf" />
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
  font-size: var(--text-small);
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

.label {
  overflow: hidden;
  font-size: var(--text-small);
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
  font-size: var(--text-small);
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
  fill: var(--accent-mid);
}

.label.rule {
  color: var(--ink-soft);
}

.range.rule {
  fill: var(--ink-soft);
}

.range.caution {
  fill: var(--caution-mid);
}

.range.stop {
  fill: var(--stop-mid);
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
  color: var(--white);
  font-size: var(--text-small);
  white-space: nowrap;
  transform: translateX(-50%);
}
</style>
