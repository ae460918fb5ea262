<script setup lang="ts">
/** How the symbol is built. */
import { computed } from 'vue';
import type { CodeSettings } from '../../../core/job';
import { levels, modes, type Level } from '../../../core/symbol';
import type { PressView } from '../../../engine';
import { useBench } from '../../stores/bench';
import PickList from '../../shared/PickList.vue';
import SwitchField from '../../shared/SwitchField.vue';
import TermName from '../../shared/TermName.vue';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView }>();
const { code } = useJobAtHand();
const bench = useBench();

function set<Key extends keyof CodeSettings['symbol']>(key: Key, value: CodeSettings['symbol'][Key]): void {
  bench.editCode({ symbol: { ...code.value.symbol, [key]: value } }, `symbol-${key}`);
}

const versions = Array.from({ length: 40 }, (_, index) => index + 1);
const masks = Array.from({ length: 8 }, (_, index) => index);
const modeNames = {
  numeric: 'digits only',
  alphanumeric: 'capitals and digits',
  byte: 'bytes (UTF-8)',
  kanji: 'Kanji',
};
const levelNames: Record<Level, string> = {
  L: 'least, smallest code',
  M: 'usual',
  Q: 'for rough handling',
  H: 'most, largest code',
};
type Symbol = CodeSettings['symbol'];
/** What the program takes by itself is said beside its choice. */
const taken = (value: number | undefined): string => (value === undefined ? '' : ` (${value})`);
const versionChoices = computed<{ value: Symbol['version']; label: string }[]>(() => [
  {
    value: 'smallest',
    label: `smallest${code.value.symbol.version === 'smallest' ? taken(props.view.made?.version) : ''}`,
  },
  ...versions.map((value) => ({ value, label: `${value}` })),
]);
const maskChoices = computed<{ value: Symbol['mask']; label: string }[]>(() => [
  {
    value: 'least-penalty',
    label: `least penalty${code.value.symbol.mask === 'least-penalty' ? taken(props.view.made?.mask) : ''}`,
  },
  ...masks.map((value) => ({ value, label: `${value}` })),
]);
const modeChoices: { value: Symbol['mode']; label: string }[] = [
  { value: 'shortest', label: 'shortest mix' },
  ...modes.map((value) => ({ value, label: modeNames[value] })),
];
/** Codewords that the logo can change in its worst block, as the readout counts them. */
const used = computed(() => Math.max(0, ...(props.view.made?.logo?.usedByBlock ?? [])));
</script>

<template>
  <div class="columns">
    <section>
      <h2 class="heading">Damage it survives</h2>
      <div class="levels" role="radiogroup" aria-label="Error correction level">
        <button
          v-for="level in levels"
          :key="level"
          type="button"
          role="radio"
          :aria-checked="code.symbol.level === level"
          @click="set('level', level)"
        >
          <span class="measure">{{ level }}</span>
          <span>{{ levelNames[level] }}</span>
        </button>
      </div>
    </section>
    <section>
      <h2 class="heading">What the <TermName term="level">level</TermName> buys</h2>
      <template v-if="view.made">
        <p>
          Level <strong>{{ view.made.level }}</strong> survives
          <strong>{{ view.made.correctablePerBlock }}</strong> damaged
          <TermName term="codeword">codewords</TermName> in each of {{ view.made.blockCount }}
          {{ view.made.blockCount === 1 ? 'block' : 'blocks' }};
          {{ used === 0 ? 'the design uses none.' : `the logo uses ${used} of the worst.` }}
        </p>
        <p v-if="view.made.level !== code.symbol.level" class="note">
          Asked for {{ code.symbol.level }}; the version has room for {{ view.made.level }} at the same size.
        </p>
      </template>
      <SwitchField
        label="Raise the level where it costs no size"
        :model-value="code.symbol.raiseLevel"
        @update:model-value="set('raiseLevel', $event)"
      />
    </section>
    <section>
      <h2 class="heading">Symbol</h2>
      <div class="line pair">
        <span><TermName term="version">Version</TermName></span>
        <PickList
          label="Version"
          :choices="versionChoices"
          :model-value="code.symbol.version"
          @update:model-value="set('version', $event)"
        />
      </div>
      <div class="line pair">
        <span><TermName term="mask">Mask</TermName></span>
        <PickList
          label="Mask"
          :choices="maskChoices"
          :model-value="code.symbol.mask"
          @update:model-value="set('mask', $event)"
        />
      </div>
      <div class="line pair">
        <span><TermName term="mode">Mode</TermName></span>
        <PickList
          label="Mode"
          :choices="modeChoices"
          :model-value="code.symbol.mode"
          @update:model-value="set('mode', $event)"
        />
      </div>
      <SwitchField
        label="Announce UTF-8 (ECI 26); a few readers stumble over it"
        :model-value="code.symbol.eci"
        @update:model-value="set('eci', $event)"
        ><TermName term="eci">What is ECI?</TermName></SwitchField
      >
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: repeat(3, minmax(0, 1fr));
}

.levels {
  display: grid;
  gap: 4px;
}

.levels button {
  display: grid;
  grid-template-columns: 22px 1fr;
  align-items: baseline;
  padding: 5px 10px;
  border: 1px solid transparent;
  border-radius: var(--radius);
  background: none;
  text-align: left;
  cursor: pointer;
}

.levels button:hover {
  border-color: var(--rule);
}

.levels button[aria-checked='true'] {
  border-color: var(--ink);
  background: var(--white);
}

.line {
  display: flex;
  align-items: center;
  gap: 10px;
}

.pair {
  display: grid;
  grid-template-columns: 62px minmax(0, 1fr);
}
</style>
