/** The shipped materials and machines beside the tables that they were planned from. */
import { describe, expect, it } from '@jest/globals';
import { newJob, parseJob } from '../core/job';
import { machineKinds, pairOf, smallestModuleMm, startingPair, valuesOf } from '../core/plan';
import { pairs, findPair } from './pairs';

describe('machines', () => {
  // Common practice, no source: element and how many make a module, floor, growth and kerf, in millimetres.
  it.each([
    ['direct-thermal-paper', 'label-printer-203dpi', 0.125, 3, 0.25, 0.02, 0],
    ['direct-thermal-paper', 'label-printer-300dpi', 0.0847, 3, 0.25, 0.02, 0],
    ['direct-thermal-paper', 'label-printer-600dpi', 0.0423, 3, 0.25, 0.02, 0],
    ['white-vinyl', 'ink-jet-600dpi', 0.06, 4, 0.35, 0.03, 0],
    ['white-paper', 'laser-printer-600dpi', 0.045, 4, 0.33, 0.02, 0],
    ['birch-plywood', 'co2-laser', 0.15, 5, 0.75, 0.06, 0.18],
    ['leather', 'co2-laser', 0.15, 5, 0.75, 0.06, 0.18],
    ['natural-slate', 'co2-laser', 0.15, 6, 0.9, 0.05, 0],
    ['clear-glass-dark-ground', 'co2-laser', 0.15, 6, 0.9, 0.05, 0],
    ['clear-acrylic-dark-ground', 'co2-laser', 0.15, 6, 0.9, 0.05, 0.18],
    ['cork', 'diode-laser', 0.12, 6, 0.75, 0.06, 0.2],
    ['black-anodised-aluminium', 'co2-laser', 0.12, 4, 0.5, 0.02, 0],
    ['laminate-black-white', 'diode-laser', 0.12, 4, 0.5, 0.02, 0.2],
    ['stainless-steel', 'fibre-laser', 0.04, 6, 0.25, 0.01, 0],
    ['brass', 'rotary-engraver', 0.25, 3, 0.75, 0.02, 0],
    ['kraft-paper', 'rubber-stamp', 0.2, 4, 0.8, 0.05, 0],
    ['white-card', 'screen-print', 0.2, 4, 0.8, 0.05, 0],
    ['black-vinyl-on-white', 'knife-plotter', 1.5, 1, 1.5, 0, 0],
    ['white-filament-black', 'filament-printer', 0.45, 2, 0.9, 0.05, 0],
    ['white-resin-black', 'resin-printer', 0.05, 8, 0.5, 0.03, 0],
  ] as const)('%s by %s', (material, machine, element, factor, floor, growth, kerf) => {
    const { process, smallestModuleMm: least } = findPair(material, machine)!;
    const { elementMm, elementFactor, floorMm, growthMm, kerfMm } = process;
    expect([elementMm, elementFactor, floorMm, growthMm, kerfMm]).toEqual([
      element,
      factor,
      floor,
      growth,
      kerf,
    ]);
    expect(least).toBeCloseTo(Math.max(factor * element, floor), 12);
  });

  // The same, where more than element and floor asks for the smallest module.
  it.each([
    // Half of the thickness of 3 mm, and three bridges of 0.8 mm.
    ['plywood-cut-out', 'co2-laser-through', 0.18, 4, 1, 0.09, 0.18, 2.4],
    ['stencil-card', 'co2-laser-through', 0.18, 4, 1, 0.09, 0.18, 1.5],
    // One mask part, and the growth of 0.1 mm on both edges.
    ['natural-slate', 'blast-mask', 1.5, 1, 1.5, 0.1, 0, 1.7],
    ['brass', 'rotary-v-60', 0.25, 3, 0.75, 0.02, 0, 0.75],
  ] as const)('%s by %s', (material, machine, element, factor, floor, growth, kerf, least) => {
    const { process, smallestModuleMm: shipped } = findPair(material, machine)!;
    const { elementMm, elementFactor, floorMm, growthMm, kerfMm } = process;
    expect([elementMm, elementFactor, floorMm, growthMm, kerfMm]).toEqual([
      element,
      factor,
      floor,
      growth,
      kerf,
    ]);
    expect(shipped).toBeCloseTo(least, 9);
  });

  // How far a cut may lie from the marks: common practice, no source.
  it.each([
    ['black-vinyl-on-white', 'knife-plotter-camera', 0.5, 0.5],
    ['black-vinyl-on-white', 'knife-plotter', 1, 1],
    ['direct-thermal-paper', 'label-printer-203dpi', 0.5, 1],
    ['birch-plywood', 'co2-laser', 0.1, 0.1],
    ['white-card', 'screen-print', 0.5, 0.5],
  ])('%s by %s: shift', (material, machine, across, along) => {
    const { shiftXMm, shiftYMm } = findPair(material, machine)!.machine;
    expect([shiftXMm, shiftYMm]).toEqual([across, along]);
  });

  it('are of every kind that there is', () => {
    expect(new Set(pairs.map(({ machine }) => machine.kind))).toEqual(new Set(Object.keys(machineKinds)));
  });

  it('that build up have the spread of a first layer of 0.15 mm; common practice, no source', () => {
    const { layerMm, firstLayerMm, spreadMm } = findPair('white-filament-black', 'filament-printer')!.machine;
    expect([layerMm, firstLayerMm, spreadMm]).toEqual([0.2, 0.2, 0.15]);
  });

  it('work on whole dots where they have them: 203, 300 and 600 to the inch', () => {
    const dotOf = (dpi: number) =>
      findPair('direct-thermal-paper', `label-printer-${dpi}dpi`)!.machine.dotMm!;
    // 203 dpi is the trade's name for 8 dots a millimetre; the others are 25.4 mm divided.
    expect([dotOf(203), dotOf(300), dotOf(600)]).toEqual([0.125, 0.0847, 0.0423]);
    expect(pairs.filter(({ machine }) => machine.dotMm !== null && machine.kind !== 'printer')).toEqual([]);
  });
});

describe('materials', () => {
  // From memory: bare and marked colour, and what a mark does.
  it.each([
    ['white-paper', 'laser-printer-600dpi', '#F4F3EF', '#1E1C1B', 'darker'],
    ['kraft-paper', 'ink-jet-600dpi', '#B58F66', '#2A231E', 'darker'],
    ['direct-thermal-paper', 'label-printer-203dpi', '#EFEFEA', '#2B2B30', 'darker'],
    ['white-vinyl', 'ink-jet-600dpi', '#F7F7F5', '#1A1A1C', 'darker'],
    ['birch-plywood', 'co2-laser', '#D9BC8F', '#4A2F1C', 'darker'],
    ['walnut', 'co2-laser', '#5A4030', '#2A1B12', 'darker'],
    ['leather', 'co2-laser', '#C99A6B', '#4B2E1C', 'darker'],
    ['cork', 'co2-laser', '#B98B5E', '#3E2718', 'darker'],
    ['natural-slate', 'co2-laser', '#3B4043', '#A9AFB2', 'lighter'],
    ['black-anodised-aluminium', 'fibre-laser', '#1F2123', '#C9CDD0', 'lighter'],
    ['silver-anodised-aluminium', 'fibre-laser', '#C5C8CB', '#3A3A3C', 'darker'],
    ['stainless-steel', 'fibre-laser', '#A7ABAE', '#2E2B2A', 'darker'],
    ['brass', 'rotary-engraver', '#C2A04E', '#A98838', 'darker'],
    ['laminate-black-white', 'rotary-engraver', '#1B1B1B', '#F2F2F0', 'lighter'],
    ['laminate-white-black', 'rotary-engraver', '#F2F2F0', '#1B1B1B', 'darker'],
    ['powder-coated-steel', 'fibre-laser', '#2A4B6E', '#BFC3C6', 'lighter'],
    ['clear-acrylic-dark-ground', 'co2-laser', '#22303A', '#E8ECEC', 'lighter'],
    ['clear-glass-dark-ground', 'co2-laser', '#2B2F31', '#E4E8E8', 'lighter'],
  ])('%s by %s', (material, machine, base, mark, tone) => {
    const pair = findPair(material, machine)!;
    expect([pair.material.baseColour, pair.markColour, pair.markTone]).toEqual([base, mark, tone]);
  });
});

describe('every pair', () => {
  it('is what a job can keep, under a name of its own', () => {
    expect(new Set(pairs.map(({ profile }) => profile)).size).toBe(pairs.length);
    for (const pair of pairs) {
      const job = newJob({ message: { kind: 'text', text: 'Berth 17' }, pair });
      expect(parseJob(structuredClone(job))).toEqual({ job });
      expect(pairOf(job.making.pair)).toEqual(pair);
      expect(pair.smallestModuleMm).toBe(smallestModuleMm(pair));
      expect(machineKinds).toHaveProperty(pair.machine.kind);
    }
  });

  it('on the shelf of the program is one of them with which a job begins', () => {
    expect(valuesOf(findPair('white-vinyl', 'ink-jet-600dpi')!)).toEqual(valuesOf(startingPair));
  });
});
