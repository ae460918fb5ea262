<script setup lang="ts">
/** The piece at hand: what it says, where it lay, a note of it, and the way to make it again. */
import { RotateCw } from '@lucide/vue';
import { DateTime } from 'luxon';
import { ref, watch } from 'vue';
import type { MadePiece } from '../../wire';
import RunReport from '../shared/RunReport.vue';
import { numberOf, type RegisterAtHand } from './useRegister';

const props = defineProps<{ register: RegisterAtHand; piece: MadePiece }>();
const note = ref('');
watch(
  () => props.piece,
  (piece) => (note.value = piece.note),
  { immediate: true },
);
const when = (at: string): string => DateTime.fromISO(at).toFormat('d LLL yyyy, HH:mm');
const run = props.register.running.run;
</script>

<template>
  <div class="facts">
    <h2 class="heading">{{ numberOf(piece) }}</h2>
    <p class="payload measure">{{ piece.payload }}</p>
    <dl>
      <dt>Job</dt>
      <dd>
        <RouterLink :to="{ name: 'bench', params: { id: piece.jobId } }">{{ piece.jobName }}</RouterLink>,
        revision {{ piece.revision }}
      </dd>
      <dt>Run</dt>
      <dd>{{ piece.runNumber }}, {{ when(piece.madeAt) }}</dd>
      <dt>File</dt>
      <dd class="file">{{ piece.file }}</dd>
      <template v-if="piece.page !== null && piece.place !== null">
        <dt>Lies on</dt>
        <dd>page {{ piece.page + 1 }}, place {{ piece.place + 1 }}</dd>
      </template>
    </dl>
    <label class="note-field">
      <span>Note</span>
      <textarea
        v-model="note"
        rows="3"
        maxlength="500"
        placeholder="broken, given to…"
        @change="register.note(note)"
      ></textarea>
    </label>
    <button
      type="button"
      class="action main"
      :disabled="run?.state === 'under-way'"
      @click="register.again('document')"
    >
      <RotateCw :size="15" :stroke-width="1.8" aria-hidden="true" /> Make it again
    </button>
    <p class="note">One PDF of this piece alone, in the version that the others of its run have.</p>
    <RunReport v-if="run" :running="register.running" :first-row="1" />
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  gap: 12px;
}

.payload {
  overflow-wrap: anywhere;
  white-space: pre-line;
}

dl {
  display: grid;
  grid-template-columns: 60px 1fr;
  gap: 4px 10px;
  margin: 0;
  font-size: var(--text-note);
}

dt {
  color: var(--ink-soft);
}

dd {
  margin: 0;
}

.file {
  overflow-wrap: anywhere;
}

dd a {
  color: var(--accent-dark);
}

.note-field {
  display: grid;
  gap: 4px;
  font-size: var(--text-note);
}

textarea {
  padding: 5px 7px;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--white);
  color: var(--ink);
  font: inherit;
  resize: vertical;
}

.main {
  justify-self: start;
}
</style>
