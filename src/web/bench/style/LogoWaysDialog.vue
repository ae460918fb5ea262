<script setup lang="ts">
/** The ways in which the logo can come about, side by side: drawn, read, and with what each gives and costs. */
import { shallowRef, watch } from 'vue';
import type { LogoWay } from '../../../core/logo';
import type { ProofReport } from '../../../core/proof';
import type { LogoWayView } from '../../../engine';
import AppDialog from '../../shared/AppDialog.vue';
import PieceThumb from '../../shared/PieceThumb.vue';
import ReaderStates from '../../shared/ReaderStates.vue';
import StateShape from '../../shared/StateShape.vue';
import { useEngine } from '../../shared/engine';
import { distanceText, lengthText, measuredText, percentText } from '../../shared/units';
import { useAttempt } from '../../shared/useAttempt';
import { useNewest } from '../../shared/useNewest';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { wayNames } from './logoWays';
import { useJobAtHand } from '../jobAtHand';

const { job, code } = useJobAtHand();
const shown = defineModel<boolean>({ required: true });
const bench = useBench();
const preferences = usePreferences();

const options = shallowRef<readonly LogoWayView[] | null>(null);
/** Null for what gives no file. */
const readings = shallowRef<Partial<Record<LogoWay, ProofReport | null>>>({});
const { problem, attempt } = useAttempt();
const { ask, forget } = useNewest();

watch(
  () => [shown.value, job.value] as const,
  ([isShown]) => {
    options.value = null;
    readings.value = {};
    if (isShown) void attempt(compare);
    else forget();
  },
  { immediate: true },
);

async function compare(): Promise<void> {
  const isNewest = ask();
  const { desk, prover } = useEngine();
  const found = await desk.logoWays(job.value, code.value.id);
  if (!isNewest()) return;
  options.value = found;
  for (const { by, job } of found) {
    const report = await prover.glance(job);
    if (!isNewest()) return;
    readings.value = { ...readings.value, [by]: report };
  }
}

function choose({ set }: LogoWayView): void {
  bench.editCode(set, 'logo-by');
  shown.value = false;
}

/** Of the limits that are not fine, the first of the gravest. */
const worstOf = ({ picture }: LogoWayView) =>
  picture.unfine.find(({ severity }) => severity === picture.severity) ?? null;
</script>

<template>
  <AppDialog v-model="shown" title="Ways to draw the logo" width="min(1040px, 96vw)">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="options === null && !problem" class="note" aria-live="polite">They are being drawn.</p>
    <ol v-if="options !== null" class="ways">
      <li v-for="option in options" :key="option.by" :data-test="`way-${option.by}`">
        <h2 class="heading">{{ wayNames[option.by].name }}</h2>
        <PieceThumb class="picture" :picture="option.picture" code-only />
        <dl>
          <dt title="Every ninth of a module alike, so that the ways can be compared">drawn</dt>
          <dd class="measure">
            {{ option.match === null ? 'laid over the code' : percentText(option.match) }}
          </dd>
          <dt>symbol</dt>
          <dd class="measure">{{ option.picture.version }}-{{ option.picture.level }}</dd>
          <dt>module</dt>
          <dd class="measure">{{ lengthText(option.picture.moduleMm ?? 0, preferences.unit) }}</dd>
          <dt>damage left</dt>
          <dd class="measure">
            {{ option.budget === null ? '–' : `${option.budget.left} of ${option.budget.of}` }}
          </dd>
          <dt>smallest</dt>
          <dd class="measure">
            {{ option.smallestMm === null ? '–' : `${lengthText(option.smallestMm, preferences.unit)} wide` }}
          </dd>
          <dt>reads from</dt>
          <dd class="measure">
            {{ option.farthestMm === null ? '–' : distanceText(option.farthestMm / 1000, preferences.unit) }}
          </dd>
        </dl>
        <p class="line">
          <StateShape :state="option.picture.severity" />
          <template v-if="worstOf(option)">
            {{ worstOf(option)!.title }}
            <span class="measure">{{ measuredText(worstOf(option)!, preferences.unit) }}</span>
          </template>
          <template v-else>all limits fine</template>
        </p>
        <p class="line" :data-test="`reads-${option.by}`">
          <ReaderStates :report="readings[option.by]" />
        </p>
        <p v-if="option.by === code.logo?.by" class="note">On the bench now.</p>
        <button v-else type="button" class="action" @click="choose(option)">Use this</button>
      </li>
    </ol>
  </AppDialog>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 12px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.ways > li {
  display: grid;
  grid-template-rows: auto 190px auto auto auto auto;
  align-content: start;
  gap: 7px;
  padding: 10px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

.picture {
  width: 100%;
  height: 190px;
}

dl {
  display: grid;
  grid-template-columns: 78px minmax(0, 1fr);
  gap: 1px 6px;
  margin: 0;
  font-size: var(--text-note);
}

dt {
  color: var(--ink-soft);
}

dd {
  margin: 0;
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  align-items: center;
  font-size: var(--text-note);
}

.ways .action {
  justify-self: start;
}
</style>
