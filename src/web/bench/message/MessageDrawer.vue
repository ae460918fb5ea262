<script setup lang="ts">
/** What a scan does: kind and fields, what a phone will do, what it costs; and what the job is called. */
import { computed, ref, watch } from 'vue';
import {
  emptyMessage,
  kindIds,
  kindName,
  readPayload,
  recognised,
  writeMessage,
  type KindId,
  type Message,
} from '../../../core/message';
import type { PressView } from '../../../engine';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import DrawerPages from '../DrawerPages.vue';
import CampaignFields from './CampaignFields.vue';
import FiledAs from './FiledAs.vue';
import ForwardingWay from './ForwardingWay.vue';
import KindForm from './KindForm.vue';
import MessageCost from './MessageCost.vue';
import TwinNote from './TwinNote.vue';
import { focusMessage } from '../focusMessage';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
const props = defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const { words } = useWording();
const preferences = usePreferences();
const problems = ref<readonly string[]>([]);
/** What was recognised when it was pasted. */
const told = ref('');
/** What was filled in for other kinds in this sitting, so that looking at another kind loses nothing. */
const leftBehind = new Map<KindId, Message>();

const message = computed(() => code.value.message);
const kinds = kindIds.map((id) => ({ id, name: kindName(id) }));
watch(
  () => bench.id,
  () => leftBehind.clear(),
);

function setMessage(next: Message, key: string): void {
  told.value = '';
  problems.value = bench.editCode({ message: next }, key);
}

function setKind(kind: KindId): void {
  leftBehind.set(message.value.kind, message.value);
  setMessage(leftBehind.get(kind) ?? beginning(kind), 'kind');
  // In the list of a narrow drawer the arrow keys go on from kind to kind.
  if (!(document.activeElement instanceof HTMLSelectElement)) focusMessage();
}

/** A chat begins with the link that was used last. */
function beginning(kind: KindId): Message {
  const empty = emptyMessage(kind);
  return empty.kind === 'chat' ? { ...empty, pattern: preferences.chatPattern } : empty;
}
watch(message, (now) => {
  if (now.kind === 'chat' && now.pattern.includes('{number}')) preferences.chatPattern = now.pattern.trim();
});

/** What is typed is of another kind than the form that it is typed in. */
const other = computed(() => recognised(message.value));
const otherName = computed(() =>
  other.value === null
    ? ''
    : other.value.kind === message.value.kind
      ? 'Fill in number and text'
      : `Make it: ${kindName(other.value.kind)}`,
);
function takeOther(): void {
  const next = other.value;
  if (next === null) return;
  if (next.kind !== message.value.kind) leftBehind.set(message.value.kind, message.value);
  setMessage(next, 'recognised');
}

/** Pasting into an empty message recognises what it is and fills in the form for it. */
function paste(event: ClipboardEvent): void {
  const pasted = event.clipboardData?.getData('text/plain') ?? '';
  if (message.value.kind === 'chat') {
    pasteLink(event, { ...message.value, pattern: pasted.trim() });
    return;
  }
  if (pasted.trim() === '' || writeMessage(message.value) !== '') return;
  const read = readPayload(pasted.trim());
  if (read.kind === 'text' || read.kind === message.value.kind) return;
  event.preventDefault();
  setMessage(read, 'paste');
  told.value = `Recognised as: ${kindName(read.kind)}.`;
}

/** A link of a chat service falls into pattern, number and text. */
function pasteLink(event: ClipboardEvent, pasted: Message): void {
  const found = recognised(pasted);
  if (found === null) return;
  event.preventDefault();
  setMessage(found, 'paste');
  told.value = 'Number and text were found in the link; the rest is kept for the next chat.';
}

/** The empty message is told on the stage; here the form says what it is for. */
const findings = computed(() =>
  props.view.findings.filter(
    ({ kind, about, station, severity }) =>
      severity !== 'fine' &&
      kind !== 'message-empty' &&
      station === 'message' &&
      'id' in about &&
      about.id === code.value.id,
  ),
);
</script>

<template>
  <DrawerPages
    label="Kind of message"
    is-long
    :pages="kinds"
    :model-value="message.kind"
    @update:model-value="setKind($event!)"
  >
    <div class="columns">
      <section @paste="paste">
        <KindForm :key="message.kind" :message="message" @change="setMessage" />
        <p v-if="other" class="other" role="status">
          {{
            other.kind === message.kind
              ? 'A number was found in this link.'
              : `This looks like: ${kindName(other.kind)}.`
          }}
          <button type="button" class="action" @click="takeOther">{{ otherName }}</button>
        </p>
        <ForwardingWay
          v-else-if="message.kind === 'web' && message.address"
          :address="view.payload"
          :name="job.name"
          :level="code.symbol.level"
          @change="setMessage({ ...message, address: $event }, 'forwarding')"
        >
          <CampaignFields
            :address="message.address"
            @change="setMessage({ ...message, address: $event }, 'campaign')"
          />
        </ForwardingWay>
        <p v-if="told" class="note" role="status">{{ told }}</p>
        <p v-if="view.payload === ''" class="note">
          Type it, or paste anything: an address, a number, a contact, a Wi-Fi login is recognised.
        </p>
        <p v-for="problem in problems" :key="problem" class="problem" role="alert">{{ problem }}</p>
      </section>
      <section>
        <h2 class="heading">What a phone does</h2>
        <p class="does">{{ view.summary }}</p>
        <p
          v-for="finding in findings"
          :key="finding.kind"
          :class="finding.severity"
          class="found"
          role="alert"
        >
          {{ words(finding.text) }}
        </p>
        <TwinNote :job-id="bench.id" :payload="view.payload" />
        <p v-for="note in view.notes" :key="note" class="note">{{ note }}</p>
        <details v-if="message.kind === 'wifi' && view.payload">
          <summary class="note">Show what the code holds, with the password</summary>
          <p class="payload measure">{{ view.payload }}</p>
        </details>
        <p v-else-if="view.payload" class="payload measure" data-test="payload">{{ view.payload }}</p>
      </section>
      <section>
        <h2 class="heading">How big the code gets</h2>
        <MessageCost :view="view" />
      </section>
      <section>
        <FiledAs />
      </section>
    </div>
  </DrawerPages>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 1.7fr 1.1fr 1.1fr 0.8fr;
}

.other {
  display: flex;
  gap: 10px;
  align-items: center;
  font-size: var(--text-body);
}

.does {
  font-size: var(--text-title);
  font-weight: 500;
}

.found {
  padding-left: 8px;
  border-left: 3px solid var(--caution);
  font-size: var(--text-note);
}

.found.stop {
  border-color: var(--stop);
  color: var(--stop);
}

.payload {
  max-height: 84px;
  padding: 6px 8px;
  overflow: auto;
  background: var(--paper-sunk);
  font-size: var(--text-note);
  font-weight: 400;
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
</style>
