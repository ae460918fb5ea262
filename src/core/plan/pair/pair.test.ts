/** Values of materials and machines: what may be set, what is told of them, and what each kind of machine does. */
import { describe, expect, it } from '@jest/globals';
import { machineKinds } from '../machines';
import { pairDifferences } from './differences';
import { isSeenThrough, pairOf, sourceOf, valueOf, withValue } from './pair';
import { pairValuesSchema } from './schema';
import { startingPair } from './starting';
import { valueNames, valueRows, yearsText } from './values';

const values = () => structuredClone({ ...startingPair, markTone: undefined, smallestModuleMm: undefined });
const parsed = (change: object): boolean => {
  const { markTone: _, smallestModuleMm: __, ...own } = { ...values(), ...change };
  return pairValuesSchema.safeParse(own).success;
};

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
      elementMm: [0.005, 10, 'mm'],
      elementFactor: [1, 20, 'x'],
      floorMm: [0.05, 20, 'mm'],
      growthMm: [-1, 2, 'mm'],
      kerfMm: [0, 10, 'mm'],
      markMmPerS: [0.1, 20_000, 'mm/s'],
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
    const at = '2026-11-20T09:00:00.000Z';
    const of = (from: 'own' | 'calibrated', how: string) =>
      sourceOf({ origins: { gloss: { from, at, how } } }, 'gloss');
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
      'stamp print false true',
    ]);
  });
});
