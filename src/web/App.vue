<script setup lang="ts">
import { defineAsyncComponent } from 'vue';
import { RouterView } from 'vue-router';
import PlacesBar from './shared/PlacesBar.vue';

/** Nobody needs it before a screen is there. */
const WindowNote = defineAsyncComponent(() => import('./shared/WindowNote.vue'));
</script>

<template>
  <div class="app">
    <PlacesBar />
    <RouterView />
    <WindowNote />
  </div>
</template>

<style scoped>
.app {
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr);
  height: 100%;
}
</style>
