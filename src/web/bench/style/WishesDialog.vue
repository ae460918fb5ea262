<script setup lang="ts">
/** The map of wishes: what each module is to be and how much it matters, brushed with the pointer or the keyboard. */
import { computed, ref, shallowRef, watch } from 'vue';
import { type BrushKind, mostPoints, mostStrokes, type Stroke } from '../../../core/logo';
import type { PressView, WishesView } from '../../../engine';
import AppDialog from '../../shared/AppDialog.vue';
import ChoiceRow from '../../shared/ChoiceRow.vue';
import RangeField from '../../shared/RangeField.vue';
import { useEngine } from '../../shared/engine';
import { followPointer } from '../../shared/followPointer';
import { useAttempt } from '../../shared/useAttempt';
import { useNewest } from '../../shared/useNewest';
import { percentText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView }>();
const { job, code } = useJobAtHand();
const shown = defineModel<boolean>({ required: true });
const bench = useBench();

const wishes = shallowRef<WishesView | null>(null);
const { problem, attempt } = useAttempt();
const { ask } = useNewest();
watch(
  () => [shown.value, job.value] as const,
  ([isShown]) => {
    const isNewest = ask();
    if (!isShown) return void (wishes.value = null);
    void attempt(async () => {
      const found = await useEngine().desk.wishes(job.value, code.value.id);
      if (isNewest()) wishes.value = found;
    });
  },
  { immediate: true },
);

const as = ref<BrushKind>('keep');
const brushes = [
  { value: 'keep', label: 'keep', hint: 'Matters most' },
  { value: 'free', label: 'free', hint: 'Does not matter' },
  { value: 'plain', label: 'as the picture', hint: 'Undoes earlier strokes' },
] as const;
/** Of the brush, in modules. */
const radiusModules = ref(1.5);
const size = computed(() => wishes.value?.size ?? 21);

const strokes = computed(() => code.value.logo?.brush ?? []);
const isFull = computed(() => strokes.value.length >= mostStrokes);
function setStrokes(brush: readonly Stroke[]): void {
  if (code.value.logo !== null)
    bench.editCode({ logo: { ...code.value.logo, brush: [...brush] } }, 'logo-brush');
}

/** What is being drawn, in shares of the symbol's side. */
const points = ref<[number, number][]>([]);
/** Points nearer to the last one than this add nothing. */
const leastStep = 0.004;
const field = ref<SVGSVGElement | null>(null);

function pointOf({ clientX, clientY }: PointerEvent): [number, number] {
  const box = field.value!.getBoundingClientRect();
  const share = (at: number, from: number, length: number): number =>
    Number(Math.min(1, Math.max(0, (at - from) / length)).toFixed(4));
  return [share(clientX, box.left, box.width), share(clientY, box.top, box.height)];
}

function begin(event: PointerEvent): void {
  if (wishes.value === null || isFull.value || event.button !== 0) return;
  points.value = [pointOf(event)];
  followPointer(
    event,
    (moved) => {
      const [last, next] = [points.value.at(-1)!, pointOf(moved)];
      if (points.value.length < mostPoints && Math.hypot(next[0] - last[0], next[1] - last[1]) > leastStep)
        points.value.push(next);
    },
    () => {
      addStroke(points.value);
      points.value = [];
    },
  );
}

function addStroke(along: readonly [number, number][]): void {
  const radius = Math.min(0.25, Math.max(0.002, radiusModules.value / size.value));
  if (along.length > 0 && !isFull.value)
    setStrokes([...strokes.value, { as: as.value, radius: Number(radius.toFixed(4)), points: [...along] }]);
}

/** The module that the keyboard is at. */
const cursor = ref({ column: 10, row: 10 });
const steps: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
function press(event: KeyboardEvent): void {
  if (wishes.value === null) return;
  const inside = (at: number): number => Math.min(size.value - 1, Math.max(0, at));
  const step = steps[event.key];
  if (step !== undefined) {
    const [right, down] = step.map((by) => by * (event.shiftKey ? 5 : 1)) as [number, number];
    cursor.value = { column: inside(cursor.value.column + right), row: inside(cursor.value.row + down) };
  } else if (event.key === ' ' || event.key === 'Enter') {
    const middle = (at: number): number => Number(((at + 0.5) / size.value).toFixed(4));
    addStroke([[middle(cursor.value.column), middle(cursor.value.row)]]);
  } else return;
  event.preventDefault();
  event.stopPropagation();
}

/** Modules as one path of squares. */
function squares(isIn: (module: number, map: WishesView) => boolean): string {
  const map = wishes.value;
  if (map === null) return '';
  let path = '';
  for (let module = 0; module < map.size ** 2; module++)
    if (isIn(module, map)) path += `M${module % map.size} ${Math.floor(module / map.size)}h1v1h-1z`;
  return path;
}
/** From here on a wish counts as one that matters much. */
const strong = 120;
const layers = computed(() => ({
  darkFaint: squares((at, { wanted, weight }) => wanted[at] === 1 && weight[at]! < strong),
  dark: squares((at, { wanted, weight }) => wanted[at] === 1 && weight[at]! >= strong),
  lightFaint: squares((at, { wanted, weight }) => wanted[at] === 0 && weight[at]! < strong),
  light: squares((at, { wanted, weight }) => wanted[at] === 0 && weight[at]! >= strong),
  fixed: squares((at, { fixed }) => fixed[at] === 1),
  kept: squares((at, { brush, wanted }) => brush[at] === 'keep' && wanted[at]! >= 0),
  unmet: squares((at, { wanted, modules }) => wanted[at]! >= 0 && wanted[at] !== modules[at]),
}));
const picture = computed(() => props.view.made?.logo?.picture ?? null);
const trail = computed(() =>
  points.value.map(([x, y], at) => `${at === 0 ? 'M' : 'L'}${x * size.value} ${y * size.value}`).join(''),
);
</script>

<template>
  <AppDialog v-model="shown" title="What matters of the picture" width="860px">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="columns">
      <svg
        ref="field"
        class="map"
        :viewBox="`0 0 ${size} ${size}`"
        role="application"
        tabindex="0"
        :aria-busy="wishes === null"
        aria-label="Map of wishes. Arrow keys move, space brushes."
        data-test="wishes"
        data-first
        @pointerdown.prevent="begin"
        @keydown="press"
      >
        <text v-if="wishes === null" x="50%" y="50%" font-size="0.6" text-anchor="middle">
          The map is being drawn.
        </text>
        <path :d="layers.lightFaint" class="light faint" />
        <path :d="layers.light" class="light" />
        <path :d="layers.darkFaint" class="dark faint" />
        <path :d="layers.dark" class="dark" />
        <path :d="layers.fixed" class="fixed" />
        <path :d="layers.unmet" class="unmet" />
        <path :d="layers.kept" class="kept" />
        <path
          v-if="trail"
          :d="points.length === 1 ? `${trail}h0` : trail"
          class="trail"
          :stroke-width="2 * radiusModules"
        />
        <circle
          v-if="wishes"
          :cx="cursor.column + 0.5"
          :cy="cursor.row + 0.5"
          :r="radiusModules"
          class="cursor"
        />
      </svg>
      <div class="tools">
        <h2 class="heading">Brush</h2>
        <ChoiceRow v-model="as" label="What the brush says" :choices="brushes" />
        <RangeField v-model="radiusModules" label="Radius" :min="0.5" :max="8" :step="0.5" unit="X" />
        <div class="acts">
          <button
            type="button"
            class="action"
            :disabled="strokes.length === 0"
            @click="setStrokes(strokes.slice(0, -1))"
          >
            Undo the last stroke
          </button>
          <button type="button" class="action" :disabled="strokes.length === 0" @click="setStrokes([])">
            Clear
          </button>
        </div>
        <p v-if="isFull" class="problem">
          There are {{ mostStrokes }} strokes, which is the most. Clear some first.
        </p>
        <h2 class="heading">What comes of it</h2>
        <p v-if="picture?.steering" data-test="wishes-met">
          <span class="measure">{{ percentText(picture.steering.match) }}</span> drawn,
          <span class="measure">{{ picture.steering.met }}</span> of
          <span class="measure">{{ picture.steering.wished }}</span> modules as wished
        </p>
        <ul class="legend">
          <li><span class="swatch dark"></span>wished dark, pale where it matters little</li>
          <li><span class="swatch light"></span>wished light</li>
          <li><span class="swatch unmet"></span>is not as wished</li>
          <li><span class="swatch fixed"></span>cannot be steered</li>
          <li><span class="swatch kept"></span>brushed: matters most</li>
        </ul>
        <p class="note">Drag over the map, or move with the arrow keys and brush with the space bar.</p>
      </div>
    </div>
  </AppDialog>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 520px minmax(0, 1fr);
  gap: 20px;
}

.map {
  width: 520px;
  height: 520px;
  border: 1px solid var(--rule);
  background: var(--paper-sunk);
  touch-action: none;
  cursor: crosshair;
}

.map:focus-visible {
  outline: 2px solid var(--accent);
}

path {
  pointer-events: none;
}

.dark {
  background: var(--ink);
  fill: var(--ink);
}

.light {
  background: var(--white);
  fill: var(--white);
}

.faint {
  opacity: 0.45;
}

.fixed {
  background: var(--held);
  fill: var(--held);
  fill-opacity: 0.55;
}

.unmet {
  background: var(--stop);
  fill: var(--stop);
  fill-opacity: 0.55;
}

.kept {
  background: none;
  border: 2px solid var(--accent);
  fill: none;
  stroke: var(--accent);
  stroke-width: 0.16;
}

.trail {
  fill: none;
  stroke: var(--accent);
  stroke-linecap: round;
  stroke-linejoin: round;
  stroke-opacity: 0.5;
}

.cursor {
  fill: none;
  stroke: var(--accent-dark);
  stroke-width: 0.2;
  visibility: hidden;
}

.map:focus-visible .cursor {
  visibility: visible;
}

.tools {
  display: grid;
  gap: 8px;
  align-content: start;
  font-size: var(--text-note);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.legend {
  display: grid;
  gap: 4px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.legend li {
  display: flex;
  gap: 7px;
  align-items: center;
}

.swatch {
  box-sizing: border-box;
  width: 12px;
  height: 12px;
  border: 1px solid var(--rule);
}

.swatch.kept {
  border: 2px solid var(--accent);
}
</style>
