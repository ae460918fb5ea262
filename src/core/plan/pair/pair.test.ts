/** Values of materials and machines: what may be set, what is told of them, and what each kind of machine does. */
import { describe, expect, it } from '@jest/globals';
import { machineKinds } from '../machines';
import { pairDifferences } from './differences';
import { findPair } from '../../../content';
import { decidingValues, isSeenThrough, pairOf, sourceOf, valueOf, valuesOf, withValue } from './pair';
import { pairValuesSchema } from './schema';
import { startingPair } from './starting';
import { valueNames, valueRows, yearsText } from './values';

const values = () => structuredClone(valuesOf(startingPair));
const parsed = (change: object): boolean => pairValuesSchema.safeParse({ ...values(), ...change }).success;

describe('a value', () => {
  it.each(valueNames)('%s may be set within its range and not beyond', (name) => {
    const { least, most, part } = valueRows[name];
    const set = (value: number): boolean => parsed({ [part]: { ...startingPair[part], [name]: value } });
    expect([set(least), set(most), set(least - 0.001), set(most + 0.001)]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  // What the ranges are for: a person may change typical values, and nothing that no machine or material has.
  it('has a range that holds what is made today', () => {
    const ranges = Object.fromEntries(
      valueNames.map((name) => [name, [valueRows[name].least, valueRows[name].most, valueRows[name].unit]]),
    );
    expect(ranges).toEqual({
      textureAmplitude: [0, 0.6, '%'],
      gloss: [0, 1, '%'],
      transparency: [0, 1, '%'],
      thicknessMm: [0.01, 100, 'mm'],
      yearsIndoors: [0.05, 100, 'years'],
      yearsOutdoors: [0.05, 100, 'years'],
      bedWidthMm: [10, 10_000, 'mm'],
      bedHeightMm: [10, 10_000, 'mm'],
      shiftXMm: [0, 10, 'mm'],
      shiftYMm: [0, 10, 'mm'],
      dotMm: [0.01, 2, 'mm'],
      halfAngleDegrees: [5, 80, '°'],
      layerMm: [0.01, 2, 'mm'],
      firstLayerMm: [0.01, 2, 'mm'],
      spreadMm: [0, 2, 'mm'],
      elementMm: [0.005, 10, 'mm'],
      elementFactor: [1, 20, 'x'],
      floorMm: [0.05, 20, 'mm'],
      thicknessFactor: [0, 5, 'x'],
      bridgeMm: [0.1, 20, 'mm'],
      depthMm: [0, 20, 'mm'],
      growthMm: [-1, 2, 'mm'],
      kerfMm: [0, 10, 'mm'],
      markMmPerS: [0.1, 20_000, 'mm/s'],
      powerShare: [0.01, 1, '%'],
      cutMmPerS: [0.1, 2000, 'mm/s'],
      travelMmPerS: [0.1, 20_000, 'mm/s'],
      lineIntervalMm: [0.005, 5, 'mm'],
      overscanMm: [0, 50, 'mm'],
    });
  });

  it('is read and set by its name, and is null where the machine has none', () => {
    expect([valueOf(startingPair, 'elementMm'), valueOf(startingPair, 'dotMm')]).toEqual([0.06, null]);
    const other = withValue(startingPair, 'shiftXMm', 0.2);
    expect([other.machine.shiftXMm, startingPair.machine.shiftXMm]).toEqual([0.2, 0.5]);
  });

  it('of a name, an id or a colour is no more than a line', () => {
    expect(parsed({ profile: '' })).toBe(false);
    expect(parsed({ profile: 'q'.repeat(60) })).toBe(true);
    expect(parsed({ profile: 'q'.repeat(61) })).toBe(false);
    const named = (name: string): boolean => parsed({ material: { ...startingPair.material, name } });
    expect([named(' '), named('B'), named('q'.repeat(80)), named('q'.repeat(81))]).toEqual([
      false,
      true,
      true,
      false,
    ]);
    expect([parsed({ markColour: '#12345' }), parsed({ markColour: '#1A2b3C' })]).toEqual([false, true]);
  });

  it('that is the owner’s says so, with when and how', () => {
    const time = '2026-11-20T09:00:00.000Z';
    const of = (from: 'own' | 'calibrated', how: string) =>
      sourceOf({ origins: { gloss: { from, at: time, how } } }, 'gloss');
    expect(of('own', '')).toEqual({ tag: 'own', text: 'your own value of 2026-11-20' });
    expect(of('calibrated', 'coupon')).toEqual({ tag: 'cal', text: 'calibrated on 2026-11-20: coupon' });
    expect(sourceOf({ origins: {} }, 'markColour').tag).toBe('mem');
    expect(sourceOf({ origins: {} }, 'growthMm').tag).toBe('cp');
  });
});

describe('two pairs', () => {
  it('differ in what is told, and in nothing else', () => {
    expect(pairDifferences(startingPair, pairOf(startingPair))).toEqual([]);
    const other = { ...withValue(startingPair, 'growthMm', 0.05), markColour: '#000000' };
    expect(pairDifferences(startingPair, other)).toEqual([
      { name: 'markColour', label: 'Colour of the mark', unit: null, from: '#1A1A1C', to: '#000000' },
      { name: 'growthMm', label: 'Growth on each edge', unit: 'mm', from: 0.03, to: 0.05 },
    ]);
  });

  it('mark darker or lighter by their colours, and are seen through where most light passes', () => {
    const toned = (base: string, mark: string) =>
      pairOf({
        ...startingPair,
        material: { ...startingPair.material, baseColour: base },
        markColour: mark,
      }).markTone;
    expect([toned('#3B4043', '#A9AFB2'), toned('#A9AFB2', '#3B4043')]).toEqual(['lighter', 'darker']);
    const through = (transparency: number) =>
      isSeenThrough({ material: { ...startingPair.material, transparency } });
    expect([0, 0.49, 0.5, 0.92].map(through)).toEqual([false, false, true, true]);
  });
});

describe('years', () => {
  it('are told in months where they are fewer than one', () => {
    expect([0.2, 0.99, 1, 1.5, 30].map(yearsText)).toEqual([
      '2.4 months',
      '11.9 months',
      '1 year',
      '1.5 years',
      '30 years',
    ]);
  });
});

describe('kinds of machines', () => {
  it('print or mark, follow lines or not, and turn over or not', () => {
    // What such machines do, common practice.
    expect(
      Object.entries(machineKinds).map(
        ([id, { operation, followsLines, turnsOver }]) => `${id} ${operation} ${followsLines} ${turnsOver}`,
      ),
    ).toEqual([
      'printer print false false',
      'laser mark true false',
      'rotary mark true false',
      'knife kiss false false',
      'cut-through open true false',
      'solid raise false false',
      'mask kiss false false',
      'stamp print false true',
    ]);
  });
});

describe('what is finished', () => {
  const vCutter = findPair('brass', 'rotary-v-60')!;
  it('a pointed cutter grows by its depth times the tangent of its half angle', () => {
    // By hand: 0.02 + 0.15 x tan 30 degrees (0.57735).
    expect(vCutter.edgeGrowthMm).toBeCloseTo(0.02 + 0.15 * 0.57735, 5);
    const deeper = pairOf(withValue(valuesOf(vCutter), 'depthMm', 0.6));
    expect(deeper.edgeGrowthMm).toBeCloseTo(0.02 + 0.6 * 0.57735, 5);
    // One mark of 0.25 mm has to be left when 0.366 mm is taken from both edges.
    expect(deeper.smallestModuleMm).toBeCloseTo(0.25 + 2 * (0.02 + 0.6 * 0.57735), 5);
  });

  it('marks on the bed grow by the spread of the first layer, others do not', () => {
    const filament = findPair('white-filament-black', 'filament-printer')!;
    const finish = { paintFill: null, whiteGround: false, faceDown: true };
    expect([filament.edgeGrowthMm, pairOf(filament, finish).edgeGrowthMm]).toEqual([0.05, 0.2]);
    const plywood = findPair('birch-plywood', 'co2-laser')!;
    expect(pairOf(plywood, finish).edgeGrowthMm).toBe(plywood.edgeGrowthMm);
  });

  it('a sheet that is cut through needs modules of half its thickness, and of three bridges', () => {
    // Laser, cut through: kerf 0.18 mm x 4, not under 1 mm, not under half the thickness; common practice, no source.
    const sheet = (thicknessMm: number, bridgeMm: number): number =>
      pairOf(
        withValue(
          withValue(valuesOf(findPair('plywood-cut-out', 'co2-laser-through')!), 'thicknessMm', thicknessMm),
          'bridgeMm',
          bridgeMm,
        ),
      ).smallestModuleMm;
    expect([sheet(1, 0.2), sheet(3, 0.2), sheet(3, 0.8)]).toEqual([1, 1.5, expect.closeTo(2.4, 9)]);
  });

  it('paint takes the place of the mark where a mark is deep, and nowhere else', () => {
    const finish = { paintFill: { colour: '#1C1A17' }, whiteGround: false, faceDown: false };
    const brass = pairOf(findPair('brass', 'rotary-engraver')!, finish);
    expect([brass.markColour, brass.markTone]).toEqual(['#1C1A17', 'darker']);
    const slate = findPair('natural-slate', 'co2-laser')!;
    expect([slate.markTone, pairOf(slate, finish).markTone]).toEqual(['lighter', 'darker']);
    const printed = findPair('white-paper', 'ink-jet-600dpi')!;
    expect(pairOf(printed, finish).markColour).toBe(printed.markColour);
  });

  it('white lies under the codes on clear film only', () => {
    const finish = { paintFill: null, whiteGround: true, faceDown: false };
    const film = findPair('clear-film', 'ink-jet-600dpi')!;
    expect([film.groundColour, pairOf(film, finish).groundColour]).toEqual(['#8C9296', '#FFFFFF']);
    const vinyl = findPair('white-vinyl', 'ink-jet-600dpi')!;
    expect(pairOf(vinyl, finish).groundColour).toBe(vinyl.material.baseColour);
  });

  it('says which values its smallest module comes from', () => {
    const by = (material: string, machine: string) => decidingValues(findPair(material, machine)!);
    expect([
      by('direct-thermal-paper', 'label-printer-203dpi')[0],
      by('birch-plywood', 'co2-laser')[0],
      by('white-paper', 'laser-printer-600dpi')[0],
      by('natural-slate', 'blast-mask')[0],
      by('stencil-card', 'co2-laser-through')[0],
    ]).toEqual(['elementMm', 'elementMm', 'floorMm', 'growthMm', 'bridgeMm']);
  });
});
