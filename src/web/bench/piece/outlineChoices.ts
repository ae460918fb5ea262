/** Outlines to choose from, what each begins with, and sizes that keep its proportion. */
import {
  clockwise,
  outlineOf,
  plainPiece,
  roundCorners,
  type OutlineKind,
  type OutlineSettings,
  type PieceSettings,
} from '../../../core/piece';
import { shiftMmOf } from '../../../core/check';
import { boundsOf } from '../../../core/geometry';
import type { PairValues } from '../../../core/plan';
import { pathData } from '../../../core/output';

export const outlineNames: Readonly<Record<OutlineKind, string>> = {
  rectangle: 'Rectangle',
  circle: 'Circle',
  ellipse: 'Ellipse',
  arch: 'Arch',
  tag: 'Tag',
  ticket: 'Ticket',
  shield: 'Shield',
  burgee: 'Burgee',
  hull: 'Hull',
  drawn: 'From a file',
  contour: 'Contour',
};

/** Kinds that need nothing from outside. */
export const offeredKinds = [
  'rectangle',
  'circle',
  'ellipse',
  'arch',
  'tag',
  'ticket',
  'shield',
  'burgee',
  'hull',
  'contour',
] as const satisfies readonly OutlineKind[];

/** What choosing an outline sets: the border of a contour goes on beyond the cut as far as the cut may be off. */
export function outlineChange(
  kind: (typeof offeredKinds)[number],
  piece: PieceSettings,
  pair: PairValues,
): Partial<PieceSettings> {
  const outline = newOutline(kind, piece);
  if (kind === 'contour') return { outline, bleedMm: Math.max(piece.bleedMm, shiftMmOf(pair)) };
  return kind === 'circle'
    ? { outline, ...sizedPiece({ ...piece, outline }, { widthMm: piece.widthMm }) }
    : { outline };
}

/** Settings to begin with on a piece of a size. */
export function newOutline(
  kind: (typeof offeredKinds)[number],
  { widthMm, heightMm }: PieceSettings,
): OutlineSettings {
  const short = Math.min(widthMm, heightMm);
  const share = (part: number): number => Number((short * part).toFixed(1));
  switch (kind) {
    case 'rectangle':
      return { kind, corners: roundCorners(Math.min(3, share(0.1))) };
    case 'tag':
      return { kind, cutMm: share(0.22), holeMm: Math.min(6, share(0.12)), holeFromTopMm: share(0.14) };
    case 'ticket':
      return { kind, notchMm: share(0.1) };
    case 'burgee':
      return { kind, notchMm: Number((widthMm * 0.15).toFixed(1)) };
    case 'contour':
      return { kind, paddingMm: 1, borderMm: 3, corner: 'round', colour: '#175e54' };
    case 'circle':
    case 'ellipse':
    case 'arch':
    case 'shield':
    case 'hull':
      return { kind };
  }
}

/** Changes of size that keep circles round and drawings in proportion. */
export function sizedPiece(
  { outline, widthMm, heightMm, offset }: PieceSettings,
  change: { readonly widthMm?: number; readonly heightMm?: number },
): { widthMm?: number; heightMm?: number } {
  const limited = (mm: number): number => Number(Math.min(5000, Math.max(1, mm)).toFixed(3));
  if (outline.kind === 'circle') {
    const side = change.widthMm ?? change.heightMm ?? widthMm;
    return { widthMm: side, heightMm: side };
  }
  if (outline.kind === 'drawn') {
    const { width, height } = boundsOf([clockwise(outline.contours[0]!)])!;
    const grown = 2 * offset.mm;
    if (change.widthMm !== undefined)
      return {
        widthMm: change.widthMm,
        heightMm: limited(((change.widthMm - grown) * height) / width + grown),
      };
    const newHeight = change.heightMm ?? heightMm;
    return { heightMm: newHeight, widthMm: limited(((newHeight - grown) * width) / height + grown) };
  }
  return change;
}

/** A small picture of an outline, 30 by 22. */
export function outlineIcon(kind: (typeof offeredKinds)[number]): string {
  const piece = plainPiece(30, 22, 5);
  const outline = newOutline(kind, piece);
  if (kind === 'contour') return 'M7 2C12 -1 18 -1 23 2C30 5 31 16 25 20C18 23 12 23 5 20C-1 16 0 5 7 2Z';
  const upright = ['arch', 'tag', 'shield', 'hull'].includes(kind);
  const sized = upright ? { ...piece, widthMm: 18, heightMm: 22 } : piece;
  const shape = kind === 'tag' ? ({ kind, cutMm: 5, holeMm: 3, holeFromTopMm: 4 } as const) : outline;
  const { edge, openings } = outlineOf({
    ...sized,
    outline: kind === 'ticket' ? { kind, notchMm: 4 } : kind === 'burgee' ? { kind, notchMm: 7 } : shape,
  });
  return pathData([edge, ...openings]);
}
