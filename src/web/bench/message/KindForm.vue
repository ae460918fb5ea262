<script setup lang="ts">
/** The form of a message kind, made from its rows. */
import { computed, nextTick, onMounted, ref } from 'vue';
import { writeMessage, type Message } from '../../../core/message';
import { typedAhead } from '../../shared/typedAhead';
import { messageFields, type FieldSpec } from './messageFields';

const props = defineProps<{ message: Message }>();
const emit = defineEmits<{ change: [message: Message, key: string] }>();

const fields = computed(() =>
  messageFields[props.message.kind].filter(({ shown }) => shown?.(props.message) ?? true),
);
const values = computed(() => props.message as unknown as Record<string, unknown>);
/** Lists are typed as one line; what is typed stays as it is while the list is the same. */
const typedLists = ref<Record<string, string>>({});

function set(field: FieldSpec, value: unknown): void {
  emit('change', { ...props.message, [field.key]: value } as Message, `message-${field.key}`);
}

function listText({ key }: FieldSpec): string {
  const list = values.value[key] as string[];
  const typed = typedLists.value[key];
  return typed !== undefined && JSON.stringify(parts(typed)) === JSON.stringify(list)
    ? typed
    : list.join(', ');
}

function setList(field: FieldSpec, typed: string): void {
  typedLists.value[field.key] = typed;
  set(field, parts(typed));
}

const parts = (typed: string): string[] =>
  typed
    .split(/[,;\n]/)
    .map((part) => part.trim())
    .filter((part) => part !== '');

const root = ref<HTMLElement>();
/** A job without a message begins in its first field, with what was typed before the field was there. */
onMounted(async () => {
  await nextTick();
  const typed = typedAhead.end();
  if (writeMessage(props.message) !== '') return;
  const field = root.value?.querySelector<HTMLInputElement | HTMLTextAreaElement>('input, textarea');
  field?.focus();
  if (!field || typed === '') return;
  // Recognised like anything that is pasted; what is not recognised is the value of the field.
  const clipboardData = new DataTransfer();
  clipboardData.setData('text/plain', typed);
  const paste = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true });
  if (!field.dispatchEvent(paste)) return;
  field.value = typed;
  field.dispatchEvent(new Event('input', { bubbles: true }));
});
</script>

<template>
  <div ref="root" class="form">
    <div
      v-for="field in fields"
      :key="field.key"
      class="field"
      :class="{ wide: field.wide, moment: field.control === 'moment' }"
    >
      <template v-if="field.control === 'switch'">
        <span class="switch">
          <ElSwitch
            :id="`field-${field.key}`"
            :model-value="Boolean(values[field.key])"
            @update:model-value="set(field, $event)"
          />
          <label :for="`field-${field.key}`">{{ field.label }}</label>
        </span>
      </template>
      <template v-else>
        <label :for="`field-${field.key}`">{{ field.label }}</label>
        <ElSelect
          v-if="field.control === 'choice'"
          :id="`field-${field.key}`"
          append-to="#over"
          :model-value="values[field.key] ?? field.choices![0]!.value"
          :filterable="field.choices!.length > 12"
          @update:model-value="set(field, $event)"
        >
          <ElOption
            v-for="choice in field.choices"
            :key="choice.value"
            :value="choice.value"
            :label="choice.label"
          />
        </ElSelect>
        <ElInput
          v-else-if="field.control === 'list'"
          :id="`field-${field.key}`"
          :model-value="listText(field)"
          :placeholder="field.example"
          @update:model-value="setList(field, $event)"
        />
        <ElInput
          v-else
          :id="`field-${field.key}`"
          :model-value="String(values[field.key] ?? '')"
          :type="
            field.control === 'text'
              ? 'textarea'
              : field.control === 'moment'
                ? values.allDay
                  ? 'date'
                  : 'datetime-local'
                : field.control === 'password'
                  ? 'password'
                  : 'text'
          "
          :show-password="field.control === 'password'"
          :rows="3"
          resize="none"
          autocomplete="off"
          spellcheck="false"
          :placeholder="field.example"
          @update:model-value="set(field, $event)"
        />
      </template>
    </div>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  gap: 6px 12px;
}

.field {
  grid-column: span 2;
  display: grid;
  align-content: start;
  gap: 2px;
  min-width: 0;
}

.moment {
  grid-column: span 3;
}

.wide {
  grid-column: 1 / -1;
}

label {
  font-size: var(--text-note);
  color: var(--ink-soft);
}

.switch {
  display: flex;
  align-items: center;
  gap: 9px;
  padding-top: 18px;
}

.form :deep(input),
.form :deep(textarea) {
  font-size: var(--text-body);
}
</style>
