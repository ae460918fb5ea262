<script setup lang="ts">
/** What this program cannot read is told, and left as it is: its text can be saved. */
import { computed, onMounted, shallowRef } from 'vue';
import { documentKinds, type DocumentKindId, type UnreadableDocument } from '../../wire';
import { downloadBytes } from '../shared/download';
import { fetchUnreadable } from '../shared/shelfApi';

const documents = shallowRef<readonly UnreadableDocument[]>([]);
const mostNamed = 3;
const called = ({ kind, name }: UnreadableDocument): string =>
  `${documentKinds[kind as DocumentKindId].noun}${name === '' ? ' without a name' : ` “${name}”`}`;
const names = computed(() => {
  const more = documents.value.length - mostNamed;
  const all = [...documents.value.slice(0, mostNamed).map(called), ...(more > 0 ? [`${more} more`] : [])];
  return all.length === 1 ? all[0]! : `${all.slice(0, -1).join(', ')} and ${all.at(-1)!}`;
});

function save(): void {
  downloadBytes({
    name: 'binarus-unreadable.json',
    mediaType: 'application/json',
    bytes: new TextEncoder().encode(`${JSON.stringify(documents.value, null, 2)}\n`),
  });
}

onMounted(async () => {
  documents.value = await fetchUnreadable().catch(() => []);
});
</script>

<template>
  <div v-if="documents.length > 0" class="bar" role="alert" data-test="unreadable">
    <p>
      This version of Binarus cannot read {{ names }}. Nothing is lost: a newer version may be able to read
      {{ documents.length === 1 ? 'it' : 'them' }}.
    </p>
    <button type="button" class="action" @click="save">Save as a file</button>
  </div>
</template>

<style scoped src="../shared/noticeBar.css"></style>
<style scoped>
.bar {
  border-width: 1px;
}
</style>
