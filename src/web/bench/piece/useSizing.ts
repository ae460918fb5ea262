/** The size of the piece as it is typed or chosen; a code in its middle whose width nobody chose goes along. */
import { computed, type ComputedRef } from 'vue';
import type { Job } from '../../../core/job';
import { roundDownTo } from '../../../core/numbers';
import type { PressView } from '../../../engine';
import { useBench } from '../../stores/bench';
import { sizedPiece } from './outlineChoices';

export interface Sizing {
  readonly widthStepMm: ComputedRef<number>;
  readonly setSize: (change: { widthMm?: number; heightMm?: number }, key: string) => void;
}

export function useSizing(view: () => PressView): Sizing {
  const bench = useBench();
  /** Widths that the machine can make are multiples of it. */
  const widthStepMm = computed(
    () => view().made?.fitRanges.find(({ stepMm }) => stepMm !== null)?.stepMm ?? 0.1,
  );
  /** While a size is typed, the share is that from before the first digit. */
  let last: { readonly job: Job; readonly share: number } | null = null;

  function setSize(change: { widthMm?: number; heightMm?: number }, key: string): void {
    const job = bench.document;
    if (job === null) return;
    const { piece } = job;
    const sized = sizedPiece(piece, change);
    const shorter = (widthMm: number, heightMm: number): number => Math.min(widthMm, heightMm);
    const [code] = job.codes;
    if (!goesAlong(job) || !bench.freeSizes.code || code === undefined) {
      bench.editPiece(sized, key);
      return;
    }
    const share =
      last !== null && last.job === job
        ? last.share
        : code.placement.widthMm / shorter(piece.widthMm, piece.heightMm);
    const room = share * shorter(sized.widthMm ?? piece.widthMm, sized.heightMm ?? piece.heightMm);
    const widthMm = Math.max(widthStepMm.value, roundDownTo(room, widthStepMm.value));
    bench.sizeChosen();
    const placement = { ...code.placement, widthMm };
    bench.edit({ ...job, piece: { ...piece, ...sized }, codes: [{ ...code, placement }] }, key);
    last = bench.document === null ? null : { job: bench.document, share };
  }
  return { setSize, widthStepMm };
}

/** One code in the middle and nothing beside it. */
const goesAlong = ({ codes, piece }: Job): boolean =>
  codes.length === 1 &&
  piece.items.length === 0 &&
  codes[0]!.placement.xMm === 'middle' &&
  codes[0]!.placement.yMm === 'middle';
