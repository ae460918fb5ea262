<script setup lang="ts">
/** All links by name, with where they lead and how many people came; and a new one. */
import { Plus } from '@lucide/vue';
import { computed, ref } from 'vue';
import { readableSlug } from '../../core/links';
import ChoiceRow from '../shared/ChoiceRow.vue';
import type { LinksAtHand } from './useLinks';

const props = defineProps<{ links: LinksAtHand }>();
const shown = computed(() => props.links.list.value?.links ?? []);
const left = computed(() => (props.links.list.value?.total ?? 0) - shown.value.length);
const isNew = ref(false);
const name = ref('');
const target = ref('');
const way = ref<'drawn' | 'readable'>('drawn');
const slug = ref('');
const wanted = computed(() => (way.value === 'drawn' ? null : slug.value.trim() || readableSlug(name.value)));
async function create(): Promise<void> {
  await props.links.create({ name: name.value, target: target.value, slug: wanted.value });
  if (props.links.problem.value !== '') return;
  isNew.value = false;
  name.value = target.value = slug.value = '';
}
const host = (address: string): string =>
  URL.canParse(address) ? new URL(address).host || address : address;
</script>

<template>
  <div class="list">
    <button type="button" class="action main" :aria-expanded="isNew" @click="isNew = !isNew">
      <Plus :size="15" :stroke-width="1.8" aria-hidden="true" /> New link…
    </button>
    <form v-if="isNew" class="new" @submit.prevent="create">
      <label><span>Name</span><input v-model="name" required maxlength="120" /></label>
      <label
        ><span>Leads to</span
        ><input v-model="target" required maxlength="4000" placeholder="https://" inputmode="url"
      /></label>
      <ChoiceRow
        v-model="way"
        label="Its address"
        :choices="[
          { value: 'drawn', label: 'Short, drawn', hint: 'The smallest symbol' },
          { value: 'readable', label: 'Readable' },
        ]"
      />
      <label v-if="way === 'readable'"
        ><span>Address</span><input v-model="slug" maxlength="64" :placeholder="readableSlug(name)"
      /></label>
      <button type="submit" class="action main">Make it</button>
    </form>
    <input
      v-if="shown.length > 6 || links.find.value !== ''"
      :value="links.find.value"
      type="search"
      aria-label="Find a link"
      placeholder="Find"
      @input="links.search(($event.target as HTMLInputElement).value)"
    />
    <ul>
      <li v-for="one in shown" :key="one.id">
        <button
          type="button"
          :class="['one', { at: links.own.value?.id === one.id }]"
          :aria-pressed="links.own.value?.id === one.id"
          @click="links.pick(one.id)"
        >
          <span class="name">{{ one.link.name }}</span>
          <span class="measure count">{{ one.visits }}</span>
          <span class="note">{{ one.link.retired ? 'retired' : host(one.link.target) }}</span>
        </button>
      </li>
    </ul>
    <button v-if="left > 0" type="button" class="action" @click="links.more()">
      Show more ({{ left.toLocaleString('en-GB') }} left)
    </button>
    <p v-if="shown.length === 0 && links.find.value !== ''" class="note">No link has that in it.</p>
    <p v-if="shown.length > 0" class="note">Visits of people in the last 30 days.</p>
  </div>
</template>

<style scoped src="./links.css"></style>
<style scoped>
.list,
.new {
  display: grid;
  gap: 10px;
}

.new {
  padding: 10px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

.one {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 1px 8px;
  width: 100%;
  padding: 7px 6px;
  border: 0;
  border-bottom: 1px solid var(--rule-soft);
  background: none;
  color: var(--ink);
  font-size: var(--text-body);
  text-align: left;
  cursor: pointer;
}

.one .note {
  grid-column: 1 / -1;
  overflow: hidden;
  text-overflow: ellipsis;
}

.at {
  background: var(--accent-pale);
}

.main {
  justify-self: start;
}
</style>
