<script setup lang="ts">
/** The base that the piece stands in: layers in steps with a slot. */
import { computed } from 'vue';
import type { StandSettings } from '../../../core/piece';
import type { PressView } from '../../../engine';
import MeasureRows from '../../shared/MeasureRows.vue';
import RangeField from '../../shared/RangeField.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { lengthNumber, lengthText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { StandDrawing } from '../stage';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
const props = defineProps<{ view: PressView }>();
const { job } = useJobAtHand();
const bench = useBench();
const preferences = usePreferences();
const stand = computed(() => job.value.piece.stand);
const laid = computed(() => props.view.made?.stand ?? null);
const kerfMm = computed(() => job.value.making.pair.process.kerfMm ?? 0);

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

const plateRows = [
  { key: 'plateMm', label: 'Plate thickness', min: 0.5, max: 60, step: 0.1 },
  { key: 'layerMm', label: 'Base sheet', min: 0.5, max: 60, step: 0.1 },
  { key: 'fitMm', label: 'Play in the slot', min: -0.5, max: 2, step: 0.05 },
] as const;
const baseRows = [
  { key: 'stepMm', label: 'Step width', max: 200 },
  { key: 'shoulderMm', label: 'Shoulder', min: 2, max: 200 },
  { key: 'cornerMm', label: 'Base corners', max: 500 },
] as const;
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
        <MeasureRows :of="stand" :rows="plateRows" @change="set" />
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
      <MeasureRows :of="stand" :rows="baseRows" @change="set" />
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

<style scoped src="../drawer.css"></style>
<style scoped>
.picture {
  height: 208px;
  padding: 6px;
}
</style>
