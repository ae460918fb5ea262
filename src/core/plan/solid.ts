/** A body of two colours: how it carries its marks, and at which heights. */
import { z } from '../schema';
import { slack } from '../numbers';
import type { Heights } from './operation';
import type { Machine } from './pair';

export const solidForms = ['relief', 'recess', 'inlay'] as const;

export const solidSchema = z.strictObject({
  /** Marks stand on the base, lie sunk in it, or fill what is left free in it, flush. */
  form: z.enum(solidForms),
  /** Of the base, under the marks or with them. */
  baseMm: z.number().min(0.2).max(100),
  /** Height or depth of the marks. */
  markMm: z.number().min(0.05).max(20),
  /** Printed with the marks on the bed. */
  faceDown: z.boolean(),
});
export type SolidSettings = Readonly<z.infer<typeof solidSchema>>;

export const plainSolid: SolidSettings = { form: 'relief', baseMm: 2, markMm: 0.6, faceDown: false };

/** What is built, counted from the bed. */
export interface Body {
  readonly base: Heights;
  readonly marks: Heights;
  /** Layers of the marks; broken where a height is no whole number of layers. */
  readonly markLayers: number;
  readonly baseLayers: number;
  /** The layers at which the colour is changed, counted from 1; none where both colours lie in one layer. */
  readonly changesAt: readonly number[];
}

/** Null for machines that build nothing up. */
export function bodyOf({ layerMm, firstLayerMm }: Machine, solid: SolidSettings): Body | null {
  if (layerMm === null) return null;
  const first = firstLayerMm ?? layerMm;
  const { form, baseMm, markMm, faceDown } = solid;
  const layersTo = (heightMm: number): number => 1 + (heightMm - first) / layerMm;
  // A relief stands on the base; sunk and filled marks lie in its last layers.
  const totalMm = form === 'relief' ? baseMm + markMm : baseMm;
  const [markFrom, markTo] = faceDown ? [0, markMm] : [totalMm - markMm, totalMm];
  const base = form === 'relief' ? (faceDown ? [markMm, totalMm] : [0, baseMm]) : [0, baseMm];
  const change = faceDown ? markTo : markFrom;
  const changeLayer = Math.round(layersTo(change)) + 1;
  return {
    base: { fromMm: base[0]!, toMm: base[1]! },
    marks: { fromMm: markFrom, toMm: markTo },
    // Whatever lies on the bed has the first layer in it.
    markLayers: markFrom < slack ? layersTo(markMm) : markMm / layerMm,
    baseLayers: base[0]! < slack ? layersTo(baseMm) : baseMm / layerMm,
    changesAt: form === 'inlay' ? [] : [changeLayer],
  };
}

/** The nearest height of whole layers, not under so many. */
export function wholeLayersMm(
  { layerMm, firstLayerMm }: Machine,
  heightMm: number,
  onBed: boolean,
  leastLayers: number,
): number {
  if (layerMm === null) return heightMm;
  const first = onBed ? (firstLayerMm ?? layerMm) : layerMm;
  const layers = Math.max(leastLayers, 1 + Math.round((heightMm - first) / layerMm));
  return Number((first + (layers - 1) * layerMm).toFixed(4));
}
