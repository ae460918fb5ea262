<script setup lang="ts">
/** Words: the text, its font, how large it is set and along what. */
import { machineKinds } from '../../../core/plan';
import { computed } from 'vue';
import { textFields } from '../../../core/job';
import { fieldNames, filledText, type WordsSettings } from '../../../core/piece';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import MeasureInput from '../../shared/MeasureInput.vue';
import RangeField from '../../shared/RangeField.vue';
import FontPick from './FontPick.vue';
import SampleNote from './SampleNote.vue';
import { useBench } from '../../stores/bench';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ item: WordsSettings }>();
const { job } = useJobAtHand();
const bench = useBench();
const set = (change: Partial<WordsSettings>): void => void bench.editItem(props.item.id, change, 'words');

const fields = computed(() => textFields(job.value));
const shownFields = computed(() =>
  [...new Set([...fieldNames, ...Object.keys(fields.value)])].filter(
    (name) => name === 'serial' || (fields.value[name] ?? '') !== '',
  ),
);
const filled = computed(() => filledText(props.item.text, fields.value));
const isFollowed = computed(() => machineKinds[job.value.making.pair.machine.kind].followsLines);
const isOnCircle = computed(() => props.item.circle !== null);
const setCircle = (along: 'straight' | 'top' | 'bottom'): void =>
  set({
    circle:
      along === 'straight'
        ? null
        : {
            side: along,
            radiusMm:
              props.item.circle?.radiusMm ??
              Number((Math.min(job.value.piece.widthMm, job.value.piece.heightMm) * 0.4).toFixed(1)),
          },
    ...(along !== 'straight' && props.item.circle === null
      ? { xMm: 'middle' as const, yMm: 'middle' as const }
      : {}),
  });
</script>

<template>
  <div class="editor">
    <section>
      <h2 class="heading">Words</h2>
      <ElInput
        type="textarea"
        :rows="2"
        resize="none"
        maxlength="600"
        aria-label="Text"
        :model-value="item.text"
        @update:model-value="set({ text: $event, sample: false })"
      />
      <SampleNote v-if="item.sample" @keep="set({ sample: false })" />
      <p v-if="filled !== item.text" class="note">Reads: {{ filled }}</p>
      <div class="fields" role="group" aria-label="Fields of the job">
        <button
          v-for="name in shownFields"
          :key="name"
          type="button"
          :title="fields[name] || 'empty'"
          @click="set({ text: `${item.text}{${name}}`, sample: false })"
        >
          {{ `\{${name}\}` }}
        </button>
      </div>
      <label v-if="item.text.includes('{serial}')" class="serial">
        <span>Serial number</span>
        <ElInput
          size="small"
          maxlength="40"
          :model-value="job.piece.serial"
          @update:model-value="bench.editPiece({ serial: $event }, 'serial')"
        />
      </label>
    </section>
    <section>
      <h2 class="heading">Font</h2>
      <FontPick :model-value="item.font" @update:model-value="set({ font: $event })" />
      <ChoiceRow
        label="Size of the words"
        :choices="[
          { value: 'height', label: 'letter height' },
          { value: 'width', label: 'fit to width' },
          { value: 'box', label: 'fit to box' },
        ]"
        :model-value="item.fit"
        @update:model-value="set({ fit: $event })"
      />
      <MeasureInput
        v-if="item.fit === 'height'"
        label="Capitals"
        :mm="item.capitalMm"
        :min-mm="0.3"
        :max-mm="1000"
        :step-mm="0.1"
        @change="set({ capitalMm: $event })"
      />
      <MeasureInput
        v-else
        :label="isOnCircle ? 'Along the circle' : 'Words width'"
        :mm="item.widthMm"
        :min-mm="1"
        :max-mm="5000"
        @change="set({ widthMm: $event })"
      />
      <MeasureInput
        v-if="item.fit === 'box' && !isOnCircle"
        label="Box height"
        :mm="item.heightMm"
        :min-mm="1"
        :max-mm="5000"
        @change="set({ heightMm: $event })"
      />
    </section>
    <section>
      <h2 class="heading">Setting</h2>
      <ChoiceRow
        label="Set along"
        :choices="[
          { value: 'straight', label: 'straight' },
          { value: 'top', label: 'over a circle' },
          { value: 'bottom', label: 'under a circle' },
        ]"
        :model-value="item.circle?.side ?? 'straight'"
        @update:model-value="setCircle"
      />
      <MeasureInput
        v-if="item.circle"
        label="Radius"
        :mm="item.circle.radiusMm"
        :min-mm="1"
        :max-mm="2500"
        :step-mm="0.5"
        @change="set({ circle: { ...item.circle, radiusMm: $event } })"
      />
      <ChoiceRow
        v-else
        label="Alignment of the lines"
        :choices="[
          { value: 'left', label: 'left' },
          { value: 'middle', label: 'middle' },
          { value: 'right', label: 'right' },
        ]"
        :model-value="item.align"
        @update:model-value="set({ align: $event })"
      />
      <RangeField
        label="Tracking"
        :min="-0.1"
        :max="1"
        :step="0.01"
        :scale="100"
        unit="%"
        :model-value="item.tracking"
        @update:model-value="set({ tracking: $event })"
      />
      <RangeField
        v-if="!item.circle"
        label="Line spacing"
        :min="1"
        :max="4"
        :step="0.05"
        unit="×"
        :model-value="item.lineSpacing"
        @update:model-value="set({ lineSpacing: $event })"
      />
      <ChoiceRow
        v-if="isFollowed"
        label="How the words are drawn"
        :choices="[
          { value: 'filled', label: 'filled' },
          { value: 'outline', label: 'outline only', hint: 'The machine follows the outline once' },
        ]"
        :model-value="item.drawn"
        @update:model-value="set({ drawn: $event })"
      />
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.editor {
  display: grid;
  grid-template-columns: 0.78fr 1.15fr 1.15fr;
  border-left: 1px solid var(--rule-soft);
}

@media (max-width: 1150px) {
  .editor {
    grid-template-columns: 1fr 1.2fr;
  }
}

.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
}

.fields button {
  padding: 0 5px 1px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: none;
  font-family: var(--mono);
  font-size: var(--text-small);
  cursor: pointer;
}

.serial {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}
</style>
