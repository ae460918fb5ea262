<script setup lang="ts">
/** The files: held back by stops, or ready under a name that says what is in them. */
import { Download } from '@lucide/vue';
import { computed, ref } from 'vue';
import { fileName, outputFormats, type FormatId } from '../../../core/output';
import { findingKey, type Finding } from '../../../core/finding';
import { isLetPass } from '../../../core/run';
import { sampleItems, type Job, type Override } from '../../../core/job';
import type { PressView } from '../../../engine';
import { keepRevision } from '../../shared/api';
import { downloadBytes } from '../../shared/download';
import { useEngine } from '../../shared/engine';
import StateShape from '../../shared/StateShape.vue';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { FixButtons, OverrideDialog } from '../readout';
import { useAttempt } from '../../shared/useAttempt';
import { noteTaken } from '../takenFiles';
import type { ProofControl } from '../useProof';
import type { ReadsControl } from '../useQuickProof';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
const props = defineProps<{ job: Job; view: PressView; proof: ProofControl; quick: ReadsControl }>();
const bench = useBench();
const { words, titleOf } = useWording();
const overriding = ref<Finding | null>(null);
const { problem, attempt } = useAttempt();

const names = computed(() => {
  const { piece, making, name } = props.job;
  const fields = {
    job: name,
    revision: bench.revision,
    widthMm: piece.widthMm,
    heightMm: piece.heightMm,
    material: making.pair.material.name,
    mirrored: making.mirrored,
  };
  return outputFormats.map(({ id, name: formatName }) => ({
    id,
    formatName,
    fileName: fileName(fields, id),
    baseName: piece.stand === null ? null : fileName({ ...fields, part: 'base' }, id),
  }));
});

/** The file that waits for the quick proof; null when none does. */
const waiting = ref<FormatId | null>(null);
const checked = computed(() => {
  const reads = props.quick.reads.value;
  return reads.state === 'checking' ? reads : null;
});

/** A file is taken once it is known to read; nothing is taken that was given up meanwhile. */
async function take(format: FormatId, unchecked = false): Promise<void> {
  problem.value = '';
  if (!unchecked) {
    waiting.value = format;
    const reads = await props.quick.settled();
    if (waiting.value !== format) return;
    waiting.value = null;
    if (reads.state === 'none') {
      problem.value = 'The job as it stands could not be drawn, so there is nothing to take.';
      return;
    }
    if (reads.state === 'failed' || props.view.heldBackBy.length > 0) return;
  }
  await download(format);
}

const download = (format: FormatId): Promise<void> =>
  attempt(async () => {
    await bench.flush();
    if (bench.document === null || bench.saveState !== 'saved') {
      problem.value = `A file carries the number of a saved revision, and this one is not saved yet. ${bench.saveProblem}`;
      return;
    }
    await keepRevision(bench.id, bench.revision);
    const made = await useEngine().desk.files(bench.document, bench.revision, [format]);
    if ('files' in made) {
      for (const file of made.files) downloadBytes(file);
      noteTaken(bench.id, bench.revision);
    } else problem.value = `Held back: ${made.heldBackBy.map(({ title }) => title).join(', ')}.`;
  });

function withdraw(withdrawn: Override): void {
  bench.edit(
    { ...props.job, overrides: props.job.overrides.filter((override) => override !== withdrawn) },
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
  const texts = sampleItems(props.job).map(({ text }) => `“${text.replaceAll('\n', ' ')}”`);
  return texts.length === 0 ? '' : `Words of the template, as they came: ${texts.join(', ')}.`;
});
const proofNote = computed(() => {
  const report = props.proof.report.value;
  if (report === null) return 'This file has not been proved yet.';
  if (props.proof.stale.value)
    return `The proof is of revision ${props.proof.ofRevision.value}; the job was edited since.`;
  return {
    good: 'Proved: all readers of the panel are prompt.',
    caution: 'Proved with a caution.',
    stop: 'Proved: it does not read well enough.',
  }[report.verdict];
});
</script>

<template>
  <div class="columns">
    <section>
      <h2 class="heading">Files</h2>
      <ul>
        <li v-for="file in names" :key="file.id" class="file">
          <div>
            <p class="measure name" data-test="file-name">{{ file.fileName }}</p>
            <p v-if="file.baseName" class="measure name">{{ file.baseName }}</p>
            <p class="note">
              {{ file.formatName }}{{ file.baseName ? ', the base in a file of its own' : '' }}
            </p>
          </div>
          <button
            type="button"
            class="action main"
            :disabled="view.heldBackBy.length > 0 || waiting !== null"
            @click="take(file.id)"
          >
            <Download :size="15" :stroke-width="1.8" aria-hidden="true" /> Download
          </button>
        </li>
      </ul>
      <div v-if="waiting !== null" class="waiting" role="status">
        <progress
          :value="checked?.shots ?? 0"
          :max="checked?.ofShots ?? 1"
          aria-label="Shots taken"
        ></progress>
        <span>Checking that it reads; the file comes then.</span>
        <button type="button" class="action quiet" @click="waiting = null">Do not take it</button>
      </div>
      <p v-if="quick.reads.value.state === 'failed'" class="problem" role="alert">
        Whether it reads could not be checked: {{ quick.reads.value.problem }}
        <button type="button" class="action" @click="quick.check()">Check again</button>
        <button type="button" class="action quiet" @click="take(names[0]!.id, true)">
          Take it unchecked
        </button>
      </p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-if="sampleNote" class="sample" data-test="sample-words">{{ sampleNote }}</p>
      <p class="note">{{ proofNote }}</p>
    </section>
    <section>
      <h2 class="heading">Held back by</h2>
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
    </section>
    <section>
      <h2 class="heading">Let pass on this job</h2>
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
    <OverrideDialog v-model:finding="overriding" :job="job" />
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.sample {
  padding-left: 8px;
  border-left: 3px solid var(--caution);
}

.columns {
  grid-template-columns: 1.25fr 1.4fr 1fr;
}

.file {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 14px;
}

.waiting {
  display: flex;
  align-items: center;
  gap: 9px;
  font-size: 12.5px;
}

.waiting progress {
  width: 90px;
}

.name {
  font-size: 12.5px;
  overflow-wrap: anywhere;
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
  padding-top: 6px;
}
</style>
