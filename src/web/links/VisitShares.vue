<script setup lang="ts">
/** Who came to what, and with what: bars in a table, and out as CSV. */
import { computed, ref } from 'vue';
import type { Visits } from '../../wire';
import { downloadCsv } from '../shared/downloadCsv';
import PickList from '../shared/PickList.vue';

const props = defineProps<{ visits: Visits; isOfOne: boolean }>();
const emit = defineEmits<{ pick: [id: string] }>();

const choices = [
  { value: 'place', label: 'by place' },
  { value: 'link', label: 'by link' },
  { value: 'collection', label: 'by collection' },
  { value: 'campaign', label: 'by campaign' },
  { value: 'piece', label: 'by piece' },
  { value: 'device', label: 'by device' },
  { value: 'language', label: 'by language' },
] as const;
type By = (typeof choices)[number]['value'];
const chosen = ref<By>('place');
/** One link has one name, collection and campaign. */
const shown = computed(() =>
  choices.filter(({ value }) => !props.isOfOne || !['link', 'collection', 'campaign'].includes(value)),
);
const by = computed({
  get: () => (shown.value.some(({ value }) => value === chosen.value) ? chosen.value : 'place'),
  set: (value) => (chosen.value = value),
});
const languages = new Intl.DisplayNames('en', { type: 'language' });
const languageName = (code: string): string => (code === '' ? 'not said' : (languages.of(code) ?? code));

interface Row {
  readonly name: string;
  readonly count: number;
  readonly link: string | null;
}
function kindsBy(nameOf: (kind: Visits['kinds'][number]) => string): readonly Row[] {
  const sums = new Map<string, number>();
  for (const kind of props.visits.kinds) sums.set(nameOf(kind), (sums.get(nameOf(kind)) ?? 0) + kind.count);
  return [...sums].map(([name, count]) => ({ name, count, link: null })).sort((a, b) => b.count - a.count);
}
const rows = computed((): readonly Row[] => {
  if (by.value === 'device') return kindsBy(({ device, system }) => `${device}, ${system}`);
  if (by.value === 'language') return kindsBy(({ language }) => languageName(language));
  return props.visits.shares[by.value];
});
const most = computed(() => Math.max(1, ...rows.value.map(({ count }) => count)));
function takeCsv(): void {
  const lines = rows.value.map(({ name, count }) => ({ [by.value]: name, people: count }));
  downloadCsv(`visits-by-${by.value}.csv`, lines);
}
</script>

<template>
  <section v-if="visits.shares.place.length > 0">
    <h2 class="heading">People</h2>
    <PickList v-model="by" label="By what" :choices="shown" />
    <table data-test="visits-shares">
      <tbody>
        <tr v-for="row in rows" :key="row.name">
          <td>
            <button
              v-if="row.link !== null && !isOfOne"
              type="button"
              class="link"
              @click="emit('pick', row.link)"
            >
              {{ row.name }}
            </button>
            <template v-else>{{ row.name }}</template>
            <span class="bar" :style="{ width: `${(100 * row.count) / most}%` }"></span>
          </td>
          <td class="measure">{{ row.count.toLocaleString('en-GB') }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="by === 'device' || by === 'language'" class="note">By whole days of UTC.</p>
    <p><button type="button" class="link" @click="takeCsv">CSV</button></p>
  </section>
</template>

<style scoped src="./visits.css"></style>
<style scoped>
section {
  display: grid;
  gap: 8px;
}

td:first-child {
  overflow-wrap: anywhere;
}

.bar {
  display: block;
  height: 4px;
  margin-top: 2px;
  background: var(--accent);
}
</style>
