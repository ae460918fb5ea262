import { describe, expect, it } from '@jest/globals';
import { onPair } from '../../testing/board';
import { encode } from 'fast-png';
import fc from 'fast-check';
import { oklch } from 'culori';
import { renderedColour } from '../../testing/renderedColour';
import { testReaders } from '../../testing/readSymbol';
import {
  colourAt,
  isPlainPaint,
  plainPaint,
  printedHex,
  withLightnessWithin,
  type Paint,
  type StylePaint,
} from '../artwork';
import { paletteOfPixels } from '../logo';
import { lumaOfRgb, reflectanceOfHex, rgbOfHex } from '../colour';
import { applyChanges, type Job, newJob } from '../job';
import { type Library, runJob } from '../run';
import { proofSetup } from '../proving';
import { writeSvg } from '../output';
import { prove } from '../proof';
import { findingLines, withFirst } from '../../testing/findings';
import { inkOf, pictureBox } from './inks';
import { findPair } from '../../content';
import { moduleTones, worstPair } from './tones';

const sticker = (paint: Partial<StylePaint>): Job => {
  const job = newJob({
    message: { kind: 'web', address: 'https://ternquay.example' },
    pair: findPair('white-vinyl', 'ink-jet-600dpi'),
  });
  return withFirst(job, { style: { ...job.codes[0]!.style, paint: { ...plainPaint, ...paint } } });
};
const solid = (colour: string): Paint => ({ kind: 'solid', colour });
const finding = (job: Job, kind: string) => findingLines(runJob(job)).find((entry) => entry.kind === kind);

const hex = fc.integer({ min: 0, max: 0xffffff }).map((value) => `#${value.toString(16).padStart(6, '0')}`);
const stops = fc
  .array(hex, { minLength: 2, maxLength: 4 })
  .map((colours) => colours.map((colour, index) => ({ at: index / (colours.length - 1), colour })));
const paints: fc.Arbitrary<Paint> = fc.oneof(
  hex.map(solid),
  fc.record({
    kind: fc.constant('linear' as const),
    angleDegrees: fc.integer({ min: -180, max: 180 }),
    stops,
  }),
  fc.record({ kind: fc.constant('radial' as const), stops }),
  fc.record({ kind: fc.constant('square' as const), stops }),
);

describe('a paint', () => {
  it('is drawn by an outside renderer in the colours that are measured', async () => {
    await testReaders();
    const box = { x: 10, y: 20, width: 40, height: 40 };
    const area = [
      [
        { x: 10, y: 20 },
        { x: 50, y: 20 },
        { x: 50, y: 60 },
        { x: 10, y: 60 },
      ],
    ];
    fc.assert(
      fc.property(
        paints,
        fc.double({ min: 0.06, max: 0.94, noNaN: true }),
        fc.double({ min: 0.06, max: 0.94, noNaN: true }),
        (paint, x, y) => {
          const svg = writeSvg(
            {
              widthMm: 60,
              heightMm: 80,
              marginMm: 0,
              operations: [{ kind: 'print', label: 'test', area, ink: inkOf(paint, box) }],
            },
            { title: '', description: '' },
          );
          const drawn = renderedColour(svg, 10 + 40 * x, 20 + 40 * y);
          colourAt(paint, x, y).forEach((value, channel) =>
            expect(Math.abs(value * 255 - drawn[channel]!)).toBeLessThanOrEqual(7),
          );
        },
      ),
      { numRuns: 70 },
    );
  });

  it('comes out between the mark and the bare material, channel by channel', () => {
    expect(printedHex('#ffffff', '#f7f7f5', '#1a1a1c')).toBe('#f7f7f5');
    expect(printedHex('#000000', '#f7f7f5', '#1a1a1c')).toBe('#1a1a1c');
    fc.assert(
      fc.property(hex, (colour) => {
        rgbOfHex(printedHex(colour, '#d9bc8f', '#4a2f1c')).forEach((value, channel) => {
          expect(value).toBeGreaterThanOrEqual(rgbOfHex('#4a2f1c')[channel]! - 1e-9);
          expect(value).toBeLessThanOrEqual(rgbOfHex('#d9bc8f')[channel]! + 1e-9);
        });
      }),
    );
  });
});

describe('reflectance', () => {
  it('has the values of the standards', () => {
    // IEC 61966-2-1 with the weights of ITU-R BT.709: the primaries are their weights.
    expect(reflectanceOfHex('#ff0000')).toBeCloseTo(0.2126, 4);
    expect(reflectanceOfHex('#00ff00')).toBeCloseTo(0.7152, 4);
    expect(reflectanceOfHex('#0000ff')).toBeCloseTo(0.0722, 4);
    // Half grey, from memory of the curve of IEC 61966-2-1, 5.2.
    expect(reflectanceOfHex('#808080')).toBeCloseTo(0.2159, 4);
    // ITU-R BT.601, 2.5.1.
    expect(lumaOfRgb([1, 0, 0])).toBeCloseTo(0.299, 6);
  });
});

describe('contrast of printed colours', () => {
  it('is that of the worst pair of modules, wherever they are', () => {
    const { symbol } = runJob(sticker({})).made!.codes[0]!;
    const pair = findPair('white-vinyl', 'ink-jet-600dpi')!;
    fc.assert(
      fc.property(paints, paints, (modules, ground) => {
        const paint: StylePaint = { ...plainPaint, modules, ground: { kind: 'paint', paint: ground } };
        const tones = moduleTones(symbol, paint, null, pair);
        for (const kind of ['luminance', 'luma', 'red'] as const) {
          const { contrast } = worstPair(tones, kind);
          const darks = tones.filter(({ isDark }) => isDark).map(({ tones: seen }) => seen[kind]);
          const lights = tones.filter(({ isDark }) => !isDark).map(({ tones: seen }) => seen[kind]);
          expect(contrast).toBeCloseTo(Math.min(...lights) - Math.max(...darks), 9);
        }
        expect(tones).toHaveLength((symbol.size + 8) ** 2);
      }),
      { numRuns: 12 },
    );
  });

  it('stops for light modules and cautions in red light only for red ones', () => {
    expect(finding(sticker({ modules: solid('#f0c040') }), 'contrast')).toMatchObject({
      severity: 'caution',
    });
    expect(finding(sticker({ modules: solid('#fdf6c8') }), 'contrast')?.severity).toBe('stop');
    const red = sticker({ modules: solid('#e02020') });
    expect(finding(red, 'contrast')?.severity).toBe('fine');
    expect(finding(red, 'contrast-red')).toMatchObject({
      severity: 'caution',
      text: expect.stringContaining('phones are not concerned'),
    });
  });

  it('counts a finder pattern on its own', () => {
    const job = sticker({
      modules: solid('#14385c'),
      finders: [
        { ring: null, centre: null },
        { ring: solid('#fbf9f0'), centre: null },
        { ring: null, centre: null },
      ],
    });
    const contrast = finding(job, 'contrast')!;
    expect(contrast.severity).toBe('stop');
    expect(contrast.text).toMatch(/lightest dark one in row 1, column 1\d/);
  });

  it('is mended by its fixes, each of which keeps the hue', () => {
    const jobs = [
      sticker({ modules: solid('#f0c040') }),
      sticker({
        modules: {
          kind: 'linear',
          angleDegrees: 0,
          stops: [
            { at: 0, colour: '#14385c' },
            { at: 1, colour: '#a8e8dc' },
          ],
        },
      }),
      sticker({ modules: solid('#1f7a6d'), ground: { kind: 'paint', paint: solid('#6aa89c') } }),
      sticker({ modules: solid('#f0c040'), ground: { kind: 'paint', paint: solid('#303030') } }),
    ];
    for (const job of jobs) {
      const { fixes } = finding(job, 'contrast')!;
      expect(fixes.length).toBeGreaterThan(0);
      for (const { changes } of fixes) {
        const mended = applyChanges(job, changes);
        expect(finding(mended, 'contrast')?.severity).toBe('fine');
      }
    }
    const { changes } = finding(jobs[0]!, 'contrast')!.fixes[0]!;
    const { modules } = applyChanges(jobs[0]!, changes).codes[0]!.style.paint;
    expect(oklch((modules as { colour: string }).colour)!.h).toBeCloseTo(oklch('#f0c040')!.h!, -1);
  });

  it('darkens no further than it has to', () => {
    fc.assert(
      fc.property(hex, fc.double({ min: 0, max: 1, noNaN: true }), (colour, most) => {
        const darkened = oklch(withLightnessWithin(colour, 0, most))!;
        expect(darkened.l).toBeLessThanOrEqual(Math.max(most, 0) + 0.02);
        if (oklch(colour)!.l <= most) expect(withLightnessWithin(colour, 0, most)).toBe(colour);
      }),
    );
  });

  it('takes a picture as ground module by module, faint ones less', () => {
    const rgba = new Uint8ClampedArray(64 * 64 * 4).fill(255);
    // The left half is dark.
    for (let index = 0; index < 64 * 64; index++)
      if (index % 64 < 32) rgba.fill(20, index * 4, index * 4 + 3);
    const png = encode({ width: 64, height: 64, data: rgba, channels: 4 });
    const picture = { width: 64, height: 64, rgba, png };
    const library: Library = {
      load: () => Promise.resolve(),
      isAtHand: () => true,
      logo: () => undefined,
      words: null,
      upload: () => Promise.resolve(null),
      picture: () => picture,
    };
    const on = (opacity: number) =>
      findingLines(
        runJob(
          sticker({
            ground: { kind: 'picture', file: 'a'.repeat(64), fileName: 'pier.png', opacity, fit: 'cover' },
          }),
          undefined,
          library,
        ),
      ).find(({ kind }) => kind === 'contrast')!;
    expect(on(1)).toMatchObject({ severity: 'stop', text: expect.stringMatching(/darkest light one/) });
    expect(on(0.2).severity).toBe('fine');
    expect(on(1).fixes.map(({ label }) => label)).toContain('Lighten the background until it passes');
    const missing = runJob(
      sticker({
        ground: { kind: 'picture', file: 'b'.repeat(64), fileName: 'pier.png', opacity: 1, fit: 'cover' },
      }),
    );
    expect(missing.heldBackBy).toMatchObject([{ kind: 'ground-missing' }]);
  });
});

describe('colours on a machine with one kind of mark', () => {
  it('are pointed out and do nothing', () => {
    const job = sticker({ modules: solid('#1f7a6d') });
    const plate = onPair(job, 'birch-plywood', 'co2-laser');
    const result = runJob(plate);
    const unused = result.findings.find(({ kind }) => kind === 'paint-unused')!;
    expect(unused.severity).toBe('caution');
    expect(isPlainPaint(applyChanges(plate, unused.fixes[0]!.changes).codes[0]!.style.paint)).toBe(true);
    expect(result.made!.plan.sheet().operations.filter(({ kind }) => kind === 'mark')).toHaveLength(1);
    expect(result.made!.plan.sheet().operations[0]).toMatchObject({
      ink: { kind: 'solid', colour: '#000000' },
    });
  });
});

describe('a picture as ground', () => {
  it('covers the ground or lies whole within it, in its own proportions', () => {
    const ground = { x: 5, y: 7, width: 30, height: 30 };
    expect(pictureBox(ground, 200, 100, 'cover')).toEqual({ x: -10, y: 7, width: 60, height: 30 });
    expect(pictureBox(ground, 200, 100, 'contain')).toEqual({ x: 5, y: 14.5, width: 30, height: 15 });
  });

  it('gives its few colours, the most frequent first', () => {
    const rgba = new Uint8ClampedArray(400);
    for (let index = 0; index < 100; index++)
      rgba.set(index < 70 ? [20, 56, 92, 255] : [240, 192, 64, 255], index * 4);
    expect(paletteOfPixels(rgba)).toEqual(['#14385c', '#f0c040']);
  });
});

describe('the limit on contrast to cameras', () => {
  it('lies where the panel of readers has it, on white: 44 % is read by all, 28 % loses two readers', async () => {
    const job = sticker({});
    const setup = proofSetup(job, runJob(job), 1)!;
    const verdictOn = async (markColour: string) => {
      let last;
      for await (const report of prove({ ...setup, markColour }, await testReaders())) last = report;
      return last!.verdict;
    };
    expect(lumaOfRgb(rgbOfHex('#f7f7f5')) - lumaOfRgb(rgbOfHex('#888888'))).toBeCloseTo(0.435, 2);
    expect(await verdictOn('#888888')).toBe('good');
    expect(lumaOfRgb(rgbOfHex('#f7f7f5')) - lumaOfRgb(rgbOfHex('#b0b0b0'))).toBeCloseTo(0.278, 2);
    expect(await verdictOn('#b0b0b0')).toBe('stop');
    expect(finding(sticker({ modules: solid('#b0b0b0') }), 'contrast')?.severity).toBe('fine');
    expect(finding(sticker({ modules: solid('#b0b0b0') }), 'contrast-luma')?.severity).toBe('stop');
  });

  it('and what its fix darkens is read by all', async () => {
    for (const colour of ['#fdf0c4', '#a8e8dc']) {
      const job = sticker({ modules: solid(colour) });
      const mended = applyChanges(job, finding(job, 'contrast-luma')!.fixes[0]!.changes);
      const setup = proofSetup(mended, runJob(mended), 1)!;
      let last;
      for await (const report of prove(setup, await testReaders())) last = report;
      expect(last!.verdict).toBe('good');
    }
  });
});

describe('a turned code in colours', () => {
  it('has its gradient turned about its own middle', () => {
    const fading: Paint = {
      kind: 'linear',
      angleDegrees: 0,
      stops: [
        { at: 0, colour: '#14385c' },
        { at: 1, colour: '#0a5c50' },
      ],
    };
    const flat = sticker({ modules: fading });
    const [code] = flat.codes;
    const turned = withFirst(flat, {
      placement: { ...code!.placement, xMm: 6, yMm: 11, turnDegrees: 90 },
    });
    const { plan, piece } = runJob({
      ...turned,
      piece: { ...turned.piece, widthMm: 60, heightMm: 70 },
    }).made!;
    const { code: box } = piece.codes[0]!;
    const ink = plan
      .sheet()
      .operations.flatMap((operation) => ('ink' in operation ? [operation.ink] : []))
      .find(({ kind }) => kind === 'linear')!;
    const { from, to } = ink as Extract<typeof ink, { kind: 'linear' }>;
    // Clockwise by a quarter: what went from left to right goes from top to bottom.
    expect([from.x, from.y]).toEqual([expect.closeTo(box.x + box.width / 2, 6), expect.closeTo(box.y, 6)]);
    expect([to.x, to.y]).toEqual([
      expect.closeTo(box.x + box.width / 2, 6),
      expect.closeTo(box.y + box.height, 6),
    ]);
  });
});

describe('a picture of one pixel as ground', () => {
  it('gives every module its colour, from its first column on', () => {
    const paint: StylePaint = {
      ...plainPaint,
      ground: { kind: 'picture', file: 'c'.repeat(64), fileName: 'x.png', opacity: 1, fit: 'cover' },
    };
    const dark = {
      width: 1,
      height: 1,
      rgba: new Uint8ClampedArray([0, 0, 0, 255]),
      png: new Uint8Array(),
    };
    const pair = findPair('white-vinyl', 'ink-jet-600dpi')!;
    const symbol = runJob(sticker({})).codes[0]!.symbol!;
    const tones = moduleTones(symbol, paint, dark, pair).filter(({ isDark }) => !isDark);
    // Black ink is as dark as a mark, wherever it lies.
    for (const { tones: seen } of tones)
      expect(seen.luminance).toBeCloseTo(reflectanceOfHex(pair.markColour), 6);
  });
});
