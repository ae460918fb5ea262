/** Heights of a body, by hand; and what its file and its plan hold. */
import { describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { regionArea } from '../geometry';
import { newJob, type Job } from '../job';
import { filesOf } from '../../testing/files';
import { runJob } from '../run';
import { bodyOf, plainSolid, wholeLayersMm, type SolidSettings } from './solid';

const { machine } = findPair('white-filament-black', 'filament-printer')!;
const body = (change: Partial<SolidSettings>) => bodyOf(machine, { ...plainSolid, ...change })!;

describe('a body', () => {
  it('carries a relief on its base, and changes its colour above it', () => {
    // Layers of 0.2 mm: 2 mm are ten of them.
    expect(body({})).toEqual({
      base: { fromMm: 0, toMm: 2 },
      marks: { fromMm: 2, toMm: 2.6 },
      markLayers: expect.closeTo(3, 9),
      baseLayers: expect.closeTo(10, 9),
      changesAt: [11],
    });
  });

  it('has sunk and flush marks in its last layers', () => {
    expect(body({ form: 'recess' })).toMatchObject({
      base: { fromMm: 0, toMm: 2 },
      marks: { fromMm: 1.4, toMm: 2 },
      changesAt: [8],
    });
    expect(body({ form: 'inlay' })).toMatchObject({ marks: { fromMm: 1.4, toMm: 2 }, changesAt: [] });
  });

  it('that is printed face down begins with its marks', () => {
    expect(body({ faceDown: true })).toMatchObject({
      marks: { fromMm: 0, toMm: 0.6 },
      base: { fromMm: 0.6, toMm: 2.6 },
      changesAt: [4],
    });
  });

  it('counts a first layer of its own height', () => {
    const thick = { ...machine, firstLayerMm: 0.3 };
    // 0.3 + 9 x 0.2 = 2.1 mm.
    expect(bodyOf(thick, { ...plainSolid, baseMm: 2.1 })!.baseLayers).toBeCloseTo(10, 9);
    expect(wholeLayersMm(thick, 2, true, 1)).toBe(2.1);
    expect(wholeLayersMm(thick, 0.5, false, 3)).toBe(0.6);
    expect(wholeLayersMm(machine, 0.71, false, 3)).toBe(0.8);
  });

  it('is built by no other machine', () => {
    expect(bodyOf(findPair('cork', 'co2-laser')!.machine, plainSolid)).toBeNull();
  });
});

describe('the plan of a body', () => {
  const token = newJob({
    message: { kind: 'text', text: 'boat 3' },
    pair: findPair('white-filament-black', 'filament-printer')!,
  });
  const planOf = (job: Job) => runJob(job).made!.plan;

  it('builds the base first, then the marks, each with its heights, and cuts nothing', () => {
    const { operations } = planOf(token).sheet();
    expect(operations.map(({ kind }) => kind)).toEqual(['base', 'raise']);
    const [base, marks] = operations;
    expect(base).toMatchObject({ heights: { fromMm: 0, toMm: 2 } });
    expect(marks).toMatchObject({ heights: { fromMm: 2, toMm: 2.6 } });
    const { widthMm, heightMm } = token.piece;
    expect('area' in base! && regionArea(base.area)).toBeCloseTo(widthMm * heightMm, 6);
    const sunk = { ...token, making: { ...token.making, solid: { ...plainSolid, form: 'recess' as const } } };
    expect(
      planOf(sunk)
        .sheet()
        .operations.map(({ kind }) => kind),
    ).toEqual(['base', 'sink']);
  });

  it('takes three times as long for three layers', () => {
    const seconds = (markMm: number): number =>
      planOf({ ...token, making: { ...token.making, solid: { ...plainSolid, markMm } } }).markSeconds.normal!;
    expect(seconds(0.6)).toBeCloseTo(3 * seconds(0.2), 9);
  });

  it('writes its base and marks as groups of their own', async () => {
    const [file] = await filesOf(token, runJob(token));
    const svg = new TextDecoder().decode(file!.bytes);
    expect([...svg.matchAll(/<g id="([\w-]+)"/g)].map(([, id]) => id)).toEqual(['base', 'raise']);
  });
});

describe('edges that are followed', () => {
  it('are lines of their own kind: foil is cut on its carrier, a sheet is cut through', () => {
    const kinds = (material: string, by: string) =>
      runJob(newJob({ message: { kind: 'text', text: 'hull 17' }, pair: findPair(material, by)! }))
        .made!.plan.sheet()
        .operations.map(({ kind }) => kind);
    expect(kinds('black-vinyl-on-white', 'knife-plotter')).toEqual(['kiss', 'cut']);
    expect(kinds('natural-slate', 'blast-mask')).toEqual(['kiss', 'cut']);
    expect(kinds('stencil-card', 'co2-laser-through')).toEqual(['open', 'cut']);
  });
});
