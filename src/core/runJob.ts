/** The way through: a job document becomes payload, symbol, artwork, piece, plan and measured limits. */
import {
  drawArtwork,
  knockOutDamage,
  largestSafeShare,
  logoArt,
  logoKey,
  placeLogo,
  shapesKey,
  type Artwork,
  type Damage,
  type LoadedLogo,
  type LogoArt,
  type Picture,
} from './artwork';
import { worstSeverity, type Finding, type Severity } from './finding';
import type { Job } from './job';
import { describeMessage, holdsBytes, writeMessage, type Description } from './message';
import { emptyLibrary, type LogoLibrary } from './logoLibrary';
import { onDemand } from './geometry';
import { layPiece, type Piece } from './piece';
import {
  findPair,
  fitRanges,
  measureLimits,
  moduleTones,
  pairs,
  planPiece,
  type FitRange,
  type LimitContext,
  type ModuleTone,
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
  readonly cache: Cache;
}

interface Cache {
  readonly symbolKey: string;
  readonly encoded: EncodeResult;
  readonly artKey: string;
  readonly art: ArtOfLogo;
  readonly drawKey: string;
  readonly artwork: Artwork | null;
  readonly damage: Damage | null;
}

/** The logo ready to be placed; or what keeps it from that; both null without a logo. */
interface ArtOfLogo {
  readonly art: LogoArt | null;
  readonly finding: Finding | null;
}

/** Runs every stage; symbol, logo and artwork are taken from `previous` when what they are made from is the same. */
export function runJob(job: Job, previous?: JobResult, library: LogoLibrary = emptyLibrary): JobResult {
  const payload = writeMessage(job.message);
  const encodeSettings = { ...job.symbol, isBytes: holdsBytes(job.message) };
  const description = describeMessage(job.message);
  const known = findPair(job.making.material, job.making.machine);
  const pair = known ?? pairs[0]!;
  const inColour = logoInColour(job, pair);
  const cache = encodeAndDraw(job, payload, encodeSettings, inColour, library, previous?.cache);
  const findings: Finding[] = [...description.findings, ...cache.encoded.findings];
  if (!known) findings.push(unknownPair(job));
  if (cache.art.finding !== null) findings.push(cache.art.finding);
  const ground = groundOf(job, library);
  if (ground !== null && 'code' in ground) findings.push(ground);
  const groundPicture = ground !== null && 'png' in ground ? ground : null;
  const { symbol } = cache.encoded;
  let made: Made | null = null;
  if (symbol && cache.artwork) {
    const { art } = cache.art;
    const { logo } = job;
    const piece = layPiece(cache.artwork, job.piece);
    const plan = planPiece(piece, pair, job.making, { paint: job.style.paint, ground: groundPicture });
    const tones = onDemand(() => moduleTones(symbol, job.style.paint, groundPicture, pair));
    const context: LimitContext = {
      tones,
      symbol,
      symbolSettings: job.symbol,
      smallestVersions: () => smallestVersions(payload, encodeSettings),
      style: job.style,
      groundPicture,
      damage: cache.damage,
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
      plan,
      pair,
      readingDistanceMm: job.reading.distanceM * 1000,
    };
    const rule = symbolRuleFinding(description, symbol);
    if (rule !== null) findings.push(rule);
    findings.push(...measureLimits(context));
    made = {
      symbol,
      artwork: cache.artwork,
      damage: cache.damage,
      ground: groundPicture,
      tones,
      piece,
      plan,
      fitRanges: fitRanges(context),
    };
  }
  const overridden = new Set(job.overrides.map(({ code }) => code));
  const heldBackBy = findings.filter(
    ({ severity, code }) => severity === 'stop' && (made === null || !overridden.has(code)),
  );
  return {
    job,
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

/** The largest safe share of a job's logo at its place; null without a logo and when no size is safe. */
export function safestShare({ job, made, cache, pair }: JobResult): number | null {
  if (made === null || cache.art.art === null || job.logo === null) return null;
  return largestSafeShare(cache.art.art, job.logo, made.symbol, logoInColour(job, pair));
}

/** Whether the logo is printed in its own colours. */
const logoInColour = (job: Job, pair: Pair): boolean =>
  pair.machine.inks === 'process' && !job.making.reversed && (job.logo?.ink.keepsColours ?? false);

function encodeAndDraw(
  job: Job,
  payload: string,
  settings: EncodeSettings,
  inColour: boolean,
  library: LogoLibrary,
  previous: Cache | undefined,
): Cache {
  const symbolKey = JSON.stringify([payload, settings]);
  const isSameSymbol = previous?.symbolKey === symbolKey;
  const encoded = isSameSymbol ? previous.encoded : encodeSymbol(payload, settings);
  const loaded = job.logo && library.logo(job.logo);
  const artKey =
    job.logo && loaded ? JSON.stringify([logoKey(job.logo), job.logo.ink, 'problem' in loaded]) : '';
  const isSameArt = previous?.artKey === artKey && artKey !== '';
  const art = isSameArt ? previous.art : artOf(job, loaded ?? undefined);
  const drawKey = JSON.stringify([symbolKey, artKey, inColour, shapesKey(job.style), job.logo]);
  if (previous?.drawKey === drawKey) return { ...previous, art };
  const { symbol } = encoded;
  if (symbol === null) return { symbolKey, encoded, artKey, art, drawKey, artwork: null, damage: null };
  const placed =
    art.art === null || job.logo === null ? null : placeLogo(art.art, job.logo, symbol.size, inColour);
  return {
    symbolKey,
    encoded,
    artKey,
    art,
    drawKey,
    artwork: drawArtwork(symbol, job.style, placed),
    damage: placed && knockOutDamage(symbol, placed),
  };
}

function artOf({ logo }: Job, loaded: LoadedLogo | undefined): ArtOfLogo {
  if (logo === null) return { art: null, finding: null };
  if (loaded === undefined || 'problem' in loaded)
    return {
      art: null,
      finding: logoFinding('stop', loaded?.problem ?? 'The logo has not been loaded.', 'missing'),
    };
  const art = logoArt(loaded, logo.ink);
  if (art === null)
    return {
      art,
      finding: logoFinding(
        'stop',
        'Nothing of the logo becomes a mark. Change the threshold, or mark its light parts.',
        'empty',
      ),
    };
  return {
    art,
    finding: loaded.notes.length === 0 ? null : logoFinding('caution', loaded.notes.join(' '), 'changed'),
  };
}

function logoFinding(severity: Severity, text: string, unit: string): Finding {
  return {
    code: severity === 'stop' ? 'logo-missing' : 'logo-notes',
    severity,
    title: 'Logo',
    text,
    measured: { value: null, unit },
    required: { value: null, unit: 'whole' },
    source: { tag: 'cp', text: 'what the file holds' },
    fixes:
      severity === 'stop' ? [{ label: 'Take the logo out', changes: [{ path: 'logo', value: null }] }] : [],
  };
}

/** The picture of the ground, or what is wrong with it; null when the ground is no picture. */
function groundOf({ style }: Job, library: LogoLibrary): Picture | Finding | null {
  const { ground } = style.paint;
  if (ground.kind !== 'picture') return null;
  const picture = library.picture(ground.file);
  if (picture !== undefined && !('problem' in picture)) return picture;
  return {
    code: 'ground-missing',
    severity: 'stop',
    title: 'Ground',
    text: picture?.problem ?? `The picture “${ground.fileName}” is not among the saved files.`,
    measured: { value: null, unit: 'missing' },
    required: { value: null, unit: 'a saved picture' },
    source: { tag: 'cp', text: 'what the file holds' },
    fixes: [
      { label: 'Leave the ground bare', changes: [{ path: 'style.paint.ground', value: { kind: 'bare' } }] },
    ],
  };
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
