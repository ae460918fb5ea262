<script setup lang="ts">
/** What a scan does: kind and fields, what a phone will do, what it costs; and what the job is called. */
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue';
import type { Job } from '../../../core/job';
import { kindIds, kindName, writeMessage, type KindId, type Message } from '../../../core/message';
import type { PressView } from '../../../engine';
import { useBench } from '../../stores/bench';

const props = defineProps<{ job: Job; view: PressView }>();
const bench = useBench();
const problems = ref<readonly string[]>([]);
const name = ref(props.job.name);
const nameProblem = ref('');

watch(
  () => props.job.name,
  (value) => (name.value = value),
);

const content = computed(() =>
  props.job.message.kind === 'web' ? props.job.message.address : props.job.message.text,
);

function messageOf(kind: KindId, text: string): Message {
  return kind === 'web' ? { kind, address: text } : { kind, text };
}

function setContent(text: string): void {
  problems.value = bench.edit({ ...props.job, message: messageOf(props.job.message.kind, text) }, 'message');
}

/** The text goes along to the other kind; what was added to an address stays with it. */
function setKind(kind: KindId): void {
  const text = kind === 'text' ? writeMessage(props.job.message) : content.value;
  problems.value = bench.edit({ ...props.job, message: messageOf(kind, text) }, 'kind');
}

function setName(value: string): void {
  name.value = value;
  nameProblem.value =
    bench.edit({ ...props.job, name: value }, 'name').length > 0
      ? 'A job needs a name of up to 120 characters.'
      : '';
}

function setCollection(value: string): void {
  bench.edit({ ...props.job, collection: value }, 'collection');
}

const findings = computed(() =>
  props.view.findings.filter(({ code }) => code.startsWith('address') || code === 'message-too-long'),
);
/** A job without a message begins here. */
const field = useTemplateRef<{ focus: () => void }>('field');
onMounted(async () => {
  await nextTick();
  if (content.value === '') field.value?.focus();
});

const modes = { numeric: 'digits', alphanumeric: 'capitals and digits', byte: 'bytes', kanji: 'Kanji' };
</script>

<template>
  <div class="columns">
    <section>
      <div class="head">
        <h2 class="heading">Message</h2>
        <div class="kinds" role="radiogroup" aria-label="Kind of message">
          <button
            v-for="kind in kindIds"
            :key="kind"
            type="button"
            role="radio"
            :aria-checked="job.message.kind === kind"
            @click="setKind(kind)"
          >
            {{ kindName(kind) }}
          </button>
        </div>
      </div>
      <ElInput
        v-if="job.message.kind === 'web'"
        ref="field"
        class="content"
        aria-label="Address"
        placeholder="ternquay.example/berth/17"
        :model-value="content"
        spellcheck="false"
        @update:model-value="setContent"
      />
      <ElInput
        v-else
        class="content"
        type="textarea"
        aria-label="Text"
        placeholder="What the phone shows"
        :rows="4"
        resize="none"
        :model-value="content"
        @update:model-value="setContent"
      />
      <p v-for="problem in problems" :key="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-for="finding in findings" :key="finding.code" class="problem" role="alert">{{ finding.text }}</p>
      <p v-if="view.payload === ''" class="note">Type or paste it; the piece is drawn as you type.</p>
    </section>
    <section>
      <h2 class="heading">What a phone does</h2>
      <p class="does">{{ view.summary }}</p>
      <p v-for="note in view.notes" :key="note" class="note">{{ note }}</p>
      <p v-if="view.payload" class="payload measure" data-test="payload">{{ view.payload }}</p>
    </section>
    <section>
      <h2 class="heading">What it costs</h2>
      <dl v-if="view.made">
        <dt>Length</dt>
        <dd class="measure">{{ view.payloadBytes }} bytes</dd>
        <dt>Modes</dt>
        <dd class="measure">
          {{ view.made.segments.map(({ mode, count }) => `${count} ${modes[mode]}`).join(' + ') }}
        </dd>
        <dt>Symbol</dt>
        <dd class="measure">
          version {{ view.made.version }}, {{ view.made.sizeModules }} × {{ view.made.sizeModules }}
        </dd>
        <dt>Room left</dt>
        <dd class="measure">
          {{ view.made.capacityBits - view.made.messageBits }} bits at {{ view.made.level }}
        </dd>
      </dl>
      <p v-else class="note">No symbol yet.</p>
    </section>
    <section>
      <h2 class="heading">Filed as</h2>
      <label for="job-name">Name</label>
      <ElInput id="job-name" :model-value="name" @update:model-value="setName" />
      <p v-if="nameProblem" class="problem" role="alert">{{ nameProblem }}</p>
      <label for="job-collection">Collection</label>
      <ElInput
        id="job-collection"
        placeholder="none"
        :maxlength="120"
        :model-value="job.collection"
        @update:model-value="setCollection"
      />
    </section>
  </div>
</template>

<style scoped src="./drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 1.5fr 1.2fr 1.1fr 0.9fr;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}

.kinds {
  display: flex;
  gap: 12px;
}

.kinds button {
  padding: 0 0 2px;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  cursor: pointer;
}

.kinds button[aria-checked='true'] {
  border-color: var(--ink);
  font-weight: 600;
}

.content :deep(input),
.content :deep(textarea) {
  font-family: var(--mono);
  font-size: 13.5px;
}

.does {
  font-size: 15px;
  font-weight: 500;
}

.payload {
  max-height: 84px;
  padding: 6px 8px;
  overflow: auto;
  background: var(--paper-sunk);
  font-size: 12px;
  font-weight: 400;
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
</style>
