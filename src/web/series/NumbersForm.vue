<script setup lang="ts">
/** Numbers instead of a table: counted, or drawn by lot. */
import { ref } from 'vue';
import { checkSystemName, checkSystems, type CheckSystem, type NumbersWish } from '../../core/series';
import ChoiceRow from '../shared/ChoiceRow.vue';
import NumberInput from '../shared/NumberInput.vue';
import PickList from '../shared/PickList.vue';

const emit = defineEmits<{ number: [wish: NumbersWish] }>();
const way = ref<'running' | 'drawn'>('running');
const first = ref(1);
const count = ref(48);
const digits = ref(3);
const length = ref(6);
const prefix = ref('');
const check = ref<CheckSystem | ''>('');
const checkChoices = [
  { value: '' as const, label: 'No check character' },
  ...checkSystems.map((system) => ({ value: system, label: checkSystemName(system) })),
];
function number(): void {
  emit(
    'number',
    way.value === 'running'
      ? {
          kind: 'running',
          first: first.value,
          step: 1,
          count: count.value,
          digits: digits.value,
          prefix: prefix.value,
          suffix: '',
          check: check.value === '' ? null : check.value,
        }
      : { kind: 'drawn', count: count.value, length: length.value, prefix: prefix.value },
  );
}
</script>

<template>
  <form class="numbers" @submit.prevent="number">
    <ChoiceRow
      v-model="way"
      label="How the numbers come"
      :choices="[
        { value: 'running', label: 'Counted' },
        { value: 'drawn', label: 'Drawn by lot' },
      ]"
    />
    <NumberInput
      label="How many"
      :value="count"
      :min="1"
      :max="20000"
      unit=""
      @change="count = Math.round($event)"
    />
    <template v-if="way === 'running'">
      <NumberInput
        label="First"
        :value="first"
        :min="0"
        :max="999999999"
        unit=""
        @change="first = Math.round($event)"
      />
      <NumberInput
        label="Digits"
        :value="digits"
        :min="1"
        :max="12"
        unit=""
        @change="digits = Math.round($event)"
      />
      <PickList v-model="check" label="Check character" :choices="checkChoices" />
    </template>
    <NumberInput
      v-else
      label="Characters"
      :value="length"
      :min="3"
      :max="32"
      unit=""
      @change="length = Math.round($event)"
    />
    <label class="prefix"><span>Before each</span><input v-model="prefix" maxlength="40" /></label>
    <button type="submit" class="action main">
      {{ way === 'running' ? 'Count them' : 'Draw them' }}
    </button>
  </form>
</template>

<style scoped src="./fields.css"></style>
<style scoped>
.numbers {
  display: grid;
  gap: 8px;
  padding: 10px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
</style>
