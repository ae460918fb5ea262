<script setup lang="ts">
/** All rows, of which only those in sight are drawn; each with its state. */
import { useElementSize } from '@vueuse/core';
import { computed, ref, useTemplateRef, watch } from 'vue';
import type { Rows } from '../../core/series';
import type { SeriesView } from '../../engine';
import StateShape from '../shared/StateShape.vue';
import type { MadeBefore } from '../../wire';
import { madeBeforeText, rowTexts } from './rowWords';

const props = defineProps<{
  rows: Rows;
  view: SeriesView | null;
  madeBefore: ReadonlyMap<number, MadeBefore>;
  row: number;
  firstRow: number;
}>();
const emit = defineEmits<{ show: [row: number] }>();
const rowPx = 27;
const frame = useTemplateRef<HTMLDivElement>('frame');
const { height } = useElementSize(frame);
const top = ref(0);
/** Rows that are not fine, alone. */
const onlyWrong = ref(false);

const stateOf = (row: number): 'fine' | 'caution' | 'stop' | 'none' => {
  const shown = props.view?.rows[row];
  if (shown === undefined) return 'none';
  return {
    made: props.madeBefore.has(row)
      ? ('none' as const)
      : shown.repeats === null
        ? ('fine' as const)
        : ('caution' as const),
    'held-back': 'stop' as const,
    'left-out': 'none' as const,
  }[shown.state];
};
const wrong = computed(() =>
  props.rows.rows.flatMap((_, row) => (['fine', 'none'].includes(stateOf(row)) ? [] : [row])),
);
const listed = computed(() => (onlyWrong.value ? wrong.value : null));
const count = computed(() => listed.value?.length ?? props.rows.rows.length);
const at = (index: number): number => listed.value?.[index] ?? index;
const shown = computed(() => {
  const from = Math.max(0, Math.floor(top.value / rowPx) - 5);
  const to = Math.min(count.value, from + Math.ceil((height.value || 600) / rowPx) + 12);
  return Array.from({ length: Math.max(0, to - from) }, (_, index) => ({
    index: from + index,
    row: at(from + index),
  }));
});
const tally = computed(() => {
  if (props.view === null) return '';
  const of = (state: string): number => props.view!.rows.filter((shown) => shown.state === state).length;
  const before = props.madeBefore.size;
  return [
    `${of('made') - before} to be made`,
    `${of('held-back')} blocked`,
    `${of('left-out')} left out`,
    ...(before > 0 ? [`${before} made before`] : []),
  ].join(', ');
});

/** The row at hand is in sight. */
watch(
  () => props.row,
  (row) => {
    const index = listed.value === null ? row : listed.value.indexOf(row);
    const element = frame.value;
    if (index < 0 || element === null) return;
    if (index * rowPx < element.scrollTop) element.scrollTop = index * rowPx;
    else if ((index + 2) * rowPx > element.scrollTop + element.clientHeight)
      element.scrollTop = (index + 2) * rowPx - element.clientHeight;
  },
);
function key(event: KeyboardEvent): void {
  const steps: Readonly<Record<string, number>> = { ArrowDown: 1, ArrowUp: -1, PageDown: 15, PageUp: -15 };
  const step = steps[event.key];
  const now = listed.value === null ? props.row : listed.value.indexOf(props.row);
  const next =
    event.key === 'Home'
      ? 0
      : event.key === 'End'
        ? count.value - 1
        : step === undefined
          ? null
          : Math.min(Math.max(now + step, 0), count.value - 1);
  if (next === null || count.value === 0) return;
  event.preventDefault();
  emit('show', at(next));
}
const whyOf = (row: number): string =>
  props.view?.rows[row] === undefined
    ? ''
    : rowTexts(props.view.rows[row]!, props.firstRow, madeBeforeText(props.madeBefore.get(row))).join(' ');
</script>

<template>
  <div class="list">
    <p class="tally">
      <span class="measure" data-test="series-tally">{{ tally || 'Measuring…' }}</span>
      <button
        v-if="wrong.length > 0"
        type="button"
        class="link"
        :aria-pressed="onlyWrong"
        @click="onlyWrong = !onlyWrong"
      >
        {{ onlyWrong ? 'All rows' : `Only the ${wrong.length} to look at` }}
      </button>
    </p>
    <div
      ref="frame"
      class="frame"
      tabindex="0"
      role="grid"
      aria-label="Rows"
      :aria-rowcount="count + 1"
      @scroll.passive="top = ($event.target as HTMLElement).scrollTop"
      @keydown="key"
    >
      <div class="room" :style="{ height: `${(count + 1) * rowPx}px` }">
        <div class="line head" role="row">
          <span class="state" role="columnheader"><span class="unseen">state</span></span>
          <span class="number" role="columnheader">row</span>
          <span v-for="column in rows.columns" :key="column" role="columnheader">{{ column }}</span>
        </div>
        <div
          v-for="one in shown"
          :key="one.row"
          :class="['line', { at: one.row === row }]"
          :style="{ top: `${(one.index + 1) * rowPx}px` }"
          role="row"
          :aria-rowindex="one.index + 2"
          :aria-selected="one.row === row"
          :title="whyOf(one.row)"
          @click="emit('show', one.row)"
        >
          <span class="state" role="gridcell"><StateShape :state="stateOf(one.row)" /></span>
          <span class="number" role="gridcell">{{ one.row + firstRow }}</span>
          <span v-for="(cell, index) in rows.rows[one.row]" :key="index" role="gridcell">{{ cell }}</span>
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  background: var(--paper-raised);
}

.tally {
  display: flex;
  gap: 16px;
  align-items: baseline;
  padding: 12px 16px 8px;
}

.frame {
  min-height: 0;
  overflow: auto;
  border-top: 1px solid var(--rule);
  outline-offset: -2px;
}

.room {
  position: relative;
  min-width: max-content;
}

.line {
  display: flex;
  position: absolute;
  right: 0;
  left: 0;
  align-items: center;
  height: 27px;
  border-bottom: 1px solid var(--rule-soft);
  font-size: var(--text-note);
  cursor: pointer;
}

.line > span {
  flex: none;
  width: 170px;
  padding: 0 8px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.line > .state {
  width: 34px;
  overflow: visible;
  padding-left: 16px;
}

.line > .number {
  width: 54px;
  color: var(--ink-soft);
  font-family: var(--mono);
}

.head {
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--paper-sunk);
  font-weight: 600;
  cursor: default;
}

.at {
  background: var(--accent-pale);
}
</style>
