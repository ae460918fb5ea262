<script setup lang="ts">
/** The distance from which the piece is to be read. */
import type { Job } from '../../core/job';
import MeasureInput from '../shared/MeasureInput.vue';
import { useBench } from '../stores/bench';

const props = defineProps<{ job: Job }>();
const bench = useBench();

function setDistance(mm: number): void {
  bench.edit(
    { ...props.job, reading: { ...props.job.reading, distanceM: Number((mm / 1000).toFixed(4)) } },
    'distance',
  );
}
</script>

<template>
  <MeasureInput
    label="Read from"
    :mm="job.reading.distanceM * 1000"
    :min-mm="20"
    :max-mm="100000"
    :step-mm="10"
    @change="setDistance"
  />
</template>
