<script setup lang="ts">
/** What the chosen outline has of its own: corners, notches, border; and its offset. */
import { computed, ref } from 'vue';
import {
  cornerShapes,
  type CornerSettings,
  type OutlineSettings,
  type PieceSettings,
} from '../../../core/piece';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import ColourField from '../../shared/ColourField.vue';
import MeasureInput from '../../shared/MeasureInput.vue';
import MeasureRows from '../../shared/MeasureRows.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { useBench } from '../../stores/bench';
import { outlineNames } from './outlineChoices';

const props = defineProps<{ piece: PieceSettings; inColour: boolean }>();
const bench = useBench();
const piece = computed(() => props.piece);
const outline = computed(() => props.piece.outline);

function set(change: Partial<OutlineSettings>): void {
  bench.editPiece({ outline: { ...outline.value, ...change } as OutlineSettings }, 'outline-part');
}

function setCorner(place: number, change: Partial<CornerSettings>): void {
  if (outline.value.kind !== 'rectangle') return;
  const corners = outline.value.corners.map((corner, index) =>
    index === place || isAlike.value ? { ...corner, ...change } : corner,
  );
  // A corner that is no longer square needs a size to be seen.
  set({
    corners: corners.map((corner) =>
      corner.shape !== 'square' && corner.mm === 0 ? { ...corner, mm: 3 } : corner,
    ),
  } as Partial<OutlineSettings>);
}
const each = ref(false);
const isAlike = computed(() => !each.value);
const cornerNames = ['Upper left', 'Upper right', 'Lower right', 'Lower left'];
const shownCorners = computed(() =>
  outline.value.kind !== 'rectangle'
    ? []
    : isAlike.value
      ? [{ name: 'All corners', place: 0, ...outline.value.corners[0] }]
      : outline.value.corners.map((corner, place) => ({ name: cornerNames[place]!, place, ...corner })),
);
if (outline.value.kind === 'rectangle') {
  const texts = new Set(outline.value.corners.map((corner) => JSON.stringify(corner)));
  each.value = texts.size > 1;
}
const cornerChoices = cornerShapes.map((value) => ({ value, label: value }));

/** The named outline keeps its size; the piece grows or shrinks around it. */
function setOffset(mm: number): void {
  const { widthMm, heightMm, offset } = piece.value;
  const grown = 2 * (mm - offset.mm);
  bench.editPiece(
    {
      offset: { ...offset, mm },
      widthMm: Math.max(1, widthMm + grown),
      heightMm: Math.max(1, heightMm + grown),
    },
    'offset',
  );
}

const tagRows = [
  { key: 'cutMm', label: 'Cut corners', max: 500, step: 1 },
  { key: 'holeMm', label: 'Hole', max: 500 },
  { key: 'holeFromTopMm', label: 'Hole from top', max: 500 },
] as const;
const notchRows = [{ key: 'notchMm', label: 'Notch', max: 500 }] as const;
const contourRows = [
  { key: 'paddingMm', label: 'White margin', max: 500 },
  { key: 'borderMm', label: 'Border', max: 500 },
] as const;
</script>

<template>
  <section>
    <h2 class="heading">{{ outlineNames[outline.kind] }}</h2>
    <template v-if="outline.kind === 'rectangle'">
      <div v-for="corner in shownCorners" :key="corner.name" class="corner">
        <span>{{ corner.name }}</span>
        <ChoiceRow
          :label="`Shape, ${corner.name.toLowerCase()}`"
          :choices="cornerChoices"
          :model-value="corner.shape"
          @update:model-value="setCorner(corner.place, { shape: $event })"
        />
        <MeasureInput
          v-if="corner.shape !== 'square'"
          :label="`Size, ${corner.name.toLowerCase()}`"
          :mm="corner.mm"
          :min-mm="0"
          :max-mm="2500"
          :step-mm="0.5"
          @change="setCorner(corner.place, { mm: $event })"
        />
      </div>
      <SwitchField v-model="each" label="Each corner on its own" />
    </template>
    <MeasureRows v-else-if="outline.kind === 'tag'" :of="outline" :rows="tagRows" @change="set" />
    <MeasureRows
      v-else-if="outline.kind === 'ticket' || outline.kind === 'burgee'"
      :of="outline"
      :rows="notchRows"
      @change="set"
    />
    <template v-else-if="outline.kind === 'contour'">
      <MeasureRows :of="outline" :rows="contourRows" @change="set" />
      <ChoiceRow
        label="Corners of the contour"
        :choices="[
          { value: 'round', label: 'round' },
          { value: 'mitre', label: 'mitred' },
        ]"
        :model-value="outline.corner"
        @update:model-value="set({ corner: $event })"
      />
      <SwitchField
        label="Coloured border"
        :model-value="outline.colour !== null"
        @update:model-value="set({ colour: $event ? '#175e54' : null })"
      >
        <ColourField
          v-if="outline.colour !== null && inColour"
          label="Border"
          :palette="[]"
          :model-value="outline.colour"
          @update:model-value="set({ colour: $event })"
        />
      </SwitchField>
      <p class="note">
        One closed cut line around everything. Width and height are those of the sheet that it is cut from.
      </p>
    </template>
    <p v-else class="note">Width and height make it what it is.</p>
    <template v-if="outline.kind !== 'contour'">
      <MeasureInput
        label="Offset"
        :mm="piece.offset.mm"
        :min-mm="-500"
        :max-mm="500"
        :step-mm="0.5"
        @change="setOffset"
      />
      <ChoiceRow
        v-if="piece.offset.mm !== 0"
        label="Corners of the offset"
        :choices="[
          { value: 'round', label: 'round' },
          { value: 'mitre', label: 'mitred' },
        ]"
        :model-value="piece.offset.corner"
        @update:model-value="
          bench.editPiece({ offset: { ...piece.offset, corner: $event } }, 'offset-corner')
        "
      />
    </template>
  </section>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
section {
  border-left: 1px solid var(--rule-soft);
}

.corner {
  display: grid;
  gap: 3px;
}

.corner > span {
  color: var(--ink-soft);
  font-size: var(--text-note);
}
</style>
