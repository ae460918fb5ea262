<script setup lang="ts">
/** Under which address links are reached, public access, tables for other servers, logs of theirs, and what is counted. */
import { computed, ref } from 'vue';
import {
  baseFaults,
  privacyText,
  tableFormNames,
  tableForms,
  type BaseFault,
  type TableForm,
} from '../../core/links';
import type { LinkList } from '../../wire';
import AskAddress from '../shared/AskAddress.vue';
import FilePicker from '../shared/FilePicker.vue';
import { fetchUncarried, sendLog, tableAddress } from '../shared/linksApi';
import LongWorkNote from '../shared/LongWorkNote.vue';
import { useLongWork } from '../shared/useLongWork';
import NumberInput from '../shared/NumberInput.vue';
import PickList from '../shared/PickList.vue';
import SwitchField from '../shared/SwitchField.vue';
import { useAttempt } from '../shared/useAttempt';
import type { LinksAtHand } from './useLinks';

const props = defineProps<{ links: LinksAtHand; list: LinkList }>();
const emit = defineEmits<{ counted: [] }>();
const settings = computed(() => props.list.settings);
const faultTexts: Readonly<Record<BaseFault, string>> = {
  'no-address': 'This is no address; one is such as https://go.example.',
  'other-scheme': 'Only https and http addresses can be opened by everybody.',
  query: 'What follows a question mark or a hash has no place in it.',
  'this-machine': 'Only this machine knows that address: nobody who scans a code gets there.',
  'this-house': 'Only your own network knows that address: a phone elsewhere gets nowhere.',
  'plain-http': 'Plain http is not private, and phones warn of it.',
};
const faults = computed(() => (settings.value.base === '' ? [] : baseFaults(settings.value.base)));
/** Open at first where something has to be said; whoever opens it closes it. */
const isOpen = ref(settings.value.base === '' || faults.value.length > 0);
const form = ref<TableForm>('nginx');
const left = ref('');
const { problem, attempt } = useAttempt();
const downloadTable = (): Promise<void> =>
  attempt(async () => {
    const { uncarried } = await fetchUncarried(form.value);
    left.value =
      uncarried.length === 0
        ? ''
        : `Not in it: ${uncarried.map(({ link, what }) => `the rule by ${what} of “${link}”`).join(', ')}.`;
    const anchor = document.createElement('a');
    anchor.href = tableAddress(form.value);
    anchor.download = '';
    anchor.click();
  });
const read = ref('');
const work = useLongWork();
const readLog = (file: File): Promise<void> =>
  attempt(async () => {
    read.value = '';
    try {
      const { counted, passedOver, knownBytes } = await work.run((query, signal) =>
        sendLog(file, query, signal),
      );
      read.value = `${counted} visits counted, ${passedOver} other lines passed over${knownBytes > 0 ? '; what was read before was not counted again' : ''}.`;
      await props.links.lookAgain();
      emit('counted');
    } catch (error) {
      read.value = '';
      throw error;
    }
  });
const text = (event: Event): string => (event.target as HTMLInputElement).value.trim();
</script>

<template>
  <details class="setup" :open="isOpen" @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
    <summary class="heading">Where links are reached, and what is counted</summary>
    <section>
      <label
        ><span>Address under which links are reached</span
        ><input
          v-memo="[settings.base]"
          :value="settings.base"
          maxlength="300"
          inputmode="url"
          placeholder="https://go.yours.example"
          @change="links.set({ base: text($event) })"
      /></label>
      <p v-for="fault in faults" :key="fault" class="wrong" role="alert">{{ faultTexts[fault] }}</p>
      <AskAddress
        v-if="settings.base !== '' && links.own.value && !links.own.value.link.retired"
        :address="links.addressOf(links.own.value.link.places[0]!.slug)"
        :leads-to="links.own.value.link.target"
      />
      <SwitchField
        label="Large and small letters are alike there, so that symbols are smaller"
        :model-value="settings.isCaseFree"
        @update:model-value="links.set({ isCaseFree: $event })"
      />
    </section>
    <section>
      <h2 class="heading">Public access</h2>
      <p v-if="list.door.port === null" class="note">
        Binarus does not forward by itself: start it with BINARUS_LINKS_PORT, or give the table below to a web
        server.
      </p>
      <SwitchField
        v-else
        :label="`Open on port ${list.door.port}, for forwarding and nothing else`"
        :model-value="list.door.isOpen"
        @update:model-value="links.setPublicAccess($event)"
      />
      <p v-if="list.door.problem" class="wrong" role="alert">{{ list.door.problem }}</p>
    </section>
    <section>
      <h2 class="heading">Other servers</h2>
      <div class="add">
        <PickList
          v-model="form"
          label="Table for"
          :choices="tableForms.map((value) => ({ value, label: tableFormNames[value] }))"
        />
        <button type="button" class="action" @click="downloadTable">Download the table</button>
      </div>
      <p v-if="left" class="wrong" role="alert">{{ left }}</p>
      <FilePicker
        accept=".log,.txt,.gz,.1,text/plain,application/gzip"
        label="Access log"
        class="action"
        @pick="readLog"
        >Count an access log…</FilePicker
      >
      <LongWorkNote :work="work" doing="Reading the log" noun="lines" />
      <p v-if="read" class="note" role="status">{{ read }}</p>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    </section>
    <section>
      <h2 class="heading">What is counted</h2>
      <SwitchField
        label="Count visits"
        :model-value="settings.counts"
        @update:model-value="links.set({ counts: $event })"
      />
      <NumberInput
        label="Keep single visits for"
        :value="settings.keepDays"
        :min="1"
        :max="3650"
        unit="days"
        @change="links.set({ keepDays: Math.round($event) })"
      />
      <div class="words" data-test="privacy">
        <p v-for="words in privacyText(settings)" :key="words" class="note">{{ words }}</p>
      </div>
      <p><a class="link" href="/api/links/privacy" download>As a page for your privacy notice</a></p>
    </section>
  </details>
</template>

<style scoped src="./links.css"></style>
<style scoped>
.setup {
  padding-top: 14px;
  border-top: 1px solid var(--rule);
}

/* Paragraphs of the notice. */
.words {
  display: grid;
  gap: 6px;
}

summary {
  cursor: pointer;
}

section {
  margin-top: 12px;
}
</style>
