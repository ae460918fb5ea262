<script setup lang="ts">
/** The test piece at its true proportions; once it was photographed, what each patch said, by shape as well as by colour. */
import { computed } from 'vue';
import { severityOfVerdict } from '../../core/finding';
import { patchModules, type Coupon, type Patch, type PatchReading } from '../../core/coupon';
import type { CouponView } from '../../engine';

const props = defineProps<{ view: CouponView; coupon: Coupon; readings: readonly PatchReading[] }>();

const readingOf = computed(() => new Map(props.readings.map((reading) => [reading.number, reading])));
const said = computed(() =>
  props.readings.length === 0
    ? []
    : props.coupon.patches.map((patch) => {
        const reading = readingOf.value.get(patch.number);
        const verdict = reading?.verdict ?? null;
        return {
          patch,
          state: verdict === null ? ('none' as const) : severityOfVerdict[verdict],
          text:
            reading === undefined
              ? `${patch.label}: not in the picture`
              : verdict === null
                ? `${patch.label}: ${reading.pixelsPerModule.toFixed(1)} pixels to a module are too few to say`
                : `${patch.label}: the slowest reader read ${Math.round(100 * reading.leastShare)} % of ${reading.views} views`,
        };
      }),
);
const side = ({ moduleMm }: Patch): number => patchModules * moduleMm;
/** Marks over patches are as large as can be told apart, and no larger than a patch. */
const markMm = (patch: Patch): number => Math.min(side(patch) * 0.7, props.view.widthMm / 26);
const middle = (patch: Patch): { x: number; y: number } => ({
  x: patch.xMm + side(patch) / 2,
  y: patch.yMm + side(patch) / 2,
});
</script>

<template>
  <svg
    class="drawing"
    :viewBox="`-3 -3 ${view.widthMm + 6} ${view.heightMm + 6}`"
    role="img"
    :aria-label="`Test piece ${coupon.id}, ${coupon.patches.length} codes`"
    data-test="coupon-drawing"
  >
    <rect :width="view.widthMm" :height="view.heightMm" :fill="view.groundColour" />
    <g :transform="view.turnsOver ? `matrix(-1 0 0 1 ${view.widthMm} 0)` : undefined">
      <path
        v-for="(mark, index) in view.marks"
        :key="index"
        :d="mark.path"
        :fill="mark.colour"
        fill-rule="evenodd"
      />
    </g>
    <path :d="view.cutPath" class="cut" />
    <g
      v-for="{ patch, state, text } in said"
      :key="patch.number"
      :class="['said', state]"
      role="img"
      :aria-label="text"
    >
      <title>{{ text }}</title>
      <rect :x="patch.xMm" :y="patch.yMm" :width="side(patch)" :height="side(patch)" class="over" />
      <svg
        :x="middle(patch).x - markMm(patch) / 2"
        :y="middle(patch).y - markMm(patch) / 2"
        :width="markMm(patch)"
        :height="markMm(patch)"
        viewBox="-7 -7 14 14"
      >
        <circle v-if="state === 'fine'" r="6" />
        <path v-else-if="state === 'caution'" d="M0 -6 6.5 6H-6.5Z" />
        <path v-else-if="state === 'stop'" d="M-5 -5H5V5H-5Z" />
        <circle v-else r="5" class="ring" />
      </svg>
    </g>
  </svg>
</template>

<style scoped>
.drawing {
  width: 100%;
  height: 100%;
  padding: 18px;
}

.cut {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}

.over {
  fill: var(--paper);
  fill-opacity: 0.45;
}

.fine circle {
  fill: var(--accent);
}

.caution path {
  fill: var(--caution);
}

.stop path {
  fill: var(--stop);
}

.said circle,
.said path {
  stroke: var(--white);
  stroke-width: 1.4;
}

.said .ring {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 2;
}
</style>
