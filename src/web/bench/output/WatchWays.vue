<script setup lang="ts">
/** Ways of a head over time: what is marked so far, where the head is, and whether it is on. */
import { useIntervalFn } from '@vueuse/core';
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue';
import { numbersPerWay, type MachineRun } from '../../../core/readback';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ run: MachineRun }>();
const { job } = useJobAtHand();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const [widthPx, heightPx, marginPx] = [720, 430, 14];

const total = computed(() => props.run.ends.at(-1) ?? 0);
const seconds = ref(0);
/** The way that is gone at a moment: the first that has not ended. */
const current = computed(() => {
  const { ends } = props.run;
  let [low, high] = [0, ends.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (ends[middle]! < seconds.value) low = middle + 1;
    else high = middle;
  }
  return Math.max(0, low);
});
const part = computed(() => {
  const before = props.run.parts.filter(({ first }) => first <= current.value);
  return before.at(-1)?.name ?? '';
});
const isOn = computed(() => props.run.ways[current.value * numbersPerWay + 4] === 1);
const clock = (value: number): string =>
  `${Math.floor(value / 60)}:${String(Math.floor(value % 60)).padStart(2, '0')}`;

/** All of a run in a quarter of a minute. */
const stepMs = 50;
const player = useIntervalFn(
  () => {
    seconds.value = Math.min(total.value, seconds.value + (total.value * stepMs) / 15_000);
    if (seconds.value >= total.value) player.pause();
  },
  stepMs,
  { immediate: false },
);
function play(): void {
  if (player.isActive.value) player.pause();
  else {
    if (seconds.value >= total.value) seconds.value = 0;
    player.resume();
  }
}

function draw(): void {
  const context = canvas.value?.getContext('2d');
  if (!context) return;
  const style = getComputedStyle(canvas.value!);
  const colour = (name: string): string => style.getPropertyValue(name);
  const { widthMm, heightMm } = job.value.piece;
  const scale = Math.min((widthPx - 2 * marginPx) / widthMm, (heightPx - 2 * marginPx) / heightMm);
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.clearRect(0, 0, widthPx, heightPx);
  context.setTransform(
    scale,
    0,
    0,
    scale,
    (widthPx - widthMm * scale) / 2,
    (heightPx - heightMm * scale) / 2,
  );
  context.strokeStyle = colour('--rule');
  context.lineWidth = 1 / scale;
  context.strokeRect(0, 0, widthMm, heightMm);
  const { ways } = props.run;
  const travelled = new Path2D();
  const marked = new Path2D();
  const shownTravels = 40;
  for (let way = 0; way <= current.value; way++) {
    const at = way * numbersPerWay;
    const isMarked = ways[at + 4] === 1;
    if (!isMarked && way < current.value - shownTravels) continue;
    const path = isMarked ? marked : travelled;
    path.moveTo(ways[at]!, ways[at + 1]!);
    path.lineTo(...endOf(way));
  }
  context.strokeStyle = colour('--ink');
  context.lineWidth = Math.max(0.05, 0.7 / scale);
  context.stroke(marked);
  context.strokeStyle = colour('--caution');
  context.lineWidth = 0.6 / scale;
  context.stroke(travelled);
  const [x, y] = endOf(current.value);
  context.fillStyle = isOn.value ? colour('--stop') : colour('--accent');
  context.beginPath();
  context.arc(x, y, 4 / scale, 0, 2 * Math.PI);
  context.fill();
}

/** Where a way has come to: the last only as far as time has gone. */
function endOf(way: number): [number, number] {
  const { ways, ends } = props.run;
  const at = way * numbersPerWay;
  const [fromX, fromY, toX, toY] = [ways[at]!, ways[at + 1]!, ways[at + 2]!, ways[at + 3]!];
  if (way < current.value) return [toX, toY];
  const start = way === 0 ? 0 : ends[way - 1]!;
  const length = ends[way]! - start;
  const share = length <= 0 ? 1 : Math.min(1, Math.max(0, (seconds.value - start) / length));
  return [fromX + (toX - fromX) * share, fromY + (toY - fromY) * share];
}

onMounted(() => {
  seconds.value = total.value;
});
watch([seconds, () => props.run], draw, { flush: 'post' });
</script>

<template>
  <div class="watch">
    <canvas
      ref="canvas"
      :width="widthPx"
      :height="heightPx"
      role="img"
      :aria-label="`The piece after ${clock(seconds)} of ${clock(total)}`"
    ></canvas>
    <div class="bar">
      <button type="button" class="action" @click="play">
        {{ player.isActive.value ? 'Hold' : 'Play' }}
      </button>
      <input
        v-model.number="seconds"
        type="range"
        min="0"
        :max="total"
        :step="Math.max(total / 1000, 0.01)"
        aria-label="Time"
      />
      <span class="measure">{{ clock(seconds) }} of {{ clock(total) }}</span>
    </div>
    <p class="note" role="status">
      {{ part }}: the tool is {{ isOn ? 'on' : 'off' }}. The last ways without marking are drawn in amber.
    </p>
  </div>
</template>

<style scoped src="./watch.css"></style>
<style scoped>
canvas {
  width: 100%;
  border: 1px solid var(--rule);
  background: var(--paper-raised);
}
</style>
