/** One code of a job on its way to the piece: payload, symbol, logo, artwork. */
import { drawArtwork, type HalfTone, shapesKey, splitModules, type Artwork } from '../artwork';
import {
  isDrawnByModules,
  isSplit,
  isSteered,
  knockOutDamage,
  logoKey,
  type PartTones,
  partTones,
  placeLogo,
  putLogo,
  readyArt,
  type Damage,
  type LoadedLogo,
  type LogoArt,
  type Picture,
  type PutLogo,
  type LogoSettings,
} from '../logo';
import type { Fix, PartChange, PartFinding, Severity } from '../finding';
import { type FixesWanted, wantsFixes } from '../check';
import type { CodeSettings } from '../job';
import type { Library } from './library';
import {
  bestChoice,
  halfToneFindings,
  tailFindings,
  tailFor,
  type PartsOfPicture,
  pictureChoices,
  type PictureChoice,
  pictureFindings,
  wishesOf,
} from './modulePicture';
import { allSteps, inTurns, onDemand } from '../tasks';
import { describeMessage, holdsBytes, type TailPlace, writeMessage, type Description } from '../message';
import { encodeSteps, type EncodeResult, type EncodeSettings, type QrSymbol, type Steering } from '../symbol';

export interface ModulePicture {
  /** What became of its wishes; null where no bits are chosen for it. */
  readonly steering: Steering | null;
  /** How parts of modules follow it; null where modules are whole. */
  readonly parts: PartsOfPicture | null;
  /** Where it lies, in modules. */
  readonly field: Pick<PutLogo, 'box' | 'knockOut'>;
  /** Each costs a symbol. */
  readonly choices: () => readonly PictureChoice[];
}

export interface CodeRun {
  readonly settings: CodeSettings;
  /** What readers get: text, or one character a byte when `isBytes`. */
  readonly payload: string;
  /** The same without a tail of digits: what the message says. */
  readonly said: string;
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
  /** The logo that modules draw; null without one. */
  readonly picture: ModulePicture | null;
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
  /** Where modules draw the logo; null where they do not. */
  readonly field: PutLogo | null;
  readonly parts: PartsOfPicture | null;
}

/** The logo ready to be placed; or what keeps it from that; both null without a logo. */
interface ArtOfLogo {
  readonly art: LogoArt | null;
  readonly finding: PartFinding | null;
}

/** `printsColours`: the machine prints them, and the code is not reversed. Fixes that cost symbols come only where they are wanted. */
export function runCode(
  settings: CodeSettings,
  printsColours: boolean,
  library: Library,
  previous?: CodeRun,
  fixesWanted: FixesWanted = 'all',
): CodeRun {
  const asked = symbolAsked(settings, library, previous?.cache);
  const { said, tail, description, encodeSettings } = asked;
  const inColour =
    printsColours && settings.logo?.by !== 'free-bits' && (settings.logo?.ink.keepsColours ?? false);
  const cache = encodeAndDraw(settings, asked, inColour, previous?.cache);
  const { encoded, art, artwork, damage, field, parts } = cache;
  const { steering } = encoded;
  const findings: PartFinding[] = [...description.findings, ...encoded.findings];
  if (art.finding !== null) findings.push(art.finding);
  const choices = onDemand(() =>
    pictureChoices(settings, said, encodeSettings, encoded.symbol?.version ?? 1, art.art),
  );
  // A fix keeps the level: what a code has to survive is the owner's choice.
  const better = () =>
    wantsFixes(fixesWanted, 'caution') ? bestChoice(choices(), encoded.symbol?.level) : null;
  if (steering !== null) findings.push(...pictureFindings(steering, better, parts));
  if (parts !== null) findings.push(...halfToneFindings(parts));
  if (tail !== null && 'problem' in tail) findings.push(...tailFindings(tail.problem));
  const ground = groundOf(settings, library);
  if (ground !== null && 'kind' in ground) findings.push(ground);
  const rule = encoded.symbol && symbolRuleFinding(description, encoded.symbol);
  if (rule) findings.push(rule);
  return {
    settings,
    payload: encoded.text,
    said,
    isBytes: encodeSettings.isBytes,
    encodeSettings,
    description,
    inColour,
    art: art.art,
    symbol: encoded.symbol,
    artwork,
    damage,
    ground: ground !== null && 'png' in ground ? ground : null,
    picture: field === null ? null : { steering, parts, choices, field },
    findings,
    cache,
  };
}

/** What the symbol of a code is made from. */
interface SymbolAsked {
  readonly said: string;
  readonly tail: TailPlace | null;
  readonly description: Description;
  readonly encodeSettings: EncodeSettings & { readonly isBytes: boolean };
  readonly artKey: string;
  readonly art: ArtOfLogo;
  readonly symbolKey: string;
  readonly steps: () => Iterator<void, EncodeResult>;
}

function symbolAsked(settings: CodeSettings, library: Library, previous: Cache | undefined): SymbolAsked {
  const { logo } = settings;
  const said = writeMessage(settings.message);
  const tail = tailFor(settings, said);
  const tailLead = tail !== null && 'lead' in tail ? tail.lead : null;
  const description = describeMessage(settings.message);
  const encodeSettings = {
    ...settings.symbol,
    // A level that the message's own standard asks for is not raised: that would be a stop of our own making.
    // Nor where free bits draw a picture: a higher level would take them.
    raiseLevel:
      settings.symbol.raiseLevel &&
      description.symbolRule?.level !== settings.symbol.level &&
      !isSteered(logo),
    isBytes: holdsBytes(settings.message),
  };
  const loaded = logo && library.logo(logo);
  const artKey =
    logo && loaded ? JSON.stringify([logoKey(logo), logo.ink, isSplit(logo), 'problem' in loaded]) : '';
  const isSameArt = previous?.artKey === artKey && artKey !== '';
  const art = isSameArt ? previous.art : artOf(settings, loaded ?? undefined);
  const wishes = wishesOf(logo, art.art);
  return {
    said,
    tail,
    description,
    encodeSettings,
    artKey,
    art,
    symbolKey: JSON.stringify([said, encodeSettings, tailLead, wishes === null ? null : [artKey, logo]]),
    steps: () => encodeSteps(said, encodeSettings, wishes, tailLead),
  };
}

/**
 * The run before this one with the symbol that this one needs, made in turns, so that a newer question can call it off: null then. Symbols
 * that no picture is drawn with are made at once anyway.
 */
export async function withSymbolSolved(
  previous: CodeRun,
  settings: CodeSettings,
  library: Library,
  isStale: () => boolean,
): Promise<CodeRun | null> {
  if (!isSteered(settings.logo)) return previous;
  const { symbolKey, steps, artKey, art } = symbolAsked(settings, library, previous.cache);
  if (symbolKey === previous.cache.symbolKey) return previous;
  const encoded = await inTurns(steps(), isStale);
  return encoded && { ...previous, cache: { ...previous.cache, symbolKey, encoded, artKey, art } };
}

function encodeAndDraw(
  job: CodeSettings,
  { artKey, art, symbolKey, steps }: SymbolAsked,
  inColour: boolean,
  previous: Cache | undefined,
): Cache {
  const isSameSymbol = previous?.symbolKey === symbolKey;
  const encoded = isSameSymbol ? previous.encoded : allSteps(steps());
  const drawKey = JSON.stringify([symbolKey, artKey, inColour, shapesKey(job.style), job.logo]);
  if (previous?.drawKey === drawKey) return { ...previous, art };
  const { symbol } = encoded;
  const made = { symbolKey, encoded, artKey, art, drawKey };
  if (symbol === null) return { ...made, artwork: null, damage: null, field: null, parts: null };
  const logo = art.art === null || job.logo === null ? null : { art: art.art, settings: job.logo };
  const isDrawn = isDrawnByModules(job.logo);
  const placed = logo && !isDrawn ? placeLogo(logo.art, logo.settings, symbol.size, inColour) : null;
  const tones = logo && isSplit(job.logo) ? partTones(logo.art, logo.settings, symbol.size) : null;
  const halfTone = tones && splitModules(symbol, tones, inColour);
  return {
    ...made,
    artwork: drawArtwork(symbol, job.style, placed, halfTone),
    damage: placed && knockOutDamage(symbol, placed),
    field: logo && isDrawn ? putLogo(logo.art, logo.settings, symbol.size, false) : null,
    parts: tones && halfTone && partsOfPicture(tones, halfTone),
  };
}

const partsOfPicture = (
  { contrast, hasTones }: PartTones,
  { match }: Pick<HalfTone, 'match'>,
): PartsOfPicture => ({ contrast, hasTones, match });

function artOf({ logo }: CodeSettings, loaded: LoadedLogo | undefined): ArtOfLogo {
  if (logo === null) return { art: null, finding: null };
  if (loaded === undefined)
    return { art: null, finding: logoFinding('stop', 'The logo has not been loaded.', 'missing') };
  const art = readyArt(loaded, logo.ink, isSplit(logo));
  if ('problem' in art)
    return { art: null, finding: logoFinding('stop', art.problem, 'not drawn', otherInks(logo, loaded)) };
  const notes = 'notes' in loaded ? loaded.notes : [];
  return { art, finding: notes.length === 0 ? null : logoFinding('caution', notes.join(' '), 'changed') };
}

/** Ways to mark a picture of which nothing becomes a mark as it is set. */
function otherInks(logo: LogoSettings, loaded: LoadedLogo): Fix<PartChange>[] {
  const others = [
    { label: 'Keep the background of the picture', ink: { ...logo.ink, groundTolerance: null } },
    {
      label: logo.ink.inverted ? 'Mark the dark parts of the picture' : 'Mark the light parts of the picture',
      ink: { ...logo.ink, inverted: !logo.ink.inverted },
    },
  ];
  return others
    .filter(({ ink }) => JSON.stringify(ink) !== JSON.stringify(logo.ink))
    .filter(({ ink }) => !('problem' in readyArt(loaded, ink, isSplit(logo))))
    .map(({ label, ink }) => ({ label: [label], changes: [{ part: 'logo', set: { ...logo, ink } }] }));
}

function logoFinding(
  severity: Severity,
  text: string,
  words: string,
  fixes: readonly Fix<PartChange>[] = [],
): PartFinding {
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
      severity === 'stop'
        ? [...fixes, { label: ['Remove the logo'], changes: [{ part: 'logo', set: null }] }]
        : [],
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
    title: 'Background',
    text: [picture?.problem ?? `The picture “${ground.fileName}” is not among the saved files.`],
    measured: { words: 'missing' },
    required: { words: 'a saved picture' },
    source: { tag: 'cp', text: 'what the file holds' },
    fixes: [
      {
        label: ['Remove the background'],
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
