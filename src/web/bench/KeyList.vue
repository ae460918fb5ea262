<script setup lang="ts">
/** The keys of the bench. */
import AppDialog from '../shared/AppDialog.vue';
import { keyList } from './useKeys';

const shown = defineModel<boolean>({ required: true });
</script>

<template>
  <AppDialog v-model="shown" title="Keys" width="520px">
    <dl>
      <template v-for="{ keys, does } in keyList" :key="keys">
        <dt class="measure">{{ keys }}</dt>
        <dd>{{ does }}</dd>
      </template>
    </dl>
  </AppDialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: 6px 16px;
}

dt {
  font-size: var(--text-note);
}
</style>
