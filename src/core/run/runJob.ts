/** The way through: a job document becomes payload, symbol, artwork, piece, plan and measured limits. */
import { coloursOfMiddles, type Artwork } from '../artwork';
import {
  distanceRanges,
  fillChanges,
  fitRanges,
  measureCodeLimits,
  measurePieceLimits,
  type MessageRange,
  messageRanges,
  roomsOn,
  type CodeContext,
  type FixesWanted,
  type FitRange,
  type PieceContext,
  type Room,
} from '../check';
import {
  type About,
  type Change,
  isSameAbout,
  ofCode,
  worstSeverity,
  type Finding,
  type Severity,
} from '../finding';
import { pairOfJob, textFields, type Job, type Override } from '../job';
import {
  isDrawnByModules,
  knockOutDamage,
  largestSafeShare,
  placeLogo,
  readyArt,
  type Damage,
  type Picture,
  type ReadyArt,
} from '../logo';
import { onDemand } from '../tasks';
import {
  emptyFields,
  filledText,
  layPiece,
  type ArtSettings,
  type CodeToPlace,
  type ItemSources,
  type KeptParts,
  type Piece,
  type PlacedCode,
} from '../piece';
import { machineKinds, moduleTones, planPiece, type ModuleTone, type Pair, type Plan } from '../plan';
import { encodeSymbol, smallestVersions, type QrSymbol } from '../symbol';
import { emptyLibrary, type Library } from './library';
import { type ModulePicture, runCode, type CodeRun, withSymbolSolved } from './runCode';

/** A code that could be drawn and lies on the piece. */
export interface MadeCode {
  readonly id: string;
  /** The logo that modules draw; null without one. */
  readonly picture: ModulePicture | null;
  readonly symbol: QrSymbol;
  readonly artwork: Artwork;
  /** What the logo does to the symbol; null without one. */
  readonly damage: Damage | null;
  /** The picture that is the ground; null without one. */
  readonly ground: Picture | null;
  /** Printed tones of all modules and of the quiet zone. */
  readonly tones: () => readonly ModuleTone[];
  readonly placed: PlacedCode;
  readonly fitRanges: () => readonly FitRange[];
  /** The same for the distance from which it is read, and for the length of its message. */
  readonly distanceRanges: () => readonly FitRange[];
  readonly messageRanges: (versionOf: (characters: number) => number | null) => readonly MessageRange[];
  /** What makes it as wide as the piece allows. */
  readonly fill: () => readonly Change[];
}

/** What messages that can all be drawn lead to. */
export interface Made {
  /** In the order of the job. */
  readonly codes: readonly MadeCode[];
  readonly piece: Piece;
  readonly plan: Plan;
}

export interface JobResult {
  /** What was run. */
  readonly job: Job;
  readonly pair: Pair;
  /** Every code, in the order of the job. */
  readonly codes: readonly CodeRun[];
  /** Null when a message gives no symbol; the findings say why. */
  readonly made: Made | null;
  readonly findings: readonly Finding[];
  readonly severity: Severity;
  /** Stops that hold the files back: those without an override, and all of them when nothing could be made. */
  readonly heldBackBy: readonly Finding[];
  readonly cache: KeptOfPiece;
}

/** Kept for the next run, which takes over what has not changed. */
export interface KeptRun {
  readonly codes: readonly CodeRun[];
  readonly cache: KeptOfPiece;
}

interface KeptOfPiece {
  readonly parts: KeptParts | undefined;
  readonly arts: KeptArts;
  readonly shadow: Plan['shadow'];
}

/** What the next run takes over, without the piece that was made of it: outlines of large symbols fill the memory. */
export const keptOf = ({ codes, cache }: JobResult): KeptRun => ({ codes, cache });

/** What was kept with the symbols that a job needs, made in turns so that a newer question can call them off: null then. */
export async function withSymbolsSolved(
  kept: KeptRun,
  job: Job,
  library: Library,
  isStale: () => boolean,
): Promise<KeptRun | null> {
  const codes: CodeRun[] = [];
  for (const run of kept.codes) {
    const settings = job.codes.find(({ id }) => id === run.settings.id);
    const solved = settings === undefined ? run : await withSymbolSolved(run, settings, library, isStale);
    if (solved === null) return null;
    codes.push(solved);
  }
  return { ...kept, codes };
}

/** Pictures made ready, by source and ink. */
type KeptArts = ReadonlyMap<string, ReadyArt>;

/**
 * Runs every stage; what is made from the same as in `previous` is taken from it. Fixes cost a search each, so they can be
 * left out where only the state is wanted.
 */
export function runJob(
  job: Job,
  previous?: KeptRun,
  library: Library = emptyLibrary,
  fixesWanted: FixesWanted = 'all',
): JobResult {
  const pair = pairOfJob(job);
  const { lasts } = machineKinds[pair.machine.kind];
  const printsColours = pair.machine.inks === 'process' && !job.making.reversed;
  const codes = job.codes.map((code) =>
    runCode(
      code,
      printsColours,
      library,
      previous?.codes.find(({ settings }) => settings.id === code.id),
      fixesWanted,
    ),
  );
  const sources = itemSources(job, pair, library, previous?.cache.arts ?? new Map());
  const laid = layCodes(job, codes, sources, previous?.cache.parts);
  const plan =
    laid &&
    planPiece(
      laid.piece,
      pair,
      job.making,
      codes.map(({ settings, ground }) => ({ paint: settings.style.paint, ground })),
      job.piece,
      previous?.cache.shadow,
    );
  const context = laid && plan && pieceContext(job, codes, laid.piece, plan, pair);
  const findings: Finding[] = [
    ...codes.flatMap((code) => [
      ...code.findings.map((finding) => ofCode(finding, code.settings.id, lasts)),
      ...(context?.codes
        .filter(({ id }) => id === code.settings.id)
        .flatMap((code) => measureCodeLimits(code, fixesWanted)) ?? []),
    ]),
    ...(context === null ? [] : measurePieceLimits(context, fixesWanted)),
  ];
  const made = context && {
    codes: codes.map((code, place) => madeCode(code, context.codes[place]!)),
    piece: context.piece,
    plan: context.plan,
  };
  return {
    job,
    pair,
    codes,
    made,
    findings,
    severity: worstSeverity(findings),
    heldBackBy: findings.filter(
      (finding) => finding.severity === 'stop' && (made === null || !isLetPass(finding, job.overrides)),
    ),
    cache: {
      parts: laid?.kept ?? previous?.cache.parts,
      arts: sources.arts,
      shadow: plan?.shadow ?? null,
    },
  };
}

/** Whether an override lets a stop pass; one about the whole piece covers whatever a finding of its kind is about. */
export const isLetPass = (
  { kind, about }: { readonly kind: string; readonly about: About },
  overrides: readonly Override[],
): boolean =>
  overrides.some(
    (override) =>
      override.kind === kind && (override.about.on === 'piece' || isSameAbout(override.about, about)),
  );

/** The piece with its codes on it; null when a code has no symbol. */
function layCodes(
  { piece }: Job,
  codes: readonly CodeRun[],
  sources: ItemSources,
  before: KeptParts | undefined,
): ReturnType<typeof layPiece> | null {
  const toPlace = codes.flatMap(({ artwork, settings }): CodeToPlace[] =>
    artwork === null ? [] : [{ id: settings.id, artwork, placement: settings.placement }],
  );
  return toPlace.length === codes.length ? layPiece(toPlace, piece, sources, before) : null;
}

function madeCode(run: CodeRun, context: CodeContext): MadeCode {
  return {
    id: context.id,
    symbol: context.symbol,
    artwork: run.artwork!,
    damage: run.damage,
    picture: run.picture,
    ground: run.ground,
    tones: context.tones,
    placed: context.placed,
    fitRanges: onDemand(() => fitRanges(context)),
    distanceRanges: onDemand(() => distanceRanges(context)),
    messageRanges: (versionOf) => messageRanges(context, versionOf),
    fill: () => fillChanges(context),
  };
}

function pieceContext(
  job: Job,
  codes: readonly CodeRun[],
  piece: Piece,
  plan: Plan,
  pair: Pair,
): PieceContext {
  const room = roomsOn(piece, job.piece, job.codes);
  const { reading, making } = job;
  const shared = {
    piece,
    plan,
    pair,
    readingDistanceMm: reading.distanceM * 1000,
    mountedHeightMm: reading.heightM === null ? null : reading.heightM * 1000,
    lasts: making.lasts,
    solid: making.solid,
  };
  return {
    ...shared,
    settings: job.piece,
    codes: codes.map((code, place) => ({
      ...shared,
      ...codeContext(job, code, pair, piece.codes[place]!, room(code.settings.id)),
    })),
  };
}

/** What the limits of a code are measured on, beside what all of them share. */
function codeContext(
  job: Job,
  { settings, symbol: made, art, encodeSettings, said, inColour, ground, damage }: CodeRun,
  pair: Pair,
  placed: PlacedCode,
  room: Room,
): Omit<
  CodeContext,
  'piece' | 'plan' | 'pair' | 'readingDistanceMm' | 'mountedHeightMm' | 'lasts' | 'solid'
> {
  const symbol = made!;
  const { id, logo, style, placement, symbol: symbolSettings } = settings;
  return {
    id,
    laying: { piece: job.piece, placement },
    placed,
    symbol,
    symbolSettings,
    smallestVersions: () => smallestVersions(said, encodeSettings),
    style,
    groundPicture: ground,
    tones: onDemand(() =>
      moduleTones(symbol, style.paint, ground, pair, coloursOfMiddles(placed.artwork.halfTone, symbol.size)),
    ),
    damage,
    logoSettings: logo,
    logo:
      art === null || logo === null || isDrawnByModules(logo)
        ? null
        : {
            largestSafeShare: () => largestSafeShare(art, logo, symbol, inColour),
            rebuilt: (change) => {
              const rebuilt = encodeSymbol(said, { ...encodeSettings, ...change }).symbol;
              return (
                rebuilt && {
                  version: rebuilt.version,
                  damage: knockOutDamage(rebuilt, placeLogo(art, logo, rebuilt.size, inColour)),
                }
              );
            },
          },
    room,
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
  const arts = new Map<string, ReadyArt>();
  return {
    words: library.words,
    art: ({ source, ink }: ArtSettings) => {
      const loaded = library.logo({ source, title: '' });
      if (loaded === undefined) return null;
      const key = JSON.stringify([source, ink, 'problem' in loaded]);
      const art = arts.get(key) ?? before.get(key) ?? readyArt(loaded, ink);
      arts.set(key, art);
      return art;
    },
    text: (text) => filledText(text, fields),
    emptyFields: (text) => emptyFields(text, fields),
    inColour: pair.machine.inks === 'process',
    arts,
  };
}

/** The largest safe share of a code's logo at its place; null without a logo and when no size is safe. */
export function safestShare({ codes }: JobResult, id: string): number | null {
  const run = codes.find(({ settings }) => settings.id === id);
  const { art, inColour, symbol, settings } = run ?? codes[0]!;
  if (symbol === null || art === null || settings.logo === null) return null;
  return largestSafeShare(art, settings.logo, symbol, inColour);
}
