<script setup lang="ts">
/** The distance from which the piece is to be read. */
import MeasureInput from '../shared/MeasureInput.vue';
import { useBench } from '../stores/bench';
import { useJobAtHand } from './jobAtHand';

const { job } = useJobAtHand();
const bench = useBench();

function setDistance(mm: number): void {
  bench.edit(
    { ...job.value, reading: { ...job.value.reading, distanceM: Number((mm / 1000).toFixed(4)) } },
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
