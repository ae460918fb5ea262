<script setup lang="ts">
/** Whole looks to begin with, and how readers take the one that is chosen. */
import type { Style } from '../../../core/artwork';
import type { PressView } from '../../../engine';
import { useBench } from '../../stores/bench';
import HouseStyles from './HouseStyles.vue';
import StyleFitness from './StyleFitness.vue';
import StylePresets from './StylePresets.vue';
import { useJobAtHand } from '../jobAtHand';

defineProps<{ view: PressView }>();
const { code } = useJobAtHand();
const bench = useBench();

function setStyle(change: Partial<Style>): void {
  bench.editCode({ style: { ...code.value.style, ...change } }, 'style-preset');
}
</script>

<template>
  <div class="columns">
    <section>
      <StylePresets :view="view" @choose="setStyle" />
    </section>
    <section class="house">
      <HouseStyles />
    </section>
    <section>
      <StyleFitness :look="code.style" />
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr) 272px;
}
</style>
