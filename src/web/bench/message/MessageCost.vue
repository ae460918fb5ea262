<script setup lang="ts">
/** What the message costs: its ruler, the version at each level, and what would make the symbol smaller. */
import { watchDebounced } from '@vueuse/core';
import { computed, shallowRef } from 'vue';
import { useEngine } from '../../shared/engine';
import type { MessageRuler } from '../../../core/solving';
import type { PressView } from '../../../engine';
import TermName from '../../shared/TermName.vue';
import { lengthText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { useAttempt } from '../../shared/useAttempt';
import { usePreferences } from '../../stores/preferences';
import { useJobAtHand } from '../jobAtHand';
import { lengthOfPayload } from '../payloadText';

const props = defineProps<{ view: PressView }>();
const { code } = useJobAtHand();
const bench = useBench();
const preferences = usePreferences();
/** How long it is, with what takes more room than a letter, or less. */
const payloadText = computed(() => {
  const { view } = props;
  const length = lengthOfPayload(view);
  const isWider = !view.isBytes && view.payloadBytes !== [...view.payload].length;
  const segments = view.made?.segments ?? [];
  const modesText = segments.map(({ mode, count }) => `${count} ${modes[mode]}`).join(' + ');
  return [
    isWider ? `${length} (${view.payloadBytes} bytes: letters such as é take two)` : length,
    ...(segments.length > 3
      ? [`packed in ${segments.length} segments`]
      : segments.length > 1 || segments[0]?.mode !== 'byte'
        ? [`packed as ${modesText}`]
        : []),
  ].join(', ');
});
const ruler = shallowRef<MessageRuler>({
  byLevel: [],
  lettersLeft: null,
  charactersToDrop: null,
  savings: [],
  forms: [],
});
/** The ruler follows in the pauses of typing. */
const pauseMs = 180;
const { problem, attempt } = useAttempt();
watchDebounced(
  code,
  (asked) =>
    attempt(async () => {
      const measured = await useEngine().desk.ruler(asked);
      if (asked === code.value) ruler.value = measured;
    }),
  { debounce: pauseMs, immediate: true },
);

const formNames: Record<string, string> = { vcard3: 'vCard 3.0', vcard4: 'vCard 4.0', compact: 'compact' };
const modes = { numeric: 'digits', alphanumeric: 'capitals and digits', byte: 'bytes', kanji: 'Kanji' };
</script>

<template>
  <template v-if="view.made">
    <p class="ruler measure" data-test="ruler">{{ payloadText }}</p>
    <p class="note" data-test="room">
      <template v-if="ruler.lettersLeft !== null">
        {{ ruler.lettersLeft }} more {{ ruler.lettersLeft === 1 ? 'letter fits' : 'letters fit' }} before the
        code grows.
        {{
          ruler.charactersToDrop === null
            ? ''
            : `With ${ruler.charactersToDrop} fewer it is one version smaller.`
        }}
      </template>
    </p>
  </template>
  <table v-if="ruler.byLevel.length > 0">
    <thead>
      <tr>
        <th scope="col"><TermName term="level">Level</TermName></th>
        <th scope="col"><TermName term="version">Version</TermName></th>
        <th scope="col">
          <TermName term="module">Module</TermName> at
          {{ lengthText(code.placement.widthMm, preferences.unit) }}
        </th>
      </tr>
    </thead>
    <tbody class="measure">
      <tr
        v-for="row in ruler.byLevel"
        :key="row.level"
        :class="{ chosen: row.level === (view.made?.level ?? code.symbol.level) }"
      >
        <td>{{ row.level }}</td>
        <td>{{ row.version ?? 'too long' }}</td>
        <td>{{ row.moduleMm === null ? '' : lengthText(row.moduleMm, preferences.unit) }}</td>
      </tr>
    </tbody>
  </table>
  <table v-if="ruler.forms.length > 0">
    <thead>
      <tr>
        <th scope="col">Form</th>
        <th scope="col">Bytes</th>
        <th scope="col">Version at {{ code.symbol.level }}</th>
      </tr>
    </thead>
    <tbody class="measure">
      <tr v-for="form in ruler.forms" :key="form.form" :class="{ chosen: form.chosen }">
        <td>{{ formNames[form.form] }}</td>
        <td>{{ form.bytes }}</td>
        <td>{{ form.version ?? 'too long' }}</td>
      </tr>
    </tbody>
  </table>
  <div v-for="saving in ruler.savings" :key="saving.label" class="saving">
    <button type="button" class="action" @click="bench.apply(saving.changes)">
      {{ saving.label }}: {{ saving.fromVersion > 40 ? 'fits version' : `version ${saving.fromVersion} →` }}
      {{ saving.toVersion }}
    </button>
    <p class="note">{{ saving.consequence }}</p>
  </div>
  <p v-if="problem" class="note" role="alert">{{ problem }}</p>
  <p v-else-if="view.payload === ''" class="note">Type a message, and its size shows here.</p>
  <p v-else-if="ruler.byLevel.length === 0" class="note">Measuring…</p>
</template>

<style scoped>
.ruler {
  font-size: var(--text-note);
}

table {
  border-collapse: collapse;
  font-size: var(--text-note);
}

th {
  padding: 1px 8px 3px 0;
  color: var(--ink-soft);
  font-weight: 400;
  text-align: left;
}

td {
  padding: 1px 8px 1px 0;
  font-weight: 400;
}

.chosen td {
  font-weight: 600;
  background: var(--accent-pale);
}

.saving {
  display: grid;
  justify-items: start;
  gap: 2px;
}
</style>
