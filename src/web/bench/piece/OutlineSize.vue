<script setup lang="ts">
/** Width and height, typed or from the stock; sizes of one's own are kept with it. */
import { computed, onMounted, ref } from 'vue';
import { stockSizes, type OutlineSettings, type PieceSettings, type StockSize } from '../../../core/piece';
import MeasureInput from '../../shared/MeasureInput.vue';
import { lengthText } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePieceShelf } from '../../stores/pieceShelf';
import { usePreferences } from '../../stores/preferences';
import { sizedPiece } from './outlineChoices';

const props = defineProps<{ piece: PieceSettings }>();
const bench = useBench();
const preferences = usePreferences();
const shelf = usePieceShelf();
onMounted(() => void shelf.load());
const piece = computed(() => props.piece);
const outline = computed(() => props.piece.outline);

const sizes = computed((): readonly StockSize[] => [...shelf.ownSizes, ...stockSizes]);
const chosenSize = computed(
  () =>
    sizes.value.find(
      ({ widthMm, heightMm }) => widthMm === piece.value.widthMm && heightMm === piece.value.heightMm,
    )?.id ?? '',
);
function takeSize(id: string): void {
  const size = sizes.value.find((entry) => entry.id === id);
  if (size === undefined) return;
  const corner = size.cornerMm;
  const rounded =
    outline.value.kind === 'rectangle'
      ? {
          outline: {
            kind: 'rectangle' as const,
            corners: outline.value.corners.map(() => ({
              shape: corner === 0 ? ('square' as const) : ('round' as const),
              mm: corner,
            })) as unknown as Extract<OutlineSettings, { kind: 'rectangle' }>['corners'],
          },
        }
      : {};
  bench.editPiece({ ...rounded, widthMm: size.widthMm, heightMm: size.heightMm }, 'stock');
}
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
      @change="bench.editPiece(sizedPiece(piece, { widthMm: $event }), 'width')"
    />
    <MeasureInput
      label="Height"
      :mm="piece.heightMm"
      :min-mm="1"
      :max-mm="5000"
      @change="bench.editPiece(sizedPiece(piece, { heightMm: $event }), 'height')"
    />
    <label class="stock">
      <span>Stock size</span>
      <select
        :value="chosenSize"
        aria-label="Stock size"
        @change="takeSize(($event.target as HTMLSelectElement).value)"
      >
        <option value="">another size</option>
        <option v-for="size in sizes" :key="size.id" :value="size.id">
          {{ size.name }} ({{ lengthText(size.widthMm, preferences.unit) }} ×
          {{ lengthText(size.heightMm, preferences.unit) }})
        </option>
      </select>
    </label>
    <div class="buttons">
      <button type="button" class="action" @click="turnSize">Turn it round</button>
      <button
        v-if="shelf.ownSizes.some(({ id }) => id === chosenSize)"
        type="button"
        class="action"
        @click="shelf.removeSize(chosenSize)"
      >
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

select {
  min-width: 0;
  padding: 4px 6px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: #fff;
  font-size: 12.5px;
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
