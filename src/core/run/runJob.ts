/** The way through: a job document becomes payload, symbol, artwork, piece, plan and measured limits. */
import {
  knockOutDamage,
  largestSafeShare,
  logoArt,
  placeLogo,
  type Damage,
  type LogoArt,
  type Picture,
} from '../logo';
import type { Artwork } from '../artwork';
import { codesOf, findingAt, focusCode, placeInJob, type Job, textFields } from '../job';
import { worstSeverity, type Finding, type Severity } from '../finding';
import { onDemand } from '../numbers';
import { emptyLibrary, type Library } from './library';
import type { Description } from '../message';
import {
  filledText,
  layPiece,
  type ArtSettings,
  type CodeToPlace,
  type ItemSources,
  type KeptParts,
  type Piece,
} from '../piece';
import { findPair, moduleTones, pairs, planPiece, type ModuleTone, type Pair, type Plan } from '../plan';
import {
  fitRanges,
  measureCodeLimits,
  measurePieceLimits,
  roomOn,
  type FitRange,
  type LimitContext,
} from '../check';
import { runCode, type CodeRun } from './runCode';
import { encodeSymbol, smallestVersions, type QrSymbol } from '../symbol';

/** What a message that can be drawn leads to. */
export interface Made {
  readonly symbol: QrSymbol;
  readonly artwork: Artwork;
  /** What the logo does to the symbol; null without one. */
  readonly damage: Damage | null;
  /** The picture that is the ground; null without one. */
  readonly ground: Picture | null;
  /** Printed tones of all modules and of the quiet zone. */
  readonly tones: () => readonly ModuleTone[];
  readonly piece: Piece;
  readonly plan: Plan;
  readonly fitRanges: readonly FitRange[];
}

export interface JobResult {
  /** What was run. */
  readonly job: Job;
  /** Of the first code: text, or one character a byte when `isBytes`. */
  readonly payload: string;
  readonly isBytes: boolean;
  readonly description: Description;
  readonly pair: Pair;
  /** Every code, the first one first. */
  readonly codes: readonly CodeRun[];
  /** Null when a message gives no symbol; the findings say why. */
  readonly made: Made | null;
  readonly findings: readonly Finding[];
  readonly severity: Severity;
  /** Stops that hold the files back: those without an override, and all of them when nothing could be made. */
  readonly heldBackBy: readonly Finding[];
  /** Kept for the next run, which takes over what has not changed. */
  readonly cache: { readonly parts: KeptParts | undefined; readonly arts: KeptArts };
}

/** Pictures made ready, by source and ink. */
type KeptArts = ReadonlyMap<string, LogoArt | null>;

/**
 * Runs every stage; what is made from the same as in `previous` is taken from it. `atHand` is the code that was exchanged
 * with the first: codes are called by their places in the job.
 */
export function runJob(
  job: Job,
  previous?: JobResult,
  library: Library = emptyLibrary,
  atHand = 0,
): JobResult {
  const known = findPair(job.making.material, job.making.machine);
  const pair = known ?? pairs[0]!;
  const printsColours = pair.machine.inks === 'process' && !job.making.reversed;
  const codes = codesOf(job).map((code, index) =>
    runCode(code, printsColours, library, previous?.codes[index]),
  );
  const first = codes[0]!;
  const findings: Finding[] = [...first.findings];
  if (!known) findings.push(unknownPair(job));
  for (const [index, code] of codes.entries())
    if (index > 0)
      findings.push(
        ...code.findings
          .filter(({ severity }) => severity !== 'fine')
          .map((finding) => findingAt(finding, index, atHand)),
      );
  const sources = itemSources(job, pair, library, previous?.cache.arts ?? new Map());
  const toPlace = placeable(codes);
  let made: Made | null = null;
  let parts: KeptParts | undefined;
  if (toPlace !== null && first.symbol && first.artwork) {
    const laid = layPiece(toPlace, job.piece, sources, previous?.cache.parts);
    const { piece } = laid;
    parts = laid.kept;
    const looks = codes.map(({ settings, ground }) => ({ paint: settings.style.paint, ground }));
    const plan = planPiece(piece, pair, job.making, looks, job.piece);
    const context = contextOf(job, first, piece, plan, pair, codeNames(codes.length, 0, atHand));
    findings.push(...measureCodeLimits(context), ...measurePieceLimits(context));
    codes.forEach((code, index) => {
      if (index === 0) return;
      const focused = focusCode(job, index);
      const limits = measureCodeLimits(
        contextOf(focused, code, withFirst(piece, index), plan, pair, codeNames(codes.length, index, atHand)),
      );
      findings.push(
        ...limits
          .filter(({ severity }) => severity !== 'fine')
          .map((finding) => findingAt(finding, index, atHand)),
      );
    });
    made = {
      symbol: first.symbol,
      artwork: first.artwork,
      damage: first.damage,
      ground: first.ground,
      tones: context.tones,
      piece,
      plan,
      fitRanges: fitRanges(context),
    };
  }
  const overridden = new Set(job.overrides.map(({ code }) => code));
  return {
    job,
    payload: first.payload,
    isBytes: first.isBytes,
    description: first.description,
    pair,
    codes,
    made,
    findings,
    severity: worstSeverity(findings),
    heldBackBy: findings.filter(
      ({ severity, code }) => severity === 'stop' && (made === null || !overridden.has(code)),
    ),
    cache: { parts, arts: sources.arts },
  };
}

/** Artworks with their places; null when a code has no symbol. */
function placeable(codes: readonly CodeRun[]): readonly [CodeToPlace, ...CodeToPlace[]] | null {
  const all = codes.flatMap(({ artwork, settings }) =>
    artwork === null ? [] : [{ artwork, placement: settings.code }],
  );
  return all.length === codes.length ? (all as unknown as [CodeToPlace, ...CodeToPlace[]]) : null;
}

/** The piece with another of its codes in the first place. */
function withFirst(piece: Piece, index: number): Piece {
  const code = piece.others[index - 1]!;
  const { others, items, outline, openings, holes, border, isContour, widthMm, heightMm, ...first } = piece;
  return {
    ...code,
    others: others.map((other, place) => (place === index - 1 ? first : other)),
    items,
    outline,
    openings,
    holes,
    border,
    isContour,
    widthMm,
    heightMm,
  };
}

/** What the codes beside one are called, in the order of the piece that has that one in the first place. */
const codeNames = (count: number, index: number, atHand: number): string[] =>
  Array.from({ length: count - 1 }, (_, other) => {
    const place = placeInJob(other + 1, index);
    return `code ${placeInJob(place, atHand) + 1}`;
  });

/** What the limits of a code are measured on; the job has that code in the first place. */
function contextOf(
  job: Job,
  code: CodeRun,
  piece: Piece,
  plan: Plan,
  pair: Pair,
  otherNames: readonly string[],
): LimitContext {
  const symbol = code.symbol!;
  const { art, encodeSettings, payload, inColour, ground } = code;
  const { logo, style } = code.settings;
  return {
    tones: onDemand(() => moduleTones(symbol, style.paint, ground, pair)),
    symbol,
    symbolSettings: code.settings.symbol,
    smallestVersions: () => smallestVersions(payload, encodeSettings),
    style,
    groundPicture: ground,
    damage: code.damage,
    logo:
      art === null || logo === null
        ? null
        : {
            largestSafeShare: () => largestSafeShare(art, logo, symbol, inColour),
            rebuilt: (change) => {
              const rebuilt = encodeSymbol(payload, { ...encodeSettings, ...change }).symbol;
              return (
                rebuilt && {
                  version: rebuilt.version,
                  damage: knockOutDamage(rebuilt, placeLogo(art, logo, rebuilt.size, inColour)),
                }
              );
            },
          },
    pieceSettings: job.piece,
    piece,
    room: roomOn(piece, job.piece, otherNames),
    plan,
    pair,
    readingDistanceMm: job.reading.distanceM * 1000,
  };
}

/** What items are made from; pictures that were made ready before are taken over. */
function itemSources(
  job: Job,
  pair: Pair,
  library: Library,
  before: KeptArts,
): ItemSources & { readonly arts: KeptArts } {
  const fields = textFields(job);
  const arts = new Map<string, LogoArt | null>();
  return {
    words: library.words,
    art: ({ source, ink }: ArtSettings) => {
      const loaded = library.logo({ source, title: '' });
      if (loaded === undefined || 'problem' in loaded) return null;
      const key = JSON.stringify([source, ink]);
      const art = arts.get(key) ?? before.get(key) ?? logoArt(loaded, ink);
      arts.set(key, art);
      return art;
    },
    text: (text) => filledText(text, fields),
    inColour: pair.machine.inks === 'process',
    arts,
  };
}

/** The largest safe share of a job's logo at its place; null without a logo and when no size is safe. */
export function safestShare({ job, made, codes }: JobResult): number | null {
  const { art, inColour } = codes[0]!;
  if (made === null || art === null || job.logo === null) return null;
  return largestSafeShare(art, job.logo, made.symbol, inColour);
}

function unknownPair({ making }: Job): Finding {
  return {
    code: 'pair-unknown',
    severity: 'stop',
    title: 'Material and machine',
    text: `There is no profile for “${making.material}” on “${making.machine}”; the first of the list stands in.`,
    measured: { value: null, unit: `${making.material} on ${making.machine}` },
    required: { value: null, unit: 'a known pair' },
    source: { tag: 'cp', text: 'list of materials' },
    fixes: pairs.slice(0, 1).map(({ material, machine }) => ({
      label: `Use ${material.name.toLowerCase()}`,
      changes: [
        { path: 'making.material', value: material.id },
        { path: 'making.machine', value: machine.id },
      ],
    })),
  };
}
