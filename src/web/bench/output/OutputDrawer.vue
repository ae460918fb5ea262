<script setup lang="ts">
/** The files: held back by stops, or ready under a name that says what is in them. */
import { Download, Grid2x2, ListOrdered } from '@lucide/vue';
import { computed, ref } from 'vue';
import { usualPattern } from '../../../core/output';
import { findingKey, onlyAwaits, type Finding } from '../../../core/finding';
import { isLetPass } from '../../../core/run';
import { sampleItems, type Override } from '../../../core/job';
import type { PressView } from '../../../engine';
import DrawerPages from '../DrawerPages.vue';
import StateShape from '../../shared/StateShape.vue';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { FixButtons, OverrideDialog } from '../readout';
import type { ProofControl } from '../useProof';
import type { ReadsControl } from '../../shared/useQuickProof';
import FileChoice from './FileChoice.vue';
import HandOver from './HandOver.vue';
import NamePattern from './NamePattern.vue';
import ReadBackList from './ReadBackList.vue';
import { useDownload } from './useDownload';
import { useFormats } from './useFormats';
import WatchMachine from './WatchMachine.vue';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
const props = defineProps<{ view: PressView; proof: ProofControl; quick: ReadsControl }>();
const { job } = useJobAtHand();
const bench = useBench();
const { words, titleOf } = useWording();
const overriding = ref<Finding | null>(null);

const proofNote = computed(() => {
  const report = props.proof.report.value;
  if (report === null) return 'This piece has not been proved yet.';
  if (props.proof.stale.value)
    return `You changed the job after it was proved, at revision ${props.proof.ofRevision.value}.`;
  return {
    good: 'Proved: every reader reads it promptly.',
    caution: 'Proved, with a caution: one reader is slow or misses it.',
    stop: 'Proved: it does not read well enough.',
  }[report.verdict];
});

/** For the work sheet: what the proof of this revision says, or else what the check says that every file waits for. */
const provedText = computed(() => {
  const reads = props.quick.reads.value;
  const isProved = props.proof.report.value !== null && !props.proof.stale.value;
  return isProved || reads.state !== 'judged' ? proofNote.value : words(reads.finding.text);
});

const chosen = useFormats(() => ({ jobId: bench.id, machine: job.value.making.pair.machine }));
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
      return 'Checking how it scans first.';
    case 'writing':
      return 'Writing the files.';
    case 'reading-back':
      return 'Reading the files back.';
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
/** Beside the button: why it cannot be pressed, or what it waits for. */
const stateText = computed(() => {
  const { heldBackBy } = props.view;
  if (isHeld.value && onlyAwaits(heldBackBy))
    return 'Type a message first: there is nothing to download yet.';
  if (isHeld.value)
    return heldBackBy.length === 1
      ? '1 problem needs fixing before you can download.'
      : `${heldBackBy.length} problems need fixing before you can download.`;
  if (chosen.value.length === 0) return 'Tick the formats that you want to download.';
  return proofNote.value;
});

/** What blocks the files, or was allowed anyway. */
const hasStops = computed(() => isHeld.value || job.value.overrides.length > 0);

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
  return texts.length === 0 ? '' : `Still the template’s example text: ${texts.join(', ')}.`;
});
</script>

<template>
  <DrawerPages label="Output">
    <template #actions>
      <p id="download-state" class="state" :class="{ held: isHeld }" data-test="download-state">
        <StateShape v-if="isHeld && !onlyAwaits(view.heldBackBy)" state="stop" />{{ stateText }}
      </p>
      <div v-if="step !== null" class="waiting" role="status">
        <progress :value="share" :max="1" aria-label="Done so far"></progress>
        <span>{{ stepText }}</span>
        <button type="button" class="action" @click="download.cancel()">Cancel</button>
      </div>
      <button
        type="button"
        class="action main"
        aria-describedby="download-state"
        :disabled="isHeld || step !== null || chosen.length === 0"
        @click="download.download(chosen)"
      >
        <Download :size="15" :stroke-width="1.8" aria-hidden="true" /> {{ downloadText }}
      </button>
    </template>
    <div class="columns" :class="{ free: !hasStops }">
      <section>
        <h2 class="heading">Formats for {{ job.making.pair.machine.name }}</h2>
        <FileChoice
          v-model="chosen"
          :revision="bench.revision"
          :pattern="pattern"
          :disabled="step !== null"
        />
      </section>
      <section>
        <p v-if="quick.reads.value.state === 'failed'" class="problem" role="alert">
          How it scans could not be checked: {{ quick.reads.value.problem }}
          <button type="button" class="action" @click="quick.check()">Check again</button>
          <button type="button" class="action" @click="download.download(chosen, true)">
            Download it unchecked
          </button>
        </p>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <template v-if="downloaded.length > 0 || refused.length > 0">
          <h2 class="heading">Downloaded</h2>
          <ReadBackList :files="downloaded" :refused="refused" />
        </template>
        <h2 class="heading">Many of it, and other ways out</h2>
        <div class="buttons">
          <RouterLink :to="{ name: 'sheet', params: { id: bench.id } }" class="action">
            <Grid2x2 :size="15" :stroke-width="1.8" aria-hidden="true" /> Many on a sheet…
          </RouterLink>
          <RouterLink :to="{ name: 'series', params: { id: bench.id } }" class="action">
            <ListOrdered :size="15" :stroke-width="1.8" aria-hidden="true" /> A series…
          </RouterLink>
          <HandOver :one="download.one" :disabled="isHeld || step !== null" />
          <WatchMachine :disabled="view.made === null || step !== null" />
        </div>
        <NamePattern v-model="pattern" />
        <p v-if="sampleNote" class="sample" data-test="sample-words">{{ sampleNote }}</p>
      </section>
      <section v-if="hasStops">
        <template v-if="view.heldBackBy.length > 0">
          <h2 class="heading">Blocked by</h2>
          <ul class="stops" data-test="held-back">
            <li v-for="finding in view.heldBackBy" :key="findingKey(finding)">
              <StateShape state="stop" />
              <div>
                <p>
                  <strong>{{ titleOf(finding) }}.</strong> {{ words(finding.text) }}
                </p>
                <div class="buttons">
                  <FixButtons
                    :finding="finding"
                    :can-pass="view.made !== null"
                    @pass="overriding = finding"
                  />
                </div>
              </div>
            </li>
          </ul>
        </template>
        <template v-if="job.overrides.length > 0">
          <h2 class="heading">Allowed anyway on this job</h2>
          <ul class="stops" data-test="overrides">
            <li v-for="override in job.overrides" :key="findingKey(override)">
              <StateShape state="caution" />
              <div>
                <p>
                  <strong>{{ passedTitle(override) }}.</strong> “{{ override.reason }}”
                </p>
                <p class="note">{{ new Date(override.at).toLocaleString() }}</p>
                <button type="button" class="action" @click="withdraw(override)">Withdraw</button>
              </div>
            </li>
          </ul>
        </template>
      </section>
    </div>
    <OverrideDialog v-model:finding="overriding" />
  </DrawerPages>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.sample {
  padding-left: 8px;
  border-left: 3px solid var(--caution);
}

.columns {
  grid-template-columns: 1fr 1fr 1fr;
}

.columns.free {
  grid-template-columns: 1.2fr 1fr;
}

.state {
  display: flex;
  flex: 1;
  gap: 7px;
  align-items: center;
  min-width: 0;
  padding-left: 6px;
  color: var(--ink-soft);
  font-size: var(--text-note);
}

.state.held {
  color: var(--ink);
  font-weight: 600;
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
