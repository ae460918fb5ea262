<script setup lang="ts">
/** How near the piece is looked at: all of it, as large as it is, or anything between. */
import { Minus, Plus } from '@lucide/vue';
import { ref } from 'vue';
import { cardId1 } from '../../../core/piece';
import AppDialog from '../../shared/AppDialog.vue';
import { usePreferences } from '../../stores/preferences';
import { useStage } from '../../stores/stage';
import { nominalPxPerMm } from './stageScale';

const stage = useStage();
const preferences = usePreferences();
const asks = ref(false);
const cardPx = ref(preferences.cardPx ?? nominalPxPerMm * cardId1.widthMm);

function trueSize(): void {
  stage.zoom = 'true';
  stage.pan = { x: 0, y: 0 };
  if (preferences.cardPx === null) asks.value = true;
}

function keep(): void {
  preferences.cardPx = cardPx.value;
  asks.value = false;
}
</script>

<template>
  <div class="zoom" role="group" aria-label="Size on the screen">
    <button type="button" title="Zoom out (−)" aria-label="Zoom out" @click="stage.zoomBy(0.8)">
      <Minus />
    </button>
    <button
      type="button"
      :aria-pressed="stage.zoom === 'fit'"
      title="All of the piece (0)"
      @click="stage.resetView()"
    >
      Whole
    </button>
    <button
      type="button"
      :aria-pressed="stage.zoom === 'true'"
      title="As large on the screen as it will be (M)"
      @click="trueSize"
    >
      True size
    </button>
    <button v-if="stage.zoom === 'true'" type="button" @click="asks = true">Calibrate…</button>
    <button type="button" title="Zoom in (+)" aria-label="Zoom in" @click="stage.zoomBy(1.25)">
      <Plus />
    </button>
  </div>
  <!-- The stage keeps to itself what lies in it; the dialog is about the screen. -->
  <AppDialog v-model="asks" title="How large is your screen?" width="620px" append-to-body>
    <p>
      Hold a bank card against the screen and drag until the drawing is as wide as the card: 85.60 mm (ISO/IEC
      7810, ID-1). From then on “True size” is what you will hold in your hand.
    </p>
    <div
      class="card"
      data-test="card"
      :style="{
        width: `${cardPx}px`,
        height: `${(cardPx * cardId1.heightMm) / cardId1.widthMm}px`,
        borderRadius: `${(cardPx * cardId1.cornerMm) / cardId1.widthMm}px`,
      }"
    >
      <span class="measure">85.60 × 53.98 mm</span>
    </div>
    <input
      v-model.number="cardPx"
      type="range"
      min="180"
      max="560"
      step="0.5"
      aria-label="Width of the card on the screen"
    />
    <div class="foot">
      <span class="measure">{{ (cardPx / cardId1.widthMm).toFixed(3) }} px/mm</span>
      <button type="button" class="action main" @click="keep">Keep</button>
    </div>
  </AppDialog>
</template>

<style scoped>
.zoom {
  position: absolute;
  z-index: 1;
  right: 16px;
  bottom: 10px;
  display: flex;
  align-items: stretch;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--paper-raised);
}

/* Two fingers or the keys do it there. */
@container stage (max-width: 560px) {
  .zoom {
    display: none;
  }
}

.zoom button {
  padding: 4px 9px 5px;
  border: 0;
  background: none;
  font-size: var(--text-note);
  font-weight: 600;
  cursor: pointer;
}

.zoom button + button {
  border-left: 1px solid var(--rule);
}

.zoom button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper-raised);
}

.zoom svg {
  display: block;
  width: 13px;
  height: 13px;
}

.card {
  display: grid;
  place-items: center;
  max-width: 100%;
  margin: 16px auto;
  border: 1.5px solid var(--ink);
  background: var(--accent-pale);
}

input {
  width: 100%;
  accent-color: var(--accent);
}

.foot {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin-top: 12px;
}
</style>
