<script setup lang="ts">
/** A dialog. What is marked `data-first` in it has the focus to begin with, or else its first field. */
import { useTemplateRef } from 'vue';

defineProps<{ title: string; width: string }>();
const shown = defineModel<boolean>({ required: true });
const body = useTemplateRef<HTMLElement>('body');

function focusFirst(): void {
  const fields = 'input:not([type=hidden]), textarea';
  const first = body.value?.querySelector<HTMLElement>('[data-first]') ?? body.value?.querySelector(fields);
  (first as HTMLElement | null | undefined)?.focus();
}
</script>

<template>
  <ElDialog v-model="shown" :title="title" :width="width" align-center @opened="focusFirst">
    <div ref="body"><slot /></div>
  </ElDialog>
</template>
