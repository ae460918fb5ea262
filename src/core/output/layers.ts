/** Names, colours and tints by which machines and programs tell operations apart; the same in every format. */
import type { OperationKind, OperationSheet } from '../plan';

export interface LayerLook {
  /** What a layer is called: letters, digits and hyphens only, as R12 of DXF asks for. */
  readonly name: string;
  /** Of lines on screen (common practice, no source: red is cut, blue is scored). */
  readonly lineColour: string;
  /** The same in the numbered colours of DXF. */
  readonly dxfColour: number;
  /** Stands for the spot colour where it is not known: cyan, magenta, yellow and black in hundredths. */
  readonly tint: readonly [number, number, number, number];
}

const black = [0, 0, 0, 100] as const;

export const layerLooks: Readonly<Record<OperationKind, LayerLook>> = {
  print: { name: 'PRINT', lineColour: '#000000', dxfColour: 7, tint: black },
  mark: { name: 'MARK', lineColour: '#000000', dxfColour: 7, tint: black },
  base: { name: 'BASE', lineColour: '#808080', dxfColour: 8, tint: [0, 0, 0, 50] },
  raise: { name: 'RAISE', lineColour: '#000000', dxfColour: 7, tint: black },
  sink: { name: 'SINK', lineColour: '#000000', dxfColour: 7, tint: black },
  score: { name: 'SCORE', lineColour: '#0000ff', dxfColour: 5, tint: [100, 100, 0, 0] },
  kiss: { name: 'KISS-CUT', lineColour: '#ff00ff', dxfColour: 6, tint: [0, 100, 0, 0] },
  open: { name: 'CUT-OPENINGS', lineColour: '#ff0000', dxfColour: 1, tint: [0, 100, 100, 0] },
  cut: { name: 'CUT', lineColour: '#ff0000', dxfColour: 1, tint: [0, 100, 100, 0] },
};

/** Thin enough for every driver to take it as a line, in millimetres. */
export const hairlineMm = 0.02;

/** A name for each operation: that of its kind, numbered from the second of its kind on. */
export function layerNames({ operations }: OperationSheet): readonly string[] {
  const counts = new Map<OperationKind, number>();
  return operations.map(({ kind }) => {
    const count = (counts.get(kind) ?? 0) + 1;
    counts.set(kind, count);
    const { name } = layerLooks[kind];
    return count === 1 ? name : `${name}-${count}`;
  });
}
