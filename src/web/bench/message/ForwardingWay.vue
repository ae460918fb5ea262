<script setup lang="ts">
/** Direct or forwarding: what each costs and can do later, and one step from one to the other. */
import { watchDebounced } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';
import { addressCost, baseFaults, linkAddress } from '../../../core/links';
import type { Level } from '../../../core/symbol';
import type { KnownLink } from '../../../wire';
import AskAddress from '../../shared/AskAddress.vue';
import { createLink, fetchKnownLink } from '../../shared/linksApi';
import { useAttempt } from '../../shared/useAttempt';

const props = defineProps<{ address: string; name: string; level: Level }>();
const emit = defineEmits<{ change: [address: string] }>();
const { problem, attempt } = useAttempt();
const known = shallowRef<KnownLink | null>(null);
const isBusy = ref(false);
/** Without an answer nothing is said of it: everything else works as it is. */
async function look(): Promise<void> {
  const { address } = props;
  const found = await fetchKnownLink(address).catch(() => null);
  if (props.address === address) known.value = found;
}
void look();
watchDebounced(() => props.address, look, { debounce: 400 });
const own = computed(() => known.value?.link ?? null);
const base = computed(() => known.value?.settings.base ?? '');
const hostOf = (address: string): string => (URL.canParse(address) ? new URL(address).host : address);
const canForward = computed(
  () => !baseFaults(base.value).some((fault) => fault !== 'plain-http') && URL.canParse(props.address),
);
const costText = (address: string): string => {
  const { characters, version } = addressCost(address, props.level);
  return `${characters} characters, ${version === null ? 'too long for a code' : `version ${version}`}`;
};
/** As long as one that is drawn. */
const shorter = computed(() =>
  canForward.value ? linkAddress(base.value, 'X7'.repeat(2), known.value!.settings.isCaseFree) : '',
);
async function makeForwarding(): Promise<void> {
  isBusy.value = true;
  await attempt(async () => {
    const name = props.name.trim() === '' ? hostOf(props.address) : props.name;
    const { link } = await createLink({ name: name.slice(0, 120), target: props.address, slug: null });
    emit('change', linkAddress(base.value, link.places[0]!.slug, known.value!.settings.isCaseFree));
  });
  isBusy.value = false;
}
</script>

<template>
  <!-- What tells visitors apart belongs to a direct address; those of a link are counted. -->
  <slot v-if="own === null" />
  <div class="way" data-test="forwarding">
    <template v-if="own">
      <p>
        <strong>Changeable.</strong> The code holds your short address, which leads to
        <span class="measure">{{ own.link.target }}</span>. You can send it somewhere else later, and visits
        are counted. {{ hostOf(base) }} has to stay reachable for as long as the code is to work.
      </p>
      <p class="acts">
        <RouterLink class="action" :to="{ name: 'links', params: { id: own.id } }">Its link…</RouterLink>
        <button type="button" class="action quiet" @click="emit('change', own.link.target)">
          Make it fixed
        </button>
      </p>
    </template>
    <template v-else-if="known">
      <p>
        <strong>Fixed.</strong> The address stands in the code, {{ costText(address) }}. It cannot be changed
        once it is made, and nothing is counted; only {{ hostOf(address) }} has to stay.
      </p>
      <p v-if="canForward" class="acts">
        <button type="button" class="action" :disabled="isBusy" @click="makeForwarding">
          Make it changeable
        </button>
        <span class="note">about {{ costText(shorter) }}</span>
      </p>
      <p v-else class="note">
        To be able to send it somewhere else later, say under which address your links are reached:
        <RouterLink class="link" :to="{ name: 'links' }">Set up links</RouterLink>.
      </p>
    </template>
    <AskAddress v-if="known" :address="address" :leads-to="own?.link.target" />
    <p v-if="problem" class="note" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.way {
  display: grid;
  gap: 6px;
  font-size: var(--text-note);
  overflow-wrap: anywhere;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
