<script setup lang="ts">
/** How the piece is made beside what is marked: what this machine can do with it. */
import { computed, shallowRef, watch } from 'vue';
import { pairOfJob, type Job } from '../../../core/job';
import { machineKinds, printsOnClear, type SolidSettings } from '../../../core/plan';
import type { MarkingWays, PressView } from '../../../engine';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import ColourField from '../../shared/ColourField.vue';
import MeasureInput from '../../shared/MeasureInput.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { useEngine } from '../../shared/engine';
import { areaText, durationText, pathText } from '../../shared/units';
import { useAttempt } from '../../shared/useAttempt';
import { valueText } from '../../shared/valueText';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
const props = defineProps<{ view: PressView }>();
const { job } = useJobAtHand();
const bench = useBench();
const preferences = usePreferences();

const making = computed(() => job.value.making);
const pair = computed(() => making.value.pair);
const kind = computed(() => machineKinds[pair.value.machine.kind]);
const isClear = computed(() => printsOnClear(pair.value));
const body = computed(() => props.view.made?.body ?? null);
const loose = computed(() => props.view.made?.loose ?? null);
const says = (mm: number): string => valueText(mm, 'mm', preferences.unit);

function setMaking(change: Partial<Job['making']>, key: string): void {
  bench.edit({ ...job.value, making: { ...making.value, ...change } }, key);
}
const setSolid = (change: Partial<SolidSettings>, key: string): void =>
  setMaking({ solid: { ...making.value.solid, ...change } }, key);

/** What the machine has to do either way; looked at beside the bench, whenever the job changes. */
const ways = shallowRef<MarkingWays | null>(null);
const { problem, attempt } = useAttempt();
watch(
  job,
  (asked) =>
    void attempt(async () => {
      const found = await useEngine().desk.ways(asked);
      if (job.value === asked) ways.value = found;
    }),
  { immediate: true },
);
const wayRows = computed(() => {
  if (ways.value === null || props.view.made === null) return [];
  const isDark = pairOfJob(job.value).markTone === 'darker';
  const { markSeconds } = props.view.made;
  return [
    {
      name: isDark ? 'Mark dark: the dark modules' : 'Mark light: light modules, quiet zone',
      isBest: true,
      way: ways.value.normal,
      seconds: markSeconds.normal,
    },
    {
      name: isDark ? 'Reversed: the light modules' : 'Reversed: the dark modules',
      isBest: false,
      way: ways.value.reversed,
      seconds: markSeconds.reversed,
    },
  ];
});

const forms = [
  { value: 'relief', label: 'stand on it' },
  { value: 'recess', label: 'lie sunk in it' },
  { value: 'inlay', label: 'lie flush in it' },
] as const;
const usualPaints = ['#1C1A17', '#F2F2F0', '#9B1C1C', '#1D3E6E'];
</script>

<template>
  <div class="columns">
    <section>
      <h2 class="heading">Ways to mark it</h2>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <dl v-for="{ name, isBest, way, seconds } in wayRows" :key="name" class="way">
        <dt>{{ name }}<span v-if="isBest" class="note"> · recommended</span></dt>
        <dd class="measure">
          {{ areaText(way.areaMm2, preferences.unit)
          }}<template v-if="seconds !== null"> · {{ durationText(seconds) }}</template> ·
          {{ way.paths }} paths<template v-if="way.lengthMm !== null">
            · {{ pathText(way.lengthMm, preferences.unit) }} of lines</template
          >
        </dd>
      </dl>
    </section>
    <section v-if="kind.takesPaint">
      <h2 class="heading">Paint in the marks</h2>
      <SwitchField
        label="Fill the marks with paint"
        :model-value="making.paintFill !== null"
        @update:model-value="
          setMaking({ paintFill: $event ? { colour: usualPaints[0]! } : null }, 'paint-fill')
        "
      />
      <ColourField
        v-if="making.paintFill"
        label="Colour of the paint"
        :model-value="making.paintFill.colour"
        :palette="usualPaints"
        @update:model-value="setMaking({ paintFill: { colour: $event } }, 'paint-fill')"
      />
      <p class="note">
        A step of its own: mark, let the paint run in, wipe the surface. It turns a pale mark into a strong
        one.
      </p>
    </section>
    <section v-if="isClear">
      <h2 class="heading">Under the code</h2>
      <SwitchField
        label="Print white under the codes"
        :model-value="making.whiteGround"
        @update:model-value="setMaking({ whiteGround: $event }, 'white-ground')"
      />
      <p class="note">
        The film is clear. Without white, whatever lies behind it is the background of the code.
      </p>
    </section>
    <section v-if="kind.leaves === 'openings'">
      <h2 class="heading">Bridges</h2>
      <SwitchField
        label="Hold by bridges what would fall out"
        :model-value="making.bridged"
        @update:model-value="setMaking({ bridged: $event }, 'bridged')"
      />
      <p v-if="loose" class="note">
        {{ loose.looseParts }} parts would fall out; {{ loose.bridges }} bridges of
        {{ says(loose.bridgeMm) }} hold them. The width is a value of the machine.
      </p>
    </section>
    <template v-if="kind.leaves === 'body'">
      <section>
        <h2 class="heading">Marks on the body</h2>
        <ChoiceRow
          label="The marks"
          :choices="forms"
          :model-value="making.solid.form"
          @update:model-value="setSolid({ form: $event }, 'solid-form')"
        />
        <MeasureInput
          :label="making.solid.form === 'relief' ? 'Height of the marks' : 'Depth of the marks'"
          :mm="making.solid.markMm"
          :min-mm="0.05"
          :max-mm="20"
          :step-mm="pair.machine.layerMm ?? 0.1"
          @change="setSolid({ markMm: $event }, 'solid-mark')"
        />
        <MeasureInput
          label="Base"
          :mm="making.solid.baseMm"
          :min-mm="0.2"
          :max-mm="100"
          :step-mm="pair.machine.layerMm ?? 0.1"
          @change="setSolid({ baseMm: $event }, 'solid-base')"
        />
        <SwitchField
          label="Print it with the marks on the bed"
          :model-value="making.solid.faceDown"
          @update:model-value="setSolid({ faceDown: $event }, 'solid-face')"
        />
      </section>
      <section v-if="body">
        <h2 class="heading">Layers</h2>
        <dl class="facts">
          <dt>Base</dt>
          <dd class="measure">
            {{ Number(body.baseLayers.toFixed(2)) }} layers, {{ says(body.base.fromMm) }} to
            {{ says(body.base.toMm) }}
          </dd>
          <dt>Marks</dt>
          <dd class="measure">
            {{ Number(body.markLayers.toFixed(2)) }} layers, {{ says(body.marks.fromMm) }} to
            {{ says(body.marks.toMm) }}
          </dd>
          <dt>Change of colour</dt>
          <dd class="measure">
            {{
              body.changesAt.length === 0
                ? 'both in the same layers'
                : `at layer ${body.changesAt.join(', ')}`
            }}
          </dd>
        </dl>
      </section>
    </template>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: repeat(3, minmax(0, 1fr));
}

.way {
  display: block;
  margin: 0;
  font-size: var(--text-note);
}

.way dd {
  margin: 0 0 4px;
  text-align: left;
  color: var(--ink-soft);
}

.facts {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 14px;
  margin: 0;
  font-size: var(--text-note);
}

.facts dd {
  margin: 0;
}
</style>
