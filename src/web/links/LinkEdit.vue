<script setup lang="ts">
/** One link: its addresses, where it leads and by which rules, a made-up visit, and what was before. */
import { ArrowDown, ArrowUp, Plus, Trash2 } from '@lucide/vue';
import { DateTime } from 'luxon';
import { computed, ref, watch } from 'vue';
import {
  type Link,
  type PhoneKind,
  phoneKinds,
  type Rule,
  type TargetCaution,
  targetCautions,
} from '../../core/links';
import type { LinkPiece, SavedLink, TriedLink } from '../../wire';
import AskAddress from '../shared/AskAddress.vue';
import { tryLink } from '../shared/linksApi';
import PickList from '../shared/PickList.vue';
import { useAttempt } from '../shared/useAttempt';
import { useNewest } from '../shared/useNewest';
import LinkText from './LinkText.vue';
import RuleEdit from './RuleEdit.vue';
import { ownZone, type LinksAtHand } from './useLinks';

const props = defineProps<{ links: LinksAtHand; own: SavedLink }>();
const link = computed(() => props.own.link);
/** What is in the fields: what was refused stays there to be mended. */
const typed = computed(() => ({ ...link.value, ...props.links.changes.refused.value?.part }));
const change = (part: Partial<Link>): Promise<void> => props.links.change(part);

const setRules = (rules: readonly Rule[]): Promise<void> => change({ rules: [...rules] });
const addRule = (): Promise<void> =>
  setRules([
    ...link.value.rules,
    {
      schedule: { zone: ownZone, from: null, to: null, days: [1, 2, 3, 4, 5, 6, 7], hours: null },
      phone: null,
      target: link.value.target,
    },
  ]);
function move(index: number, by: number): Promise<void> {
  const rules = [...link.value.rules];
  const [rule] = rules.splice(index, 1);
  rules.splice(index + by, 0, rule!);
  return setRules(rules);
}

/** Try it. */
const { problem, attempt } = useAttempt();
const when = ref(DateTime.now().toFormat("yyyy-MM-dd'T'HH:mm"));
const phone = ref<PhoneKind | ''>('');
const tried = ref<TriedLink | null>(null);
const visit = useNewest();
const trying = (): Promise<void> =>
  attempt(async () => {
    const isNewest = visit.ask();
    const at = DateTime.fromISO(when.value).toISO();
    if (at === null) throw new Error('Say a day and a time.');
    const found = await tryLink(props.own.id, at, phone.value === '' ? null : phone.value);
    if (isNewest()) tried.value = found;
  });
watch([when, phone, () => props.own.revision], trying, { immediate: true });

const place = ref('');
async function addPlace(): Promise<void> {
  const slug = place.value.trim().toUpperCase();
  if (slug === '') return;
  await change({ places: [...link.value.places, { slug, name: '' }] });
  if (props.links.changes.refused.value === null) place.value = '';
}
const piecesOf = (slug: string): readonly LinkPiece[] =>
  props.links.pieces.value.filter((piece) => piece.slug === slug.toUpperCase());
/** Of every target, each said once. */
const cautions = computed(() => [
  ...new Set(
    [link.value.target, ...link.value.rules.map((rule) => rule.target)].flatMap((own) =>
      targetCautions(own).map((caution) => cautionTexts[caution](hostOf(own))),
    ),
  ),
]);
const hostOf = (address: string): string => new URL(address).hostname;
const cautionTexts: Readonly<Record<TargetCaution, (host: string) => string>> = {
  'this-machine': (host) => `${host} is this computer itself: a phone gets nowhere.`,
  'this-house': (host) => `${host} is only known in your own network: a phone elsewhere gets nowhere.`,
  'plain-http': (host) => `${host} is reached by plain http, which is not private; phones warn of it.`,
};
const asked = ref(false);
const older = computed(() => [...props.links.revisions.value].reverse().slice(1, 6));
</script>

<template>
  <div class="edit">
    <section>
      <label class="wide"
        ><span>Name</span><LinkText :value="typed.name" maxlength="120" @done="change({ name: $event })"
      /></label>
      <label class="wide"
        ><span>Leads to</span
        ><LinkText
          :value="typed.target"
          maxlength="4000"
          inputmode="url"
          :disabled="link.retired !== null"
          @done="change({ target: $event })"
      /></label>
      <p v-for="caution in cautions" :key="caution" class="wrong" role="status">{{ caution }}</p>
      <AskAddress v-if="link.retired === null" :address="link.target" />
      <div class="two">
        <label
          ><span>Collection</span
          ><LinkText :value="typed.collection" maxlength="80" @done="change({ collection: $event })"
        /></label>
        <label
          ><span>Campaign</span
          ><LinkText :value="typed.campaign" maxlength="80" @done="change({ campaign: $event })"
        /></label>
      </div>
    </section>

    <section>
      <h2 class="heading">Its addresses</h2>
      <ul class="places">
        <li v-for="(one, index) in link.places" :key="one.slug">
          <span class="measure address">{{ links.addressOf(one.slug) }}</span>
          <span v-if="piecesOf(one.slug).length > 0" class="note on"
            >on
            <template v-for="(piece, at) in piecesOf(one.slug)" :key="piece.job"
              >{{ at > 0 ? ', ' : ''
              }}<RouterLink class="link" :to="{ name: 'bench', params: { id: piece.job } }">{{
                piece.name
              }}</RouterLink
              >{{ piece.made > 0 ? ` (${piece.made} made)` : '' }}</template
            ></span
          >
          <LinkText
            :value="one.name"
            maxlength="80"
            :aria-label="`Where ${one.slug} hangs`"
            placeholder="where it is used"
            @done="
              change({
                places: link.places.map((own, at) => (at === index ? { ...own, name: $event } : own)),
              })
            "
          />
        </li>
      </ul>
      <form class="add" @submit.prevent="addPlace">
        <input v-model="place" maxlength="64" aria-label="Another address" placeholder="another address" />
        <button type="submit" class="action"><Plus :size="14" aria-hidden="true" /> For another place</button>
      </form>
      <p class="note">An address that was given stays with this link for ever: it may stand on a plate.</p>
    </section>

    <section v-if="link.retired === null">
      <h2 class="heading">Rules, the first that holds</h2>
      <div v-for="(rule, index) in link.rules" :key="index" class="rule">
        <RuleEdit
          :rule="typed.rules[index] ?? rule"
          :number="index + 1"
          @change="setRules(link.rules.map((one, at) => (at === index ? $event : one)))"
        />
        <div class="acts">
          <button
            type="button"
            :aria-label="`Rule ${index + 1} up`"
            :disabled="index === 0"
            @click="move(index, -1)"
          >
            <ArrowUp :size="14" aria-hidden="true" />
          </button>
          <button
            type="button"
            :aria-label="`Rule ${index + 1} down`"
            :disabled="index === link.rules.length - 1"
            @click="move(index, 1)"
          >
            <ArrowDown :size="14" aria-hidden="true" />
          </button>
          <button
            type="button"
            :aria-label="`Remove rule ${index + 1}`"
            @click="setRules(link.rules.filter((_, at) => at !== index))"
          >
            <Trash2 :size="14" aria-hidden="true" />
          </button>
        </div>
      </div>
      <button type="button" class="action" @click="addRule">
        <Plus :size="14" aria-hidden="true" /> Rule…
      </button>
    </section>

    <section>
      <h2 class="heading">Try it</h2>
      <div class="two">
        <label><span>When</span><input v-model="when" type="datetime-local" /></label>
        <label
          ><span>By</span
          ><PickList
            v-model="phone"
            label="By"
            :choices="[
              { value: '' as const, label: 'any computer' },
              ...phoneKinds.map((kind) => ({ value: kind, label: `a phone by ${kind}` })),
            ]"
        /></label>
      </div>
      <p v-if="tried && 'to' in tried" class="tried" data-test="tried">
        goes to <span class="measure">{{ tried.to }}</span>{{
          tried.rule === null ? '' : `, by rule ${tried.rule + 1}`
        }}
      </p>
      <p v-else-if="tried" class="tried" data-test="tried">
        reads: {{ tried.retired || 'This address is not in use any more.' }}
      </p>
      <p v-if="problem" class="note" role="alert">{{ problem }}</p>
    </section>

    <section>
      <h2 class="heading">{{ link.retired ? 'Retired' : 'Retire it' }}</h2>
      <label v-if="link.retired" class="wide"
        ><span>What the page says</span
        ><LinkText
          :rows="2"
          maxlength="1000"
          :value="link.retired.text"
          @done="change({ retired: { text: $event } })"
        />
      </label>
      <div class="acts">
        <button type="button" class="action" @click="change({ retired: link.retired ? null : { text: '' } })">
          {{ link.retired ? 'Let it lead again' : 'Retire…' }}
        </button>
        <button v-if="!asked" type="button" class="link" @click="asked = true">Delete this link…</button>
        <template v-else>
          <button type="button" class="link" @click="links.remove()">Really delete it</button>
          <button type="button" class="link" @click="asked = false">Keep it</button>
        </template>
      </div>
    </section>

    <section v-if="older.length > 0">
      <h2 class="heading">Before</h2>
      <ul class="before">
        <li v-for="one in older" :key="one.number">
          <span class="note">{{ DateTime.fromISO(one.savedAt).toFormat('d LLL, HH:mm') }}</span>
          <span class="measure address">{{ one.link.target }}</span>
          <button
            type="button"
            class="link"
            @click="
              change({ target: one.link.target, rules: [...one.link.rules], retired: one.link.retired })
            "
          >
            Go back to it
          </button>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped src="./links.css"></style>
