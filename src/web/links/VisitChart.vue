<script setup lang="ts">
/** Bars over time, lines where there are many, as a table, too, and out as CSV. Marks stand where something was changed. */
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  type Plugin,
  PointElement,
  Tooltip,
} from 'chart.js';
import { ref, useTemplateRef } from 'vue';
import { downloadCsv } from '../shared/downloadCsv';
import { themeColour } from '../shared/themeColour';
import { useChart } from '../shared/useChart';
import type { Bars } from './bars';

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);
const props = defineProps<{
  bars: Bars;
  /** Of the file. */
  name: string;
  /** Bars on which something was changed. */
  marks: readonly number[];
}>();
/** More are too thin to be seen. */
const mostBars = 130;
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const asTable = ref(false);
/** Told apart without colour: full, pale, empty. */
const looks = [
  { backgroundColor: themeColour('accent'), borderColor: themeColour('accent') },
  { backgroundColor: themeColour('accent-soft'), borderColor: themeColour('accent') },
  { backgroundColor: themeColour('white'), borderColor: themeColour('ink-soft') },
] as const;
/** Two side by side are full and empty. */
const lookOf = (index: number): (typeof looks)[number] => looks[props.bars.areStacked ? index : index * 2]!;

const markLines: Plugin<'bar' | 'line'> = {
  id: 'changes',
  afterDatasetsDraw: ({ ctx, chartArea, scales }) => {
    ctx.save();
    ctx.strokeStyle = themeColour('ink');
    ctx.setLineDash([3, 3]);
    for (const at of props.marks) {
      const x = scales.x!.getPixelForValue(at);
      ctx.beginPath();
      ctx.moveTo(x, chartArea.top);
      ctx.lineTo(x, chartArea.bottom);
      ctx.stroke();
    }
    ctx.restore();
  },
};
useChart<'bar' | 'line', number[]>(canvas, () => {
  const { labels, rows, areStacked } = props.bars;
  const isLines = labels.length > mostBars;
  return {
    type: isLines ? 'line' : 'bar',
    data: {
      labels: [...labels],
      datasets: rows.map(({ name, values }, index) => ({
        label: name,
        data: [...values],
        borderWidth: 1,
        ...lookOf(index),
        ...(isLines ? { pointRadius: 0, borderDash: index === 0 ? [] : [4, 3] } : {}),
      })),
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: { stacked: areStacked && !isLines, grid: { display: false } },
        y: { stacked: areStacked && !isLines, beginAtZero: true, ticks: { precision: 0 } },
      },
    },
    plugins: [markLines],
  };
});

function takeCsv(): void {
  const { labels, rows } = props.bars;
  const lines = labels.map((label, index) => ({
    when: label,
    ...Object.fromEntries(rows.map(({ name, values }) => [name, values[index]])),
  }));
  downloadCsv(`${props.name}.csv`, lines);
}
</script>

<template>
  <div v-if="!asTable" class="chart">
    <canvas ref="canvas" role="img" aria-label="Visits as bars" data-test="visits-chart"></canvas>
  </div>
  <div v-else class="scroll" tabindex="0" role="region" aria-label="Visits as a table">
    <table data-test="visits-table">
      <thead>
        <tr>
          <th>when</th>
          <th v-for="row in bars.rows" :key="row.name">{{ row.name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(label, index) in bars.labels" :key="label">
          <td>{{ label }}{{ marks.includes(index) ? ' · changed' : '' }}</td>
          <td v-for="row in bars.rows" :key="row.name" class="measure">{{ row.values[index] }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p class="legend note">
    <template v-if="bars.rows.length > 1"
      ><span v-for="(row, index) in bars.rows" :key="row.name"
        ><span
          class="swatch"
          :style="{ background: lookOf(index).backgroundColor, borderColor: lookOf(index).borderColor }"
        ></span
        >{{ row.name }}</span
      ></template
    >
    <span v-if="marks.length > 0"><span class="dashed"></span>changed</span>
    <button type="button" class="link" @click="asTable = !asTable">
      {{ asTable ? 'As a chart' : 'As a table' }}
    </button>
    <button type="button" class="link" @click="takeCsv">CSV</button>
  </p>
</template>

<style scoped src="./visits.css"></style>
<style scoped>
.chart {
  height: 190px;
}

.scroll {
  max-height: 420px;
  overflow: auto;
}

.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}

.swatch {
  display: inline-block;
  width: 10px;
  height: 10px;
  margin-right: 5px;
  border: 1px solid;
}

.dashed {
  display: inline-block;
  height: 11px;
  margin: 0 6px -1px 3px;
  border-left: 1px dashed var(--ink);
}
</style>
