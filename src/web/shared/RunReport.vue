<script setup lang="ts">
/** A run: how far it is, or what it made, held back and left out, and why. */
import { computed } from 'vue';
import { DateTime } from 'luxon';
import type { SeriesStage } from '../../core/production';
import StateShape from './StateShape.vue';
import type { RunAtHand } from './useRun';

const props = defineProps<{ running: RunAtHand; firstRow: number }>();
const run = computed(() => props.running.run.value!);
const report = computed(() => run.value.report);
const doingTexts: Readonly<Record<SeriesStage, string>> = {
  measuring: 'Measuring the rows',
  proving: 'Proving a row of each version',
  writing: 'Writing',
  'reading-back': 'Reading the codes back',
};
const left = computed(() => {
  const seconds = run.value.progress?.secondsLeft ?? null;
  if (seconds === null) return '';
  return seconds < 90
    ? `, about ${Math.max(1, Math.round(seconds))} s left`
    : `, about ${Math.round(seconds / 60)} min left`;
});
const when = computed(() =>
  DateTime.fromISO(run.value.endedAt ?? run.value.askedAt).toFormat('d LLL yyyy, HH:mm'),
);
const where = computed(() => {
  const { pages = null } = report.value ?? {};
  return pages === null ? 'file' : `place on ${pages} ${pages === 1 ? 'page' : 'pages'}`;
});
const rowsOf = (count: number): string => `${count} ${count === 1 ? 'row' : 'rows'}`;
const others = computed(() => {
  if (report.value === null) return [];
  const { heldBack, leftOut, madeBefore } = report.value;
  return [
    ...(heldBack > 0 ? [`${rowsOf(heldBack)} blocked`] : []),
    ...(leftOut > 0 ? [`${rowsOf(leftOut)} left out`] : []),
    ...(madeBefore > 0 ? [`${rowsOf(madeBefore)} made before`] : []),
  ];
});
</script>

<template>
  <div class="run" data-test="run">
    <template v-if="run.state === 'under-way'">
      <p class="waiting" role="status">
        <progress
          :value="run.progress?.share ?? 0"
          :max="1"
          :aria-label="run.progress ? doingTexts[run.progress.doing] : 'Waiting'"
        ></progress>
        <span>{{ run.progress ? doingTexts[run.progress.doing] : 'Waiting for its turn' }}{{ left }}</span>
        <button type="button" class="link" @click="running.giveUp()">Stop</button>
      </p>
      <p class="note">
        {{
          running.isAway.value
            ? 'The server does not answer; it goes on with this when it is back.'
            : 'It goes on when this page is closed.'
        }}
      </p>
    </template>
    <template v-else>
      <p class="said" role="status">
        <StateShape :state="run.state === 'made' ? 'fine' : run.state === 'given-up' ? 'none' : 'stop'" />
        <span v-if="run.state === 'made' && report"
          >Run {{ run.number }}, {{ when }}: {{ report.codes }} of {{ report.codes }} codes were read, each
          from its own {{ where }}, and say what their rows say.</span
        >
        <span v-else-if="run.state === 'given-up'">Run {{ run.number }} was stopped.</span>
        <span v-else
          >Run {{ run.number }}: no files were made.<template v-if="report?.problemRow != null">
            Row {{ report.problemRow + firstRow }} does not read.</template
          >
          {{ report?.problem ?? 'What it was made from cannot be read by this program.' }}</span
        >
      </p>
      <p v-if="others.length > 0" class="note">{{ others.join(', ') }}.</p>
      <ul v-if="report && report.held.length > 0" class="names">
        <li v-for="row in report.held.slice(0, 5)" :key="row.row">
          Row {{ row.row + firstRow }}: {{ row.why }}
        </li>
        <li v-if="report.heldBack > 5">and {{ report.heldBack - 5 }} more.</li>
      </ul>
      <ul v-if="report && report.wrong.length > 0" class="names">
        <li v-for="row in report.wrong.slice(0, 6)" :key="row.row">
          Row {{ row.row + firstRow }}:
          {{ row.text === null ? 'nothing was read' : `“${row.text}” was read` }}
        </li>
      </ul>
      <ul v-if="report && report.files.length > 0" class="names">
        <li v-for="file in report.files.slice(0, 6)" :key="file" class="measure">{{ file }}</li>
        <li v-if="report.files.length > 6">and {{ report.files.length - 6 }} more.</li>
      </ul>
      <p class="links">
        <button v-if="run.hasFiles" type="button" class="link" @click="running.download()">
          Download the files again
        </button>
        <button
          v-if="run.state === 'given-up' || run.state === 'broken'"
          type="button"
          class="link"
          @click="running.goOn()"
        >
          Go on with it
        </button>
      </p>
    </template>
  </div>
</template>

<style scoped src="./result.css"></style>
<style scoped>
.run {
  display: grid;
  gap: 6px;
  padding-top: 8px;
  border-top: 1px solid var(--rule);
}

.waiting {
  display: flex;
  gap: 9px;
  align-items: center;
  font-size: var(--text-note);
}

.waiting progress {
  flex: none;
  width: 70px;
}

.links {
  display: flex;
  gap: 14px;
}
</style>
