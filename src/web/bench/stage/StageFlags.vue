<script setup lang="ts">
/** Beside the piece: a flag for each thing with something wrong, with a line to it. */
import { computed } from 'vue';
import type { Finding } from '../../../core/finding';
import StateShape from '../../shared/StateShape.vue';
import { useWording } from '../../shared/useWording';
import { stageFlags, type FlaggedPlace } from './stageFlags';

const props = defineProps<{
  findings: readonly Finding[];
  places: readonly FlaggedPlace[];
  /** Where they stand, and from which height on there is room. */
  x: number;
  fromY: number;
  /** Of the stage. */
  width: number;
}>();
const { titleOf } = useWording();
const flags = computed(() => stageFlags(props.findings, props.places, props.fromY));
const charPx = 6.4;
const labelOf = ({ findings }: { readonly findings: readonly Finding[] }): string => {
  const first = titleOf(findings[0]!);
  const text = findings.length > 1 ? `${first}, ${findings.length - 1} more` : first;
  const room = Math.floor((props.width - props.x - 24) / charPx);
  return text.length <= room ? text : room < 4 ? '' : `${text.slice(0, room - 1)}…`;
};
</script>

<template>
  <g class="flags" data-test="stage-flags">
    <g v-for="flag in flags" :key="flag.id" :class="flag.severity" :data-severity="flag.severity">
      <title>{{ flag.findings.map(titleOf).join(', ') }}</title>
      <path :d="`M${flag.toX} ${flag.toY}L${x - 4} ${flag.y}`" />
      <StateShape :state="flag.severity" :x="x" :y="flag.y - 6" width="12" height="12" />
      <text :x="x + 17" :y="flag.y + 4">{{ labelOf(flag) }}</text>
    </g>
  </g>
</template>

<style scoped>
path {
  fill: none;
  stroke: var(--caution-ink);
  stroke-dasharray: 1 2.5;
  pointer-events: none;
}

.stop path {
  stroke: var(--stop);
}

text {
  fill: var(--ink);
  font-size: var(--text-small);
  font-weight: 600;
}
</style>
