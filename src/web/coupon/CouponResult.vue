<script setup lang="ts">
/** What the photographs of a test piece say: floor, growth, or the best power and speed; kept as a profile. */
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Cell } from '../../core/coupon';
import { pairDifferences, valuesOf } from '../../core/plan';
import FilePicker from '../shared/FilePicker.vue';
import PhoneWay from '../shared/PhoneWay.vue';
import { lengthText } from '../shared/units';
import { differenceText } from '../shared/valueText';
import { usePreferences } from '../stores/preferences';
import { useProfiles, type ProfileEntry } from '../stores/profiles';
import PatchChart, { type ChartPoint } from './PatchChart.vue';
import type { CouponAtHand } from './useCoupon';

const props = defineProps<{ entry: ProfileEntry; coupon: CouponAtHand }>();
const router = useRouter();
const profiles = useProfiles();
const preferences = usePreferences();
const fit = computed(() => props.coupon.fit.value);
const length = (mm: number): string => lengthText(mm, preferences.unit, 1);

const floorText = computed(() => {
  const floor = fit.value?.floor ?? null;
  if (floor === null) return null;
  if (floor.kind === 'all-read')
    return `Every patch is read, down to modules of ${length(floor.value)}. Smaller ones may be, too.`;
  if (floor.kind === 'none-read')
    return `No patch is read up to modules of ${length(floor.value)}. Look at the piece: is the power right, is it in focus, is it the right way round?`;
  return `Modules are read from ${length(floor.value)} on (${length(floor.least)} to ${length(floor.most)}, in 95 of 100 cases).`;
});
const growthText = computed(() => {
  const growth = fit.value?.growthMm ?? null;
  if (growth === null) return null;
  const { process } = props.entry.pair;
  return `Marks come out ${length(Math.abs(growth.value))} ${growth.value < 0 ? 'smaller' : 'larger'} on each edge (${length(growth.least)} to ${length(growth.most)}); the profile says ${length(process.growthMm)}.`;
});
const unseenText = computed(() => {
  const count = fit.value?.unseen.length ?? 0;
  return count === 0
    ? ''
    : `${count === 1 ? 'One patch is' : `${count} patches are`} too small in the pictures so far, or not in them. Add one from nearer.`;
});

const floorPoints = computed((): ChartPoint[] =>
  (fit.value?.floorPoints ?? []).map(({ moduleMm, leastShare }) => ({
    x: moduleMm,
    y: 100 * leastShare,
    says: `${moduleMm} mm: ${Math.round(100 * leastShare)} % of the views`,
  })),
);
const floorFit = computed(() => {
  const floor = fit.value?.floor ?? null;
  return floor?.kind === 'measured' ? { axis: 'x' as const, ...floor } : null;
});
const growthPoints = computed((): ChartPoint[] =>
  (fit.value?.growthPoints ?? []).map(({ moduleMm, drawnInMm, residualMm }) => ({
    x: moduleMm,
    y: residualMm + drawnInMm,
    says: `drawn in ${drawnInMm.toFixed(3)} mm, came out ${residualMm.toFixed(3)} mm too large`,
  })),
);
const growthFit = computed(() => {
  const growth = fit.value?.growthMm ?? null;
  return growth === null ? null : { axis: 'y' as const, ...growth };
});

const chosenCell = ref<number | null>(null);
const cell = computed((): Cell | null => {
  const cells = fit.value?.cells ?? [];
  return cells.find(({ number }) => number === chosenCell.value) ?? cells[0] ?? null;
});
const cellText = ({ setting, leastShare, contrast }: Cell): string =>
  `${setting.powerPercent} %, ${setting.speedMmPerS} mm/s: ${Math.round(100 * leastShare)} % read, contrast ${Math.round(100 * contrast)} %`;

const calibrated = computed(() => {
  if (fit.value === null) return null;
  return props.coupon.calibrated(cell.value?.setting ?? null);
});
const changes = computed(() =>
  calibrated.value === null ? [] : pairDifferences(props.entry.pair, calibrated.value.pair),
);

async function keep(): Promise<void> {
  const next = calibrated.value;
  if (next === null) return;
  const { entry } = props;
  const how = `Measured on test piece ${props.coupon.kept.value!.coupon.id}.`;
  const saved =
    entry.own === null
      ? await profiles.add({
          name: profiles.freeName(
            `My ${entry.name.charAt(0).toLowerCase()}${entry.name.slice(1)}`.slice(0, 76),
          ),
          note: how,
          basedOn: entry.id,
          pair: valuesOf(next.pair),
        })
      : await profiles.change(entry.id, {
          name: entry.own.name,
          note: entry.own.note,
          basedOn: entry.own.basedOn,
          pair: valuesOf(next.pair),
        });
  if (saved !== null) await router.push({ name: 'materials', params: { id: saved.id } });
}
</script>

<template>
  <div class="result">
    <h2 class="heading">Photograph it</h2>
    <p class="note">
      From straight above, in even light, all of it in the picture. Small patches need a second picture from
      nearer.
    </p>
    <FilePicker
      class="action main"
      accept="image/*"
      label="Photograph of the test piece"
      @pick="coupon.addPhotos([$event])"
      >Choose a photograph…</FilePicker
    >
    <PhoneWay @picture="coupon.addPhotos([$event])" />
    <p v-if="coupon.progress.value !== null" class="note" role="status">
      Reading the patches… {{ Math.round(100 * coupon.progress.value) }} %
    </p>
    <p v-for="note in coupon.notes.value" :key="note" class="problem" role="alert">{{ note }}</p>
    <template v-if="fit">
      <template v-if="floorText">
        <p data-test="coupon-floor">{{ floorText }}</p>
        <PatchChart
          label="Read by the slowest reader, by size of the module"
          :points="floorPoints"
          :fitted="floorFit"
          x-title="module, mm"
          y-title="% of views"
          :y-range="[0, 100]"
        />
      </template>
      <template v-if="growthText">
        <p data-test="coupon-growth">{{ growthText }}</p>
        <PatchChart
          label="Growth on each edge, patch by patch"
          :points="growthPoints"
          :fitted="growthFit"
          x-title="module, mm"
          y-title="mm"
        />
      </template>
      <p v-if="fit.reversedReadsBetter" class="warning">
        What is turned round reads better than what is not: marks come out the other way than the profile
        says. Change the colours of the profile.
      </p>
      <template v-if="fit.cells.length > 0">
        <h3 class="heading">Best power and speed</h3>
        <div class="cells" role="radiogroup" aria-label="Power and speed to keep">
          <button
            v-for="tried in fit.cells.slice(0, 8)"
            :key="tried.number"
            type="button"
            role="radio"
            class="cell"
            :aria-checked="tried.number === cell?.number"
            @click="chosenCell = tried.number"
          >
            {{ cellText(tried) }}
          </button>
        </div>
      </template>
      <p v-if="unseenText" class="note">{{ unseenText }}</p>
      <template v-if="changes.length > 0">
        <h3 class="heading">For the profile</h3>
        <ul>
          <li v-for="change in changes" :key="change.name">{{ differenceText(change, preferences.unit) }}</li>
        </ul>
        <p v-if="profiles.problem" class="problem" role="alert">{{ profiles.problem }}</p>
        <button type="button" class="action main" @click="keep">
          {{ entry.own ? 'Put them into the profile' : 'Keep as a profile of your own' }}
        </button>
      </template>
      <button type="button" class="action quiet" @click="coupon.forgetReadings()">Read it anew</button>
    </template>
  </div>
</template>

<style scoped>
.result {
  display: grid;
  gap: 10px;
}

.problem {
  color: var(--stop);
}

.warning {
  padding-left: 8px;
  border-left: 3px solid var(--caution);
}

.cells {
  display: grid;
}

.cell {
  padding: 3px 6px;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  font-size: var(--text-note);
  text-align: left;
  cursor: pointer;
}

.cell[aria-checked='true'] {
  border-color: var(--accent);
  background: var(--paper-sunk);
}
</style>
