<script setup lang="ts">
/** A dialog. What is marked `data-first` in it has the focus to begin with, or else its first field. */
import { useTemplateRef } from 'vue';
import { isClosedList } from './closedList';

defineProps<{ title: string; width: string }>();
const shown = defineModel<boolean>({ required: true });
const body = useTemplateRef<HTMLElement>('body');

function focusFirst(): void {
  const fields = 'input:not([type=hidden]), textarea';
  const first = body.value?.querySelector<HTMLElement>('[data-first]') ?? body.value?.querySelector(fields);
  (first as HTMLElement | null | undefined)?.focus();
}
/** A list that is closed keeps Esc to itself, but what is on top then is the dialog. */
function closeFromList({ target }: KeyboardEvent): void {
  if (isClosedList(target)) shown.value = false;
}
</script>

<template>
  <ElDialog v-model="shown" :title="title" :width="width" append-to-body align-center @opened="focusFirst">
    <div ref="body" @keydown.esc.capture="closeFromList"><slot /></div>
  </ElDialog>
</template>
