<script setup lang="ts">
/** Which widths of the code satisfy which limit, with a handle to drag: folded to the limit that decides, or all on one axis. */
import { ChartColumn, ChevronDown, ChevronUp } from '@lucide/vue';
import { useElementSize, useFocusWithin } from '@vueuse/core';
import { computed, defineAsyncComponent, ref, useTemplateRef } from 'vue';
import type { PressView } from '../../../engine';
import { mmPerInch } from '../../../core/finding';
import { followPointer } from '../../shared/followPointer';
import { lengthNumber } from '../../shared/units';
import { useWording } from '../../shared/useWording';
import { usePreferences } from '../../stores/preferences';
import BestWidth from './BestWidth.vue';
import FitDrawing from './FitDrawing.vue';
import StateShape from '../../shared/StateShape.vue';
import { axisTicks, decidingRange, fitAxis, rangeHolds, whereAllHold } from './fitAxis';
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
    const holds = rangeHolds(range, value.value);
    return { ...range, x: from, length: Math.max(to - from, 0), dots, holds };
  }),
);
/** Where every limit holds. */
const allHold = computed(() => whereAllHold(ranges.value));
const band = computed(() => {
  if (allHold.value === null) return null;
  const from = at(Math.max(axis.value.fromMm, allHold.value.from));
  const to = at(Math.min(axis.value.toMm, allHold.value.to));
  return to > from ? { x: from, width: to - from } : null;
});
const allHoldText = computed(() => {
  if (allHold.value === null) return 'no size fits';
  const { from, to } = allHold.value;
  if (to === Infinity) return from === 0 ? 'any' : `from ${tickText(from)}`;
  return from === 0 ? `up to ${tickText(to)}` : `${tickText(from)} to ${tickText(to)}`;
});
const deciding = computed(() => decidingRange(ranges.value, value.value));
const decides = computed(() => {
  const found = deciding.value;
  return found === null ? null : { text: words(found.range.label), state: found.state };
});

/** Pinned open, or open while its handle is used: over the stage then, so that nothing moves under the pointer. */
const { focused } = useFocusWithin(track);
const isOpen = computed(() => preferences.showsFitBar || focused.value || frozenAxis.value !== null);

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
  <section class="fit" :class="{ pinned: preferences.showsFitBar }" aria-label="Fit bar">
    <p v-if="view.made === null" class="note">
      The sizes that fit are shown here as soon as there is a code.
    </p>
    <div v-else class="body" :class="{ open: isOpen }" :data-open="isOpen">
      <div class="labels" :style="{ gridAutoRows: `${rowPx}px` }">
        <span class="head">
          <select v-model="open" class="what" aria-label="What is left open">
            <option v-for="choice in quantities" :key="choice.value" :value="choice.value">
              {{ choice.label }}
            </option>
          </select>
          <b class="measure value">{{ text }}</b>
          <!-- What is pressed does not take the focus from the handle, which would fold the bar under the pointer. -->
          <BestWidth
            v-if="open === 'width'"
            :best="view.made.best"
            :value-mm="value"
            @choose="setWidth"
            @mousedown.prevent
          />
        </span>
        <template v-if="isOpen">
          <span
            v-for="row in rows"
            :key="row.kind"
            class="label"
            :class="row.holds ? 'fine' : row.strength"
            >{{ words(row.label) }}</span
          >
        </template>
      </div>
      <div ref="track" class="track" data-test="fit-track" @pointerdown="drag">
        <FitDrawing
          :width="width"
          :rows="rows"
          :ticks="ticks"
          :band="band"
          :row-px="rowPx"
          :folded-as="isOpen ? null : (decides?.state ?? 'fine')"
        />
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
          <span v-if="isOpen" class="measure">{{ text }}</span>
        </div>
      </div>
      <div class="end" @mousedown.prevent>
        <span v-if="decides" class="decides" :title="`Every limit holds: ${allHoldText}`">
          <StateShape v-if="decides.state !== 'fine'" :state="decides.state" />
          <span class="measure">{{ allHoldText }}</span>
          <span v-if="!isOpen" class="why">{{ decides.text }}</span>
        </span>
        <button
          type="button"
          class="icon"
          aria-label="What if…"
          title="What if: the sizes that fit as the message, the level, the machine or the distance changes"
          @click="asksWhatIf = true"
        >
          <ChartColumn :size="15" aria-hidden="true" />
        </button>
        <button
          type="button"
          class="icon"
          :aria-expanded="preferences.showsFitBar"
          aria-label="All limits on the fit bar"
          :title="preferences.showsFitBar ? 'Fold to one line' : 'Keep all limits in view'"
          data-test="fit-open"
          @click="preferences.showsFitBar = !preferences.showsFitBar"
        >
          <component :is="preferences.showsFitBar ? ChevronDown : ChevronUp" :size="15" aria-hidden="true" />
        </button>
      </div>
    </div>
    <WhatIfDialog v-if="asksWhatIf" v-model="asksWhatIf" />
  </section>
</template>

<style scoped>
.fit {
  position: relative;
  height: 31px;
  background: var(--paper);
  user-select: none;
}

.fit.pinned {
  height: 113px;
}

.fit > .note {
  padding: 6px 16px;
}

.body {
  position: absolute;
  z-index: 2;
  right: 0;
  bottom: 0;
  left: 0;
  display: grid;
  grid-template-columns: 262px minmax(0, 1fr) 336px;
  gap: 14px;
  height: 30px;
  padding: 0 10px 0 16px;
  background: var(--paper);
}

.body.open {
  height: 112px;
}

.fit:not(.pinned) .body.open {
  border-top: 1px solid var(--ink);
}

.labels {
  display: grid;
  grid-template-rows: 30px;
  grid-auto-rows: 12px;
  align-items: center;
  overflow: hidden;
}

.open .labels {
  grid-template-rows: 23px;
}

.head {
  display: flex;
  gap: 9px;
  align-items: center;
}

.what {
  max-width: 92px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink-soft);
  font: inherit;
  font-size: var(--text-note);
  font-weight: 600;
  cursor: pointer;
}

.value {
  font-size: var(--text-note);
  font-weight: 600;
  white-space: nowrap;
}

.end {
  display: flex;
  gap: 6px;
  align-items: flex-start;
  justify-content: flex-end;
  min-width: 0;
  padding-top: 4px;
}

.decides {
  display: flex;
  flex: 1;
  gap: 7px;
  align-items: baseline;
  min-width: 0;
  padding-top: 2px;
  font-size: var(--text-note);
  white-space: nowrap;
}

.why {
  overflow: hidden;
  color: var(--ink-soft);
  text-overflow: ellipsis;
}

.icon {
  display: grid;
  flex: none;
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

.label.rule {
  color: var(--ink-soft);
}

.handle {
  position: absolute;
  top: 3px;
  bottom: 3px;
  width: 2px;
  margin-left: -1px;
  background: var(--ink);
}

.open .handle {
  top: 19px;
  bottom: 14px;
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

@media (max-width: 999px) {
  .body {
    grid-template-columns: 252px minmax(0, 1fr) auto;
    gap: 10px;
  }

  .why {
    display: none;
  }
}

@media (max-width: 699px) {
  .body {
    grid-template-columns: 174px minmax(0, 1fr) auto;
    padding: 0 6px 0 10px;
  }

  .decides,
  .head :deep(.best) {
    display: none;
  }
}
</style>
