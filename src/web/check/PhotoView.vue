<script setup lang="ts">
/** The photograph with the grid of modules on it; its corners can be set by hand. */
import { computed, ref, useTemplateRef, watch, watchEffect } from 'vue';
import type { Frame } from '../../core/camera';
import type { CheckedCode, Corners } from '../../core/photo';

const props = defineProps<{
  frame: Frame;
  laid: Pick<CheckedCode, 'grid' | 'comparison'> | null;
  /** Corners of what was read; null where nothing was. */
  corners: Corners | null;
  isByHand: boolean;
}>();
const emit = defineEmits<{ corners: [corners: Corners] }>();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const drawing = useTemplateRef<SVGSVGElement>('drawing');

watchEffect(() => {
  if (canvas.value === null) return;
  const { width, height, rgba } = props.frame;
  canvas.value.width = width;
  canvas.value.height = height;
  canvas.value.getContext('2d')!.putImageData(new ImageData(rgba, width, height), 0, 0);
});

/** Lines of the grid along its edges and patterns, and the modules that differ. */
const grid = computed(() => props.laid?.grid ?? null);
const at = (column: number, row: number): string => {
  const { size, places } = grid.value!;
  const place = 2 * (row * (size + 1) + column);
  return `${places[place]!.toFixed(1)} ${places[place + 1]!.toFixed(1)}`;
};
const lines = computed(() => {
  if (grid.value === null) return '';
  const { size } = grid.value;
  const along = (line: number, isRow: boolean): string =>
    `M${Array.from({ length: size + 1 }, (_, place) => (isRow ? at(place, line) : at(line, place))).join('L')}`;
  return Array.from({ length: size + 1 }, (_, line) => line)
    .map((line) => along(line, true) + along(line, false))
    .join('');
});
const outline = computed(() => {
  if (grid.value === null) return '';
  const { size } = grid.value;
  return `M${at(0, 0)}L${at(size, 0)}L${at(size, size)}L${at(0, size)}Z`;
});
const wrong = computed(() => {
  const comparison = props.laid?.comparison ?? null;
  if (grid.value === null || comparison === null) return '';
  const { size } = grid.value;
  return [...comparison.wrong.keys()]
    .filter((module) => comparison.wrong[module] === 1 && comparison.covered[module] === 0)
    .map((module) => {
      const [column, row] = [module % size, Math.floor(module / size)];
      return `M${at(column, row)}L${at(column + 1, row)}L${at(column + 1, row + 1)}L${at(column, row + 1)}Z`;
    })
    .join('');
});

/** Where the handles stand: where something was read, or in the middle of the picture. */
const handles = ref<Corners | null>(null);
function begin(): void {
  const { width, height } = props.frame;
  const reach = Math.min(width, height) / 4;
  const [x, y] = [width / 2, height / 2];
  handles.value = props.corners ?? [
    { x: x - reach, y: y - reach },
    { x: x + reach, y: y - reach },
    { x: x + reach, y: y + reach },
    { x: x - reach, y: y + reach },
  ];
}
watch(
  [() => props.isByHand, () => props.frame],
  ([isByHand]) => {
    if (!isByHand) {
      handles.value = null;
      return;
    }
    begin();
    tell();
  },
  { immediate: true },
);

const held = ref<number | null>(null);
/** As plain places, which can be handed to a worker. */
function tell(): void {
  emit('corners', handles.value!.map(({ x, y }) => ({ x, y })) as unknown as Corners);
}
function placeOf(event: PointerEvent): { x: number; y: number } {
  const matrix = drawing.value!.getScreenCTM()!.inverse();
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
  return { x, y };
}
function put(corner: number, place: { x: number; y: number }): void {
  const { width, height } = props.frame;
  const within = { x: Math.min(Math.max(place.x, 0), width), y: Math.min(Math.max(place.y, 0), height) };
  handles.value = handles.value!.map((own, index) => (index === corner ? within : own)) as unknown as Corners;
}
function take(event: PointerEvent, corner: number): void {
  held.value = corner;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}
function drag(event: PointerEvent): void {
  if (held.value !== null) put(held.value, placeOf(event));
}
function leave(): void {
  if (held.value === null) return;
  held.value = null;
  tell();
}
function nudge(event: KeyboardEvent, corner: number): void {
  const by = event.shiftKey ? 10 : 1;
  const steps: Readonly<Record<string, readonly [number, number]>> = {
    ArrowLeft: [-by, 0],
    ArrowRight: [by, 0],
    ArrowUp: [0, -by],
    ArrowDown: [0, by],
  };
  const step = steps[event.key];
  if (step === undefined) return;
  event.preventDefault();
  const { x, y } = handles.value![corner]!;
  put(corner, { x: x + step[0], y: y + step[1] });
  tell();
}
const handleSize = computed(() => Math.max(props.frame.width, props.frame.height) / 60);
</script>

<template>
  <div class="photo">
    <div class="sheet" :style="{ '--ratio': frame.width / frame.height }">
      <canvas ref="canvas" role="img" aria-label="The photograph" />
      <svg
        ref="drawing"
        :viewBox="`0 0 ${frame.width} ${frame.height}`"
        @pointermove="drag"
        @pointerup="leave"
      >
        <path v-if="lines" :d="lines" class="lines" />
        <path v-if="outline" :d="outline" class="outline" />
        <path v-if="wrong" :d="wrong" class="wrong" />
        <template v-if="handles">
          <path :d="`M${handles.map(({ x, y }) => `${x} ${y}`).join('L')}Z`" class="frame" />
          <circle
            v-for="(corner, index) in handles"
            :key="index"
            class="handle"
            tabindex="0"
            role="slider"
            :aria-label="`Corner ${index + 1} of the code`"
            :aria-valuetext="`${Math.round(corner.x)} right, ${Math.round(corner.y)} down`"
            :aria-valuenow="Math.round(corner.x)"
            :cx="corner.x"
            :cy="corner.y"
            :r="handleSize"
            @pointerdown="take($event, index)"
            @keydown="nudge($event, index)"
          />
        </template>
      </svg>
    </div>
  </div>
</template>

<style scoped>
.photo {
  display: grid;
  place-items: center;
  min-width: 0;
  min-height: 0;
  padding: 18px;
  container-type: size;
}

.sheet {
  position: relative;
  width: min(100cqw - 36px, (100cqh - 36px) * var(--ratio));
}

canvas {
  display: block;
  width: 100%;
  border: 1px solid var(--ink);
}

svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
}

.lines {
  fill: none;
  stroke: var(--accent);
  stroke-opacity: 0.35;
  stroke-width: 0.6;
  vector-effect: non-scaling-stroke;
}

.outline {
  fill: none;
  stroke: var(--accent);
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}

.wrong {
  fill: var(--stop);
  fill-opacity: 0.55;
}

.frame {
  fill: none;
  stroke: var(--caution);
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}

.handle {
  fill: var(--caution-veil);
  stroke: var(--caution);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
  cursor: grab;
}

.handle:focus-visible {
  outline: none;
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
