<script setup lang="ts">
/** Where rows come from, which column goes where, and the pictures that cells name. */
import { FileSpreadsheet } from '@lucide/vue';
import { computed, ref, useTemplateRef } from 'vue';
import {
  encodings,
  noteText,
  oneInSoMany,
  separators,
  type Encoding,
  type NumbersWish,
  type Separator,
} from '../../core/series';
import PickList from '../shared/PickList.vue';
import NumbersForm from './NumbersForm.vue';
import SeriesMatch from './SeriesMatch.vue';
import SeriesPictures from './SeriesPictures.vue';
import type { SeriesAtHand } from './useSeries';

const props = defineProps<{ series: SeriesAtHand }>();
const settings = computed(() => props.series.document.value);
const picker = useTemplateRef<HTMLInputElement>('picker');
function opened(event: Event): void {
  const input = event.target as HTMLInputElement;
  const [file] = input.files ?? [];
  input.value = '';
  if (file !== undefined) void props.series.openFile(file);
}

const counts = ref(false);
function number(wish: NumbersWish): void {
  counts.value = false;
  props.series.number(wish);
}
const notes = computed(() => props.series.read.value?.notes ?? []);
const encodingNames: Readonly<Record<Encoding, string>> = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16, low byte first',
  'utf-16be': 'UTF-16, high byte first',
  'windows-1252': 'Western (Windows-1252)',
};
const encodingChoices = encodings.map((value) => ({ value, label: encodingNames[value] }));
const separatorNames: Readonly<Record<Separator, string>> = {
  ',': 'Comma',
  ';': 'Semicolon',
  '\t': 'Tab',
  '|': 'Bar',
};
const separatorChoices = separators.map((value) => ({ value, label: separatorNames[value] }));
const wantsPictures = computed(
  () =>
    settings.value !== null &&
    (settings.value.pictures.length > 0 || settings.value.match.some(({ target }) => target.on === 'logo')),
);
const guess = computed(() => {
  const source = settings.value?.source;
  if (source?.kind !== 'numbers' || source.wish.kind !== 'drawn') return '';
  return `Somebody who makes one up hits one of them once in ${Math.round(oneInSoMany(source.wish)).toLocaleString('en-GB')} times.`;
});
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
      <NumbersForm v-if="counts" @number="number" />
      <p v-if="settings" class="note" data-test="series-source">
        {{
          settings.source.kind === 'table'
            ? `${settings.source.name || 'Pasted cells'}: ${settings.source.rows.length} rows, ${settings.source.columns.length} columns`
            : `${settings.source.numbers.length} numbers, ${settings.source.numbers[0]} to ${settings.source.numbers.at(-1)}`
        }}
      </p>
      <div v-if="series.read.value?.bytes" class="read">
        <PickList
          label="Encoding of the table"
          :model-value="series.read.value.encoding"
          :choices="encodingChoices"
          @update:model-value="series.readAs({ encoding: $event })"
        />
        <PickList
          label="What separates the cells"
          :model-value="series.read.value.separator"
          :choices="separatorChoices"
          @update:model-value="series.readAs({ separator: $event })"
        />
      </div>
      <p v-if="guess" class="note">{{ guess }}</p>
      <ul v-if="notes.length > 0" class="notes" role="status">
        <li v-for="(note, index) in notes.slice(0, 6)" :key="index">{{ noteText(note) }}</li>
        <li v-if="notes.length > 6">and {{ notes.length - 6 }} more.</li>
      </ul>
    </section>

    <SeriesMatch v-if="settings && series.rows.value" :series="series" />
    <SeriesPictures v-if="settings && wantsPictures" :series="series" />
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

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.read {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}

.notes {
  display: grid;
  gap: 4px;
  margin: 0;
  padding-left: 10px;
  border-left: 3px solid var(--caution);
  list-style: none;
  font-size: var(--text-note);
}
</style>
