/** What a logo is at parts of modules, and what a brush says of modules: worked by hand on small pictures. */
import { describe, expect, it } from '@jest/globals';
import { encode } from 'fast-png';
import { promptSeconds } from '../../testing/promptly';
import { brushed } from './brush';
import { readyArt, type LogoArt } from './ink';
import { moduleOfPart, partTones } from './partTones';
import { readPng } from './png';
import { newLogo, withSource, withWay, type LogoSettings, type Stroke } from './settings';
import { wishesOfLogo } from './wishes';
import type { Region } from '../geometry';

const square = (from: number, to: number): Region => [
  [
    { x: from, y: from },
    { x: to, y: from },
    { x: to, y: to },
    { x: from, y: to },
  ],
];
const settings = (change: Partial<LogoSettings> = {}): LogoSettings => ({
  ...newLogo({ kind: 'icon', icon: 'anchor' }, 'half-tone'),
  share: 1,
  marginModules: 0,
  knockOut: { shape: 'box', wholeModules: true },
  ...change,
});
const artOf = (shapes: readonly { readonly colour: string; readonly area: Region }[], logo = settings()) =>
  readyArt({ kind: 'shapes', shapes, notes: [], title: [] }, logo.ink) as LogoArt;
/** A picture whose greys run from left to right. */
function ramp(from: number, to: number, logo: LogoSettings): LogoArt {
  const side = 120;
  const data = Uint8Array.from({ length: side * side }, (_, index) =>
    Math.round(from + ((to - from) * (index % side)) / (side - 1)),
  );
  const png = encode({ width: side, height: side, data, channels: 1 });
  const picture = readPng(new Uint8Array(png)) as Exclude<ReturnType<typeof readPng>, { problem: string }>;
  return readyArt({ kind: 'pixels', ...picture, notes: [], title: [] }, logo.ink, true) as LogoArt;
}

describe('tones of parts', () => {
  it('of shapes are dark or light by the threshold, with their colours; of what lies over each other the upper one counts', () => {
    const logo = settings();
    const art = artOf(
      [
        { colour: '#204060', area: square(0, 21) },
        { colour: '#f0e0a0', area: square(7, 14) },
      ],
      logo,
    );
    const tones = partTones(art, logo, 21);
    expect(tones.across).toBe(63);
    const at = (column: number, row: number) => {
      const part = row * 63 + column;
      return [tones.tone[part], ...tones.colour.subarray(part * 4, part * 4 + 3)];
    };
    expect(at(2, 2)).toEqual([0, 0x20, 0x40, 0x60]);
    expect(at(31, 31)).toEqual([1, 0xf0, 0xe0, 0xa0]);
    expect(tones.hasTones).toBe(false);
    const inverted = { ...logo, ink: { ...logo.ink, inverted: true } };
    expect(partTones(artOf([{ colour: '#204060', area: square(0, 21) }], logo), inverted, 21).tone[0]).toBe(
      1,
    );
  });

  it('are light in what is kept free, and say nothing beyond it nor where the brush says so', () => {
    const logo = settings({ share: 0.5, marginModules: 2 });
    const art = artOf([{ colour: '#000000', area: square(0, 1) }], logo);
    const { tone } = partTones(art, logo, 20);
    const middle = (module: number): number => module * 3 + 1;
    const at = (column: number, row: number) => tone[middle(row) * 60 + middle(column)];
    expect([at(10, 10), at(4, 10), at(1, 10)]).toEqual([0, 1, -1]);
    const stroke: Stroke = { as: 'free', radius: 0.05, points: [[0.525, 0.525]] };
    const freed = partTones(art, { ...logo, brush: [stroke] }, 20).tone;
    expect(freed[middle(10) * 60 + middle(10)]).toBe(-1);
    expect(freed[middle(7) * 60 + middle(10)]).toBe(0);
  });

  it('of a picture are spread over the whole range, and its own contrast is told', () => {
    const logo = settings({ ink: { ...settings().ink, threshold: 0.5, groundTolerance: null } });
    for (const [from, to] of [
      [0, 255],
      [100, 140],
    ] as const) {
      const { tone, contrast, hasTones } = partTones(ramp(from, to, logo), logo, 21);
      expect(hasTones).toBe(true);
      expect(contrast).toBeCloseTo(((to - from) / 255) * 0.94, 1);
      const row = tone.subarray(31 * 63, 32 * 63);
      const tones = [...row].filter((value) => value >= 0);
      expect(Math.min(...tones)).toBe(0);
      expect(Math.max(...tones)).toBe(1);
      expect([...tones].sort((a, b) => a - b)).toEqual(tones);
    }
  });

  it('know the module that a part belongs to', () => {
    expect([0, 2, 3, 63 * 2, 63 * 3, 63 * 63 - 1].map((part) => moduleOfPart(part, 21))).toEqual([
      0, 0, 1, 0, 21, 440,
    ]);
  });

  it('of a drawing with thousands of shapes take no longer than anyone waits', async () => {
    const logo = settings();
    const shapes = Array.from({ length: 3000 }, (_, index) => ({
      colour: index % 2 === 0 ? '#102030' : '#e0d0c0',
      area: square(index % 60, (index % 60) + 1),
    }));
    const art = artOf(shapes, logo);
    expect(await promptSeconds(4, () => partTones(art, logo, 177))).toBeLessThan(4);
  });
});

describe('a brush', () => {
  const dot = (as: Stroke['as'], x: number, y: number, radius = 0.06): Stroke => ({
    as,
    radius,
    points: [[x, y]],
  });

  it('reaches modules whose middle lies within its radius of the line, and the last stroke counts', () => {
    const line: Stroke = {
      as: 'keep',
      radius: 0.05,
      points: [
        [0.125, 0.525],
        [0.825, 0.525],
      ],
    };
    const kinds = brushed([line, dot('free', 0.525, 0.525, 0.02), dot('plain', 0.225, 0.525, 0.02)], 20);
    const row = kinds.slice(10 * 20, 11 * 20);
    expect(row[9]).toBe('keep');
    expect(row[10]).toBe('free');
    expect(row[4]).toBe('plain');
    expect(kinds.filter((kind) => kind === 'keep').length).toBeGreaterThan(12);
    expect(kinds[5 * 20 + 10]).toBe('plain');
    expect(brushed([dot('keep', 0, 0)], 21)[0]).toBe('keep');
    expect(brushed([dot('keep', 1, 1)], 177).at(-1)).toBe('keep');
  });

  it('makes wishes matter most, or not at all; where nothing is wished it wishes nothing', () => {
    const placed = { ink: square(8, 13), knockOut: square(6, 15) };
    const at = (column: number, row: number): number => row * 21 + column;
    const before = wishesOfLogo(placed, 21);
    const after = wishesOfLogo(placed, 21, [
      dot('keep', 10.5 / 21, 10.5 / 21, 0.01),
      dot('free', 12.5 / 21, 10.5 / 21, 0.01),
      dot('keep', 2.5 / 21, 2.5 / 21, 0.01),
    ]);
    expect(after.weight[at(10, 10)]).toBe(255);
    expect(before.weight[at(10, 10)]).toBeLessThan(255);
    expect([before.wanted[at(12, 10)], after.wanted[at(12, 10)], after.weight[at(12, 10)]]).toEqual([
      1, -1, 0,
    ]);
    expect(after.wanted[at(2, 2)]).toBe(-1);
  });
});

describe('another way, another source', () => {
  const picture = { kind: 'picture', file: 'a'.repeat(64), fileName: 'ebb.png' } as const;
  const icon = { kind: 'icon', icon: 'anchor' } as const;
  const stroke: Stroke = { as: 'keep', radius: 0.1, points: [[0.5, 0.5]] };

  it('keeps the ground of a picture that parts follow, and takes nothing else back', () => {
    // A coloured background may be part of the picture.
    expect(newLogo(picture).ink.groundTolerance).toBeNull();
    const over = { ...newLogo(picture), ink: { ...newLogo(picture).ink, groundTolerance: 0.15 } };
    expect(over.share).toBe(0.2);
    const parts = withWay(over, 'half-tone');
    expect([parts.by, parts.ink.groundTolerance, parts.share]).toEqual(['half-tone', null, 0.8]);
    // What the owner chose there stays by the next way.
    const chosen = { ...parts, ink: { ...parts.ink, groundTolerance: 0.3 }, share: 0.7 };
    expect(withWay(chosen, 'both')).toEqual({ ...chosen, by: 'both' });
    expect(withWay(chosen, 'knock-out').share).toBe(0.2);
  });

  it('is brushed anew, at its place and size', () => {
    const brushedLogo = { ...newLogo(icon, 'both'), share: 0.6, brush: [stroke] };
    const next = withSource(brushedLogo, picture);
    expect(next).toMatchObject({ source: picture, share: 0.6, brush: [], by: 'both' });
    expect(next.ink.groundTolerance).toBeNull();
    expect(withSource(newLogo(icon), picture).ink.groundTolerance).toBeNull();
  });
});
