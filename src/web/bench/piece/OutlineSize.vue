<script setup lang="ts">
/** Width and height, typed or from the stock; sizes of one's own are kept with it. */
import { computed, ref } from 'vue';
import type { PressView } from '../../../engine';
import MeasureInput from '../../shared/MeasureInput.vue';
import { useBench } from '../../stores/bench';
import { usePieceShelf } from '../../stores/pieceShelf';
import StockSizePick from './StockSizePick.vue';
import { useSizing } from './useSizing';
import { useJobAtHand } from '../jobAtHand';

const props = defineProps<{ view: PressView }>();
const { job } = useJobAtHand();
const bench = useBench();
const { setSize } = useSizing(() => props.view);
const shelf = usePieceShelf();
const piece = computed(() => job.value.piece);
const outline = computed(() => piece.value.outline);
/** The owner's own size that the piece has. */
const ownSize = computed(() =>
  shelf.ownSizes.find(
    ({ widthMm, heightMm }) => widthMm === piece.value.widthMm && heightMm === piece.value.heightMm,
  ),
);
const turnSize = (): void =>
  void bench.editPiece({ widthMm: piece.value.heightMm, heightMm: piece.value.widthMm }, 'turn-size');

const sizeName = ref('');
async function keepSize(): Promise<void> {
  const { widthMm, heightMm } = piece.value;
  const corners = outline.value.kind === 'rectangle' ? outline.value.corners[0] : null;
  const cornerMm = corners?.shape === 'round' ? corners.mm : 0;
  await shelf.addSize({
    name: sizeName.value.trim() || `${widthMm} × ${heightMm}`,
    widthMm,
    heightMm,
    cornerMm,
  });
  sizeName.value = '';
}
</script>

<template>
  <section>
    <h2 class="heading">Size</h2>
    <MeasureInput
      label="Width"
      :mm="piece.widthMm"
      :min-mm="1"
      :max-mm="5000"
      @change="setSize({ widthMm: $event }, 'width')"
    />
    <MeasureInput
      label="Height"
      :mm="piece.heightMm"
      :min-mm="1"
      :max-mm="5000"
      @change="setSize({ heightMm: $event }, 'height')"
    />
    <div class="stock">
      <span>Stock size</span>
      <StockSizePick />
    </div>
    <div class="buttons">
      <button type="button" class="action" @click="turnSize">Turn it round</button>
      <button v-if="ownSize" type="button" class="action" @click="shelf.removeSize(ownSize.id)">
        Delete this size
      </button>
    </div>
    <form class="keep" @submit.prevent="keepSize">
      <ElInput
        v-model="sizeName"
        size="small"
        maxlength="60"
        aria-label="Name of this size"
        placeholder="name of this size"
      />
      <button type="submit" class="action">Keep as stock</button>
    </form>
    <p v-if="shelf.problem" class="problem" role="alert">{{ shelf.problem }}</p>
  </section>
</template>

<style scoped src="../drawer.css"></style>
<style scoped>
section {
  border-left: 1px solid var(--rule-soft);
}

.stock {
  display: grid;
  grid-template-columns: minmax(84px, auto) minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}

.buttons {
  display: flex;
  gap: 6px;
}

.keep {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px;
  align-items: center;
}
</style>
