<script setup lang="ts">
/** The outline: a named one, one from a drawing, or a contour around everything; with stock sizes. */
import { computed, onMounted, ref } from 'vue';
import type { Job } from '../../../core/job';
import {
  cornerShapes,
  stockSizes,
  type CornerSettings,
  type OutlineSettings,
  type StockSize,
} from '../../../core/piece';
import type { PressView } from '../../../engine';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import ColourField from '../../shared/ColourField.vue';
import { useEngine } from '../../shared/engine';
import FilePicker from '../../shared/FilePicker.vue';
import MeasureInput from '../../shared/MeasureInput.vue';
import SwitchField from '../../shared/SwitchField.vue';
import { lengthText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePieceShelf } from '../../stores/pieceShelf';
import { usePreferences } from '../../stores/preferences';
import { newOutline, offeredKinds, outlineIcon, outlineNames, sizedPiece } from './outlineChoices';

const props = defineProps<{ job: Job; view: PressView }>();
const bench = useBench();
const preferences = usePreferences();
const shelf = usePieceShelf();
onMounted(() => void shelf.load());

const piece = computed(() => props.job.piece);
const outline = computed(() => piece.value.outline);
const notes = ref<readonly string[]>([]);
const problem = ref('');

const kinds = offeredKinds.map((kind) => ({ kind, name: outlineNames[kind], icon: outlineIcon(kind) }));

function choose(kind: (typeof offeredKinds)[number]): void {
  if (kind === outline.value.kind) return;
  problem.value = '';
  notes.value = [];
  const next = newOutline(kind, piece.value);
  const size =
    kind === 'circle' ? sizedPiece({ ...piece.value, outline: next }, { widthMm: piece.value.widthMm }) : {};
  bench.editPiece({ outline: next, ...size }, 'outline');
}

function set(change: Partial<OutlineSettings>): void {
  bench.editPiece({ outline: { ...outline.value, ...change } as OutlineSettings }, 'outline-part');
}

async function open(file: File): Promise<void> {
  problem.value = '';
  notes.value = [];
  const bytes = new Uint8Array(await file.arrayBuffer());
  const read = await useEngine().press.outline(bytes, file.name.slice(0, 200));
  if ('problem' in read) {
    problem.value = `${file.name}: ${read.problem}`;
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
}

function setCorner(place: number, change: Partial<CornerSettings>): void {
  if (outline.value.kind !== 'rectangle') return;
  const corners = outline.value.corners.map((corner, index) =>
    index === place || isAlike.value ? { ...corner, ...change } : corner,
  );
  // A corner that is no longer square needs a size to be seen.
  set({
    corners: corners.map((corner) =>
      corner.shape !== 'square' && corner.mm === 0 ? { ...corner, mm: 3 } : corner,
    ),
  } as Partial<OutlineSettings>);
}
const each = ref(false);
const isAlike = computed(() => !each.value);
const cornerNames = ['Upper left', 'Upper right', 'Lower right', 'Lower left'];
const shownCorners = computed(() =>
  outline.value.kind !== 'rectangle'
    ? []
    : isAlike.value
      ? [{ name: 'All corners', place: 0, ...outline.value.corners[0] }]
      : outline.value.corners.map((corner, place) => ({ name: cornerNames[place]!, place, ...corner })),
);
if (outline.value.kind === 'rectangle') {
  const texts = new Set(outline.value.corners.map((corner) => JSON.stringify(corner)));
  each.value = texts.size > 1;
}
const cornerChoices = cornerShapes.map((value) => ({ value, label: value }));

/** The named outline keeps its size; the piece grows or shrinks around it. */
function setOffset(mm: number): void {
  const { widthMm, heightMm, offset } = piece.value;
  const grown = 2 * (mm - offset.mm);
  bench.editPiece(
    {
      offset: { ...offset, mm },
      widthMm: Math.max(1, widthMm + grown),
      heightMm: Math.max(1, heightMm + grown),
    },
    'offset',
  );
}

const sizes = computed((): readonly StockSize[] => [...shelf.ownSizes, ...stockSizes]);
const chosenSize = computed(
  () =>
    sizes.value.find(
      ({ widthMm, heightMm }) => widthMm === piece.value.widthMm && heightMm === piece.value.heightMm,
    )?.id ?? '',
);
function takeSize(id: string): void {
  const size = sizes.value.find((entry) => entry.id === id);
  if (size === undefined) return;
  const corner = size.cornerMm;
  const rounded =
    outline.value.kind === 'rectangle'
      ? {
          outline: {
            kind: 'rectangle' as const,
            corners: outline.value.corners.map(() => ({
              shape: corner === 0 ? ('square' as const) : ('round' as const),
              mm: corner,
            })) as unknown as Extract<OutlineSettings, { kind: 'rectangle' }>['corners'],
          },
        }
      : {};
  bench.editPiece({ ...rounded, widthMm: size.widthMm, heightMm: size.heightMm }, 'stock');
}
const turnSize = (): void =>
  void bench.editPiece({ widthMm: piece.value.heightMm, heightMm: piece.value.widthMm }, 'turn-size');

const sizeName = ref('');
async function keepSize(): Promise<void> {
  const { widthMm, heightMm } = piece.value;
  const corners = outline.value.kind === 'rectangle' ? outline.value.corners[0] : null;
  const cornerMm = corners?.shape === 'round' ? corners.mm : 0;
  await shelf.addSize({
    name: sizeName.value.trim() || `${widthMm} × ${heightMm}`,
    widthMm,
    heightMm,
    cornerMm,
  });
  sizeName.value = '';
}

const printsColours = computed(
  () => props.view.made !== null && props.job.making.machine === 'ink-jet-600dpi',
);
</script>

<template>
  <div class="columns">
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
      <p v-if="outline.kind === 'drawn'" class="note">Now: {{ outline.fileName }}</p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-for="note in notes" :key="note" class="note">{{ note }}</p>
    </section>
    <section>
      <h2 class="heading">{{ outlineNames[outline.kind] }}</h2>
      <template v-if="outline.kind === 'rectangle'">
        <div v-for="corner in shownCorners" :key="corner.name" class="corner">
          <span>{{ corner.name }}</span>
          <ChoiceRow
            :label="`Shape, ${corner.name.toLowerCase()}`"
            :choices="cornerChoices"
            :model-value="corner.shape"
            @update:model-value="setCorner(corner.place, { shape: $event })"
          />
          <MeasureInput
            v-if="corner.shape !== 'square'"
            :label="`Size, ${corner.name.toLowerCase()}`"
            :mm="corner.mm"
            :min-mm="0"
            :max-mm="2500"
            :step-mm="0.5"
            @change="setCorner(corner.place, { mm: $event })"
          />
        </div>
        <SwitchField v-model="each" label="Each corner on its own" />
      </template>
      <template v-else-if="outline.kind === 'tag'">
        <MeasureInput
          label="Cut corners"
          :mm="outline.cutMm"
          :min-mm="0"
          :max-mm="500"
          @change="set({ cutMm: $event })"
        />
        <MeasureInput
          label="Hole"
          :mm="outline.holeMm"
          :min-mm="0"
          :max-mm="500"
          :step-mm="0.5"
          @change="set({ holeMm: $event })"
        />
        <MeasureInput
          label="Hole from top"
          :mm="outline.holeFromTopMm"
          :min-mm="0"
          :max-mm="500"
          :step-mm="0.5"
          @change="set({ holeFromTopMm: $event })"
        />
      </template>
      <MeasureInput
        v-else-if="outline.kind === 'ticket' || outline.kind === 'burgee'"
        label="Notch"
        :mm="outline.notchMm"
        :min-mm="0"
        :max-mm="500"
        :step-mm="0.5"
        @change="set({ notchMm: $event })"
      />
      <template v-else-if="outline.kind === 'contour'">
        <MeasureInput
          label="Bare margin"
          :mm="outline.paddingMm"
          :min-mm="0"
          :max-mm="500"
          :step-mm="0.5"
          @change="set({ paddingMm: $event })"
        />
        <MeasureInput
          label="Border"
          :mm="outline.borderMm"
          :min-mm="0"
          :max-mm="500"
          :step-mm="0.5"
          @change="set({ borderMm: $event })"
        />
        <ChoiceRow
          label="Corners of the contour"
          :choices="[
            { value: 'round', label: 'round' },
            { value: 'mitre', label: 'mitred' },
          ]"
          :model-value="outline.corner"
          @update:model-value="set({ corner: $event })"
        />
        <SwitchField
          label="Coloured border"
          :model-value="outline.colour !== null"
          @update:model-value="set({ colour: $event ? '#175e54' : null })"
        >
          <ColourField
            v-if="outline.colour !== null && printsColours"
            label="Border"
            :palette="[]"
            :model-value="outline.colour"
            @update:model-value="set({ colour: $event })"
          />
        </SwitchField>
        <p class="note">
          One closed cut line around everything. Width and height are those of the sheet that it is cut from.
        </p>
      </template>
      <p v-else class="note">Width and height make it what it is.</p>
      <template v-if="outline.kind !== 'contour'">
        <MeasureInput
          label="Offset"
          :mm="piece.offset.mm"
          :min-mm="-500"
          :max-mm="500"
          :step-mm="0.5"
          @change="setOffset"
        />
        <ChoiceRow
          v-if="piece.offset.mm !== 0"
          label="Corners of the offset"
          :choices="[
            { value: 'round', label: 'round' },
            { value: 'mitre', label: 'mitred' },
          ]"
          :model-value="piece.offset.corner"
          @update:model-value="
            bench.editPiece({ offset: { ...piece.offset, corner: $event } }, 'offset-corner')
          "
        />
      </template>
    </section>
    <section>
      <h2 class="heading">Size</h2>
      <MeasureInput
        label="Width"
        :mm="piece.widthMm"
        :min-mm="1"
        :max-mm="5000"
        @change="bench.editPiece(sizedPiece(piece, { widthMm: $event }), 'width')"
      />
      <MeasureInput
        label="Height"
        :mm="piece.heightMm"
        :min-mm="1"
        :max-mm="5000"
        @change="bench.editPiece(sizedPiece(piece, { heightMm: $event }), 'height')"
      />
      <label class="stock">
        <span>Stock size</span>
        <select
          :value="chosenSize"
          aria-label="Stock size"
          @change="takeSize(($event.target as HTMLSelectElement).value)"
        >
          <option value="">another size</option>
          <option v-for="size in sizes" :key="size.id" :value="size.id">
            {{ size.name }} ({{ lengthText(size.widthMm, preferences.unit) }} ×
            {{ lengthText(size.heightMm, preferences.unit) }})
          </option>
        </select>
      </label>
      <button type="button" class="action" @click="turnSize">Turn it round</button>
      <form class="keep" @submit.prevent="keepSize">
        <ElInput
          v-model="sizeName"
          size="small"
          maxlength="60"
          aria-label="Name of this size"
          placeholder="name of this size"
        />
        <button type="submit" class="action">Keep as stock</button>
      </form>
      <p v-if="shelf.problem" class="problem" role="alert">{{ shelf.problem }}</p>
    </section>
    <section>
      <h2 class="heading">Cutting</h2>
      <MeasureInput
        label="Safe distance"
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
        As cut: {{ lengthText(view.made.cut.width, preferences.unit) }} ×
        {{ lengthText(view.made.cut.height, preferences.unit) }}
      </p>
    </section>
  </div>
</template>

<style scoped src="./drawer.css"></style>
<style scoped>
.columns {
  grid-template-columns: 1.2fr 1.1fr 1fr 0.9fr;
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
  font-size: 11px;
  cursor: pointer;
}

.kinds button:hover {
  border-color: var(--rule);
}

.kinds button[aria-checked='true'] {
  border-color: var(--ink);
  background: #fff;
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
  background: #fff;
  font-size: 12.5px;
  font-weight: 600;
}

.corner {
  display: grid;
  gap: 3px;
}

.corner > span {
  color: var(--ink-soft);
  font-size: 12px;
}

.stock {
  display: grid;
  grid-template-columns: minmax(84px, auto) minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}

select {
  min-width: 0;
  padding: 4px 6px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: #fff;
  font-size: 12.5px;
}

.action {
  justify-self: start;
}

.keep {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px;
  align-items: center;
}
</style>
