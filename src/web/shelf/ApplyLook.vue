<script setup lang="ts">
/** One look for many jobs: what their limits say before and after, then all of them or none. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import type { SavedJob } from '../../wire';
import { presets } from '../../core/artwork';
import { shownTitle, inLook, lookParts, type Job, type Look, type LookPart } from '../../core/job';
import type { PiecePicture } from '../../engine';
import AppDialog from '../shared/AppDialog.vue';
import { fetchJob } from '../shared/api';
import { useEngine } from '../shared/engine';
import PickList from '../shared/PickList.vue';
import PieceThumb from '../shared/PieceThumb.vue';
import StateShape from '../shared/StateShape.vue';
import { useHouseStyles } from '../stores/houseStyles';
import { useShelf } from '../stores/shelf';

const props = defineProps<{ ids: readonly string[] }>();
const emit = defineEmits<{ done: [] }>();
const shown = defineModel<boolean>({ required: true });
const shelf = useShelf();
const house = useHouseStyles();

interface Choice {
  readonly id: string;
  readonly name: string;
  readonly look: Look;
  readonly parts: readonly LookPart[];
}
const choices = computed<Choice[]>(() => [
  ...house.styles.map(({ id, name, look }) => ({ id, name, look, parts: lookParts })),
  ...presets.map(({ id, name, style }) => ({
    id,
    name: `${name} (shapes only)`,
    look: { style, logo: null },
    parts: ['shapes'] as const,
  })),
]);
const chosenId = ref('');
const chosen = computed(() => choices.value.find(({ id }) => id === chosenId.value) ?? null);

interface Row {
  readonly saved: SavedJob;
  readonly before: PiecePicture;
  readonly after: PiecePicture | null;
  readonly changes: boolean;
}
const rows = shallowRef<readonly Row[]>([]);
const problem = ref('');
let run = 0;
onBeforeUnmount(() => run++);

onMounted(async () => {
  await house.load();
  // Somebody quick may have chosen already.
  if (chosenId.value === '') chosenId.value = choices.value[0]?.id ?? '';
  await readBefore();
});

async function readBefore(): Promise<void> {
  const mine = ++run;
  try {
    for (const id of props.ids) {
      const saved = await fetchJob(id);
      const before = await useEngine().desk.picture(saved.document);
      if (mine !== run) return;
      rows.value = [...rows.value, { saved, before, after: null, changes: false }];
    }
    await readAfter();
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

/** Every code of the job in the look. */
const dressed = (job: Job, look: Look, parts: readonly LookPart[]): Job => ({
  ...job,
  codes: job.codes.map((code) => inLook(code, look, parts)),
});

const next = ({ saved }: Row): SavedJob['document'] =>
  chosen.value === null ? saved.document : dressed(saved.document, chosen.value.look, chosen.value.parts);

async function readAfter(): Promise<void> {
  const mine = ++run;
  for (const row of rows.value) {
    const document = next(row);
    const after = await useEngine().desk.picture(document);
    if (mine !== run) return;
    const changes = JSON.stringify(document.codes) !== JSON.stringify(row.saved.document.codes);
    rows.value = rows.value.map((other) =>
      other.saved.id === row.saved.id ? { ...other, after, changes } : other,
    );
  }
}

watch(chosenId, () => {
  if (rows.value.length < props.ids.length) return;
  rows.value = rows.value.map((row) => ({ ...row, after: null }));
  void readAfter();
});

const ready = computed(
  () => rows.value.length === props.ids.length && rows.value.every(({ after }) => after),
);
const changed = computed(() => rows.value.filter(({ changes }) => changes));
const newStops = computed(
  () =>
    changed.value.filter(({ before, after }) => after?.severity === 'stop' && before.severity !== 'stop')
      .length,
);

async function apply(): Promise<void> {
  const look = chosen.value?.name ?? '';
  await shelf.revise(
    changed.value.map((row) => ({ saved: row.saved, document: next(row) })),
    `in the style ${look}`,
  );
  if (shelf.problem !== '') {
    problem.value = shelf.problem;
    return;
  }
  shown.value = false;
  emit('done');
}
</script>

<template>
  <AppDialog v-model="shown" title="One style for these jobs" width="760px">
    <div class="choice">
      <label for="chosen-look">Style</label>
      <PickList
        v-model="chosenId"
        class="pick"
        field-id="chosen-look"
        :choices="choices.map(({ id, name }) => ({ value: id, label: name }))"
      />
    </div>
    <div class="rows" aria-live="polite">
      <div v-for="row in rows" :key="row.saved.id" class="row" data-test="restyled">
        <span class="name">{{ shownTitle(row.saved.document) }}</span>
        <PieceThumb class="picture" :picture="row.before" />
        <span class="says">
          <StateShape :state="row.before.severity" />
          {{ row.before.unfine.map(({ title }) => title).join(', ') || 'all fine' }}
        </span>
        <span aria-hidden="true">→</span>
        <PieceThumb v-if="row.after" class="picture" :picture="row.after" />
        <span v-else class="picture"></span>
        <span v-if="row.after" class="says">
          <StateShape :state="row.after.severity" />
          {{
            row.changes
              ? row.after.unfine.map(({ title }) => title).join(', ') || 'all fine'
              : 'as it is already'
          }}
        </span>
      </div>
      <p v-if="rows.length < ids.length" class="note">
        Looking at {{ rows.length + 1 }} of {{ ids.length }}…
      </p>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="foot">
      <span v-if="newStops > 0" class="problem">
        {{ newStops === 1 ? 'One of them' : `${newStops} of them` }} would be stopped.
      </span>
      <button type="button" class="action quiet" @click="shown = false">Leave them</button>
      <button type="button" class="action main" :disabled="!ready || changed.length === 0" @click="apply">
        Change {{ changed.length === 1 ? '1 job' : `${changed.length} jobs` }}
      </button>
    </div>
  </AppDialog>
</template>

<style scoped>
.choice {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 10px;
}

.pick {
  width: 260px;
}

.rows {
  display: grid;
  gap: 4px;
  max-height: 380px;
  overflow: auto;
}

.row {
  display: grid;
  grid-template-columns: 130px 70px minmax(0, 1fr) 14px 70px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule-soft);
  font-size: var(--text-note);
}

.name {
  font-weight: 600;
}

.picture {
  width: 70px;
  height: 50px;
}

.says {
  display: flex;
  gap: 7px;
  align-items: baseline;
  font-size: var(--text-note);
}

.foot {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: flex-end;
  margin-top: 12px;
}

.problem {
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
