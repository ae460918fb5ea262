<script setup lang="ts">
/** Where rows come from, and which column goes where. */
import { FileSpreadsheet } from '@lucide/vue';
import { computed, ref, useTemplateRef } from 'vue';
import {
  checkSystemName,
  checkSystems,
  oneInSoMany,
  type CheckSystem,
  type Match,
  type Target,
} from '../../core/series';
import ChoiceRow from '../shared/ChoiceRow.vue';
import NumberInput from '../shared/NumberInput.vue';
import PickList from '../shared/PickList.vue';
import SwitchField from '../shared/SwitchField.vue';
import { noteText, targetName } from './rowWords';
import type { SeriesAtHand } from './useSeries';

const props = defineProps<{ series: SeriesAtHand }>();
const job = computed(() => props.series.job.value!);
const own = computed(() => props.series.document.value);
const picker = useTemplateRef<HTMLInputElement>('picker');
function opened(event: Event): void {
  const input = event.target as HTMLInputElement;
  const [file] = input.files ?? [];
  input.value = '';
  if (file !== undefined) void props.series.openFile(file);
}

const way = ref<'running' | 'drawn'>('running');
const first = ref(1);
const count = ref(48);
const digits = ref(3);
const length = ref(6);
const prefix = ref('');
const check = ref<CheckSystem | ''>('');
const checkChoices = [
  { value: '' as const, label: 'No check character' },
  ...checkSystems.map((system) => ({ value: system, label: checkSystemName(system) })),
];
const counts = ref(false);
function number(): void {
  counts.value = false;
  props.series.number(
    way.value === 'running'
      ? {
          kind: 'running',
          first: first.value,
          step: 1,
          count: count.value,
          digits: digits.value,
          prefix: prefix.value,
          suffix: '',
          check: check.value === '' ? null : check.value,
        }
      : { kind: 'drawn', count: count.value, length: length.value, prefix: prefix.value },
  );
}
const guess = computed(() => {
  const source = own.value?.source;
  if (source?.kind !== 'numbers' || source.wish.kind !== 'drawn') return '';
  return `Somebody who makes one up hits one of them once in ${Math.round(oneInSoMany(source.wish)).toLocaleString('en-GB')} times.`;
});

/** All that a row can set, in the order in which people look for it. */
const targets = computed((): readonly { readonly target: Target; readonly name: string }[] => {
  const fields = Object.entries(job.value.codes[0]!.message)
    .filter(
      ([field, value]) =>
        field !== 'kind' && (typeof value === 'string' || typeof value === 'number' || Array.isArray(value)),
    )
    .map(([field]): Target => ({ on: 'message', field }));
  const words = job.value.piece.items
    .filter(({ kind }) => kind === 'words')
    .map(({ id }): Target => ({ on: 'words', id }));
  const others: readonly Target[] = [{ on: 'serial' }, { on: 'quantity' }, { on: 'width' }];
  return [...fields, ...words, ...others].map((target) => ({ target, name: nameOf(target) }));
});
function nameOf(target: Target): string {
  if (target.on === 'width') return 'width, in mm';
  return target.on === 'words' ? `words “${wordsOf(target.id).slice(0, 18)}”` : targetName(target);
}
const wordsOf = (id: string): string => {
  const item = job.value.piece.items.find((one) => one.id === id);
  return item?.kind === 'words' ? item.text.replaceAll('\n', ' ') : id;
};
const same = (a: Target, b: Target): boolean => JSON.stringify(a) === JSON.stringify(b);
const textOf = (target: Target): string =>
  own.value?.match.find((one) => same(one.target, target))?.text ?? '';
function setText(target: Target, text: string): void {
  const others = (own.value?.match ?? []).filter((one) => !same(one.target, target));
  props.series.setMatch(text === '' ? others : ([...others, { target, text: text.slice(0, 2000) }] as Match));
}
/** Columns are dragged onto what they set, or put in with a click while the field is at hand. */
const atHand = ref<Target | null>(null);
function put(column: string): void {
  const target = atHand.value ?? targets.value[0]?.target;
  if (target !== undefined) setText(target, `${textOf(target)}{${column}}`);
}
const drag = (event: DragEvent, column: string): void =>
  event.dataTransfer?.setData('text/plain', `{${column}}`);
function dropped(event: DragEvent, target: Target): void {
  const text = event.dataTransfer?.getData('text/plain') ?? '';
  if (!/^\{[^{}]+\}$/.test(text)) return;
  event.preventDefault();
  event.stopPropagation();
  setText(target, `${textOf(target)}${text}`);
}
const hasMessage = computed(() => own.value?.match.some(({ target }) => target.on === 'message') ?? false);
</script>

<template>
  <div class="source">
    <section>
      <h2 class="heading">Rows</h2>
      <input
        ref="picker"
        type="file"
        accept=".csv,.tsv,.txt,.xlsx,text/csv,text/plain"
        hidden
        aria-label="Table"
        @change="opened"
      />
      <div class="buttons">
        <button type="button" class="action main" @click="picker?.click()">
          <FileSpreadsheet :size="15" :stroke-width="1.8" aria-hidden="true" /> Open a table…
        </button>
        <button type="button" class="action" :aria-expanded="counts" @click="counts = !counts">
          Numbers…
        </button>
      </div>
      <form v-if="counts" class="numbers" @submit.prevent="number">
        <ChoiceRow
          v-model="way"
          label="How the numbers come"
          :choices="[
            { value: 'running', label: 'Counted' },
            { value: 'drawn', label: 'Drawn by lot' },
          ]"
        />
        <NumberInput
          label="How many"
          :value="count"
          :min="1"
          :max="20000"
          unit=""
          @change="count = Math.round($event)"
        />
        <template v-if="way === 'running'">
          <NumberInput
            label="First"
            :value="first"
            :min="0"
            :max="999999999"
            unit=""
            @change="first = Math.round($event)"
          />
          <NumberInput
            label="Digits"
            :value="digits"
            :min="1"
            :max="12"
            unit=""
            @change="digits = Math.round($event)"
          />
          <PickList v-model="check" label="Check character" :choices="checkChoices" />
        </template>
        <NumberInput
          v-else
          label="Characters"
          :value="length"
          :min="3"
          :max="32"
          unit=""
          @change="length = Math.round($event)"
        />
        <label class="prefix"><span>Before each</span><input v-model="prefix" maxlength="40" /></label>
        <button type="submit" class="action main">
          {{ way === 'running' ? 'Count them' : 'Draw them' }}
        </button>
      </form>
      <p v-if="own" class="note" data-test="series-source">
        {{
          own.source.kind === 'table'
            ? `${own.source.name || 'Pasted cells'}: ${own.source.rows.length} rows, ${own.source.columns.length} columns`
            : `${own.source.numbers.length} numbers, ${own.source.numbers[0]} to ${own.source.numbers.at(-1)}`
        }}
      </p>
      <p v-if="guess" class="note">{{ guess }}</p>
      <ul v-if="series.notes.value.length > 0" class="notes" role="status">
        <li v-for="(note, index) in series.notes.value.slice(0, 6)" :key="index">{{ noteText(note) }}</li>
        <li v-if="series.notes.value.length > 6">and {{ series.notes.value.length - 6 }} more.</li>
      </ul>
    </section>

    <section v-if="own && series.rows.value">
      <h2 class="heading">What a row sets</h2>
      <div class="columns" role="group" aria-label="Columns">
        <button
          v-for="column in series.rows.value.columns"
          :key="column"
          type="button"
          class="column"
          draggable="true"
          title="Drag it onto what it sets, or click it"
          @dragstart="drag($event, column)"
          @click="put(column)"
        >
          {{ column }}
        </button>
      </div>
      <label
        v-for="{ target, name } in targets"
        :key="name"
        :class="['target', { long: target.on === 'message' || target.on === 'words' }]"
      >
        <span>{{ name }}</span>
        <input
          :value="textOf(target)"
          :placeholder="target.on === 'message' ? 'as on the job' : ''"
          @focus="atHand = target"
          @change="setText(target, ($event.target as HTMLInputElement).value)"
          @dragover.prevent
          @drop="dropped($event, target)"
        />
      </label>
      <p v-if="!hasMessage" class="wrong" role="alert">
        No column sets the message yet, so that every code would hold the same.
      </p>
      <SwitchField
        label="All symbols of one version"
        :model-value="own.oneLook"
        @update:model-value="series.change({ oneLook: $event })"
      />
      <p v-if="own.oneLook && series.view.value?.look" class="note">
        Version {{ series.view.value.look.version }}, which row
        {{ series.view.value.look.forcedBy + series.firstRow.value }} needs.
      </p>
    </section>
  </div>
</template>

<style scoped>
.source,
section {
  display: grid;
  gap: 10px;
}

.source {
  gap: 20px;
}

.buttons,
.columns {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.numbers {
  display: grid;
  gap: 8px;
  padding: 10px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

.column {
  padding: 2px 8px;
  border: 1px solid var(--accent-dark);
  border-radius: var(--radius);
  background: var(--accent-pale);
  color: var(--accent-dark);
  font-family: var(--mono);
  font-size: 12px;
  cursor: grab;
}

.target,
.prefix {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  overflow-wrap: anywhere;
  font-size: 12.5px;
}

.target.long {
  grid-template-columns: minmax(0, 1fr);
  gap: 3px;
}

.target input,
.prefix input {
  min-width: 0;
  padding: 4px 6px;
  border: 1px solid #98a0a4;
  border-radius: var(--radius);
  background: #fff;
  color: var(--ink);
  font-family: var(--mono);
  font-size: 12px;
}

.notes {
  display: grid;
  gap: 4px;
  margin: 0;
  padding-left: 10px;
  border-left: 3px solid var(--caution);
  list-style: none;
  font-size: 12px;
}

.wrong {
  color: var(--stop);
  font-size: 12.5px;
}
</style>
