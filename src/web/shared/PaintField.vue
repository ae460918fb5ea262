<script setup lang="ts">
/** A paint: none, one colour, or a gradient with its stops. */
import { computed } from 'vue';
import type { Paint } from '../../core/artwork';
import ChoiceRow from './ChoiceRow.vue';
import ColourField from './ColourField.vue';
import RangeField from './RangeField.vue';

const props = defineProps<{
  label: string;
  /** What null is called, such as `like the modules`. */
  none: string;
  /** Colour to begin with. */
  start: string;
  /** Second colour of a gradient to begin with. */
  second: string;
  palette: readonly string[];
}>();
const paint = defineModel<Paint | null>({ required: true });

type Kind = Paint['kind'] | 'none';
const kind = computed<Kind>(() => paint.value?.kind ?? 'none');
const kinds = computed(() => [
  { value: 'none' as const, label: props.none },
  { value: 'solid' as const, label: 'solid' },
  { value: 'linear' as const, label: 'linear' },
  { value: 'radial' as const, label: 'radial' },
  { value: 'square' as const, label: 'square' },
]);

const stops = computed(() => (paint.value === null || paint.value.kind === 'solid' ? [] : paint.value.stops));
const firstColour = computed(() =>
  paint.value === null
    ? props.start
    : paint.value.kind === 'solid'
      ? paint.value.colour
      : stops.value[0]!.colour,
);

function setKind(chosen: Kind): void {
  if (chosen === 'none') paint.value = null;
  else if (chosen === 'solid') paint.value = { kind: 'solid', colour: firstColour.value };
  else {
    const kept =
      stops.value.length > 0
        ? [...stops.value]
        : [
            { at: 0, colour: firstColour.value },
            { at: 1, colour: props.second },
          ];
    paint.value =
      chosen === 'linear' ? { kind: chosen, angleDegrees: 45, stops: kept } : { kind: chosen, stops: kept };
  }
}

function setStop(index: number, change: Partial<{ at: number; colour: string }>): void {
  if (paint.value === null || paint.value.kind === 'solid') return;
  const changed = paint.value.stops.map((stop, place) => (place === index ? { ...stop, ...change } : stop));
  paint.value = { ...paint.value, stops: changed };
}

function addStop(): void {
  if (paint.value === null || paint.value.kind === 'solid') return;
  const { stops: before } = paint.value;
  paint.value = { ...paint.value, stops: [...before, { at: 0.5, colour: before.at(-1)!.colour }] };
}

function dropStop(index: number): void {
  if (paint.value === null || paint.value.kind === 'solid') return;
  paint.value = { ...paint.value, stops: paint.value.stops.filter((_, place) => place !== index) };
}
</script>

<template>
  <div class="paint">
    <ChoiceRow :label="label" :model-value="kind" :choices="kinds" @update:model-value="setKind" />
    <div v-if="paint?.kind === 'solid'" class="stop">
      <ColourField
        :label="label"
        :palette="palette"
        :model-value="paint.colour"
        @update:model-value="paint = { kind: 'solid', colour: $event }"
      />
    </div>
    <template v-else-if="paint">
      <div v-for="(stop, index) in paint.stops" :key="index" class="stop">
        <ColourField
          :label="`${label}, colour ${index + 1}`"
          :palette="palette"
          :model-value="stop.colour"
          @update:model-value="setStop(index, { colour: $event })"
        />
        <input
          type="range"
          min="0"
          max="1"
          step="0.01"
          :value="stop.at"
          :aria-label="`Place of colour ${index + 1}`"
          @input="setStop(index, { at: Number(($event.target as HTMLInputElement).value) })"
        />
        <button
          v-if="paint.stops.length > 2"
          type="button"
          class="drop"
          :aria-label="`Remove colour ${index + 1}`"
          @click="dropStop(index)"
        >
          ×
        </button>
      </div>
      <RangeField
        v-if="paint.kind === 'linear'"
        label="Angle"
        :min="-180"
        :max="180"
        :step="5"
        unit="°"
        :model-value="paint.angleDegrees"
        @update:model-value="paint = { ...paint, angleDegrees: $event }"
      />
      <button v-if="paint.stops.length < 6" type="button" class="action quiet more" @click="addStop">
        Add a colour
      </button>
    </template>
  </div>
</template>

<style scoped>
.paint {
  display: grid;
  gap: 4px;
  justify-items: stretch;
}

.stop {
  display: grid;
  grid-template-columns: auto minmax(30px, 1fr) auto;
  gap: 8px;
  align-items: center;
}

.stop input {
  width: 100%;
  height: 16px;
  margin: 0;
  accent-color: var(--accent);
}

.drop {
  padding: 0 4px;
  border: 0;
  background: none;
  cursor: pointer;
}

.more {
  justify-self: start;
}
</style>
