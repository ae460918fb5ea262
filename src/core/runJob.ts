/** The way through: a job document becomes payload, symbol, artwork, piece, plan and measured limits. */
import { drawArtwork, type Artwork, type Style } from './artwork';
import { worstSeverity, type Finding, type Severity } from './finding';
import type { Job } from './job';
import { describeMessage, holdsBytes, writeMessage, type Description } from './message';
import { layPiece, type Piece } from './piece';
import {
  findPair,
  fitRanges,
  measureLimits,
  pairs,
  planPiece,
  type FitRange,
  type Pair,
  type Plan,
} from './plan';
import {
  encodeSymbol,
  smallestVersions,
  type EncodeResult,
  type EncodeSettings,
  type QrSymbol,
} from './symbol';

/** What a message that can be drawn leads to. */
export interface Made {
  readonly symbol: QrSymbol;
  readonly artwork: Artwork;
  readonly piece: Piece;
  readonly plan: Plan;
  readonly fitRanges: readonly FitRange[];
}

export interface JobResult {
  /** Text, or one character a byte when `isBytes`. */
  readonly payload: string;
  readonly isBytes: boolean;
  readonly description: Description;
  readonly pair: Pair;
  /** Null when the message gives no symbol; the findings say why. */
  readonly made: Made | null;
  readonly findings: readonly Finding[];
  readonly severity: Severity;
  /** Stops that hold the files back: those without an override, and all of them when nothing could be made. */
  readonly heldBackBy: readonly Finding[];
  /** Kept for the next run, which takes over what has not changed. */
  readonly cache: {
    readonly symbolKey: string;
    readonly encoded: EncodeResult;
    readonly styleKey: string;
    readonly artwork: Artwork | null;
  };
}

/** Runs every stage; symbol and artwork are taken from `previous` when what they are made from is the same. */
export function runJob(job: Job, previous?: JobResult): JobResult {
  const payload = writeMessage(job.message);
  const encodeSettings = { ...job.symbol, isBytes: holdsBytes(job.message) };
  const description = describeMessage(job.message);
  const cache = encodeAndDraw(payload, encodeSettings, job.style, previous?.cache);
  const known = findPair(job.making.material, job.making.machine);
  const pair = known ?? pairs[0]!;
  const findings: Finding[] = [...description.findings, ...cache.encoded.findings];
  if (!known) findings.push(unknownPair(job));
  const { symbol } = cache.encoded;
  let made: Made | null = null;
  if (symbol && cache.artwork) {
    const piece = layPiece(cache.artwork, job.piece);
    const plan = planPiece(piece, pair, job.making);
    const context = {
      symbol,
      symbolSettings: job.symbol,
      smallestVersions: () => smallestVersions(payload, encodeSettings),
      style: job.style,
      pieceSettings: job.piece,
      piece,
      plan,
      pair,
      readingDistanceMm: job.reading.distanceM * 1000,
    };
    const rule = symbolRuleFinding(description, symbol);
    if (rule !== null) findings.push(rule);
    findings.push(...measureLimits(context));
    made = { symbol, artwork: cache.artwork, piece, plan, fitRanges: fitRanges(context) };
  }
  const overridden = new Set(job.overrides.map(({ code }) => code));
  const heldBackBy = findings.filter(
    ({ severity, code }) => severity === 'stop' && (made === null || !overridden.has(code)),
  );
  return {
    payload,
    isBytes: encodeSettings.isBytes,
    description,
    pair,
    made,
    findings,
    severity: worstSeverity(findings),
    heldBackBy,
    cache,
  };
}

function encodeAndDraw(
  payload: string,
  settings: EncodeSettings,
  style: Style,
  previous: JobResult['cache'] | undefined,
): JobResult['cache'] {
  const symbolKey = JSON.stringify([payload, settings]);
  const styleKey = JSON.stringify(style);
  const isSameSymbol = previous?.symbolKey === symbolKey;
  if (isSameSymbol && previous.styleKey === styleKey) return previous;
  const encoded = isSameSymbol ? previous.encoded : encodeSymbol(payload, settings);
  const artwork = encoded.symbol ? drawArtwork(encoded.symbol, style) : null;
  return { symbolKey, encoded, styleKey, artwork };
}

/** What the message's own standard asks of the symbol, when the symbol does not keep to it. */
function symbolRuleFinding({ symbolRule }: Description, { level, version }: QrSymbol): Finding | null {
  if (symbolRule === undefined || (level === symbolRule.level && version <= symbolRule.largestVersion))
    return null;
  const wanted = `${symbolRule.level}, version up to ${symbolRule.largestVersion}`;
  return {
    code: 'symbol-rule',
    severity: 'stop',
    title: 'Symbol',
    text: `This kind of message asks for level ${wanted}; the symbol is ${version}-${level}.`,
    measured: { value: null, unit: `${version}-${level}` },
    required: { value: null, unit: wanted },
    source: symbolRule.source,
    fixes:
      level === symbolRule.level
        ? []
        : [
            {
              label: `Choose level ${symbolRule.level}`,
              changes: [
                { path: 'symbol.level', value: symbolRule.level },
                { path: 'symbol.raiseLevel', value: false },
                { path: 'symbol.version', value: 'smallest' },
              ],
            },
          ],
  };
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
