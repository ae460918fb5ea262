<script setup lang="ts">
/** Make it fit: what has to stay is ticked, and up to three complete changes are drawn, read and offered, each as one step. */
import { computed, ref, shallowRef, watch } from 'vue';
import { severityOfVerdict } from '../../../core/finding';
import type { ProofReport } from '../../../core/proof';
import { keepable, type FitCandidate, type Kept } from '../../../core/solving';
import type { PiecePicture } from '../../../engine';
import AppDialog from '../../shared/AppDialog.vue';
import PieceThumb from '../../shared/PieceThumb.vue';
import StateShape from '../../shared/StateShape.vue';
import { useEngine } from '../../shared/engine';
import { useAttempt } from '../../shared/useAttempt';
import { useNewest } from '../../shared/useNewest';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { useProfiles } from '../../stores/profiles';
import { useJobAtHand } from '../jobAtHand';

const { job } = useJobAtHand();
const shown = defineModel<boolean>({ required: true });
const bench = useBench();
const profiles = useProfiles();
const { words } = useWording();

const keptNames: Readonly<Record<Kept, string>> = {
  size: 'the size of the piece',
  message: 'the message',
  style: 'the look',
  distance: 'the reading distance',
  machine: 'material and machine',
};
const keep = ref<Kept[]>(['message', 'machine']);
const toggle = (kept: Kept): void => {
  keep.value = keep.value.includes(kept)
    ? keep.value.filter((other) => other !== kept)
    : [...keep.value, kept];
};

interface Offered {
  readonly candidate: FitCandidate;
  readonly picture: PiecePicture | null;
  /** Undefined until it is read; null when it gives no file. */
  readonly report: ProofReport | null | undefined;
}
const offered = shallowRef<readonly Offered[] | null>(null);
const { problem, attempt } = useAttempt();
const { ask, forget } = useNewest();

watch(
  () => [shown.value, keep.value, job.value] as const,
  ([isShown]) => {
    offered.value = null;
    if (isShown) void attempt(search);
    else forget();
  },
  { immediate: true },
);

/** Drawn as soon as they are found; what readers make of them follows, and takes away what fails. */
async function search(): Promise<void> {
  const isNewest = ask();
  await profiles.load();
  const { desk, prover } = useEngine();
  const candidates = await desk.fit(job.value, [...keep.value], profiles.plainPairs());
  if (!isNewest()) return;
  offered.value = candidates.map((candidate) => ({ candidate, picture: null, report: undefined }));
  const fill = (place: number, known: Partial<Offered>): void => {
    offered.value = offered.value!.map((one, index) => (index === place ? { ...one, ...known } : one));
  };
  for (const [place, { job }] of candidates.entries()) {
    const picture = await desk.picture(job);
    if (!isNewest()) return;
    fill(place, { picture });
  }
  for (const [place, { job }] of candidates.entries()) {
    const report = await prover.glance(job);
    if (!isNewest()) return;
    fill(place, { report });
  }
}

/** What readers do not read is no way out. */
const ways = computed(() =>
  (offered.value ?? []).filter(({ report }) => !report || severityOfVerdict[report.verdict] !== 'stop'),
);
const failed = computed(() => (offered.value ?? []).length - ways.value.length);

/** In the words of what it costs. */
const costText = ({ touches }: FitCandidate): string =>
  touches.length === 0
    ? 'Nothing else changes.'
    : `Changes ${touches.map((kept) => keptNames[kept]).join(' and ')}.`;

function apply({ changes }: FitCandidate): void {
  bench.apply([...changes]);
  shown.value = false;
}
</script>

<template>
  <AppDialog v-model="shown" title="Make it fit" width="860px">
    <fieldset class="keep">
      <legend>What has to stay</legend>
      <label v-for="kept in keepable" :key="kept">
        <input type="checkbox" :checked="keep.includes(kept)" @change="toggle(kept)" />
        {{ keptNames[kept] }}
      </label>
    </fieldset>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="found" aria-live="polite">
      <p v-if="offered === null && !problem" class="note">Looking for ways.</p>
      <p v-else-if="offered?.length === 0" data-test="no-way">
        Nothing was found that keeps all of this. Let something go, and it is searched again.
      </p>
      <ol v-else class="ways">
        <li
          v-for="{ candidate, picture, report } in ways"
          :key="JSON.stringify(candidate.changes)"
          data-test="way"
        >
          <PieceThumb v-if="picture" class="picture" :picture="picture" />
          <span v-else class="picture" aria-busy="true"></span>
          <ul class="steps">
            <li v-for="(step, index) in candidate.steps" :key="index">{{ words(step.label) }}</li>
          </ul>
          <p class="note">{{ costText(candidate) }}</p>
          <p class="reads">
            <StateShape v-if="report" :state="severityOfVerdict[report.verdict]" />
            {{
              report === undefined
                ? 'being read'
                : report === null
                  ? 'cannot be read'
                  : report.verdict === 'good'
                    ? 'read by all readers'
                    : 'not read promptly by all'
            }}
            <template v-if="candidate.severity === 'caution'"> · with a caution left</template>
          </p>
          <button
            type="button"
            class="action main"
            :disabled="report === undefined"
            @click="apply(candidate)"
          >
            Use this
          </button>
        </li>
      </ol>
      <p v-if="failed > 0" class="note">
        {{ failed === 1 ? 'One way was' : `${failed} ways were` }} left out, because readers did not read it.
        <template v-if="ways.length === 0">Let something go, and it is searched again.</template>
      </p>
    </div>
  </AppDialog>
</template>

<style scoped>
.keep {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin: 0 0 12px;
  padding: 0;
  border: 0;
}

.keep legend {
  padding: 0 0 5px;
  font-weight: 600;
}

.keep label {
  display: flex;
  align-items: center;
  gap: 6px;
}

.found {
  min-height: 190px;
}

.ways {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 16px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.ways > li {
  display: grid;
  grid-template-rows: 150px auto auto auto;
  align-content: start;
  justify-items: start;
  gap: 7px;
  padding: 10px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

.picture {
  justify-self: center;
  width: 100%;
  height: 150px;
}

.steps {
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: var(--text-note);
}

.reads {
  display: flex;
  align-items: center;
  gap: 7px;
  font-size: var(--text-note);
}
</style>
