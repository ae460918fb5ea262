<script setup lang="ts" generic="Value extends string">
/** One of several, from a list that opens. */
import { computed } from 'vue';

const props = defineProps<{
  /** Id of the field, for a label beside it; otherwise `label` names it. */
  fieldId?: string;
  label?: string;
  choices: readonly { readonly value: Value; readonly label: string; readonly group?: string }[];
}>();
/** Neighbours of one group stand together under its name. */
const groups = computed(() => {
  const found: { readonly name: string | undefined; readonly choices: (typeof props.choices)[number][] }[] =
    [];
  for (const choice of props.choices) {
    const last = found.at(-1);
    if (last !== undefined && last.name === choice.group) last.choices.push(choice);
    else found.push({ name: choice.group, choices: [choice] });
  }
  return found;
});
const value = defineModel<Value>({ required: true });
</script>

<template>
  <ElSelect
    :id="fieldId"
    v-model="value"
    class="pick-list"
    size="small"
    :aria-label="label"
    :empty-values="[undefined]"
  >
    <template v-for="group in groups" :key="group.name ?? ''">
      <ElOptionGroup v-if="group.name" :label="group.name">
        <ElOption v-for="choice in group.choices" :key="choice.value" v-bind="choice" />
      </ElOptionGroup>
      <template v-else>
        <ElOption v-for="choice in group.choices" :key="choice.value" v-bind="choice" />
      </template>
    </template>
  </ElSelect>
</template>
