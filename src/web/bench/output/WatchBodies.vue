<script setup lang="ts">
/** Bodies as they are built, layer by layer, in their colours; turned by dragging or by the arrow keys. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { showBodies, type ColouredBody, type ShownBodies } from './showBodies';

const props = defineProps<{
  bodies: readonly ColouredBody[];
  layerMm: number;
  changesAt: readonly number[];
}>();
const holder = useTemplateRef<HTMLElement>('holder');
const shown = shallowRef<ShownBodies | null>(null);
const problem = ref('');

const heightMm = computed(() =>
  props.bodies.reduce((most, { triangles }) => {
    let own = most;
    for (let at = 2; at < triangles.length; at += 3) own = Math.max(own, triangles[at]!);
    return own;
  }, 0),
);
const layers = computed(() => Math.round(heightMm.value / props.layerMm));
const layer = ref(0);
const note = computed(() => {
  const change = props.changesAt.filter((at) => at <= layer.value).at(-1);
  return change === undefined ? '' : `The colour was changed at layer ${change}.`;
});

onMounted(async () => {
  layer.value = layers.value;
  try {
    shown.value = await showBodies(holder.value!, props.bodies);
    shown.value.cutAt(heightMm.value);
  } catch {
    problem.value = 'This browser shows no bodies (WebGL is off). The files are not touched by that.';
  }
});
onBeforeUnmount(() => shown.value?.end());
watch(layer, (now) => shown.value?.cutAt(now * props.layerMm));
</script>

<template>
  <div class="watch">
    <div
      ref="holder"
      class="stage"
      tabindex="0"
      role="img"
      aria-label="The bodies; arrow keys turn them"
      @keydown.left.prevent="shown?.turn(-0.15, 0)"
      @keydown.right.prevent="shown?.turn(0.15, 0)"
      @keydown.up.prevent="shown?.turn(0, -0.15)"
      @keydown.down.prevent="shown?.turn(0, 0.15)"
    ></div>
    <p v-if="problem" role="alert">{{ problem }}</p>
    <div class="bar">
      <label for="layer">Layer</label>
      <input id="layer" v-model.number="layer" type="range" min="1" :max="layers" />
      <span class="measure">{{ layer }} of {{ layers }}</span>
    </div>
    <p class="note" role="status">
      {{ bodies.map(({ name }) => name).join(' and ') }}, as they are in the file. {{ note }}
    </p>
  </div>
</template>

<style scoped src="./watch.css"></style>
<style scoped>
.stage {
  height: 420px;
  border: 1px solid var(--rule);
  background: var(--paper-raised);
}
</style>
