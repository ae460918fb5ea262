import { describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { logoAssets } from '../../node/logoAssets';
import { newJob, type Job } from '../job';
import { valuesOf } from '../plan';
import { createLibrary, runJob } from '../run';
import { makeRoom, newThing, type Start, suitedJob } from '.';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const job = newJob({
  message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
  pair: findPair('birch-plywood', 'co2-laser'),
});

async function withThing(base: Job, start: Start): Promise<{ readonly put: Job; readonly id: string }> {
  await library.load(base);
  const thing = newThing(start, base, runJob(base, undefined, library).made!.codes[0]!.placed);
  const put = { ...base, piece: { ...base.piece, items: [...base.piece.items, thing] } };
  await library.load(put);
  return { put, id: thing.id };
}
const madeOf = (candidate: Job) => runJob(candidate, undefined, library, 'none').made!;
const stopsOf = (candidate: Job): string[] =>
  runJob(candidate, undefined, library, 'none')
    .findings.filter(({ severity }) => severity !== 'fine')
    .map(({ kind }) => kind);

describe('room for what is put on', () => {
  it('is made by a larger piece, with the code as wide as it was and both in the middle', async () => {
    const { put, id } = await withThing(job, 'call');
    expect(stopsOf(put)).not.toEqual([]);
    const roomy = (await makeRoom(put, id, 'code-1', library, { piece: true, code: false }))!;
    expect(stopsOf(roomy)).toEqual([]);
    expect(roomy.codes[0]!.placement.widthMm).toBe(job.codes[0]!.placement.widthMm);
    expect(roomy.piece.heightMm).toBeGreaterThan(job.piece.heightMm);
    expect(roomy.piece.widthMm).toBe(job.piece.widthMm);
    const { codes, piece } = madeOf(roomy);
    const words = piece.items[0]!.box;
    const quiet = codes[0]!.placed.quietZone;
    // Below the quiet zone, and as far from the upper edge as from the lower one.
    expect(words.y).toBeGreaterThanOrEqual(quiet.y + quiet.height + 0.9);
    expect(quiet.y).toBeCloseTo(piece.heightMm - words.y - words.height, 1);
    expect(words.x + words.width / 2).toBeCloseTo(piece.widthMm / 2, 1);
  });

  it('is made by a smaller code where the size of the piece was chosen', async () => {
    const { put, id } = await withThing(job, 'call');
    const roomy = (await makeRoom(put, id, 'code-1', library, { piece: false, code: true }))!;
    expect(stopsOf(roomy)).toEqual([]);
    expect([roomy.piece.widthMm, roomy.piece.heightMm]).toEqual([job.piece.widthMm, job.piece.heightMm]);
    expect(roomy.codes[0]!.placement.widthMm).toBeLessThan(job.codes[0]!.placement.widthMm);
    expect(roomy.codes[0]!.placement.widthMm).toBeGreaterThan(job.codes[0]!.placement.widthMm * 0.7);
  });

  it('is not made by what was chosen', async () => {
    const { put, id } = await withThing(job, 'call');
    expect(await makeRoom(put, id, 'code-1', library, { piece: false, code: false })).toBeNull();
  });

  it('centres what a frame makes of the code by its outer shape', async () => {
    const { put, id } = await withThing(job, 'frame');
    const roomy = (await makeRoom(put, id, 'code-1', library, { piece: true, code: true }))!;
    expect(stopsOf(roomy)).toEqual([]);
    const { piece } = madeOf(roomy);
    const { x, y, width, height } = piece.items[0]!.box;
    expect(x).toBeCloseTo(piece.widthMm - x - width, 1);
    expect(y).toBeCloseTo(piece.heightMm - y - height, 1);
  });

  it('leaves what lies well as it is', async () => {
    const large = { ...job, piece: { ...job.piece, widthMm: 120, heightMm: 120 } };
    const { put, id } = await withThing(large, 'call');
    expect(stopsOf(put)).toEqual([]);
    expect(await makeRoom(put, id, 'code-1', library, { piece: true, code: true })).toBeNull();
  });
});

describe('a job that suits what it is for', () => {
  const paper = newJob({
    message: { kind: 'web', address: 'https://ternquay.example/regatta' },
    pair: findPair('white-paper', 'laser-printer-600dpi'),
  });
  const poster: Job = {
    ...paper,
    piece: { ...paper.piece, widthMm: 420, heightMm: 594 },
    reading: { ...paper.reading, distanceM: 1.5 },
  };
  const wide = findPair('white-paper', 'wide-ink-jet')!;

  it('goes to the machine that takes the piece, with a code that is read from there', async () => {
    expect(stopsOf(poster)).not.toEqual([]);
    const suited = await suitedJob(poster, 'code-1', library, [wide], true);
    expect(suited.making.pair.machine.id).toBe('wide-ink-jet');
    expect(suited.codes[0]!.placement.widthMm).toBeGreaterThan(100);
    expect(stopsOf(suited)).toEqual([]);
  });

  it('goes to no machine of another kind, and to none where nothing stops it', async () => {
    const laser = findPair('white-card', 'co2-laser')!;
    const onCard: Job = {
      ...poster,
      making: { ...poster.making, pair: valuesOf(findPair('white-card', 'laser-printer-600dpi')!) },
    };
    expect((await suitedJob(onCard, 'code-1', library, [valuesOf(laser)], true)).making.pair.machine.id).toBe(
      'laser-printer-600dpi',
    );
    // Kraft paper has its caution of contrast by any machine.
    const kraft = newJob({
      message: paper.codes[0]!.message,
      pair: findPair('kraft-paper', 'laser-printer-600dpi'),
    });
    expect(stopsOf(kraft)).toEqual(['contrast']);
    const other = valuesOf(findPair('kraft-paper', 'ink-jet-600dpi')!);
    expect((await suitedJob(kraft, 'code-1', library, [other], true)).making.pair.machine.id).toBe(
      'laser-printer-600dpi',
    );
  });

  it('keeps a width that was chosen, and the machine where none is better', async () => {
    const kept = await suitedJob(poster, 'code-1', library, [wide], false);
    expect(kept.codes[0]!.placement.widthMm).toBe(poster.codes[0]!.placement.widthMm);
    expect(await suitedJob(paper, 'code-1', library, [], false)).toEqual(paper);
  });
});
