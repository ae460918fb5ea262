<script setup lang="ts">
import { defineAsyncComponent } from 'vue';
import { RouterView } from 'vue-router';

/** Nobody needs it before a screen is there. */
const SlowNote = defineAsyncComponent(() => import('./shared/SlowNote.vue'));
</script>

<template>
  <RouterView />
  <SlowNote />
</template>
