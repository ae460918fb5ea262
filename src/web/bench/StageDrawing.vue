<script setup lang="ts">
/** The piece on the bench with rulers, dimension lines and the hatched quiet zone; or what the machine does to it. */
import { computed, useTemplateRef } from 'vue';
import type { Job } from '../../core/job';
import type { MadeView, PressView } from '../../engine';
import { useElementSize } from '../shared/useElementSize';
import { lengthText } from '../shared/units';
import { useBench } from '../stores/bench';
import { usePreferences } from '../stores/preferences';
import PieceArt from '../shared/PieceArt.vue';
import StageBase from './StageBase.vue';
import { useStageNotes } from '../stores/stageNotes';
import StageLogo from './StageLogo.vue';
import StageRulers from './StageRulers.vue';
import { stageScale } from './stageScale';

const props = defineProps<{ job: Job; view: PressView; made: MadeView; shows: 'finished' | 'marks' }>();
const bench = useBench();
const preferences = usePreferences();
const notes = useStageNotes();
const root = useTemplateRef<HTMLElement>('root');
const { width, height } = useElementSize(root);

const piece = computed(() => props.job.piece);
const scale = computed(() =>
  stageScale(width.value, height.value, piece.value.widthMm, piece.value.heightMm),
);
const placed = computed(
  () => `translate(${scale.value.originX} ${scale.value.originY}) scale(${scale.value.pxPerMm})`,
);
const toPx = (box: MadeView['code']) => ({
  x: scale.value.originX + box.x * scale.value.pxPerMm,
  y: scale.value.originY + box.y * scale.value.pxPerMm,
  width: box.width * scale.value.pxPerMm,
  height: box.height * scale.value.pxPerMm,
});
const code = computed(() => toPx(props.made.code));
const quiet = computed(() => toPx(props.made.quietZone));
const hatchPath = computed(() => {
  const [outer, inner] = [quiet.value, code.value];
  const rectangle = (box: typeof outer): string =>
    `M${box.x} ${box.y}h${box.width}v${box.height}h${-box.width}z`;
  return rectangle(outer) + rectangle(inner);
});
const quietFinding = computed(() => props.view.findings.find((finding) => finding.code === 'quiet-zone'));
const quietIsWhole = computed(() => quietFinding.value?.severity === 'fine');
const pieceBottom = computed(() => scale.value.originY + piece.value.heightMm * scale.value.pxPerMm);
const pieceRight = computed(() => scale.value.originX + piece.value.widthMm * scale.value.pxPerMm);
const area = computed(() =>
  props.job.making.reversed ? props.made.markedAreaMm2.reversed : props.made.markedAreaMm2.normal,
);

/** Dragging the code moves it in tenths of a millimetre; near the middle it snaps there. */
function drag(event: PointerEvent): void {
  if (event.button !== 0) return;
  const target = event.currentTarget as SVGElement;
  const start = { x: event.clientX, y: event.clientY, left: props.made.code.x, top: props.made.code.y };
  const move = ({ clientX, clientY }: PointerEvent): void => {
    const { widthMm, heightMm, codeWidthMm } = piece.value;
    const xMm = Number((start.left + (clientX - start.x) / scale.value.pxPerMm).toFixed(1));
    const yMm = Number((start.top + (clientY - start.y) / scale.value.pxPerMm).toFixed(1));
    const nearMiddle =
      Math.hypot(xMm - (widthMm - codeWidthMm) / 2, yMm - (heightMm - codeWidthMm) / 2) *
        scale.value.pxPerMm <
      6;
    bench.edit(
      { ...props.job, piece: { ...piece.value, codePlace: nearMiddle ? 'centred' : { xMm, yMm } } },
      'drag',
    );
  };
  target.setPointerCapture(event.pointerId);
  target.addEventListener('pointermove', move);
  target.addEventListener('pointerup', () => target.removeEventListener('pointermove', move), { once: true });
}
</script>

<template>
  <div ref="root" class="root">
    <StageBase
      v-if="width > 0"
      :width="width"
      :height="height"
      :scale="scale"
      :outline-path="made.outlinePath"
      :colour="shows === 'finished' ? view.baseColour : '#ffffff'"
      :material-id="shows === 'finished' ? job.making.material : ''"
      :width-mm="piece.widthMm"
      :height-mm="piece.heightMm"
    />
    <svg
      v-if="width > 0"
      class="work"
      :width="width"
      :height="height"
      role="img"
      :aria-label="`${job.name}, ${shows}`"
    >
      <defs>
        <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v6" :class="quietIsWhole ? 'hatch' : 'hatch cut'" />
        </pattern>

        <clipPath id="piece-clip"><path :d="made.outlinePath" /></clipPath>
      </defs>

      <template v-if="shows === 'finished'">
        <g :transform="placed">
          <g clip-path="url(#piece-clip)">
            <PieceArt :parts="made.finished" test-id="finished-marks" />
          </g>
        </g>
        <StageLogo
          v-if="notes.note === 'logo' && made.logo"
          :job="job"
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
        <path :d="hatchPath" fill="url(#hatch)" fill-rule="evenodd" pointer-events="none" />
        <path :d="hatchPath" class="quiet-edge" :class="{ cut: !quietIsWhole }" pointer-events="none" />
      </template>

      <template v-else>
        <g :transform="placed">
          <template v-for="operation in made.operations" :key="operation.kind">
            <path
              v-if="operation.isLine"
              :d="operation.path"
              class="cut-line"
              :stroke-width="1.5 / scale.pxPerMm"
            />
            <path v-else :d="operation.path" :class="operation.kind" />
          </template>
        </g>
        <g class="legend" transform="translate(36 40)">
          <g
            v-for="(operation, index) in made.operations"
            :key="operation.kind"
            :transform="`translate(0 ${index * 18})`"
          >
            <path v-if="operation.isLine" d="M0 -4h14" class="cut-line" stroke-width="1.5" />
            <rect v-else y="-10" width="14" height="11" :class="operation.kind" />
            <text x="22">
              {{ operation.kind }}: {{ operation.label
              }}{{ operation.isLine ? '' : `, ${area.toFixed(0)} mm²` }}
            </text>
          </g>
          <text v-if="job.making.mirrored" x="0" :y="made.operations.length * 18 + 2">
            mirrored, as the file has it
          </text>
        </g>
      </template>

      <rect v-if="notes.note !== 'logo'" class="grip" v-bind="code" tabindex="-1" @pointerdown="drag">
        <title>Drag to move the code</title>
      </rect>

      <g class="dimension" :transform="`translate(0 ${Math.min(pieceBottom, height - 62) + 18})`">
        <path :d="`M${code.x} -6V6M${code.x + code.width} -6V6M${code.x} 0h${code.width}`" />
        <g :transform="`translate(${code.x + code.width / 2} 0)`">
          <rect class="plate" x="-36" y="-9" width="72" height="18" />
          <text class="measure" y="4" text-anchor="middle">
            {{ lengthText(job.piece.code.widthMm, preferences.unit) }}
          </text>
        </g>
      </g>
      <g
        class="dimension"
        :class="{ cut: !quietIsWhole }"
        :transform="`translate(${Math.min(pieceRight, width - 92) + 16} 0)`"
      >
        <path :d="`M-6 ${quiet.y}H6M-6 ${code.y}H6M0 ${quiet.y}V${code.y}`" />
        <text class="measure" x="11" :y="(quiet.y + code.y) / 2 + 4">4.0 X</text>
      </g>
      <StageRulers :width="width" :height="height" :scale="scale" />
      <text class="measure scale" :x="width - 16" :y="height - 16" text-anchor="end">
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

.mark,
.print {
  fill: #3f6f8f;
}

.cut-line {
  fill: none;
  stroke: var(--stop);
}

.legend text {
  fill: var(--ink);
  font-size: 12px;
}

.grip {
  fill: transparent;
  cursor: move;
  touch-action: none;
}

.grip:hover {
  stroke: var(--accent);
  stroke-width: 1.5;
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
