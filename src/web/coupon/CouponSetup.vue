<script setup lang="ts">
/** What is tried on the test piece, how large it is, its files, and the pieces that were made before. */
import { Download } from '@lucide/vue';
import { computed, ref } from 'vue';
import { takesPower, type Coupon, type CouponWish } from '../../core/coupon';
import type { FormatId } from '../../core/output';
import ChoiceRow from '../shared/ChoiceRow.vue';
import MeasureInput from '../shared/MeasureInput.vue';
import PickList from '../shared/PickList.vue';
import SwitchField from '../shared/SwitchField.vue';
import type { ProfileEntry } from '../stores/profiles';
import NumbersField from './NumbersField.vue';
import type { CouponAtHand } from './useCoupon';

const props = defineProps<{
  entry: ProfileEntry;
  coupon: CouponAtHand;
  formats: readonly { readonly id: FormatId; readonly name: string }[];
}>();
const wish = computed(() => props.coupon.wish.value);
const set = (change: Partial<CouponWish>): void => props.coupon.change(change);

const format = ref<FormatId | null>(null);
const chosen = computed({
  get: () => format.value ?? props.formats[0]?.id ?? 'svg',
  set: (id: FormatId) => (format.value = id),
});
const formatChoices = computed(() => props.formats.map(({ id, name }) => ({ value: id, label: name })));

const rows = [
  { field: 'powersPercent', label: 'Powers, in %' },
  { field: 'speedsMmPerS', label: 'Speeds, in mm/s' },
] as const;

const dayOf = ({ at }: Coupon): string => at.slice(0, 10);
const asks = ref(false);
async function remove(): Promise<void> {
  asks.value = false;
  await props.coupon.remove();
}
</script>

<template>
  <div class="setup">
    <p class="note">
      The same code in falling sizes. Make it as you always do, photograph it, and the profile learns what
      this machine really does.
    </p>
    <ChoiceRow
      v-if="takesPower(entry.pair)"
      label="What is tried"
      :model-value="wish.kind"
      :choices="[
        { value: 'sizes', label: 'Sizes and growth' },
        { value: 'power', label: 'Power and speed' },
      ]"
      @update:model-value="set({ kind: $event })"
    />
    <div class="fields">
      <MeasureInput
        label="Width"
        :mm="wish.widthMm"
        :min-mm="20"
        :max-mm="entry.pair.machine.bedWidthMm"
        @change="set({ widthMm: $event })"
      />
      <MeasureInput
        v-if="wish.heightMm !== null"
        label="Height, at most"
        :mm="wish.heightMm"
        :min-mm="20"
        :max-mm="entry.pair.machine.bedHeightMm ?? 2000"
        @change="set({ heightMm: $event })"
      />
    </div>
    <SwitchField
      label="As high as it has to be"
      :model-value="wish.heightMm === null"
      @update:model-value="set({ heightMm: $event ? null : (coupon.kept.value?.coupon.heightMm ?? 100) })"
    />
    <SwitchField
      v-if="wish.kind === 'sizes'"
      label="Light and dark turned round, too"
      :model-value="wish.bothPolarities"
      @update:model-value="set({ bothPolarities: $event })"
    />
    <template v-else>
      <NumbersField
        v-for="{ field, label } in rows"
        :key="field"
        :label="label"
        :numbers="wish[field]"
        @change="set({ [field]: $event })"
      />
      <p class="note">
        Each cell is an operation of its earlier, in a colour of its earlier, named by its power and speed. In
        G-code both are set already.
      </p>
    </template>

    <div v-if="coupon.kept.value" class="take">
      <p class="measure">
        {{ coupon.kept.value.coupon.id }} · {{ coupon.kept.value.coupon.widthMm }} ×
        {{ coupon.kept.value.coupon.heightMm }} mm · {{ coupon.kept.value.coupon.patches.length }} codes
      </p>
      <label class="numbers">
        <span>Format</span>
        <PickList v-model="chosen" field-id="coupon-format" :choices="formatChoices" />
      </label>
      <button
        type="button"
        class="action main"
        :aria-busy="coupon.isTaking.value"
        @click="coupon.download(chosen)"
      >
        <Download :size="15" :stroke-width="1.8" aria-hidden="true" /> Download the file
      </button>
    </div>

    <section v-if="coupon.before.value.length > 0" class="before">
      <h2 class="heading">Made before</h2>
      <ul>
        <li v-for="earlier in coupon.before.value" :key="earlier.coupon.id">
          <button
            type="button"
            class="row"
            :aria-pressed="earlier.coupon.id === coupon.kept.value?.coupon.id"
            @click="coupon.open(earlier.coupon.id)"
          >
            <b class="measure">{{ earlier.coupon.id }}</b> {{ dayOf(earlier.coupon) }},
            {{ earlier.coupon.kind === 'power' ? 'power' : 'sizes' }},
            {{ earlier.readings.length === 0 ? 'not photographed yet' : 'read' }}
          </button>
        </li>
      </ul>
      <template v-if="coupon.isKept.value">
        <button v-if="!asks" type="button" class="action quiet" @click="asks = true">Delete this one…</button>
        <div v-else class="line">
          <strong>Its photographs can no longer be read then.</strong>
          <button type="button" class="action" @click="remove">Delete it</button>
          <button type="button" class="action quiet" @click="asks = false">Keep it</button>
        </div>
      </template>
    </section>
  </div>
</template>

<style scoped>
.setup {
  display: grid;
  gap: 12px;
}

.fields,
.take,
.before {
  display: grid;
  gap: 8px;
}

.take {
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}

.take .action {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  justify-content: center;
}

.numbers {
  display: grid;
  gap: 3px;
  font-size: var(--text-note);
  color: var(--ink-soft);
}

.row {
  width: 100%;
  padding: 4px;
  border: 0;
  background: none;
  font-size: var(--text-note);
  text-align: left;
  cursor: pointer;
}

.row[aria-pressed='true'] {
  background: var(--paper-sunk);
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
