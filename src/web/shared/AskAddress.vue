<script setup lang="ts">
/** Asks an address whether it answers, when somebody wants to know; the server does it, and nothing asks by itself. */
import { ref, watch } from 'vue';
import type { Answered } from '../../wire';
import { askAddress } from './linksApi';
import { useAttempt } from './useAttempt';

const props = defineProps<{
  address: string;
  /** What the address has to lead to, where that is known. */
  leadsTo?: string;
}>();
const { problem, attempt } = useAttempt();
const answered = ref<Answered | null>(null);
const isBusy = ref(false);
watch(
  () => [props.address, props.leadsTo],
  () => (answered.value = null),
);
async function ask(): Promise<void> {
  const { address } = props;
  isBusy.value = true;
  await attempt(async () => {
    const answer = await askAddress(address);
    if (props.address === address) answered.value = answer;
  });
  isBusy.value = false;
}

const hostOf = (address: string): string => (URL.canParse(address) ? new URL(address).host : address);
const texts: Readonly<Record<Answered['outcome'], (answer: Answered) => string>> = {
  answers: ({ at }) => `It answers at ${at}.`,
  refuses: ({ at, status }) =>
    `${hostOf(at)} answers with ${status}${status === 404 || status === 410 ? ': there is no such page' : ''}.`,
  'no-address': ({ at }) => `It sends on to “${at}”, which is no address.`,
  'no-host': ({ at }) => `No machine is known by the name ${hostOf(at)}.`,
  certificate: ({ at }) =>
    `The certificate of ${hostOf(at)} does not hold for that name, or not any more. Phones refuse it.`,
  silent: ({ at }) => `Nothing answers at ${hostOf(at)}; a firewall may let only others in.`,
  'goes-round': ({ hops }) => `It sends on more than ${hops.length - 1} times, and may go round.`,
  'other-scheme': ({ at }) => `It sends on to ${at}, which no browser opens.`,
};
const isWell = (answer: Answered): boolean => answer.outcome === 'answers' && !answer.isThirdParty;
</script>

<template>
  <div class="ask">
    <button type="button" class="link" :disabled="isBusy || !/^https?:/i.test(address)" @click="ask">
      {{ isBusy ? 'Asking…' : 'Ask whether it answers' }}
    </button>
    <p v-if="answered" :class="['note', { wrong: !isWell(answered) }]" role="status" data-test="answered">
      {{ texts[answered.outcome](answered) }}
      <template v-if="answered.isThirdParty"
        >That belongs to somebody else, who has to stay, too: if it is meant, lead there directly.</template
      >
      <template v-if="leadsTo && answered.outcome === 'answers' && answered.hops[0] !== leadsTo"
        >It does not forward to {{ leadsTo }} as it should.</template
      >
    </p>
    <p v-if="problem" class="note" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.ask {
  display: grid;
  gap: 4px;
  justify-items: start;
  overflow-wrap: anywhere;
}

.wrong {
  color: var(--stop);
}
</style>
