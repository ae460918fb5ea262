<script setup lang="ts">
/** What can be taken: what suits the machine first, the rest one click away; each with what it is for and its name. */
import { ChevronDown, ChevronRight } from '@lucide/vue';
import { computed, ref } from 'vue';
import { fileNames, usualPattern } from '../../../core/output';
import { downloads, nameValues, suitsMachine, type Download, type DownloadId } from '../../../core/files';
import { pairOfJob } from '../../../core/job';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ revision: number; pattern: string; disabled: boolean }>();
const { job } = useJobAtHand();
const chosen = defineModel<readonly DownloadId[]>({ required: true });

const possible = computed(() =>
  downloads.filter(({ needs }) => needs !== 'dots' || job.value.making.pair.machine.dotMm !== null),
);
const suited = computed(() =>
  possible.value.filter((download) => suitsMachine(download, job.value.making.pair.machine)),
);
const others = computed(() => possible.value.filter((download) => !suited.value.includes(download)));
const isOpen = ref(false);
/** All in one order while the list is open, so that nothing moves when it is ticked; else what is ticked stays in sight. */
const rows = computed((): readonly Download[] => [
  ...suited.value,
  ...others.value.filter(({ id }) => isOpen.value || chosen.value.includes(id)),
]);
const hidden = computed(() => possible.value.length - rows.value.length);

const names = computed(() => {
  const values = nameValues(job.value, { pair: pairOfJob(job.value) }, props.revision);
  const mirrored = job.value.making.mirrored ? 'mirrored' : '';
  const all = fileNames(
    props.pattern || usualPattern,
    values,
    rows.value.map(({ variant, extension, id, shows }) => ({
      parts: [variant, id === 'job' || id === 'sheet' || shows !== undefined ? '' : mirrored],
      extension,
    })),
  );
  return new Map(rows.value.map(({ id }, index) => [id, all[index]!]));
});

function toggle(id: DownloadId, isChosen: boolean): void {
  chosen.value = isChosen ? [...chosen.value, id] : chosen.value.filter((other) => other !== id);
}
</script>

<template>
  <ul class="formats" aria-label="Formats">
    <li v-for="download in rows" :key="download.id">
      <label class="format">
        <input
          type="checkbox"
          :checked="chosen.includes(download.id)"
          :disabled="disabled"
          @change="toggle(download.id, ($event.target as HTMLInputElement).checked)"
        />
        <span>
          <strong>{{ download.name }}</strong> <span class="use">{{ download.use }}</span>
          <span
            v-if="chosen.includes(download.id)"
            class="measure name"
            data-test="file-name"
            :title="names.get(download.id)"
            >{{ names.get(download.id) }}</span
          >
        </span>
      </label>
    </li>
  </ul>
  <button
    v-if="isOpen || hidden > 0"
    type="button"
    class="action quiet more"
    :aria-expanded="isOpen"
    @click="isOpen = !isOpen"
  >
    <component :is="isOpen ? ChevronDown : ChevronRight" :size="14" :stroke-width="1.8" aria-hidden="true" />
    {{ isOpen ? 'Fewer formats' : `${hidden} more formats` }}
  </button>
</template>

<style scoped>
.formats {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(270px, 100%), 1fr));
  gap: 4px 14px;
  align-items: start;
}

.format {
  display: grid;
  grid-template-columns: 15px minmax(0, 1fr);
  gap: 8px;
  align-items: start;
  cursor: pointer;
}

.format input {
  margin: 3px 0 0;
  accent-color: var(--accent);
}

.use {
  color: var(--ink-soft);
}

.name {
  display: block;
  overflow: hidden;
  font-size: var(--text-small);
  text-overflow: ellipsis;
  white-space: nowrap;
}

.more {
  justify-self: start;
}
</style>
