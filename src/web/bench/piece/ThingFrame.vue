<script setup lang="ts">
/** A frame around a code, or a border line along the edge. */
import { computed } from 'vue';
import { frameShapes, type BorderSettings, type FrameSettings } from '../../../core/piece';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import MeasureRows from '../../shared/MeasureRows.vue';
import { useBench } from '../../stores/bench';
import FontPick from './FontPick.vue';
import SampleNote from './SampleNote.vue';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ item: FrameSettings | BorderSettings }>();
const { job } = useJobAtHand();
const bench = useBench();
const set = (change: Partial<FrameSettings> | Partial<BorderSettings>): void =>
  void bench.editItem(props.item.id, change, 'frame');
const shapes = frameShapes.map((value) => ({ value, label: value }));
const hints = {
  panel: 'A line all around, with a strip for the words.',
  band: 'A bar above or below, the words cut out of it.',
  corners: 'Four angles, the words between them.',
  ring: 'A circle around the code, the words in it.',
  sides: 'Words on all four sides, with | between them where they differ.',
} as const;

type FrameMeasure = 'gapMm' | 'lineMm' | 'bandMm' | 'cornerMm';
const allFrameRows = [
  { key: 'gapMm', label: 'From quiet zone', max: 500, step: 0.1 },
  { key: 'lineMm', label: 'Line', min: 0.05, max: 100, step: 0.1 },
  { key: 'bandMm', label: 'Band', min: 0.5, max: 500 },
  { key: 'cornerMm', label: 'Frame corners', max: 500 },
] as const;
/** Measures that a shape has no use for are not shown. */
const idle: Readonly<Record<FrameSettings['shape'], readonly FrameMeasure[]>> = {
  panel: [],
  band: ['lineMm'],
  corners: ['cornerMm'],
  ring: ['cornerMm'],
  sides: ['lineMm', 'cornerMm'],
};
const frameRows = computed(() => {
  const { item } = props;
  return item.kind === 'frame' ? allFrameRows.filter(({ key }) => !idle[item.shape].includes(key)) : [];
});
const borderRows = [
  { key: 'insetMm', label: 'From the edge', max: 500 },
  { key: 'lineMm', label: 'Line', min: 0.05, max: 100, step: 0.1 },
] as const;
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
        @update:model-value="set({ text: $event, sample: false })"
      />
      <FontPick :model-value="item.font" @update:model-value="set({ font: $event })" />
      <SampleNote v-if="item.sample" @keep="set({ sample: false })" />
    </section>
    <section>
      <h2 class="heading">Measures</h2>
      <ChoiceRow
        v-if="item.shape !== 'sides'"
        label="Side of the words"
        :choices="[
          { value: 'above', label: 'words above' },
          { value: 'below', label: 'words below' },
        ]"
        :model-value="item.side"
        @update:model-value="set({ side: $event })"
      />
      <MeasureRows :of="item" :rows="frameRows" @change="set" />
      <ChoiceRow
        v-if="job.codes.length > 1"
        label="Around"
        :choices="job.codes.map(({ id }, index) => ({ value: id, label: `code ${index + 1}` }))"
        :model-value="item.around"
        @update:model-value="set({ around: $event })"
      />
    </section>
  </div>
  <div v-else class="editor">
    <section>
      <h2 class="heading">Border line</h2>
      <MeasureRows :of="item" :rows="borderRows" @change="set" />
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

<style scoped src="../drawer.css"></style>
<style scoped>
.editor {
  display: grid;
  grid-template-columns: 1fr 1fr;
  border-left: 1px solid var(--rule-soft);
}
</style>
