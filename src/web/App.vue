<script setup lang="ts">
import { defineAsyncComponent } from 'vue';
import { RouterView } from 'vue-router';

/** Nobody needs it before a screen is there. */
const WindowNote = defineAsyncComponent(() => import('./shared/WindowNote.vue'));
</script>

<template>
  <RouterView />
  <WindowNote />
</template>
