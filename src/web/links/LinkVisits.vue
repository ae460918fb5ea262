<script setup lang="ts">
/** Who came: when, to what, and what a change of target did. */
import { DateTime } from 'luxon';
import { computed, ref } from 'vue';
import { aroundChange, changesOf, type ChangeKind } from '../../core/links';
import type { SavedLink, Visits } from '../../wire';
import ChoiceRow from '../shared/ChoiceRow.vue';
import PickList from '../shared/PickList.vue';
import { barOfDay, barsBeside, barsOf, type Span } from './bars';
import type { LinksAtHand } from './useLinks';
import type { OtherLink, VisitsAtHand, VisitsOf } from './useVisits';
import VisitChart from './VisitChart.vue';
import VisitShares from './VisitShares.vue';

const props = defineProps<{ links: LinksAtHand; at: VisitsAtHand; own: SavedLink; visits: Visits }>();
const by = ref<Span>('day');

/** What can be looked at, as a list whose values are places in it. */
const wholes = computed((): readonly { readonly label: string; readonly of: VisitsOf }[] => [
  { label: 'this link', of: { kind: 'link' } },
  { label: 'all links', of: { kind: 'all' } },
  ...(props.links.list.value?.collections ?? []).map((name) => ({
    label: `collection ${name}`,
    of: { kind: 'collection' as const, name },
  })),
  ...(props.links.list.value?.campaigns ?? []).map((name) => ({
    label: `campaign ${name}`,
    of: { kind: 'campaign' as const, name },
  })),
]);
const isSame = (a: VisitsOf, b: VisitsOf): boolean => JSON.stringify(a) === JSON.stringify(b);
const whole = computed({
  get: () =>
    Math.max(
      0,
      wholes.value.findIndex(({ of }) => isSame(of, props.at.of.value)),
    ),
  set: (index) => props.at.lookAt({ of: wholes.value[index]!.of }),
});
/** Those that are shown in the list, and the one that was chosen, wherever it is. */
const others = computed((): readonly OtherLink[] => {
  const { value: chosen } = props.at.beside;
  const listed = (props.links.list.value?.links ?? [])
    .filter(({ id }) => id !== props.own.id)
    .map(({ id, link }) => ({ id, name: link.name }));
  return chosen === null || listed.some(({ id }) => id === chosen.id) ? listed : [chosen, ...listed];
});
const besideChoices = computed(() => [
  { value: '', label: 'nothing beside it' },
  ...others.value.map(({ id, name }) => ({ value: id, label: `beside ${name}` })),
]);
const putBeside = (id: string): void =>
  props.at.lookAt({ beside: others.value.find((other) => other.id === id) ?? null });

const isOfOne = computed(() => props.at.of.value.kind === 'link');
const bars = computed(() => {
  const other = props.at.besideVisits.value;
  const ofOther = props.at.beside.value;
  if (other === null || ofOther === null) return barsOf(props.visits, by.value);
  const name = isOfOne.value ? props.own.link.name : wholes.value[whole.value]!.label;
  return barsBeside({ name, visits: props.visits }, { name: ofOther.name, visits: other }, by.value);
});

const kindTexts: Readonly<Record<ChangeKind, string>> = {
  target: 'leads to',
  rules: 'other rules',
  retired: 'retired',
  'leads-again': 'leads again',
};
/** Of the link at hand, by the days in which they fall. */
const changes = computed(() =>
  !isOfOne.value
    ? []
    : changesOf(props.links.revisions.value).flatMap(({ at, kind, link }) => {
        const day = DateTime.fromISO(at).toISODate()!;
        const index = props.visits.days.findIndex((own) => own.day === day);
        if (index < 0) return [];
        const around = aroundChange(props.visits.days, day);
        const text = kind === 'target' ? `${kindTexts.target} ${link.target}` : kindTexts[kind];
        return [{ at, index, around, text, day: DateTime.fromISO(at).toFormat('d LLL') }];
      }),
);
const marks = computed(() =>
  by.value === 'hour' ? [] : [...new Set(changes.value.map(({ index }) => barOfDay(index, by.value)))],
);
const people = computed(() => props.visits.days.reduce((sum, { person }) => sum + person, 0));
const rest = computed(() => props.visits.days.reduce((sum, day) => sum + day.preview + day.robot, 0));
const firsts = computed(() => props.visits.shares.place.reduce((sum, own) => sum + own.firsts, 0));
const perDay = (value: number): string => value.toFixed(value < 10 ? 1 : 0);
</script>

<template>
  <div class="visits">
    <p class="figure">
      <span class="large">{{ people.toLocaleString('en-GB') }}</span>
      {{ people === 1 ? 'visit of a person' : 'visits of people' }}
    </p>
    <p class="note">
      {{ firsts.toLocaleString('en-GB') }} of them the first of somebody on that day;
      {{ rest.toLocaleString('en-GB') }} previews and robots apart.
    </p>
    <PickList
      v-model="whole"
      label="Of what"
      :choices="wholes.map(({ label }, value) => ({ label, value }))"
    />
    <PickList
      :model-value="at.days.value"
      label="How long"
      :choices="[
        { value: 7, label: 'the last 7 days' },
        { value: 28, label: 'the last 28 days' },
        { value: 92, label: 'the last 92 days' },
        { value: 366, label: 'the last year' },
      ]"
      @update:model-value="at.lookAt({ days: $event })"
    />
    <PickList
      v-if="others.length > 0"
      :model-value="at.beside.value?.id ?? ''"
      label="Beside"
      :choices="besideChoices"
      @update:model-value="putBeside($event)"
    />
    <ChoiceRow
      v-model="by"
      label="By"
      :choices="[
        { value: 'day', label: 'Day' },
        { value: 'week', label: 'Week' },
        { value: 'hour', label: 'Hour of the week' },
      ]"
    />
    <VisitChart :bars="bars" :name="`visits-by-${by}`" :marks="marks" />
    <section v-if="changes.length > 0">
      <h2 class="heading">Before and after a change</h2>
      <table data-test="visits-around">
        <thead>
          <tr>
            <th>change</th>
            <th>before</th>
            <th>after</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="change in [...changes].reverse().slice(0, 6)" :key="change.at">
            <td>{{ change.day }}: {{ change.text }}</td>
            <template v-if="change.around">
              <td class="measure">{{ perDay(change.around.before) }}</td>
              <td class="measure">{{ perDay(change.around.after) }}</td>
            </template>
            <td v-else colspan="2">too few days</td>
          </tr>
        </tbody>
      </table>
      <p class="note">People a day, over as many days before as after, four weeks at most.</p>
    </section>
    <VisitShares :visits="visits" :is-of-one="isOfOne" @pick="links.pick($event)" />
    <p v-if="at.problem.value" class="note" role="alert">{{ at.problem.value }}</p>
  </div>
</template>

<style scoped src="./visits.css"></style>
<style scoped>
.visits,
section {
  display: grid;
  gap: 10px;
}

.figure {
  font-weight: 600;
}

.large {
  font-family: var(--mono);
  font-size: var(--text-figure);
  font-weight: 400;
}

td:first-child {
  overflow-wrap: anywhere;
}
</style>
