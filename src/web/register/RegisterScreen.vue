<script setup lang="ts">
/** Made pieces: runs on the left, their pieces in the middle, the piece at hand on the right. */
import { Camera } from '@lucide/vue';
import { DateTime } from 'luxon';
import { onMounted } from 'vue';
import FilePicker from '../shared/FilePicker.vue';
import WorkScreen from '../shared/WorkScreen.vue';
import PieceFacts from './PieceFacts.vue';
import RunList from './RunList.vue';
import { numberOf, samePiece, useRegister } from './useRegister';

const props = defineProps<{ payload: string }>();
const register = useRegister(props.payload);
const { problem, find, payload: seen, ofRun, runs, piece, isReading } = register;
const found = register.register;
onMounted(() => (document.title = 'Made pieces · Binarus'));
/** Without what all addresses begin with: their ends tell them apart. */
const shortMessage = (payload: string): string => payload.replace(/^https?:\/\//i, '');
const day = (at: string): string => DateTime.fromISO(at).toFormat('d LLL yyyy');

function step(event: KeyboardEvent, by: number): void {
  const pieces = found.value?.pieces ?? [];
  const at = pieces.findIndex((made) => samePiece(piece.value, made));
  const next = pieces[Math.min(Math.max(at + by, 0), pieces.length - 1)];
  if (next === undefined) return;
  event.preventDefault();
  piece.value = next;
  (event.currentTarget as HTMLElement).querySelector('.at')?.scrollIntoView({ block: 'nearest' });
}
</script>

<template>
  <WorkScreen
    title="Made pieces"
    left-name="Find a piece, and the runs"
    middle-name="The pieces"
    right-name="The piece at hand"
    :problem="problem"
  >
    <template #left>
      <label class="find">
        <span>Number or message</span>
        <input v-model="find" type="search" maxlength="500" />
      </label>
      <FilePicker accept="image/*" label="Photograph of a piece" class="action" @pick="register.findPhoto">
        <Camera :size="15" :stroke-width="1.8" aria-hidden="true" />
        {{ isReading ? 'Reading…' : 'Find by photograph…' }}
      </FilePicker>
      <p v-if="seen !== null" class="note" role="status">
        The photograph says <span class="measure">{{ seen }}</span>.
        <button type="button" class="link" @click="seen = null">Show all</button>
      </p>
      <RunList :runs="runs" :chosen="ofRun" @choose="ofRun = $event" @forget="register.forget" />
    </template>
    <template #middle>
      <div
        v-if="found && found.pieces.length > 0"
        class="pieces"
        tabindex="0"
        aria-label="Pieces"
        @keydown.down="step($event, 1)"
        @keydown.up="step($event, -1)"
      >
        <table>
          <colgroup>
            <col class="number" />
            <col />
            <col class="job" />
            <col class="count" />
            <col class="count" />
            <col class="day" />
            <col class="words" />
          </colgroup>
          <thead>
            <tr>
              <th>number</th>
              <th>message</th>
              <th>job</th>
              <th class="figure">run</th>
              <th class="figure">page</th>
              <th>made</th>
              <th>note</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="made in found.pieces"
              :key="`${made.runId} ${made.row} ${made.copy}`"
              :class="{ at: samePiece(piece, made) }"
              :aria-selected="samePiece(piece, made)"
              @click="piece = made"
            >
              <td class="measure" :title="numberOf(made)">{{ numberOf(made) }}</td>
              <td :title="made.payload">{{ shortMessage(made.payload) }}</td>
              <td :title="made.jobName">{{ made.jobName }}</td>
              <td class="figure">{{ made.runNumber }}</td>
              <td class="figure">{{ made.page === null ? '' : made.page + 1 }}</td>
              <td>{{ day(made.madeAt) }}</td>
              <td :title="made.note">{{ made.note }}</td>
            </tr>
          </tbody>
        </table>
        <p class="note more">
          {{ found.pieces.length }} of {{ found.found }} shown.
          <button
            v-if="found.pieces.length < found.found"
            type="button"
            class="link"
            @click="register.more()"
          >
            Show more
          </button>
        </p>
      </div>
      <p v-else-if="found" class="note empty">
        {{
          find || seen !== null || ofRun
            ? 'No piece that was made here is like that.'
            : 'Nothing made yet. When you make a series, every piece shows up here with its number, its run and its place on the sheet. A series begins at the Output of a job.'
        }}
      </p>
    </template>
    <template #right><PieceFacts v-if="piece" :register="register" :piece="piece" /></template>
  </WorkScreen>
</template>

<style scoped>
.note .measure {
  overflow-wrap: anywhere;
}

.find {
  display: grid;
  gap: 4px;
  font-size: var(--text-note);
}

.find input {
  padding: 5px 7px;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--white);
  color: var(--ink);
}

.pieces {
  height: 100%;
  overflow: auto;
  background: var(--paper-raised);
  outline-offset: -2px;
}

table {
  width: 100%;
  min-width: 560px;
  table-layout: fixed;
  border-collapse: collapse;
  font-size: var(--text-note);
}

th,
td {
  padding: 5px 8px;
  overflow: hidden;
  border-bottom: 1px solid var(--rule-soft);
  text-align: left;
  text-overflow: ellipsis;
  white-space: nowrap;
}

th {
  position: sticky;
  top: 0;
  background: var(--paper-sunk);
  font-weight: 600;
}

col.number {
  width: 92px;
}

col.job {
  width: 16%;
}

col.count {
  width: 52px;
}

col.day {
  width: 92px;
}

col.words {
  width: 15%;
}

.figure {
  text-align: right;
}

td.figure {
  font-family: var(--mono);
}

tbody tr {
  cursor: pointer;
}

.at {
  background: var(--accent-pale);
}

.more {
  padding: 10px;
}

.empty {
  max-width: 46ch;
  margin: 40px auto;
}
</style>
