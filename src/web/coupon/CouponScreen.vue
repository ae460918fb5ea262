<script setup lang="ts">
/** A test piece: what is on it on the left, the piece in the middle, what its photographs say on the right. */
import { ArrowLeft } from '@lucide/vue';
import { useEventListener } from '@vueuse/core';
import { computed, onMounted, watch } from 'vue';
import { useRouter } from 'vue-router';
import { couponFormats } from '../../core/run';
import { formatOf, type FormatId } from '../../core/output';
import UnitSwitch from '../shared/UnitSwitch.vue';
import { useProfiles } from '../stores/profiles';
import CouponDrawing from './CouponDrawing.vue';
import CouponResult from './CouponResult.vue';
import CouponSetup from './CouponSetup.vue';
import { useCoupon } from './useCoupon';

const props = defineProps<{ profile: string; id: string }>();
const router = useRouter();
const profiles = useProfiles();
const entry = computed(() => profiles.find(props.profile));
const coupon = useCoupon(() => entry.value, props.id);
onMounted(async () => {
  document.title = 'Test piece · Binarus';
  await profiles.load();
});

const formats = computed((): readonly { readonly id: FormatId; readonly name: string }[] =>
  entry.value === undefined
    ? []
    : couponFormats(entry.value.pair).map((id) => ({ id, name: formatOf(id).name })),
);

// The address names the piece that was taken, so that a reload and another day find it again.
watch(
  () => (coupon.isKept.value ? (coupon.kept.value?.coupon.id ?? '') : ''),
  (id) => {
    if (id !== '' && id !== props.id)
      void router.replace({ name: 'coupon', params: { profile: props.profile, id } });
  },
);

const imagesOf = (data: DataTransfer | null): File[] => [...(data?.files ?? [])];
useEventListener('paste', (event: ClipboardEvent) => {
  const files = imagesOf(event.clipboardData);
  if (files.length > 0) void coupon.addPhotos(files);
});
useEventListener('dragover', (event: DragEvent) => {
  if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
});
useEventListener('drop', (event: DragEvent) => {
  event.preventDefault();
  void coupon.addPhotos(imagesOf(event.dataTransfer));
});
</script>

<template>
  <main class="coupon">
    <header>
      <RouterLink :to="{ name: 'materials', params: { id: profile } }" class="back">
        <ArrowLeft :size="16" aria-hidden="true" /> Materials and machines
      </RouterLink>
      <h1>Test piece</h1>
      <p v-if="entry" class="note">{{ entry.name }}, {{ entry.pair.machine.name }}</p>
      <p v-if="coupon.problem.value" class="problem" role="alert">{{ coupon.problem.value }}</p>
      <UnitSwitch class="unit" />
    </header>
    <template v-if="entry">
      <CouponSetup :entry="entry" :coupon="coupon" :formats="formats" />
      <section class="middle" aria-label="The test piece">
        <CouponDrawing
          v-if="coupon.view.value && coupon.kept.value"
          :view="coupon.view.value"
          :coupon="coupon.kept.value.coupon"
          :readings="coupon.kept.value.readings"
        />
        <p v-else class="note empty">
          {{ coupon.problem.value === '' ? 'Laying it out…' : 'It cannot be laid out so.' }}
        </p>
      </section>
      <CouponResult :entry="entry" :coupon="coupon" />
    </template>
    <p v-else class="note empty">
      {{ profiles.problem || 'There is no such material here. It may have been deleted.' }}
    </p>
  </main>
</template>

<style scoped>
.coupon {
  display: grid;
  grid-template: auto minmax(0, 1fr) / 270px minmax(0, 1fr) 350px;
  height: 100%;
}

header {
  display: flex;
  grid-column: 1 / -1;
  gap: 16px;
  align-items: baseline;
  padding: 14px 20px 12px;
  border-bottom: 1px solid var(--ink);
}

.back {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  align-self: center;
  color: var(--ink-soft);
  font-size: 12.5px;
  text-decoration: none;
}

h1 {
  font-size: 17px;
  font-weight: 650;
}

.unit {
  margin-left: auto;
}

.middle {
  display: grid;
  min-width: 0;
  min-height: 0;
  background: var(--bench);
}

.empty {
  max-width: 46ch;
  place-self: center;
  text-align: center;
}

.problem {
  color: var(--stop);
}

@media (max-width: 999px) {
  .coupon {
    grid-template: auto auto 60vh auto / minmax(0, 1fr);
    height: auto;
  }
}
</style>
