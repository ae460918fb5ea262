import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { logoAssets } from '../../node/logoAssets';
import {
  withCodeAdded,
  withoutCode,
  applyChanges,
  parseJob,
  type CodeSettings,
  type Job,
  newJob,
  itemsOf,
  type ItemDraft,
} from '../job';
import type { About } from '../finding';
import { createLibrary, makeFiles, runJob, type JobResult } from '../run';
import { boundsOf, regionArea, regionDistance, type Region } from '../geometry';
import { told, withPlacement } from '../../testing/findings';
import type { CodePlacement, HoleSettings, PieceSettings } from '../piece';
import { findPair, isLine } from '../plan';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const address = 'https://ternquay.example/berth/17';

/** A plywood board of 90 by 70 with a version 3 code of 29 mm in its middle. */
function board(
  things: readonly ItemDraft[] = [],
  piece: Partial<PieceSettings> = {},
  placement: Partial<CodePlacement> = {},
): Job {
  const job = newJob({
    message: { kind: 'web', address },
    pair: findPair('birch-plywood', 'co2-laser'),
    codeWidthMm: 29,
    pieceSizeMm: { width: 90, height: 70 },
  });
  return withPlacement({ ...job, piece: { ...job.piece, items: itemsOf(things), ...piece } }, placement);
}
async function run(job: Job): Promise<JobResult> {
  await library.load(job);
  return runJob(job, undefined, library);
}
const find = async (job: Job, kind: string, id?: string) =>
  told(await run(job)).find(
    (finding) =>
      finding.kind === kind && (id === undefined || ('id' in finding.about && finding.about.id === id)),
  );
const hole: HoleSettings = {
  id: 'h',
  shape: { kind: 'round', diameterMm: 4 },
  pattern: 'one',
  xMm: 8,
  yMm: 8,
  keepOutMm: 2,
};
const words = (text: string, more: object = {}): ItemDraft => ({ kind: 'words', text, ...more });

describe('words with nothing in them', () => {
  it('are a caution, each with who fills the gap, and go in one click where nothing was typed', async () => {
    const gaps = async (text: string, job: Partial<Job> = {}) =>
      told(await run({ ...board([words(text)]), ...job })).filter(({ kind }) =>
        kind.startsWith('piece-empty'),
      );
    expect(await gaps('Batch {serial}')).toMatchObject([
      {
        kind: 'piece-empty-fields',
        severity: 'caution',
        text: expect.stringContaining('type a serial number'),
      },
    ]);
    expect(await gaps('{collection}')).toMatchObject([{ text: expect.stringContaining('file the job') }]);
    expect(await gaps('{host} {title}')).toEqual([]);
    const filled = board([words('Batch {serial}')], { serial: '17' });
    expect(told(await run(filled)).filter(({ kind }) => kind.startsWith('piece-empty'))).toEqual([]);
    const [empty] = await gaps('  ');
    expect(empty).toMatchObject({ kind: 'piece-empty-words', severity: 'caution' });
    const without = applyChanges(board([words('  ')]), empty!.fixes[0]!.changes);
    expect(without.piece.items).toEqual([]);
  });
});

describe('the quiet zone against everything on the piece', () => {
  it('is ended by the words that stand nearest, by name, and every fix clears it', async () => {
    // The code ends at 49.5; four modules of 1 mm go on to 53.5.
    const job = board([
      words('SCAN ME', { yMm: 51, capitalMm: 5 }),
      words('far away', { yMm: 2, capitalMm: 3 }),
    ]);
    const stop = (await find(job, 'quiet-zone'))!;
    expect(stop).toMatchObject({ severity: 'stop', text: expect.stringContaining('words “SCAN ME”') });
    // Round letters stand a little over the height of capitals.
    expect(stop.measured.value).toBeLessThan(1.5);
    expect(stop.measured.value).toBeGreaterThan(1.35);
    const labels = stop.fixes.map(({ label }) => label);
    expect(labels[0]).toMatch(/^Move the words “SCAN ME” 2\.[67] mm down$/);
    expect(labels.some((label) => label.includes('of its size'))).toBe(true);
    for (const { label, changes } of stop.fixes)
      expect([label, (await find(applyChanges(job, changes), 'quiet-zone'))!.severity]).toEqual([
        label,
        'fine',
      ]);
  });

  it('is measured exactly: words moved by any distance leave just that', async () => {
    const at = async (yMm: number) =>
      (await find(board([words('HI', { yMm, capitalMm: 5 })]), 'quiet-zone'))!.measured.value;
    const near = await at(50.5);
    for (const more of [0.5, 1, 1.7]) expect((await at(50.5 + more)) - near).toBeCloseTo(more, 3);
  });

  it('counts icons, holes, border lines and other codes', async () => {
    const nearest = async (job: Job) => (await find(job, 'quiet-zone'))!.text;
    expect(
      await nearest(
        board([{ kind: 'art', source: { kind: 'icon', icon: 'anchor' }, xMm: 61, yMm: 30, widthMm: 10 }]),
      ),
    ).toContain('icon anchor');
    expect(await nearest(board([], { holes: [{ ...hole, xMm: 28, yMm: 35 }] }))).toContain('hole of 4 mm');
    expect(await nearest(board([{ kind: 'border', insetMm: 18, lineMm: 1 }]))).toContain('border line');
    const job = board();
    const second = { ...job.codes[0]!, placement: { widthMm: 20, xMm: 62, yMm: 25, turnDegrees: 0 } };
    expect(await nearest(withCodeAdded(job, second))).toContain('code 2');
  });

  it('stops a code that lies on an area all around it', async () => {
    const job = board([
      { kind: 'art', source: { kind: 'emoji', emoji: '⬛' }, xMm: 'middle', yMm: 'middle', widthMm: 60 },
    ]);
    expect((await find(job, 'code-inside'))!.severity).toBe('stop');
  });

  it('is never entered by a frame around the code, whatever its measures', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.record({
          shape: fc.constantFrom('panel' as const, 'band' as const, 'corners' as const, 'ring' as const),
          gapMm: fc.double({ min: 0, max: 3, noNaN: true }),
          lineMm: fc.double({ min: 0.3, max: 4, noNaN: true }),
          bandMm: fc.double({ min: 3, max: 9, noNaN: true }),
          cornerMm: fc.double({ min: 0, max: 12, noNaN: true }),
          side: fc.constantFrom('above' as const, 'below' as const),
        }),
        async (frame) => {
          const { piece } = (await run(board([{ kind: 'frame', ...frame, text: 'SCAN' }]))).made!;
          const { x, y, width } = piece.codes[0]!.quietZone;
          const square: Region = [
            [
              { x, y },
              { x: x + width, y },
              { x: x + width, y: y + width },
              { x, y: y + width },
            ],
          ];
          expect(regionDistance(piece.items[0]!.area, square, 1e-3)).toBeGreaterThan(frame.gapMm - 0.01);
        },
      ),
      { seed: 17, numRuns: 25 },
    );
  });
});

describe('things on the piece', () => {
  it('stop over the edge, caution within the safe distance', async () => {
    expect((await find(board([words('Slipway', { xMm: -3, yMm: 4 })]), 'piece-inside'))!.severity).toBe(
      'stop',
    );
    const near = board([words('Slipway', { xMm: 1, yMm: 4 })], { safeMm: 3 });
    expect(await find(near, 'piece-inside')).toMatchObject({ severity: 'caution', required: { value: 3 } });
    expect((await find(board([words('Slipway', { yMm: 6 })], { safeMm: 3 }), 'piece-inside'))!.severity).toBe(
      'fine',
    );
  });

  it('are moved onto the piece or made smaller in one click', async () => {
    for (const things of [
      [words('Slipway', { xMm: -3, yMm: 4 })],
      [words('Slipway', { xMm: 70, yMm: 66, capitalMm: 6 })],
      [words('Rinse with fresh water, blades up', { yMm: 4, capitalMm: 8 })],
      [
        {
          kind: 'art' as const,
          source: { kind: 'icon' as const, icon: 'anchor' },
          xMm: 84,
          yMm: 2,
          widthMm: 12,
        },
      ],
    ]) {
      const job = board(things, { safeMm: 1 });
      const { severity, fixes } = (await find(job, 'piece-inside'))!;
      expect(severity).toBe('stop');
      expect(fixes.length).toBeGreaterThan(1);
      for (const { label, changes } of fixes)
        expect([label, (await find(applyChanges(job, changes), 'piece-inside'))?.severity ?? 'fine']).toEqual(
          [label, 'fine'],
        );
    }
  });

  it('are frames too: the code is moved with its frame', async () => {
    const low = board([{ kind: 'frame', text: 'SCAN ME' }], {}, { yMm: 34 });
    const { severity, fixes } = (await find(low, 'piece-inside'))!;
    expect(severity).toBe('stop');
    expect(fixes[0]!.label).toBe('Move the code with its panel frame');
    for (const { label, changes } of fixes)
      expect([label, (await find(applyChanges(low, changes), 'piece-inside'))?.severity ?? 'fine']).toEqual([
        label,
        'fine',
      ]);
    // Pushed to one side, the piece grows by what lies over on that side, and no more.
    const aside = board([{ kind: 'frame', text: 'SCAN ME' }], {}, { xMm: 20, yMm: 37 });
    const over = (await run(aside)).made!.piece.items[0]!.box;
    const wider = (await find(aside, 'piece-inside'))!.fixes.find(({ label }) =>
      label.startsWith('Make the piece'),
    )!;
    expect(wider.changes[0]).toMatchObject({
      set: { heightMm: 70 + Math.ceil(over.y + over.height - 70 + 0.01) },
    });
    const tight = board([{ kind: 'frame', text: 'SCAN ME', bandMm: 9 }], { widthMm: 40, heightMm: 40 });
    const stop = (await find(tight, 'piece-inside'))!;
    expect(stop.fixes.map(({ label }) => label)).toEqual([
      'Make the piece 40 × 58 mm',
      'Take the panel frame away',
    ]);
    expect((await find(applyChanges(tight, stop.fixes[0]!.changes), 'piece-inside'))!.severity).toBe('fine');
  });

  it('over each other are pointed out with the area that they share', async () => {
    const overlap = await find(board([words('One', { yMm: 4 }), words('Two', { yMm: 4 })]), 'piece-overlap');
    expect(overlap).toMatchObject({ severity: 'caution', text: expect.stringContaining('“One”') });
    expect(
      await find(board([words('One', { yMm: 2 }), words('Two', { yMm: 60 })]), 'piece-overlap'),
    ).toBeUndefined();
  });

  it('have strokes thick enough for the machine, or a size that makes them so', async () => {
    const fine = board([words('moon', { font: 'script', capitalMm: 2, yMm: 3 })]);
    const stop = (await find(fine, 'piece-strokes'))!;
    expect(stop).toMatchObject({ severity: 'stop', required: { value: 0.15 } });
    const mended = applyChanges(fine, stop.fixes[0]!.changes);
    expect((await find(mended, 'piece-strokes'))!.severity).toBe('fine');
    // Twice the growth of 0.06 mm is taken from both edges of a stroke.
    const { made } = await run(fine);
    expect(stop.measured.value).toBeCloseTo(made!.piece.items[0]!.strokeMm - 0.12, 6);
  });

  it('name signs that are missing and fields that the job has not', async () => {
    expect(await find(board([words('潮汐', { yMm: 3 })]), 'piece-glyphs')).toMatchObject({
      severity: 'stop',
      text: expect.stringContaining('“潮”'),
    });
    expect(await find(board([words('{network} at {host}', { yMm: 3 })]), 'piece-fields')).toMatchObject({
      severity: 'caution',
      text: expect.stringContaining('{network}'),
    });
    expect(await find(board([words('{host}', { yMm: 3 })]), 'piece-fields')).toBeUndefined();
  });
});

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
        fc.constantFrom('one' as const, 'two across' as const, 'two down' as const, 'corners' as const),
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

describe('words that are followed along their outline', () => {
  it('become lines on a laser and strokes on a printer', async () => {
    const job = board([words('204', { yMm: 3, capitalMm: 8, drawn: 'outline' })]);
    const kinds = async (own: Job) => (await run(own)).made!.plan.sheet().operations.map(({ kind }) => kind);
    expect(await kinds(job)).toEqual(['mark', 'score', 'cut']);
    expect(
      await kinds({ ...job, making: { ...job.making, material: 'white-vinyl', machine: 'ink-jet-600dpi' } }),
    ).toEqual(['print', 'print', 'cut']);
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
    const made = makeFiles(job, await run(job), 4, ['svg']);
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

  it('have ids of their own, also after one was taken away', () => {
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
    const removal = stop.fixes.find(({ label }) => label === 'Take the words “HOW” away')!;
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
    const apart = (distanceM: number) => find({ ...both, reading: { distanceM } }, 'piece-codes');
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
