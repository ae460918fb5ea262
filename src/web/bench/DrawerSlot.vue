<script lang="ts">
/** Each is loaded when its station is opened first. */
const drawers = {
  message: () => import('./message'),
  style: () => import('./style'),
  piece: () => import('./piece'),
  proof: () => import('./proof'),
  output: () => import('./output'),
};
</script>

<script setup lang="ts">
/** The drawer of the station at hand. */
import { onBeforeUnmount, onMounted, shallowRef, watch, type Component } from 'vue';
import { writeMessage } from '../../core/message';
import type { PressView } from '../../engine';
import { loadedPart } from '../shared/pageVersion';
import { typedAhead } from '../shared/typedAhead';
import { useAttempt } from '../shared/useAttempt';
import { stations, type Station } from '../stations';
import type { ProofControl } from './useProof';
import type { ReadsControl } from '../shared/useQuickProof';
import type { Things } from './useThings';
import type { ToleranceControl } from './useTolerance';
import { useJobAtHand } from './jobAtHand';

const props = defineProps<{
  station: Station;
  view: PressView;
  proof: ProofControl;
  quick: ReadsControl;
  things: Things;
  tolerance: ToleranceControl;
}>();
const { job, code } = useJobAtHand();
defineEmits<{ look: [] }>();

const drawer = shallowRef<Component | null>(null);
const { problem, attempt } = useAttempt();

async function open(): Promise<void> {
  const { station } = props;
  drawer.value = null;
  // The field that is on its way gets what is typed meanwhile.
  const isNew = writeMessage(code.value.message) === '';
  if (station === 'message' && isNew) typedAhead.begin();
  await attempt(async () => {
    const loaded = await loadedPart<{ default: Component }>('This station', drawers[station]);
    if (station === props.station) drawer.value = loaded.default;
  });
  if (problem.value !== '') typedAhead.end();
}
onBeforeUnmount(() => typedAhead.end());
watch(() => props.station, open, { immediate: true });

// The others are fetched in a quiet moment, so that the bench goes on when the server does not.
onMounted(() => {
  setTimeout(() => {
    for (const station of stations) drawers[station]().catch(() => {});
  }, 1500);
});
</script>

<template>
  <section class="drawer" :aria-label="`${station} station`">
    <component
      :is="drawer"
      v-if="drawer"
      :job="job"
      :code="code"
      :view="view"
      :proof="proof"
      :quick="quick"
      :things="things"
      :tolerance="tolerance"
      @look="$emit('look')"
    />
    <div v-else-if="problem" class="missing" role="alert">
      <p>{{ problem }}</p>
      <button type="button" class="action" @click="open">Try again</button>
    </div>
  </section>
</template>

<style scoped>
.drawer {
  container: drawer / inline-size;
  overflow: hidden;
  border-top: 1px solid var(--ink);
  background: var(--paper-raised);
}

.missing {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 16px;
}
</style>
