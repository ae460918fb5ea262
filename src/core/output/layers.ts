/** Names, colours and tints by which machines and programs tell operations apart; the same in every format. */
import { isLine, type Operation, type OperationKind, type OperationSheet } from '../plan';

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

/** Kinds of operations, and the plate that is none of them. */
export type LayerKey = OperationKind | 'white';

export const layerLooks: Readonly<Record<LayerKey, LayerLook>> = {
  white: { name: 'WHITE', lineColour: '#ffffff', dxfColour: 9, tint: [0, 0, 0, 0] },
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

const keyOf = (operation: Operation): LayerKey =>
  !isLine(operation) && operation.ink.kind === 'solid' && operation.ink.plate === 'white'
    ? 'white'
    : operation.kind;

/** The key of each operation, and its number among those with the same key, from 1. */
export function layerKeys({
  operations,
}: OperationSheet): readonly { readonly key: LayerKey; readonly number: number }[] {
  const counts = new Map<LayerKey, number>();
  return operations.map((operation) => {
    const key = keyOf(operation);
    const number = (counts.get(key) ?? 0) + 1;
    counts.set(key, number);
    return { key, number };
  });
}

/** A name for each operation: that of its kind, numbered from the second of its kind on. */
export const layerNames = (sheet: OperationSheet): readonly string[] =>
  layerKeys(sheet).map(({ key, number }) => {
    const { name } = layerLooks[key];
    return number === 1 ? name : `${name}-${number}`;
  });
