<script setup lang="ts">
/** When a rule holds, for whom, and where it leads. */
import { computed } from 'vue';
import { phoneKinds, type PhoneKind, type Rule, type Schedule } from '../../core/links';
import PickList from '../shared/PickList.vue';
import SwitchField from '../shared/SwitchField.vue';
import LinkText from './LinkText.vue';
import { ownZone } from './useLinks';

const props = defineProps<{ rule: Rule; number: number }>();
const emit = defineEmits<{ change: [rule: Rule] }>();
const change = (part: Partial<Rule>): void => emit('change', { ...props.rule, ...part });
const schedule = computed(() => props.rule.schedule);
const setSchedule = (part: Partial<Schedule>): void =>
  change({ schedule: { ...(schedule.value ?? always), ...part } });
const always: Schedule = { zone: ownZone, from: null, to: null, days: [1, 2, 3, 4, 5, 6, 7], hours: null };
const text = (event: Event): string => (event.target as HTMLInputElement).value;
const zones = computed(() =>
  [...new Set([schedule.value?.zone ?? ownZone, ownZone, ...Intl.supportedValuesOf('timeZone')])].map(
    (zone) => ({
      value: zone,
      label: zone,
    }),
  ),
);
const dayNames = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
function turnDay(day: number): void {
  const days = schedule.value?.days ?? [];
  const next = days.includes(day) ? days.filter((own) => own !== day) : [...days, day].sort();
  // A rule without a day would never hold.
  if (next.length > 0) setSchedule({ days: next });
}
</script>

<template>
  <div class="rule-edit" role="group" :aria-label="`Rule ${number}`">
    <label
      ><span>{{ number }} leads to</span
      ><LinkText :value="rule.target" maxlength="2000" inputmode="url" @done="change({ target: $event })"
    /></label>
    <PickList
      label="For whom"
      :model-value="rule.phone ?? ''"
      :choices="[
        { value: '', label: 'for everybody' },
        ...phoneKinds.map((kind) => ({ value: kind as string, label: `for phones by ${kind}` })),
      ]"
      @update:model-value="change({ phone: $event === '' ? null : ($event as PhoneKind) })"
    />
    <SwitchField
      label="At certain times only"
      :model-value="schedule !== null"
      @update:model-value="change({ schedule: $event ? always : null })"
    />
    <template v-if="schedule">
      <div class="two">
        <label
          ><span>From</span
          ><input
            type="datetime-local"
            :value="schedule.from ?? ''"
            @change="setSchedule({ from: text($event) || null })"
        /></label>
        <label
          ><span>To</span
          ><input
            type="datetime-local"
            :value="schedule.to ?? ''"
            @change="setSchedule({ to: text($event) || null })"
        /></label>
      </div>
      <div class="days" role="group" aria-label="Days">
        <button
          v-for="(name, index) in dayNames"
          :key="name"
          type="button"
          :aria-pressed="schedule.days.includes(index + 1)"
          @click="turnDay(index + 1)"
        >
          {{ name }}
        </button>
      </div>
      <SwitchField
        label="At certain hours"
        :model-value="schedule.hours !== null"
        @update:model-value="setSchedule({ hours: $event ? { from: '09:00', to: '17:00' } : null })"
      />
      <div v-if="schedule.hours" class="two">
        <label
          ><span>From</span
          ><input
            type="time"
            :value="schedule.hours.from"
            @change="setSchedule({ hours: { ...schedule!.hours!, from: text($event) } })"
        /></label>
        <label
          ><span>To</span
          ><input
            type="time"
            :value="schedule.hours.to"
            @change="setSchedule({ hours: { ...schedule!.hours!, to: text($event) } })"
        /></label>
      </div>
      <PickList
        label="Time zone"
        :model-value="schedule.zone"
        :choices="zones"
        @update:model-value="setSchedule({ zone: $event })"
      />
    </template>
  </div>
</template>

<style scoped src="./links.css"></style>
<style scoped>
.rule-edit {
  display: grid;
  gap: 8px;
}

.days {
  display: flex;
  gap: 4px;
}

.days button {
  padding: 3px 8px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--paper-raised);
  color: var(--ink-soft);
  font-size: var(--text-note);
  cursor: pointer;
}

.days button[aria-pressed='true'] {
  border-color: var(--accent-dark);
  background: var(--accent-pale);
  color: var(--ink);
}
</style>
