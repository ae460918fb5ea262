<script setup lang="ts">
/** A job that could not be drawn as it stands: what is wrong, and what can be taken out of it in one click. */
import { computed } from 'vue';
import type { Change } from '../../core/finding';
import { roundCorners } from '../../core/piece';
import { useBench } from '../stores/bench';
import { useJobAtHand } from './jobAtHand';

defineProps<{ problem: string }>();
const { job } = useJobAtHand();
defineEmits<{ again: [] }>();
const bench = useBench();

interface Way {
  readonly label: string;
  readonly changes: readonly Change[];
}

/** What comes from files, and may be more than can be drawn. */
const ways = computed((): readonly Way[] => {
  const { codes, piece } = job.value;
  const logos = codes.filter(({ logo }) => logo !== null);
  const pictures = piece.items.filter(({ kind }) => kind === 'art');
  return [
    ...(piece.outline.kind === 'drawn' || piece.outline.kind === 'contour'
      ? [
          {
            label: 'Make the outline a rectangle',
            changes: [
              { on: 'piece', set: { outline: { kind: 'rectangle', corners: roundCorners(0) } } } as const,
            ],
          },
        ]
      : []),
    ...(logos.length > 0
      ? [
          {
            label: 'Remove the logo',
            changes: logos.map(({ id }) => ({ on: 'code', id, part: 'logo', set: null }) as const),
          },
        ]
      : []),
    ...(pictures.length > 0
      ? [
          {
            label: 'Remove icons and pictures',
            changes: pictures.map(({ id }) => ({ on: 'item', id, set: null }) as const),
          },
        ]
      : []),
  ];
});
</script>

<template>
  <div class="stuck" role="alert" data-test="stuck">
    <p><strong>This cannot be drawn as it stands.</strong> {{ problem }}</p>
    <p class="note">Everything you typed is kept. The next edit is drawn as usual.</p>
    <div class="ways">
      <button type="button" class="action" @click="$emit('again')">Try again</button>
      <button v-if="bench.canUndo" type="button" class="action" @click="bench.undo()">One step back</button>
      <button
        v-for="way in ways"
        :key="way.label"
        type="button"
        class="action"
        @click="bench.apply(way.changes)"
      >
        {{ way.label }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.stuck {
  display: grid;
  gap: 6px;
  padding: 10px 16px;
  border-bottom: 1px solid var(--ink);
  background: var(--stop-pale);
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
