/** A logo that modules draw: wishes of a placed logo, and what is said of it. How much is good was found by looking, no source. */
import { describe, expect, it } from '@jest/globals';
import { encode } from 'fast-png';
import { logoAssets } from '../../node/logoAssets';
import { findPair } from '../../content';
import { applyChanges, newJob, type Job } from '../job';
import { logoWays, newLogo, usualShare, wishesOfLogo, type LogoSettings } from '../logo';
import { valuesOf } from '../plan';
import { createLibrary } from './library';
import { logoOptions } from '../solving';
import { runJob } from './runJob';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const jobOf = (logo: LogoSettings | null, symbol: Partial<Job['codes'][number]['symbol']> = {}): Job => {
  const job = newJob({ message: { kind: 'web', address: 'https://ternquay.example' }, codeWidthMm: 60 });
  const [code] = job.codes;
  return { ...job, codes: [{ ...code!, logo, symbol: { ...code!.symbol, ...symbol } }] };
};
const icon = { kind: 'icon', icon: 'anchor' } as const;
const drawn = newLogo(icon, 'free-bits');
async function ran(job: Job) {
  await library.load(job);
  return runJob(job, undefined, library);
}
const square = (from: number, to: number) => [
  { x: from, y: from },
  { x: to, y: from },
  { x: to, y: to },
  { x: from, y: to },
];

describe('wishes of a logo', () => {
  it('are dark under its ink, light in what is kept free, and none elsewhere; edges matter more', () => {
    const { wanted, weight } = wishesOfLogo({ ink: [square(8, 13)], knockOut: [square(6, 15)] }, 21);
    const at = (column: number, row: number) => [wanted[row * 21 + column], weight[row * 21 + column]! > 0];
    expect([at(10, 10), at(7, 7), at(2, 2)]).toEqual([
      [1, true],
      [0, true],
      [-1, false],
    ]);
    expect(wanted.filter((is) => is === 1)).toHaveLength(25);
    expect(wanted.filter((is) => is === 0)).toHaveLength(81 - 25);
    expect(weight[8 * 21 + 8]).toBeGreaterThan(weight[10 * 21 + 10]!);
    expect(weight[7 * 21 + 10]).toBeGreaterThan(weight[6 * 21 + 10]!);
  });

  it('of half a module matter less than those of a whole one', () => {
    const { weight } = wishesOfLogo({ ink: [square(3.4, 9)], knockOut: [square(0, 21)] }, 21);
    // Both lie at the edge.
    expect(weight[5 * 21 + 3]).toBeLessThan(weight[5 * 21 + 8]!);
  });
});

describe('a logo that modules draw', () => {
  it('takes no error correction and clears nothing; put over modules again it does', async () => {
    const by = await ran(jobOf(drawn, { version: 10, level: 'L' }));
    const [code] = by.codes;
    expect(code!.damage).toBeNull();
    expect(code!.artwork!.logo).toBeNull();
    expect(code!.picture!.steering!.match).toBeGreaterThan(0.85);
    expect(by.findings.find(({ kind }) => kind === 'picture-match')).toMatchObject({ severity: 'fine' });
    expect(by.findings.find(({ kind }) => kind === 'budget')).toMatchObject({
      severity: 'fine',
      measured: { value: 0 },
    });
    expect(by.heldBackBy).toEqual([]);
    const over = await ran(jobOf({ ...drawn, by: 'knock-out', share: 0.2 }, { version: 10, level: 'L' }));
    expect(over.codes[0]!.damage!.worst).toBeGreaterThan(0);
    expect(over.codes[0]!.picture).toBeNull();
  });

  it('is redrawn when it is moved, and taken over when nothing changed', async () => {
    const job = jobOf(drawn, { version: 8, level: 'L' });
    const first = await ran(job);
    const again = runJob(job, first, library);
    expect(again.codes[0]!.symbol).toBe(first.codes[0]!.symbol);
    const moved = await ran(
      jobOf({ ...drawn, place: { columns: 20, rows: 24 } }, { version: 8, level: 'L' }),
    );
    expect(moved.codes[0]!.symbol!.modules).not.toEqual(first.codes[0]!.symbol!.modules);
    expect(moved.codes[0]!.symbol!.messageBits).toBe(first.codes[0]!.symbol!.messageBits);
  });

  it('that finds no free bit is told, with a version that has some, which then draws it', async () => {
    const job = jobOf(drawn, { level: 'H' });
    const small = await ran(job);
    const match = small.findings.find(({ kind }) => kind === 'picture-match')!;
    expect(match.severity).toBe('caution');
    const [fix] = match.fixes;
    expect(fix!.label.join('')).toMatch(/^Use version \d+: \d+ % of it/);
    const change = fix!.changes[0] as unknown as { set: { version: number } };
    const larger = await ran(jobOf(drawn, { level: 'H', version: change.set.version }));
    expect(larger.codes[0]!.picture!.steering!.match).toBeGreaterThan(
      small.codes[0]!.picture!.steering!.match,
    );
  });

  it('has a choice between picture and robustness: every level of its version, and larger versions at its level', async () => {
    const run = await ran(jobOf(drawn, { version: 8, level: 'M' }));
    const choices = run.codes[0]!.picture!.choices();
    const here = choices.filter(({ version }) => version === 8);
    expect(here.map(({ level }) => level)).toEqual(['L', 'M', 'Q', 'H']);
    // ISO/IEC 18004:2015, table 9: of 242 codewords version 8 corrects 12, 11, 11 and 13 in each of 2, 4, 6 and 6 blocks.
    expect(here.map(({ survives }) => Math.round(survives * 242))).toEqual([24, 44, 66, 78]);
    expect(here[0]!.match).toBeGreaterThan(here[3]!.match);
    expect(here[0]!.freeBits).toBeGreaterThan(here[3]!.freeBits);
    const larger = choices.filter(({ version }) => version > 8);
    expect(new Set(larger.map(({ level }) => level))).toEqual(new Set(['M']));
    expect(larger.at(-1)!.match).toBeGreaterThan(here[1]!.match);
  });

  it('never raises the level by itself, which would take the bits', async () => {
    const run = await ran(jobOf(drawn, { version: 10, level: 'L', raiseLevel: true }));
    expect(run.codes[0]!.symbol!.level).toBe('L');
    expect(
      (await ran(jobOf(null, { version: 10, level: 'L', raiseLevel: true }))).codes[0]!.symbol!.level,
    ).toBe('H');
  });
});

describe('parts of modules', () => {
  const parts = newLogo(icon, 'half-tone');
  const onPaper = (logo: LogoSettings, widthMm: number): Job => {
    const job = jobOf(logo, { version: 6, level: 'M' });
    const placed = job.codes.map((code) => ({ ...code, placement: { ...code.placement, widthMm } }));
    return {
      ...job,
      codes: placed,
      piece: { ...job.piece, widthMm: widthMm + 24, heightMm: widthMm + 24 },
      making: { ...job.making, pair: valuesOf(findPair('white-paper', 'ink-jet-600dpi')!) },
    };
  };

  it('leave the symbol as it is without a picture; by both its bits are chosen too', async () => {
    const plain = await ran(jobOf(null, { version: 6, level: 'L', raiseLevel: false }));
    const half = await ran(jobOf(parts, { version: 6, level: 'L', raiseLevel: false }));
    const both = await ran(jobOf({ ...parts, by: 'both' }, { version: 6, level: 'L', raiseLevel: false }));
    expect(half.codes[0]!.symbol!.modules).toEqual(plain.codes[0]!.symbol!.modules);
    expect(half.codes[0]!.picture!.steering).toBeNull();
    expect(both.codes[0]!.symbol!.modules).not.toEqual(plain.codes[0]!.symbol!.modules);
    expect(both.codes[0]!.picture!.parts!.match).toBeGreaterThan(half.codes[0]!.picture!.parts!.match);
    expect(half.codes[0]!.damage).toBeNull();
  });

  it('are held to what the machine makes and to what cameras see, in numbers that the fit bar has too', async () => {
    const small = await ran(onPaper(parts, 24));
    const finding = small.findings.find(({ kind }) => kind === 'half-tone')!;
    expect(finding.severity).toBe('caution');
    const { value: least } = finding.required as { value: number };
    const row = small.made!.codes[0]!.fitRanges().find(({ kind }) => kind === 'half-tone')!;
    expect(row.fromMm).toBeCloseTo(least * small.codes[0]!.symbol!.size, 6);
    // Each fix, done, ends what it was offered for.
    for (const fix of runJob(small.job, undefined, library).findings.find(({ kind }) => kind === 'half-tone')!
      .fixes) {
      const after = runJob(applyChanges(small.job, fix.changes), undefined, library);
      const left = after.findings.find(({ kind }) => kind === 'half-tone');
      expect(left?.severity ?? 'fine').toBe('fine');
    }
    const large = await ran(onPaper(parts, 90));
    expect(large.findings.find(({ kind }) => kind === 'half-tone')!.severity).toBe('fine');
  });
});

describe('a picture without contrast', () => {
  /** Greys from one value to another, from left to right. */
  const greys = (from: number, to: number): Uint8Array => {
    const side = 60;
    const data = Uint8Array.from({ length: side * side }, (_, index) =>
      Math.round(from + ((to - from) * (index % side)) / (side - 1)),
    );
    return new Uint8Array(encode({ width: side, height: side, data, channels: 1 }));
  };
  const files: Readonly<Record<string, Uint8Array>> = {
    a: greys(128, 128),
    b: greys(110, 130),
    c: greys(20, 240),
  };
  const pictures = createLibrary(logoAssets((hash) => Promise.resolve(files[hash[0]!]!)));
  const toldOf = async (file: string, by: LogoSettings['by'], isBackgroundRemoved = false) => {
    const source = { kind: 'picture', file: file.repeat(64), fileName: `${file}.png` } as const;
    const logo = newLogo(source, by);
    const ink = { ...logo.ink, groundTolerance: isBackgroundRemoved ? 0.15 : null };
    const job = jobOf({ ...logo, ink }, { version: 8, level: 'L' });
    await pictures.load(job);
    const { findings } = runJob(job, undefined, pictures);
    return findings
      .filter(({ kind, severity }) => /^(picture|logo)-/.test(kind) && severity !== 'fine')
      .map(({ kind }) => kind);
  };

  it('is told; one with tones is not', async () => {
    for (const by of ['half-tone', 'both'] as const) {
      expect(await toldOf('a', by)).toEqual(['picture-contrast']);
      expect(await toldOf('b', by)).toEqual(['picture-contrast']);
      expect(await toldOf('c', by)).toEqual([]);
    }
    // Its background is all of it; it stays unless somebody removes it.
    expect(await toldOf('a', 'free-bits')).toEqual([]);
    expect(await toldOf('a', 'free-bits', true)).toEqual(['logo-missing']);
  });
});

describe('digits behind an address', () => {
  const tailed: LogoSettings = { ...drawn, bits: 'fragment' };

  it('are what readers get; what the message says stays the address', async () => {
    const { codes } = await ran(jobOf(tailed, { version: 8, level: 'L' }));
    expect(codes[0]!.said).toBe('https://ternquay.example');
    expect(codes[0]!.payload).toMatch(/^https:\/\/ternquay\.example#\d+$/);
    expect(codes[0]!.picture!.steering!.freeBits).toBeGreaterThan(500);
  });

  it('that may not stand there are told, and the filling is taken', async () => {
    const job = jobOf(tailed, { version: 8, level: 'L' });
    const [code] = job.codes;
    const run = await ran({ ...job, codes: [{ ...code!, message: { kind: 'text', text: 'ebb and flow' } }] });
    expect(run.codes[0]!.payload).toBe('ebb and flow');
    const tail = run.findings.find(({ kind }) => kind === 'picture-tail')!;
    expect(tail.severity).toBe('caution');
    const mended = applyChanges(run.job, tail.fixes[0]!.changes);
    expect((await ran(mended)).findings.some(({ kind }) => kind === 'picture-tail')).toBe(false);
  });
});

describe('all ways of a logo', () => {
  it('are drawn with what each gives and costs, and one can be taken', async () => {
    const job = jobOf({ ...drawn, by: 'knock-out', share: 0.2 }, { level: 'L' });
    await library.load(job);
    const options = logoOptions(job, job.codes[0]!.id, library);
    expect(options.map(({ by }) => by)).toEqual(logoWays);
    const [over, bits, parts, both] = options;
    expect([over!.match, over!.set.logo?.share]).toEqual([null, 0.2]);
    expect(bits!.set.logo?.share).toBe(usualShare['free-bits']);
    for (const option of [bits!, parts!, both!]) expect(option.budget!.left).toBe(option.budget!.of);
    expect(over!.budget!.left).toBeLessThan(over!.budget!.of);
    expect(bits!.match).toBeGreaterThan(0.8);
    expect(both!.match).toBeGreaterThan(parts!.match!);
    // Parts have to be made and seen.
    expect(both!.smallestMm).toBeGreaterThan(over!.smallestMm!);
    expect(both!.farthestMm).toBeLessThan(over!.farthestMm!);
    for (const { set, result } of options) {
      const taken = { ...job, codes: [{ ...job.codes[0]!, ...set }] };
      expect(runJob(taken, undefined, library, 'none').codes[0]!.symbol).toEqual(result.codes[0]!.symbol);
    }
    expect(logoOptions(jobOf(null), job.codes[0]!.id, library)).toEqual([]);
  });

  it('leave the one at hand as it stands, however well another version would draw it', async () => {
    for (const by of logoWays) {
      const job = jobOf({ ...drawn, by, share: by === 'knock-out' ? 0.2 : 0.5 }, { version: 4, level: 'M' });
      await library.load(job);
      const offered = logoOptions(job, job.codes[0]!.id, library).find((option) => option.by === by)!;
      const { logo, symbol } = job.codes[0]!;
      expect(offered.set).toEqual({ logo, symbol });
    }
  });
});
