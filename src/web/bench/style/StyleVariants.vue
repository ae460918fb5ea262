<script setup lang="ts">
/** Looks of this job side by side, each with its limits and what readers make of it: keep one, mix two. */
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import {
  lookKey,
  lookName,
  lookOf,
  mixedLooks,
  plainLook,
  withCode,
  type Job,
  type Look,
} from '../../../core/job';
import type { ProofReport } from '../../../core/proof';
import type { PiecePicture, PressView } from '../../../engine';
import { useEngine } from '../../shared/engine';
import PieceThumb from '../../shared/PieceThumb.vue';
import ReaderStates from '../../shared/ReaderStates.vue';
import StateShape from '../../shared/StateShape.vue';
import { measuredText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { useHouseStyles } from '../../stores/houseStyles';
import { usePreferences } from '../../stores/preferences';
import { useAttempt } from '../../shared/useAttempt';
import { mostVariants, useVariants } from '../../stores/variants';
import { useJobAtHand } from '../jobAtHand';

defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const houseStyles = useHouseStyles();
const preferences = usePreferences();
const variants = useVariants();
variants.open(bench.id);

/** Pictures and readings by the look and the job it is on. */
const pictures = shallowRef<Readonly<Record<string, PiecePicture>>>({});
const readings = shallowRef<Readonly<Record<string, ProofReport | null>>>({});
const variantJob = (look: Look): Job => withCode(job.value, code.value.id, (code) => ({ ...code, ...look }));
/** Everything but the look, so that a picture is made anew when anything else changes. */
const rest = computed(() => JSON.stringify({ ...variantJob(plainLook), note: '', name: '' }));
const keyOf = (look: Look): string => `${lookKey(look)} ${rest.value}`;
const { problem: failed, attempt } = useAttempt();
let closed = false;
let run = 0;
onBeforeUnmount(() => (closed = true));

watch(
  () => [variants.looks, rest.value] as const,
  () => void attempt(drawAll),
  { immediate: true },
);

async function drawAll(): Promise<void> {
  const mine = ++run;
  for (const look of variants.looks) {
    if (pictures.value[keyOf(look)] !== undefined) continue;
    const picture = await useEngine().desk.picture(variantJob(look), code.value.id);
    if (closed || mine !== run) return;
    pictures.value = { ...pictures.value, [keyOf(look)]: picture };
  }
  for (const look of variants.looks) {
    if (readings.value[keyOf(look)] !== undefined) continue;
    const report = await useEngine().prover.glance(variantJob(look));
    if (closed || mine !== run) return;
    readings.value = { ...readings.value, [keyOf(look)]: report };
  }
}

const current = computed(() => lookKey(lookOf(code.value)));
const cards = computed(() =>
  variants.looks.map((look) => {
    const picture = pictures.value[keyOf(look)] ?? null;
    return {
      look,
      picture,
      reading: readings.value[keyOf(look)],
      isCurrent: lookKey(look) === current.value,
      name: lookName(look, houseStyles.styles),
      worst: picture?.unfine.find(({ severity }) => severity === picture.severity) ?? null,
    };
  }),
);

/** The first of two that are to be mixed. */
const mixing = ref<number | null>(null);
const problem = ref('');

function mix(index: number): void {
  if (mixing.value === null || mixing.value === index) {
    mixing.value = mixing.value === null ? index : null;
    return;
  }
  const [first, second] = [variants.looks[mixing.value], variants.looks[index]];
  mixing.value = null;
  if (first && second) add(mixedLooks(first, second));
}

function add(look: Look): void {
  problem.value = variants.add(look)
    ? ''
    : variants.looks.length >= mostVariants
      ? `There are ${mostVariants} variants; drop one first.`
      : 'That would be a look that is here already.';
}

function drop(index: number): void {
  mixing.value = null;
  problem.value = '';
  variants.drop(index);
}

function keep(look: Look): void {
  bench.editCode(look, 'variant');
}
</script>

<template>
  <div class="variants">
    <ol aria-label="Variants">
      <li
        v-for="(card, index) in cards"
        :key="lookKey(card.look)"
        :class="{ current: card.isCurrent }"
        data-test="variant"
      >
        <PieceThumb v-if="card.picture" class="picture" :picture="card.picture" code-only />
        <span v-else class="picture" aria-busy="true"></span>
        <div class="text">
          <strong>{{ card.name }}</strong>
          <span v-if="card.picture" class="line">
            <StateShape :state="card.picture.severity" />
            <template v-if="card.worst">
              {{ card.worst.title }}
              <span class="measure">{{ measuredText(card.worst, preferences.unit) }}</span>
            </template>
            <template v-else>all fine</template>
          </span>
          <span v-if="card.picture?.version" class="note measure">
            {{ card.picture.version }}-{{ card.picture.level }}, {{ card.picture.moduleMm?.toFixed(2) }} mm
          </span>
          <span class="line" data-test="variant-reading"><ReaderStates :report="card.reading" /></span>
          <span class="acts">
            <button type="button" :disabled="card.isCurrent" @click="keep(card.look)">
              {{ card.isCurrent ? 'on the bench' : 'Keep' }}
            </button>
            <button type="button" :aria-pressed="mixing === index" @click="mix(index)">
              {{ mixing === null ? 'Mix' : mixing === index ? 'Mix with…' : 'with this' }}
            </button>
            <button type="button" :aria-label="`Drop ${card.name}`" @click="drop(index)">Drop</button>
          </span>
        </div>
      </li>
      <li v-if="variants.looks.length < mostVariants" class="add">
        <button type="button" class="action" @click="add(lookOf(code))">Set this look aside</button>
        <p class="note">
          Then change it, and set the new one aside too. Mixing takes modules, background and logo of one and
          the finder patterns of the other.
        </p>
      </li>
    </ol>
    <p v-if="problem || failed" class="problem" role="alert">{{ problem || failed }}</p>
  </div>
</template>

<style scoped>
.variants {
  padding: 10px 14px;
}

ol {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 10px;
  align-items: start;
  padding: 5px;
  border: 1px solid var(--rule-soft);
}

.current {
  border-color: var(--ink);
  background: var(--white);
}

.add {
  display: block;
  border-style: dashed;
}

.picture {
  width: 92px;
  height: 86px;
}

.text {
  display: grid;
  gap: 2px;
  font-size: var(--text-note);
}

.line {
  display: flex;
  gap: 5px;
  align-items: center;
}

.acts {
  display: flex;
  gap: 10px;
}

.acts button {
  padding: 0;
  border: 0;
  border-bottom: 1px dotted var(--ink-soft);
  background: none;
  font-size: var(--text-note);
  cursor: pointer;
}

.acts button:disabled {
  border: 0;
  color: var(--ink-soft);
  cursor: default;
}

.acts [aria-pressed='true'] {
  color: var(--accent-dark);
  font-weight: 600;
}

.problem {
  margin-top: 6px;
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
