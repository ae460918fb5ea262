<script setup lang="ts">
/** The sheet at its true proportions. Pieces are dragged, turned, put back, and their places left empty. */
import { computed, ref, useId, watch } from 'vue';
import type { Place, SheetDocument } from '../../core/sheet';
import type { SheetView } from '../../engine';
import { followPointer } from '../shared/followPointer';
import PieceArt from '../shared/PieceArt.vue';
import { snapped } from './snapping';

const props = defineProps<{ document: SheetDocument; view: SheetView }>();
const emit = defineEmits<{ change: [change: Partial<SheetDocument>] }>();
const page = defineModel<number>('page', { required: true });
const id = useId();
const picked = ref<number | null>(null);
/** Where a piece is while it is dragged. */
const dragged = ref<{ readonly slot: number; readonly place: Place } | null>(null);
const zoom = ref(1);
const drawing = ref<SVGSVGElement | null>(null);

const shown = computed(() => props.view.pages[Math.min(page.value, props.view.pages.length - 1)]);
watch(
  () => props.view.pages.length,
  (count) => {
    if (page.value >= count) page.value = Math.max(0, count - 1);
  },
);
const isFirst = computed(() => page.value === 0);
const placed = computed(() =>
  (shown.value?.placed ?? []).map((piece) =>
    dragged.value?.slot === piece.slot ? { ...piece, ...dragged.value.place } : piece,
  ),
);
const sizeOf = (piece: number) => {
  const { width, height } = props.view.pieces[piece]!.box;
  return { width, height };
};
const boxOf = (piece: number, { quarters }: Place) => {
  const { width, height } = sizeOf(piece);
  return quarters % 2 === 0 ? { width, height } : { width: height, height: width };
};
/** From the piece's own corner to its place, turned about that corner. */
function transformOf(piece: number, { x, y, quarters }: Place): string {
  const { width, height } = sizeOf(piece);
  const [dx, dy] = [
    [0, 0],
    [height, 0],
    [width, height],
    [0, width],
  ][quarters]! as [number, number];
  return `translate(${x + dx} ${y + dy}) rotate(${quarters * 90})`;
}

function put(slot: number, place: Place): void {
  const { x, y, quarters } = place;
  const round = (value: number): number => Number(value.toFixed(3));
  emit('change', {
    moved: [
      ...props.document.moved.filter((piece) => piece.place !== slot),
      { place: slot, x: round(x), y: round(y), quarters },
    ],
  });
}
function putBack(slot: number): void {
  emit('change', { moved: props.document.moved.filter((piece) => piece.place !== slot) });
}
function leaveEmpty(slot: number): void {
  picked.value = null;
  emit('change', {
    empty: [...props.document.empty, slot].sort((a, b) => a - b),
    moved: props.document.moved.filter((piece) => piece.place !== slot),
  });
}
const fill = (slot: number): void =>
  emit('change', { empty: props.document.empty.filter((piece) => piece !== slot) });

/** Turned about its middle. */
function turn(slot: number): void {
  const piece = placed.value.find((one) => one.slot === slot);
  if (piece === undefined) return;
  const { width, height } = boxOf(piece.piece, piece);
  put(slot, {
    x: piece.x + (width - height) / 2,
    y: piece.y + (height - width) / 2,
    quarters: ((piece.quarters + 1) % 4) as Place['quarters'],
  });
}

const snapMm = 2;
function drag(event: PointerEvent, slot: number): void {
  picked.value = slot;
  const piece = placed.value.find((one) => one.slot === slot);
  const matrix = drawing.value?.getScreenCTM();
  if (!isFirst.value || piece === undefined || !matrix || event.button !== 0) return;
  const [fromX, fromY] = [event.clientX, event.clientY];
  const others = placed.value
    .filter((one) => one.slot !== slot)
    .map((one) => ({ x: one.x, y: one.y, ...boxOf(one.piece, one) }));
  let last: Place | null = null;
  followPointer(
    event,
    (moved) => {
      const [dx, dy] = [(moved.clientX - fromX) / matrix.a, (moved.clientY - fromY) / matrix.d];
      // A click is no drag.
      if (last === null && Math.hypot(moved.clientX - fromX, moved.clientY - fromY) < 4) return;
      const box = { x: piece.x + dx, y: piece.y + dy, ...boxOf(piece.piece, piece) };
      const free = moved.altKey
        ? box
        : { ...box, ...snapped(box, others, props.view.room, props.document.gapMm, snapMm) };
      last = { x: free.x, y: free.y, quarters: piece.quarters };
      dragged.value = { slot, place: last };
    },
    () => {
      if (last !== null) put(slot, last);
      dragged.value = null;
    },
  );
}

function key(event: KeyboardEvent, slot: number): void {
  const piece = placed.value.find((one) => one.slot === slot);
  if (!isFirst.value || piece === undefined) return;
  const step = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
  const ways: Readonly<Record<string, readonly [number, number]>> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  };
  const way = ways[event.key];
  if (way !== undefined) put(slot, { ...piece, x: piece.x + way[0], y: piece.y + way[1] });
  else if (event.key === 'r') turn(slot);
  else if (event.key === 'Delete' || event.key === 'Backspace') leaveEmpty(slot);
  else if (event.key === 'Home') putBack(slot);
  else return;
  event.preventDefault();
}
const isMoved = (slot: number): boolean =>
  isFirst.value && props.document.moved.some(({ place }) => place === slot);
const emptySlots = computed(() =>
  isFirst.value
    ? props.document.empty.flatMap((slot, index) => {
        const place = shown.value?.empty[index];
        return place === undefined ? [] : [{ slot, place }];
      })
    : [],
);
const nameOf = (slot: number, piece: number): string =>
  `Piece ${slot + 1}, ${props.view.pieces[piece]!.title}`;
</script>

<template>
  <div class="frame">
    <div class="scroll">
      <svg
        ref="drawing"
        class="sheet"
        :style="{ width: `${100 * zoom}%`, height: `${100 * zoom}%` }"
        :viewBox="`-2 -2 ${view.widthMm + 4} ${view.heightMm + 4}`"
        role="group"
        :aria-label="`Sheet of ${view.widthMm} by ${view.heightMm} mm with ${placed.length} pieces`"
        data-test="sheet"
        @pointerdown.self="picked = null"
      >
        <defs>
          <g
            v-for="(piece, index) in view.pieces"
            :id="`${id}-${index}`"
            :key="index"
            :transform="
              piece.mirrored
                ? `translate(${piece.box.x + piece.box.width} ${-piece.box.y}) scale(-1 1)`
                : `translate(${-piece.box.x} ${-piece.box.y})`
            "
          >
            <path :d="piece.picture.outlinePath" :fill="piece.picture.baseColour" class="outline" />
            <PieceArt :parts="piece.picture.finished" />
            <path :d="piece.picture.holesPath" class="holes" />
            <path :d="piece.picture.outlinePath" class="cut" />
          </g>
        </defs>
        <rect class="paper" :width="view.widthMm" :height="view.heightMm" @pointerdown="picked = null" />
        <rect
          v-if="view.labels.length === 0"
          class="room"
          :x="view.room.x"
          :y="view.room.y"
          :width="Math.max(0, view.room.width)"
          :height="Math.max(0, view.room.height)"
        />
        <rect
          v-for="(label, index) in view.labels"
          :key="`label-${index}`"
          class="label"
          :x="label.x"
          :y="label.y"
          :width="label.width"
          :height="label.height"
          :rx="view.labelCornerMm"
        />
        <path v-if="shown" :d="shown.marksPath" class="marks" />
        <g
          v-for="{ slot, place } in emptySlots"
          :key="`empty-${slot}`"
          class="empty"
          role="button"
          tabindex="0"
          :aria-label="`Place ${slot + 1} is left empty; fill it`"
          @click="fill(slot)"
          @keydown.enter.space.prevent="fill(slot)"
        >
          <rect :x="place.x" :y="place.y" v-bind="boxOf(0, place)" />
          <text :x="place.x + boxOf(0, place).width / 2" :y="place.y + boxOf(0, place).height / 2" dy="1.6">
            empty
          </text>
        </g>
        <g
          v-for="piece in placed"
          :key="piece.slot"
          :class="['piece', { picked: picked === piece.slot, moved: isMoved(piece.slot) }]"
          tabindex="0"
          role="button"
          :aria-label="nameOf(piece.slot, piece.piece)"
          :aria-pressed="picked === piece.slot"
          @pointerdown="drag($event, piece.slot)"
          @focus="picked = piece.slot"
          @keydown="key($event, piece.slot)"
        >
          <use :href="`#${id}-${piece.piece}`" :transform="transformOf(piece.piece, piece)" />
          <rect class="grip" :x="piece.x" :y="piece.y" v-bind="boxOf(piece.piece, piece)" />
        </g>
      </svg>
    </div>
    <div class="below">
      <div v-if="view.pages.length > 1" class="pages" role="group" aria-label="Sheets">
        <button
          v-for="(one, index) in view.pages"
          :key="index"
          type="button"
          :aria-pressed="page === index"
          @click="page = index"
        >
          {{ one.placed.length }} pieces{{ one.sheets > 1 ? `, ${one.sheets} sheets` : '' }}
        </button>
      </div>
      <div
        v-if="picked !== null && isFirst && placed.some(({ slot }) => slot === picked)"
        class="pages"
        role="group"
        aria-label="The piece at hand"
      >
        <span class="measure">piece {{ picked + 1 }}</span>
        <button type="button" title="R" @click="turn(picked)">Turn</button>
        <button v-if="isMoved(picked)" type="button" title="Home" @click="putBack(picked)">Put back</button>
        <button
          v-if="view.pieces.length === 1 || view.labels.length > 0"
          type="button"
          title="Delete"
          @click="leaveEmpty(picked)"
        >
          Leave empty
        </button>
      </div>
      <div class="pages zoom" role="group" aria-label="Zoom">
        <button
          type="button"
          aria-label="Smaller"
          :disabled="zoom <= 1"
          @click="zoom = Math.max(1, zoom / 1.5)"
        >
          −
        </button>
        <button
          type="button"
          aria-label="Larger"
          :disabled="zoom >= 8"
          @click="zoom = Math.min(8, zoom * 1.5)"
        >
          +
        </button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  min-width: 0;
  min-height: 0;
}

.scroll {
  min-width: 0;
  min-height: 0;
  padding: 14px 14px 0;
  overflow: auto;
}

.sheet {
  display: block;
}

.paper {
  fill: var(--sheet);
  stroke: var(--ink-soft);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}

.room {
  fill: none;
  stroke: var(--rule);
  stroke-dasharray: 4 4;
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}

.label {
  fill: var(--white);
  stroke: var(--rule);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}

.marks {
  fill: var(--ink);
}

.outline,
.holes {
  stroke: var(--edge);
  stroke-width: 0.7;
  vector-effect: non-scaling-stroke;
}

.holes {
  fill: var(--sheet);
}

/* Above what is printed beyond it. */
.cut {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}

.piece {
  cursor: grab;
  outline: none;
}

.grip {
  fill: transparent;
  stroke: none;
}

.piece.moved .grip {
  stroke: var(--caution);
  stroke-dasharray: 3 3;
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}

.piece.picked .grip,
.piece:focus-visible .grip {
  stroke: var(--accent);
  stroke-dasharray: none;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}

.empty {
  cursor: pointer;
}

.empty rect {
  fill: none;
  stroke: var(--ink-soft);
  stroke-dasharray: 2 4;
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}

.empty text {
  fill: var(--ink-soft);
  font-size: 4.5px;
  text-anchor: middle;
}

.below {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  min-height: 42px;
  padding: 6px 14px;
}

.pages {
  display: inline-flex;
  gap: 4px;
  align-items: center;
}

.zoom {
  margin-left: auto;
}

.pages button {
  padding: 3px 9px;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--paper-raised);
  color: var(--ink);
  font: inherit;
  font-size: var(--text-note);
  cursor: pointer;
}

.pages button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper);
}

.pages button:disabled {
  opacity: 0.4;
  cursor: default;
}
</style>
