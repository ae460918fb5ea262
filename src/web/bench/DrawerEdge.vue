<script setup lang="ts">
/** The upper edge of the drawer: dragged, or moved by the arrow keys, it makes the drawer higher or lower, and it stays. */
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { followPointer } from '../shared/followPointer';
import { leastDrawerPx, usePreferences } from '../stores/preferences';

const preferences = usePreferences();
const edge = useTemplateRef<HTMLElement>('edge');
const { height: windowPx } = useElementSize(document.documentElement);
/** What places, route, stage and fit bar need above. */
const abovePx = 280;
/** As the bench lays it out. */
const usualPx = computed(() => Math.max(340, Math.round(windowPx.value * 0.42)));
const mostPx = computed(() => Math.max(windowPx.value - abovePx, leastDrawerPx));
const shownPx = (): number => edge.value?.parentElement?.querySelector('.drawer')?.clientHeight ?? 0;

const setHeight = (px: number): void => {
  preferences.drawerPx = Math.round(Math.min(Math.max(px, leastDrawerPx), mostPx.value));
};

function drag(event: PointerEvent): void {
  if (event.button !== 0) return;
  const [start, from] = [event.clientY, shownPx()];
  followPointer(event, ({ clientY }) => setHeight(from + start - clientY));
}

function onKey(event: KeyboardEvent): void {
  const direction = { ArrowUp: 1, ArrowDown: -1 }[event.key];
  if (direction === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  setHeight(shownPx() + direction * (event.shiftKey ? 80 : 16));
}
</script>

<template>
  <div
    ref="edge"
    class="edge"
    role="separator"
    tabindex="0"
    aria-orientation="horizontal"
    aria-label="Height of the drawer"
    :aria-valuenow="preferences.drawerPx ?? usualPx"
    :aria-valuemin="leastDrawerPx"
    :aria-valuemax="mostPx"
    title="Drag for a higher drawer; double click for the usual height"
    data-test="drawer-edge"
    @pointerdown="drag"
    @dblclick="preferences.drawerPx = null"
    @keydown="onKey"
  />
</template>

<style scoped>
.edge {
  z-index: 2;
  align-self: start;
  height: 9px;
  margin-top: -4px;
  cursor: ns-resize;
  touch-action: none;
}

.edge:hover,
.edge:focus-visible {
  background: linear-gradient(transparent 3px, var(--accent) 3px 6px, transparent 6px);
  outline: none;
}
</style>
