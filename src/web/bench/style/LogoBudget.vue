<script setup lang="ts">
/** What the logo takes of each block, and what would make it lighter. */
import { computed, ref, shallowRef, watch } from 'vue';
import type { Arrangement, PressView } from '../../../engine';
import { useEngine } from '../../shared/engine';
import { lengthText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import { useAttempt } from '../../shared/useAttempt';
import { useNewest } from '../../shared/useNewest';
import { FixButtons } from '../readout';
import { useJobAtHand } from '../jobAtHand';
import { useWhyNoLogo } from './useWhyNoLogo';

const props = defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const whyNoLogo = useWhyNoLogo(() => props.view);
const preferences = usePreferences();
const made = computed(() => props.view.made);
const blocks = computed(() => made.value?.logo?.usedByBlock ?? []);
const correctable = computed(() => made.value?.correctablePerBlock ?? 1);
const budget = computed(() =>
  props.view.findings.find(
    ({ kind, about }) => kind === 'budget' && 'id' in about && about.id === code.value.id,
  ),
);

const stateOf = (used: number): string =>
  used > correctable.value ? 'stop' : used > correctable.value / 2 ? 'caution' : 'fine';
const share = (used: number): string => `${Math.min(100, (used / correctable.value) * 100)}%`;

/** The search costs a moment, so it is asked for; its answer holds until the job changes. */
const found = shallowRef<readonly Arrangement[] | null>(null);
const searching = ref(false);
const { problem, attempt } = useAttempt();
const { ask, forget } = useNewest();
watch(
  () => job.value,
  () => {
    forget();
    found.value = null;
    searching.value = false;
  },
);

async function search(): Promise<void> {
  searching.value = true;
  const isNewest = ask();
  await attempt(async () => {
    const arrangements = await useEngine().desk.arrangements(job.value, code.value.id);
    if (isNewest()) found.value = arrangements;
  });
  if (isNewest()) searching.value = false;
}

function choose({ version, level, mask }: Arrangement): void {
  bench.editCode(
    { symbol: { ...code.value.symbol, level, version, mask, raiseLevel: false } },
    'logo-arrangement',
  );
}

const takeLargest = (): Promise<void> =>
  attempt(async () => {
    const largest = await useEngine().desk.largestSafeShare(job.value, code.value.id);
    if (largest !== null && code.value.logo !== null)
      bench.editCode({ logo: { ...code.value.logo, share: largest } }, 'logo-share');
  });
</script>

<template>
  <h2 class="heading">Damage allowance used</h2>
  <template v-if="made?.logo">
    <p class="sum">
      <span class="measure">{{ Math.max(...blocks) }} of {{ correctable }}</span> codewords in the worst block
    </p>
    <ol class="blocks" :class="{ many: blocks.length > 8 }" aria-label="Codewords that can be lost, by block">
      <li
        v-for="(used, block) in blocks"
        :key="block"
        :title="`Block ${block + 1}: ${used} of ${correctable}`"
      >
        <span class="bar" :class="stateOf(used)" :style="{ '--share': share(used) }" />
        <span v-if="blocks.length <= 8" class="measure count">{{ used }}</span>
      </li>
    </ol>
    <p class="note">
      The line in the middle is half of what a block corrects; the rest is for dirt and scratches.
      <template v-if="made.logo.patterns.length > 0">Covers: {{ made.logo.patterns.join(', ') }}.</template>
    </p>
    <div v-if="budget && budget.fixes.length > 0" class="offers">
      <FixButtons :finding="budget" :can-pass="false" />
    </div>
    <p v-if="problem" class="note" role="alert">{{ problem }}</p>
    <div v-if="found === null" class="offers">
      <button v-if="budget?.severity === 'fine'" type="button" class="action" @click="takeLargest">
        Largest safe size
      </button>
      <button type="button" class="action quiet" :disabled="searching" @click="search">
        {{ searching ? 'Searching…' : 'Search masks and versions' }}
      </button>
    </div>
    <table v-else-if="found.length > 0">
      <thead>
        <tr>
          <th scope="col">symbol</th>
          <th scope="col">mask</th>
          <th scope="col">worst</th>
          <th scope="col">module</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="entry in found.slice(0, 6)" :key="`${entry.version}${entry.level}`">
          <td class="measure">{{ entry.version }}-{{ entry.level }}</td>
          <td class="measure">{{ entry.mask }}</td>
          <td class="measure" :class="{ unsafe: !entry.isSafe }">
            {{ entry.used }} of {{ entry.correctable }}
          </td>
          <td class="measure">{{ lengthText(entry.moduleMm, preferences.unit) }}</td>
          <td><button type="button" class="take" @click="choose(entry)">use</button></td>
        </tr>
      </tbody>
    </table>
  </template>
  <p v-else class="note">{{ whyNoLogo }}</p>
</template>

<style scoped src="./logoCost.css"></style>
<style scoped>
.blocks {
  display: grid;
  gap: 3px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.blocks.many {
  grid-auto-flow: column;
  grid-template-rows: repeat(9, auto);
  gap: 2px 6px;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px;
  align-items: center;
}

.bar {
  position: relative;
  height: 9px;
  background: linear-gradient(
      to right,
      transparent calc(50% - 1px),
      var(--ink) 0,
      var(--ink) 50%,
      transparent 0
    )
    var(--paper-sunk);
}

.many .bar {
  height: 5px;
}

.bar::before {
  position: absolute;
  inset: 0 auto 0 0;
  width: var(--share);
  background: var(--accent);
  content: '';
  mix-blend-mode: multiply;
}

.bar.caution::before {
  background: var(--caution);
}

.bar.stop::before {
  background: var(--stop);
}

.count {
  width: 20px;
  font-size: var(--text-small);
  text-align: right;
}

.offers {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.unsafe {
  color: var(--stop);
}
</style>
