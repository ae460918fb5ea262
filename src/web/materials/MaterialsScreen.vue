<script setup lang="ts">
/** Materials and machines: every profile as a swatch, searched by what people call it; one of them open beside. */
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import FilePicker from '../shared/FilePicker.vue';
import { fetchProfileUses } from '../shared/shelfApi';
import { useAttempt } from '../shared/useAttempt';
import { foundProfiles } from '../shared/pairSearch';
import PairSwatch from '../shared/PairSwatch.vue';
import { usePreferences } from '../stores/preferences';
import { useProfiles, type ProfileEntry } from '../stores/profiles';
import ProfilePanel from './ProfilePanel.vue';

const props = defineProps<{ id: string }>();
const router = useRouter();
const profiles = useProfiles();
const preferences = usePreferences();
const { attempt } = useAttempt();
/** How many jobs are made with each. */
const uses = shallowRef<ReadonlyMap<string, number>>(new Map());
onMounted(() => {
  document.title = 'Materials and machines · Binarus';
  void profiles.load();
  void attempt(async () => {
    uses.value = await fetchProfileUses();
  });
});

const typed = ref('');
const found = computed(() => foundProfiles(profiles.entries, typed.value, preferences.recentPairs));
const shown = computed(() => profiles.find(props.id) ?? found.value[0]);
/** Profiles of one material with its machines; each of the owner's stands for itself. */
const groups = computed(() => {
  const byMaterial = new Map<string, ProfileEntry[]>();
  for (const entry of found.value) {
    const key = entry.own === null ? entry.pair.material.id : entry.id;
    byMaterial.set(key, [...(byMaterial.get(key) ?? []), entry]);
  }
  return [...byMaterial.values()];
});
const faceOf = (group: readonly ProfileEntry[]): ProfileEntry =>
  group.find(({ id }) => id === shown.value?.id) ?? group[0]!;
const usesText = (id: string): string => {
  const count = uses.value.get(id) ?? 0;
  return count === 0 ? '' : count === 1 ? '1 job' : `${count} jobs`;
};
const show = (id: string): void => void router.replace({ name: 'materials', params: { id } });

async function take(file: File): Promise<void> {
  const saved = await profiles.importFile(file);
  if (saved !== null) show(saved.id);
}
</script>

<template>
  <main class="materials">
    <header>
      <h1>Materials and machines</h1>
      <ElInput
        v-model="typed"
        clearable
        placeholder="Search: sticker, mug, dog tag, plywood…"
        aria-label="Search"
      />
      <FilePicker class="action quiet" accept=".json,application/json" label="Profile to import" @pick="take"
        >Import a profile…</FilePicker
      >
    </header>
    <div class="cards" role="group" aria-label="Profiles">
      <div
        v-for="group in groups"
        :key="group[0]!.id"
        class="card"
        :class="{ open: group.some(({ id }) => id === shown?.id) }"
      >
        <button type="button" class="face" @click="show(faceOf(group).id)">
          <PairSwatch :pair="faceOf(group).pair" :width="164" :height="76" />
          <span class="name">{{ group[0]!.name }}</span>
        </button>
        <div class="machines">
          <button
            v-for="entry in group"
            :key="entry.id"
            type="button"
            class="machine"
            :aria-pressed="entry.id === shown?.id"
            @click="show(entry.id)"
          >
            <span class="unseen">{{ entry.name }}, </span>{{ entry.pair.machine.short
            }}<template v-if="entry.own">, own</template
            ><b v-if="usesText(entry.id)"> {{ usesText(entry.id) }}</b>
          </button>
        </div>
      </div>
      <p v-if="found.length === 0" class="note">
        No match. Copy a similar one, and change its colours and values.
      </p>
    </div>
    <ProfilePanel v-if="shown" :key="shown.id" :entry="shown" @show="show" />
  </main>
</template>

<style scoped>
.materials {
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) 500px;
  width: 100%;
  max-width: 1600px;
  height: 100%;
  margin: 0 auto;
}

header {
  display: grid;
  grid-column: 1 / -1;
  grid-template-columns: auto minmax(180px, 1fr) auto;
  align-items: center;
  gap: 18px;
  padding: 14px 24px 12px;
  border-bottom: 1px solid var(--rule);
}

h1 {
  font-size: var(--text-lead);
  font-weight: 650;
}

.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, 178px);
  grid-auto-rows: min-content;
  gap: 12px 10px;
  justify-content: center;
  padding: 14px 16px 24px;
  overflow-y: auto;
}

.card {
  display: grid;
  align-content: start;
  gap: 3px;
  padding: 6px;
  border: 1px solid transparent;
  border-radius: var(--radius);
}

.card:hover {
  border-color: var(--rule);
}

.card.open {
  border-color: var(--ink);
  background: var(--white);
}

.face {
  display: grid;
  gap: 3px;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}

.name {
  font-weight: 600;
  line-height: 1.2;
}

.machines {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 9px;
}

.machine {
  padding: 0;
  border: 0;
  border-bottom: 1px solid transparent;
  background: none;
  color: var(--ink-soft);
  font-size: var(--text-small);
  cursor: pointer;
}

.machine b {
  margin-left: 3px;
}

.machine:hover {
  border-color: var(--ink-soft);
}

.machine[aria-pressed='true'] {
  border-color: var(--ink);
  color: var(--ink);
  font-weight: 600;
}

@media (max-width: 999px) {
  .materials {
    grid-template: auto auto auto / minmax(0, 1fr);
    overflow-y: auto;
  }

  header {
    grid-template-columns: auto minmax(0, 1fr);
    gap: 10px;
    padding: 12px 16px;
  }

  .cards {
    max-height: 320px;
  }
}
</style>
