<script setup lang="ts">
/** What keeps a link from being saved, in sight, with the ways on. */
import { computed } from 'vue';
import type { LinkChanges } from './useLinkChanges';

const props = defineProps<{ changes: LinkChanges; revision: number }>();
const state = computed(() => props.changes.state.value);
const why = computed(() => props.changes.why.value || (props.changes.refused.value?.why ?? ''));
</script>

<template>
  <div v-if="why" class="bar" role="alert" data-test="link-save-bar">
    <template v-if="state === 'conflict'">
      <p>
        Another window saved revision {{ revision }} of this link meanwhile. Nothing is lost yet: which one
        goes on?
      </p>
      <button type="button" class="action" @click="changes.letGo()">Take the other one</button>
      <button type="button" class="action" @click="changes.keepMine()">Put this one on top</button>
    </template>
    <template v-else-if="state === 'gone'">
      <p>This link was deleted in another window.</p>
      <button type="button" class="action" @click="changes.letGo()">Let it go</button>
    </template>
    <template v-else>
      <p><strong>Not saved.</strong> {{ why }}</p>
      <button v-if="state === 'offline'" type="button" class="action" @click="changes.saveNow()">
        Save now
      </button>
    </template>
  </div>
</template>

<style scoped src="../shared/saveBar.css"></style>
<style scoped>
.bar {
  min-width: 0;
  max-height: 20vh;
  padding: 4px 10px;
  overflow: auto;
  border-width: 1px;
  font-size: 12.5px;
}

p {
  min-width: 0;
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
