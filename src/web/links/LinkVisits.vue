<script setup lang="ts">
/** Who came: by day, by hour of the week, by place and kind of device; each chart as a table, too, and out as CSV. */
import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
import Papa from 'papaparse';
import { computed, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue';
import { whos, type Who } from '../../core/links';
import type { Visits } from '../../wire';
import ChoiceRow from '../shared/ChoiceRow.vue';
import { downloadBytes } from '../shared/download';
import PickList from '../shared/PickList.vue';
import type { LinksAtHand } from './useLinks';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);
const props = defineProps<{ links: LinksAtHand; visits: Visits }>();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const by = ref<'day' | 'week' | 'hour'>('day');
const asTable = ref(false);
let chart: Chart | null = null;
const clear = (): void => {
  chart?.destroy();
  chart = null;
};
onBeforeUnmount(clear);

const names: Readonly<Record<Who, string>> = { person: 'People', preview: 'Previews', robot: 'Robots' };
const dayNames = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
interface Bars {
  readonly labels: readonly string[];
  readonly rows: readonly { readonly name: string; readonly values: readonly number[] }[];
}
const bars = computed((): Bars => {
  const { days, hours } = props.visits;
  if (by.value === 'hour') {
    // Hours of all days together, and each day in the table.
    const labels = Array.from({ length: 24 }, (_, hour) => `${hour}:00`);
    const values = labels.map((_, hour) =>
      dayNames.reduce((sum, __, day) => sum + hours[day * 24 + hour]!, 0),
    );
    return { labels, rows: [{ name: names.person, values }] };
  }
  const sums = new Map<string, Record<Who, number>>();
  days.forEach((day, index) => {
    const label = by.value === 'day' ? day.day.slice(5) : days[Math.floor(index / 7) * 7]!.day.slice(5);
    const sum = sums.get(label) ?? { person: 0, preview: 0, robot: 0 };
    sums.set(label, sum);
    for (const who of whos) sum[who] += day[who];
  });
  return {
    labels: [...sums.keys()],
    rows: whos.map((who) => ({ name: names[who], values: [...sums.values()].map((sum) => sum[who]) })),
  };
});
const people = computed(() => props.visits.days.reduce((sum, { person }) => sum + person, 0));
const others = computed(() => props.visits.days.reduce((sum, day) => sum + day.preview + day.robot, 0));
const firsts = computed(() => props.visits.places.reduce((sum, own) => sum + own.firsts, 0));
const placeName = (slug: string): string => {
  const links = props.links.list.value?.links ?? [];
  for (const { link } of links)
    for (const place of link.places)
      if (place.slug.toUpperCase() === slug)
        return place.name || (link.places.length === 1 ? link.name : place.slug);
  return slug;
};

/** Told apart without colour: full, hatched by their edge, empty. */
const looks: readonly { readonly backgroundColor: string; readonly borderColor: string }[] = [
  { backgroundColor: '#1f7a6d', borderColor: '#1f7a6d' },
  { backgroundColor: '#c9ddd8', borderColor: '#1f7a6d' },
  { backgroundColor: '#ffffff', borderColor: '#5c666b' },
];
watch(
  () => [canvas.value, bars.value, asTable.value] as const,
  ([element, { labels, rows }]) => {
    clear();
    if (element === null) return;
    chart = new Chart(element, {
      type: 'bar',
      data: {
        labels: [...labels],
        datasets: rows.map(({ name, values }, index) => ({
          label: name,
          data: [...values],
          borderWidth: 1,
          ...looks[index]!,
        })),
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        scales: {
          x: { stacked: true, grid: { display: false } },
          y: { stacked: true, ticks: { precision: 0 } },
        },
      },
    });
  },
  { immediate: true, flush: 'post' },
);

function takeCsv(): void {
  const { labels, rows } = bars.value;
  const lines = labels.map((label, index) => ({
    when: label,
    ...Object.fromEntries(rows.map(({ name, values }) => [name, values[index]])),
  }));
  const bytes = new TextEncoder().encode(`${Papa.unparse(lines)}\r\n`);
  downloadBytes({ name: `visits-by-${by.value}.csv`, mediaType: 'text/csv', bytes });
}
</script>

<template>
  <div class="visits">
    <p class="figure">
      <span class="large">{{ people.toLocaleString('en-GB') }}</span> visits of people
    </p>
    <p class="note">
      {{ firsts.toLocaleString('en-GB') }} of them the first of somebody on that day;
      {{ others.toLocaleString('en-GB') }} previews and robots apart.
    </p>
    <PickList
      label="How long"
      :model-value="links.days.value"
      :choices="[
        { value: 7, label: 'the last 7 days' },
        { value: 28, label: 'the last 28 days' },
        { value: 92, label: 'the last 92 days' },
        { value: 366, label: 'the last year' },
      ]"
      @update:model-value="links.look({ days: $event })"
    />
    <ChoiceRow
      :model-value="links.ofAll.value"
      label="Of what"
      :choices="[
        { value: false, label: 'This link' },
        { value: true, label: 'All links' },
      ]"
      @update:model-value="links.look({ ofAll: $event })"
    />
    <ChoiceRow
      v-model="by"
      label="By"
      :choices="[
        { value: 'day', label: 'Day' },
        { value: 'week', label: 'Week' },
        { value: 'hour', label: 'Hour' },
      ]"
    />
    <div v-if="!asTable" class="chart">
      <canvas ref="canvas" role="img" aria-label="Visits as bars" data-test="visits-chart"></canvas>
    </div>
    <table v-else data-test="visits-table">
      <thead>
        <tr>
          <th>when</th>
          <th v-for="row in bars.rows" :key="row.name">{{ row.name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(label, index) in bars.labels" :key="label">
          <td>{{ label }}</td>
          <td v-for="row in bars.rows" :key="row.name" class="measure">{{ row.values[index] }}</td>
        </tr>
      </tbody>
    </table>
    <p class="legend note">
      <template v-if="by !== 'hour'"
        ><span v-for="(row, index) in bars.rows" :key="row.name"
          ><span
            class="swatch"
            :style="{ background: looks[index]!.backgroundColor, borderColor: looks[index]!.borderColor }"
          ></span
          >{{ row.name }}</span
        ></template
      >
      <button type="button" class="link" @click="asTable = !asTable">
        {{ asTable ? 'As a chart' : 'As a table' }}
      </button>
      <button type="button" class="link" @click="takeCsv">CSV</button>
    </p>
    <section v-if="visits.places.length > 1">
      <h2 class="heading">By place</h2>
      <table>
        <tbody>
          <tr v-for="own in visits.places.slice(0, 12)" :key="own.slug">
            <td>{{ placeName(own.slug) }}</td>
            <td class="measure">{{ own.count }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="visits.devices.length > 0">
      <h2 class="heading">With what</h2>
      <table>
        <tbody>
          <tr v-for="own in visits.devices.slice(0, 8)" :key="`${own.device} ${own.system}`">
            <td>{{ own.device }}, {{ own.system }}</td>
            <td class="measure">{{ own.count }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.visits,
section {
  display: grid;
  gap: 10px;
}

.figure {
  font-weight: 600;
}

.large {
  font-family: var(--mono);
  font-size: 26px;
  font-weight: 400;
}

.chart {
  height: 190px;
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: 12.5px;
}

td,
th {
  padding: 3px 4px;
  border-bottom: 1px solid var(--rule-soft);
  text-align: left;
}

td.measure {
  text-align: right;
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
</style>
