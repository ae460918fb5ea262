<script setup lang="ts" generic="Value extends string | number | boolean">
/** A few choices side by side, of which one holds. Arrow keys move along, as in a group of radio buttons. */
defineProps<{
  label: string;
  choices: readonly { readonly value: Value; readonly label: string; readonly hint?: string }[];
}>();
const chosen = defineModel<Value>({ required: true });

function move(event: KeyboardEvent, step: number): void {
  const button = event.currentTarget as HTMLElement;
  const buttons = [...button.parentElement!.querySelectorAll<HTMLElement>('[role=radio]')];
  const next = buttons[(buttons.indexOf(button) + step + buttons.length) % buttons.length]!;
  event.preventDefault();
  next.focus();
  next.click();
}
</script>

<template>
  <div class="row" role="radiogroup" :aria-label="label">
    <button
      v-for="choice in choices"
      :key="String(choice.value)"
      type="button"
      role="radio"
      :aria-checked="choice.value === chosen"
      :tabindex="choice.value === chosen ? 0 : -1"
      :title="choice.hint"
      @click="chosen = choice.value"
      @keydown.left.stop="move($event, -1)"
      @keydown.right.stop="move($event, 1)"
      @keydown.up.stop="move($event, -1)"
      @keydown.down.stop="move($event, 1)"
    >
      {{ choice.label }}
    </button>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  min-width: 0;
  border-bottom: 1px solid var(--rule);
}

button {
  padding: 2px 8px 3px;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  font-size: var(--text-note);
  color: var(--ink-soft);
  cursor: pointer;
}

button:hover {
  color: var(--ink);
}

button[aria-checked='true'] {
  border-bottom-color: var(--accent);
  color: var(--ink);
  font-weight: 600;
}
</style>
