<script setup lang="ts">
/** The outline: a named one, one from a drawing, or a contour around everything; with stock sizes. */
import { computed, ref, shallowRef } from 'vue';
import { usualRound } from '../../../core/artwork';
import type { OutlineCrossing } from '../../../core/piece';
import type { PressView } from '../../../engine';
import { useEngine } from '../../shared/engine';
import { followUp } from '../followUp';
import FilePicker from '../../shared/FilePicker.vue';
import MeasureInput from '../../shared/MeasureInput.vue';
import { lengthText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePreferences } from '../../stores/preferences';
import CrossedOutline from './CrossedOutline.vue';
import OutlineKind from './OutlineKind.vue';
import OutlineSize from './OutlineSize.vue';
import { useAttempt } from '../../shared/useAttempt';
import { offeredKinds, outlineChange, outlineIcon, outlineNames } from './outlineChoices';
import { useJobAtHand } from '../jobAtHand';

// Every page is given the same; none puts what it does not know on its element.
defineOptions({ inheritAttrs: false });
defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const preferences = usePreferences();

const piece = computed(() => job.value.piece);
const outline = computed(() => piece.value.outline);
const notes = ref<readonly string[]>([]);
/** Where the outline of the last file crosses itself. */
const crossing = shallowRef<OutlineCrossing | null>(null);
const { problem, attempt } = useAttempt();

const kinds = offeredKinds.map((kind) => ({ kind, name: outlineNames[kind], icon: outlineIcon(kind) }));

function choose(kind: (typeof offeredKinds)[number]): void {
  if (kind === outline.value.kind) return;
  forgetCrossing();
  notes.value = [];
  bench.editPiece(outlineChange(kind, piece.value, job.value.making.pair), 'outline');
  // The sheet grows with a contour, unless its size was chosen.
  if (kind === 'contour' && bench.freeSizes.piece)
    void followUp('outline', (placed) => useEngine().desk.roomForContour(placed));
}

const open = (file: File): Promise<void> =>
  attempt(async () => {
    notes.value = [];
    crossing.value = null;
    const bytes = new Uint8Array(await file.arrayBuffer());
    const read = await useEngine().desk.outline(bytes, file.name.slice(0, 200));
    if ('problem' in read) {
      problem.value = `${file.name}: ${read.problem}`;
      crossing.value = read.crossing ?? null;
      return;
    }
    notes.value = read.notes;
    const { mm } = piece.value.offset;
    problem.value = bench
      .editPiece(
        {
          outline: read.outline,
          widthMm: Math.max(1, read.widthMm + 2 * mm),
          heightMm: Math.max(1, read.heightMm + 2 * mm),
        },
        'outline-file',
      )
      .join(' ');
  });

function forgetCrossing(): void {
  crossing.value = null;
  problem.value = '';
}

const printsColours = computed(() => job.value.making.pair.machine.inks === 'process');
</script>

<template>
  <div class="columns">
    <section v-if="crossing" class="told">
      <CrossedOutline :crossing="crossing" />
      <div role="alert">
        <p class="problem">{{ problem }}</p>
        <button type="button" class="action" @click="forgetCrossing">Keep the outline as it is</button>
      </div>
    </section>
    <section>
      <h2 class="heading">Outline</h2>
      <div class="kinds" role="radiogroup" aria-label="Outline">
        <button
          v-for="{ kind, name, icon } in kinds"
          :key="kind"
          type="button"
          role="radio"
          :aria-checked="outline.kind === kind"
          @click="choose(kind)"
        >
          <svg viewBox="-1 -1 32 24" aria-hidden="true">
            <path
              :d="icon"
              :transform="['arch', 'tag', 'shield', 'hull'].includes(kind) ? 'translate(6 0)' : undefined"
            />
          </svg>
          {{ name }}
        </button>
      </div>
      <FilePicker
        class="file"
        accept=".svg,.dxf,image/svg+xml,image/vnd.dxf"
        label="Outline file"
        @pick="open"
        >From an SVG or DXF file…</FilePicker
      >
      <button
        v-if="outline.kind === 'circle' && code.style.round === null"
        type="button"
        class="action suggestion"
        @click="bench.editCode({ style: { ...code.style, round: usualRound } }, 'round')"
      >
        Give the code a round outline too
      </button>
      <p v-if="outline.kind === 'drawn'" class="note">Now: {{ outline.fileName }}</p>
      <p v-if="problem && crossing === null" class="problem" role="alert">{{ problem }}</p>
      <p v-for="note in notes" :key="note" class="note">{{ note }}</p>
    </section>
    <OutlineKind :piece="piece" :in-colour="printsColours" />
    <OutlineSize :view="view" />
    <section>
      <h2 class="heading">Cutting</h2>
      <MeasureInput
        label="Keep clear of the cut"
        :mm="piece.safeMm"
        :min-mm="0"
        :max-mm="50"
        :step-mm="0.5"
        @change="bench.editPiece({ safeMm: $event }, 'safe')"
      />
      <p class="note">Words and pictures keep this far from the cut line.</p>
      <template v-if="outline.kind === 'contour'">
        <MeasureInput
          label="Bleed"
          :mm="piece.bleedMm"
          :min-mm="0"
          :max-mm="20"
          :step-mm="0.5"
          @change="bench.editPiece({ bleedMm: $event }, 'bleed')"
        />
        <p class="note">The border goes on this far beyond the cut line.</p>
      </template>
      <p v-if="view.made" class="note">
        Size when cut: {{ lengthText(view.made.cut.width, preferences.unit) }} ×
        {{ lengthText(view.made.cut.height, preferences.unit) }}
      </p>
    </section>
  </div>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 1.2fr 1.1fr 1fr 0.9fr;
}

.told {
  display: grid;
  grid-column: 1 / -1;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 14px;
  align-items: center;
}

.kinds {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  gap: 3px;
}

.kinds button {
  display: grid;
  justify-items: center;
  padding: 4px 0 3px;
  border: 1px solid transparent;
  border-radius: var(--radius);
  background: none;
  font-size: var(--text-small);
  cursor: pointer;
}

.kinds button:hover {
  border-color: var(--rule);
}

.kinds button[aria-checked='true'] {
  border-color: var(--ink);
  background: var(--white);
  font-weight: 600;
}

.kinds svg {
  width: 34px;
  height: 26px;
}

.kinds path {
  fill: var(--paper-sunk);
  fill-rule: evenodd;
  stroke: var(--ink);
  stroke-width: 1.2;
}

.file {
  justify-self: start;
  padding: 3px 10px;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--white);
  font-size: var(--text-note);
  font-weight: 600;
}
</style>
