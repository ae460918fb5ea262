<script setup lang="ts">
/** One profile: its values with where they come from, beside those of another; an own one is changed here. */
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import {
  pairDifferences,
  pairOf,
  sourceOf,
  valuesOf,
  type Origin,
  type ValueName,
  valueOf,
} from '../../core/plan';
import { usualSizes } from '../../content';
import { profileDocument, type ShelfPage } from '../../wire';
import ChoiceRow from '../shared/ChoiceRow.vue';
import ColourField from '../shared/ColourField.vue';
import { downloadBytes } from '../shared/download';
import PairSwatch from '../shared/PairSwatch.vue';
import PickList from '../shared/PickList.vue';
import { fetchShelf } from '../shared/shelfApi';
import { differenceText, originText } from '../shared/valueText';
import { usePreferences } from '../stores/preferences';
import { useProfiles, type ProfileEntry } from '../stores/profiles';
import ProfileValue from './ProfileValue.vue';
import { useProfileDraft, valuesOfPart } from './useProfileDraft';

const props = defineProps<{ entry: ProfileEntry }>();
const emit = defineEmits<{ show: [id: string] }>();
const router = useRouter();
const profiles = useProfiles();
const preferences = usePreferences();
const draft = useProfileDraft(() => props.entry);
const pair = computed(() => {
  const values = draft.now.value?.pair;
  return values === undefined ? props.entry.pair : pairOf(values);
});
const usualNames = computed(
  () =>
    usualSizes(pair.value)
      .map(({ name }) => name)
      .join(', ') || 'none known',
);
const canChange = computed(() => props.entry.own !== null);

const otherId = ref('');
const other = computed(() => profiles.find(otherId.value)?.pair ?? null);
const longName = ({ name, pair: { machine } }: ProfileEntry): string => `${name}, ${machine.short}`;
/** Of the part, what this machine or the one beside it has. */
const shownValues = (part: Parameters<typeof valuesOfPart>[0]): readonly ValueName[] =>
  valuesOfPart(part).filter((name) =>
    [pair.value, other.value].some((compared) => compared !== null && valueOf(compared, name) !== null),
  );
const others = computed(() => [
  { value: '', label: 'no other' },
  ...profiles.entries
    .filter(({ id }) => id !== props.entry.id)
    .map((entry) => ({ value: entry.id, label: longName(entry) })),
]);

const basis = computed(() => {
  const { own } = props.entry;
  return own === null ? undefined : profiles.find(own.basedOn);
});
const changed = computed(() =>
  basis.value === undefined ? [] : pairDifferences(basis.value.pair, pair.value),
);
/** Some of the jobs that are made with it, and how many there are; null before that is known. */
const usedBy = shallowRef<Pick<ShelfPage, 'jobs' | 'total'> | null>(null);
const mostNamed = 6;
watch(
  () => props.entry.id,
  async (id) => {
    usedBy.value = null;
    // Without an answer nothing is said.
    const found = await fetchShelf({ profile: id }, 0, mostNamed).catch(() => null);
    if (props.entry.id === id) usedBy.value = found;
  },
  { immediate: true },
);

const parts = [
  { part: 'material', title: 'Material' },
  { part: 'machine', title: 'Machine' },
  { part: 'process', title: 'What the machine does on it' },
] as const;
const colours = [
  { name: 'baseColour', label: 'Bare' },
  { name: 'markColour', label: 'Marked' },
] as const;
const colourOf = (name: (typeof colours)[number]['name']): string =>
  name === 'baseColour' ? pair.value.material.baseColour : pair.value.markColour;
function setColour(name: (typeof colours)[number]['name'], colour: string): void {
  if (name === 'markColour') draft.editPair({ markColour: colour });
  else draft.editPair({ material: { ...pair.value.material, baseColour: colour } });
}

async function copy(): Promise<void> {
  const { entry } = props;
  const saved = await profiles.add({
    name: profiles.freeName(`My ${entry.name.charAt(0).toLowerCase()}${entry.name.slice(1)}`.slice(0, 76)),
    note: '',
    basedOn: entry.id,
    pair: valuesOf(pair.value),
  });
  if (saved !== null) emit('show', saved.id);
}

const from = ref<Origin['from']>('own');
const how = ref('');
async function keep(): Promise<void> {
  const profile = draft.withOrigins(from.value, how.value);
  if (profile === null) return;
  if ((await profiles.change(props.entry.id, profile)) === null) return;
  draft.drop();
  how.value = '';
}

const asks = ref(false);
async function remove(): Promise<void> {
  const { basedOn = '' } = props.entry.own ?? {};
  if ((await profiles.remove(props.entry.id)) === null) return;
  draft.drop();
  // Its panel is gone with it, and what is gone is heard by nobody.
  await router.replace({ name: 'materials', params: { id: basedOn } });
}

function save(): void {
  const { own, name } = props.entry;
  const document = profileDocument(
    own ?? { name, note: '', basedOn: props.entry.id, pair: valuesOf(props.entry.pair) },
  );
  downloadBytes({
    name: `${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.binarus-profile.json`,
    mediaType: 'application/json',
    bytes: new TextEncoder().encode(`${JSON.stringify(document, null, 2)}\n`),
  });
}
</script>

<template>
  <section class="panel" :aria-label="entry.name">
    <header>
      <PairSwatch :pair="pair" :width="132" :height="72" />
      <div class="title">
        <h2 :class="{ unseen: canChange }">{{ entry.name }}</h2>
        <ElInput
          v-if="canChange && draft.now.value"
          aria-label="Name"
          :model-value="draft.now.value.name"
          @update:model-value="draft.edit({ name: $event })"
        />
        <p class="note">
          {{ pair.machine.name }}; marks come out {{ pair.markTone }}; smallest module
          {{ Number(pair.smallestModuleMm.toFixed(3)) }} mm
        </p>
        <p class="note">Usual sizes: {{ usualNames }}</p>
        <div class="line">
          <button type="button" class="action" @click="copy">Copy and change</button>
          <RouterLink class="action" :to="{ name: 'coupon', params: { profile: entry.id } }"
            >Test piece…</RouterLink
          >
          <button type="button" class="action quiet" @click="save">Save as a file</button>
          <template v-if="entry.own">
            <button v-if="!asks" type="button" class="action quiet" @click="asks = true">Delete…</button>
            <template v-else>
              <strong>Jobs keep their values.</strong>
              <button type="button" class="action" @click="remove">Delete it</button>
              <button type="button" class="action quiet" @click="asks = false">Keep it</button>
            </template>
          </template>
        </div>
      </div>
    </header>
    <p v-if="profiles.problem" class="problem" role="alert">{{ profiles.problem }}</p>
    <div v-if="draft.isChanged.value" class="changes" role="group" aria-label="Changes">
      <ChoiceRow
        v-model="from"
        label="Changed values are"
        :choices="[
          { value: 'own', label: 'as I know them' },
          { value: 'calibrated', label: 'measured on a test piece' },
        ]"
      />
      <ElInput
        v-model="how"
        aria-label="How they were found"
        placeholder="how: 40 W, two passes…"
        maxlength="200"
      />
      <div class="line">
        <button type="button" class="action main" @click="keep">Keep the changes</button>
        <button type="button" class="action quiet" @click="draft.drop">Drop them</button>
      </div>
    </div>
    <div class="beside">
      <label for="beside" class="note">Beside</label>
      <PickList v-model="otherId" field-id="beside" :choices="others" />
    </div>
    <table>
      <tbody v-for="{ part, title } in parts" :key="part">
        <tr>
          <th scope="rowgroup" :colspan="other ? 4 : 3" class="heading">{{ title }}</th>
        </tr>
        <template v-if="part === 'material'">
          <tr v-for="{ name, label } in colours" :key="name">
            <th scope="row" class="colour">{{ label }}</th>
            <td>
              <ColourField
                v-if="canChange"
                :label="label"
                :palette="[]"
                :model-value="colourOf(name)"
                @update:model-value="setColour(name, $event)"
              />
              <span v-else class="measure">
                <i class="dot" :style="{ background: colourOf(name) }"></i>{{ colourOf(name) }}
              </span>
            </td>
            <td v-if="other" class="measure">
              <i
                class="dot"
                :style="{ background: name === 'baseColour' ? other.material.baseColour : other.markColour }"
              ></i
              >{{ name === 'baseColour' ? other.material.baseColour : other.markColour }}
            </td>
            <td class="note">{{ originText(sourceOf(pair, name)) }}</td>
          </tr>
        </template>
        <ProfileValue
          v-for="name in shownValues(part)"
          :key="`${entry.id} ${name}`"
          :name="name"
          :pair="pair"
          :other="other"
          :can-change="canChange"
          @change="draft.setValue(name, $event)"
        />
      </tbody>
    </table>
    <section v-if="basis">
      <h3 class="heading">What differs from {{ longName(basis) }}</h3>
      <ul v-if="changed.length > 0">
        <li v-for="difference in changed" :key="difference.name">
          {{ differenceText(difference, preferences.unit) }}
        </li>
      </ul>
      <p v-else class="note">Nothing yet.</p>
    </section>
    <section v-if="entry.own && draft.now.value">
      <h3 class="heading"><label for="profile-note">Note</label></h3>
      <ElInput
        id="profile-note"
        type="textarea"
        :rows="2"
        maxlength="500"
        :model-value="draft.now.value.note"
        @update:model-value="draft.edit({ note: $event })"
      />
    </section>
    <section>
      <h3 class="heading">Where it is used</h3>
      <p v-if="usedBy?.total === 0" class="note">In no job.</p>
      <ul v-else-if="usedBy">
        <li v-for="job in usedBy.jobs" :key="job.id">
          <RouterLink :to="`/jobs/${job.id}/piece`">{{ job.name }}</RouterLink>
        </li>
        <li v-if="usedBy.total > usedBy.jobs.length" class="note">
          and {{ usedBy.total - usedBy.jobs.length }} more
        </li>
      </ul>
    </section>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  align-content: start;
  gap: 12px;
  padding: 14px 18px 24px;
  overflow-y: auto;
  border-left: 1px solid var(--rule);
  background: var(--paper-raised);
}

header {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}

.title {
  display: grid;
  gap: 5px;
}

h2 {
  font-size: var(--text-lead);
  font-weight: 650;
  line-height: 1.2;
}

.line,
.beside {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}

.beside :deep(.pick-list) {
  width: 260px;
}

.changes {
  position: sticky;
  z-index: 2;
  top: -14px;
  display: grid;
  gap: 8px;
  padding: 10px 12px;
  border-left: 3px solid var(--accent);
  background: var(--white);
  box-shadow: 0 1px 0 var(--rule);
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-note);
}

th.heading {
  padding: 10px 0 3px;
  text-align: left;
}

.colour {
  font-weight: 400;
  text-align: left;
}

.dot {
  display: inline-block;
  width: 11px;
  height: 11px;
  margin-right: 6px;
  border: 1px solid var(--rule);
  vertical-align: -1px;
}

li {
  font-size: var(--text-note);
}

a {
  color: inherit;
}

.problem {
  color: var(--stop);
}
</style>
