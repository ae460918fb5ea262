<script setup lang="ts">
/** Colours of modules, finder patterns and ground, with the contrast that they leave. */
import { computed, ref, shallowRef, watch } from 'vue';
import type { FinderPaint, Ground, Paint, StylePaint } from '../../../core/artwork';
import type { PressView } from '../../../engine';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import { useEngine } from '../../shared/engine';
import PaintField from '../../shared/PaintField.vue';
import { useBench } from '../../stores/bench';
import { useStageNote } from '../../stores/stageNotes';
import { finderPlaces, useFinders } from './useFinders';
import GroundField from './GroundField.vue';
import { useAttempt } from '../../shared/useAttempt';
import PaintContrast from './PaintContrast.vue';
import { useJobAtHand } from '../jobAtHand';

defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const bench = useBench();
useStageNote('weakest');
const paint = computed(() => code.value.style.paint);
const machine = computed(() => job.value.making.pair.machine);
const printsColours = computed(() => machine.value?.inks === 'process' && !job.value.making.reversed);

function setPaint(change: Partial<StylePaint>, key: string): void {
  bench.editCode({ style: { ...code.value.style, paint: { ...paint.value, ...change } } }, `paint-${key}`);
}

const part = ref<keyof FinderPaint>('ring');
const { place, finder, choose, withFinder } = useFinders<FinderPaint>(
  () => paint.value.finders,
  (finders) => setPaint({ finders }, 'finders'),
);

const setFinder = (changedPart: keyof FinderPaint, value: Paint | null): void =>
  setPaint({ finders: withFinder({ ...finder.value, [changedPart]: value }) }, changedPart);

const setGround = (ground: Ground): void => setPaint({ ground }, 'ground');

/** Colours at hand: the demo world's own, and those of logo and ground. */
const usual = ['#1f7a6d', '#22303a', '#14385c', '#7a2e1f', '#4a2f6b', '#f4efdf', '#dcebf2'];
const { attempt } = useAttempt();
const own = shallowRef<readonly string[]>([]);
watch(
  () => JSON.stringify([code.value.logo?.source, paint.value.ground]),
  () =>
    // Without them the usual colours are there.
    void attempt(async () => {
      own.value = await useEngine().desk.palette(job.value, code.value.id);
    }),
  { immediate: true },
);
const palette = computed(() => [...own.value, ...usual]);
</script>

<template>
  <div v-if="printsColours" class="columns">
    <section>
      <h2 class="heading">Modules</h2>
      <PaintField
        label="Paint of the modules"
        none="machine black"
        start="#14385c"
        second="#1f7a6d"
        :palette="palette"
        :model-value="paint.modules"
        @update:model-value="setPaint({ modules: $event }, 'modules')"
      />
    </section>
    <section>
      <h2 class="heading">Finder patterns</h2>
      <ChoiceRow
        label="Which finder pattern is painted"
        :model-value="place"
        :choices="finderPlaces"
        @update:model-value="choose"
      />
      <ChoiceRow
        v-model="part"
        label="Part of the finder pattern"
        :choices="[
          { value: 'ring', label: 'ring' },
          { value: 'centre', label: 'centre' },
        ]"
      />
      <PaintField
        :key="part"
        :label="`Paint of the ${part}`"
        none="like modules"
        start="#1f7a6d"
        second="#14385c"
        :palette="palette"
        :model-value="finder[part]"
        @update:model-value="setFinder(part, $event)"
      />
    </section>
    <section>
      <h2 class="heading">Background</h2>
      <GroundField :model-value="paint.ground" :palette="palette" @update:model-value="setGround" />
    </section>
    <section>
      <PaintContrast :view="view" />
    </section>
  </div>
  <div v-else class="columns">
    <section class="none">
      <h2 class="heading">One kind of mark</h2>
      <p>
        {{
          job.making.reversed
            ? 'A reversed code is printed in one ink, so colours would do nothing.'
            : `${machine?.name ?? 'This machine'} makes one kind of mark, so colours would do nothing here.`
        }}
        Colours are offered for machines that print them, such as an ink-jet printer.
      </p>
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 1fr 1.15fr 1fr 1.05fr;
}

section {
  gap: 5px;
  padding: 10px 14px;
}

.none {
  grid-column: 1 / 3;
}
</style>
