/** What if, and the bars beside that of the width: each band beside what runs of the very job say. */
import { describe, expect, it } from '@jest/globals';
import { findPair, pairs } from '../../content';
import type { Severity } from '../finding';
import { newJob, withCode, type Job } from '../job';
import { writeMessage } from '../message';
import { emptyLibrary, runJob } from '../run';
import { versionOfLength, whatIf, whatIfs } from './whatIf';

const job = newJob({
  message: { kind: 'text', text: 'Rack 3, oars 9 to 16. Rinse with fresh water.' },
  pair: findPair('birch-plywood', 'co2-laser')!,
  pieceSizeMm: { width: 60, height: 60 },
  codeWidthMm: 33,
});
const charts = whatIf(job, 'code-1', emptyLibrary, pairs);
const severity = (some: Job, kind: string): Severity =>
  runJob(some).findings.find((finding) => finding.kind === kind)!.severity;
const madeOf = (some: Job) => runJob(some).made!.codes[0]!;

describe('what if', () => {
  it('has the job as it is once in every chart, with the same band', () => {
    const now = whatIfs.map((what) => charts[what].filter(({ isNow }) => isNow));
    expect(now.map(({ length }) => length)).toEqual([1, 1, 1, 1]);
    for (const [point] of now) {
      expect(point!.band).toEqual(now[0]![0]!.band);
      expect(point!.bestMm).toBe(now[0]![0]!.bestMm);
    }
    // Version 4 has 33 modules of at least 0.75 mm (symbol: ISO/IEC 18004:2015, table 7; laser: common practice, no source).
    expect(now[0]![0]!.band!.fromMm).toBeCloseTo(33 * 0.75, 6);
  });

  it('asks for wider codes as the message grows, and as the level rises', () => {
    for (const what of ['message', 'level'] as const) {
      const least = charts[what].map(({ band }) => band!.fromMm);
      expect(least).toEqual([...least].sort((a, b) => a - b));
      expect(least.at(-1)!).toBeGreaterThan(least[0]!);
    }
  });

  it('offers other machines for the same material only', () => {
    expect(charts.machine.map(({ label }) => label)).toEqual(['laser', 'diode laser', 'screen print']);
  });

  it('has no band where the distance needs a code that is wider than the piece', () => {
    // 2 m need modules of 2000 x 3.5 / 1478 = 4.74 mm, 33 of them 156 mm.
    expect(charts.distance.at(-1)).toMatchObject({ label: '2', band: null, bestMm: null });
  });
});

describe('the bar for the distance', () => {
  it('ends where the limits do: a little within is fine, a little beyond is not', () => {
    const ranges = madeOf(job).distanceRanges();
    const at = (distanceMm: number): Job => ({
      ...job,
      reading: { ...job.reading, distanceM: distanceMm / 1000 },
    });
    const far = ranges.find(({ kind }) => kind === 'reading-camera')!.toMm!;
    expect([severity(at(far - 0.5), 'reading-camera'), severity(at(far + 0.5), 'reading-camera')]).toEqual([
      'fine',
      'caution',
    ]);
    const near = ranges.find(({ kind }) => kind === 'reading-nearest')!.fromMm!;
    expect([
      severity(at(near + 0.5), 'reading-nearest'),
      severity(at(near - 0.5), 'reading-nearest'),
    ]).toEqual(['fine', 'caution']);
    // By hand: 1920 px over 66 degrees are a focal length of 1478 px; a module of 33 / 33 mm, 3.5 px.
    expect(far).toBeCloseTo(1478.26 / 3.5, 0);
  });

  it('counts a height at which it is mounted', () => {
    const high = { ...job, reading: { distanceM: 2, heightM: 1.9 } };
    const [range] = madeOf(high)
      .distanceRanges()
      .filter(({ kind }) => kind === 'mount');
    // 0.5 m above the hand at 1.4 m, seen at 30 degrees: 1 m.
    expect(range!.fromMm).toBeCloseTo(1000, 6);
    expect(
      madeOf(job)
        .distanceRanges()
        .some(({ kind }) => kind === 'mount'),
    ).toBe(false);
  });
});

describe('the bar for the message', () => {
  it('ends at the last length whose symbol the limits take', () => {
    const ranges = madeOf(job).messageRanges(versionOfLength(job, 'code-1'));
    const text = writeMessage(job.codes[0]!.message);
    const ofLength = (count: number): Job =>
      withCode(job, 'code-1', (code) => ({
        ...code,
        message: { kind: 'text', text: text.slice(0, count) + 'a'.repeat(Math.max(0, count - text.length)) },
      }));
    const most = ranges.find(({ kind }) => kind === 'module-size')!.toCharacters!;
    expect([severity(ofLength(most), 'module-size'), severity(ofLength(most + 1), 'module-size')]).toEqual([
      'fine',
      'stop',
    ]);
    // At level M version 40 holds 2331 bytes (ISO/IEC 18004:2015, table 7).
    expect(ranges.find(({ kind }) => kind === 'version')!.toCharacters).toBe(2331);
  });

  it('is empty where not even the smallest symbol is coarse enough', () => {
    const small = withCode(job, 'code-1', (code) => ({
      ...code,
      placement: { ...code.placement, widthMm: 12 },
    }));
    const ranges = madeOf(small).messageRanges(versionOfLength(small, 'code-1'));
    expect(ranges[0]).toMatchObject({ kind: 'module-size', toCharacters: 0 });
  });
});
