<script setup lang="ts">
/** A size by what the piece is for, of paper, of stock, or of one's own; with it comes where such a piece is read from. */
import { computed, onMounted, ref } from 'vue';
import { roundCorners, stockSizes, type StockSize } from '../../../core/piece';
import { usualSizes } from '../../../content';
import { useEngine } from '../../shared/engine';
import { followUp } from '../followUp';
import PickList from '../../shared/PickList.vue';
import { distanceText, lengthNumber } from '../../shared/units';
import { useBench } from '../../stores/bench';
import { usePieceShelf } from '../../stores/pieceShelf';
import { usePreferences } from '../../stores/preferences';
import { useProfiles } from '../../stores/profiles';
import { useJobAtHand } from '../jobAtHand';

const { job } = useJobAtHand();
const bench = useBench();
const preferences = usePreferences();
const shelf = usePieceShelf();
const profiles = useProfiles();
onMounted(() => void shelf.load());

const groupNames: Readonly<Record<StockSize['group'], string>> = {
  own: 'Your own',
  use: 'By use',
  label: 'Labels',
  plate: 'Plates',
  card: 'Cards',
  paper: 'Paper',
};
const groups = Object.keys(groupNames) as StockSize['group'][];
const sizes = computed((): readonly StockSize[] => [...shelf.ownSizes, ...stockSizes]);
const isOf = ({ widthMm, heightMm }: StockSize): boolean =>
  widthMm === job.value.piece.widthMm && heightMm === job.value.piece.heightMm;
/** Several uses may have one size. */
const taken = ref('');
const chosen = computed(() => {
  const fitting = sizes.value.filter(isOf);
  return (fitting.find(({ id }) => id === taken.value) ?? fitting[0])?.id ?? '';
});
function labelOf({ name, widthMm, heightMm, distanceM }: StockSize): string {
  const { unit } = preferences;
  const size = `${lengthNumber(widthMm, unit)} × ${lengthNumber(heightMm, unit)} ${unit}`;
  return distanceM === null
    ? `${name} (${size})`
    : `${name} (${size}, from ${distanceText(distanceM, unit)})`;
}
/** Lies first; a size is offered once. */
const usual = computed(() => usualSizes(job.value.making.pair));
const usualHere = computed(() => `Usual for ${job.value.making.pair.material.name.toLowerCase()}`);
const choices = computed(() => [
  { value: '', label: 'another size' },
  ...usual.value.map((size) => ({ value: size.id, label: labelOf(size), group: usualHere.value })),
  ...groups.flatMap((group) =>
    sizes.value
      .filter((size) => size.group === group && !usual.value.includes(size))
      .map((size) => ({ value: size.id, label: labelOf(size), group: groupNames[group] })),
  ),
]);

/** A size that is for something brings its distance, a code that suits it, and a machine that takes it. */
async function choose(id: string): Promise<void> {
  const size = sizes.value.find((entry) => entry.id === id);
  if (size === undefined) return;
  taken.value = id;
  const sized = job.value;
  const { widthMm, heightMm, cornerMm, distanceM } = size;
  const outline =
    sized.piece.outline.kind === 'rectangle'
      ? { kind: 'rectangle' as const, corners: roundCorners(cornerMm) }
      : sized.piece.outline;
  bench.sizeChosen();
  const problems = bench.edit(
    {
      ...sized,
      piece: { ...sized.piece, outline, widthMm, heightMm },
      reading: distanceM === null ? sized.reading : { ...sized.reading, distanceM },
    },
    'stock',
  );
  const codeId = bench.code?.id;
  if (problems.length > 0 || codeId === undefined) return;
  await followUp('stock', async (placed) => {
    await profiles.load();
    const isCodeFree = bench.freeSizes.code && placed.codes.length === 1 && placed.piece.items.length === 0;
    return useEngine().desk.suit(placed, codeId, profiles.plainPairs(), isCodeFree);
  });
}
</script>

<template>
  <PickList
    label="Stock size"
    :choices="choices"
    :model-value="chosen"
    @update:model-value="void choose($event)"
  />
</template>
