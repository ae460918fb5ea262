<script setup lang="ts">
/** Words that came with a template, until they are changed or kept. */
defineEmits<{ keep: [] }>();
</script>

<template>
  <p class="sample">
    These words came with the template.
    <button type="button" class="action" @click="$emit('keep')">Keep them</button>
  </p>
</template>

<style scoped>
.sample {
  padding-left: 8px;
  border-left: 3px solid var(--caution);
  font-size: var(--text-note);
}
</style>
