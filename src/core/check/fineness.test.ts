import { describe, expect, it } from '@jest/globals';
import { plainStyle } from '../artwork';
import { applyChanges, newJob, type Job } from '../job';
import { findPair, pairs } from '../../content';
import { runJob } from '../run';
import { findingLines, withFirst, withPlacement, type Told } from '../../testing/findings';

const jobOn = (material: string, machine: string, codeWidthMm: number): Job =>
  newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine),
    codeWidthMm,
    pieceSizeMm: { width: 200, height: 200 },
  });
const finding = (job: Job, kind: string): Told =>
  findingLines(runJob(job)).find((candidate) => candidate.kind === kind)!;

describe('growth that the file cannot take back', () => {
  // A printer's dot is wider than its growth, so all of the growth is left: 0.04 mm of direct thermal paper at 203 dpi.
  const grown = pairs.find(
    ({ machine, process }) => machine.dotMm !== null && process.growthMm < machine.dotMm,
  )!;
  const at = (share: number): Told => {
    const job = jobOn(grown.material.id, grown.machine.id, 29);
    const { symbol } = runJob(job).made!.codes[0]!;
    return finding(withPlacement(job, { widthMm: (grown.process.growthMm / share) * symbol.size }), 'growth');
  };

  it('is a share of the module, which is well up to a tenth and stops beyond a fifth', () => {
    // Limits: simulated shots, as FABRICATION has them: 10 % and 20 %.
    for (const [share, severity] of [
      [0.05, 'fine'],
      [0.099, 'fine'],
      [0.101, 'caution'],
      [0.199, 'caution'],
      [0.201, 'stop'],
      [0.29, 'stop'],
    ] as const) {
      const measured = at(share);
      expect([share, measured.severity]).toEqual([share, severity]);
      expect(measured.measured.value).toBeCloseTo(share * 100, 6);
    }
  });

  it('names the growth of the machine', () => {
    expect(at(0.05).text).toContain(`${grown.process.growthMm} mm`);
  });
});

describe('the thinnest gap between marks', () => {
  const apart = (fill: number, codeWidthMm: number): Job => {
    const job = jobOn('birch-plywood', 'co2-laser', codeWidthMm);
    return withFirst(job, {
      style: { ...plainStyle, modules: { ...plainStyle.modules, join: 'none', fill } },
    });
  };

  it('is what is left of the module between two squares that do not touch', () => {
    // Squares of 0.8 modules of 1 mm stand 0.2 mm apart; the laser's mark is 0.15 mm.
    const { measured, severity, required } = finding(apart(0.8, 29), 'thinnest-gap');
    expect(measured.value).toBeCloseTo(0.2, 3);
    expect(required).toMatchObject({ value: 0.15 });
    expect(severity).toBe('fine');
  });

  it('may close up when it is narrower than one mark, and joining the modules takes it away', () => {
    const narrow = finding(apart(0.9, 29), 'thinnest-gap');
    expect(narrow).toMatchObject({ severity: 'caution' });
    expect(narrow.measured.value).toBeCloseTo(0.1, 3);
    expect(narrow.fixes.map(({ label }) => label)).toEqual(['Join the modules']);
    expect(finding(apart(0.9, 60), 'thinnest-gap').severity).toBe('fine');
  });

  it('is not asked about where all modules are joined', () => {
    expect(finding(jobOn('birch-plywood', 'co2-laser', 29), 'thinnest-gap')).toBeUndefined();
  });
});

describe('the thinnest mark', () => {
  it('loses the growth on both edges and needs one mark of the machine', () => {
    const job = withFirst(jobOn('birch-plywood', 'co2-laser', 29), {
      style: { ...plainStyle, modules: { ...plainStyle.modules, join: 'none', fill: 0.5 } },
    });
    const { process } = findPair('birch-plywood', 'co2-laser')!;
    const { measured, severity } = finding(job, 'thinnest-part');
    expect(measured.value).toBeCloseTo(0.5 - 2 * process.growthMm, 3);
    expect(severity).toBe('fine');
    expect(finding(withPlacement(job, { widthMm: 15 }), 'thinnest-part').severity).toBe('stop');
  });
});

describe('whole dots', () => {
  it('may be off by less than a fiftieth of a dot over the whole symbol, and by no more', () => {
    const label = jobOn('direct-thermal-paper', 'label-printer-203dpi', 29);
    const { dotMm } = runJob(label).pair.machine;
    const { size } = runJob(label).made!.codes[0]!.symbol;
    const off = (dots: number): string =>
      finding(withPlacement(label, { widthMm: (4 * size + dots) * dotMm! }), 'whole-dots').severity;
    expect([off(0), off(0.019), off(0.021), off(-0.019), off(-0.021)]).toEqual([
      'fine',
      'fine',
      'caution',
      'fine',
      'caution',
    ]);
  });
});

describe('a code that is too wide for the picture of a phone', () => {
  const near = (material: string, machine: string, codeWidthMm: number): Job => ({
    ...newJob({
      message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
      pair: findPair(material, machine),
      codeWidthMm,
      pieceSizeMm: { width: 300, height: 300 },
    }),
    reading: { distanceM: 0.12, heightM: null },
  });

  it('is offered narrower where the machine can make its modules so small, and not elsewhere', () => {
    const narrower = (job: Job) =>
      finding(job, 'reading-nearest').fixes.filter(({ label }) => label.startsWith('Make the code'));
    const fine = near('white-vinyl', 'ink-jet-600dpi', 120);
    expect(finding(fine, 'reading-nearest').severity).toBe('caution');
    const [fix] = narrower(fine);
    const mended = runJob(applyChanges(fine, fix!.changes)).findings;
    expect(mended.find(({ kind }) => kind === 'reading-nearest')!.severity).toBe('fine');
    expect(mended.find(({ kind }) => kind === 'module-size')!.severity).toBe('fine');
    // Slate needs modules of 0.9 mm: a longer message then needs more than the picture holds.
    const slate = withFirst(near('natural-slate', 'co2-laser', 120), {
      message: { kind: 'text', text: 'Moorings '.repeat(60) },
    });
    expect(finding(slate, 'reading-nearest').severity).toBe('caution');
    expect(narrower(slate)).toEqual([]);
  });
});
