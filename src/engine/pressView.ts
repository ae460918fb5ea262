/** What the page draws: a job that was run, as plain data and ready path strings. */
import type { FitRange } from '../core/plan';
import type { Finding, Severity } from '../core/finding';
import { drawArtwork, presets } from '../core/artwork';
import { mirrorRegion, type Box, type Region } from '../core/geometry';
import { hexadecimalOf } from '../core/message';
import { pathData } from '../core/output';
import { marksDarkModules } from '../core/plan';
import type { JobResult, Made } from '../core/runJob';
import { blockLayout, type Level, type Mode, type QrSymbol } from '../core/symbol';

export interface OperationView {
  readonly kind: string;
  readonly label: string;
  readonly path: string;
  readonly isLine: boolean;
}

export interface MadeView {
  readonly version: number;
  readonly level: Level;
  readonly mask: number;
  readonly sizeModules: number;
  readonly messageBits: number;
  readonly capacityBits: number;
  readonly correctablePerBlock: number;
  readonly blockCount: number;
  readonly segments: readonly { readonly mode: Mode; readonly count: number; readonly bits: number }[];
  readonly moduleMm: number;
  readonly code: Box;
  readonly quietZone: Box;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly outlinePath: string;
  /** What is marked, as it comes out and as it is seen. */
  readonly finishedPath: string;
  readonly operations: readonly OperationView[];
  readonly marks: string;
  readonly compensationMm: number;
  /** Area to mark as the polarity stands, and as it would be the other way, in square millimetres. */
  readonly markedAreaMm2: { readonly normal: number; readonly reversed: number };
  readonly outlineCount: number;
  readonly nodeCount: number;
  /** Nodes of the same symbol in plain squares: the fewest that its outline can have. */
  readonly plainNodeCount: number;
  readonly fitRanges: readonly FitRange[];
}

/** A corner of a symbol drawn in a shipped style, in module units. */
export interface Swatch {
  readonly id: string;
  readonly path: string;
}

/** Modules of the upper left corner that a swatch shows. */
const swatchModules = 11;

export function presetSwatches({ made }: JobResult): Swatch[] {
  if (made === null) return [];
  return presets.map(({ id, style }) => {
    const { dark } = drawArtwork(made.symbol, style);
    const near = dark.filter((contour) => contour.some(({ x, y }) => x < swatchModules && y < swatchModules));
    return { id, path: pathData(near) };
  });
}

export interface PressView {
  /** As it is shown: bytes as hexadecimal digits. */
  readonly payload: string;
  readonly payloadBytes: number;
  readonly summary: string;
  readonly notes: readonly string[];
  readonly baseColour: string;
  readonly markColour: string;
  readonly findings: readonly Finding[];
  readonly severity: Severity;
  readonly heldBackBy: readonly Finding[];
  readonly made: MadeView | null;
}

export function pressView(result: JobResult): PressView {
  const { payload, isBytes, description, pair, findings, severity, heldBackBy, made } = result;
  return {
    payload: isBytes ? hexadecimalOf(payload) : payload,
    payloadBytes: isBytes ? payload.length : new TextEncoder().encode(payload).length,
    summary: description.summary,
    notes: description.notes,
    baseColour: pair.material.baseColour,
    markColour: pair.markColour,
    findings,
    severity,
    heldBackBy,
    made: made && madeView(result, made),
  };
}

const nodesOf = (region: Region): number => region.reduce((sum, contour) => sum + contour.length, 0);

const plainNodes = new WeakMap<QrSymbol, number>();

/** Counted once a symbol: edits of the style or the piece do not change it. */
function plainNodesOf(symbol: QrSymbol): number {
  let count = plainNodes.get(symbol);
  if (count === undefined) plainNodes.set(symbol, (count = nodesOf(drawArtwork(symbol).dark)));
  return count;
}

function madeView({ pair }: JobResult, made: Made): MadeView {
  const { symbol, piece, plan, artwork, fitRanges } = made;
  const layout = blockLayout(symbol.version, symbol.level);
  const nominal = marksDarkModules(pair, plan.reversed) ? piece.dark : piece.light;
  const seenMirrored = plan.mirrored && !pair.material.transparent;
  return {
    version: symbol.version,
    level: symbol.level,
    mask: symbol.mask,
    sizeModules: symbol.size,
    messageBits: symbol.messageBits,
    capacityBits: symbol.capacityBits,
    correctablePerBlock: layout.correctablePerBlock,
    blockCount: layout.blockCount,
    segments: symbol.segments.map(({ mode, count, bits }) => ({ mode, count, bits })),
    moduleMm: piece.moduleMm,
    code: piece.code,
    quietZone: piece.quietZone,
    widthMm: piece.widthMm,
    heightMm: piece.heightMm,
    outlinePath: pathData([piece.outline]),
    finishedPath: pathData(seenMirrored ? mirrorRegion(nominal, piece.widthMm / 2) : nominal),
    operations: plan.operations.map((operation) => ({
      kind: operation.kind,
      label: operation.label,
      path: pathData(operation.kind === 'cut' ? operation.lines : operation.area),
      isLine: operation.kind === 'cut',
    })),
    marks: plan.marks,
    compensationMm: plan.compensationMm,
    markedAreaMm2: plan.markedAreaMm2,
    outlineCount: artwork.dark.length,
    nodeCount: nodesOf(artwork.dark),
    plainNodeCount: plainNodesOf(symbol),
    fitRanges,
  };
}
