<script setup lang="ts">
/** The piece in its base, assembled. */
import type { PressView, StandView } from '../../../engine';
import { lengthNumber, lengthText } from '../../shared/units';
import { usePreferences } from '../../stores/preferences';
import StandDrawing from './StandDrawing.vue';

defineProps<{ view: PressView; stand: StandView }>();
const preferences = usePreferences();
const length = (mm: number): string => lengthText(mm, preferences.unit);
const size = (across: number, down: number): string =>
  `${lengthNumber(across, preferences.unit)} × ${length(down)}`;
</script>

<template>
  <div class="stand">
    <StandDrawing :view="view" :stand="stand" />
    <dl>
      <dt>Slot</dt>
      <dd class="measure">{{ size(stand.slot.lengthMm, stand.slot.widthMm) }}</dd>
      <dt>Stands in the base</dt>
      <dd class="measure">{{ length(stand.depthMm) }}</dd>
      <template v-for="(layer, index) in [...stand.layers].reverse()" :key="index">
        <dt>
          {{ index === 0 ? 'Top layer' : index === stand.layers.length - 1 ? 'Bottom layer' : 'Layer' }}
        </dt>
        <dd class="measure">
          {{ size(layer.widthMm, layer.depthMm) }}{{ layer.hasSlot ? '' : ', no slot' }}
        </dd>
      </template>
    </dl>
  </div>
</template>

<style scoped>
.stand {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 310px;
  gap: 16px;
  height: 100%;
  padding: 14px 20px 52px;
}

dl {
  display: grid;
  grid-template-columns: auto 1fr;
  align-content: center;
  gap: 6px 12px;
  font-size: var(--text-note);
}

dt {
  color: var(--ink-soft);
}

dd {
  text-align: right;
}
</style>
