<script setup lang="ts">
/** A dialog that screens load only when they show one. */
defineProps<{ title: string; width: string }>();
const shown = defineModel<boolean>({ required: true });
</script>

<template>
  <ElDialog v-model="shown" :title="title" :width="width" align-center><slot /></ElDialog>
</template>
