<script setup lang="ts">
/** What if: the widths that fit as the message grows, as level, machine and distance change. */
import { BarController, BarElement, CategoryScale, Chart, LogarithmicScale, Tooltip } from 'chart.js';
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { whatIfs, type WhatIf } from '../../../core/solving';
import type { WhatIfCharts } from '../../../engine';
import AppDialog from '../../shared/AppDialog.vue';
import { useEngine } from '../../shared/engine';
import { lengthNumber } from '../../shared/units';
import { useAttempt } from '../../shared/useAttempt';
import { usePreferences } from '../../stores/preferences';
import { useProfiles } from '../../stores/profiles';
import { useJobAtHand } from '../jobAtHand';

Chart.register(BarController, BarElement, CategoryScale, LogarithmicScale, Tooltip);

const { job, code } = useJobAtHand();
const shown = defineModel<boolean>({ required: true });
const preferences = usePreferences();
const profiles = useProfiles();

const titles: Readonly<Record<WhatIf, string>> = {
  message: 'Length of the message, characters',
  level: 'Error correction level',
  machine: 'Machine, on the same material',
  distance: 'Read from, metres',
};
const found = shallowRef<WhatIfCharts | null>(null);
const canvases = ref<Partial<Record<WhatIf, HTMLCanvasElement>>>({});
const charts: Chart[] = [];
const { problem, attempt } = useAttempt();
const clear = (): void => charts.splice(0).forEach((chart) => chart.destroy());
onBeforeUnmount(clear);

watch(
  () => [job.value, code.value.id] as const,
  ([asked, id]) =>
    void attempt(async () => {
      await profiles.load();
      const charted = await useEngine().desk.whatIf(asked, id, profiles.plainPairs());
      if (job.value !== asked) return;
      found.value = charted;
      await nextTick();
      draw(charted);
    }),
  { immediate: true },
);

/** Beyond this a band has no end that matters. */
const mostMm = 1000;
const unitOf = (mm: number): number => (preferences.unit === 'mm' ? mm : mm / 25.4);

function draw(charted: WhatIfCharts): void {
  clear();
  const style = getComputedStyle(document.documentElement);
  const [accent, ink, soft] = ['--accent', '--ink', '--rule'].map((name) =>
    style.getPropertyValue(name).trim(),
  );
  for (const what of whatIfs) {
    const canvas = canvases.value[what];
    if (canvas === undefined) continue;
    const points = charted[what];
    charts.push(
      new Chart(canvas, {
        type: 'bar',
        data: {
          labels: points.map(({ label, band }) => (band === null ? [label, 'none fits'] : label)),
          datasets: [
            {
              data: points.map(({ band }) =>
                band === null ? null : [unitOf(band.fromMm), unitOf(Math.min(band.toMm ?? mostMm, mostMm))],
              ),
              backgroundColor: points.map(({ isNow }) => (isNow ? accent! : `${accent!}77`)),
              borderColor: ink!,
              borderWidth: points.map(({ isNow }) => (isNow ? 1 : 0)),
              borderSkipped: false,
              barPercentage: 0.7,
            },
          ],
        },
        options: {
          animation: false,
          maintainAspectRatio: false,
          scales: {
            x: { grid: { display: false } },
            y: {
              type: 'logarithmic',
              grid: { color: soft! },
              ticks: { callback: (value) => `${Number(value)}`, maxTicksLimit: 6 },
            },
          },
          plugins: { tooltip: { callbacks: { label: ({ dataIndex }) => spoken.value[what][dataIndex]! } } },
        },
      }),
    );
  }
}

/** The same in words, for whoever does not see the bars. */
const spoken = computed((): Readonly<Record<WhatIf, readonly string[]>> => {
  const of = (what: WhatIf): string[] =>
    (found.value?.[what] ?? []).map(({ label, band, bestMm, isNow }) => {
      const text = (mm: number): string => `${lengthNumber(mm, preferences.unit)} ${preferences.unit}`;
      const fits =
        band === null
          ? 'no width fits'
          : `${text(band.fromMm)} to ${band.toMm === null ? 'any width' : text(band.toMm)}${bestMm === null ? '' : `, best ${text(bestMm)}`}`;
      return `${label}${isNow ? ' (now)' : ''}: ${fits}`;
    });
  return { message: of('message'), level: of('level'), machine: of('machine'), distance: of('distance') };
});
</script>

<template>
  <AppDialog v-model="shown" title="What if" width="880px">
    <p class="note">Code widths in {{ preferences.unit }} that satisfy every limit, as one thing changes.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="charts" :aria-busy="found === null">
      <figure v-for="what in whatIfs" :key="what" :data-test="`what-if-${what}`">
        <figcaption>{{ titles[what] }}</figcaption>
        <div class="chart">
          <canvas
            :ref="(element) => (canvases[what] = element as HTMLCanvasElement)"
            aria-hidden="true"
          ></canvas>
        </div>
        <ul class="spoken">
          <li v-for="text in spoken[what]" :key="text">{{ text }}</li>
        </ul>
      </figure>
    </div>
  </AppDialog>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px 24px;
  min-height: 420px;
}

figure {
  margin: 0;
}

figcaption {
  font-size: var(--text-note);
  font-weight: 600;
}

.chart {
  position: relative;
  height: 180px;
}

.spoken {
  position: absolute;
  width: 1px;
  height: 1px;
  margin: 0;
  overflow: hidden;
  clip-path: inset(50%);
}
</style>
