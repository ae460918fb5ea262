<script setup lang="ts">
/** Text that is told when whoever types is done; what is being typed stays as it is, whatever is saved meanwhile. */
import { ref, watch } from 'vue';

const props = defineProps<{ value: string; rows?: number }>();
const emit = defineEmits<{ done: [text: string] }>();
const typed = ref(props.value);
watch(
  () => props.value,
  (now) => (typed.value = now),
);
</script>

<template>
  <textarea v-if="rows" v-model="typed" :rows="rows" @change="emit('done', typed)"></textarea>
  <input v-else v-model="typed" @change="emit('done', typed)" />
</template>
