<script setup lang="ts">
/** What every piece needs: material and machine, sizes, where the code lies, what is marked. */
import { computed } from 'vue';
import { pairOfJob, type Job } from '../../../core/job';
import { roundCorners, type CodePlacement } from '../../../core/piece';
import type { PressView } from '../../../engine';
import { useEngine } from '../../shared/engine';
import MeasureInput from '../../shared/MeasureInput.vue';
import { useBench } from '../../stores/bench';
import type { Things } from '../useThings';
import PairPick from './PairPick.vue';
import StockSizePick from './StockSizePick.vue';
import { useSizing } from './useSizing';
import ReadingDistance from '../ReadingDistance.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { useAttempt } from '../../shared/useAttempt';
import { areaText, durationText } from '../../shared/units';
import { usePreferences } from '../../stores/preferences';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView; things: Things }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const preferences = usePreferences();

const pair = computed(() => pairOfJob(job.value));
const place = computed(() => props.things.all.value.find(({ id }) => id === code.value.id)?.box ?? null);
const marksLighter = computed(() => pair.value.markTone === 'lighter');

const isCentred = computed(
  () => code.value.placement.xMm === 'middle' && code.value.placement.yMm === 'middle',
);
/** One radius for all corners, where they are alike; null where the outline has no such thing. */
const radius = computed(() => {
  const { outline } = job.value.piece;
  if (outline.kind !== 'rectangle') return null;
  const [first, ...others] = outline.corners;
  const isAlike = others.every(({ shape, mm }) => shape === first.shape && mm === first.mm);
  return isAlike && first.shape !== 'chamfer' ? (first.shape === 'square' ? 0 : first.mm) : null;
});

/** As wide as the quiet zone leaves the code on the piece. */
const { problem, attempt } = useAttempt();
const fill = (): Promise<void> =>
  attempt(async () => {
    const changes = await useEngine().desk.fill(job.value, code.value.id);
    if (changes.length === 0) problem.value = 'No width of the code leaves it its quiet zone on this piece.';
    else bench.apply(changes, 'code-width');
  });

function setCode(change: Partial<CodePlacement>, key: string): void {
  bench.editPlacement(change, key);
}

const { setSize, widthStepMm } = useSizing(() => props.view);

function setMaking(change: Partial<Job['making']>): void {
  bench.edit({ ...job.value, making: { ...job.value.making, ...change } }, 'making');
}

function move(change: { xMm?: number; yMm?: number }): void {
  setCode(change, 'place');
}

const polarities = computed(() => [
  {
    reversed: false,
    name: marksLighter.value ? 'Light modules and quiet zone' : 'Dark modules',
    area: props.view.made?.markedAreaMm2.normal,
    seconds: props.view.made?.markSeconds.normal ?? null,
  },
  {
    reversed: true,
    name: marksLighter.value ? 'Dark modules, reversed' : 'Light modules, reversed',
    area: props.view.made?.markedAreaMm2.reversed,
    seconds: props.view.made?.markSeconds.reversed ?? null,
  },
]);
</script>

<template>
  <div class="columns">
    <PairPick />
    <section>
      <div class="head">
        <h2 class="heading">Size</h2>
        <StockSizePick />
      </div>
      <MeasureInput
        label="Width"
        :mm="job.piece.widthMm"
        :min-mm="1"
        :max-mm="5000"
        @change="setSize({ widthMm: $event }, 'width')"
      />
      <MeasureInput
        label="Height"
        :mm="job.piece.heightMm"
        :min-mm="1"
        :max-mm="5000"
        @change="setSize({ heightMm: $event }, 'height')"
      />
      <MeasureInput
        v-if="radius !== null"
        label="Corners"
        :mm="radius"
        :min-mm="0"
        :max-mm="2500"
        :step-mm="0.5"
        @change="
          bench.editPiece({ outline: { kind: 'rectangle', corners: roundCorners($event) } }, 'corners')
        "
      />
      <MeasureInput
        label="Code width"
        :mm="code.placement.widthMm"
        :min-mm="1"
        :max-mm="5000"
        :step-mm="widthStepMm"
        @change="setCode({ widthMm: $event }, 'code-width')"
      />
    </section>
    <section>
      <h2 class="heading">Where the code lies</h2>
      <MeasureInput
        label="From the left"
        :mm="place?.x ?? 0"
        :min-mm="-5000"
        :max-mm="5000"
        :step-mm="0.1"
        @change="move({ xMm: $event })"
      />
      <MeasureInput
        label="From the top"
        :mm="place?.y ?? 0"
        :min-mm="-5000"
        :max-mm="5000"
        :step-mm="0.1"
        @change="move({ yMm: $event })"
      />
      <div class="line">
        <button
          type="button"
          class="action"
          :disabled="isCentred"
          @click="setCode({ xMm: 'middle', yMm: 'middle' }, 'centre')"
        >
          {{ isCentred ? 'In the middle' : 'Put it in the middle' }}
        </button>
        <button type="button" class="action" :disabled="view.made === null" @click="fill">
          Fill the piece
        </button>
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <ReadingDistance />
    </section>
    <section>
      <h2 class="heading">What is marked</h2>
      <div role="radiogroup" aria-label="What is marked" class="polarities">
        <button
          v-for="polarity in polarities"
          :key="polarity.name"
          type="button"
          role="radio"
          :aria-checked="job.making.reversed === polarity.reversed"
          @click="setMaking({ reversed: polarity.reversed })"
        >
          <span>{{ polarity.name }}</span>
          <span v-if="polarity.area !== undefined" class="measure"
            >{{ areaText(polarity.area, preferences.unit)
            }}<template v-if="polarity.seconds !== null">
              · {{ durationText(polarity.seconds) }}</template
            ></span
          >
        </button>
      </div>
      <p class="note">
        Marks come out {{ marksLighter ? 'lighter' : 'darker' }} on this material{{
          marksLighter ? ', so the field around the code is marked too' : ''
        }}. Reversed codes are read by few readers.
      </p>
      <SwitchField
        label="Mirror the file, for a piece seen from behind"
        :model-value="job.making.mirrored"
        @update:model-value="setMaking({ mirrored: $event })"
      />
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 1.25fr 0.95fr 1fr 1.35fr;
}

.polarities {
  display: grid;
  gap: 3px;
}

.polarities button {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: center;
  padding: 4px 7px;
  border: 1px solid transparent;
  border-radius: var(--radius);
  background: none;
  text-align: left;
  cursor: pointer;
}

.polarities button:hover {
  border-color: var(--rule);
}

.polarities button[aria-checked='true'] {
  border-color: var(--ink);
  background: var(--white);
  font-weight: 500;
}

.head {
  display: grid;
  grid-template-columns: auto minmax(0, 150px);
  gap: 10px;
  justify-content: space-between;
  align-items: center;
}

.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}

.action {
  justify-self: start;
}
</style>
