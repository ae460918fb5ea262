<script setup lang="ts">
/** The files: held back by stops, or ready under a name that says what is in them. */
import { Download, Grid2x2, ListOrdered } from '@lucide/vue';
import { computed, ref } from 'vue';
import { usualPattern } from '../../../core/output';
import { findingKey, type Finding } from '../../../core/finding';
import { isLetPass } from '../../../core/run';
import { downloads, suitsMachine, type DownloadId } from '../../../core/files';
import { sampleItems, type Override } from '../../../core/job';
import type { PressView } from '../../../engine';
import StateShape from '../../shared/StateShape.vue';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { FixButtons, OverrideDialog } from '../readout';
import { usePreferences } from '../../stores/preferences';
import type { ProofControl } from '../useProof';
import type { ReadsControl } from '../../shared/useQuickProof';
import FileChoice from './FileChoice.vue';
import HandOver from './HandOver.vue';
import NamePattern from './NamePattern.vue';
import ReadBackList from './ReadBackList.vue';
import { useDownload } from './useDownload';
import WatchMachine from './WatchMachine.vue';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
const props = defineProps<{ view: PressView; proof: ProofControl; quick: ReadsControl }>();
const { job } = useJobAtHand();
const bench = useBench();
const { words, titleOf } = useWording();
const overriding = ref<Finding | null>(null);
const preferences = usePreferences();

const proofNote = computed(() => {
  const report = props.proof.report.value;
  if (report === null) return 'This piece has not been proved yet.';
  if (props.proof.stale.value)
    return `The proof is of revision ${props.proof.ofRevision.value}; the job was edited since.`;
  return {
    good: 'Proved: all readers of the panel are prompt.',
    caution: 'Proved with a caution.',
    stop: 'Proved: it does not read well enough.',
  }[report.verdict];
});

/** For the work sheet: what the proof of this revision says, or else what the check says that every file waits for. */
const provedText = computed(() => {
  const reads = props.quick.reads.value;
  const isProved = props.proof.report.value !== null && !props.proof.stale.value;
  return isProved || reads.state !== 'judged' ? proofNote.value : words(reads.finding.text);
});

const kind = computed(() => job.value.making.pair.machine.kind);
const firstSuited = (): readonly DownloadId[] => [
  downloads.find((download) => suitsMachine(download, job.value.making.pair.machine))!.id,
];
const chosen = computed({
  get: (): readonly DownloadId[] =>
    preferences.takes[kind.value]?.filter((id) => downloads.some((download) => download.id === id)) ??
    firstSuited(),
  set: (ids) => {
    preferences.takes = { ...preferences.takes, [kind.value]: ids };
  },
});
const pattern = ref('');
const download = useDownload(() => ({
  view: props.view,
  quick: props.quick,
  pattern: pattern.value || usualPattern,
  proof: provedText.value,
}));
const { step, problem, downloaded, refused } = download;
const isHeld = computed(() => props.view.heldBackBy.length > 0);
const stepText = computed(() => {
  switch (step.value?.doing) {
    case 'checking':
      return 'Checking that it reads; the files come then.';
    case 'writing':
      return 'Writing.';
    case 'reading-back':
      return 'Reading back what was written.';
    case undefined:
      return '';
  }
});
const share = computed(() => {
  const now = step.value;
  if (now === null) return 0;
  return now.doing === 'checking' ? now.shots / now.ofShots : now.share;
});
const downloadText = computed(() =>
  chosen.value.length > 1 ? `Download ${chosen.value.length} files` : 'Download',
);

function withdraw(withdrawn: Override): void {
  bench.edit(
    { ...job.value, overrides: job.value.overrides.filter((override) => override !== withdrawn) },
    `withdraw-${withdrawn.kind}`,
  );
}

/** By the row that it lets pass, while there is one. */
const passedTitle = (override: Override): string => {
  const found = props.view.findings.find((finding) => isLetPass(finding, [override]));
  return found === undefined ? override.kind : titleOf({ title: found.title, about: override.about });
};
/** Words that still say what their template said. */
const sampleNote = computed(() => {
  const texts = sampleItems(job.value).map(({ text }) => `“${text.replaceAll('\n', ' ')}”`);
  return texts.length === 0 ? '' : `Words of the template, as they came: ${texts.join(', ')}.`;
});
</script>

<template>
  <div class="columns">
    <section>
      <h2 class="heading">Formats for {{ job.making.pair.machine.name }}</h2>
      <FileChoice v-model="chosen" :revision="bench.revision" :pattern="pattern" :disabled="step !== null" />
    </section>
    <section>
      <h2 class="heading">Download</h2>
      <div class="buttons">
        <button
          type="button"
          class="action main"
          :disabled="isHeld || step !== null || chosen.length === 0"
          @click="download.download(chosen)"
        >
          <Download :size="15" :stroke-width="1.8" aria-hidden="true" /> {{ downloadText }}
        </button>
        <HandOver :one="download.one" :disabled="isHeld || step !== null" />
        <WatchMachine :disabled="view.made === null || step !== null" />
        <RouterLink :to="{ name: 'sheet', params: { id: bench.id } }" class="action">
          <Grid2x2 :size="15" :stroke-width="1.8" aria-hidden="true" /> Many on a sheet…
        </RouterLink>
        <RouterLink :to="{ name: 'series', params: { id: bench.id } }" class="action">
          <ListOrdered :size="15" :stroke-width="1.8" aria-hidden="true" /> A series…
        </RouterLink>
      </div>
      <div v-if="step !== null" class="waiting" role="status">
        <progress :value="share" :max="1" aria-label="Done so far"></progress>
        <span>{{ stepText }}</span>
        <button type="button" class="action quiet" @click="download.cancel()">Cancel</button>
      </div>
      <p v-if="quick.reads.value.state === 'failed'" class="problem" role="alert">
        Whether it reads could not be checked: {{ quick.reads.value.problem }}
        <button type="button" class="action" @click="quick.check()">Check again</button>
        <button type="button" class="action quiet" @click="download.download(chosen, true)">
          Download it unchecked
        </button>
      </p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <ReadBackList
        v-if="downloaded.length > 0 || refused.length > 0"
        :files="downloaded"
        :refused="refused"
      />
      <NamePattern v-model="pattern" />
      <p v-if="sampleNote" class="sample" data-test="sample-words">{{ sampleNote }}</p>
      <p class="note">{{ proofNote }}</p>
    </section>
    <section>
      <h2 class="heading">Blocked by</h2>
      <ul v-if="view.heldBackBy.length > 0" class="stops" data-test="held-back">
        <li v-for="finding in view.heldBackBy" :key="findingKey(finding)">
          <StateShape state="stop" />
          <div>
            <p>
              <strong>{{ titleOf(finding) }}.</strong> {{ words(finding.text) }}
            </p>
            <div class="buttons">
              <FixButtons :finding="finding" :can-pass="view.made !== null" @pass="overriding = finding" />
            </div>
          </div>
        </li>
      </ul>
      <p v-else class="note">Nothing: no limit stops this piece.</p>
      <h2 class="heading">Allowed anyway on this job</h2>
      <ul v-if="job.overrides.length > 0" class="stops" data-test="overrides">
        <li v-for="override in job.overrides" :key="findingKey(override)">
          <StateShape state="caution" />
          <div>
            <p>
              <strong>{{ passedTitle(override) }}.</strong> “{{ override.reason }}”
            </p>
            <p class="note">{{ new Date(override.at).toLocaleString() }}</p>
            <button type="button" class="action quiet" @click="withdraw(override)">Withdraw</button>
          </div>
        </li>
      </ul>
      <p v-else class="note">No stop has been overridden.</p>
    </section>
    <OverrideDialog v-model:finding="overriding" />
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.sample {
  padding-left: 8px;
  border-left: 3px solid var(--caution);
}

.columns {
  grid-template-columns: 1fr 1.2fr 1fr;
}

.waiting {
  display: flex;
  align-items: center;
  gap: 9px;
  font-size: var(--text-note);
}

.waiting progress {
  width: 90px;
}

.main {
  display: flex;
  align-items: center;
  gap: 7px;
}

.stops {
  display: grid;
  gap: 10px;
}

.stops li {
  display: grid;
  grid-template-columns: 12px 1fr;
  gap: 9px;
}

.stops .shape {
  margin-top: 3px;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
</style>
