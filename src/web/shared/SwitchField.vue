<script setup lang="ts">
/** A switch with its words beside it. */
import { useId } from 'vue';

defineProps<{ label: string }>();
const on = defineModel<boolean>({ required: true });
const id = useId();
</script>

<template>
  <div class="switch">
    <ElSwitch :id="id" size="small" :model-value="on" @update:model-value="on = Boolean($event)" />
    <label :for="id">{{ label }}</label>
    <slot />
  </div>
</template>

<style scoped>
.switch {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 24px;
}

label {
  font-size: var(--text-note);
}
</style>
