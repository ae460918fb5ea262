<script setup lang="ts">
/** Where what is held lies: from the edges, lined up with the piece or with other things, turned, in order. */
import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceBetween,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceBetween,
  ArrowDown,
  ArrowUp,
  Copy,
  RotateCw,
  Trash2,
} from '@lucide/vue';
import { computed, ref, type Component } from 'vue';
import { alignedWith, alignments, distributed, type Alignment, type Axis } from '../../../core/piece';
import type { PressView } from '../../../engine';
import ColourField from '../../shared/ColourField.vue';
import MeasureInput from '../../shared/MeasureInput.vue';
import PickList from '../../shared/PickList.vue';
import RangeField from '../../shared/RangeField.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { useBench } from '../../stores/bench';
import type { Things } from '../useThings';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView; things: Things }>();
const { job, code } = useJobAtHand();
defineEmits<{ copy: []; reorder: [step: 1 | -1] }>();
const bench = useBench();

const held = computed(() => props.things.held.value);
const item = computed(() => job.value.piece.items.find(({ id }) => id === held.value?.id) ?? null);
const settings = computed(() => {
  if (held.value?.kind === 'code') return code.value.placement;
  return item.value?.kind === 'words' || item.value?.kind === 'art' ? item.value : null;
});
const inColour = computed(() => job.value.making.pair.machine.inks === 'process');
const place = (change: { xMm?: Axis; yMm?: Axis }): void => props.things.place(change, 'place');

/** What to line up with: the piece, or another thing. */
const against = ref('piece');
const others = computed(() => props.things.all.value.filter(({ id }) => id !== held.value?.id));
const againstChoices = computed(() => [
  { value: 'piece', label: 'Line up with the piece' },
  ...others.value.map(({ id, name }) => ({ value: id, label: `Line up with ${name}` })),
]);
const alignmentWords: Readonly<Record<Alignment, string>> = {
  left: 'Left edges in line',
  centre: 'Middles in line, one above the other',
  right: 'Right edges in line',
  top: 'Top edges in line',
  middle: 'Middles in line, side by side',
  bottom: 'Bottom edges in line',
};
const alignmentIcons: Readonly<Record<Alignment, Component>> = {
  left: AlignStartVertical,
  centre: AlignCenterVertical,
  right: AlignEndVertical,
  top: AlignStartHorizontal,
  middle: AlignCenterHorizontal,
  bottom: AlignEndHorizontal,
};
function align(alignment: Alignment): void {
  const thing = held.value;
  const { made } = props.view;
  if (thing === null || made === null) return;
  const isMiddle = alignment === 'centre' || alignment === 'middle';
  const other = others.value.find(({ id }) => id === against.value);
  if (other === undefined && isMiddle) {
    place(alignment === 'centre' ? { xMm: 'middle' } : { yMm: 'middle' });
    return;
  }
  const box = other?.box ?? { x: 0, y: 0, width: made.widthMm, height: made.heightMm };
  const { axis, at } = alignedWith(thing.box, box, alignment);
  place({ [axis === 'x' ? 'xMm' : 'yMm']: Number(at.toFixed(3)) });
}

/** All free things along an axis, with the same distance between neighbours. */
function distribute(axis: 'x' | 'y'): void {
  const free = props.things.all.value.filter(({ isFree }) => isFree);
  const places = distributed(
    free.map(({ box }) => box),
    axis,
  );
  const key = axis === 'x' ? 'xMm' : 'yMm';
  const at = new Map(free.map(({ id }, index) => [id, Number(places[index]!.toFixed(3))]));
  const { codes, piece } = job.value;
  const moved = <Part extends { id: string }>(part: Part, set: (mm: number) => Part): Part => {
    const mm = at.get(part.id);
    return mm === undefined ? part : set(mm);
  };
  bench.edit(
    {
      ...job.value,
      codes: codes.map((code) =>
        moved(code, (mm) => ({ ...code, placement: { ...code.placement, [key]: mm } })),
      ),
      piece: {
        ...piece,
        items: piece.items.map((own) => moved(own, (mm) => ({ ...own, [key]: mm }))),
      },
    },
    'distribute',
  );
}

const shadow = computed(() => job.value.piece.shadow);
const usualShadow = { rightMm: 0.6, downMm: 0.8, blurMm: 0.7, opacity: 0.4 };
</script>

<template>
  <section>
    <div class="head">
      <h2 class="heading">Place</h2>
      <div class="tools">
        <template v-if="item">
          <button type="button" aria-label="Under" title="Under" @click="$emit('reorder', -1)">
            <ArrowDown />
          </button>
          <button type="button" aria-label="Over" title="Over" @click="$emit('reorder', 1)">
            <ArrowUp />
          </button>
          <button type="button" aria-label="Copy" title="Copy" @click="$emit('copy')"><Copy /></button>
        </template>
        <button
          v-if="item || job.codes.length > 1"
          type="button"
          aria-label="Remove"
          title="Remove (Del)"
          @click="things.removeHeld()"
        >
          <Trash2 />
        </button>
      </div>
    </div>
    <template v-if="held && settings">
      <div v-for="axis in ['xMm', 'yMm'] as const" :key="axis" class="axis">
        <MeasureInput
          :label="axis === 'xMm' ? 'From the left' : 'From the top'"
          :mm="axis === 'xMm' ? held.box.x : held.box.y"
          :min-mm="-5000"
          :max-mm="5000"
          :step-mm="0.1"
          @change="place({ [axis]: $event })"
        />
        <SwitchField
          label="middle"
          :model-value="settings[axis] === 'middle'"
          @update:model-value="
            place({
              [axis]: $event ? 'middle' : Number((axis === 'xMm' ? held.box.x : held.box.y).toFixed(2)),
            })
          "
        />
      </div>
      <div class="turn">
        <RangeField
          label="Turn"
          :min="-180"
          :max="180"
          :step="1"
          unit="°"
          :model-value="settings.turnDegrees"
          @update:model-value="things.turnTo($event)"
        />
        <button
          type="button"
          aria-label="A quarter turn"
          title="A quarter turn (T)"
          @click="things.turnTo(settings.turnDegrees + 90)"
        >
          <RotateCw />
        </button>
      </div>
      <div class="align">
        <PickList v-model="against" class="against" label="Line up with" :choices="againstChoices" />
        <button
          v-for="alignment in alignments"
          :key="alignment"
          type="button"
          :aria-label="alignmentWords[alignment]"
          :title="alignmentWords[alignment]"
          @click="align(alignment)"
        >
          <component :is="alignmentIcons[alignment]" />
        </button>
        <button type="button" aria-label="Even gaps across" title="Even gaps across" @click="distribute('x')">
          <AlignHorizontalSpaceBetween />
        </button>
        <button type="button" aria-label="Even gaps down" title="Even gaps down" @click="distribute('y')">
          <AlignVerticalSpaceBetween />
        </button>
      </div>
    </template>
    <p v-else class="note">It follows what it is around, and has no place of its own.</p>
    <SwitchField
      v-if="item && inColour"
      label="Own colour"
      :model-value="item.colour !== null"
      @update:model-value="bench.editItem(item.id, { colour: $event ? '#14385c' : null }, 'colour')"
    >
      <ColourField
        v-if="item.colour !== null"
        label="Colour"
        :palette="[]"
        :model-value="item.colour"
        @update:model-value="bench.editItem(item.id, { colour: $event }, 'colour')"
      />
    </SwitchField>
    <template v-if="item && inColour">
      <SwitchField
        label="Drop shadow under all things"
        :model-value="shadow !== null"
        @update:model-value="bench.editPiece({ shadow: $event ? usualShadow : null }, 'shadow')"
      />
      <template v-if="shadow">
        <MeasureInput
          label="Right"
          :mm="shadow.rightMm"
          :min-mm="-5"
          :max-mm="5"
          :step-mm="0.1"
          @change="bench.editPiece({ shadow: { ...shadow, rightMm: $event } }, 'shadow')"
        />
        <MeasureInput
          label="Down"
          :mm="shadow.downMm"
          :min-mm="-5"
          :max-mm="5"
          :step-mm="0.1"
          @change="bench.editPiece({ shadow: { ...shadow, downMm: $event } }, 'shadow')"
        />
        <MeasureInput
          label="Softness"
          :mm="shadow.blurMm"
          :min-mm="0"
          :max-mm="5"
          :step-mm="0.1"
          @change="bench.editPiece({ shadow: { ...shadow, blurMm: $event } }, 'shadow')"
        />
        <RangeField
          label="Strength"
          :min="0.05"
          :max="1"
          :step="0.05"
          :scale="100"
          unit="%"
          :model-value="shadow.opacity"
          @update:model-value="bench.editPiece({ shadow: { ...shadow, opacity: $event } }, 'shadow')"
        />
        <p class="note">Soft by nature, so it is a picture in the file, not an outline.</p>
      </template>
    </template>
  </section>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
section {
  border-left: 1px solid var(--rule-soft);
}

.head,
.turn {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px;
  align-items: center;
}

.tools {
  display: flex;
}

.tools button,
.align button,
.turn button {
  padding: 2px 5px;
  border: 0;
  background: none;
  cursor: pointer;
}

.tools svg,
.align svg,
.turn svg {
  display: block;
  width: 15px;
  height: 15px;
}

.axis {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
}

.align {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
}

.against {
  flex-basis: 100%;
}

.align button:hover {
  background: var(--paper-sunk);
}
</style>
