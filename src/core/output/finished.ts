/** A sheet as a picture of the finished piece: the material within its edge, the marks in the colour that they come out in. */
import { uniteRegion, type Region } from '../geometry';
import { blackInk, isLine, type Ink, type OperationSheet } from '../plan';
import type { WriteSetting } from './writer';

/** An area in one ink, the lowest first. */
export interface Painted {
  readonly area: Region;
  readonly ink: Ink;
}

export interface FinishedPicture {
  /** The bare piece, holes left out. */
  readonly ground: Region;
  readonly marks: readonly Painted[];
}

const markingKinds = new Set(['print', 'mark', 'raise', 'sink', 'kiss', 'open']);

/** Black ink of machines with one kind of mark is whatever their mark looks like. */
export function finishedPicture(
  { operations }: OperationSheet,
  { markColour, pair }: Pick<WriteSetting, 'markColour' | 'pair'>,
): FinishedPicture {
  const own: Ink = { kind: 'solid', colour: markColour };
  const marks: Painted[] = [];
  let base: Region | null = null;
  const edges: Region[number][] = [];
  for (const operation of operations) {
    if (operation.kind === 'cut') edges.push(...operation.lines);
    else if (operation.kind === 'base') base = operation.area;
    else if (markingKinds.has(operation.kind)) {
      const area = isLine(operation) ? operation.lines : operation.area;
      const ink = isLine(operation) ? blackInk : operation.ink;
      const isOwn = ink.kind === 'solid' && pair.machine.inks === 'single';
      marks.push({ area, ink: isOwn ? own : ink });
    }
  }
  // What is cut within the edge is a hole.
  return { ground: base ?? uniteRegion(edges, 0.002, 'evenodd'), marks };
}
