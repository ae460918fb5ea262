/** What the page draws: a job that was run, as plain data and ready path strings. */
import { type BestWidth, bestWidth, type CommonBand, commonBand, type FitRange } from '../core/check';
import type { Finding, Severity } from '../core/finding';
import { countCorners, drawArtwork, isPlainPaint, presets, printedHex } from '../core/artwork';
import { encodedOfLinear, hexOfRgb, type Rgb } from '../core/colour';
import { boundsOf, type Box, type Region } from '../core/geometry';
import { hexadecimalOf } from '../core/message';
import type { Job } from '../core/job';
import { pathData } from '../core/output';
import { codeBox, holesOf, outlineOf } from '../core/piece';
import { type LogoView, logoView } from './logoView';
import { marksView, noMarks, type MarksView } from './marksView';
import { codeView, standView, thingsOf, type CodeView, type StandView, type ThingView } from './thingViews';
import {
  type Body,
  type LooseParts,
  nominalParts,
  weakestModules,
  type Ink,
  type Pair,
  type Plan,
  isSeenThrough,
} from '../core/plan';
import type { CodeRun, JobResult, Made, MadeCode } from '../core/run';
import { blockLayout, type Level, type Mode } from '../core/symbol';

/** A part of the finished piece: outlines with their ink as printed on the material. */
export interface FinishedPart {
  readonly path: string;
  readonly ink: Ink;
  /** Address of the picture, for inks that are one. */
  readonly pictureUrl: string | null;
}

/** A module whose tone stands out least, with the colours of it and of what it is read against. */
export interface WeakModule {
  readonly row: number;
  readonly column: number;
  readonly isDark: boolean;
  readonly colour: string;
  readonly contrast: number;
}

export interface MadeView extends MarksView {
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
  /** The box around what is cut out. */
  readonly cut: Box;
  /** Whether it is cut out of a larger sheet, along a contour. */
  readonly isContour: boolean;
  /** Holes and openings. */
  readonly holesPath: string;
  readonly things: readonly ThingView[];
  /** Every code, in the order of the job. */
  readonly codes: readonly CodeView[];
  /** Of the code at hand, in radians. */
  readonly turn: number;
  readonly stand: StandView | null;
  /** What is marked, as it comes out and as it is seen, part by part. */
  readonly finished: readonly FinishedPart[];
  readonly compensationMm: number;
  /** Area to mark as the polarity stands, and as it would be the other way, in square millimetres. */
  readonly markedAreaMm2: { readonly normal: number; readonly reversed: number };
  readonly markSeconds: Plan['markSeconds'];
  /** Distance of the lines that fill what is marked; null where there are none. */
  readonly lineIntervalMm: number | null;
  /** What is filled into the marks by hand; null for bare ones. */
  readonly paintColour: string | null;
  /** Of what is built up; null for other machines. */
  readonly body: Body | null;
  readonly loose: LooseParts | null;
  /** The file is left for right. */
  readonly isMirrored: boolean;
  readonly outlineCount: number;
  readonly nodeCount: number;
  /** Nodes of the same symbol in plain squares: the fewest that its outline can have. */
  readonly plainNodeCount: number;
  readonly fitRanges: readonly FitRange[];
  /** The widths that satisfy all of them, and the best; null when there are none. */
  readonly band: CommonBand | null;
  readonly best: BestWidth;
  readonly logo: LogoView | null;
  /** The weakest modules first; empty where no colours are printed. */
  readonly weakest: readonly WeakModule[];
}

/** A corner of a symbol drawn in a shipped style, in module units. */
export interface Swatch {
  readonly id: string;
  readonly path: string;
}

/** Modules of the upper left corner that a swatch shows. */
const swatchModules = 11;

export function presetSwatches(result: JobResult, codeId: string): Swatch[] {
  const { symbol } = runAtHand(result, codeId);
  if (symbol === null) return [];
  return presets.map(({ id, style }) => {
    const { dark } = drawArtwork(symbol, style);
    const near = dark.filter((contour) => contour.some(({ x, y }) => x < swatchModules && y < swatchModules));
    return { id, path: pathData(near) };
  });
}

export interface PressView {
  /** As it is shown: bytes as hexadecimal digits. */
  readonly payload: string;
  readonly payloadBytes: number;
  /** Whether the payload is bytes, one character each, instead of text. */
  readonly isBytes: boolean;
  readonly summary: string;
  readonly notes: readonly string[];
  readonly baseColour: string;
  readonly markColour: string;
  readonly findings: readonly Finding[];
  readonly severity: Severity;
  readonly heldBackBy: readonly Finding[];
  /** The piece without codes, and where they will go; null once there are symbols. */
  readonly blank: (PiecePaths & { readonly places: readonly Box[] }) | null;
  readonly made: MadeView | null;
}

/** The code at hand as it was run; the first when it is gone. */
const runAtHand = ({ codes }: JobResult, codeId: string): CodeRun =>
  codes.find(({ settings }) => settings.id === codeId) ?? codes[0]!;

const madeAtHand = ({ codes }: Made, codeId: string): MadeCode =>
  codes.find(({ id }) => id === codeId) ?? codes[0]!;

/** `showsMarks`: with what the machine does, beside the finished piece. */
export function pressView(result: JobResult, codeId: string, showsMarks: boolean): PressView {
  const { pair, job, findings, severity, heldBackBy, made } = result;
  const { payload, isBytes, description } = runAtHand(result, codeId);
  return {
    payload: isBytes ? hexadecimalOf(payload) : payload,
    isBytes,
    payloadBytes: isBytes ? payload.length : new TextEncoder().encode(payload).length,
    summary: description.summary,
    notes: description.notes,
    baseColour: pair.material.baseColour,
    markColour: pair.markColour,
    findings,
    severity,
    heldBackBy,
    blank:
      made === null
        ? { ...blankPaths(job), places: job.codes.map(({ placement }) => codeBox(placement, job.piece)) }
        : null,
    made: made && madeView(result, made, madeAtHand(made, codeId), showsMarks),
  };
}

const nodesOf = (region: Region): number => region.reduce((sum, contour) => sum + contour.length, 0);

function madeView(result: JobResult, made: Made, atHand: MadeCode, showsMarks: boolean): MadeView {
  const { piece, plan } = made;
  const { symbol, artwork, placed } = atHand;
  const layout = blockLayout(symbol.version, symbol.level);
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
    moduleMm: placed.moduleMm,
    code: placed.code,
    quietZone: placed.quietZone,
    widthMm: piece.widthMm,
    heightMm: piece.heightMm,
    outlinePath: pathData([piece.outline]),
    cut: boundsOf([piece.outline])!,
    isContour: piece.isContour,
    holesPath: pathData([...piece.openings, ...piece.holes.map(({ edge }) => edge)]),
    things: thingsOf(result, piece),
    codes: piece.codes.map(codeView),
    turn: placed.turn,
    stand: standView(result, piece),
    finished: finishedParts(result, made),
    ...(showsMarks ? marksView(result, plan) : noMarks),
    compensationMm: plan.compensationMm,
    markedAreaMm2: plan.markedAreaMm2,
    markSeconds: plan.markSeconds,
    lineIntervalMm: result.pair.process.lineIntervalMm,
    paintColour: plan.paintColour,
    body: plan.body,
    loose: plan.loose?.() ?? null,
    isMirrored: plan.mirrored,
    outlineCount: artwork.dark.length,
    nodeCount: nodesOf(artwork.dark),
    plainNodeCount: countCorners(symbol),
    fitRanges: atHand.fitRanges(),
    band: commonBand(atHand.fitRanges()),
    best: bestWidth(atHand.fitRanges()),
    logo: logoView(atHand),
    weakest: weakModules(result, plan, atHand),
  };
}

export function finishedParts(
  { job, pair, codes }: JobResult,
  made: Made,
  pathOf: (region: Region) => string = pathData,
): FinishedPart[] {
  const { piece, plan } = made;
  const mirrored = plan.comesOutMirrored && !isSeenThrough(pair);
  return nominalParts(
    piece,
    pair,
    { ...job.making, mirrored },
    codes.map(({ settings, ground }) => ({ paint: settings.style.paint, ground })),
    plan.shadow,
  ).map(({ area, ink }) => ({
    path: pathOf(area),
    ink: printedInk(ink, pair),
    pictureUrl: ink.kind === 'picture' ? pictureUrl(ink.png) : null,
  }));
}

const pictureUrls = new WeakMap<Uint8Array, string>();

/** Each picture gets its address once; the address is short, so that a key press does not carry the picture along. */
function pictureUrl(png: Uint8Array): string {
  let url = pictureUrls.get(png);
  if (url === undefined)
    pictureUrls.set(
      png,
      (url = URL.createObjectURL(new Blob([png as Uint8Array<ArrayBuffer>], { type: 'image/png' }))),
    );
  return url;
}

/** Colours as they come out on the material. */
function printedInk(ink: Ink, { groundColour, markColour }: Pair): Ink {
  const printed = (colour: string): string => printedHex(colour, groundColour, markColour);
  if (ink.kind === 'picture') return { ...ink, png: noBytes };
  if (ink.kind === 'solid') return { ...ink, colour: printed(ink.colour) };
  return { ...ink, stops: ink.stops.map(({ at, colour }) => ({ at, colour: printed(colour) })) };
}

const noBytes = new Uint8Array();

const weakestShown = 18;

function weakModules(result: JobResult, { reversed }: Plan, { id, tones }: MadeCode): WeakModule[] {
  const { paint } = runAtHand(result, id).settings.style;
  if (result.pair.machine.inks !== 'process' || reversed || isPlainPaint(paint)) return [];
  return weakestModules(tones(), 'luma', weakestShown).map(({ tone, contrast }) => ({
    row: tone.row,
    column: tone.column,
    isDark: tone.isDark,
    colour: hexOfRgb(tone.colour.map((value) => encodedOfLinear(Math.max(0, value))) as unknown as Rgb),
    contrast,
  }));
}

const piecePaths = ({ outline, openings, holes }: Made['piece']): PiecePaths => ({
  outlinePath: pathData([outline]),
  holesPath: pathData([...openings, ...holes.map(({ edge }) => edge)]),
});

/** Of a piece before there is a code to put on it. */
function blankPaths({ piece }: Job): PiecePaths {
  const { edge, openings } = outlineOf(piece);
  return {
    outlinePath: pathData([edge]),
    holesPath: pathData([...openings, ...holesOf(piece).map((hole) => hole.edge)]),
  };
}

export interface PiecePaths {
  readonly outlinePath: string;
  readonly holesPath: string;
}

/** A piece drawn small, with what its limits say. */
export interface PiecePicture {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly outlinePath: string;
  readonly holesPath: string;
  readonly baseColour: string;
  readonly finished: readonly FinishedPart[];
  readonly code: Box | null;
  readonly moduleMm: number | null;
  readonly version: number | null;
  readonly level: Level | null;
  readonly severity: Severity;
  /** Limits that are not fine, in the order of the readout. */
  readonly unfine: readonly Pick<Finding, 'kind' | 'severity' | 'title' | 'measured' | 'required'>[];
}

export function pictureOf(result: JobResult, codeId = ''): PiecePicture {
  const { made, pair, job, findings, severity } = result;
  const atHand = made && madeAtHand(made, codeId);
  return {
    widthMm: job.piece.widthMm,
    heightMm: job.piece.heightMm,
    ...(made === null ? blankPaths(job) : piecePaths(made.piece)),
    baseColour: pair.material.baseColour,
    finished: made === null ? [] : finishedParts(result, made),
    code: atHand && atHand.placed.code,
    moduleMm: atHand && atHand.placed.moduleMm,
    version: atHand && atHand.symbol.version,
    level: atHand && atHand.symbol.level,
    severity,
    unfine: findings
      .filter((finding) => finding.severity !== 'fine')
      .map(({ kind, severity: worst, title, measured, required }) => ({
        kind,
        severity: worst,
        title,
        measured,
        required,
      })),
  };
}
