<script setup lang="ts" generic="Value extends string | number">
/** One of several, from a list that opens. */
defineProps<{
  /** Id of the field, for a label beside it; otherwise `label` names it. */
  fieldId?: string;
  label?: string;
  choices: readonly { readonly value: Value; readonly label: string; readonly group?: string }[];
}>();
const value = defineModel<Value>({ required: true });
</script>

<template>
  <ElSelect
    :id="fieldId"
    v-model="value"
    append-to="#over"
    class="pick-list"
    size="small"
    :aria-label="label"
    :empty-values="[undefined]"
  >
    <template v-for="(choice, index) in choices" :key="choice.value">
      <!-- The name of a group is a line that cannot be chosen. -->
      <ElOption
        v-if="choice.group && choice.group !== choices[index - 1]?.group"
        class="group"
        disabled
        :value="`group: ${choice.group}`"
        :label="choice.group"
      />
      <ElOption :value="choice.value" :label="choice.label" />
    </template>
  </ElSelect>
</template>

<style scoped>
.group {
  font-size: var(--text-small);
  font-weight: 600;
  cursor: default;
}
</style>
