/** Jobs of all kinds, for properties that have to hold whatever a job is. */
import fc from 'fast-check';
import { presets } from '../core/artwork';
import { newJob, itemsOf, withCodeAdded, type CodeSettings, type Job, type ItemDraft } from '../core/job';
import { newLogo } from '../core/logo';
import { roundCorners, type HoleSettings, type OutlineSettings } from '../core/piece';
import { pairs } from '../content';

const mm = (from: number, to: number): fc.Arbitrary<number> =>
  fc.integer({ min: from * 10, max: to * 10 }).map((tenths) => tenths / 10);
const axis = (to: number): fc.Arbitrary<number | 'middle'> =>
  fc.oneof(fc.constant('middle' as const), mm(-5, to));

const icon = { kind: 'icon', icon: 'anchor' } as const;

const drafts: fc.Arbitrary<ItemDraft> = fc.oneof(
  fc.record({
    kind: fc.constant('words' as const),
    text: fc.constantFrom('SCAN ME', 'Bolt 12 mm', '{host}', '{serial}', 'Slipway\nhigh water'),
    xMm: axis(90),
    yMm: axis(90),
    capitalMm: mm(1, 9),
    turnDegrees: fc.constantFrom(0, 0, 90, 15),
    drawn: fc.constantFrom('filled' as const, 'outline' as const),
  }),
  fc.record({
    kind: fc.constant('art' as const),
    source: fc.constant(icon),
    xMm: axis(90),
    yMm: axis(90),
    widthMm: mm(2, 25),
  }),
  fc.record({
    kind: fc.constant('frame' as const),
    around: fc.constantFrom('code-1', 'code-2'),
    shape: fc.constantFrom(
      'panel' as const,
      'band' as const,
      'corners' as const,
      'ring' as const,
      'sides' as const,
    ),
    bandMm: mm(2, 9),
    gapMm: mm(0, 3),
    text: fc.constantFrom('', 'SCAN ME'),
  }),
  fc.record({ kind: fc.constant('border' as const), insetMm: mm(0, 8), lineMm: mm(0.1, 2) }),
);

const outlines: fc.Arbitrary<OutlineSettings> = fc.oneof(
  mm(0, 20).map((radius) => ({ kind: 'rectangle' as const, corners: roundCorners(radius) })),
  fc.constantFrom<OutlineSettings>(
    { kind: 'circle' },
    { kind: 'arch' },
    { kind: 'shield' },
    { kind: 'contour', paddingMm: 1, borderMm: 2, corner: 'round', colour: '#175e54' },
  ),
);

const holes: fc.Arbitrary<HoleSettings> = fc.record({
  id: fc.constant('hole-1'),
  shape: fc.constant({ kind: 'round' as const, diameterMm: 4 }),
  pattern: fc.constantFrom('one' as const, 'two-across' as const, 'corners' as const),
  xMm: mm(3, 20),
  yMm: mm(3, 20),
  keepOutMm: mm(0, 4),
});

const codes = (pairIndex: number): fc.Arbitrary<Omit<CodeSettings, 'id'>> =>
  fc
    .record({
      length: fc.integer({ min: 4, max: 120 }),
      level: fc.constantFrom('L' as const, 'M' as const, 'H' as const),
      preset: fc.nat({ max: presets.length - 1 }),
      logoShare: fc.option(fc.integer({ min: 10, max: 35 })),
      widthMm: mm(8, 70),
      xMm: axis(70),
      yMm: axis(70),
      turnDegrees: fc.constantFrom(0, 0, 0, 90, 20),
      colour: fc.option(fc.constantFrom('#14385c', '#1f7a6d', '#d8a838')),
    })
    .map(({ length, level, preset, logoShare, colour, ...placement }) => {
      const [plain] = newJob({
        message: { kind: 'text', text: 'q'.repeat(length) },
        pair: pairs[pairIndex],
      }).codes as [CodeSettings];
      const { style } = presets[preset]!;
      const modules = colour === null ? null : ({ kind: 'solid', colour } as const);
      return {
        ...plain,
        symbol: { ...plain.symbol, level },
        style: { ...style, paint: { ...style.paint, modules } },
        logo: logoShare === null ? null : { ...newLogo(icon), share: logoShare / 100 },
        placement,
      };
    });

/** Pieces of every material with one code or two, items, holes, outlines and shadows, mostly with something wrong. */
export const randomJobs: fc.Arbitrary<Job> = fc.nat({ max: pairs.length - 1 }).chain((pairIndex) =>
  fc
    .record({
      list: fc.array(codes(pairIndex), { minLength: 1, maxLength: 2 }),
      widthMm: mm(20, 140),
      heightMm: mm(20, 140),
      outline: outlines,
      items: fc.array(drafts, { maxLength: 3 }),
      holes: fc.array(holes, { maxLength: 1 }),
      safeMm: fc.constantFrom(0, 0, 2),
      hasShadow: fc.boolean(),
      reversed: fc.constantFrom(false, false, false, true),
      mirrored: fc.constantFrom(false, false, false, true),
      distanceM: fc.constantFrom(0.1, 0.25, 0.5, 2),
      bend: fc.constantFrom(
        null,
        null,
        { around: 'width' as const, diameterMm: 85, otherDiameterMm: 85 },
        { around: 'height' as const, diameterMm: 200, otherDiameterMm: 120 },
      ),
      heightM: fc.constantFrom(null, null, 1, 2.2),
      lasts: fc.constantFrom(null, null, { years: 5, outdoors: true }),
    })
    .map(({ list, items, hasShadow, reversed, mirrored, distanceM, heightM, lasts, ...piece }) => {
      const [first, ...more] = list as [Omit<CodeSettings, 'id'>, ...Omit<CodeSettings, 'id'>[]];
      const start = newJob({ message: first.message, pair: pairs[pairIndex] });
      const shadow = hasShadow ? { rightMm: 0.6, downMm: 0.8, blurMm: 0.7, opacity: 0.4 } : null;
      const job: Job = {
        ...start,
        codes: [{ ...first, id: 'code-1' }],
        piece: { ...start.piece, ...piece, shadow, items: itemsOf(items) },
        making: { ...start.making, reversed, mirrored, lasts },
        reading: { distanceM, heightM },
      };
      return more.reduce(withCodeAdded, job);
    }),
);
