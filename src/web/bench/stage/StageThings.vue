<script setup lang="ts">
/** Everything on the piece to be taken hold of: dragged, resized, turned, or moved by the arrow keys. */
import { computed } from 'vue';
import { middleName, snapBox, snapLines, type SnapLine } from '../../../core/piece';
import type { MadeView } from '../../../engine';
import { followPointer } from '../../shared/followPointer';
import { useStage } from '../../stores/stage';
import type { StageScale } from './stageScale';
import type { Thing, Things } from '../useThings';

const props = defineProps<{ made: MadeView; things: Things; scale: StageScale; hasHandles: boolean }>();
const stage = useStage();

/** Pixels within which a thing snaps, and fingers may slip before something is dragged. */
const snapPx = 6;
const slipPx = 3;

const px = (mm: number): number => mm * props.scale.pxPerMm;
const atX = (mm: number): number => props.scale.originX + px(mm);
const atY = (mm: number): number => props.scale.originY + px(mm);

/** What follows others lies under what is free, so that it takes no clicks from it. */
const ordered = computed(() =>
  [...props.things.all.value]
    .sort((a, b) => Number(a.isFree) - Number(b.isFree))
    .map((thing) => ({
      thing,
      ...placed(thing),
    })),
);
const held = computed(() => {
  const thing = props.things.held.value;
  return thing === null ? null : { thing, ...placed(thing) };
});

/** On screen, before it is turned. */
function placed({ box, size, turnDegrees }: Thing) {
  const centreX = atX(box.x + box.width / 2);
  const centreY = atY(box.y + box.height / 2);
  const [width, height] = [Math.max(px(size.width), 6), Math.max(px(size.height), 6)];
  return {
    rect: { x: centreX - width / 2, y: centreY - height / 2, width, height },
    turned: `rotate(${turnDegrees} ${centreX} ${centreY})`,
    centreX,
    centreY,
  };
}

function drag(event: PointerEvent, thing: Thing): void {
  if (event.button !== 0) return;
  props.things.hold(thing);
  if (!thing.isFree) return;
  const start = { x: event.clientX, y: event.clientY, box: thing.box };
  let isMoving = false;
  followPointer(
    event,
    (moved) => {
      const [dx, dy] = [moved.clientX - start.x, moved.clientY - start.y];
      if (!isMoving && Math.hypot(dx, dy) < slipPx) return;
      isMoving = true;
      const wanted = {
        ...start.box,
        x: start.box.x + dx / props.scale.pxPerMm,
        y: start.box.y + dy / props.scale.pxPerMm,
      };
      const others = props.things.all.value.filter(
        (other) => other.id !== thing.id && other.kind !== 'border',
      );
      const lines = moved.altKey ? [] : snapLines(props.made, others, stage.guides);
      const snapped = snapBox(wanted, lines, snapPx / props.scale.pxPerMm);
      stage.met = snapped.lines;
      const along = (axis: 'x' | 'y', value: number): number | 'middle' =>
        snapped.lines.some((line) => line.axis === axis && line.name === middleName)
          ? 'middle'
          : Number(value.toFixed(snapped.lines.some((line) => line.axis === axis) ? 3 : 1));
      props.things.place({ xMm: along('x', snapped.x), yMm: along('y', snapped.y) }, `drag-${thing.id}`);
    },
    () => (stage.met = []),
  );
}

function resize(event: PointerEvent): void {
  const now = held.value;
  if (event.button !== 0 || now === null) return;
  const { centreX, centreY, thing } = now;
  const reach = (moved: PointerEvent): number => {
    const frame = (event.target as SVGElement).ownerSVGElement!.getBoundingClientRect();
    return Math.hypot(moved.clientX - frame.left - centreX, moved.clientY - frame.top - centreY);
  };
  const start = Math.max(reach(event), 1);
  const { width } = thing.size;
  followPointer(event, (moved) => props.things.resizeTo(Number(((width * reach(moved)) / start).toFixed(1))));
}

function turn(event: PointerEvent): void {
  const now = held.value;
  if (event.button !== 0 || now === null) return;
  const { centreX, centreY } = now;
  followPointer(event, (moved) => {
    const frame = (event.target as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const angle =
      (Math.atan2(moved.clientY - frame.top - centreY, moved.clientX - frame.left - centreX) * 180) /
        Math.PI +
      90;
    const quarter = Math.round(angle / 90) * 90;
    // Quarter turns are what is meant nearly always.
    props.things.turnTo(!moved.altKey && Math.abs(angle - quarter) < 8 ? quarter : Math.round(angle));
  });
}

const arrows: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
function onKey(event: KeyboardEvent): void {
  const arrow = arrows[event.key];
  if (!arrow || event.altKey) return;
  event.preventDefault();
  const step = event.shiftKey ? 1 : 0.1;
  props.things.nudge(arrow[0] * step, arrow[1] * step);
}

const metLine = ({ axis, at }: SnapLine) =>
  axis === 'x'
    ? { x1: atX(at), x2: atX(at), y1: atY(-4), y2: atY(props.made.heightMm + 4) }
    : { y1: atY(at), y2: atY(at), x1: atX(-4), x2: atX(props.made.widthMm + 4) };
</script>

<template>
  <g>
    <rect
      v-for="{ thing, rect, turned } in ordered"
      :key="thing.id"
      v-bind="rect"
      class="hit"
      :class="{ along: !thing.isFree, held: hasHandles && thing.id === held?.thing.id }"
      :transform="turned"
      :data-test="`thing-${thing.id}`"
      role="button"
      tabindex="0"
      :aria-label="thing.name"
      :aria-pressed="thing.id === held?.thing.id"
      @pointerdown="drag($event, thing)"
      @focus="things.hold(thing)"
      @keydown="onKey"
    >
      <title>{{ thing.name }}</title>
    </rect>

    <g v-for="line in stage.met" :key="line.axis" class="met" aria-hidden="true">
      <line v-bind="metLine(line)" />
      <text :x="metLine(line).x1 + 4" :y="metLine(line).y1 - (line.axis === 'x' ? 4 : 5)">{{
        line.name
      }}</text>
    </g>
    <g v-if="hasHandles && held?.thing.isFree" :transform="held.turned">
      <path :d="`M${held.centreX} ${held.rect.y}v-16`" class="stem" />
      <circle
        :cx="held.centreX"
        :cy="held.rect.y - 20"
        r="5"
        class="knob"
        data-test="turn-knob"
        @pointerdown="turn"
      >
        <title>Turn; Alt for any angle</title>
      </circle>
      <rect
        :x="held.rect.x + held.rect.width - 5"
        :y="held.rect.y + held.rect.height - 5"
        width="10"
        height="10"
        class="knob size"
        data-test="size-knob"
        @pointerdown="resize"
      >
        <title>Resize</title>
      </rect>
    </g>
  </g>
</template>

<style scoped>
.hit {
  fill: transparent;
  stroke: transparent;
  stroke-width: 1.2;
  cursor: move;
  touch-action: none;
}

.hit.along {
  fill: none;
  stroke-width: 8;
  pointer-events: stroke;
  cursor: pointer;
}

.hit:hover {
  stroke: var(--accent);
}

.hit.along:hover {
  stroke: var(--accent-veil);
}

.hit.held {
  stroke: var(--accent);
}

.hit.along.held {
  stroke: var(--accent-veil);
}

.hit:focus-visible {
  outline: none;
  stroke: var(--ink);
  stroke-dasharray: 4 2;
}

.stem {
  fill: none;
  stroke: var(--accent-dark);
  stroke-dasharray: 2 3;
  pointer-events: none;
}

.met {
  pointer-events: none;
}

.met line {
  stroke: var(--stop);
  stroke-width: 1;
}

.met text {
  fill: var(--stop);
  font-size: var(--text-small);
  paint-order: stroke;
  stroke: var(--bench);
  stroke-width: 3;
}

.knob {
  fill: var(--paper-raised);
  stroke: var(--accent-dark);
  stroke-width: 1.5;
  cursor: grab;
  touch-action: none;
}

.knob.size {
  cursor: nwse-resize;
}
</style>
