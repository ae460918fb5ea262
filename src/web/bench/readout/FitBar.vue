<script setup lang="ts">
/** Which widths of the code satisfy which limit, on one axis, with a handle to drag. */
import { useElementSize } from '@vueuse/core';
import { computed, ref, useTemplateRef } from 'vue';
import type { CodeSettings } from '../../../core/job';
import type { PressView } from '../../../engine';
import { mmPerInch } from '../../../core/finding';
import { followPointer } from '../../shared/followPointer';
import { lengthNumber, lengthText } from '../../shared/units';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { axisTicks, fitAxis } from './fitAxis';

const props = defineProps<{ code: CodeSettings; view: PressView }>();
const bench = useBench();
const preferences = usePreferences();
const { words } = useWording();
const track = useTemplateRef<HTMLElement>('track');
const { width } = useElementSize(track);
const frozenAxis = ref<ReturnType<typeof fitAxis> | null>(null);

const ranges = computed(() => props.view.made?.fitRanges ?? []);
const widthMm = computed(() => props.code.placement.widthMm);
const axis = computed(() => frozenAxis.value ?? fitAxis(ranges.value, widthMm.value));
const at = (mm: number): number => axis.value.shareOf(mm) * width.value;
const ticks = computed(() =>
  axisTicks(axis.value, width.value, preferences.unit === 'mm' ? 1 : mmPerInch)
    .map((mm) => ({ x: at(mm), label: lengthNumber(mm, preferences.unit) }))
    // Numbers that would be cut off at the ends are left out.
    .filter(({ x, label }) => Math.min(x, width.value - x) >= label.length * digitPx * 0.5),
);
/** Width of a digit on the bar. */
const digitPx = 7.5;
const stepMm = computed(() => ranges.value.find((range) => range.stepMm !== null)?.stepMm ?? null);
const rows = computed(() =>
  ranges.value.map((range) => {
    const from = at(Math.max(range.fromMm ?? axis.value.fromMm, axis.value.fromMm));
    const to = at(Math.min(range.toMm ?? axis.value.toMm, axis.value.toMm));
    const dots = range.stepMm === null ? [] : axis.value.multiplesOf(range.stepMm).map(at);
    const holds =
      range.stepMm === null
        ? widthMm.value >= (range.fromMm ?? 0) - 1e-6 && widthMm.value <= (range.toMm ?? Infinity) + 1e-6
        : Math.abs(widthMm.value / range.stepMm - Math.round(widthMm.value / range.stepMm)) < 1e-3;
    return { ...range, x: from, length: Math.max(to - from, 0), dots, holds };
  }),
);
const band = computed(() => {
  const common = props.view.made?.band ?? null;
  if (common === null) return null;
  const from = at(Math.max(common.fromMm, axis.value.fromMm));
  const to = at(Math.min(common.toMm, axis.value.toMm));
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
const isBest = computed(() => Math.abs((best.value.widthMm ?? 0) - widthMm.value) < 0.05);
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

function drag(event: PointerEvent): void {
  if (track.value === null || event.button !== 0) return;
  frozenAxis.value = axis.value;
  const element = track.value;
  const move = ({ clientX }: PointerEvent): void => {
    const box = element.getBoundingClientRect();
    setWidth(axis.value.valueAt((clientX - box.left) / box.width));
  };
  followPointer(event, move, () => (frozenAxis.value = null));
  move(event);
}

function onKey(event: KeyboardEvent): void {
  const direction = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
  if (direction === undefined || event.altKey) return;
  event.preventDefault();
  setWidth(widthMm.value + direction * (stepMm.value ?? (event.shiftKey ? 1 : 0.1)));
}
</script>

<template>
  <section class="fit" aria-label="Fit bar">
    <p v-if="view.made === null" class="note">The widths that fit are shown as soon as there is a symbol.</p>
    <div v-if="view.made" class="labels" :style="{ gridAutoRows: `${rowPx}px` }">
      <span class="head">
        <span class="heading">Code width</span>
        <span v-if="best.widthMm === null" class="none" :title="bestText">none fits</span>
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
            v-if="row.stepMm === null"
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
        aria-label="Width of the code"
        :aria-valuenow="widthMm"
        :aria-valuemin="1"
        :aria-valuemax="5000"
        :aria-valuetext="lengthText(widthMm, preferences.unit)"
        :style="{ left: `${Math.min(Math.max(at(widthMm), 0), width)}px` }"
        @keydown="onKey"
      >
        <span class="measure">{{ lengthText(widthMm, preferences.unit) }}</span>
      </div>
    </div>
  </section>
</template>

<style scoped>
.fit {
  display: grid;
  grid-template-columns: 148px minmax(0, 1fr);
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

.best {
  padding: 0 5px 1px;
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
