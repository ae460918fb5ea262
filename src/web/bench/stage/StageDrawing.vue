<script setup lang="ts">
/** The piece on the bench with rulers, dimension lines and the hatched quiet zone; or what the machine does to it. */
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { shownTitle } from '../../../core/job';
import type { MadeView, PressView } from '../../../engine';
import { lengthText } from '../../shared/units';
import { usePreferences } from '../../stores/preferences';
import { useStage } from '../../stores/stage';
import PieceArt from '../../shared/PieceArt.vue';
import StageBase from './StageBase.vue';
import { useStageNotes } from '../../stores/stageNotes';
import StageDimension from './StageDimension.vue';
import StageFlags from './StageFlags.vue';
import StageLogo from './StageLogo.vue';
import StageMarks from './StageMarks.vue';
import StageRulers from './StageRulers.vue';
import StageGuides from './StageGuides.vue';
import StageThings from './StageThings.vue';
import { shownBox } from './stageScale';
import { useStageView } from './useStageView';
import type { Things } from '../useThings';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{
  view: PressView;
  made: MadeView;
  shows: 'finished' | 'marks';
  things: Things;
  /** Whether what is held can be turned and resized here. */
  hasHandles: boolean;
}>();
const { job, code } = useJobAtHand();
const stage = useStage();
const preferences = usePreferences();
const notes = useStageNotes();
const root = useTemplateRef<HTMLElement>('root');
const { width, height } = useElementSize(root);

/** Rulers are for laying things on the piece, and for guides. */
const hasRulers = computed(() => props.hasHandles || stage.guides.length > 0);
const { scale, wheel, panStage } = useStageView(root, width, height, () => props.made, hasRulers);
const placed = computed(
  () => `translate(${scale.value.originX} ${scale.value.originY}) scale(${scale.value.pxPerMm})`,
);
const toPx = (box: MadeView['code']) => ({
  x: scale.value.originX + box.x * scale.value.pxPerMm,
  y: scale.value.originY + box.y * scale.value.pxPerMm,
  width: box.width * scale.value.pxPerMm,
  height: box.height * scale.value.pxPerMm,
});
const codePx = computed(() => toPx(props.made.code));
const quiet = computed(() => toPx(props.made.quietZone));
/** The code may be turned about its middle. */
const turned = computed(() => {
  const { x, y, width: side } = codePx.value;
  return `rotate(${(props.made.turn * 180) / Math.PI} ${x + side / 2} ${y + side / 2})`;
});
const hatchPath = computed(() => {
  const [outer, inner] = [quiet.value, codePx.value];
  const rectangle = (box: typeof outer): string =>
    `M${box.x} ${box.y}h${box.width}v${box.height}h${-box.width}z`;
  return rectangle(outer) + rectangle(inner);
});
const quietFinding = computed(() =>
  props.view.findings.find(
    ({ kind, about }) => kind === 'quiet-zone' && 'id' in about && about.id === code.value.id,
  ),
);
const quietIsWhole = computed(() => quietFinding.value?.severity === 'fine');
/** Around the piece and the sheet that it is cut out of. */
const edges = computed(() => {
  const { x, y, width: wide, height: high } = toPx(shownBox(props.made));
  return { left: x, top: y, right: x + wide, bottom: y + high };
});
const notesX = computed(() => Math.min(edges.value.right, width.value - 72) + 16);
/** The piece as it will be: where readers need quiet is shown while things are laid on it, and where it is cut. */
const showsQuiet = computed(() => stage.showsNotes && (props.hasHandles || !quietIsWhole.value));
const places = computed(() => props.things.all.value.map(({ id, box }) => ({ id, ...toPx(box) })));
/** How far what is held lies from the left and from the top, measured outside of the piece. */
const heldPlace = computed(() => {
  const thing = props.things.held.value;
  if (thing === null || thing.kind === 'code' || !thing.isFree || props.shows !== 'finished') return null;
  const { x, y } = toPx(thing.box);
  const { originX, originY } = scale.value;
  const [above, beside] = [Math.max(edges.value.top - 13, 30), Math.max(edges.value.left - 13, 36)];
  const label = (mm: number): string => lengthText(mm, preferences.unit);
  return {
    across: { from: originX, to: x, across: above, label: label(thing.box.x) },
    down: { from: originY, to: y, across: beside, label: label(thing.box.y) },
    leaders: `M${x} ${above + 6}V${y}M${beside + 6} ${y}H${x}`,
  };
});
</script>

<template>
  <div ref="root" class="root" @wheel="wheel">
    <StageBase
      v-if="width > 0"
      :width="width"
      :height="height"
      :scale="scale"
      :outline-path="made.outlinePath"
      :colour="shows === 'finished' ? view.baseColour : '#ffffff'"
      :texture="shows === 'finished' ? job.making.pair.material.texture : 'plain'"
      :width-mm="made.widthMm"
      :height-mm="made.heightMm"
    />
    <svg
      v-if="width > 0"
      class="work"
      :width="width"
      :height="height"
      role="group"
      :aria-label="`${shownTitle(job)}, ${shows}`"
      :data-px-per-mm="scale.pxPerMm.toFixed(1)"
      data-test="stage-drawing"
    >
      <defs>
        <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v6" :class="quietIsWhole ? 'hatch' : 'hatch cut'" />
        </pattern>

        <clipPath id="piece-clip"><path :d="made.outlinePath" /></clipPath>
      </defs>

      <rect
        :width="width"
        :height="height"
        class="bench-top"
        :class="{ loose: stage.zoom !== 'fit' }"
        @pointerdown="panStage"
      />
      <template v-if="shows === 'finished'">
        <g :transform="placed" pointer-events="none">
          <g clip-path="url(#piece-clip)">
            <PieceArt :parts="made.finished" test-id="finished-marks" />
          </g>
        </g>
        <g :transform="placed">
          <path :d="made.holesPath" class="hole" />
          <rect v-if="made.isContour" :width="made.widthMm" :height="made.heightMm" class="sheet" />
          <rect
            v-for="other in made.codes.filter(({ id }) => id !== code.id)"
            :key="other.id"
            v-bind="other.quietZone"
            :transform="`rotate(${(other.turn * 180) / Math.PI} ${other.code.x + other.code.width / 2} ${other.code.y + other.code.height / 2})`"
            class="other-quiet"
          />
        </g>
        <template v-if="showsQuiet">
          <path
            :d="hatchPath"
            :transform="turned"
            fill="url(#hatch)"
            fill-rule="evenodd"
            pointer-events="none"
          />
          <path
            :d="hatchPath"
            :transform="turned"
            class="quiet-edge"
            :class="{ cut: !quietIsWhole }"
            pointer-events="none"
          />
        </template>
      </template>

      <template v-else>
        <StageMarks :made="made" :scale="scale" />
        <g v-if="notes.note === 'weakest'" :transform="placed" class="weak">
          <circle
            v-for="(weak, index) in made.weakest"
            :key="index"
            :cx="made.code.x + (weak.column + 0.5) * made.moduleMm"
            :cy="made.code.y + (weak.row + 0.5) * made.moduleMm"
            :r="made.moduleMm * 0.6"
            :stroke-width="1.2 / scale.pxPerMm"
          />
        </g>
      </template>
      <StageLogo
        v-if="notes.note === 'logo' && made.logo"
        :made="made"
        :logo="made.logo"
        :scale="scale"
        :shows-losses="shows === 'marks'"
      />

      <template v-if="stage.showsNotes">
        <StageDimension
          along="x"
          :from="codePx.x"
          :to="codePx.x + codePx.width"
          :across="Math.min(edges.bottom, height - 62) + 18"
          :label="lengthText(code.placement.widthMm, preferences.unit)"
        />
        <StageDimension
          along="y"
          :from="quiet.y"
          :to="codePx.y"
          :across="notesX"
          label="4.0 X"
          is-beside
          :is-wrong="!quietIsWhole"
        />
        <StageFlags
          v-if="shows === 'finished'"
          :findings="view.findings"
          :places="places"
          :x="notesX"
          :from-y="codePx.y + 18"
          :width="width"
        />
        <template v-if="heldPlace">
          <StageDimension along="x" v-bind="heldPlace.across" />
          <StageDimension along="y" v-bind="heldPlace.down" />
          <path class="leader" :d="heldPlace.leaders" />
        </template>
      </template>
      <StageThings
        v-if="notes.note !== 'logo' && shows === 'finished'"
        :made="made"
        :things="things"
        :scale="scale"
        :has-handles="hasHandles"
      />
      <template v-if="hasRulers">
        <StageRulers :width="width" :height="height" :scale="scale" />
        <StageGuides v-if="shows === 'finished'" :width="width" :height="height" :scale="scale" />
      </template>
    </svg>
  </div>
</template>

<style scoped>
.root {
  position: relative;
  width: 100%;
  height: 100%;
}

.work {
  position: absolute;
  inset: 0;
  will-change: transform;
}

.hatch {
  stroke: var(--accent);
  stroke-width: 1.4;
  opacity: 0.55;
}

.hatch.cut {
  stroke: var(--stop);
  opacity: 0.9;
}

.quiet-edge {
  fill: none;
  stroke: var(--accent);
  stroke-dasharray: 3 3;
  stroke-width: 0.8;
}

.quiet-edge.cut {
  stroke: var(--stop);
}

.weak circle {
  fill: none;
  stroke: var(--stop);
  pointer-events: none;
}

.bench-top {
  fill: transparent;
}

.bench-top.loose {
  cursor: grab;
}

.hole {
  fill: var(--bench);
  stroke: var(--shade);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}

.sheet {
  fill: none;
  stroke: var(--ink-soft);
  stroke-dasharray: 5 4;
  vector-effect: non-scaling-stroke;
}

.other-quiet {
  fill: none;
  stroke: var(--accent);
  stroke-dasharray: 3 3;
  stroke-width: 0.8;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}

.leader {
  fill: none;
  stroke: var(--accent-dark);
  stroke-dasharray: 2 3;
  opacity: 0.7;
  pointer-events: none;
}
</style>
