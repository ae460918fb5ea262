<script setup lang="ts">
/** The code at hand, among other things on the piece. */
import type { PressView } from '../../../engine';
import MeasureInput from '../../shared/MeasureInput.vue';
import { useBench } from '../../stores/bench';
import { useJobAtHand } from '../jobAtHand';

defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const set = (widthMm: number): void => void bench.editPlacement({ widthMm }, 'code-width');
</script>

<template>
  <div class="editor">
    <section>
      <h2 class="heading">Code</h2>
      <p class="summary">{{ view.summary }}</p>
      <MeasureInput
        label="Code width"
        :mm="code.placement.widthMm"
        :min-mm="1"
        :max-mm="5000"
        :step-mm="view.made?.fitRanges.find(({ stepMm }) => stepMm !== null)?.stepMm ?? 0.1"
        @change="set"
      />
      <p class="note">
        {{
          job.codes.length > 1
            ? 'Message, style, fit bar and readout are about the selected code. Click another code to select it.'
            : 'Message and style have stations of their own.'
        }}
      </p>
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.editor {
  border-left: 1px solid var(--rule-soft);
}

.summary {
  font-size: var(--text-note);
  overflow-wrap: anywhere;
}
</style>
