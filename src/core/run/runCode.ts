/** One code of a job on its way to the piece: payload, symbol, logo, artwork. */
import { drawArtwork, shapesKey, type Artwork } from '../artwork';
import {
  knockOutDamage,
  logoKey,
  placeLogo,
  readyArt,
  type Damage,
  type LoadedLogo,
  type LogoArt,
  type Picture,
} from '../logo';
import type { PartFinding, Severity } from '../finding';
import type { CodeSettings } from '../job';
import type { Library } from './library';
import { describeMessage, holdsBytes, writeMessage, type Description } from '../message';
import { encodeSymbol, type EncodeResult, type EncodeSettings, type QrSymbol } from '../symbol';

export interface CodeRun {
  readonly settings: CodeSettings;
  /** Text, or one character a byte when `isBytes`. */
  readonly payload: string;
  readonly isBytes: boolean;
  readonly encodeSettings: EncodeSettings;
  readonly description: Description;
  /** Whether the logo is printed in its own colours. */
  readonly inColour: boolean;
  /** The logo ready to be placed; null without one. */
  readonly art: LogoArt | null;
  readonly symbol: QrSymbol | null;
  readonly artwork: Artwork | null;
  /** What the logo does to the symbol; null without one. */
  readonly damage: Damage | null;
  /** The picture that is the ground; null without one. */
  readonly ground: Picture | null;
  /** What message, symbol and logo say of it. */
  readonly findings: readonly PartFinding[];
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
  readonly finding: PartFinding | null;
}

/** `printsColours`: the machine prints them, and the code is not reversed. */
export function runCode(
  settings: CodeSettings,
  printsColours: boolean,
  library: Library,
  previous?: CodeRun,
): CodeRun {
  const payload = writeMessage(settings.message);
  const description = describeMessage(settings.message);
  const encodeSettings = {
    ...settings.symbol,
    // A level that the message's own standard asks for is not raised: that would be a stop of our own making.
    raiseLevel: settings.symbol.raiseLevel && description.symbolRule?.level !== settings.symbol.level,
    isBytes: holdsBytes(settings.message),
  };
  const inColour = printsColours && (settings.logo?.ink.keepsColours ?? false);
  const cache = encodeAndDraw(settings, payload, encodeSettings, inColour, library, previous?.cache);
  const { encoded, art, artwork, damage } = cache;
  const findings: PartFinding[] = [...description.findings, ...encoded.findings];
  if (art.finding !== null) findings.push(art.finding);
  const ground = groundOf(settings, library);
  if (ground !== null && 'kind' in ground) findings.push(ground);
  const rule = encoded.symbol && symbolRuleFinding(description, encoded.symbol);
  if (rule) findings.push(rule);
  return {
    settings,
    payload,
    isBytes: encodeSettings.isBytes,
    encodeSettings,
    description,
    inColour,
    art: art.art,
    symbol: encoded.symbol,
    artwork,
    damage,
    ground: ground !== null && 'png' in ground ? ground : null,
    findings,
    cache,
  };
}

function encodeAndDraw(
  job: CodeSettings,
  payload: string,
  settings: EncodeSettings,
  inColour: boolean,
  library: Library,
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

function artOf({ logo }: CodeSettings, loaded: LoadedLogo | undefined): ArtOfLogo {
  if (logo === null) return { art: null, finding: null };
  if (loaded === undefined)
    return { art: null, finding: logoFinding('stop', 'The logo has not been loaded.', 'missing') };
  const art = readyArt(loaded, logo.ink);
  if ('problem' in art) return { art: null, finding: logoFinding('stop', art.problem, 'not drawn') };
  const notes = 'notes' in loaded ? loaded.notes : [];
  return { art, finding: notes.length === 0 ? null : logoFinding('caution', notes.join(' '), 'changed') };
}

function logoFinding(severity: Severity, text: string, words: string): PartFinding {
  return {
    kind: severity === 'stop' ? 'logo-missing' : 'logo-notes',
    station: 'style',
    severity,
    title: 'Logo',
    text: [text],
    measured: { words },
    required: { words: 'whole' },
    source: { tag: 'cp', text: 'what the file holds' },
    fixes:
      severity === 'stop' ? [{ label: ['Take the logo out'], changes: [{ part: 'logo', set: null }] }] : [],
  };
}

/** The picture of the ground, or what is wrong with it; null when the ground is no picture. */
function groundOf({ style }: CodeSettings, library: Library): Picture | PartFinding | null {
  const { ground } = style.paint;
  if (ground.kind !== 'picture') return null;
  const picture = library.picture(ground.file);
  if (picture !== undefined && !('problem' in picture)) return picture;
  return {
    kind: 'ground-missing',
    station: 'style',
    severity: 'stop',
    title: 'Ground',
    text: [picture?.problem ?? `The picture “${ground.fileName}” is not among the saved files.`],
    measured: { words: 'missing' },
    required: { words: 'a saved picture' },
    source: { tag: 'cp', text: 'what the file holds' },
    fixes: [
      {
        label: ['Leave the ground bare'],
        changes: [{ part: 'style', set: { paint: { ...style.paint, ground: { kind: 'bare' } } } }],
      },
    ],
  };
}

/** What the message's own standard asks of the symbol, when the symbol does not keep to it. */
function symbolRuleFinding({ symbolRule }: Description, { level, version }: QrSymbol): PartFinding | null {
  if (symbolRule === undefined || (level === symbolRule.level && version <= symbolRule.largestVersion))
    return null;
  const wanted = `${symbolRule.level}, version up to ${symbolRule.largestVersion}`;
  return {
    kind: 'symbol-rule',
    station: 'style',
    severity: 'stop',
    title: 'Symbol',
    text: [`This kind of message asks for level ${wanted}; the symbol is ${version}-${level}.`],
    measured: { words: `${version}-${level}` },
    required: { words: wanted },
    source: symbolRule.source,
    fixes:
      level === symbolRule.level
        ? []
        : [
            {
              label: [`Choose level ${symbolRule.level}`],
              changes: [
                {
                  part: 'symbol',
                  set: { level: symbolRule.level, raiseLevel: false, version: 'smallest' },
                },
              ],
            },
          ],
  };
}
