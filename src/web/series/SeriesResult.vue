<script setup lang="ts">
/** The piece of the row at hand, what is wrong with it, and the document of all. */
import { ChevronLeft, ChevronRight, Download } from '@lucide/vue';
import { computed, ref } from 'vue';
import { pairOfJob } from '../../core/job';
import { formatOf } from '../../core/output';
import { operationFormats } from '../../core/run';
import type { SeriesForm } from '../../engine';
import PickList from '../shared/PickList.vue';
import PieceThumb from '../shared/PieceThumb.vue';
import StateShape from '../shared/StateShape.vue';
import SwitchField from '../shared/SwitchField.vue';
import { useWording } from '../shared/useWording';
import { rowTexts } from './rowWords';
import type { SeriesAtHand } from './useSeries';

const props = defineProps<{ id: string; series: SeriesAtHand }>();
const row = computed(() => props.series.row.value);
const view = computed(() => props.series.view.value?.rows[row.value] ?? null);
const texts = computed(() => (view.value === null ? [] : rowTexts(view.value, props.series.firstRow.value)));
const count = computed(() => props.series.rows.value?.rows.length ?? 0);
const made = computed(
  () => props.series.view.value?.rows.filter(({ state }) => state === 'made').length ?? 0,
);
const held = computed(
  () => props.series.view.value?.rows.filter(({ state }) => state === 'held back').length ?? 0,
);
const taken = computed(() => props.series.taken.value);
const { words } = useWording();
const form = ref<SeriesForm>('document');
const forms = computed(() => [
  { value: 'document' as SeriesForm, label: 'One PDF, with an index' },
  ...operationFormats(pairOfJob(props.series.job.value!)).map((id) => ({
    value: id as SeriesForm,
    label: formatOf(id).name,
    group: 'A file for each row',
  })),
]);
const doingTexts = {
  measuring: 'Measuring the rows',
  proving: 'Proving the row of the largest symbol',
  writing: 'Writing',
  'reading back': 'Reading the codes back',
};
</script>

<template>
  <div class="result">
    <section>
      <div class="steps">
        <button type="button" aria-label="Row before" :disabled="row === 0" @click="series.show(row - 1)">
          <ChevronLeft :size="16" aria-hidden="true" />
        </button>
        <h2 class="heading">Row {{ row + series.firstRow.value }}</h2>
        <button
          type="button"
          aria-label="Next row"
          :disabled="row >= count - 1"
          @click="series.show(row + 1)"
        >
          <ChevronRight :size="16" aria-hidden="true" />
        </button>
      </div>
      <div class="piece" data-test="series-piece">
        <PieceThumb v-if="series.picture.value" :picture="series.picture.value" />
      </div>
      <p v-if="view" class="payload measure">{{ view.payload || 'no message' }}</p>
      <p v-for="text in texts" :key="text" class="said" role="alert">
        <StateShape :state="view?.state === 'held back' ? 'stop' : 'caution'" /> <span>{{ text }}</span>
      </p>
    </section>

    <section>
      <h2 class="heading">The document</h2>
      <SwitchField
        v-if="series.sheet.value"
        :label="`On sheets: ${series.sheet.value.stock.name}`"
        :model-value="series.document.value?.onSheet ?? false"
        @update:model-value="series.change({ onSheet: $event })"
      />
      <p class="note">
        <template v-if="!series.sheet.value">A page for each piece. </template>
        <RouterLink :to="{ name: 'sheet', params: { id } }">{{
          series.sheet.value ? 'Change the sheet…' : 'Lay them on a sheet…'
        }}</RouterLink>
      </p>
      <PickList v-model="form" label="Form of the files" :choices="forms" />
      <button
        type="button"
        class="action main"
        :disabled="made === 0"
        :aria-busy="series.progress.value !== null"
        @click="series.take(form)"
      >
        <Download :size="15" :stroke-width="1.8" aria-hidden="true" /> Take {{ made }}
        {{ made === 1 ? 'row' : 'rows' }}{{ form === 'document' ? ' as PDF' : '' }}
      </button>
      <p v-if="held > 0" class="note">
        {{ held }} {{ held === 1 ? 'row is' : 'rows are' }} held back and will not be in it.
      </p>
      <p v-if="series.progress.value" class="waiting" role="status">
        <progress :value="series.progress.value.share" :max="1" aria-label="Done so far"></progress>
        {{ doingTexts[series.progress.value.doing] }}
        <button type="button" class="link" @click="series.giveUp()">Give up</button>
      </p>
      <p v-if="series.stopped.value" class="said" role="alert">
        <StateShape state="stop" />
        <span
          >Row {{ series.stopped.value.row + series.firstRow.value }} does not read:
          {{ words(series.stopped.value.finding.text) }}</span
        >
      </p>
      <div v-if="taken" data-test="series-taken" role="status">
        <p v-if="taken.wrong.length > 0" class="said">
          <StateShape state="stop" />
          <span
            >Nothing was handed over: row
            {{
              taken.wrong
                .slice(0, 6)
                .map((own) => own.row + series.firstRow.value)
                .join(', ')
            }}
            does not read as it should.</span
          >
        </p>
        <p v-else class="said">
          <StateShape state="fine" />
          <span
            >{{ taken.codes }} of {{ taken.codes }} codes were read, each from its own
            {{
              taken.pages === null
                ? 'file'
                : `place on ${taken.pages} ${taken.pages === 1 ? 'page' : 'pages'}`
            }}, and say what their rows say.</span
          >
        </p>
        <ul class="names">
          <li v-for="file in taken.files" :key="file.name" class="measure">{{ file.name }}</li>
        </ul>
      </div>
    </section>
  </div>
</template>

<style scoped src="../shared/result.css"></style>
<style scoped>
.piece {
  display: grid;
  height: 230px;
  padding: 12px;
  background: var(--bench);
}

.piece svg {
  width: 100%;
  height: 100%;
  min-height: 0;
}

.payload {
  overflow-wrap: anywhere;
  white-space: pre-line;
}

.note a {
  color: var(--accent-dark);
}

.waiting {
  display: flex;
  gap: 9px;
  align-items: center;
  font-size: 12.5px;
}

.waiting progress {
  width: 80px;
}
</style>
