<script setup lang="ts">
/** Check a finished piece: photographs on the left, the one at hand with its grid in the middle, what was found on the right. */
import { Camera } from '@lucide/vue';
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { shownTitle } from '../../core/job';
import { severityOfVerdict } from '../../core/finding';
import { keptResult, type Corners } from '../../core/photo';
import { patchOfMessage } from '../../core/coupon';
import { withoutTail } from '../../core/message';
import type { CheckList, KeptCoupon, MadePiece, SavedJob } from '../../wire';
import { fetchJob } from '../shared/api';
import { deleteCheck, jobsThatSay, keepCheck, listChecks } from '../shared/checkApi';
import { listCoupons } from '../shared/couponApi';
import { fetchRegister } from '../shared/runsApi';
import FilePicker from '../shared/FilePicker.vue';
import PhoneWay from '../shared/PhoneWay.vue';
import type { Photo } from '../shared/photos';
import StateShape from '../shared/StateShape.vue';
import SwitchField from '../shared/SwitchField.vue';
import { useAttempt } from '../shared/useAttempt';
import { useNewest } from '../shared/useNewest';
import { useBroughtPictures } from '../shared/useBroughtPictures';
import WorkScreen from '../shared/WorkScreen.vue';
import CheckFacts from './CheckFacts.vue';
import KeptChecks from './KeptChecks.vue';
import PhotoView from './PhotoView.vue';
import PutAway from './PutAway.vue';
import { codeOf, usePhotoChecks, verdictOf, type Checked } from './usePhotoChecks';

const LiveCamera = defineAsyncComponent(() => import('./LiveCamera.vue'));
const props = defineProps<{ id: string }>();
const router = useRouter();
const saved = shallowRef<SavedJob | null>(null);
const kept = shallowRef<CheckList | null>(null);
const note = ref('');
const isByHand = ref(false);
const hasCamera = ref(false);
const { problem, attempt } = useAttempt();
const job = computed(() => saved.value?.document ?? null);
const checks = usePhotoChecks(() => job.value);
const { shown } = checks;

/** Jobs that say what the photograph says, where no job is open. */
const siblings = shallowRef<readonly { readonly id: string; readonly name: string }[]>([]);

const opened = useNewest();
watch(
  () => props.id,
  (id) =>
    attempt(async () => {
      const isNewest = opened.ask();
      saved.value = null;
      kept.value = null;
      if (id !== '') {
        const [found, before] = await Promise.all([fetchJob(id), listChecks(id)]);
        if (!isNewest()) return;
        saved.value = found;
        kept.value = before;
      }
      await checks.again();
    }),
  { immediate: true },
);
watch(
  job,
  (now) => (document.title = `${now === null ? 'Check a piece' : `Check ${shownTitle(now)}`} · Binarus`),
  { immediate: true },
);

const code = computed(() => (shown.value === null ? null : codeOf(shown.value)));
const verdict = computed(() => (shown.value === null ? null : verdictOf(shown.value, job.value !== null)));
const stateOf = (checked: Checked): 'fine' | 'caution' | 'stop' | 'none' => {
  const found = verdictOf(checked, job.value !== null);
  return found === null ? 'none' : severityOfVerdict[found.verdict];
};

/** The piece of a series that a photograph shows, where it was made here. */
const piece = shallowRef<MadePiece | null>(null);

/** The test piece that a photograph shows, where it is one that was made here. */
const testPiece = shallowRef<KeptCoupon['coupon'] | null>(null);

watch([code, job], async ([now, ofJob]) => {
  siblings.value = [];
  testPiece.value = null;
  piece.value = null;
  const patch = now === null ? null : patchOfMessage(now.seen.text);
  if (patch !== null)
    await attempt(async () => {
      const own = (await listCoupons()).find(({ coupon }) => coupon.id === patch.id);
      if (code.value === now) testPiece.value = own?.coupon ?? null;
    });
  isByHand.value = false;
  if (now === null) return;
  await attempt(async () => {
    const { pieces } = await fetchRegister({ payload: withoutTail(now.seen.text) });
    if (code.value === now) piece.value = pieces[0] ?? null;
  });
  if (ofJob !== null) return;
  // A check without a job finds the job that it belongs to, by its message.
  await attempt(async () => {
    const found = await jobsThatSay(withoutTail(now.seen.text));
    if (code.value === now) siblings.value = found;
  });
});

const moduleMm = computed(() => {
  const own = job.value?.codes.find(({ id }) => id === code.value?.meantId) ?? job.value?.codes[0];
  const size = code.value?.comparison?.symbol.size ?? shown.value?.byHand?.found.comparison?.symbol.size;
  return own === undefined || size === undefined ? null : own.placement.widthMm / size;
});

function setCorners(corners: Corners): void {
  if (shown.value === null || job.value === null) return;
  void checks.setCorners(shown.value.number, job.value.codes[0]!.id, corners);
}

const canKeep = computed(
  () =>
    saved.value !== null &&
    Boolean(shown.value?.photo) &&
    verdict.value !== null &&
    shown.value?.isKept === false,
);
const keep = (): Promise<void> =>
  attempt(async () => {
    const { value: checked } = shown;
    if (checked === null || saved.value === null || checked.photo === null) return;
    const { id, revision } = saved.value;
    await keepCheck(id, {
      revision,
      note: note.value,
      fileName: checked.fileName,
      result: keptResult(checked.check!, codeOf(checked), checked.byHand?.found.comparison),
      thumbnail: checked.photo.thumbnail,
    });
    checks.markKept(checked.number);
    note.value = '';
    kept.value = await listChecks(id);
  });
const removeKept = (checkId: string): Promise<void> =>
  attempt(async () => {
    await deleteCheck(props.id, checkId);
    kept.value = await listChecks(props.id);
  });

function taken(photo: Photo): void {
  hasCamera.value = false;
  void checks.addPhoto(photo);
}

useBroughtPictures((files) => void checks.add(files));
</script>

<template>
  <WorkScreen
    :back="id === '' ? undefined : { name: 'bench', params: { id, station: 'proof' } }"
    back-name="Bench"
    :title="job ? `Check “${shownTitle(job)}”` : 'Check a finished piece'"
    left-name="Photographs"
    middle-name="The photograph"
    right-name="What was found"
    :problem="problem"
  >
    <template #head
      ><p v-if="saved" class="note">revision {{ saved.revision }}</p></template
    >
    <template #left>
      <div class="bring">
        <FilePicker class="action main" accept="image/*" label="Photograph" @pick="checks.add([$event])"
          >Choose a photograph…</FilePicker
        >
        <button type="button" class="action" :aria-pressed="hasCamera" @click="hasCamera = !hasCamera">
          <Camera :size="15" aria-hidden="true" /> Camera
        </button>
        <PhoneWay @picture="checks.add([$event])" />
        <p class="note">Or drop or paste pictures here, several at once.</p>
      </div>
      <ol>
        <li v-for="checked in checks.list.value" :key="checked.number">
          <button
            type="button"
            class="row"
            :aria-pressed="checked.number === checks.shownNumber.value"
            @click="checks.shownNumber.value = checked.number"
          >
            <StateShape :state="checked.problem ? 'stop' : stateOf(checked)" />
            <img
              v-if="checked.photo"
              :src="`data:image/jpeg;base64,${checked.photo.thumbnail}`"
              alt=""
              width="44"
            />
            <span>{{ checked.fileName }}</span>
          </button>
          <PutAway :label="`Put ${checked.fileName} away`" @away="checks.remove(checked.number)" />
        </li>
      </ol>
      <KeptChecks v-if="kept" :kept="kept" @remove="removeKept" />
    </template>
    <template #middle>
      <LiveCamera v-if="hasCamera" @taken="taken" @close="hasCamera = false" />
      <PhotoView
        v-else-if="shown?.photo"
        :frame="shown.photo.frame"
        :laid="shown.byHand?.found ?? code"
        :corners="code?.seen.corners ?? null"
        :is-by-hand="isByHand"
        @corners="setCorners"
      />
      <p v-else class="empty note">
        {{
          shown?.problem ??
          'A photograph of the piece that was made: does it read, is it what was meant, and how did it come out?'
        }}
      </p>
    </template>
    <template #right>
      <template v-if="shown">
        <p v-if="shown.problem" class="problem" role="alert">{{ shown.problem }}</p>
        <p v-else-if="shown.progress !== null" class="note">
          Looking… {{ Math.round(100 * shown.progress) }} %
        </p>
        <template v-else-if="verdict">
          <CheckFacts :checked="shown" :verdict="verdict" :code="code" :job="job" :module-mm="moduleMm" />
          <SwitchField v-if="job" v-model="isByHand" label="Set the corners by hand" />
          <form v-if="job" class="keep" @submit.prevent="keep">
            <ElInput
              v-model="note"
              size="small"
              maxlength="500"
              placeholder="A note, such as where it is used"
              aria-label="Note"
            />
            <button type="submit" class="action main" :disabled="!canKeep">
              {{ shown.isKept ? 'Kept with the job' : `Keep with revision ${saved?.revision}` }}
            </button>
          </form>
          <RouterLink
            v-if="testPiece"
            class="action"
            :to="{ name: 'coupon', params: { profile: testPiece.pair.profile, id: testPiece.id } }"
            >Read it as test piece {{ testPiece.id }}</RouterLink
          >
          <p v-if="piece" class="note" data-test="known-piece">
            {{ piece.name }} of run {{ piece.runNumber }}: it was made here.
            <RouterLink :to="{ name: 'register', query: { payload: piece.payload } }"
              >Its place in the register…</RouterLink
            >
          </p>
          <template v-for="sibling in siblings" :key="sibling.id">
            <button
              type="button"
              class="action"
              @click="router.push({ name: 'check', params: { id: sibling.id } })"
            >
              Compare with “{{ sibling.name }}”
            </button>
          </template>
        </template>
      </template>
      <p v-else class="note">Results appear here.</p>
    </template>
  </WorkScreen>
</template>

<style scoped>
.bring {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.bring .action {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
}

.row {
  display: grid;
  grid-template-columns: 12px 44px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  padding: 4px;
  border: 0;
  background: none;
  font-size: var(--text-note);
  text-align: left;
  overflow-wrap: anywhere;
  cursor: pointer;
}

.row[aria-pressed='true'] {
  background: var(--paper-sunk);
}

.keep {
  display: grid;
  gap: 8px;
}

.problem {
  color: var(--stop);
}
</style>
