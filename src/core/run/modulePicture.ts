/** A logo that the modules draw: what is wished of them, how well it can be met, and what would meet it better. */
import { mm, say, type Fix, type PartChange, type PartFinding } from '../finding';
import type { CodeSettings } from '../job';
import { tailPlace, type TailPlace } from '../message';
import { isSteered, putLogo, wishesOfLogo, type LogoArt, type LogoSettings, type PartTones } from '../logo';
import {
  blockLayout,
  encodeSymbol,
  type EncodeSettings,
  type Level,
  levels,
  type Steering,
  type Wishes,
} from '../symbol';

/** What is wished of the modules of a symbol of some size; null where no bits are chosen for it. */
export const wishesOf = (
  logo: LogoSettings | null,
  art: LogoArt | null,
): ((size: number) => Wishes) | null => (isSteered(logo) ? codeWishes(logo, art) : null);

/** The same whether or not bits are chosen for it; null without a logo that can be placed. */
export const codeWishes = (
  logo: LogoSettings | null,
  art: LogoArt | null,
): ((size: number) => Wishes) | null =>
  logo === null || art === null
    ? null
    : (size) => wishesOfLogo(putLogo(art, logo, size, false), size, logo.brush);

/** Where the digits of a tail may stand, or why they may not; null where nothing asks for them. */
export const tailFor = ({ logo }: Pick<CodeSettings, 'logo'>, said: string): TailPlace | null =>
  logo === null || !isSteered(logo) || logo.bits === 'filling' ? null : tailPlace(said, logo.bits);

/** Where no digits may stand the filling of the symbol is taken, which is said. */
export const tailFindings = (problem: string): readonly PartFinding[] => [
  {
    kind: 'picture-tail',
    station: 'style',
    severity: 'caution',
    title: 'Digits behind the address',
    text: [`${problem} The bits are taken from what fills the symbol.`],
    measured: { words: 'none' },
    required: { words: 'an address' },
    source: { tag: 'std', text: 'RFC 3986, 3.5; RFC 9110, 4.2.5' },
    fixes: [
      { label: ['Use the bits of the filling'], changes: [{ part: 'logo', set: { bits: 'filling' } }] },
    ],
  },
];

/** A symbol in which the picture could be drawn. */
export interface PictureChoice {
  readonly version: number;
  readonly level: Level;
  /** Share of the wishes that are met, by how much they matter. */
  readonly match: number;
  readonly freeBits: number;
  readonly moduleMm: number;
  /** Share of the codewords that may be damaged, evenly over the blocks. */
  readonly survives: number;
}

const versionsTried = 8;

/** All levels of the version at hand, and the versions above it at the level that is set, with what each gives and costs. */
export function pictureChoices(
  code: CodeSettings,
  payload: string,
  settings: EncodeSettings,
  version: number,
  art: LogoArt | null,
): readonly PictureChoice[] {
  const wishes = wishesOf(code.logo, art);
  if (wishes === null) return [];
  const tail = tailFor(code, payload);
  const tailLead = tail !== null && 'lead' in tail ? tail.lead : null;
  const larger = Array.from({ length: versionsTried - 1 }, (_, step) => version + 1 + step);
  const tried = [
    ...levels.map((level) => ({ version, level })),
    ...larger
      .filter((version) => version <= 40)
      .map((version) => ({ version: version, level: settings.level })),
  ];
  return tried.flatMap((setting): PictureChoice[] => {
    const { symbol, steering } = encodeSymbol(payload, { ...settings, ...setting }, wishes, tailLead);
    if (symbol === null || steering === null) return [];
    return [
      {
        ...setting,
        match: steering.match,
        freeBits: steering.freeBits,
        moduleMm: code.placement.widthMm / symbol.size,
        survives: survivesAt(setting.version, setting.level),
      },
    ];
  });
}

function survivesAt(version: number, level: Level): number {
  const { correctablePerBlock, blockCount, totalCodewords } = blockLayout(version, level);
  return (correctablePerBlock * blockCount) / totalCodewords;
}

const percent = (share: number): number => Math.floor(share * 1000) / 10;

/** From here on a picture is seen for what it is; below it is a caution (from memory, by looking). */
export const goodMatch = 0.85;

/** How well it is drawn; a better symbol is asked for only where it is not. */
export function pictureFindings(
  steering: Steering,
  better: () => PictureChoice | null,
  parts: PartsOfPicture | null = null,
): readonly PartFinding[] {
  // Parts draw what whole modules do not.
  const match = parts?.match ?? steering.match;
  const isGood = parts !== null || match >= goodMatch;
  const text =
    steering.wished === 0
      ? 'The picture lies beside the modules that can be steered. Move it, or make it larger.'
      : steering.freeBits === 0
        ? 'The message fills the symbol: no bit is free to draw with. A larger version or a shorter message leaves some.'
        : isGood
          ? 'The modules draw the picture, and no error correction is used for it.'
          : 'The modules draw the picture only in part. A larger version leaves more bits to draw with; a shorter message and a lower level do, too.';
  return [
    {
      kind: 'picture-match',
      station: 'style',
      severity: isGood && steering.wished > 0 ? 'fine' : 'caution',
      title: 'Picture of modules',
      text: [text],
      measured: { value: percent(match), unit: '%' },
      required: { value: percent(goodMatch), unit: '%', comparison: '>=' },
      source: { tag: 'mem', text: 'by looking; padding: ISO/IEC 18004:2015, 7.4.10' },
      fixes: isGood ? [] : betterVersion(steering, better()),
    },
  ];
}

/** How parts of modules follow a picture. */
export interface PartsOfPicture extends Pick<PartTones, 'contrast' | 'hasTones'> {
  /** Share of them that are as it wants them. */
  readonly match: number;
}

/** Tones of a picture that differ by less show nothing but grain when they are spread (from memory, by looking). */
const leastContrast = 0.2;

/** What parts of modules make of a picture. */
export function halfToneFindings({ contrast, hasTones }: PartsOfPicture): readonly PartFinding[] {
  if (!hasTones) return [];
  const isEnough = contrast >= leastContrast;
  return [
    {
      kind: 'picture-contrast',
      station: 'style',
      severity: isEnough ? 'fine' : 'caution',
      title: 'Contrast of the picture',
      text: [
        isEnough
          ? 'The picture has tones that differ enough to be seen as parts of modules.'
          : 'The darkest and the lightest parts of the picture hardly differ, so that grain is all that is seen of it. Take a picture with more contrast.',
      ],
      measured: { value: percent(contrast), unit: '%' },
      required: { value: percent(leastContrast), unit: '%', comparison: '>=' },
      source: { tag: 'mem', text: 'by looking' },
      fixes: [],
    },
  ];
}

/** Of those at a level the first that draws it well, or the one that draws it best; null without any. */
export function bestChoice(
  choices: readonly PictureChoice[],
  level: Level | undefined,
): PictureChoice | null {
  const ofLevel = choices.filter((choice) => choice.level === level);
  const best = ofLevel.reduce<PictureChoice | null>(
    (most, choice) => (most === null || choice.match > most.match ? choice : most),
    null,
  );
  return ofLevel.find(({ match }) => match >= goodMatch) ?? best;
}

function betterVersion(steering: Steering, chosen: PictureChoice | null): readonly Fix<PartChange>[] {
  if (chosen === null || chosen.match <= steering.match) return [];
  const match = `${Math.floor(chosen.match * 100)} %`;
  return [
    {
      label: say`Use version ${chosen.version}: ${match} of it, modules of ${mm(chosen.moduleMm)}`,
      changes: [{ part: 'symbol', set: { version: chosen.version, mask: 'least-penalty' } }],
    },
  ];
}
