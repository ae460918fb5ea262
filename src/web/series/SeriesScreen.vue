<script setup lang="ts">
/** A series: where its rows come from and what they set on the left, the rows in the middle, the piece of one on the right. */
import { onMounted } from 'vue';
import { shownTitle } from '../../core/job';
import KeepingBar from '../shared/saving/KeepingBar.vue';
import WorkScreen from '../shared/WorkScreen.vue';
import RowList from './RowList.vue';
import SeriesResult from './SeriesResult.vue';
import SeriesSource from './SeriesSource.vue';
import { useSeries } from './useSeries';

const props = defineProps<{ id: string }>();
const series = useSeries(props.id);
onMounted(() => (document.title = 'Series · Binarus'));

/** Cells that were copied from a spreadsheet; text for a field goes there. */
function paste(event: ClipboardEvent): void {
  const { target } = event;
  if (target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement) return;
  const text = event.clipboardData?.getData('text/plain') ?? '';
  if (text.trim() === '') return;
  event.preventDefault();
  series.paste(text);
}
function drop(event: DragEvent): void {
  const file = event.dataTransfer?.files[0];
  if (file === undefined) return;
  event.preventDefault();
  void series.openFile(file);
}
</script>

<template>
  <WorkScreen
    :back="{ name: 'bench', params: { id, station: 'output' } }"
    back-name="Bench"
    title="Series"
    left-name="Rows, and what they set"
    middle-name="The rows"
    right-name="The piece of a row"
    :problem="series.problem.value"
    tabindex="-1"
    @paste="paste"
    @dragover.prevent
    @drop="drop"
  >
    <template #head>
      <p v-if="series.job.value" class="note">
        {{ shownTitle(series.job.value)
        }}{{ series.document.value ? ` · ${series.isSaved.value ? 'saved' : 'not saved yet'}` : '' }}
      </p>
      <KeepingBar
        noun="series"
        is-small
        :state="series.saving.state.value"
        :why="series.saving.why.value"
        @save="series.saving.saveNow()"
        @take-theirs="series.saving.takeTheirs()"
        @keep-mine="series.saving.keepMine()"
      >
        <template #gone><RouterLink class="action quiet" to="/">To the shelf</RouterLink></template>
      </KeepingBar>
    </template>
    <template #left><SeriesSource v-if="series.job.value" :series="series" /></template>
    <template #middle>
      <RowList
        v-if="series.rows.value"
        :rows="series.rows.value"
        :view="series.view.value"
        :made-before="series.madeBefore.value"
        :row="series.row.value"
        :first-row="series.firstRow.value"
        @show="series.show"
      />
      <p v-else class="note empty">
        Open a table, drop one here, paste cells from a spreadsheet, or count numbers. Each row becomes a
        piece of its own, and every code is read back from the page that it lies on.
      </p>
    </template>
    <template #right><SeriesResult v-if="series.rows.value" :id="id" :series="series" /></template>
  </WorkScreen>
</template>
