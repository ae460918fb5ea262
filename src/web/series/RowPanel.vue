<script setup lang="ts">
/** The row at hand: its piece, how it reads, what is wrong with it, and what mends it: here, or in all rows alike. */
import { ChevronLeft, ChevronRight } from '@lucide/vue';
import { computed } from 'vue';
import { findingKey, type Finding, type Fix } from '../../core/finding';
import PieceThumb from '../shared/PieceThumb.vue';
import StateShape from '../shared/StateShape.vue';
import SwitchField from '../shared/SwitchField.vue';
import { useAttempt } from '../shared/useAttempt';
import { useWording } from '../shared/useWording';
import { madeBeforeText, rowTexts } from './rowWords';
import { useRow } from './useRow';
import type { SeriesAtHand } from './useSeries';

const props = defineProps<{ series: SeriesAtHand }>();
const { problem, attempt } = useAttempt();
const { own: atHand, reads } = useRow(props.series, attempt);
const { words } = useWording();
const row = computed(() => props.series.row.value);
const rows = computed(() => props.series.rows.value!);
const view = computed(() => props.series.view.value?.rows[row.value] ?? null);
const texts = computed(() =>
  view.value === null
    ? []
    : rowTexts(
        // Limits stand below with what mends them, once they are measured with that.
        atHand.value === null ? view.value : { ...view.value, stops: [] },
        props.series.firstRow.value,
        madeBeforeText(props.series.madeBefore.value.get(row.value)),
      ),
);
const isTable = computed(() => props.series.document.value?.source.kind === 'table');
const isOut = computed(() => props.series.document.value?.leftOut.includes(row.value) ?? false);
/** Limits as they are, and the proof where it is not good. */
const findings = computed((): readonly Finding[] => {
  const proof =
    reads.value.state === 'judged' && reads.value.finding.severity !== 'fine' ? [reads.value.finding] : [];
  return [...proof, ...(atHand.value?.findings ?? [])];
});
const stops = computed(() => findings.value.filter(({ severity }) => severity === 'stop'));
const fixesOf = computed(
  () => props.series.document.value?.fixes.filter((fix) => fix.row === row.value || fix.row === null) ?? [],
);
const mend = (fix: Fix, of: number | null): void => props.series.fix(of, fix.changes);
const undo = (): void =>
  props.series.change({
    fixes: props.series.document.value!.fixes.filter((fix) => !fixesOf.value.includes(fix)),
  });
</script>

<template>
  <section>
    <div class="steps">
      <button type="button" aria-label="Row before" :disabled="row === 0" @click="series.show(row - 1)">
        <ChevronLeft :size="16" aria-hidden="true" />
      </button>
      <h2 class="heading">Row {{ row + series.firstRow.value }}</h2>
      <button
        type="button"
        aria-label="Next row"
        :disabled="row >= rows.rows.length - 1"
        @click="series.show(row + 1)"
      >
        <ChevronRight :size="16" aria-hidden="true" />
      </button>
    </div>
    <div class="piece" data-test="series-piece">
      <PieceThumb v-if="atHand" :picture="atHand.picture" />
    </div>
    <p v-if="view" class="payload measure">{{ view.payload || 'no message' }}</p>
    <p class="said" data-test="row-reads" role="status">
      <template v-if="reads.state === 'judged'">
        <StateShape :state="reads.finding.severity" />
        <span>{{
          reads.finding.severity === 'fine' ? 'The panel reads it promptly.' : words(reads.finding.text)
        }}</span>
      </template>
      <template v-else-if="reads.state === 'checking'">
        <StateShape state="none" /> <span>Reading it, {{ reads.shots }} of {{ reads.ofShots }} shots</span>
      </template>
      <template v-else-if="reads.state === 'failed'">
        <StateShape state="none" /> <span>It was not read: {{ reads.problem }}</span>
      </template>
    </p>
    <p v-if="problem" class="said" role="alert">
      <StateShape state="stop" /> <span>{{ problem }}</span>
    </p>
    <p v-for="text in texts" :key="text" class="said" role="alert">
      <StateShape :state="view?.state === 'held-back' ? 'stop' : 'caution'" /> <span>{{ text }}</span>
    </p>
    <div v-for="finding in stops" :key="findingKey(finding)" class="mend">
      <p class="note">{{ finding.title }}: {{ words(finding.text) }}</p>
      <div v-for="fix in finding.fixes.slice(0, 3)" :key="words(fix.label)" class="fix">
        <span>{{ words(fix.label) }}</span>
        <button type="button" class="link" @click="mend(fix, row)">this row</button>
        <button type="button" class="link" @click="mend(fix, null)">all rows</button>
      </div>
    </div>
    <p v-if="fixesOf.length > 0" class="note">
      {{ fixesOf.length }} {{ fixesOf.length === 1 ? 'change' : 'changes' }} to its piece.
      <button type="button" class="link" @click="undo">Undo</button>
    </p>
    <details v-if="isTable" class="cells">
      <summary>Cells of this row</summary>
      <label
        v-for="(column, index) in rows.columns"
        :key="column"
        v-memo="[row, rows.rows[row]?.[index]]"
        class="target"
      >
        <span>{{ column }}</span>
        <input
          :value="rows.rows[row]?.[index]"
          maxlength="8192"
          @change="series.setCell(row, index, ($event.target as HTMLInputElement).value)"
        />
      </label>
    </details>
    <SwitchField
      label="Leave this row out"
      :model-value="isOut"
      @update:model-value="series.leaveOut(row, $event)"
    />
  </section>
</template>

<style scoped src="../shared/result.css"></style>
<style scoped src="./fields.css"></style>
<style scoped>
.piece {
  display: grid;
  height: 200px;
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

.mend {
  display: grid;
  gap: 4px;
  padding-left: 10px;
  border-left: 3px solid var(--stop);
}

.fix {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 10px;
  align-items: baseline;
  font-size: var(--text-note);
}

.cells summary {
  font-size: var(--text-note);
  cursor: pointer;
}

.cells .target {
  margin-top: 6px;
}
</style>
