<script setup lang="ts">
/** What can be taken: what suits the machine first, the rest one click away; each with what it is for and its name. */
import { ChevronDown, ChevronRight } from '@lucide/vue';
import { computed, ref } from 'vue';
import { fileNames, usualPattern } from '../../../core/output';
import { nameValues, suitsMachine, takes, type Take, type TakeId } from '../../../core/files';
import { pairOfJob, type Job } from '../../../core/job';

const props = defineProps<{ job: Job; revision: number; pattern: string; disabled: boolean }>();
const chosen = defineModel<readonly TakeId[]>({ required: true });

const possible = computed(() =>
  takes.filter(({ needs }) => needs !== 'dots' || props.job.making.pair.machine.dotMm !== null),
);
const suited = computed(() =>
  possible.value.filter((take) => suitsMachine(take, props.job.making.pair.machine)),
);
const others = computed(() => possible.value.filter((take) => !suited.value.includes(take)));
const isOpen = ref(false);
/** All in one order while the list is open, so that nothing moves when it is ticked; else what is ticked stays in sight. */
const rows = computed((): readonly Take[] => [
  ...suited.value,
  ...others.value.filter(({ id }) => isOpen.value || chosen.value.includes(id)),
]);
const hidden = computed(() => possible.value.length - rows.value.length);

const names = computed(() => {
  const values = nameValues(props.job, { pair: pairOfJob(props.job) }, props.revision);
  const mirrored = props.job.making.mirrored ? 'mirrored' : '';
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

function toggle(id: TakeId, isChosen: boolean): void {
  chosen.value = isChosen ? [...chosen.value, id] : chosen.value.filter((other) => other !== id);
}
</script>

<template>
  <ul class="takes" aria-label="Formats">
    <li v-for="take in rows" :key="take.id">
      <label class="take">
        <input
          type="checkbox"
          :checked="chosen.includes(take.id)"
          :disabled="disabled"
          @change="toggle(take.id, ($event.target as HTMLInputElement).checked)"
        />
        <span>
          <strong>{{ take.name }}</strong> <span class="use">{{ take.use }}</span>
          <span
            v-if="chosen.includes(take.id)"
            class="measure name"
            data-test="file-name"
            :title="names.get(take.id)"
            >{{ names.get(take.id) }}</span
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
.takes {
  display: grid;
  gap: 3px;
}

.take {
  display: grid;
  grid-template-columns: 15px minmax(0, 1fr);
  gap: 8px;
  align-items: start;
  cursor: pointer;
}

.take input {
  margin: 3px 0 0;
  accent-color: var(--accent);
}

.use {
  color: var(--ink-soft);
}

.name {
  display: block;
  overflow: hidden;
  font-size: 11.5px;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.more {
  justify-self: start;
}
</style>
