<script setup lang="ts">
/** What becomes of the rows: in which form they are taken, and the run that makes them on the server. */
import { Download } from '@lucide/vue';
import { computed, ref } from 'vue';
import { pairOfJob } from '../../core/job';
import { formatOf } from '../../core/output';
import { operationFormats } from '../../core/files';
import type { SeriesForm } from '../../core/production';
import PickList from '../shared/PickList.vue';
import RunReport from '../shared/RunReport.vue';
import SwitchField from '../shared/SwitchField.vue';
import RowPanel from './RowPanel.vue';
import type { SeriesAtHand } from './useSeries';

const props = defineProps<{ id: string; series: SeriesAtHand }>();
const rows = computed(() => props.series.view.value?.rows ?? []);
const held = computed(() => rows.value.filter(({ state }) => state === 'held-back').length);
const before = computed(() => props.series.madeBefore.value.size);
const again = ref(false);
const contacts = ref(true);
const form = ref<SeriesForm>('document');
const made = computed(
  () => rows.value.filter(({ state }) => state === 'made').length - (again.value ? 0 : before.value),
);
const forms = computed(() => [
  { value: 'document' as SeriesForm, label: 'One PDF, with an index' },
  ...operationFormats(pairOfJob(props.series.job.value!)).map((id) => ({
    value: id as SeriesForm,
    label: formatOf(id).name,
    group: 'A file for each row',
  })),
]);
const run = computed(() => props.series.running.run.value);
const isUnderWay = computed(() => run.value?.state === 'under-way');
</script>

<template>
  <div class="result">
    <RowPanel :series="series" />

    <section>
      <h2 class="heading">All of them</h2>
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
      <SwitchField v-model="contacts" label="With a contact sheet" />
      <SwitchField
        v-if="before > 0"
        v-model="again"
        :label="`Also the ${before} that ${before === 1 ? 'was' : 'were'} made before`"
      />
      <button
        type="button"
        class="action main"
        :disabled="made <= 0 || isUnderWay"
        :aria-busy="isUnderWay"
        @click="series.make({ form, again, contacts })"
      >
        <Download :size="15" :stroke-width="1.8" aria-hidden="true" />
        {{
          made <= 0
            ? 'Nothing to download'
            : `Download ${made} ${made === 1 ? 'row' : 'rows'}${form === 'document' ? ' as PDF' : ''}`
        }}
      </button>
      <p v-if="held > 0" class="note">
        {{ held }} {{ held === 1 ? 'row is' : 'rows are' }} blocked and will not be in it.
      </p>
      <p v-if="before > 0 && !again" class="note">
        {{ before }} {{ before === 1 ? 'row was' : 'rows were' }} made before and will not be in it, so that
        no number is given twice.
      </p>
      <RunReport v-if="run" :running="series.running" :first-row="series.firstRow.value" />
      <p class="note"><RouterLink :to="{ name: 'register' }">Made pieces…</RouterLink></p>
    </section>
  </div>
</template>

<style scoped src="../shared/result.css"></style>
<style scoped>
.note a {
  color: var(--accent-dark);
}
</style>
