<script setup lang="ts">
/** On what the pieces are laid, how, how many of each, and what is drawn beside them. */
import { Plus, Trash2, X } from '@lucide/vue';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import {
  evenMargin,
  stocks,
  stockSchema,
  usualGap,
  type Layout,
  type SheetMarks,
  type Stock,
} from '../../core/sheet';
import { pairOfJob } from '../../core/job';
import type { JobSummary } from '../../wire';
import MeasureInput from '../shared/MeasureInput.vue';
import NumberInput from '../shared/NumberInput.vue';
import PickList from '../shared/PickList.vue';
import SwitchField from '../shared/SwitchField.vue';
import { fetchWholeShelf } from '../shared/shelfApi';
import { useAttempt } from '../shared/useAttempt';
import { usePieceShelf } from '../stores/pieceShelf';
import { machineStock } from './firstSheet';
import type { SheetAtHand } from './useSheet';

const props = defineProps<{ sheet: SheetAtHand }>();
const shelf = usePieceShelf();
const { problem, attempt } = useAttempt();
const others = shallowRef<readonly JobSummary[]>([]);
onMounted(() => {
  void shelf.load();
});

const document = computed(() => props.sheet.document.value!);
const job = computed(() => props.sheet.job.value);

/** All that can be chosen; what is at hand and is none of them stands first. */
const known = computed(() => {
  const groupOf = ({ kind }: Stock): string =>
    ({ sheet: 'Sheets and boards', labels: 'Labels, cut already', roll: 'Rolls' })[kind];
  const mine = shelf.sheetStocks.map(({ id, name, stock }) => ({ id, name, stock, group: 'Your own' }));
  const machine = job.value === null ? [] : [{ ...machineStock(job.value), group: 'This machine' }];
  const shipped = stocks.map(({ id, name, stock }) => ({ id, name, stock, group: groupOf(stock) }));
  const all = [...mine, ...machine.filter(({ id }) => !stocks.some((one) => one.id === id)), ...shipped];
  const { stock } = document.value;
  return all.some(({ id }) => id === stock.id) ? all : [{ ...stock, group: 'At hand' }, ...all];
});
const stockChoices = computed(() =>
  known.value.map(({ id, name, group }) => ({ value: id, label: name, group })),
);
const stockId = computed({
  get: () => document.value.stock.id,
  set: (id: string) => {
    const found = known.value.find((one) => one.id === id);
    if (found !== undefined)
      props.sheet.change({ stock: { id: found.id, name: found.name, stock: found.stock } });
  },
});

type SheetStock = Extract<Stock, { kind: 'sheet' }>;
const stockProblem = ref('');
/** Changes the measures of a sheet; it is one of its own then. */
function measure(stock: Stock): void {
  const parsed = stockSchema.safeParse(stock);
  stockProblem.value = parsed.success ? '' : (parsed.error.issues[0]?.message ?? '');
  if (!parsed.success) return;
  const name =
    stock.kind === 'sheet'
      ? `Sheet ${stock.widthMm} × ${stock.heightMm}`
      : `Roll of ${stock.kind === 'roll' ? `${stock.labelWidthMm} × ${stock.labelHeightMm}` : ''} labels`;
  props.sheet.change({ stock: { id: 'at-hand', name, stock: parsed.data } });
}
const marginOf = ({ marginMm }: SheetStock): number => Math.max(...Object.values(marginMm));
const saving = ref<string | null>(null);
async function saveStock(): Promise<void> {
  const name = saving.value?.trim() ?? '';
  if (name === '') return;
  if (await shelf.addSheetStock({ name, stock: document.value.stock.stock })) {
    saving.value = null;
    const kept = shelf.sheetStocks.find((one) => one.name === name);
    if (kept !== undefined) stockId.value = kept.id;
  }
}
const ownStock = computed(() => shelf.sheetStocks.find(({ id }) => id === document.value.stock.id));

const layoutChoices = computed(() => [
  { value: 'grid' as const, label: 'Rows, all upright' },
  { value: 'turned' as const, label: 'Rows, turned where that gains' },
  { value: 'staggered' as const, label: 'Staggered, for round pieces' },
  { value: 'interlocked' as const, label: 'Interlocked, every other row turned over' },
]);
const layout = computed({
  get: () => document.value.layout,
  set: (value: Layout) => props.sheet.change({ layout: value }),
});

const isAlone = computed(() => document.value.pieces.length === 1);
const setQuantity = (index: number, quantity: number | null): void =>
  props.sheet.change({
    pieces: document.value.pieces.map((piece, at) => (at === index ? { ...piece, quantity } : piece)),
  });
const takeOff = (index: number): void =>
  props.sheet.change({ pieces: document.value.pieces.filter((_, at) => at !== index) });

/** Jobs of the same material and machine, which can lie on the same sheet. */
const profile = computed(() => {
  if (job.value === null) return null;
  const { material, machine } = pairOfJob(job.value);
  return `${material.id}.${machine.id}`;
});
/** So many are offered, the newest. */
const mostOffered = 1000;
watch(
  profile,
  (of) =>
    attempt(async () => {
      if (of === null) return;
      const found = await fetchWholeShelf({ place: 'shelf', profile: of }, mostOffered);
      if (profile.value === of) others.value = found;
    }),
  { immediate: true },
);
const addable = computed(() => {
  const here = new Set(document.value.pieces.map(({ jobId }) => jobId));
  return others.value
    .filter((other) => !here.has(other.id))
    .map(({ id, name }) => ({ value: id, label: name }));
});
const added = ref('');
function add(id: string): void {
  added.value = '';
  if (id !== '') void props.sheet.add(id);
}

/** With pieces a cut apart, rectangles that lie side by side are cut along one line. */
const kerfMm = computed(() => props.sheet.job.value?.making.pair.process.kerfMm ?? 0);

const markRows: readonly { readonly mark: keyof SheetMarks; readonly label: string }[] = [
  { mark: 'crop', label: 'Crop marks' },
  { mark: 'registration', label: 'Discs for the cutter’s camera' },
  { mark: 'square', label: 'Square to lay the sheet by' },
  { mark: 'rule', label: 'Rule of 50 mm to check the print' },
  { mark: 'name', label: 'Number and name of the sheet' },
];
</script>

<template>
  <div class="setup">
    <section>
      <h2 class="heading">Stock</h2>
      <PickList v-model="stockId" label="Stock" :choices="stockChoices" />
      <div v-if="document.stock.stock.kind === 'sheet'" class="measures">
        <MeasureInput
          label="Sheet width"
          :mm="document.stock.stock.widthMm"
          :min-mm="10"
          :max-mm="10000"
          @change="measure({ ...(document.stock.stock as SheetStock), widthMm: $event })"
        />
        <MeasureInput
          label="Sheet height"
          :mm="document.stock.stock.heightMm"
          :min-mm="10"
          :max-mm="10000"
          @change="measure({ ...(document.stock.stock as SheetStock), heightMm: $event })"
        />
        <MeasureInput
          label="Margin"
          :mm="marginOf(document.stock.stock)"
          :min-mm="0"
          :max-mm="500"
          @change="measure({ ...(document.stock.stock as SheetStock), marginMm: evenMargin($event) })"
        />
        <MeasureInput
          label="Gap"
          :mm="document.gapMm"
          :min-mm="0"
          :max-mm="200"
          @change="sheet.change({ gapMm: $event })"
        />
        <SwitchField
          label="Shared cut lines"
          :model-value="document.gapMm === kerfMm"
          @update:model-value="sheet.change({ gapMm: $event ? kerfMm : usualGap(kerfMm) })"
        />
      </div>
      <div v-else-if="document.stock.stock.kind === 'roll'" class="measures">
        <MeasureInput
          label="Label width"
          :mm="document.stock.stock.labelWidthMm"
          :min-mm="5"
          :max-mm="document.stock.stock.widthMm"
          @change="measure({ ...document.stock.stock, labelWidthMm: $event } as Stock)"
        />
        <MeasureInput
          label="Label height"
          :mm="document.stock.stock.labelHeightMm"
          :min-mm="5"
          :max-mm="2000"
          @change="measure({ ...document.stock.stock, labelHeightMm: $event } as Stock)"
        />
      </div>
      <p v-if="stockProblem" class="problem" role="alert">{{ stockProblem }}</p>
      <p v-if="document.stock.stock.kind === 'sheet' && sheet.view.value" class="note measure">
        room for {{ Number(sheet.view.value.room.width.toFixed(1)) }} ×
        {{ Number(sheet.view.value.room.height.toFixed(1)) }} mm
      </p>
      <div v-if="document.stock.id === 'at-hand' && saving === null">
        <button type="button" class="link" @click="saving = document.stock.name">
          Keep as one of your own…
        </button>
      </div>
      <form v-if="saving !== null" class="save" @submit.prevent="saveStock">
        <input v-model="saving" aria-label="Name of the stock" maxlength="60" />
        <button type="submit" class="action">Keep</button>
      </form>
      <button v-if="ownStock" type="button" class="link" @click="shelf.removeSheetStock(ownStock.id)">
        <Trash2 :size="13" aria-hidden="true" /> Forget this stock
      </button>
      <p v-if="shelf.problem" class="problem" role="alert">{{ shelf.problem }}</p>
    </section>

    <section v-if="isAlone && document.stock.stock.kind === 'sheet'">
      <h2 class="heading">Arrangement</h2>
      <PickList v-model="layout" label="Layout" :choices="layoutChoices" />
    </section>

    <section>
      <h2 class="heading">Pieces</h2>
      <ul class="pieces">
        <li v-for="(piece, index) in document.pieces" :key="piece.jobId">
          <span class="name">{{ sheet.view.value?.pieces[index]?.title ?? '…' }}</span>
          <NumberInput
            v-if="piece.quantity !== null"
            :label="`How many of piece ${index + 1}`"
            :value="piece.quantity"
            :min="1"
            :max="5000"
            unit="×"
            @change="setQuantity(index, Math.round($event))"
          />
          <button
            v-if="!isAlone"
            type="button"
            class="off"
            :aria-label="`Remove ${sheet.view.value?.pieces[index]?.title ?? 'it'} from the sheet`"
            @click="takeOff(index)"
          >
            <X :size="14" aria-hidden="true" />
          </button>
        </li>
      </ul>
      <SwitchField
        v-if="isAlone"
        label="As many as fit on one sheet"
        :model-value="document.pieces[0]!.quantity === null"
        @update:model-value="setQuantity(0, $event ? null : sheet.view.value?.perSheet || 1)"
      />
      <div v-if="addable.length > 0" class="add">
        <Plus :size="14" aria-hidden="true" />
        <PickList
          :model-value="added"
          label="Another job on this sheet"
          :choices="[{ value: '', label: 'Another job…' }, ...addable]"
          @update:model-value="add"
        />
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </section>

    <section v-if="document.stock.stock.kind === 'sheet'">
      <h2 class="heading">Marks on the sheet</h2>
      <SwitchField
        v-for="{ mark, label } in markRows"
        :key="mark"
        :label="label"
        :model-value="document.marks[mark]"
        @update:model-value="sheet.change({ marks: { ...document.marks, [mark]: $event } })"
      />
    </section>
  </div>
</template>

<style scoped>
.setup,
section {
  display: grid;
  gap: 10px;
}

.setup {
  gap: 18px;
}

.measures {
  display: grid;
  gap: 8px;
}

.pieces {
  display: grid;
  gap: 6px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.pieces li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 92px auto;
  gap: 8px;
  align-items: center;
}

.setup .link {
  justify-self: start;
}

/* The name beside it says what is counted; its label is for those who do not see it. */
.pieces :deep(.field) {
  display: block;
  position: relative;
}

.pieces :deep(label) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}

.name {
  overflow: hidden;
  font-weight: 500;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.off {
  padding: 0;
  border: 0;
  background: none;
  color: var(--accent-dark);
  font-size: var(--text-note);
  cursor: pointer;
}

.save,
.add {
  display: flex;
  gap: 6px;
  align-items: center;
}

.save input {
  flex: 1;
  min-width: 0;
  padding: 4px 6px;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  font: inherit;
}

.problem {
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
