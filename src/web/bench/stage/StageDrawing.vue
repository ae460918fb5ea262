<script setup lang="ts">
/** The piece on the bench with rulers, dimension lines and the hatched quiet zone; or what the machine does to it. */
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { shownTitle, type CodeSettings, type Job } from '../../../core/job';
import type { MadeView, PressView } from '../../../engine';
import { lengthText } from '../../shared/units';
import { usePreferences } from '../../stores/preferences';
import { useStage } from '../../stores/stage';
import PieceArt from '../../shared/PieceArt.vue';
import StageBase from './StageBase.vue';
import { useStageNotes } from '../../stores/stageNotes';
import StageLogo from './StageLogo.vue';
import StageMarks from './StageMarks.vue';
import StageRulers from './StageRulers.vue';
import StageGuides from './StageGuides.vue';
import StageThings from './StageThings.vue';
import { useStageView } from './useStageView';
import type { Things } from '../useThings';

const props = defineProps<{
  job: Job;
  code: CodeSettings;
  view: PressView;
  made: MadeView;
  shows: 'finished' | 'marks';
  things: Things;
  /** Whether what is held can be turned and resized here. */
  hasHandles: boolean;
}>();
const stage = useStage();
const preferences = usePreferences();
const notes = useStageNotes();
const root = useTemplateRef<HTMLElement>('root');
const { width, height } = useElementSize(root);

const { scale, wheel, panStage } = useStageView(root, width, height, () => props.made);
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
    ({ kind, about }) => kind === 'quiet-zone' && 'id' in about && about.id === props.code.id,
  ),
);
const quietIsWhole = computed(() => quietFinding.value?.severity === 'fine');
const pieceBottom = computed(
  () => scale.value.originY + (props.made.cut.y + props.made.cut.height) * scale.value.pxPerMm,
);
const pieceRight = computed(
  () => scale.value.originX + (props.made.cut.x + props.made.cut.width) * scale.value.pxPerMm,
);
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
      :material-id="shows === 'finished' ? job.making.material : ''"
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
        <StageLogo
          v-if="notes.note === 'logo' && made.logo"
          :job="job"
          :code="code"
          :made="made"
          :logo="made.logo"
          :scale="scale"
        />
        <g v-if="notes.note === 'weakest'" :transform="placed" class="weak">
          <circle
            v-for="(weak, index) in made.weakest"
            :key="index"
            :cx="made.code.x + (weak.column + 0.5) * made.moduleMm"
            :cy="made.code.y + (weak.row + 0.5) * made.moduleMm"
            :r="made.moduleMm"
            :stroke-width="1.6 / scale.pxPerMm"
          />
        </g>
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

      <StageMarks v-else :job="job" :made="made" :scale="scale" />

      <g class="dimension" :transform="`translate(0 ${Math.min(pieceBottom, height - 62) + 18})`">
        <path :d="`M${codePx.x} -6V6M${codePx.x + codePx.width} -6V6M${codePx.x} 0h${codePx.width}`" />
        <g :transform="`translate(${codePx.x + codePx.width / 2} 0)`">
          <rect class="plate" x="-36" y="-9" width="72" height="18" />
          <text class="measure" y="4" text-anchor="middle">
            {{ lengthText(code.placement.widthMm, preferences.unit) }}
          </text>
        </g>
      </g>
      <g
        class="dimension"
        :class="{ cut: !quietIsWhole }"
        :transform="`translate(${Math.min(pieceRight, width - 92) + 16} 0)`"
      >
        <path :d="`M-6 ${quiet.y}H6M-6 ${codePx.y}H6M0 ${quiet.y}V${codePx.y}`" />
        <text class="measure" x="11" :y="(quiet.y + codePx.y) / 2 + 4">4.0 X</text>
      </g>
      <StageThings
        v-if="notes.note !== 'logo' && shows === 'finished'"
        :job="job"
        :made="made"
        :things="things"
        :scale="scale"
        :has-handles="hasHandles"
      />
      <StageRulers :width="width" :height="height" :scale="scale" />
      <StageGuides v-if="shows === 'finished'" :width="width" :height="height" :scale="scale" />
      <text class="measure scale" :x="width - 16" :y="height - 46" text-anchor="end">
        {{ scale.pxPerMm.toFixed(1) }} px/mm
      </text>
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
  stroke: rgb(34 48 58 / 40%);
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

.dimension path {
  fill: none;
  stroke: var(--accent-dark);
  stroke-width: 1.2;
}

.dimension text {
  fill: var(--accent-dark);
  font-size: 11.5px;
}

.dimension.cut path {
  stroke: var(--stop);
}

.dimension.cut text {
  fill: var(--stop);
}

.plate {
  fill: var(--bench);
}

.scale {
  fill: var(--ink-soft);
  font-size: 11px;
  font-weight: 400;
}
</style>
