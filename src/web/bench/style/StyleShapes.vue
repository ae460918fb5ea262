<script setup lang="ts">
/** The shapes of modules and patterns, every parameter on its own. */
import { computed } from 'vue';
import {
  usualRound,
  type FinderShape,
  type FinderStyle,
  type ModuleStyle,
  type Style,
} from '../../../core/artwork';
import type { PressView } from '../../../engine';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import { choicesOf } from '../../shared/choicesOf';
import PickList from '../../shared/PickList.vue';
import RangeField from '../../shared/RangeField.vue';
import { useBench } from '../../stores/bench';
import { finderPlaces, useFinders } from './useFinders';
import StyleFitness from './StyleFitness.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { useJobAtHand } from '../jobAtHand';

defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const style = computed(() => code.value.style);
const modules = computed(() => style.value.modules);

function setStyle(change: Partial<Style>, key: string): void {
  bench.editCode({ style: { ...style.value, ...change } }, key);
}

function setModules(change: Partial<ModuleStyle>, key: string): void {
  setStyle({ modules: { ...modules.value, ...change } }, `style-${key}`);
}

const { place, finder, choose, withFinder } = useFinders<FinderStyle>(
  () => style.value.finders,
  (finders) => setStyle({ finders }, 'style-finders'),
);

function setFinder(part: keyof FinderStyle, change: Partial<FinderShape>): void {
  const changed = { ...finder.value, [part]: { ...finder.value[part], ...change } };
  setStyle({ finders: withFinder(changed) }, `style-finder-${part}`);
}

/** The next filling; the same number always gives the same. */
function fillAnew(): void {
  const { round } = style.value;
  if (round !== null) setStyle({ round: { ...round, seed: (round.seed + 1) % 1_000_000 } }, 'round-seed');
}

function roundThePiece(): void {
  const { widthMm, heightMm } = job.value.piece;
  const side = Math.min(widthMm, heightMm);
  bench.editPiece({ outline: { kind: 'circle' }, widthMm: side, heightMm: side }, 'outline');
}

const cornerChoices = choicesOf<ModuleStyle['corner']>({
  round: 'round',
  cut: 'cut',
  scoop: 'scooped',
});
const whichCorners = choicesOf<ModuleStyle['corners']>({
  all: 'all corners',
  falling: 'upper left and lower right',
  rising: 'lower left and upper right',
  upper: 'upper corners',
  lower: 'lower corners',
  left: 'left corners',
  right: 'right corners',
});
/** Of a finder pattern. */
const finderCornerKinds = choicesOf<FinderShape['corner']>({ round: 'round', cut: 'cut' });
const joinChoices = choicesOf<ModuleStyle['join']>({
  none: 'apart',
  rows: 'in rows',
  columns: 'in columns',
  all: 'all',
});
const finderCornerChoices = choicesOf<FinderShape['corners']>({
  all: 'all corners',
  outer: 'the outer corner',
  inner: 'the inner corner',
  sides: 'the two at the sides',
  'not-inner': 'all but the inner',
  'not-outer': 'all but the outer',
});
const diagonalChoices = choicesOf<ModuleStyle['diagonal']>({
  gap: 'part',
  bridge: 'bridge',
});
/** Bridges exist only where everything is joined; apart or in rows, corners are always parted. */
const hasDiagonal = computed(() => modules.value.join === 'all');
</script>

<template>
  <div class="columns">
    <section>
      <h2 class="heading">Modules</h2>
      <RangeField
        label="Fill"
        :min="0.5"
        :max="1"
        :step="0.01"
        :scale="100"
        unit="%"
        :model-value="modules.fill"
        @update:model-value="setModules({ fill: $event }, 'fill')"
      />
      <RangeField
        label="Corner"
        :min="0"
        :max="0.5"
        :step="0.01"
        :scale="100"
        unit="%"
        :model-value="modules.cornerSize"
        @update:model-value="setModules({ cornerSize: $event }, 'corner-size')"
      />
      <template v-if="modules.cornerSize > 0">
        <ChoiceRow
          label="Kind of corner"
          :model-value="modules.corner"
          :choices="cornerChoices"
          @update:model-value="setModules({ corner: $event }, 'corner')"
        />
        <PickList
          label="Which corners of a module"
          :choices="whichCorners"
          :model-value="modules.corners"
          @update:model-value="setModules({ corners: $event }, 'corners')"
        />
      </template>
      <SwitchField
        label="Round outline"
        :model-value="style.round !== null"
        @update:model-value="setStyle({ round: $event ? usualRound : null }, 'round')"
        ><button v-if="style.round" type="button" class="action quiet" @click="fillAnew">
          fill anew
        </button></SwitchField
      >
      <button
        v-if="style.round && job.piece.outline.kind === 'rectangle'"
        type="button"
        class="action suggestion"
        @click="roundThePiece"
      >
        Make the piece a circle too
      </button>
      <RangeField
        v-if="style.round"
        label="Quiet zone"
        :min="1"
        :max="8"
        :step="1"
        unit="X"
        :model-value="style.round.quietModules"
        @update:model-value="
          style.round &&
          setStyle({ round: { ...style.round, quietModules: Math.round($event) } }, 'round-quiet')
        "
      />
    </section>
    <section>
      <h2 class="heading">Neighbours joined</h2>
      <ChoiceRow
        label="Joined"
        :model-value="modules.join"
        :choices="joinChoices"
        @update:model-value="setModules({ join: $event }, 'join')"
      />
      <template v-if="hasDiagonal">
        <RangeField
          label="Inner fillet"
          :min="0"
          :max="0.5"
          :step="0.01"
          unit="X"
          :model-value="modules.innerFillet"
          @update:model-value="setModules({ innerFillet: $event }, 'fillet')"
        />
        <div class="part">
          <span class="note">Touching</span>
          <ChoiceRow
            label="Corners that only touch"
            :model-value="modules.diagonal"
            :choices="diagonalChoices"
            @update:model-value="setModules({ diagonal: $event }, 'diagonal')"
          />
        </div>
        <RangeField
          :label="modules.diagonal === 'gap' ? 'Gap' : 'Bridge'"
          :min="0"
          :max="0.4"
          :step="0.01"
          unit="X"
          :model-value="modules.diagonalModules"
          @update:model-value="setModules({ diagonalModules: $event }, 'diagonal-width')"
        />
      </template>
      <p v-if="view.made" class="note">
        {{ view.made.outlineCount }} outlines, {{ view.made.nodeCount }} nodes:
        {{ (view.made.nodeCount / view.made.plainNodeCount).toFixed(2) }} × plain squares
      </p>
    </section>
    <section>
      <h2 class="heading">Finder patterns</h2>
      <ChoiceRow
        label="Which finder pattern"
        :model-value="place"
        :choices="finderPlaces"
        @update:model-value="choose"
      />
      <template v-for="part in ['ring', 'centre'] as const" :key="part">
        <div class="finder">
          <span class="note">{{ part === 'ring' ? 'Ring' : 'Centre' }}</span>
          <ChoiceRow
            :label="`Kind of corner of the ${part}`"
            :model-value="finder[part].corner"
            :choices="finderCornerKinds"
            @update:model-value="setFinder(part, { corner: $event as FinderShape['corner'] })"
          />
          <PickList
            v-if="finder[part].cornerModules > 0"
            :label="`Which corners of the ${part}`"
            :choices="finderCornerChoices"
            :model-value="finder[part].corners"
            @update:model-value="setFinder(part, { corners: $event })"
          />
        </div>
        <RangeField
          label="Corner"
          :min="0"
          :max="part === 'ring' ? 3.5 : 1.5"
          :step="0.05"
          unit="X"
          :model-value="finder[part].cornerModules"
          @update:model-value="setFinder(part, { cornerModules: $event })"
        />
      </template>
      <div class="part">
        <span class="note">Alignment</span>
        <ChoiceRow
          label="Alignment patterns"
          :model-value="style.alignment"
          :choices="[
            { value: 'solid', label: 'solid' },
            { value: 'finders', label: 'like finders' },
            { value: 'modules', label: 'like modules' },
          ]"
          @update:model-value="setStyle({ alignment: $event }, 'style-alignment')"
        />
      </div>
    </section>
    <section>
      <StyleFitness :look="style" />
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 1fr 1.05fr 1.35fr 0.95fr;
}

section {
  gap: 5px;
  padding: 10px 14px;
}

.part {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}

.finder {
  display: grid;
  grid-template-columns: 84px auto minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  min-height: 25px;
}
</style>
