import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { withCodeAdded, applyChanges, type Job } from '../job';
import { regionDistance, type Region } from '../geometry';
import { findingLines } from '../../testing/findings';
import { withTriedFixes } from '../run';
import {
  board,
  boardLibrary,
  findOn as find,
  roundHole as hole,
  runBoard as run,
  words,
  onPair,
} from '../../testing/board';

describe('words with nothing in them', () => {
  it('are a caution, each with who fills the gap, and go in one click where nothing was typed', async () => {
    const gaps = async (text: string, job: Partial<Job> = {}) =>
      findingLines(await run({ ...board([words(text)]), ...job })).filter(({ kind }) =>
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
    expect(findingLines(await run(filled)).filter(({ kind }) => kind.startsWith('piece-empty'))).toEqual([]);
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
    for (const distance of [0.5, 1, 1.7]) expect((await at(50.5 + distance)) - near).toBeCloseTo(distance, 3);
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
      'Remove the panel frame',
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

describe('words that are too long for the piece', () => {
  it('are set in lines before they are made small, with letters as high as they were', async () => {
    const long = 'Ternquay Boatyard, moorings and slipway';
    const job = board([words(long, { yMm: 2, capitalMm: 4 })], { heightMm: 90 });
    const tried = findingLines(withTriedFixes(await run(job), boardLibrary)).find(
      ({ kind, severity }) => kind === 'piece-inside' && severity !== 'fine',
    )!;
    const labels = tried.fixes.map(({ label }) => label);
    expect(labels[0]).toMatch(/^Set the words “Ternquay.* in 2 lines$/);
    const wrapped = applyChanges(job, tried.fixes[0]!.changes);
    expect(wrapped.piece.items[0]).toMatchObject({
      text: 'Ternquay Boatyard,\nmoorings and slipway',
      fit: 'height',
      capitalMm: 4,
    });
    const after = findingLines(await run(wrapped)).filter(({ severity }) => severity !== 'fine');
    expect(after.map(({ kind }) => kind)).toEqual([]);
    // One word cannot be broken.
    const single = board([words('Llanfairpwllgwyngyllgogerychwyrn', { yMm: 2, capitalMm: 5 })]);
    const [first] = findingLines(withTriedFixes(await run(single), boardLibrary)).filter(
      ({ kind, severity }) => kind === 'piece-inside' && severity !== 'fine',
    );
    expect(first!.fixes[0]!.label).toMatch(/% of its size$/);
  });
});

describe('words that are followed along their outline', () => {
  it('become lines on a laser and strokes on a printer', async () => {
    const job = board([words('204', { yMm: 3, capitalMm: 8, drawn: 'outline' })]);
    const kinds = async (tried: Job) =>
      (await run(tried)).made!.plan.sheet().operations.map(({ kind }) => kind);
    expect(await kinds(job)).toEqual(['mark', 'score', 'cut']);
    expect(await kinds(onPair(job, 'white-vinyl', 'ink-jet-600dpi'))).toEqual(['print', 'print', 'cut']);
  });
});

describe('what reaches the edge of a board that is cut out exactly', () => {
  it('is on the piece up to the edge itself, and beyond it is not', async () => {
    const at = async (xMm: number) =>
      (await find(
        board([{ kind: 'art', source: { kind: 'icon', icon: 'anchor' }, xMm, yMm: 2, widthMm: 8 }]),
        'piece-inside',
      ))!;
    const there = await at(0);
    const beyond = await at(-0.2);
    expect([there.severity, beyond.severity]).toEqual(['fine', 'stop']);
  });
});
