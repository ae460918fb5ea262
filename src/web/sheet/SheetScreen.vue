<script setup lang="ts">
/** A sheet: its stock and pieces on the left, the sheet with the chart of sizes in the middle, what it comes to on the right. */
import { Undo2 } from '@lucide/vue';
import { onMounted, ref } from 'vue';
import { shownTitle } from '../../core/job';
import UnitSwitch from '../shared/UnitSwitch.vue';
import KeepingBar from '../shared/saving/KeepingBar.vue';
import WorkScreen from '../shared/WorkScreen.vue';
import SheetDrawing from './SheetDrawing.vue';
import SheetResult from './SheetResult.vue';
import SheetSetup from './SheetSetup.vue';
import SizeChart from './SizeChart.vue';
import { useSheet } from './useSheet';

const props = defineProps<{ id: string }>();
const sheet = useSheet(props.id);
const page = ref(0);
/** What is typed has an undo of its own. */
function undo(event: KeyboardEvent): void {
  if (event.target instanceof HTMLInputElement) return;
  event.preventDefault();
  sheet.undo();
}
onMounted(() => (document.title = 'Sheet · Binarus'));
</script>

<template>
  <WorkScreen
    :back="{ name: 'bench', params: { id, station: 'output' } }"
    back-name="Bench"
    title="Sheet"
    left-name="Stock and pieces"
    middle-name="The sheet"
    right-name="What it comes to"
    :problem="sheet.problem.value"
    @keydown.ctrl.z="undo"
  >
    <template #head>
      <p v-if="sheet.job.value" class="note">
        {{ shownTitle(sheet.job.value) }} · {{ sheet.isSaved.value ? 'saved' : 'not saved yet' }}
      </p>
      <button
        type="button"
        class="undo"
        aria-label="Undo"
        :disabled="!sheet.canUndo.value"
        @click="sheet.undo()"
      >
        <Undo2 :size="16" :stroke-width="1.6" aria-hidden="true" />
      </button>
      <KeepingBar
        noun="sheet"
        is-small
        :state="sheet.saving.state.value"
        :why="sheet.saving.why.value"
        @save="sheet.saving.saveNow()"
        @take-theirs="sheet.saving.takeTheirs()"
        @keep-mine="sheet.saving.keepMine()"
      >
        <template #gone><RouterLink class="action quiet" to="/">To the shelf</RouterLink></template>
      </KeepingBar>
      <UnitSwitch class="unit" />
    </template>
    <template #left><SheetSetup v-if="sheet.document.value" :sheet="sheet" /></template>
    <template #middle>
      <div v-if="sheet.document.value && sheet.view.value" class="middle">
        <SheetDrawing
          v-model:page="page"
          :document="sheet.document.value"
          :view="sheet.view.value"
          @change="sheet.change"
        />
        <SizeChart
          v-if="sheet.view.value.chart.length > 1 && sheet.job.value"
          :points="sheet.view.value.chart"
          :now-mm="sheet.view.value.pieces[0]!.box.width"
          :ratio="sheet.view.value.pieces[0]!.box.height / sheet.view.value.pieces[0]!.box.width"
          :least-mm="sheet.leastWidthMm.value"
          @pick="sheet.resize"
        />
      </div>
      <p v-else-if="sheet.problem.value === ''" class="note empty">Laying it out…</p>
      <p v-else class="note empty">{{ sheet.problem.value }}</p>
    </template>
    <template #right
      ><SheetResult v-if="sheet.view.value" v-model:page="page" :sheet="sheet" :view="sheet.view.value"
    /></template>
  </WorkScreen>
</template>

<style scoped>
.unit {
  order: 1;
}

.undo {
  order: 1;
  align-self: center;
  margin-left: auto;
  padding: 4px 6px;
  border: 0;
  background: none;
  color: var(--ink);
  cursor: pointer;
}

.undo:disabled {
  opacity: 0.35;
  cursor: default;
}

.middle {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  min-height: 0;
}
</style>
