/** Limits on contrast: of a mark on its material, or of printed colours module by module. */
import {
  isPlainPaint,
  darkenedPaint,
  lightenedPaint,
  plainPaint,
  type Ground,
  type Paint,
  type StylePaint,
} from '../artwork';
import { lumaOfRgb, reflectanceOfHex, rgbOfHex } from '../colour';
import type { Finding, Fix, Severity, Source } from '../finding';
import { moduleTones, worstPair, type ModuleTone, type ToneKind } from '../plan';
import { change, slack, type LimitContext } from './context';

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

/** Symbol contrast of a pair: the difference of its two reflectances, 0 to 1. */
export function symbolContrast(baseColour: string, markColour: string): number {
  return Math.abs(reflectanceOfHex(baseColour) - reflectanceOfHex(markColour));
}

/** Whether the machine prints the colours of the style. */
export const printsColours = ({ pair, style, plan }: LimitContext): boolean =>
  pair.machine.inks === 'process' && !plan.reversed && !isPlainPaint(style.paint);

/** Phones do not use red light, so a code that red scanners cannot see is not stopped. */
function severityOf(contrast: number, kind: ToneKind): Severity {
  const { caution, stop } = limits[kind];
  if (contrast >= caution - slack) return 'fine';
  return contrast < stop - slack && kind !== 'red' ? 'stop' : 'caution';
}

const percent = (contrast: number): Finding['measured'] => ({ value: contrast * 100, unit: '%' });
const requiredOf = (kind: ToneKind): Finding['required'] => ({
  value: limits[kind].caution * 100,
  unit: '%',
  comparison: '>=',
});

export function measureContrast(context: LimitContext): Finding {
  if (printsColours(context)) return measureColours(context, 'luminance');
  const { pair } = context;
  const contrast = symbolContrast(pair.material.baseColour, pair.markColour);
  const severity = severityOf(contrast, 'luminance');
  return {
    code: 'contrast',
    severity,
    title: 'Contrast',
    text:
      severity === 'fine'
        ? `Difference of reflectance between the mark and the bare ${pair.material.name.toLowerCase()}.`
        : `Marks on ${pair.material.name.toLowerCase()} differ little from the bare surface, so some readers need good light. Paint in the marks would raise it.`,
    measured: percent(contrast),
    required: requiredOf('luminance'),
    source: limits.luminance.source,
    fixes: [],
  };
}

/** As camera software weighs colours: what is read is the encoded picture, in which light tones lie close together. */
export function measureLumaContrast(context: LimitContext): Finding {
  if (printsColours(context)) return measureColours(context, 'luma');
  const { material, markColour } = context.pair;
  const contrast = Math.abs(lumaOfRgb(rgbOfHex(material.baseColour)) - lumaOfRgb(rgbOfHex(markColour)));
  return {
    code: words.luma.code,
    severity: severityOf(contrast, 'luma'),
    title: words.luma.title,
    text: `Difference of brightness between the mark and the bare ${material.name.toLowerCase()} in a camera's picture.`,
    measured: percent(contrast),
    required: requiredOf('luma'),
    source: limits.luma.source,
    fixes: [],
  };
}

/** As scanners with red light see it; only where colours are printed. */
export const measureRedContrast = (context: LimitContext): Finding | null =>
  printsColours(context) ? measureColours(context, 'red') : null;

const words: Readonly<Record<ToneKind, { code: string; title: string; seen: string }>> = {
  luminance: { code: 'contrast', title: 'Contrast', seen: 'the worst pair of modules' },
  luma: {
    code: 'contrast-luma',
    title: 'Contrast to cameras',
    seen: 'the worst pair as cameras weigh colours',
  },
  red: {
    code: 'contrast-red',
    title: 'Contrast in red light',
    seen: 'the worst pair under the red light of scanners',
  },
};

function measureColours(context: LimitContext, kind: ToneKind): Finding {
  const { contrast, dark, light } = worstPair(context.tones(), kind);
  const severity = severityOf(contrast, kind);
  const { code, title, seen } = words[kind];
  return {
    code,
    severity,
    title,
    text: `Difference between ${seen}: the lightest dark one ${placeOf(dark)} and the darkest light one ${placeOf(light)}.${
      kind === 'red' && severity !== 'fine'
        ? ' Red marks look white to such scanners; phones are not concerned.'
        : ''
    }`,
    measured: percent(contrast),
    required: requiredOf(kind),
    source: limits[kind].source,
    fixes: severity === 'fine' ? [] : colourFixes(context, kind),
  };
}

const placeOf = ({ row, column }: ModuleTone): string =>
  row < 0 || column < 0 ? 'in the quiet zone' : `in row ${row + 1}, column ${column + 1}`;

/** A little beyond the limit, so that rounded colours still keep it. */
const spare = 0.01;

/** Whether a paint passes for eyes and for cameras, and for red light where that was asked. */
function passes({ symbol, groundPicture, pair }: LimitContext, paint: StylePaint, kind: ToneKind): boolean {
  const tones = moduleTones(symbol, paint, groundPicture, pair);
  const kinds: readonly ToneKind[] = kind === 'red' ? ['luminance', 'luma', 'red'] : ['luminance', 'luma'];
  return kinds.every((each) => worstPair(tones, each).contrast >= limits[each].caution + spare);
}

/** Darkens what is dark just enough; else lightens the ground; else both, and plain ink where nothing else helps. */
function colourFixes(context: LimitContext, kind: ToneKind): Fix[] {
  const { paint } = context.style;
  const isEnough = (candidate: StylePaint): boolean => passes(context, candidate, kind);
  const darkenedTo = (most: number): StylePaint => ({
    ...paint,
    modules: paint.modules && darkenedPaint(paint.modules, most),
    finders: mapFinders(paint.finders, (part) => darkenedPaint(part, most)),
  });
  const lightenedTo = (least: number): StylePaint => ({
    ...paint,
    ground: lightenedGround(paint.ground, least),
  });
  const fixes: Fix[] = [];
  const dark = furthest((share) => isEnough(darkenedTo(share)));
  if (dark !== null)
    fixes.push({
      label: 'Darken the modules until it passes',
      changes: [change('style.paint', darkenedTo(dark))],
    });
  if (paint.ground.kind !== 'bare') {
    const light = furthest((share) => isEnough(lightenedTo(1 - share)));
    if (light !== null)
      fixes.push({
        label: 'Lighten the ground until it passes',
        changes: [change('style.paint', lightenedTo(1 - light))],
      });
    if (fixes.length === 0) fixes.push(bothWays(context, kind, darkenedTo, lightenedTo));
  }
  return fixes;
}

/** A light ground, and modules darkened as far as it then takes. */
function bothWays(
  context: LimitContext,
  kind: ToneKind,
  darkenedTo: (most: number) => StylePaint,
  lightenedTo: (least: number) => StylePaint,
): Fix {
  const ground = lightenedTo(0.92).ground;
  const both = (most: number): StylePaint => ({ ...darkenedTo(most), ground });
  const most = furthest((share) => passes(context, both(share), kind));
  return most === null
    ? {
        label: 'Darken the modules and leave the ground bare',
        changes: [change('style.paint', { ...darkenedTo(0.35), ground: { kind: 'bare' } })],
      }
    : {
        label: 'Darken the modules and lighten the ground',
        changes: [change('style.paint', both(most))],
      };
}

/** The largest share of 0 to 1 that still holds, in steps of a hundredth; null when not even 0 does. */
function furthest(holds: (share: number) => boolean): number | null {
  if (!holds(0)) return null;
  let low = 0;
  let high = 100;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (holds(middle / 100)) low = middle;
    else high = middle;
  }
  return low / 100;
}

function mapFinders(finders: StylePaint['finders'], make: (paint: Paint) => Paint): StylePaint['finders'] {
  return finders.map(({ ring, centre }) => ({
    ring: ring && make(ring),
    centre: centre && make(centre),
  })) as unknown as StylePaint['finders'];
}

function lightenedGround(ground: Ground, least: number): Ground {
  if (ground.kind === 'paint') return { ...ground, paint: lightenedPaint(ground.paint, least) };
  if (ground.kind === 'picture')
    return { ...ground, opacity: Math.max(0.02, Number(Math.min(ground.opacity, 1 - least).toFixed(2))) };
  return ground;
}

/** Colours that a machine with one kind of mark cannot give. */
export function measureUnusedPaint({ pair, style, plan }: LimitContext): Finding | null {
  if (isPlainPaint(style.paint) || (pair.machine.inks === 'process' && !plan.reversed)) return null;
  return {
    code: 'paint-unused',
    severity: 'caution',
    title: 'Colours',
    text: plan.reversed
      ? 'The style has colours, but a reversed code is printed in one ink only.'
      : `The style has colours, but ${pair.machine.name} makes one kind of mark. They do nothing here.`,
    measured: { value: null, unit: 'not printed' },
    required: { value: null, unit: 'printed, or none' },
    source: { tag: 'cp', text: 'inks of the machine' },
    fixes: [
      {
        label: 'Take the colours out',
        changes: [change('style.paint', plainPaint)],
      },
    ],
  };
}
