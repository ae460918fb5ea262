<script setup lang="ts">
/** Points of patches over a length, with a line where the fit lies and the band of its interval. */
import { Chart, LinearScale, PointElement, ScatterController, Tooltip, type Plugin } from 'chart.js';
import { onBeforeUnmount, useTemplateRef, watch } from 'vue';

Chart.register(LinearScale, PointElement, ScatterController, Tooltip);

export interface ChartPoint {
  readonly x: number;
  readonly y: number;
  readonly says: string;
}

const props = defineProps<{
  label: string;
  points: readonly ChartPoint[];
  xTitle: string;
  yTitle: string;
  /** On the axis that the fit is on; null without one. */
  fitted: {
    readonly axis: 'x' | 'y';
    readonly value: number;
    readonly least: number;
    readonly most: number;
  } | null;
  yRange?: readonly [number, number];
}>();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
let chart: Chart | null = null;
const clear = (): void => {
  chart?.destroy();
  chart = null;
};
onBeforeUnmount(clear);

const colour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** Behind the points. */
const fitPlugin: Plugin<'scatter'> = {
  id: 'fit',
  beforeDatasetsDraw({ ctx, chartArea: { left, right, top, bottom }, scales }) {
    const { fitted } = props;
    const scale = fitted === null ? undefined : scales[fitted.axis];
    if (fitted === null || scale === undefined) return;
    const within = (pixel: number): number =>
      fitted.axis === 'x' ? Math.min(Math.max(pixel, left), right) : Math.min(Math.max(pixel, top), bottom);
    const [from, at, to] = [fitted.least, fitted.value, fitted.most].map((value) =>
      within(scale.getPixelForValue(value)),
    ) as [number, number, number];
    ctx.save();
    ctx.fillStyle = colour('--accent-pale');
    ctx.strokeStyle = colour('--accent-dark');
    ctx.beginPath();
    if (fitted.axis === 'x') {
      ctx.fillRect(from, top, to - from, bottom - top);
      ctx.moveTo(at, top);
      ctx.lineTo(at, bottom);
    } else {
      ctx.fillRect(left, to, right - left, from - to);
      ctx.moveTo(left, at);
      ctx.lineTo(right, at);
    }
    ctx.stroke();
    ctx.restore();
  },
};

watch(
  () => [canvas.value, props.points, props.fitted] as const,
  ([element, points]) => {
    clear();
    if (element === null) return;
    const axis = (text: string, range?: readonly [number, number]) => ({
      title: { display: true, text },
      grid: { color: colour('--rule-soft') },
      ...(range === undefined ? {} : { min: range[0], max: range[1] }),
    });
    chart = new Chart(element, {
      type: 'scatter',
      data: {
        datasets: [
          {
            data: points.map(({ x, y }) => ({ x, y })),
            backgroundColor: colour('--ink'),
            pointRadius: 3,
            // Points on the edge are whole.
            clip: 6,
          },
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        scales: { x: axis(props.xTitle), y: axis(props.yTitle, props.yRange) },
        plugins: { tooltip: { callbacks: { label: ({ dataIndex }) => points[dataIndex]!.says } } },
      },
      plugins: [fitPlugin],
    });
  },
  { immediate: true, flush: 'post' },
);
</script>

<template>
  <figure>
    <figcaption class="heading">{{ label }}</figcaption>
    <div class="room"><canvas ref="canvas" role="img" :aria-label="label"></canvas></div>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

.room {
  position: relative;
  height: 150px;
}
</style>
