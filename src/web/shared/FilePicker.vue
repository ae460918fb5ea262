<script setup lang="ts">
/** A label that opens the browser's choice of a file. The same file can be chosen again. */
defineProps<{ accept: string; label?: string }>();
const emit = defineEmits<{ pick: [file: File] }>();

function take(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) emit('pick', file);
}
</script>

<template>
  <label class="picker">
    <slot />
    <input type="file" :accept="accept" :aria-label="label" @change="take" />
  </label>
</template>

<style scoped>
.picker {
  position: relative;
  cursor: pointer;
}

.picker:focus-within {
  outline: 2px solid var(--accent);
}

input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
</style>
