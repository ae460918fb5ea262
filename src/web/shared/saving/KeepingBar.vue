<script setup lang="ts">
/** What keeps a document from being saved, in sight, with the ways on: nothing is overwritten or lost until somebody chooses. */
import { computed } from 'vue';
import type { SavingState } from './saving';

const props = defineProps<{
  /** What it is called: “job”. */
  noun: string;
  state: SavingState;
  why: string;
  /** The one that another window saved, where it is known. */
  revision?: number | null;
  /** Trying again would not help. */
  isRefused?: boolean;
  /** In the head of a screen, where there is little room. */
  isSmall?: boolean;
}>();
defineEmits<{ save: []; takeTheirs: []; keepMine: []; letGo: [] }>();

const isNotSaved = computed(() => props.why !== '' && ['away', 'saving', 'unsaved'].includes(props.state));
const theirs = computed(() => (props.revision ? `revision ${props.revision} of ` : ''));
</script>

<template>
  <div
    v-if="state === 'contested' || state === 'gone' || isNotSaved || $slots.also"
    class="bar"
    :class="{ small: isSmall }"
    role="alert"
    data-test="save-bar"
  >
    <template v-if="state === 'contested'">
      <p>Another window saved {{ theirs }}this {{ noun }} meanwhile. Both are kept until you choose one.</p>
      <button type="button" class="action" @click="$emit('takeTheirs')">Use the other one</button>
      <button type="button" class="action" @click="$emit('keepMine')">Keep mine</button>
      <slot name="contested" />
    </template>
    <template v-else-if="state === 'gone'">
      <p>
        This {{ noun }} was deleted elsewhere while it was open here. What you typed is kept in this browser.
      </p>
      <slot name="gone"
        ><button type="button" class="action quiet" @click="$emit('letGo')">Discard it</button></slot
      >
    </template>
    <template v-else-if="isNotSaved">
      <p><strong>Not saved.</strong> {{ why }}</p>
      <button v-if="!isRefused" type="button" class="action" @click="$emit('save')">Save now</button>
    </template>
    <slot name="also" />
  </div>
</template>

<style scoped src="../noticeBar.css"></style>
<style scoped>
.bar {
  border-bottom-width: 1px;
}

.small {
  min-width: 0;
  max-height: 20vh;
  padding: 4px 10px;
  overflow: auto;
  border-width: 1px;
  font-size: var(--text-note);
}

p {
  min-width: 0;
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
