<script setup lang="ts">
/** What becomes of the piece: what it is put around, how high it hangs, and how long it is to last. */
import { computed } from 'vue';
import type { BendSettings } from '../../../core/piece';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import MeasureInput from '../../shared/MeasureInput.vue';
import NumberInput from '../../shared/NumberInput.vue';
import PickList from '../../shared/PickList.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { valueText } from '../../shared/valueText';
import { lengthNumber } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import ReadingDistance from '../ReadingDistance.vue';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
const { job } = useJobAtHand();
const bench = useBench();
const preferences = usePreferences();

const bend = computed(() => job.value.piece.bend);
/** Common practice, no source; the first is what begins. */
const usualThings = [
  { name: 'Bottle', diameterMm: 75 },
  { name: 'Mug', diameterMm: 82 },
  { name: 'Tin', diameterMm: 85 },
  { name: 'Drink can', diameterMm: 66 },
  { name: 'Jar', diameterMm: 70 },
  { name: 'Post', diameterMm: 60 },
  { name: 'Rail', diameterMm: 42 },
] as const;
const round = (diameterMm: number): BendSettings => ({
  around: 'width',
  diameterMm,
  otherDiameterMm: diameterMm,
});
const setBend = (change: BendSettings | null): void => void bench.editPiece({ bend: change }, 'bend');
const tapers = computed(() => bend.value !== null && bend.value.diameterMm !== bend.value.otherDiameterMm);
function setDiameter(diameterMm: number): void {
  if (bend.value === null) return;
  const otherDiameterMm = tapers.value ? bend.value.otherDiameterMm : diameterMm;
  setBend({ ...bend.value, diameterMm, otherDiameterMm });
}
const thingChoices = computed(() => [
  { value: 0, label: 'of my own size' },
  ...usualThings.map(({ name, diameterMm }) => ({
    value: diameterMm,
    label: `${name}, ${lengthNumber(diameterMm, preferences.unit)} ${preferences.unit}`,
  })),
]);
const chosenThing = computed(() =>
  !tapers.value && usualThings.some(({ diameterMm }) => diameterMm === bend.value?.diameterMm)
    ? bend.value!.diameterMm
    : 0,
);

const reading = computed(() => job.value.reading);
const setHeight = (heightM: number | null): void =>
  void bench.edit({ ...job.value, reading: { ...reading.value, heightM } }, 'mount');

const lasts = computed(() => job.value.making.lasts);
const setLasts = (change: typeof lasts.value): void =>
  void bench.edit({ ...job.value, making: { ...job.value.making, lasts: change } }, 'lasts');
const material = computed(() => job.value.making.pair.material);
</script>

<template>
  <div class="columns">
    <section>
      <h2 class="heading">Around something round</h2>
      <SwitchField
        label="Goes around a bottle, a mug, a pole"
        :model-value="bend !== null"
        @update:model-value="setBend($event ? round(usualThings[0].diameterMm) : null)"
      />
      <template v-if="bend">
        <PickList
          label="Wrapped around"
          :choices="thingChoices"
          :model-value="chosenThing"
          @update:model-value="$event > 0 && setBend({ ...bend, ...round($event), around: bend.around })"
        />
        <MeasureInput
          label="Diameter"
          :mm="bend.diameterMm"
          :min-mm="5"
          :max-mm="100000"
          @change="setDiameter"
        />
        <MeasureInput
          v-if="tapers"
          :label="bend.around === 'width' ? 'At the bottom' : 'At the right'"
          :mm="bend.otherDiameterMm"
          :min-mm="5"
          :max-mm="100000"
          @change="setBend({ ...bend, otherDiameterMm: $event })"
        />
        <SwitchField
          label="Cone-shaped"
          :model-value="tapers"
          @update:model-value="
            setBend({ ...bend, otherDiameterMm: $event ? bend.diameterMm * 0.8 : bend.diameterMm })
          "
        />
      </template>
      <p v-else class="note">Its edges then turn away from whoever reads it; the camera shows how.</p>
    </section>
    <section>
      <template v-if="bend">
        <h2 class="heading">Wraps along</h2>
        <ChoiceRow
          label="Which side"
          :choices="[
            { value: 'width', label: 'its width' },
            { value: 'height', label: 'its height' },
          ]"
          :model-value="bend.around"
          @update:model-value="setBend({ ...bend, around: $event })"
        />
      </template>
      <h2 class="heading">From where it is read</h2>
      <ReadingDistance />
    </section>
    <section>
      <h2 class="heading">On a wall or a post</h2>
      <SwitchField
        label="Mounted on a wall or a post"
        :model-value="reading.heightM !== null"
        @update:model-value="setHeight($event ? 1.4 : null)"
      />
      <MeasureInput
        v-if="reading.heightM !== null"
        label="Height of its middle"
        :mm="reading.heightM * 1000"
        :min-mm="0"
        :max-mm="100000"
        :step-mm="50"
        @change="setHeight(Number(($event / 1000).toFixed(4)))"
      />
      <p class="note">High up or low down it is seen aslant, and from near by perhaps not at all.</p>
    </section>
    <section>
      <h2 class="heading">How long it is to last</h2>
      <SwitchField
        label="Meant to last"
        :model-value="lasts !== null"
        @update:model-value="setLasts($event ? { years: 5, outdoors: true } : null)"
      />
      <template v-if="lasts">
        <NumberInput
          label="Years"
          :value="lasts.years"
          :min="0.05"
          :max="100"
          unit="years"
          @change="setLasts({ ...lasts, years: $event })"
        />
        <SwitchField
          label="Outdoors, in sun and rain"
          :model-value="lasts.outdoors"
          @update:model-value="setLasts({ ...lasts, outdoors: $event })"
        />
      </template>
      <p class="note">
        {{ material.name }} lasts {{ valueText(material.yearsIndoors, 'years', preferences.unit) }} indoors,
        {{ valueText(material.yearsOutdoors, 'years', preferences.unit) }} outdoors.
      </p>
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 1.1fr 0.9fr 1fr 1.1fr;
}
</style>
