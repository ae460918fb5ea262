<script setup lang="ts">
/** How many a size gives, and the size that gives so many: one chart, live. What a limit stops is shaded and not offered. */
import {
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type Plugin,
} from 'chart.js';
import { computed, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue';
import type { SizePoint } from '../../core/sheet';
import { lengthNumber } from '../shared/units';
import { usePreferences } from '../stores/preferences';

Chart.register(CategoryScale, LinearScale, LineController, LineElement, PointElement, Tooltip);

const props = defineProps<{
  points: readonly SizePoint[];
  /** Width of the piece as it is, and its height for each millimetre of it. */
  nowMm: number;
  ratio: number;
  /** Narrower pieces are stopped by a limit; null where that is not known. */
  leastMm: number | null;
}>();
const emit = defineEmits<{ pick: [count: number] }>();
const preferences = usePreferences();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const asTable = ref(false);
let chart: Chart | null = null;
const clear = (): void => {
  chart?.destroy();
  chart = null;
};
onBeforeUnmount(clear);

const colour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const size = (widthMm: number): string =>
  `${lengthNumber(widthMm, preferences.unit)} × ${lengthNumber(widthMm * props.ratio, preferences.unit)} ${preferences.unit}`;
const isOffered = ({ widthMm }: SizePoint): boolean =>
  props.leastMm === null || widthMm >= props.leastMm - 1e-6;

/** From about twice what it is down to a little below the smallest that can be made: what is far off is not looked for. */
const shown = computed(() => {
  const least = Math.min((props.leastMm ?? props.nowMm / 2) * 0.85, props.nowMm * 0.8);
  return props.points.filter(({ widthMm }) => widthMm >= least && widthMm <= 2.2 * props.nowMm);
});

const bandPlugin: Plugin<'line'> = {
  id: 'band',
  beforeDatasetsDraw({ ctx, chartArea: { left, right, top, bottom }, scales: { x } }) {
    if (x === undefined) return;
    const within = (mm: number): number => Math.min(Math.max(x.getPixelForValue(mm), left), right);
    ctx.save();
    if (props.leastMm !== null) {
      ctx.fillStyle = colour('--accent-pale');
      const from = within(props.leastMm);
      ctx.fillRect(from, top, right - from, bottom - top);
    }
    ctx.strokeStyle = colour('--ink');
    ctx.lineWidth = 1.5;
    const at = within(props.nowMm);
    ctx.beginPath();
    ctx.moveTo(at, top);
    ctx.lineTo(at, bottom);
    ctx.stroke();
    ctx.restore();
  },
};

watch(
  () => [canvas.value, shown.value, props.nowMm, props.leastMm, preferences.unit] as const,
  ([element, points]) => {
    clear();
    if (element === null || points.length === 0) return;
    const axis = (text: string) => ({
      type: 'linear' as const,
      title: { display: true, text },
      grid: { color: colour('--rule-soft') },
    });
    chart = new Chart(element, {
      type: 'line',
      data: {
        datasets: [
          {
            data: points.map(({ widthMm, count }) => ({ x: widthMm, y: count })),
            // Up to a size so many fit; beyond it only as many as the next one gives.
            stepped: 'before',
            borderColor: colour('--accent-dark'),
            borderWidth: 1.6,
            pointRadius: points.map((point) => (isOffered(point) ? 3 : 1.5)),
            pointBackgroundColor: points.map((point) =>
              colour(isOffered(point) ? '--accent-dark' : '--rule'),
            ),
            pointBorderWidth: 0,
            pointHitRadius: 12,
          },
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        scales: {
          x: {
            ...axis(`Width of the piece, ${preferences.unit}`),
            ticks: { callback: (mm) => lengthNumber(Number(mm), preferences.unit) },
          },
          y: { ...axis('On a sheet'), beginAtZero: true, ticks: { precision: 0 } },
        },
        plugins: {
          tooltip: {
            displayColors: false,
            callbacks: {
              title: () => '',
              label: ({ dataIndex }) => {
                const point = points[dataIndex]!;
                const says = `${point.count} fit up to ${size(point.widthMm)}; ${Math.round(100 * point.waste)} % waste`;
                return isOffered(point) ? says : [says, 'A limit stops pieces as small as this.'];
              },
            },
          },
        },
        onClick: (_event, [hit]) => {
          const point = hit === undefined ? undefined : points[hit.index];
          if (point !== undefined && isOffered(point)) emit('pick', point.count);
        },
      },
      plugins: [bandPlugin],
    });
  },
  { immediate: true, flush: 'post' },
);
</script>

<template>
  <figure data-test="size-chart">
    <figcaption>
      <span class="heading">How many a size gives</span>
      <button type="button" class="link" :aria-pressed="asTable" @click="asTable = !asTable">
        {{ asTable ? 'As a chart' : 'As a table' }}
      </button>
    </figcaption>
    <div v-if="asTable" class="table">
      <table>
        <thead>
          <tr>
            <th>On a sheet</th>
            <th>Up to</th>
            <th>Waste</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="point in shown" :key="point.count">
            <td>{{ point.count }}</td>
            <td>{{ size(point.widthMm) }}</td>
            <td>{{ Math.round(100 * point.waste) }} %</td>
            <td>
              <button v-if="isOffered(point)" type="button" class="link" @click="emit('pick', point.count)">
                Make it so
              </button>
              <span v-else class="note">a limit stops it</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-else class="room">
      <canvas
        ref="canvas"
        role="img"
        :aria-label="`How many pieces fit on a sheet, by their width. Now ${size(nowMm)}.`"
      ></canvas>
    </div>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  padding: 8px 14px 10px;
  border-top: 1px solid var(--ink);
  background: var(--paper-raised);
}

figcaption {
  display: flex;
  gap: 14px;
  align-items: baseline;
}

.room,
.table {
  position: relative;
  height: 158px;
}

.table {
  overflow: auto;
}

td,
th {
  padding: 2px 16px 2px 0;
  font-family: var(--mono);
  font-size: var(--text-note);
  text-align: left;
}
</style>
