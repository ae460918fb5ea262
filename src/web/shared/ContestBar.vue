<script setup lang="ts">
/** Another window saved the same meanwhile: nothing is overwritten until somebody chooses. */
import type { Contest } from './useJobDocument';

defineProps<{ contest: Contest; name: string }>();
</script>

<template>
  <p v-if="contest.isContested.value" class="bar" role="alert">
    Another window saved this {{ name }} meanwhile. Which one goes on?
    <button type="button" class="action" @click="contest.takeTheirs()">Take the other one</button>
    <button type="button" class="action" @click="contest.keepMine()">Put this one on top</button>
  </p>
</template>

<style scoped src="./saveBar.css"></style>
<style scoped>
.bar {
  margin: 0;
  padding: 4px 10px;
  border-width: 1px;
  font-size: 12.5px;
}
</style>
