<script setup lang="ts">
/** How well modules draw the logo, and what a larger version would give and cost. */
import { computed, ref, shallowRef, watch } from 'vue';
import type { BitPlace } from '../../../core/logo';
import { tailPlace, writeMessage } from '../../../core/message';
import type { PictureChoice, PressView } from '../../../engine';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import { useEngine } from '../../shared/engine';
import { lengthText, percentText } from '../../shared/units';
import { useAttempt } from '../../shared/useAttempt';
import { useNewest } from '../../shared/useNewest';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import WishesDialog from './WishesDialog.vue';
import { useJobAtHand } from '../jobAtHand';
import { useWhyNoLogo } from './useWhyNoLogo';

const props = defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const whyNoLogo = useWhyNoLogo(() => props.view);
const preferences = usePreferences();
const picture = computed(() => props.view.made?.logo?.picture ?? null);

const said = computed(() => writeMessage(code.value.message));
/** Offered where digits may stand, or where they were chosen before. */
const mayTail = computed(
  () => 'lead' in tailPlace(said.value, 'fragment') || code.value.logo?.bits !== 'filling',
);
const bitChoices = [
  { value: 'filling', label: 'in the filling', hint: 'What follows the message, which readers skip' },
  { value: 'fragment', label: 'digits after #', hint: 'Behind an address; phones keep them to themselves' },
  {
    value: 'parameter',
    label: 'in a parameter',
    hint: 'Behind an address; the server sees and ignores them',
  },
] as const;
function setBits(bits: BitPlace): void {
  if (code.value.logo !== null) void bench.editCode({ logo: { ...code.value.logo, bits } }, 'logo-bits');
}

const brushing = ref(false);
const choices = shallowRef<readonly PictureChoice[]>([]);
const { problem, attempt } = useAttempt();
const { ask } = useNewest();
async function look(): Promise<void> {
  const isNewest = ask();
  await attempt(async () => {
    const found = await useEngine().desk.pictureChoices(job.value, code.value.id);
    if (isNewest()) choices.value = found;
  });
}
watch(() => job.value, look, { immediate: true });

const choose = ({ version, level }: PictureChoice): void =>
  void bench.editCode(
    { symbol: { ...code.value.symbol, version, level, mask: 'least-penalty' } },
    'picture-version',
  );
</script>

<template>
  <h2 class="heading">How well it is drawn</h2>
  <template v-if="picture">
    <p class="sum" data-test="picture-match">
      <span class="measure large">{{
        percentText(picture.parts?.match ?? picture.steering?.match ?? 0)
      }}</span>
      of the picture<template v-if="picture.parts && picture.steering"
        >, {{ percentText(picture.steering.match) }} by whole modules</template
      >
    </p>
    <p v-if="picture.parts" class="note">
      The middle of every module is as the symbol says; the eight parts around it follow the picture.
    </p>
    <ChoiceRow
      v-if="picture.steering && mayTail"
      label="Where the free bits are"
      :model-value="code.logo?.bits ?? 'filling'"
      :choices="bitChoices"
      @update:model-value="setBits"
    />
    <p v-if="picture.steering && view.payload !== said" class="note" data-test="with-tail">
      Readers get <span class="measure full">{{ view.payload }}</span>, which leads where the address leads.
    </p>
    <p v-else-if="picture.steering" class="note">
      What fills the symbol behind the message departs from the usual filling; every reader here takes it.
    </p>
    <p v-if="picture.steering" class="note">
      {{ picture.steering.met }} of {{ picture.steering.wished }} modules are as wished;
      {{ picture.steering.settable }} can be set at will with {{ picture.steering.freeBits }} free bits. No
      error correction is used.
      <template v-if="picture.steering.onPatterns > 0"
        >{{ picture.steering.onPatterns }} lie on patterns that cannot change.</template
      >
      What cannot be steered is marked on the stage.
    </p>
    <table v-if="choices.length > 0" data-test="picture-choices">
      <thead>
        <tr>
          <th scope="col">symbol</th>
          <th scope="col">picture</th>
          <th scope="col">module</th>
          <th scope="col" title="Damage that it survives, as a share of its codewords">survives</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="choice in choices" :key="`${choice.version}-${choice.level}`">
          <td class="measure">{{ choice.version }}-{{ choice.level }}</td>
          <td class="measure">{{ percentText(choice.match) }}</td>
          <td class="measure">{{ lengthText(choice.moduleMm, preferences.unit) }}</td>
          <td class="measure">{{ percentText(choice.survives) }}</td>
          <td>
            <span
              v-if="choice.version === view.made?.version && choice.level === view.made.level"
              class="note"
              >this one</span
            >
            <button v-else type="button" class="take" @click="choose(choice)">use</button>
          </td>
        </tr>
      </tbody>
    </table>
    <button type="button" class="take brush" @click="brushing = true">What matters of it…</button>
    <WishesDialog v-model="brushing" :view="view" />
    <p v-if="problem" class="note" role="alert">{{ problem }}</p>
  </template>
  <p v-else class="note">{{ whyNoLogo }}</p>
</template>

<style scoped src="./logoCost.css"></style>
<style scoped>
.brush {
  justify-self: start;
}

.full {
  display: block;
  max-height: 52px;
  overflow: auto;
  overflow-wrap: anywhere;
}

.large {
  font-size: var(--text-head);
}
</style>
