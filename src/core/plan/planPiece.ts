/** A piece, a material and a machine become operations. Polarity, growth, dots, kerf and mirroring are decided here only. */
import { plainPaint } from '../artwork';
import { cutRegion, insetArea, mirrorRegion, regionArea, type Box, type Region } from '../geometry';
import { onDemand } from '../tasks';
import { layStand, type Piece, type PieceSettings, type PlacedCode } from '../piece';
import { codeParts, type Part, type PlanPaint, type Purpose } from './codeParts';
import { cutLines } from './cutLines';
import { marksDarkModules, type PlanSettings } from './settings';
import { bridgesOf, codeBridges } from './held';
import { mirroredInk } from './inks';
import { borderParts, itemParts, scoredLines } from './itemParts';
import { machineKinds } from './machines';
import type { Bridges } from './bridges';
import { bridgeMmOf, type Finish, type Pair } from './pair';
import type { AreaKind, Operation, OperationSheet, OutlineKind } from './operation';
import { bodyOf, type Body, type SolidSettings } from './solid';
import { areaSeconds, feedSeconds } from './work';
import { castShadow, shadowParts, type CastShadow } from './shadow';

/** Which modules the machine marks, in words. */
export const markedModules = {
  'dark-modules': 'dark modules',
  'light-modules-and-quiet-zone': 'light modules and quiet zone',
} as const;
export type MarkedModules = keyof typeof markedModules;

export interface Plan {
  /** What the machine is told. Made when it is asked for: not while only the finished piece is looked at. */
  readonly sheet: () => OperationSheet;
  readonly marks: MarkedModules;
  /** How far every marked edge is drawn in, so that it comes out in place. */
  readonly compensationMm: number;
  /** What remains of the growth after compensation, on each edge. */
  readonly residualGrowthMm: number;
  /** The file is left for right. */
  readonly mirrored: boolean;
  /** What comes out is, too: a stamp turns it back. */
  readonly comesOutMirrored: boolean;
  readonly reversed: boolean;
  /** Area to mark after compensation in square millimetres, as modules are normally marked and the other way round. */
  readonly markedAreaMm2: { readonly normal: number; readonly reversed: number };
  /** For that area, in seconds, from the machine's speeds; null where they say nothing about it. */
  readonly markSeconds: { readonly normal: number | null; readonly reversed: number | null };
  /** Layers of the base that the piece stands in, on a sheet of their own; null without one. */
  readonly stand: OperationSheet | null;
  /** Null without one; a later run takes it over. */
  readonly shadow: CastShadow | null;
  /** What falls out of a sheet that is cut through, and what holds it; null for other machines. */
  readonly loose: (() => LooseParts) | null;
  /** Of what is built up; null for other machines. */
  readonly body: Body | null;
  /** Filled into the marks by hand, once they are made; null for bare ones. */
  readonly paintColour: string | null;
}

export interface LooseParts extends Pick<Bridges, 'looseParts' | 'leftLoose'> {
  readonly bridges: number;
  readonly bridgeMm: number;
}

const plainLook: PlanPaint = { paint: plainPaint, ground: null };

/** What of the piece's settings is not in its outlines. */
export type PlannedSettings = Pick<PieceSettings, 'shadow' | 'stand'>;
const bareSettings: PlannedSettings = { shadow: null, stand: null };

/** `looks` has one entry for each code, in the order of the piece; `before` is the shadow of an earlier run. */
export function planPiece(
  piece: Piece,
  pair: Pair,
  settings: PlanSettings & { readonly solid: SolidSettings; readonly paintFill: Finish['paintFill'] },
  looks: readonly PlanPaint[] = [],
  pieceSettings: PlannedSettings = bareSettings,
  before: CastShadow | null = null,
): Plan {
  const kind = machineKinds[pair.machine.kind];
  const body = bodyOf(pair.machine, settings.solid);
  const shadow =
    pieceSettings.shadow !== null && pair.machine.inks === 'process'
      ? castShadow(piece.items, pieceSettings.shadow, before)
      : null;
  const { compensationMm, residualGrowthMm } = compensation(pair);
  const isMirrored = settings.mirrored !== machineKinds[pair.machine.kind].turnsOver;
  const mirrored = (region: Region): Region =>
    isMirrored ? mirrorRegion(region, piece.widthMm / 2) : region;
  const { kerfMm } = pair.process;
  const normal = marked(false);
  const reversed = marked(true);
  /** What is marked of each code and of each item, with the box that it lies in: of a code its modules, or all of its field. */
  function marked(isReversed: boolean): readonly { readonly box: Box; readonly areaMm2: number }[] {
    const marksDark = marksDarkModules(pair, isReversed);
    return [
      ...piece.codes.map((code) => ({
        box: marksDark ? code.code : code.quietZone,
        areaMm2: markedArea(code, marksDark, settings.reversed === isReversed, compensationMm),
      })),
      ...piece.items.map(({ box, area }) => ({ box, areaMm2: Math.abs(regionArea(area)) })),
    ];
  }
  const areaOf = (parts: typeof normal): number => parts.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
  const secondsFor = (parts: typeof normal): number | null =>
    feedSeconds(pair, piece.heightMm) ??
    parts.reduce<number | null>((sum, { box, areaMm2 }) => {
      const seconds = areaMm2 === 0 ? 0 : areaSeconds(pair, box, areaMm2);
      return sum === null || seconds === null ? null : sum + seconds * (body?.markLayers ?? 1);
    }, 0);
  const sheet = onDemand((): OperationSheet => {
    const openings = [...piece.openings, ...piece.holes.map(({ edge }) => edge)];
    const insideLines = cutLines(openings, -kerfMm / 2);
    return {
      widthMm: piece.widthMm,
      heightMm: piece.heightMm,
      marginMm: Math.ceil(kerfMm * 5) / 10,
      operations: [
        ...(body === null ? [] : [baseOf(piece, pair, body, mirrored)]),
        ...seen(
          allParts(piece, pair, settings, looks, shadow, {
            compensationMm,
            sliverMm: pair.process.elementMm,
            dotMm: pair.machine.dotMm,
            isSeen: false,
          }),
          piece,
          isMirrored,
        ).map((part) => operationOf(part, kind.operation, body, settings.solid)),
        ...scoredLines(piece.items, pair).map(({ label, lines }): Operation => ({
          kind: 'score',
          label,
          lines: mirrored(lines),
        })),
        // What lies inside is cut first: afterwards the piece is loose. A body is built with its edges.
        ...(insideLines.length === 0 || body !== null
          ? []
          : [{ kind: 'cut' as const, label: 'holes', lines: mirrored(insideLines) }]),
        ...(body !== null
          ? []
          : [
              {
                kind: 'cut' as const,
                label: 'outline of the piece',
                lines: mirrored(cutLines([piece.outline], kerfMm / 2)),
              },
            ]),
      ],
    };
  });
  return {
    sheet,
    marks: marksDarkModules(pair, settings.reversed) ? 'dark-modules' : 'light-modules-and-quiet-zone',
    compensationMm,
    residualGrowthMm,
    mirrored: isMirrored,
    comesOutMirrored: settings.mirrored,
    reversed: settings.reversed,
    markedAreaMm2: { normal: areaOf(normal), reversed: areaOf(reversed) },
    markSeconds: { normal: secondsFor(normal), reversed: secondsFor(reversed) },
    stand: planStand(piece, pair, pieceSettings),
    shadow,
    loose: kind.leaves === 'openings' ? onDemand(() => looseParts(piece, pair, settings)) : null,
    body,
    paintColour: kind.takesPaint ? (settings.paintFill?.colour ?? null) : null,
  };
}

/** A part as what the machine does to it. */
function operationOf(
  { label, area, ink }: Part,
  kind: AreaKind | OutlineKind,
  body: Body | null,
  { form }: SolidSettings,
): Operation {
  if (kind === 'kiss' || kind === 'open') return { kind, label, lines: area };
  if (body === null) return { kind, label, area, ink };
  return { kind: form === 'recess' ? 'sink' : kind, label, area, ink, heights: body.marks };
}

/** The body under the marks: all of the piece less its holes. */
function baseOf(
  piece: Piece,
  { material }: Pair,
  body: Body,
  mirrored: (region: Region) => Region,
): Operation {
  const openings = [...piece.openings, ...piece.holes.map(({ edge }) => edge)];
  return {
    kind: 'base',
    label: 'base',
    area: mirrored(openings.length === 0 ? [piece.outline] : cutRegion([piece.outline], openings, 0.002)),
    ink: { kind: 'solid', colour: material.baseColour },
    heights: body.base,
  };
}

/** Of all codes and things together. */
function looseParts(piece: Piece, pair: Pair, settings: PlanSettings): LooseParts {
  const all = [
    ...piece.codes.map((code) => codeBridges(code, pair, settings)),
    ...piece.items.map(({ area }) => (area.length === 0 ? null : bridgesOf(area, pair, settings))),
  ].filter((bridges) => bridges !== null);
  const sum = (count: (bridges: Bridges) => number): number =>
    all.reduce((total, bridges) => total + count(bridges), 0);
  return {
    looseParts: sum((bridges) => bridges.looseParts),
    leftLoose: sum((bridges) => bridges.leftLoose),
    bridges: sum(({ strips }) => strips.length),
    bridgeMm: bridgeMmOf(pair),
  };
}

/** Distance between layers on their sheet. */
const layerGapMm = 4;

/** Layers one below the other, with the slot cut first. The kerf makes slots wider and layers smaller, so both lines give way. */
function planStand(piece: Piece, pair: Pair, { stand }: PlannedSettings): OperationSheet | null {
  const laid = stand && layStand(stand, piece);
  if (!laid) return null;
  const half = pair.process.kerfMm / 2;
  const margin = layerGapMm / 2 + half;
  let top = margin;
  const widest = Math.max(...laid.layers.map(({ widthMm }) => widthMm));
  const slots: Region[] = [];
  const edges: Region[] = [];
  for (const { edge, slot, widthMm, depthMm } of laid.layers) {
    const dx = margin + (widest - widthMm) / 2;
    const place = (contour: Region[number]): Region => [
      contour.map(({ x, y, bulge }) => ({ x: x + dx, y: y + top, bulge })),
    ];
    if (slot !== null) slots.push(cutLines(place(slot), -half));
    edges.push(cutLines(place(edge), half));
    top += depthMm + layerGapMm;
  }
  return {
    widthMm: widest + 2 * margin,
    heightMm: top - layerGapMm + margin,
    marginMm: 0,
    operations: [
      { kind: 'cut', label: 'slots of the base', lines: slots.flat() },
      { kind: 'cut', label: 'layers of the base', lines: edges.flat() },
    ],
  };
}

/** The parts as they come out and are seen: growth brings what is drawn in back to its nominal outlines. */
export function nominalParts(
  piece: Piece,
  pair: Pair,
  settings: PlanSettings,
  looks: readonly PlanPaint[] = [],
  shadow: CastShadow | null = null,
): readonly Part[] {
  return seen(
    allParts(piece, pair, settings, looks, shadow, {
      compensationMm: 0,
      sliverMm: narrowestLightMm(pair),
      dotMm: null,
      isSeen: true,
    }),
    piece,
    settings.mirrored,
  );
}

function seen(parts: readonly Part[], piece: Piece, mirrored: boolean): readonly Part[] {
  if (!mirrored) return parts;
  const axis = piece.widthMm / 2;
  return parts.map(({ label, area, ink }) => ({
    label,
    area: mirrorRegion(area, axis),
    ink: mirroredInk(ink, axis),
  }));
}

/** Border first, then shadows, codes and what lies beside them. */
function allParts(
  piece: Piece,
  pair: Pair,
  settings: PlanSettings,
  looks: readonly PlanPaint[],
  shadow: CastShadow | null,
  purpose: Purpose,
): readonly Part[] {
  return [
    ...borderParts(piece, pair),
    ...(shadow === null ? [] : shadowParts(shadow, piece.codes)),
    ...piece.codes.flatMap((code, index) =>
      codeParts(code, pair, settings, looks[index] ?? plainLook, purpose),
    ),
    ...itemParts(piece.items, pair, settings, purpose),
  ];
}

/**
 * Counted in module units, where the outlines lie already. Exact for what is marked; the other way round it is what lies
 * between the field and the dark outlines.
 */
function markedArea(
  { artwork, moduleMm, logo, field }: PlacedCode,
  marksDark: boolean,
  isMarked: boolean,
  compensationMm: number,
): number {
  const inset = compensationMm / moduleMm;
  const scale = moduleMm * moduleMm;
  const logoArea = logo === null ? 0 : regionArea(logo.ink);
  if (marksDark) return insetArea(artwork.dark, inset) * scale + logoArea;
  // The field may be cut by the edge of the piece; its holes are not.
  const holes = isMarked ? insetArea(artwork.light().slice(1), inset) : -insetArea(artwork.dark, -inset);
  return insetArea([field], compensationMm) + holes * scale - logoArea;
}

/** Light between dark units has to be as wide as one mark when it is drawn in; what is narrower is not marked. */
export function narrowestLightMm(pair: Pair): number {
  return pair.process.elementMm + 2 * compensation(pair).compensationMm;
}

/** A printer with dots can only take back whole dots of a mark's width, half of them from each edge; other machines take back all. */
function compensation({ machine, edgeGrowthMm }: Pair): {
  compensationMm: number;
  residualGrowthMm: number;
} {
  const compensationMm =
    machine.dotMm === null
      ? edgeGrowthMm
      : (Math.round((2 * edgeGrowthMm) / machine.dotMm) * machine.dotMm) / 2;
  return { compensationMm, residualGrowthMm: edgeGrowthMm - compensationMm };
}
