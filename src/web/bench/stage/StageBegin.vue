<script setup lang="ts">
/** Before there is a message: the blank piece, what it can be for, and pieces to begin with. */
import { computed, onMounted, ref } from 'vue';
import { withPieceOf } from '../../../core/job';
import { uses, type Use } from '../../../content';
import type { PressView } from '../../../engine';
import type { JobSummary } from '../../../wire';
import { sizeMm } from '../../../core/finding';
import { fetchJob } from '../../shared/api';
import { fetchShelf } from '../../shared/shelfApi';
import { useAttempt } from '../../shared/useAttempt';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { useLayoutOfUse } from '../../stores/layoutOfUse';
import { useStage } from '../../stores/stage';
import { useJobAtHand } from '../jobAtHand';
import { focusMessage } from '../focusMessage';

defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const emit = defineEmits<{ go: [station: 'message' | 'piece'] }>();
const bench = useBench();
const stage = useStage();
const { problem, attempt } = useAttempt();

/** Width and height in the owner's unit. */
const { words } = useWording();
const sizeText = (widthMm: number, heightMm: number): string => words([sizeMm(widthMm, heightMm)]);
const size = computed(() => {
  const { piece, making } = job.value;
  const material = making.pair.material.name;
  return `${sizeText(piece.widthMm, piece.heightMm)}, ${material}`;
});
const box = computed(() => `-1 -1 ${job.value.piece.widthMm + 2} ${job.value.piece.heightMm + 2}`);

const layout = useLayoutOfUse();
/** What is missing now is the message: it can be typed while the piece is being laid out. */
function choose(use: Use): Promise<void> {
  emit('go', 'message');
  focusMessage();
  return attempt(() => layout.choose(use));
}

const recentShown = 4;
const recent = ref<readonly JobSummary[]>([]);
onMounted(() =>
  attempt(async () => {
    // Some of the newest may be this one, or empty.
    const { jobs } = await fetchShelf({ place: 'shelf', order: 'saved' }, 0, 20);
    recent.value = jobs
      .filter(({ id, isUnreadable, message }) => id !== bench.id && !isUnreadable && message !== '')
      .slice(0, recentShown);
  }),
);
const begin = ({ id }: JobSummary): Promise<void> =>
  attempt(async () => {
    const { document } = await fetchJob(id);
    bench.edit(withPieceOf(job.value, document, code.value.message), 'template');
  });

function showTemplates(): void {
  stage.piecePage = 'templates';
  emit('go', 'piece');
}
</script>

<template>
  <div class="begin">
    <figure>
      <svg :viewBox="box" role="img" :aria-label="`A blank piece of ${size}`">
        <path
          :d="view.blank!.outlinePath"
          :fill="view.baseColour"
          stroke="var(--edge)"
          vector-effect="non-scaling-stroke"
        />
        <path
          :d="view.blank!.holesPath"
          fill="var(--bench)"
          stroke="var(--edge)"
          vector-effect="non-scaling-stroke"
        />
        <rect
          v-for="(place, index) in view.blank!.places"
          :key="index"
          v-bind="place"
          class="place"
          vector-effect="non-scaling-stroke"
        />
      </svg>
      <figcaption class="measure">{{ size }}</figcaption>
    </figure>
    <div class="choices">
      <h2 id="what-it-is-for">What is it for?</h2>
      <div class="row" role="group" aria-labelledby="what-it-is-for">
        <button
          v-for="use in uses"
          :key="use.id"
          type="button"
          :aria-pressed="use.id === layout.chosen"
          @click="choose(use)"
        >
          {{ use.name }} <span>{{ sizeText(use.job.piece.widthMm, use.job.piece.heightMm) }}</span>
        </button>
      </div>
      <h2 id="begin-with">Or begin with a piece you have made</h2>
      <div class="row" role="group" aria-labelledby="begin-with">
        <button v-for="entry in recent" :key="entry.id" type="button" @click="begin(entry)">
          {{ entry.name }} <span>{{ sizeText(entry.widthMm, entry.heightMm) }}</span>
        </button>
        <button type="button" @click="showTemplates">Templates…</button>
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p class="note">The code holds the message itself. It needs no account and never expires.</p>
    </div>
  </div>
</template>

<style scoped>
.begin {
  display: grid;
  grid-template-columns: minmax(140px, 0.7fr) minmax(0, 1.3fr);
  gap: 36px;
  align-items: center;
  height: 100%;
  padding: 16px 32px;
  overflow-y: auto;
}

figure {
  display: grid;
  gap: 8px;
  justify-items: center;
  min-height: 0;
  margin: 0;
}

figure svg {
  width: 100%;
  max-height: 220px;
  filter: drop-shadow(0 1px 2px var(--shade-black));
}

figcaption {
  color: var(--ink-soft);
  font-size: var(--text-note);
}

.place {
  fill: none;
  stroke: var(--accent);
  stroke-dasharray: 5 4;
  stroke-width: 1.2;
}

.choices {
  display: grid;
  gap: 9px;
}

h2 {
  font-size: var(--text-title);
  font-weight: 600;
}

.row + h2 {
  padding-top: 8px;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.row button {
  padding: 4px 10px 5px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--paper-raised);
  font-size: var(--text-note);
  cursor: pointer;
}

.row button:hover,
.row button[aria-pressed='true'] {
  border-color: var(--ink);
}

.row span {
  color: var(--ink-soft);
}

.note {
  padding-top: 8px;
  font-size: var(--text-note);
}
</style>
