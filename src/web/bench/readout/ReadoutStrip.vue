<script setup lang="ts">
/** The three answers in a line, where there is no room for the readout beside the stage; it opens the readout over it. */
import { ChevronRight } from '@lucide/vue';
import type { PressView } from '../../../engine';
import StateShape from '../../shared/StateShape.vue';
import type { Reads } from '../../shared/useQuickProof';
import { useAnswers } from './useAnswers';

const props = defineProps<{ view: PressView; reads: Reads }>();
const isOpen = defineModel<boolean>({ required: true });
const told = useAnswers(() => props);
</script>

<template>
  <button
    type="button"
    class="strip"
    :aria-expanded="isOpen"
    data-test="readout-strip"
    @click="isOpen = !isOpen"
  >
    <span v-for="{ question, name, state, says } in told" :key="question" class="answer">
      <StateShape :state="state" /><strong>{{ name }}</strong>
      <span class="says">{{ says }}</span>
    </span>
    <ChevronRight :size="16" :class="{ open: isOpen }" aria-hidden="true" />
  </button>
</template>

<style scoped>
.strip {
  display: flex;
  align-items: center;
  gap: 18px;
  min-width: 0;
  padding: 4px 14px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: var(--paper);
  text-align: left;
  cursor: pointer;
}

.strip:hover {
  background: var(--paper-raised);
}

.answer {
  display: flex;
  align-items: center;
  gap: 7px;
  min-width: 0;
  white-space: nowrap;
}

.says {
  overflow: hidden;
  color: var(--ink-soft);
  font-size: var(--text-note);
  text-overflow: ellipsis;
}

svg:last-child {
  margin-left: auto;
}

.open {
  transform: rotate(90deg);
}

@media (max-width: 699px) {
  .says {
    display: none;
  }
}
</style>
