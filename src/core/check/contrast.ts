/** Limits on contrast: of a mark on its material, or of printed colours module by module. */
import {
  coloursOfMiddles,
  isPlainPaint,
  mapFinders,
  darkenedPaint,
  lightenedPaint,
  plainPaint,
  type Ground,
  type StylePaint,
} from '../artwork';
import { lumaOfRgb, reflectanceOfHex, rgbOfHex } from '../colour';
import {
  type FindingKind,
  say,
  severityRank,
  type Fix,
  type Quantity,
  type Severity,
  type Source,
} from '../finding';
import { largestWhole, slack } from '../numbers';
import { machineKinds, moduleTones, worstPair, type ModuleTone, type ToneKind } from '../plan';
import { changeLogo, changeMaking, changeStyle, fix } from './changes';
import type { CodeContext } from './context';
import type { Measured } from './measured';

/** Differences of tone up to which readers need care, and up to which most of them fail. */
const limits: Readonly<
  Record<ToneKind, { readonly caution: number; readonly stop: number; readonly source: Source }>
> = {
  luminance: {
    caution: 0.4,
    stop: 0.2,
    source: {
      tag: 'std',
      text: 'symbol contrast, ISO/IEC 15415; limit from simulated shots; colours from memory',
    },
  },
  // Twenty shots a pair of greys at 5 pixels a module: all prompt from 40 %, two readers lost from 31 % down on white.
  luma: {
    caution: 0.4,
    stop: 0.3,
    source: { tag: 'sim', text: 'simulated shots of pairs of greys; luma of ITU-R BT.601' },
  },
  red: {
    caution: 0.4,
    stop: 0,
    source: { tag: 'cp', text: 'red light of 660 nm as the red channel; common practice' },
  },
};

/** A mark that is cut in can be filled; one that is as dark as paint already, or printed, gains nothing by it. */
const wantsPaint = ({ machine, markTone, markColour }: CodeContext['pair']): boolean =>
  machineKinds[machine.kind].takesPaint &&
  (markTone === 'darker' ? reflectanceOfHex(markColour) > 0.05 : reflectanceOfHex(markColour) < 0.7);

/** Symbol contrast of a pair: the difference of its two reflectances, 0 to 1. */
export function symbolContrast(baseColour: string, markColour: string): number {
  return Math.abs(reflectanceOfHex(baseColour) - reflectanceOfHex(markColour));
}

/** Whether the machine prints the colours of the style. */
export const printsColours = ({ pair, style, plan, placed }: CodeContext): boolean =>
  pair.machine.inks === 'process' &&
  !plan.reversed &&
  (!isPlainPaint(style.paint) || (placed.artwork.halfTone?.colours.length ?? 0) > 0);

/** Phones do not use red light, so a code that red scanners cannot see is not stopped. */
function severityOf(contrast: number, kind: ToneKind): Severity {
  const { caution, stop } = limits[kind];
  if (contrast >= caution - slack) return 'fine';
  return contrast < stop - slack && kind !== 'red' ? 'stop' : 'caution';
}

const percent = (contrast: number): Quantity => ({ value: contrast * 100, unit: '%' });
const requiredOf = (kind: ToneKind): Quantity => ({
  value: limits[kind].caution * 100,
  unit: '%',
  comparison: '>=',
});

export function measureContrast(context: CodeContext): Measured {
  if (printsColours(context)) return measureColours(context, 'luminance');
  const { pair } = context;
  const contrast = symbolContrast(pair.groundColour, pair.markColour);
  const severity = severityOf(contrast, 'luminance');
  return {
    kind: 'contrast',
    station: 'style',
    severity,
    title: 'Contrast',
    text:
      severity === 'fine'
        ? say`Difference of reflectance between the mark and the bare ${pair.material.name.toLowerCase()}.`
        : say`Marks on ${pair.material.name.toLowerCase()} differ little from the bare surface, so some readers need good light.${wantsPaint(pair) ? ' Paint in the marks would raise it.' : ''}`,
    measured: percent(contrast),
    required: requiredOf('luminance'),
    source: limits.luminance.source,
    fixes: () => (severity === 'fine' ? [] : paintFixes(pair, severity)),
  };
}

/** The darkest and the lightest paint that is usual. */
const paints = {
  darker: { colour: '#1C1A17', name: 'black' },
  lighter: { colour: '#F2F2F0', name: 'white' },
};

/** Paint in the marks, of the tone that differs more from the ground in a camera's picture; where it is wanted. */
function paintFixes(pair: CodeContext['pair'], severity: Severity): Fix[] {
  if (!wantsPaint(pair)) return [];
  const lumaOf = (colour: string): number => lumaOfRgb(rgbOfHex(colour));
  const isLight =
    lumaOf(pair.groundColour) * 2 > lumaOf(paints.darker.colour) + lumaOf(paints.lighter.colour);
  const { colour, name } = isLight ? paints.darker : paints.lighter;
  const filled = severityOf(symbolContrast(pair.groundColour, colour), 'luminance');
  if (severityRank[filled] >= severityRank[severity]) return [];
  return [fix(say`Fill the marks with ${name} paint`, changeMaking({ paintFill: { colour } }))];
}

/** What a camera sees of the difference of dark and light: of the worst pair of modules where colours are printed. */
export function cameraContrast(context: CodeContext): number {
  if (printsColours(context)) return worstPair(context.tones(), 'luma').contrast;
  const { groundColour, markColour } = context.pair;
  return Math.abs(lumaOfRgb(rgbOfHex(groundColour)) - lumaOfRgb(rgbOfHex(markColour)));
}

/** As camera software weighs colours: what is read is the encoded picture, in which light tones lie close together. */
export function measureLumaContrast(context: CodeContext): Measured {
  if (printsColours(context)) return measureColours(context, 'luma');
  const { material } = context.pair;
  const contrast = cameraContrast(context);
  return {
    kind: words.luma.kind,
    station: 'style',
    severity: severityOf(contrast, 'luma'),
    title: words.luma.title,
    text: say`Difference of brightness between the mark and the bare ${material.name.toLowerCase()} in a camera's picture.`,
    measured: percent(contrast),
    required: requiredOf('luma'),
    source: limits.luma.source,
    fixes: () => [],
  };
}

/** As scanners with red light see it; only where colours are printed. */
export const measureRedContrast = (context: CodeContext): Measured | null =>
  printsColours(context) ? measureColours(context, 'red') : null;

const words: Readonly<Record<ToneKind, { kind: FindingKind; title: string; seen: string }>> = {
  luminance: { kind: 'contrast', title: 'Contrast', seen: 'the worst pair of modules' },
  luma: {
    kind: 'contrast-luma',
    title: 'Contrast to cameras',
    seen: 'the worst pair as cameras weigh colours',
  },
  red: {
    kind: 'contrast-red',
    title: 'Contrast in red light',
    seen: 'the worst pair under the red light of scanners',
  },
};

function measureColours(context: CodeContext, tone: ToneKind): Measured {
  const { contrast, dark, light } = worstPair(context.tones(), tone);
  const severity = severityOf(contrast, tone);
  const { kind, title, seen } = words[tone];
  return {
    kind,
    station: 'style',
    severity,
    title,
    text: say`Difference between ${seen}: the lightest dark one ${placeOf(dark)} and the darkest light one ${placeOf(light)}.${
      tone === 'red' && severity !== 'fine'
        ? ' Red marks look white to such scanners; phones are not concerned.'
        : ''
    }`,
    measured: percent(contrast),
    required: requiredOf(tone),
    source: limits[tone].source,
    fixes: () => (severity === 'fine' ? [] : colourFixes(context, tone)),
  };
}

const placeOf = ({ row, column }: ModuleTone): string =>
  row < 0 || column < 0 ? 'in the quiet zone' : `in row ${row + 1}, column ${column + 1}`;

/** A little beyond the limit, so that rounded colours still keep it. */
const spare = 0.01;

/** Whether a paint passes for eyes and for cameras, and for red light where that was asked. */
function passes(
  { symbol, groundPicture, pair, placed }: CodeContext,
  paint: StylePaint,
  kind: ToneKind,
): boolean {
  const middleColours = coloursOfMiddles(placed.artwork.halfTone, symbol.size);
  const tones = moduleTones(symbol, paint, groundPicture, pair, middleColours);
  const kinds: readonly ToneKind[] = kind === 'red' ? ['luminance', 'luma', 'red'] : ['luminance', 'luma'];
  return kinds.every((each) => worstPair(tones, each).contrast >= limits[each].caution + spare);
}

/** Darkens what is dark just enough; else lightens the ground; else both, and plain ink where nothing else helps. */
function colourFixes(context: CodeContext, kind: ToneKind): Fix[] {
  const { paint } = context.style;
  const isEnough = (candidate: StylePaint): boolean => passes(context, candidate, kind);
  const darkenedTo = (most: number): StylePaint => ({
    ...paint,
    modules: paint.modules && darkenedPaint(paint.modules, most),
    finders: mapFinders(paint.finders, ({ ring, centre }) => ({
      ring: ring && darkenedPaint(ring, most),
      centre: centre && darkenedPaint(centre, most),
    })),
  });
  const lightenedTo = (least: number): StylePaint => ({
    ...paint,
    ground: lightenedGround(paint.ground, least),
  });
  const fixes: Fix[] = [];
  const dark = furthest((share) => isEnough(darkenedTo(share)));
  if (dark !== null)
    fixes.push(
      fix(['Darken the modules until it passes'], changeStyle(context, { paint: darkenedTo(dark) })),
    );
  if (paint.ground.kind !== 'bare') {
    const light = furthest((share) => isEnough(lightenedTo(1 - share)));
    if (light !== null)
      fixes.push(
        fix(
          ['Lighten the background until it passes'],
          changeStyle(context, { paint: lightenedTo(1 - light) }),
        ),
      );
    if (fixes.length === 0) fixes.push(bothWays(context, kind, darkenedTo, lightenedTo));
  }
  return [...fixes, ...oneInkFixes(context)];
}

/** Where parts of modules have the colours of a picture. */
function oneInkFixes(context: CodeContext): Fix[] {
  const { logoSettings, placed } = context;
  if (logoSettings === null || (placed.artwork.halfTone?.colours.length ?? 0) === 0) return [];
  return [
    fix(
      ['Print the picture in one ink'],
      changeLogo(context, { ink: { ...logoSettings.ink, keepsColours: false } }),
    ),
  ];
}

/** A light ground, and modules darkened as far as it then takes. */
function bothWays(
  context: CodeContext,
  kind: ToneKind,
  darkenedTo: (most: number) => StylePaint,
  lightenedTo: (least: number) => StylePaint,
): Fix {
  const ground = lightenedTo(0.92).ground;
  const both = (most: number): StylePaint => ({ ...darkenedTo(most), ground });
  const most = furthest((share) => passes(context, both(share), kind));
  return most === null
    ? fix(
        ['Darken the modules and remove the background'],
        changeStyle(context, { paint: { ...darkenedTo(0.35), ground: { kind: 'bare' } } }),
      )
    : fix(['Darken the modules and lighten the background'], changeStyle(context, { paint: both(most) }));
}

/** The largest share of 0 to 1 that still holds, in steps of a hundredth; null when not even 0 does. */
function furthest(holds: (share: number) => boolean): number | null {
  const hundredths = largestWhole(0, 99, (share) => holds(share / 100));
  return hundredths === null ? null : hundredths / 100;
}

function lightenedGround(ground: Ground, least: number): Ground {
  if (ground.kind === 'paint') return { ...ground, paint: lightenedPaint(ground.paint, least) };
  if (ground.kind === 'picture')
    return { ...ground, opacity: Math.max(0.02, Number(Math.min(ground.opacity, 1 - least).toFixed(2))) };
  return ground;
}

/** Colours that a machine with one kind of mark cannot give. */
export function measureUnusedPaint(context: CodeContext): Measured | null {
  const { pair, style, plan } = context;
  if (isPlainPaint(style.paint) || (pair.machine.inks === 'process' && !plan.reversed)) return null;
  return {
    kind: 'paint-unused',
    station: 'style',
    severity: 'caution',
    title: 'Colours',
    text: plan.reversed
      ? ['The style has colours, but a reversed code is printed in one ink only.']
      : say`The style has colours, but ${pair.machine.name} makes one kind of mark. They do nothing here.`,
    measured: { words: 'not printed' },
    required: { words: 'printed, or none' },
    source: { tag: 'cp', text: 'inks of the machine' },
    fixes: () => [fix(['Remove the colours'], changeStyle(context, { paint: plainPaint }))],
  };
}
