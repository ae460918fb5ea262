<script setup lang="ts">
/** The stage: the piece at true proportion, in one of its views. */
import { Ruler } from '@lucide/vue';
import { computed } from 'vue';
import { onlyAwaits } from '../../../core/finding';
import type { PressView } from '../../../engine';
import { useWording } from '../../shared/useWording';
import { useBench } from '../../stores/bench';
import { useStage } from '../../stores/stage';
import StageAround from './StageAround.vue';
import StageBegin from './StageBegin.vue';
import StageCamera from './StageCamera.vue';
import StageDrawing from './StageDrawing.vue';
import StageStand from './StageStand.vue';
import StageZoom from './StageZoom.vue';
import { stageViews, type StageView } from './stageViews';
import type { Things } from '../useThings';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView; things: Things; hasHandles: boolean }>();
const { job, code } = useJobAtHand();
const bench = useBench();
const stage = useStage();
const viewName = defineModel<StageView>('viewName', { required: true });
const { words } = useWording();

const shownViews = computed(() =>
  stageViews.filter(
    ({ id }) =>
      (id !== 'stand' || Boolean(props.view.made?.stand)) &&
      (id !== 'around' || job.value.piece.bend !== null),
  ),
);

/** Digits from 6 on show the views. */
const hintOf = (entry: (typeof stageViews)[number]): string => {
  const key = stageViews.indexOf(entry) + 6;
  return key > 9 ? entry.hint : `${entry.hint} (${key})`;
};

defineEmits<{ go: [station: 'message' | 'piece'] }>();
const whyEmpty = computed(() => {
  const stop = props.view.findings.find(({ severity }) => severity === 'stop');
  return stop ? words(stop.text) : '';
});
</script>

<template>
  <section class="panel" aria-label="Stage">
    <StageBegin
      v-if="view.blank !== null && onlyAwaits(view.findings)"
      :view="view"
      @go="$emit('go', $event)"
    />
    <div v-else-if="view.made === null" class="empty">
      <p>{{ whyEmpty }}</p>
    </div>
    <StageCamera v-else-if="viewName === 'camera'" />
    <StageAround v-else-if="viewName === 'around' && job.piece.bend" />
    <StageStand v-else-if="viewName === 'stand' && view.made.stand" :view="view" :stand="view.made.stand" />
    <template v-else>
      <StageDrawing
        :view="view"
        :made="view.made"
        :shows="viewName === 'marks' ? 'marks' : 'finished'"
        :things="things"
        :has-handles="hasHandles"
      />
      <StageZoom class="zoom" />
    </template>
    <div v-if="view.made !== null" class="foot">
      <div class="views" role="group" aria-label="View of the stage">
        <button
          v-for="entry in shownViews"
          :key="entry.id"
          type="button"
          :aria-pressed="viewName === entry.id"
          :title="hintOf(entry)"
          @click="viewName = entry.id"
        >
          {{ entry.name }}
        </button>
      </div>
      <button
        v-if="viewName === 'finished' || viewName === 'marks'"
        type="button"
        class="notes"
        :aria-pressed="stage.showsNotes"
        aria-label="Dimensions and marks"
        title="Dimensions and marks around the piece (H)"
        @click="stage.showsNotes = !stage.showsNotes"
      >
        <Ruler :size="15" aria-hidden="true" />
      </button>
      <div v-if="job.codes.length > 1" class="codes" role="group" aria-label="Code at hand">
        <button
          v-for="(own, index) in job.codes"
          :key="own.id"
          type="button"
          :aria-pressed="own.id === code.id"
          @click="bench.chosenCode = own.id"
        >
          Code {{ index + 1 }}
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.panel {
  container: stage / inline-size;
  position: relative;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  background: var(--bench);
}

.empty {
  display: grid;
  place-content: center;
  height: 100%;
  padding: 0 20%;
  font-size: var(--text-title);
  text-align: center;
}

.foot {
  position: absolute;
  z-index: 1;
  bottom: 10px;
  left: 16px;
  display: flex;
  gap: 10px;
}

.notes,
.views,
.codes {
  display: flex;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--paper-raised);
}

.views button,
.codes button {
  padding: 4px 12px 5px;
  border: 0;
  background: none;
  font-size: var(--text-note);
  font-weight: 600;
  cursor: pointer;
}

.notes {
  align-items: center;
  padding: 0 8px;
  cursor: pointer;
}

.notes[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper-raised);
}

.views button + button,
.codes button + button {
  border-left: 1px solid var(--rule);
}

.views button[aria-pressed='true'],
.codes button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper-raised);
}
</style>
