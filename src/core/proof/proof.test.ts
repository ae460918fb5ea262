import { describe, expect, it } from '@jest/globals';
import { somePairs } from '../../testing/board';
import { testReaders } from '../../testing/readSymbol';
import { type Job, newJob } from '../job';
import { plainPiece } from '../piece';
import { findPair } from '../../content';
import { reflectanceOfHex } from '../colour';
import { proofSetup } from '../proving';
import { runJob } from '../run';
import { prove, takePicture } from './prove';
import { isDecided, joinedReports, readerState, verdictOf, type ProofReport } from './verdict';
import { rasteriseMarks } from '../readback';

const jobOn = (material: string, machine: string): Job =>
  newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine),
  });
const plate = (): Job => jobOn('black-anodised-aluminium', 'co2-laser');

async function reportsOf(job: Job): Promise<ProofReport[]> {
  const setup = proofSetup(job, runJob(job), 1)!;
  const reports: ProofReport[] = [];
  for await (const report of prove(setup, await testReaders())) reports.push(report);
  return reports;
}
const lastReport = async (job: Job): Promise<ProofReport> => (await reportsOf(job)).at(-1)!;
const stateOf = (report: ProofReport, id: string) => report.readers.find((reader) => reader.id === id)!.state;

describe('shots that are shared out', () => {
  const report = (read: readonly number[], shots: number): ProofReport => ({
    verdict: 'good',
    shots,
    ofShots: 20,
    distanceM: 0.25,
    pixelsPerModule: 5,
    readers: read.map((count, place) => ({
      id: `reader-${place}`,
      name: `Reader ${place}`,
      votes: place < 3,
      read: count,
      wrong: 0,
      state: readerState(count, shots),
    })),
  });

  it('are counted together, and judged anew', () => {
    const joined = joinedReports([report([10, 9, 4, 10], 10), report([10, 8, 3, 10], 10)]);
    expect(joined).toMatchObject({ shots: 20, verdict: 'caution' });
    expect(joined.readers.map(({ read, state }) => [read, state])).toEqual([
      [20, 'prompt'],
      [17, 'prompt'],
      [7, 'slow'],
      [20, 'prompt'],
    ]);
  });

  it.each([
    // A reader is prompt from 16 of 20: 80 in 100.
    [[16, 16, 16, 0], 16, true],
    [[15, 16, 16, 0], 16, false],
    [[15, 15, 15, 15], 15, false],
    [[0, 0, 8, 8], 8, true],
    [[3, 3, 8, 8], 8, true],
    [[4, 3, 8, 8], 8, false],
  ])('%s of %s: decided %s', (read, shots, isIt) => {
    expect(isDecided(report(read, shots))).toBe(isIt);
  });
});

describe('the proof', () => {
  it.each(somePairs.map(({ material, machine }) => [material.id, machine.id]))(
    'judges a clean job on %s by %s as its contrast allows, with a first verdict after four of twenty shots',
    async (material, machine) => {
      const reports = await reportsOf(jobOn(material, machine));
      expect(reports.map(({ shots }) => shots)).toEqual([4, 8, 12, 16, 20]);
      // Readers were measured to be slow from a contrast of 40 % down; the stamp on kraft paper has 27 %.
      const { material: bare, markColour } = findPair(material, machine)!;
      const contrast = reflectanceOfHex(bare.baseColour) - reflectanceOfHex(markColour);
      expect(reports.at(-1)!.shots).toBe(20);
      expect(reports.at(-1)!.verdict === 'good' || Math.abs(contrast) < 0.4).toBe(true);
      expect(reports.at(-1)!.verdict).not.toBe('stop');
      expect(reports.at(-1)!.readers.every(({ wrong }) => wrong === 0)).toBe(true);
    },
  );

  it('gives the same counts every time', async () => {
    const far = { ...plate(), reading: { distanceM: 0.6, heightM: null } };
    expect(await lastReport(far)).toEqual(await lastReport(far));
  });

  it('stops a plate whose polarity is reversed: readers that do not invert never read it', async () => {
    const report = await lastReport({ ...plate(), making: { ...plate().making, reversed: true } });
    expect(report.verdict).toBe('stop');
    for (const id of ['zxing-plain', 'zbar', 'jsqr']) expect(stateOf(report, id)).toBe('fails');
  });

  it('stops a code photographed at 1.5 pixels a module', async () => {
    const { moduleMm } = runJob(plate()).made!.piece.codes[0]!;
    const report = await lastReport({
      ...plate(),
      reading: { distanceM: (1478 * moduleMm) / 1.5 / 1000, heightM: null },
    });
    expect(report.pixelsPerModule).toBeCloseTo(1.5, 1);
    expect(report.verdict).toBe('stop');
  });

  it('stops a code whose quiet zone is cut away', async () => {
    const job = jobOn('white-vinyl', 'ink-jet-600dpi');
    const side = job.codes[0]!.placement.widthMm;
    const cut = { ...job, piece: { ...job.piece, widthMm: side, heightMm: side } };
    expect((await lastReport(cut)).verdict).toBe('stop');
  });

  it('counts a read only when the text is the message, byte for byte', async () => {
    const setup = proofSetup(plate(), runJob(plate()), 1)!;
    const [code] = setup.codes;
    const other = { ...setup, codes: [{ ...code!, payload: `${code!.payload}/` }] };
    const picture = await takePicture(other, await testReaders(), 0.2, 'code-1');
    expect(picture.readings.every(({ read }) => !read)).toBe(true);
    expect(picture.readings.some(({ text }) => text === code!.payload)).toBe(true);
  });

  it('reads a mirrored file on an opaque piece as the mirrored code that it is', async () => {
    const job = jobOn('birch-plywood', 'co2-laser');
    const mirrored = { ...job, making: { ...job.making, mirrored: true } };
    const report = await lastReport(mirrored);
    expect(stateOf(report, 'zxing-plain')).toBe('prompt');
    expect(runJob(mirrored).findings).toContainEqual(
      expect.objectContaining({ kind: 'mirrored', severity: 'caution' }),
    );
  });

  it('photographs what is mirrored for a clear piece from behind, where it is the code again', async () => {
    // A piece that is larger than the picture, which is held straight: what lies beyond a piece is not mirrored.
    const job = { ...jobOn('clear-acrylic-dark-ground', 'co2-laser'), piece: plainPiece(200, 200, 0) };
    const frameOf = async (mirrored: boolean): Promise<Uint8ClampedArray> => {
      const made = { ...job, making: { ...job.making, mirrored } };
      const setup = proofSetup(made, runJob(made), 1)!;
      return (await takePicture(setup, await testReaders(), 0, 'code-1')).frame.rgba;
    };
    const [front, behind] = [await frameOf(false), await frameOf(true)];
    expect(behind.length).toBe(front.length);
    // Both are the same view of the same code: only where a pixel's edge falls differs.
    const unlike =
      front.filter((value, index) => Math.abs(value - behind[index]!) > 40).length / front.length;
    expect(unlike).toBeLessThan(0.01);
  });
});

describe('verdictOf', () => {
  const panel = (...states: ('prompt' | 'slow' | 'fails')[]) =>
    states.map((state) => ({ votes: true, state }));
  it('follows the panel of three, whatever the reader without a vote does', () => {
    expect(verdictOf(panel('prompt', 'prompt', 'prompt'))).toBe('good');
    expect(verdictOf(panel('prompt', 'prompt', 'slow'))).toBe('caution');
    expect(verdictOf(panel('prompt', 'prompt', 'fails'))).toBe('caution');
    expect(verdictOf(panel('prompt', 'slow', 'slow'))).toBe('stop');
    expect(verdictOf([...panel('prompt', 'fails', 'fails'), { votes: false, state: 'prompt' }])).toBe('stop');
  });
  it('calls a reader prompt from 80 % and slow from 20 %', () => {
    expect([16, 15, 4, 3].map((read) => readerState(read, 20))).toEqual(['prompt', 'slow', 'slow', 'fails']);
    // A reader that was shown nothing has read nothing.
    expect(readerState(0, 0)).toBe('fails');
  });
});

describe('the rendered file', () => {
  const svg = (content: string): Uint8Array =>
    new TextEncoder().encode(
      `<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="10mm" viewBox="0 0 20 10">${content}</svg>`,
    );
  const line = (d: string): string =>
    `<g id="cut" fill="none" stroke="#ff0000" stroke-width="0.02"><path d="${d}"/></g>`;

  it('tells marks from cut lines and the piece from what lies beyond', async () => {
    await testReaders();
    const file = svg(`<path d="M4 4H6V6H4Z"/>${line('M5 0H15A5 5 0 0 1 15 10H5A5 5 0 0 1 5 0Z')}`);
    const raster = rasteriseMarks(file, { x: -2, y: -2, width: 24, height: 14 }, 10);
    const pointAt = (x: number, y: number): number =>
      Math.round((y + 2) * 10) * raster.width + Math.round((x + 2) * 10);
    expect([raster.inks[0]![pointAt(5, 5)], raster.inks[0]![pointAt(8, 5)]]).toEqual([255, 0]);
    expect(
      [pointAt(5, 5), pointAt(0.3, 0.3), pointAt(19.7, 9.7), pointAt(-1, 5)].map(
        (place) => raster.onPiece[place],
      ),
    ).toEqual([1, 0, 0, 0]);
  });
});

describe('a cut line', () => {
  // Found at 6 and 10 pixels a millimetre, where a line of 0.02 mm was drawn with a gap.
  it.each([3, 6, 8, 9, 10, 12, 16])('holds the piece together at %s pixels a millimetre', async (pxPerMm) => {
    await testReaders();
    const job = jobOn('black-vinyl-on-white', 'knife-plotter');
    const setup = proofSetup(job, runJob(job), 1)!;
    const { onPiece } = setup.raster({ x: -2.25, y: -2.25, width: 64.5, height: 64.5 }, pxPerMm);
    const share = onPiece.reduce((sum, value) => sum + value, 0) / onPiece.length;
    // A square of 60 mm in a window of 64.5 mm.
    expect(share).toBeGreaterThan((60 / 64.5) ** 2 - 0.02);
    expect(share).toBeLessThan((60 / 64.5) ** 2 + 0.03);
  });
});

describe('materials whose marks are hardly seen', () => {
  // From memory: bare brass, walnut and light acrylic are the three whose marks differ too little from the surface.
  it.each([
    ['brass', 'rotary-engraver'],
    ['walnut', 'co2-laser'],
    ['clear-acrylic-light-ground', 'co2-laser'],
  ])('%s by %s is not called good, and its contrast says why', async (material, machine) => {
    const job = jobOn(material, machine);
    expect((await lastReport(job)).verdict).not.toBe('good');
    const contrast = runJob(job).findings.find(({ kind }) => kind === 'contrast')!;
    expect(contrast.severity).not.toBe('fine');
  });
});

describe('a stamp', () => {
  it('is made left for right, and what it prints reads as it should', async () => {
    const job = jobOn('kraft-paper', 'rubber-stamp');
    const { plan } = runJob(job).made!;
    expect([plan.mirrored, plan.comesOutMirrored]).toEqual([true, false]);
    expect(proofSetup(job, runJob(job), 1)!.seenFromBehind).toBe(true);
    // Drawn left for right by the owner it comes out so, and the file is as the code is.
    const turned = runJob({ ...job, making: { ...job.making, mirrored: true } });
    expect([turned.made!.plan.mirrored, turned.made!.plan.comesOutMirrored]).toEqual([false, true]);
    expect(turned.findings.find(({ kind }) => kind === 'mirrored')!.severity).toBe('caution');
  });
});
