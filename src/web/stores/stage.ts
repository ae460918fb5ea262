/** What is held on the stage, how near it is looked at, and its guides. */
import { defineStore } from 'pinia';
import { ref, shallowRef, watch } from 'vue';
import type { SnapLine } from '../../core/piece';
import type { Condition } from '../../core/proof';
import { recall, remember } from '../shared/browserStorage';

export type PiecePage = 'basics' | 'outline' | 'holes' | 'things' | 'stand' | 'making' | 'use' | 'templates';

export interface Guide {
  readonly axis: 'x' | 'y';
  /** Millimetres from the piece's corner. */
  readonly at: number;
}

/** `fit` shows all of the piece, `true` is as large as the piece itself, a number is pixels to a millimetre. */
export type Zoom = 'fit' | 'true' | number;

export const useStage = defineStore('stage', () => {
  const piecePage = ref<PiecePage>('basics');
  /** Id of the thing on the piece that is held; null for the code at hand. */
  const selected = ref<string | null>(null);
  const zoom = ref<Zoom>('fit');
  const pan = ref({ x: 0, y: 0 });
  /** Lines that what is being moved has met. */
  const met = shallowRef<readonly SnapLine[]>([]);
  const guides = shallowRef<readonly Guide[]>([]);
  /** Dimensions, flags and what else the bench writes on and beside the piece. */
  const showsNotes = ref(true);
  /** How the camera looks at the piece; null for the way that is asked. */
  const look = shallowRef<Condition | null>(null);
  let jobId = '';

  /** Guides belong to a job and last as long as the window. */
  function openGuides(id: string): void {
    jobId = id;
    const kept = recall(sessionStorage, `binarus.guides.${id}`);
    guides.value = Array.isArray(kept) ? kept.filter(isGuide) : [];
    selected.value = null;
    look.value = null;
    resetView();
  }
  watch(guides, (value) => {
    if (jobId !== '') remember(sessionStorage, `binarus.guides.${jobId}`, value);
  });

  function resetView(): void {
    zoom.value = 'fit';
    pan.value = { x: 0, y: 0 };
  }

  /** What is shown now, for zooming on from there; the stage sets it. */
  const shownPxPerMm = ref(1);

  function zoomBy(factor: number): void {
    zoom.value = Math.min(200, Math.max(0.05, shownPxPerMm.value * factor));
  }

  function hold(id: string | null): void {
    selected.value = id;
  }

  return {
    piecePage,
    selected,
    zoom,
    pan,
    met,
    guides,
    showsNotes,
    look,
    openGuides,
    resetView,
    zoomBy,
    shownPxPerMm,
    hold,
  };
});

const isGuide = (value: unknown): value is Guide =>
  typeof value === 'object' &&
  value !== null &&
  'axis' in value &&
  'at' in value &&
  (value.axis === 'x' || value.axis === 'y') &&
  typeof value.at === 'number';
