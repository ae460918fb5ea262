<script setup lang="ts">
/** One job on the shelf. */
import { severityOfVerdict } from '../../core/finding';
import { Archive, ArchiveRestore, Copy, Pencil, Trash2 } from '@lucide/vue';
import { computed, nextTick, ref, useTemplateRef } from 'vue';
import { stateOf, type JobSummary } from '../../wire';
import StateShape from '../shared/StateShape.vue';
import { lengthNumber } from '../shared/units';
import { usePreferences } from '../stores/preferences';
import { useShelf } from '../stores/shelf';
import { stateNames } from './shelfNames';
import { usePicture } from './usePicture';
import PieceThumb from '../shared/PieceThumb.vue';

const props = defineProps<{ job: JobSummary; selected: boolean }>();
defineEmits<{ select: [] }>();
const preferences = usePreferences();
const shelf = useShelf();
const picture = usePicture(() => props.job);
const newName = ref<string | null>(null);
const nameInput = useTemplateRef<HTMLInputElement>('nameInput');

const size = computed(
  () =>
    `${lengthNumber(props.job.widthMm, preferences.unit)} × ${lengthNumber(props.job.heightMm, preferences.unit)} ${preferences.unit}`,
);
const state = computed(() => stateOf(props.job));
const shape = computed(() => {
  const { severity } = props.job;
  if (state.value === 'blocked') return 'stop';
  if (state.value === 'stale') return 'caution';
  if (state.value === 'ready') return severity === 'caution' ? 'caution' : 'fine';
  if (state.value === 'new' || state.value === 'unmeasured') return 'none';
  const verdict = props.job.proof?.revision === props.job.revision ? props.job.proof.verdict : 'good';
  return severityOfVerdict[verdict];
});
/** What the state means, where the word alone does not say it. */
const explanation = computed(() => {
  const { proof, revision } = props.job;
  if (state.value === 'stale' && proof !== null)
    return `Revision ${proof.revision} was proved; revision ${revision} was not.`;
  if (state.value === 'blocked') return 'Something has to be changed before it can be made.';
  return undefined;
});
const savedAt = computed(() =>
  new Date(props.job.savedAt).toLocaleString(undefined, {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  }),
);

async function startRenaming(): Promise<void> {
  newName.value = props.job.name;
  await nextTick();
  nameInput.value?.select();
}

function finishRenaming(): void {
  const name = newName.value?.trim();
  newName.value = null;
  if (name) void shelf.rename(props.job.id, name.slice(0, 120));
}
</script>

<template>
  <div class="row" :class="{ selected }" draggable="true">
    <input
      type="checkbox"
      :checked="selected"
      :aria-label="`Select ${job.name}`"
      tabindex="-1"
      @change="$emit('select')"
    />
    <PieceThumb v-if="picture" class="picture" :picture="picture" />
    <svg v-else class="picture" :viewBox="`0 0 ${job.widthMm} ${job.heightMm}`" aria-hidden="true" />
    <div class="name">
      <input
        v-if="newName !== null"
        ref="nameInput"
        v-model="newName"
        class="rename"
        aria-label="New name"
        @keydown.enter="finishRenaming"
        @keydown.esc.stop="newName = null"
        @blur="finishRenaming"
      />
      <RouterLink
        v-else
        :to="{ name: 'bench', params: { id: job.id } }"
        data-job
        :data-id="job.id"
        draggable="false"
      >
        {{ job.name }}
      </RouterLink>
      <p class="note">{{ job.collection || 'no collection' }} · revision {{ job.revision }}</p>
    </div>
    <p class="message measure">{{ job.message || 'no message yet' }}</p>
    <div>
      <p class="measure size">{{ size }}</p>
      <p class="note">{{ job.material }}</p>
    </div>
    <p class="state" :title="explanation"><StateShape :state="shape" />{{ stateNames[state] }}</p>
    <div class="end">
      <p class="note">{{ savedAt }}</p>
      <div class="actions">
        <button type="button" title="Rename (F2)" aria-label="Rename" @click="startRenaming">
          <Pencil :size="15" />
        </button>
        <button type="button" title="Duplicate (D)" aria-label="Duplicate" @click="shelf.duplicate(job.id)">
          <Copy :size="15" />
        </button>
        <button
          v-if="job.place !== 'shelf'"
          type="button"
          title="Back to the shelf"
          aria-label="Back to the shelf"
          @click="shelf.move([job.id], 'shelf')"
        >
          <ArchiveRestore :size="15" />
        </button>
        <button
          v-if="job.place === 'shelf'"
          type="button"
          title="Archive (A)"
          aria-label="Archive"
          @click="shelf.move([job.id], 'archive')"
        >
          <Archive :size="15" />
        </button>
        <button
          v-if="job.place !== 'bin'"
          type="button"
          title="To the bin (Delete)"
          aria-label="To the bin"
          @click="shelf.move([job.id], 'bin')"
        >
          <Trash2 :size="15" />
        </button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.row {
  padding: 0 10px;
  border-bottom: 1px solid var(--rule-soft);
}

.row:hover,
.row:focus-within {
  background: var(--paper-raised);
}

.selected {
  background: var(--accent-pale) !important;
}

.picture {
  width: 96px;
  height: 62px;
}

.name a {
  color: inherit;
  font-size: var(--text-title);
  font-weight: 600;
  text-decoration: none;
}

.rename {
  width: 100%;
  padding: 2px 6px;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  font-weight: 600;
}

.message {
  display: -webkit-box;
  overflow: hidden;
  font-size: var(--text-note);
  font-weight: 400;
  overflow-wrap: anywhere;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 3;
}

.size {
  font-size: var(--text-note);
}

.state {
  display: flex;
  align-items: center;
  gap: 8px;
}

/* The time stands in line with the rest; what can be done comes under it. */
.end {
  position: relative;
}

.actions {
  position: absolute;
  top: 100%;
  left: -5px;
  display: flex;
  gap: 2px;
  opacity: 0;
}

.row:hover .actions,
.row:focus-within .actions {
  opacity: 1;
}

.actions button {
  display: grid;
  place-content: center;
  width: 25px;
  height: 24px;
  padding: 0;
  border: 0;
  border-radius: var(--radius);
  background: none;
  cursor: pointer;
}

.actions button:hover {
  background: var(--paper-sunk);
}
</style>
