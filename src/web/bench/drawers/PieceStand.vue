<script setup lang="ts">
/** The base that the piece stands in: layers in steps with a slot. */
import { computed } from 'vue';
import type { Job } from '../../../core/job';
import { findPair } from '../../../core/plan';
import type { StandSettings } from '../../../core/piece';
import type { PressView } from '../../../engine';
import MeasureInput from '../../shared/MeasureInput.vue';
import RangeField from '../../shared/RangeField.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { lengthNumber, lengthText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import StandDrawing from '../StandDrawing.vue';

const props = defineProps<{ job: Job; view: PressView }>();
const bench = useBench();
const preferences = usePreferences();
const stand = computed(() => props.job.piece.stand);
const laid = computed(() => props.view.made?.stand ?? null);
const kerfMm = computed(
  () => findPair(props.job.making.material, props.job.making.machine)?.process.kerfMm ?? 0,
);

const usual: StandSettings = {
  plateMm: 3,
  layerMm: 3,
  steps: 3,
  stepMm: 6,
  shoulderMm: 8,
  cornerMm: 4,
  fitMm: 0.1,
};
const set = (change: Partial<StandSettings>): void =>
  void bench.editPiece({ stand: { ...(stand.value ?? usual), ...change } }, 'stand');
const length = (mm: number): string => lengthText(mm, preferences.unit);
const size = (across: number, down: number): string =>
  `${lengthNumber(across, preferences.unit)} × ${length(down)}`;
</script>

<template>
  <div class="columns">
    <section>
      <h2 class="heading">Standing sign</h2>
      <SwitchField
        label="Stands in a base with a slot"
        :model-value="stand !== null"
        @update:model-value="bench.editPiece({ stand: $event ? usual : null }, 'stand')"
      />
      <template v-if="stand">
        <MeasureInput
          label="Plate thickness"
          :mm="stand.plateMm"
          :min-mm="0.5"
          :max-mm="60"
          :step-mm="0.1"
          @change="set({ plateMm: $event })"
        />
        <MeasureInput
          label="Base sheet"
          :mm="stand.layerMm"
          :min-mm="0.5"
          :max-mm="60"
          :step-mm="0.1"
          @change="set({ layerMm: $event })"
        />
        <MeasureInput
          label="Play in the slot"
          :mm="stand.fitMm"
          :min-mm="-0.5"
          :max-mm="2"
          :step-mm="0.05"
          @change="set({ fitMm: $event })"
        />
      </template>
      <p v-else class="note">
        For plates that stand by themselves. The base is cut in layers; each file of the job gets one more for
        it.
      </p>
    </section>
    <section v-if="stand">
      <h2 class="heading">Base</h2>
      <RangeField
        label="Layers"
        :min="1"
        :max="6"
        :step="1"
        unit=""
        :model-value="stand.steps"
        @update:model-value="set({ steps: Math.round($event) })"
      />
      <MeasureInput
        label="Step width"
        :mm="stand.stepMm"
        :min-mm="0"
        :max-mm="200"
        :step-mm="0.5"
        @change="set({ stepMm: $event })"
      />
      <MeasureInput
        label="Shoulder"
        :mm="stand.shoulderMm"
        :min-mm="2"
        :max-mm="200"
        :step-mm="0.5"
        @change="set({ shoulderMm: $event })"
      />
      <MeasureInput
        label="Base corners"
        :mm="stand.cornerMm"
        :min-mm="0"
        :max-mm="500"
        :step-mm="0.5"
        @change="set({ cornerMm: $event })"
      />
    </section>
    <section v-if="stand && laid">
      <h2 class="heading">As it comes out</h2>
      <dl>
        <dt>Slot</dt>
        <dd class="measure">{{ size(laid.slot.lengthMm, laid.slot.widthMm) }}</dd>
        <dt>Slot in the file</dt>
        <dd class="measure">
          {{ size(laid.slot.lengthMm - kerfMm, laid.slot.widthMm - kerfMm) }}
        </dd>
        <dt>Kerf</dt>
        <dd class="measure">{{ length(kerfMm) }}</dd>
        <dt>Stands in the base</dt>
        <dd class="measure">{{ length(laid.depthMm) }}</dd>
        <dt>Bottom layer</dt>
        <dd class="measure">{{ size(laid.layers[0]!.widthMm, laid.layers[0]!.depthMm) }}</dd>
      </dl>
      <p v-if="kerfMm === 0" class="note">
        This machine does not cut the material, so the file has the plain sizes.
      </p>
    </section>
    <section v-if="stand && laid" class="picture">
      <StandDrawing :view="view" :stand="laid" />
    </section>
  </div>
</template>

<style scoped src="./drawer.css"></style>
<style scoped>
.picture {
  height: 208px;
  padding: 6px;
}
</style>
