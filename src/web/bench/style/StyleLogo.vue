<script setup lang="ts">
/** A logo in the code: where it comes from, its size and place, and what it costs. */
import { computed, ref } from 'vue';
import { isDrawnByModules, type LogoSettings, type LogoWay, logoWays, withWay } from '../../../core/logo';
import type { PressView } from '../../../engine';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import RangeField from '../../shared/RangeField.vue';
import { useBench } from '../../stores/bench';
import { useStageNote } from '../../stores/stageNotes';
import LogoBudget from './LogoBudget.vue';
import LogoMatch from './LogoMatch.vue';
import LogoWaysDialog from './LogoWaysDialog.vue';
import { wayNames } from './logoWays';
import LogoSourcePicker from './LogoSourcePicker.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const bench = useBench();
useStageNote('logo');
const logo = computed(() => code.value.logo);

function setLogo(change: Partial<LogoSettings>, key: string): void {
  if (logo.value !== null) bench.editCode({ logo: { ...logo.value, ...change } }, `logo-${key}`);
}

function setInk(change: Partial<LogoSettings['ink']>, key: string): void {
  if (logo.value !== null) setLogo({ ink: { ...logo.value.ink, ...change } }, key);
}

const shapeChoices = [
  { value: 'box', label: 'square' },
  { value: 'rounded', label: 'rounded' },
  { value: 'circle', label: 'circle' },
  { value: 'outline', label: 'its outline' },
] as const;

/** Each way begins with a size at which it works; the one that was left is found again. */
const shares: Partial<Record<LogoWay, number>> = {};
function setWay(by: LogoWay): void {
  if (logo.value === null || logo.value.by === by) return;
  shares[logo.value.by] = logo.value.share;
  const next = withWay(logo.value, by);
  setLogo({ ...next, share: shares[by] ?? next.share }, 'by');
}
const wayChoices = logoWays.map((value) => ({
  value,
  label: wayNames[value].name,
  hint: wayNames[value].hint,
}));
const comparing = ref(false);
const isDrawn = computed(() => isDrawnByModules(logo.value));
const printsColours = computed(
  () => job.value.making.pair.machine.inks === 'process' && !job.value.making.reversed,
);
const isFile = computed(() => logo.value?.source.kind === 'drawing' || logo.value?.source.kind === 'picture');
/** Threshold and background matter only where colours become one kind of mark, or parts that are dark or light. */
const isOneInk = computed(
  () => isFile.value && (isDrawn.value || !(printsColours.value && logo.value?.ink.keepsColours)),
);
const size = computed(() => props.view.made?.sizeModules ?? 21);
const place = computed(() =>
  logo.value === null || logo.value.place === 'middle'
    ? { columns: size.value / 2, rows: size.value / 2 }
    : logo.value.place,
);
function move(change: Partial<{ columns: number; rows: number }>): void {
  setLogo({ place: { ...place.value, ...change } }, 'place');
}
</script>

<template>
  <div class="columns">
    <section>
      <LogoSourcePicker />
    </section>
    <template v-if="logo">
      <section>
        <h2 class="heading">Size and place</h2>
        <RangeField
          label="Size"
          :min="0.04"
          :max="isDrawn ? 1 : 0.6"
          :step="0.005"
          :scale="100"
          unit="%"
          :model-value="logo.share"
          @update:model-value="setLogo({ share: $event }, 'share')"
        />
        <RangeField
          label="Margin"
          :min="0"
          :max="3"
          :step="0.1"
          unit="X"
          :model-value="logo.marginModules"
          @update:model-value="setLogo({ marginModules: $event }, 'margin')"
        />
        <div class="line">
          <span class="note">Place</span>
          <ChoiceRow
            label="Place of the logo"
            :model-value="logo.place === 'middle'"
            :choices="[
              { value: true, label: 'in the middle' },
              { value: false, label: 'elsewhere' },
            ]"
            @update:model-value="setLogo({ place: $event ? 'middle' : { ...place } }, 'place')"
          />
        </div>
        <template v-if="logo.place !== 'middle'">
          <RangeField
            label="Column"
            :min="0"
            :max="size"
            :step="0.5"
            unit="X"
            :model-value="place.columns"
            @update:model-value="move({ columns: $event })"
          />
          <RangeField
            label="Row"
            :min="0"
            :max="size"
            :step="0.5"
            unit="X"
            :model-value="place.rows"
            @update:model-value="move({ rows: $event })"
          />
        </template>
        <div class="line">
          <span class="note">Drawn</span>
          <ChoiceRow
            label="How the logo comes about"
            :model-value="logo.by"
            :choices="wayChoices"
            @update:model-value="setWay($event)"
          />
        </div>
        <button type="button" class="action beside" @click="comparing = true">Compare them…</button>
        <LogoWaysDialog v-model="comparing" />
      </section>
      <section>
        <h2 class="heading">{{ isDrawn ? 'Light area around it' : 'Clear space' }}</h2>
        <ChoiceRow
          label="Shape of the clear space"
          :model-value="logo.knockOut.shape"
          :choices="shapeChoices"
          @update:model-value="setLogo({ knockOut: { ...logo.knockOut, shape: $event } }, 'shape')"
        />
        <SwitchField
          v-if="!isDrawn"
          label="Remove whole modules, cut none"
          :model-value="logo.knockOut.wholeModules"
          @update:model-value="setLogo({ knockOut: { ...logo.knockOut, wholeModules: $event } }, 'whole')"
        />
        <template v-if="isFile">
          <h2 class="heading">Its colours</h2>
          <SwitchField
            v-if="printsColours && logo.by !== 'free-bits'"
            label="Print it in its own colours"
            :model-value="logo.ink.keepsColours"
            @update:model-value="setInk({ keepsColours: $event }, 'colours')"
          />
          <template v-if="isOneInk">
            <RangeField
              label="Threshold"
              :min="0.02"
              :max="0.98"
              :step="0.01"
              :scale="100"
              unit="%"
              :model-value="logo.ink.threshold"
              @update:model-value="setInk({ threshold: $event }, 'threshold')"
            />
            <SwitchField
              label="Mark its light parts instead"
              :model-value="logo.ink.inverted"
              @update:model-value="setInk({ inverted: $event }, 'inverted')"
            />
          </template>
          <template v-if="logo.source.kind === 'picture'">
            <SwitchField
              label="Remove the plain background"
              :model-value="logo.ink.groundTolerance !== null"
              @update:model-value="setInk({ groundTolerance: $event ? 0.15 : null }, 'ground')"
            />
            <RangeField
              v-if="logo.ink.groundTolerance !== null"
              label="Tolerance"
              :min="0"
              :max="0.6"
              :step="0.01"
              :scale="100"
              unit="%"
              :model-value="logo.ink.groundTolerance"
              @update:model-value="setInk({ groundTolerance: $event }, 'ground')"
            />
          </template>
        </template>
      </section>
      <section>
        <LogoMatch v-if="isDrawn" :view="view" />
        <LogoBudget v-else :view="view" />
      </section>
    </template>
    <section v-else class="none">
      <p class="note">
        No logo yet. A logo covers part of the code, which then has less in reserve for scratches. You see
        here how much it uses before anything is made.
      </p>
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped src="./logoCost.css"></style>
<style scoped>
.columns {
  grid-template-columns: 1.15fr 1.1fr 0.95fr 1.2fr;
}

section {
  gap: 5px;
  padding: 10px 14px;
}

.line {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}

.beside {
  justify-self: start;
}

.none {
  grid-column: 2 / 4;
}
</style>
