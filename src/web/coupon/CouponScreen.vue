<script setup lang="ts">
/** A test piece: what is on it on the left, the piece in the middle, what its photographs say on the right. */
import { computed, onMounted, watch } from 'vue';
import { useRouter } from 'vue-router';
import { operationFormats } from '../../core/files';
import { formatOf, type FormatId } from '../../core/output';
import UnitSwitch from '../shared/UnitSwitch.vue';
import { useBroughtPictures } from '../shared/useBroughtPictures';
import WorkScreen from '../shared/WorkScreen.vue';
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
    : operationFormats(entry.value.pair).map((id) => ({ id, name: formatOf(id).name })),
);

// The address names the piece that was taken, so that a reload and another day find it again.
watch(
  () => (coupon.isKept.value ? (coupon.kept.value?.coupon.id ?? '') : ''),
  (id) => {
    if (id !== '' && id !== props.id)
      void router.replace({ name: 'coupon', params: { profile: props.profile, id } });
  },
);

useBroughtPictures((files) => void coupon.addPhotos(files));
</script>

<template>
  <WorkScreen
    :back="{ name: 'materials', params: { id: profile } }"
    back-name="Materials"
    title="Test piece"
    left-name="What is on it"
    middle-name="The test piece"
    right-name="What its photographs say"
    :problem="coupon.problem.value"
  >
    <template #head>
      <p v-if="entry" class="note">{{ entry.name }}, {{ entry.pair.machine.name }}</p>
      <UnitSwitch class="unit" />
    </template>
    <template #left><CouponSetup v-if="entry" :entry="entry" :coupon="coupon" :formats="formats" /></template>
    <template #middle>
      <CouponDrawing
        v-if="coupon.view.value && coupon.kept.value"
        :view="coupon.view.value"
        :coupon="coupon.kept.value.coupon"
        :readings="coupon.kept.value.readings"
      />
      <p v-else-if="entry" class="note empty">
        {{ coupon.problem.value === '' ? 'Laying it out…' : 'It cannot be laid out so.' }}
      </p>
      <p v-else class="note empty">
        {{ profiles.problem || 'There is no such material here. It may have been deleted.' }}
      </p>
    </template>
    <template #right><CouponResult v-if="entry" :entry="entry" :coupon="coupon" /></template>
  </WorkScreen>
</template>

<style scoped>
.unit {
  order: 1;
  margin-left: auto;
}
</style>
