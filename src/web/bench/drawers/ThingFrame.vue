<script setup lang="ts">
/** A frame around a code, or a border line along the edge. */
import type { Job } from '../../../core/job';
import { frameShapes, type BorderSettings, type FrameSettings } from '../../../core/piece';
import { typefaces } from '../../../core/words/fonts';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import MeasureInput from '../../shared/MeasureInput.vue';
import { useBench } from '../../stores/bench';

const props = defineProps<{ item: FrameSettings | BorderSettings; job: Job }>();
const bench = useBench();
const set = (change: Partial<FrameSettings> | Partial<BorderSettings>): void =>
  void bench.editItem(props.item.id, change, 'frame');
const shapes = frameShapes.map((value) => ({ value, label: value }));
const fonts = typefaces.map(({ id, name }) => ({ value: id, label: name.toLowerCase() }));
const hints = {
  panel: 'A line all around, with a strip for the words.',
  band: 'A bar above or below, the words cut out of it.',
  corners: 'Four angles, the words between them.',
  ring: 'A circle around the code, the words in it.',
} as const;
</script>

<template>
  <div v-if="item.kind === 'frame'" class="editor">
    <section>
      <h2 class="heading">Frame</h2>
      <ChoiceRow
        label="Frame"
        :choices="shapes"
        :model-value="item.shape"
        @update:model-value="set({ shape: $event })"
      />
      <p class="note">{{ hints[item.shape] }} Always outside the quiet zone.</p>
      <ElInput
        aria-label="Words in the frame"
        maxlength="120"
        placeholder="words, or none"
        :model-value="item.text"
        @update:model-value="set({ text: $event })"
      />
      <ChoiceRow
        label="Font of the frame"
        :choices="fonts"
        :model-value="item.font"
        @update:model-value="set({ font: $event })"
      />
    </section>
    <section>
      <h2 class="heading">Measures</h2>
      <ChoiceRow
        label="Side of the words"
        :choices="[
          { value: 'above', label: 'words above' },
          { value: 'below', label: 'words below' },
        ]"
        :model-value="item.side"
        @update:model-value="set({ side: $event })"
      />
      <MeasureInput
        label="From quiet zone"
        :mm="item.gapMm"
        :min-mm="0"
        :max-mm="500"
        :step-mm="0.1"
        @change="set({ gapMm: $event })"
      />
      <MeasureInput
        v-if="item.shape !== 'band'"
        label="Line"
        :mm="item.lineMm"
        :min-mm="0.05"
        :max-mm="100"
        :step-mm="0.1"
        @change="set({ lineMm: $event })"
      />
      <MeasureInput
        label="Band"
        :mm="item.bandMm"
        :min-mm="0.5"
        :max-mm="500"
        :step-mm="0.5"
        @change="set({ bandMm: $event })"
      />
      <MeasureInput
        v-if="item.shape === 'panel' || item.shape === 'band'"
        label="Frame corners"
        :mm="item.cornerMm"
        :min-mm="0"
        :max-mm="500"
        :step-mm="0.5"
        @change="set({ cornerMm: $event })"
      />
      <ChoiceRow
        v-if="job.moreCodes.length > 0"
        label="Around"
        :choices="
          [...Array(job.moreCodes.length + 1).keys()].map((index) => ({
            value: index,
            label: index === 0 ? 'code at hand' : `other code ${index}`,
          }))
        "
        :model-value="item.around"
        @update:model-value="set({ around: $event })"
      />
    </section>
  </div>
  <div v-else class="editor">
    <section>
      <h2 class="heading">Border line</h2>
      <MeasureInput
        label="From the edge"
        :mm="item.insetMm"
        :min-mm="0"
        :max-mm="500"
        :step-mm="0.5"
        @change="set({ insetMm: $event })"
      />
      <MeasureInput
        label="Line"
        :mm="item.lineMm"
        :min-mm="0.05"
        :max-mm="100"
        :step-mm="0.1"
        @change="set({ lineMm: $event })"
      />
      <ChoiceRow
        label="Corners of the line"
        :choices="[
          { value: 'round', label: 'round' },
          { value: 'mitre', label: 'mitred' },
        ]"
        :model-value="item.corner"
        @update:model-value="set({ corner: $event })"
      />
    </section>
    <section></section>
  </div>
</template>

<style scoped src="./drawer.css"></style>
<style scoped>
.editor {
  display: grid;
  grid-template-columns: 1fr 1fr;
  border-left: 1px solid var(--rule-soft);
}
</style>
