<script setup lang="ts">
/** How the symbol is built. */
import { computed } from 'vue';
import type { CodeSettings, Job } from '../../../core/job';
import { levels, modes, type Level } from '../../../core/symbol';
import type { PressView } from '../../../engine';
import { useBench } from '../../stores/bench';
import SwitchField from '../../shared/SwitchField.vue';
import TermName from '../../shared/TermName.vue';

const props = defineProps<{ job: Job; code: CodeSettings; view: PressView }>();
const bench = useBench();

function set<Key extends keyof CodeSettings['symbol']>(key: Key, value: CodeSettings['symbol'][Key]): void {
  bench.editCode({ symbol: { ...props.code.symbol, [key]: value } }, `symbol-${key}`);
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
        <ElSelect
          append-to="#over"
          aria-label="Version"
          :model-value="code.symbol.version"
          @update:model-value="set('version', $event)"
        >
          <ElOption
            value="smallest"
            :label="
              view.made && code.symbol.version === 'smallest' ? `smallest (${view.made.version})` : 'smallest'
            "
          />
          <ElOption v-for="version in versions" :key="version" :value="version" :label="`${version}`" />
        </ElSelect>
      </div>
      <div class="line pair">
        <span><TermName term="mask">Mask</TermName></span>
        <ElSelect
          append-to="#over"
          aria-label="Mask"
          :model-value="code.symbol.mask"
          @update:model-value="set('mask', $event)"
        >
          <ElOption
            value="least-penalty"
            :label="
              view.made && code.symbol.mask === 'least-penalty'
                ? `least penalty (${view.made.mask})`
                : 'least penalty'
            "
          />
          <ElOption v-for="mask in masks" :key="mask" :value="mask" :label="`${mask}`" />
        </ElSelect>
      </div>
      <div class="line pair">
        <span><TermName term="mode">Mode</TermName></span>
        <ElSelect
          append-to="#over"
          aria-label="Mode"
          :model-value="code.symbol.mode"
          @update:model-value="set('mode', $event)"
        >
          <ElOption value="shortest" label="shortest mix" />
          <ElOption v-for="mode in modes" :key="mode" :value="mode" :label="modeNames[mode]" />
        </ElSelect>
      </div>
      <SwitchField
        label="Announce UTF-8 (ECI 26); a few readers stumble over it"
        :model-value="code.symbol.eci"
        @update:model-value="set('eci', $event)"
      />
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
  background: #fff;
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
