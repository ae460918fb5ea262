/** What pictures are made of: the marks that a machine is told to make, or the finished piece as it is seen. */
import type { Region } from '../geometry';
import { isLine, type Ink, type OperationSheet } from '../plan';

/** An area in one ink, the lowest first. */
export interface Painted {
  readonly area: Region;
  readonly ink: Ink;
}

export interface FinishedPicture {
  /** The bare piece, holes left out. */
  readonly ground: Region;
  /** As they come out: as wide as they are meant to be, in the colours that they have then. */
  readonly marks: readonly Painted[];
}

const markingKinds = new Set(['print', 'mark', 'raise', 'sink', 'kiss', 'open']);

/** All that is marked, filled or followed. */
export const markedArea = ({ operations }: OperationSheet): Region =>
  operations.flatMap((operation) =>
    !markingKinds.has(operation.kind) ? [] : isLine(operation) ? operation.lines : operation.area,
  );
