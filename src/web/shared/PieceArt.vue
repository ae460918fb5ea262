<script setup lang="ts">
/** The printed or marked parts of a piece, each in its ink, as SVG in the units of the piece. */
import { computed, useId } from 'vue';
import type { FinishedPart } from '../../engine';

const props = defineProps<{ parts: readonly FinishedPart[]; testId?: string }>();
const id = useId();

const drawn = computed(() =>
  props.parts.map((part, index) => ({
    ...part,
    name: `${id}-${index}`,
    fill: part.ink.kind === 'solid' ? part.ink.colour : `url(#${id}-${index})`,
  })),
);

/** From the middle outwards and the same inwards, for the two linear gradients that stand for one in squares. */
const bothWays = (stops: readonly { readonly at: number; readonly colour: string }[]) => [
  ...stops.map(({ at, colour }) => ({ at: 0.5 - at / 2, colour })).reverse(),
  ...stops.map(({ at, colour }) => ({ at: 0.5 + at / 2, colour })),
];

interface Turned {
  readonly turn: number;
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}
const rotation = ({ turn, box }: Turned): string | undefined =>
  turn === 0
    ? undefined
    : `rotate(${(turn * 180) / Math.PI} ${box.x + box.width / 2} ${box.y + box.height / 2})`;
const pictureTransform = (ink: Turned & { readonly mirrored: boolean }): string | undefined =>
  [rotation(ink), ink.mirrored ? 'scale(-1 1)' : undefined].filter(Boolean).join(' ') || undefined;
</script>

<template>
  <g>
    <template v-for="(part, index) in drawn" :key="index">
      <template v-if="part.ink.kind === 'linear'">
        <linearGradient
          :id="part.name"
          gradientUnits="userSpaceOnUse"
          :x1="part.ink.from.x"
          :y1="part.ink.from.y"
          :x2="part.ink.to.x"
          :y2="part.ink.to.y"
        >
          <stop v-for="(stop, at) in part.ink.stops" :key="at" :offset="stop.at" :stop-color="stop.colour" />
        </linearGradient>
      </template>
      <radialGradient
        v-else-if="part.ink.kind === 'radial'"
        :id="part.name"
        gradientUnits="userSpaceOnUse"
        :cx="part.ink.centre.x"
        :cy="part.ink.centre.y"
        :r="part.ink.radius"
      >
        <stop v-for="(stop, at) in part.ink.stops" :key="at" :offset="stop.at" :stop-color="stop.colour" />
      </radialGradient>
      <template v-else-if="part.ink.kind === 'square'">
        <linearGradient
          :id="part.name"
          gradientUnits="userSpaceOnUse"
          :x1="part.ink.box.x"
          :y1="0"
          :x2="part.ink.box.x + part.ink.box.width"
          :y2="0"
          :gradientTransform="rotation(part.ink)"
        >
          <stop
            v-for="(stop, at) in bothWays(part.ink.stops)"
            :key="at"
            :offset="stop.at"
            :stop-color="stop.colour"
          />
        </linearGradient>
        <linearGradient
          :id="`${part.name}-down`"
          gradientUnits="userSpaceOnUse"
          :x1="0"
          :y1="part.ink.box.y"
          :x2="0"
          :y2="part.ink.box.y + part.ink.box.height"
          :gradientTransform="rotation(part.ink)"
        >
          <stop
            v-for="(stop, at) in bothWays(part.ink.stops)"
            :key="at"
            :offset="stop.at"
            :stop-color="stop.colour"
          />
        </linearGradient>
        <clipPath :id="`${part.name}-clip`">
          <path
            :transform="`${rotation(part.ink) ?? ''} translate(${part.ink.box.x + part.ink.box.width / 2} ${part.ink.box.y + part.ink.box.height / 2}) scale(${part.ink.box.width * 20} ${part.ink.box.height * 20})`"
            d="M0 0L-1 -1L1 -1ZM0 0L1 1L-1 1Z"
          />
        </clipPath>
      </template>
      <clipPath v-else-if="part.ink.kind === 'picture'" :id="part.name"><path :d="part.path" /></clipPath>

      <g v-if="part.ink.kind === 'picture'" :clip-path="`url(#${part.name})`">
        <image
          :x="part.ink.mirrored ? -part.ink.box.x - part.ink.box.width : part.ink.box.x"
          :y="part.ink.box.y"
          :width="part.ink.box.width"
          :height="part.ink.box.height"
          :opacity="part.ink.opacity"
          :transform="pictureTransform(part.ink)"
          preserveAspectRatio="none"
          :href="part.pictureUrl ?? ''"
        />
      </g>
      <path v-else :d="part.path" :fill="part.fill" :data-test="index === 0 ? testId : undefined" />
      <path
        v-if="part.ink.kind === 'square'"
        :d="part.path"
        :fill="`url(#${part.name}-down)`"
        :clip-path="`url(#${part.name}-clip)`"
      />
    </template>
  </g>
</template>
