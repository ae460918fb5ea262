<script setup lang="ts">
/** Holes and slots, row by row: what goes through them, how many, and how far from the edges. */
import { computed } from 'vue';
import { freeId } from '../../../core/job';
import {
  clearanceHoles,
  holeFits,
  holeName,
  holePatterns,
  screwIds,
  type Axis,
  type HoleSettings,
} from '../../../core/piece';
import type { PressView } from '../../../engine';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import MeasureInput from '../../shared/MeasureInput.vue';
import MeasureRows from '../../shared/MeasureRows.vue';
import PickList from '../../shared/PickList.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { lengthText } from '../../shared/units';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
defineProps<{ view: PressView }>();
const { job } = useJobAtHand();
const bench = useBench();
const { words } = useWording();
const preferences = usePreferences();
const holes = computed(() => job.value.piece.holes);

const starts: readonly { readonly label: string; readonly hole: Omit<HoleSettings, 'id'> }[] = [
  {
    label: 'Screw holes',
    hole: {
      shape: { kind: 'screw', screw: 'M4', fit: 'medium' },
      pattern: 'two-across',
      xMm: 5,
      yMm: 'middle',
      keepOutMm: 2,
    },
  },
  {
    label: 'Hanging hole',
    hole: { shape: { kind: 'round', diameterMm: 5 }, pattern: 'one', xMm: 'middle', yMm: 6, keepOutMm: 1 },
  },
  {
    label: 'Strap slots',
    hole: {
      shape: { kind: 'slot', lengthMm: 22, widthMm: 4, upright: true },
      pattern: 'two-across',
      xMm: 5,
      yMm: 'middle',
      keepOutMm: 2,
    },
  },
  {
    label: 'Cable-tie slots',
    hole: {
      shape: { kind: 'slot', lengthMm: 6, widthMm: 2.5, upright: true },
      pattern: 'two-across',
      xMm: 4,
      yMm: 'middle',
      keepOutMm: 1,
    },
  },
];

function add(hole: Omit<HoleSettings, 'id'>): void {
  bench.editPiece({ holes: [...holes.value, { ...hole, id: freeId('hole', holes.value) }] }, 'hole-add');
}
function set(id: string, change: Partial<HoleSettings>): void {
  bench.editPiece(
    { holes: holes.value.map((hole) => (hole.id === id ? { ...hole, ...change } : hole)) },
    `hole-${id}`,
  );
}
const setShape = (hole: HoleSettings, change: object): void =>
  set(hole.id, { shape: { ...hole.shape, ...change } as HoleSettings['shape'] });
const remove = (id: string): void =>
  void bench.editPiece({ holes: holes.value.filter((hole) => hole.id !== id) }, 'hole-remove');
const setAxis = (hole: HoleSettings, axis: 'xMm' | 'yMm', value: Axis): void =>
  set(hole.id, { [axis]: value });
const startOf = (axis: 'xMm' | 'yMm'): number =>
  Number(((axis === 'xMm' ? job.value.piece.widthMm : job.value.piece.heightMm) / 2).toFixed(2));
const patternChoices = holePatterns.map((value) => ({ value, label: value }));
const screwChoices = screwIds.map((value) => ({ value, label: value }));
const fitChoices = holeFits.map((value) => ({ value, label: value }));
const slotRows = [
  { key: 'lengthMm', label: 'Length', min: 0.5, max: 1000 },
  { key: 'widthMm', label: 'Slot width', min: 0.3, max: 500 },
] as const;
</script>

<template>
  <div class="holes">
    <div class="add">
      <h2 class="heading">Add</h2>
      <button
        v-for="start in starts"
        :key="start.label"
        type="button"
        class="action"
        @click="add(start.hole)"
      >
        {{ start.label }}
      </button>
      <p class="note">Distances are to the middle of the first hole; the others mirror it.</p>
    </div>
    <p v-if="holes.length === 0" class="note empty">This piece has no holes.</p>
    <article v-for="hole in holes" :key="hole.id" :aria-label="words(holeName(hole))">
      <header>
        <h3>{{ words(holeName(hole)) }}</h3>
        <button type="button" class="action quiet" @click="remove(hole.id)">Remove</button>
      </header>
      <template v-if="hole.shape.kind === 'screw'">
        <div class="line">
          <span>For screw</span>
          <PickList
            label="Screw"
            :choices="screwChoices"
            :model-value="hole.shape.screw"
            @update:model-value="setShape(hole, { screw: $event })"
          />
          <span class="measure">{{
            lengthText(clearanceHoles[hole.shape.screw][hole.shape.fit], preferences.unit)
          }}</span>
        </div>
        <ChoiceRow
          label="Clearance by ISO 273"
          :choices="fitChoices"
          :model-value="hole.shape.fit"
          @update:model-value="setShape(hole, { fit: $event })"
        />
      </template>
      <MeasureInput
        v-else-if="hole.shape.kind === 'round'"
        label="Diameter"
        :mm="hole.shape.diameterMm"
        :min-mm="0.3"
        :max-mm="500"
        :step-mm="0.5"
        @change="setShape(hole, { diameterMm: $event })"
      />
      <template v-else>
        <MeasureRows :of="hole.shape" :rows="slotRows" @change="setShape(hole, $event)" />
        <SwitchField
          label="Upright"
          :model-value="hole.shape.upright"
          @update:model-value="setShape(hole, { upright: $event })"
        />
      </template>
      <ChoiceRow
        label="How many"
        :choices="patternChoices"
        :model-value="hole.pattern"
        @update:model-value="
          set(hole.id, {
            pattern: $event,
            ...($event === 'corners' && hole.xMm === 'middle' ? { xMm: 5 } : {}),
            ...($event === 'corners' && hole.yMm === 'middle' ? { yMm: 5 } : {}),
          })
        "
      />
      <div v-for="axis in ['xMm', 'yMm'] as const" :key="axis" class="axis">
        <MeasureInput
          v-if="hole[axis] !== 'middle'"
          :label="axis === 'xMm' ? 'From the side' : 'From the top'"
          :mm="hole[axis] as number"
          :min-mm="-5000"
          :max-mm="5000"
          :step-mm="0.5"
          @change="setAxis(hole, axis, $event)"
        />
        <SwitchField
          :label="axis === 'xMm' ? 'middle across' : 'middle down'"
          :model-value="hole[axis] === 'middle'"
          @update:model-value="setAxis(hole, axis, $event ? 'middle' : Math.min(6, startOf(axis)))"
        />
      </div>
      <MeasureInput
        label="Keep free"
        :mm="hole.keepOutMm"
        :min-mm="0"
        :max-mm="100"
        :step-mm="0.5"
        @change="set(hole.id, { keepOutMm: $event })"
      />
    </article>
  </div>
</template>

<style scoped>
.holes {
  display: flex;
  min-width: 0;
  overflow-x: auto;
}

.add {
  display: grid;
  flex: 0 0 170px;
  align-content: start;
  gap: 6px;
  padding: 12px 16px;
}

.empty {
  padding: 14px 16px;
}

article {
  display: grid;
  flex: 0 0 270px;
  align-content: start;
  gap: 6px;
  padding: 12px 16px;
  border-left: 1px solid var(--rule-soft);
}

header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}

h3 {
  font-size: var(--text-note);
  font-weight: 600;
}

.line {
  display: grid;
  grid-template-columns: minmax(84px, auto) minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  font-size: var(--text-note);
}

.axis {
  display: grid;
  gap: 2px;
}
</style>
