<script setup lang="ts">
/** House styles: kept under a name, applied on purpose, exchanged as files. */
import { computed, onMounted, ref } from 'vue';
import { lookOf, inLook, lookKey } from '../../../core/job';
import type { HouseStyle } from '../../../wire';
import { downloadBytes } from '../../shared/download';
import { useBench } from '../../stores/bench';
import { useHouseStyles } from '../../stores/houseStyles';
import { useAttempt } from '../../shared/useAttempt';
import FilePicker from '../../shared/FilePicker.vue';
import { useJobAtHand } from '../jobAtHand';

const { job, code } = useJobAtHand();
const bench = useBench();
const house = useHouseStyles();
const name = ref('');
const told = ref('');
const { problem, attempt } = useAttempt();
onMounted(() => void house.load());

const current = computed(() => lookKey(lookOf(code.value)));
const named = computed(() => house.styles.find((style) => style.name === name.value.trim()));

async function save(): Promise<void> {
  const saved = await house.save(name.value.trim(), lookOf(code.value));
  if (saved === null) return;
  told.value = `Kept as “${saved.name}”.`;
  name.value = '';
}

function apply({ look }: HouseStyle): void {
  bench.editCode(inLook(code.value, look), 'house-style');
}

async function send({ id, name: styleName }: HouseStyle): Promise<void> {
  await attempt(async () => {
    const { houseStyleDocument } = await import('../../shared/lookApi');
    const document = await houseStyleDocument(id);
    downloadBytes({
      name: `${styleName.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-')}.binarus-style.json`,
      mediaType: 'application/json',
      bytes: new TextEncoder().encode(JSON.stringify(document, null, 2)),
    });
  });
}

async function importFrom(file: File): Promise<void> {
  const taken = await house.importFile(file);
  told.value = taken === null ? '' : `Imported as “${taken.name}”. Apply it to use it.`;
}

async function begin({ id, collections }: HouseStyle): Promise<void> {
  const { collection } = job.value;
  await house.assign(collection, collections.includes(collection) ? null : id);
}
</script>

<template>
  <div class="head">
    <h2 class="heading">House styles</h2>
    <FilePicker class="action quiet" accept=".json,application/json" @pick="importFrom">Import…</FilePicker>
  </div>
  <ul v-if="house.styles.length > 0">
    <li v-for="style in house.styles" :key="style.id" data-test="house-style">
      <span class="name">
        <strong>{{ style.name }}</strong>
        <span v-if="lookKey(style.look) === current" class="note">used here</span>
      </span>
      <span class="acts">
        <button v-if="lookKey(style.look) !== current" type="button" class="action" @click="apply(style)">
          Apply
        </button>
        <button
          v-if="job.collection"
          type="button"
          class="action"
          :aria-pressed="style.collections.includes(job.collection)"
          :title="`New jobs in ${job.collection} begin with it`"
          @click="begin(style)"
        >
          {{
            style.collections.includes(job.collection)
              ? `✓ New jobs in ${job.collection}`
              : `New jobs in ${job.collection}`
          }}
        </button>
        <button type="button" class="action" @click="send(style)">Save as a file</button>
        <button
          type="button"
          class="action"
          :aria-label="`Delete ${style.name}`"
          @click="house.remove(style.id)"
        >
          Delete
        </button>
      </span>
    </li>
  </ul>
  <p v-else class="note">None yet. A house style keeps shapes, colours and logo under a name.</p>
  <form class="keep" @submit.prevent="save">
    <ElInput
      v-model="name"
      size="small"
      maxlength="60"
      placeholder="name"
      aria-label="Name of the house style"
    />
    <button type="submit" class="action" :disabled="name.trim() === ''">
      {{ named ? 'Replace it' : 'Save this look' }}
    </button>
  </form>
  <p v-if="house.problem || problem" class="problem" role="alert">{{ house.problem || problem }}</p>
  <p v-else-if="told" class="note" role="status">{{ told }}</p>
</template>

<style scoped>
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}

ul {
  display: grid;
  gap: 5px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.name {
  display: flex;
  gap: 8px;
  align-items: baseline;
  font-size: var(--text-note);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
}

.acts [aria-pressed='true'] {
  background: var(--accent-pale);
}

.keep {
  display: flex;
  gap: 6px;
}

.keep .action {
  white-space: nowrap;
}

.problem {
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
