import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  withCodeAdded,
  withoutCode,
  applyChanges,
  parseJob,
  type CodeSettings,
  type Job,
  type ItemDraft,
} from '../job';
import type { About } from '../finding';
import { madeOf } from '../../testing/files';
import { boundsOf, regionArea } from '../geometry';
import { withPlacement } from '../../testing/findings';
import type { CodePlacement, HoleSettings } from '../piece';
import { isLine } from '../plan';
import { board, findOn as find, roundHole as hole, runBoard as run, words } from '../../testing/board';

describe('holes', () => {
  it('are clear of edge, code, words and each other', async () => {
    const severity = async (holes: readonly HoleSettings[], things: readonly ItemDraft[] = []) =>
      (await find(board(things, { holes: [...holes] }), 'piece-holes'))!.severity;
    expect(await severity([hole])).toBe('fine');
    expect(await severity([{ ...hole, xMm: 2.5 }])).toBe('stop');
    expect(await severity([{ ...hole, xMm: 24, yMm: 35 }])).toBe('caution');
    expect(await severity([hole, { ...hole, id: 'g', xMm: 12 }])).toBe('stop');
    expect(await severity([hole], [words('Slipway', { xMm: 11, yMm: 6 })])).toBe('caution');
  });

  it('are called clear exactly when they are: of the edge, the quiet zone and each other', async () => {
    const place = fc.double({ min: 3, max: 42, noNaN: true });
    await fc.assert(
      fc.asyncProperty(
        place,
        fc.double({ min: 3, max: 67, noNaN: true }),
        fc.double({ min: 1, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        fc.constantFrom('one' as const, 'two-across' as const, 'two-down' as const, 'corners' as const),
        async (xMm, yMm, diameterMm, keepOutMm, pattern) => {
          const row: HoleSettings = {
            ...hole,
            shape: { kind: 'round', diameterMm },
            xMm,
            yMm,
            keepOutMm,
            pattern,
          };
          const { made, findings } = await run(board([], { holes: [row] }));
          const centres = made!.piece.holes.map(({ centre }) => centre);
          const r = diameterMm / 2;
          // From the definition: a board of 90 by 70, a quiet zone of 37 mm about its middle, circles.
          const spare = centres.flatMap((centre, index) => {
            const toEdge = Math.min(centre.x, centre.y, 90 - centre.x, 70 - centre.y) - r - 1;
            const across = Math.max(Math.abs(centre.x - 45) - 18.5, 0);
            const down = Math.max(Math.abs(centre.y - 35) - 18.5, 0);
            const toCode = Math.hypot(across, down) - r - keepOutMm;
            const toOthers = centres
              .slice(index + 1)
              .map((other) => Math.hypot(centre.x - other.x, centre.y - other.y) - 2 * r - 1);
            return [toEdge, toCode, ...toOthers];
          });
          const least = Math.min(...spare);
          fc.pre(Math.abs(least) > 0.03);
          const { severity } = findings.find(({ kind }) => kind === 'piece-holes')!;
          expect(severity === 'fine').toBe(least > 0);
        },
      ),
      { seed: 17, numRuns: 120 },
    );
  });

  it('measure what they are: free distance from words is from edge to ink', async () => {
    const job = board([words('HI', { xMm: 12, yMm: 5.5 })], { holes: [hole] });
    const { made } = await run(job);
    const ink = boundsOf(made!.piece.items[0]!.area)!;
    const { measured } = (await find(job, 'piece-holes'))!;
    expect(Math.abs(measured.value - (ink.x - 10))).toBeLessThan(0.05);
  });

  it('are cut before the outline, a kerf smaller, and the outline a kerf larger', async () => {
    const { made } = await run(board([], { holes: [hole] }));
    const [holes, outline] = made!.plan.sheet().operations.filter(isLine);
    // CO2 laser through wood: kerf 0.18 mm, common practice.
    expect(holes!.label).toBe('holes');
    expect(boundsOf(holes!.lines)!.width).toBeCloseTo(4 - 0.18, 6);
    expect(boundsOf(outline!.lines)).toMatchObject({
      x: expect.closeTo(-0.09, 6),
      width: expect.closeTo(90.18, 6),
    });
    expect(made!.plan.sheet().marginMm).toBeGreaterThanOrEqual(0.09);
  });
});

describe('a standing sign', () => {
  const stand = { plateMm: 3, layerMm: 3, steps: 3, stepMm: 6, shoulderMm: 8, cornerMm: 4, fitMm: 0.1 };

  it('has the slot in its file narrower by the kerf, so that it comes out as thick as plate and play', async () => {
    const { made } = await run(board([], { stand }));
    const [slots, layers] = made!.plan.stand!.operations.filter(isLine);
    for (const slot of slots!.lines) expect(boundsOf([slot])!.height + 0.18).toBeCloseTo(3.1, 6);
    expect(slots!.lines).toHaveLength(2);
    expect(layers!.lines).toHaveLength(3);
    for (const line of [...slots!.lines, ...layers!.lines]) expect(regionArea([line])).toBeGreaterThan(0);
    const page = made!.plan.stand!;
    const bounds = boundsOf(layers!.lines)!;
    expect(bounds.x).toBeGreaterThan(0);
    expect(bounds.y + bounds.height).toBeLessThan(page.heightMm);
  });

  it('gets a file of its own with the base', async () => {
    const job = { ...board([], { stand }), name: 'Slipway sign' };
    const made = await madeOf(job, await run(job), ['svg'], 4);
    expect('files' in made && made.files.map(({ name }) => name)).toEqual([
      'slipway-sign_r4_90x70mm_birch-plywood.svg',
      'slipway-sign_r4_90x70mm_birch-plywood_base.svg',
    ]);
  });

  it('stops when the base would cover the words or the outline has no foot', async () => {
    const low = board([words('low', { yMm: 66, capitalMm: 3 })], { stand });
    const stop = (await find(low, 'piece-stand'))!;
    expect(stop.severity).toBe('stop');
    expect(
      (await find(board([], { stand, outline: { kind: 'ellipse' } }), 'piece-stand'))!.fixes[0]!.label,
    ).toBe('Make it an arch');
  });
});

describe('several codes', () => {
  const job = board([{ kind: 'frame', around: 'code-2' }]);
  const second: Omit<CodeSettings, 'id'> = {
    ...job.codes[0]!,
    message: { kind: 'web', address: 'https://ternquay.example/how' },
    placement: { widthMm: 22, xMm: 4, yMm: 4, turnDegrees: 90 },
  };
  const withSecond = (placement: Partial<CodePlacement> = {}): Job =>
    withCodeAdded(job, { ...second, placement: { ...second.placement, ...placement } });
  const passed = { reason: 'Tested on the bench.', at: '2026-11-25T10:00:00.000Z', kind: 'module-size' };
  const both: Job = { ...withSecond(), overrides: [{ ...passed, about: { on: 'code', id: 'code-2' } }] };

  it('have ids of their own, also after one was removed', () => {
    expect(both.codes.map(({ id }) => id)).toEqual(['code-1', 'code-2']);
    expect(withCodeAdded(withoutCode(both, 'code-1'), second).codes.map(({ id }) => id)).toEqual([
      'code-2',
      'code-1',
    ]);
  });

  it('taken away take their frames and overrides along, and the others keep theirs', () => {
    expect(withoutCode(both, 'code-2')).toEqual({
      ...job,
      piece: { ...job.piece, items: [] },
      overrides: [],
    });
    const left = withoutCode(both, 'code-1');
    expect(left).toMatchObject({
      codes: [{ ...second, id: 'code-2' }],
      piece: { items: [{ around: 'code-2' }] },
    });
    expect(left.overrides).toEqual(both.overrides);
    expect(parseJob(left)).toEqual({ job: left });
    expect(withoutCode(left, 'code-2')).toBe(left);
    expect(withoutCode(both, 'code-4')).toBe(both);
  });

  it('are limited each by itself, with fixes that go to the right one', async () => {
    const small = withSecond({ widthMm: 15 });
    const stop = (await find(small, 'module-size', 'code-2'))!;
    expect(stop).toMatchObject({ severity: 'stop', about: { on: 'code', id: 'code-2' } });
    const mended = applyChanges(small, stop.fixes[0]!.changes);
    expect(mended.codes[1]!.placement.widthMm).toBeGreaterThan(15);
    expect(mended.codes[0]).toEqual(small.codes[0]);
    expect((await find(mended, 'module-size', 'code-2'))!.severity).toBe('fine');
  });

  it('leave the frames of the others alone when words are taken out of a quiet zone', async () => {
    const crowded = withCodeAdded(
      board([{ kind: 'frame', around: 'code-1' }, words('HOW', { xMm: 5, yMm: 19, capitalMm: 3 })]),
      { ...second, placement: { ...second.placement, widthMm: 14 } },
    );
    const stop = (await find(crowded, 'quiet-zone', 'code-2'))!;
    expect(stop).toMatchObject({ severity: 'stop', text: expect.stringContaining('“HOW”') });
    const removal = stop.fixes.find(({ label }) => label === 'Remove the words “HOW”')!;
    expect(applyChanges(crowded, removal.changes)).toEqual({
      ...crowded,
      piece: { ...crowded.piece, items: crowded.piece.items.slice(0, 1) },
    });
  });

  it('are called by their places in the job, and moved apart by a fix', async () => {
    const near = { ...withSecond({ xMm: 8, yMm: 20 }), piece: { ...both.piece, items: [] } };
    expect((await find(near, 'quiet-zone', 'code-1'))!.text).toContain('code 2');
    const stop = (await find(near, 'quiet-zone', 'code-2'))!;
    expect(stop.text).toContain('code 1');
    const move = stop.fixes.find(({ label }) => label.startsWith('Move code 2'))!;
    expect((await find(applyChanges(near, move.changes), 'quiet-zone', 'code-2'))!.severity).toBe('fine');
  });

  it('let a stop pass for one of them only, and one about the whole piece for all', async () => {
    const small = withPlacement(withSecond({ widthMm: 15 }), { widthMm: 15 });
    const heldBack = async (about: About) => {
      const overrides = [{ ...passed, about }];
      const { heldBackBy } = await run({ ...small, overrides });
      return heldBackBy.filter(({ kind }) => kind === 'module-size').map((finding) => finding.about);
    };
    expect(await heldBack({ on: 'code', id: 'code-2' })).toEqual([{ on: 'code', id: 'code-1' }]);
    expect(await heldBack({ on: 'piece' })).toEqual([]);
  });

  it('in one view are a caution, and apart are not', async () => {
    const apart = (distanceM: number) =>
      find({ ...both, reading: { distanceM, heightM: null } }, 'piece-codes');
    // Half of the picture: distance x 960 / 1478; the codes' middles are 30 and 20 mm apart.
    expect((await apart(0.1))!.severity).toBe('caution');
    expect((await apart(0.05))!.severity).toBe('fine');
  });

  it('are all marked, and the second is turned', async () => {
    const { made } = await run(both);
    expect(made!.piece.codes).toHaveLength(2);
    expect(made!.piece.codes[1]!.turn).toBeCloseTo(Math.PI / 2, 9);
    expect(made!.plan.sheet().operations.filter(({ label }) => label === 'dark modules')).toHaveLength(2);
  });
});

describe('a turned code', () => {
  it('by a quarter is fine, by any other angle a caution with a way back', async () => {
    const turned = (turnDegrees: number) => board([], {}, { turnDegrees });
    expect(await find(turned(90), 'code-turn')).toBeUndefined();
    const caution = (await find(turned(30), 'code-turn'))!;
    expect(caution).toMatchObject({ severity: 'caution', required: { value: 0 } });
    expect(await find(applyChanges(turned(30), caution.fixes[0]!.changes), 'code-turn')).toBeUndefined();
  });

  it('keeps its area, and its quiet zone is the turned square', async () => {
    const area = async (turnDegrees: number) => {
      const { made } = await run(board([], {}, { turnDegrees }));
      const [mark] = made!.plan.sheet().operations;
      return isLine(mark!) ? 0 : regionArea(mark!.area);
    };
    expect(await area(45)).toBeCloseTo(await area(0), 6);
    // A square of 37 mm turned by 45 degrees is 52.3 mm across: too much for 50.
    const job = board([], { heightMm: 50 }, { turnDegrees: 45 });
    expect((await find(job, 'quiet-zone'))!.severity).toBe('stop');
    expect((await find({ ...job, piece: { ...job.piece, heightMm: 53 } }, 'quiet-zone'))!.severity).toBe(
      'fine',
    );
  });
});

describe('a sticker with a contour', () => {
  it('is cut around everything on its sheet, or the sheet is made larger', async () => {
    const job = board([words('Harbour office', { yMm: 55 })], {
      outline: { kind: 'contour', paddingMm: 1, borderMm: 3, corner: 'round', colour: '#175e54' },
      bleedMm: 2,
    });
    expect((await find(job, 'piece-contour'))!.severity).toBe('fine');
    const small = { ...job, piece: { ...job.piece, heightMm: 62 } };
    const stop = (await find(small, 'piece-contour'))!;
    expect(stop.severity).toBe('stop');
    const { made } = await run(job);
    const cut = made!.plan.sheet().operations.at(-1)!;
    expect(isLine(cut) && cut.lines).toHaveLength(1);
  });
});
