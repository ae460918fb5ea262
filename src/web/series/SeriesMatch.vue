<script setup lang="ts">
/** Which column goes where. */
import { computed, ref } from 'vue';
import { targetName, targetsOf, type Match, type Target } from '../../core/series';
import SwitchField from '../shared/SwitchField.vue';
import type { SeriesAtHand } from './useSeries';

const props = defineProps<{ series: SeriesAtHand }>();
const job = computed(() => props.series.job.value!);
const settings = computed(() => props.series.document.value!);
const rows = computed(() => props.series.rows.value!);

/** All that a row can set; a title only where there is a logo. */
const targets = computed((): readonly { readonly target: Target; readonly name: string }[] => {
  const hasLogo =
    job.value.codes[0]!.logo !== null || settings.value.match.some(({ target }) => target.on === 'logo');
  return targetsOf(job.value)
    .filter(({ on }) => hasLogo || on !== 'logo-title')
    .map((target) => ({ target, name: nameOf(target) }));
});
function nameOf(target: Target): string {
  if (target.on === 'width') return 'width, in mm';
  if (target.on === 'logo') return 'logo, by picture name';
  return target.on === 'words' ? `words “${wordsOf(target.id).slice(0, 18)}”` : targetName(target);
}
const wordsOf = (id: string): string => {
  const item = job.value.piece.items.find((one) => one.id === id);
  return item?.kind === 'words' ? item.text.replaceAll('\n', ' ') : id;
};
const same = (a: Target, b: Target): boolean => JSON.stringify(a) === JSON.stringify(b);
const textOf = (target: Target): string =>
  settings.value.match.find((one) => same(one.target, target))?.text ?? '';
function setText(target: Target, text: string): void {
  const others = settings.value.match.filter((one) => !same(one.target, target));
  props.series.setMatch(text === '' ? others : ([...others, { target, text: text.slice(0, 2000) }] as Match));
}
/** Columns are dragged onto what they set, or put in with a click while the field is at hand. */
const atHand = ref<Target | null>(null);
function put(column: string): void {
  const target = atHand.value ?? targets.value[0]?.target;
  if (target !== undefined) setText(target, `${textOf(target)}{${column}}`);
}
const drag = (event: DragEvent, column: string): void =>
  event.dataTransfer?.setData('text/plain', `{${column}}`);
function dropped(event: DragEvent, target: Target): void {
  const text = event.dataTransfer?.getData('text/plain') ?? '';
  if (!/^\{[^{}]+\}$/.test(text)) return;
  event.preventDefault();
  event.stopPropagation();
  setText(target, `${textOf(target)}${text}`);
}
const hasMessage = computed(() => settings.value.match.some(({ target }) => target.on === 'message'));
</script>

<template>
  <section>
    <h2 class="heading">What a row sets</h2>
    <!-- Fields are drawn anew only when what they hold is: a measurement that ends meanwhile does not take back what is being typed. -->
    <div class="columns" role="group" aria-label="Columns">
      <button
        v-for="column in rows.columns"
        :key="column"
        type="button"
        class="column"
        draggable="true"
        title="Drag it onto what it sets, or click it"
        @dragstart="drag($event, column)"
        @click="put(column)"
      >
        {{ column }}
      </button>
    </div>
    <label
      v-for="{ target, name } in targets"
      :key="name"
      v-memo="[name, textOf(target)]"
      :class="['target', { long: target.on === 'message' || target.on === 'words' }]"
    >
      <span>{{ name }}</span>
      <input
        :value="textOf(target)"
        :placeholder="target.on === 'message' ? 'as on the job' : ''"
        @focus="atHand = target"
        @change="setText(target, ($event.target as HTMLInputElement).value)"
        @dragover.prevent
        @drop="dropped($event, target)"
      />
    </label>
    <p v-if="!hasMessage" class="wrong" role="alert">
      No column sets the message yet, so that every code would hold the same.
    </p>
    <SwitchField
      label="All symbols of one version"
      :model-value="settings.oneLook"
      @update:model-value="series.change({ oneLook: $event })"
    />
    <p v-if="settings.oneLook && series.view.value?.look" class="note">
      Version {{ series.view.value.look.version }}, which row
      {{ series.view.value.look.forcedBy + series.firstRow.value }} needs.
    </p>
  </section>
</template>

<style scoped src="./fields.css"></style>
<style scoped>
section {
  display: grid;
  gap: 10px;
}

.columns {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.column {
  padding: 2px 8px;
  border: 1px solid var(--accent-dark);
  border-radius: var(--radius);
  background: var(--accent-pale);
  color: var(--accent-dark);
  font-family: var(--mono);
  font-size: var(--text-note);
  cursor: grab;
}

.wrong {
  color: var(--stop);
  font-size: var(--text-note);
}
</style>
