import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { typesetter } from '../../node/logoAssets';
import {
  boundsOf,
  cutRegion,
  turnRegion,
  flattenRegion,
  holdsPoint,
  regionArea,
  regionDistance,
  roundedRectangle,
  type Region,
} from '../geometry';
import { newFrame } from '../job';
import { filledText, frameAround, setWords, type FrameSettings, type WordsShape } from './items';

const words = typesetter();

describe('words', () => {
  const shape: WordsShape = {
    text: 'Slipway',
    font: 'plain',
    fit: 'height',
    capitalMm: 5,
    widthMm: 40,
    heightMm: 12,
    align: 'middle',
    lineSpacing: 1.7,
    tracking: 0,
    circle: null,
  };
  const set = (change: Partial<WordsShape>) => setWords({ ...shape, ...change }, words)!;
  const texts = [
    'Slipway',
    'Berth 17',
    'Rinse with fresh water, blades up',
    'Two\nlines here',
    'Ångström',
    'jpgy',
  ];
  beforeAll(() =>
    words.load(
      (['plain', 'condensed', 'script', 'slab', 'monospaced'] as const).flatMap((font) =>
        [...texts, 'HI'].map((text) => ({ font, text })),
      ),
    ),
  );

  it('by height have capitals of that height', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 60, noNaN: true }), (capitalMm) => {
        const { height } = boundsOf(set({ text: 'HI', capitalMm }).area)!;
        expect(height).toBeCloseTo(capitalMm, 1);
      }),
      { seed: 17, numRuns: 20 },
    );
  });

  it('fitted to a box lie inside it and touch two of its sides', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...texts),
        fc.constantFrom('plain' as const, 'condensed' as const, 'script' as const, 'slab' as const),
        fc.constantFrom('left' as const, 'middle' as const, 'right' as const),
        fc.double({ min: 8, max: 120, noNaN: true }),
        fc.double({ min: 4, max: 60, noNaN: true }),
        (text, font, align, widthMm, heightMm) => {
          const { area, box } = set({ text, font, align, fit: 'box', widthMm, heightMm });
          const ink = boundsOf(area)!;
          const slack = 0.01;
          expect(ink.x).toBeGreaterThan(box.x - slack);
          expect(ink.y).toBeGreaterThan(box.y - slack);
          expect(ink.x + ink.width).toBeLessThan(box.x + box.width + slack);
          expect(ink.y + ink.height).toBeLessThan(box.y + box.height + slack);
          expect(Math.min(box.width - ink.width, box.height - ink.height)).toBeLessThan(slack);
          expect([box.width, box.height]).toEqual([widthMm, heightMm]);
        },
      ),
      { seed: 17, numRuns: 60 },
    );
  });

  it('fitted to a width are exactly so wide', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...texts),
        fc.double({ min: 8, max: 200, noNaN: true }),
        (text, widthMm) => {
          const { area, box } = set({ text, fit: 'width', widthMm });
          expect(Math.abs(boundsOf(area)!.width - widthMm)).toBeLessThan(0.01);
          expect(box.width).toBeCloseTo(widthMm, 3);
        },
      ),
      { seed: 17, numRuns: 30 },
    );
  });

  it('break at spaces where that makes them larger', () => {
    const text = 'Rinse with fresh water, blades up';
    const wide = set({ text, fit: 'box', widthMm: 100, heightMm: 8 });
    const square = set({ text, fit: 'box', widthMm: 30, heightMm: 30 });
    const oneLine = set({ text, fit: 'width', widthMm: 30 });
    expect(boundsOf(wide.area)!.width / boundsOf(wide.area)!.height).toBeGreaterThan(6);
    expect(square.capitalMm).toBeGreaterThan(1.8 * oneLine.capitalMm);
  });

  it('on a circle keep their feet on it, over the top and under the bottom', () => {
    for (const side of ['top', 'bottom'] as const) {
      const { area, box, capitalMm } = set({ text: 'HI', circle: { radiusMm: 30, side } });
      const radii = flattenRegion(area, 0.01).flatMap((contour) =>
        contour.map(({ x, y }) => Math.hypot(x, y)),
      );
      const [inner, outer] = side === 'top' ? [30, 30 + capitalMm] : [30 - capitalMm, 30];
      expect(Math.min(...radii)).toBeGreaterThan(inner - 0.15);
      expect(Math.max(...radii)).toBeLessThan(outer + 0.15);
      expect(boundsOf(area)!.y > 0).toBe(side === 'bottom');
      expect(box.width).toBeCloseTo(2 * (side === 'top' ? outer : 30), 6);
    }
  });

  it('have strokes that grow with them, and none without ink', () => {
    expect(set({ capitalMm: 10 }).strokeMm).toBeCloseTo(2 * set({ capitalMm: 5 }).strokeMm, 6);
    expect(set({ text: ' ' })).toMatchObject({ area: [], strokeMm: Infinity });
  });

  it('are wider by tracking, but for joined letters', () => {
    const width = (tracking: number) => boundsOf(set({ tracking }).area)!.width;
    // Six gaps between seven letters, of 0.1 em; an em is capitals over their share of it.
    const em = 5 / words.metrics('plain')!.capHeight;
    expect(width(0.1) - width(0)).toBeCloseTo(0.6 * em, 2);
  });
});

describe('fields in words', () => {
  it('are filled in by name; unknown ones stay to be seen', () => {
    expect(filledText('{host} · {Serial} · {boat}', { host: 'ternquay.example', serial: 'L-04' })).toBe(
      'ternquay.example · L-04 · {boat}',
    );
  });
});

describe('frames', () => {
  const frame: FrameSettings = { ...newFrame('frame-1'), gapMm: 1 };
  const quiet = { x: 20, y: 30, width: 37, height: 37 };
  beforeAll(() => words.load([{ font: 'plain', text: 'SCAN ME' }]));

  it.each(['panel', 'band', 'corners', 'ring', 'sides'] as const)(
    '%s: outside the quiet zone by its distance, turned or not',
    (shape) => {
      for (const turn of [0, Math.PI / 2, 0.4]) {
        const { area } = frameAround({ ...frame, shape }, 'SCAN ME', quiet, turn, words);
        expect(area.length).toBeGreaterThan(1);
        const inside = roundedRectangle(quiet, 0);
        const centre = { x: 38.5, y: 48.5 };
        const square: Region = [
          inside.map(({ x, y }) => ({
            x: centre.x + (x - centre.x) * Math.cos(turn) - (y - centre.y) * Math.sin(turn),
            y: centre.y + (x - centre.x) * Math.sin(turn) + (y - centre.y) * Math.cos(turn),
          })),
        ];
        expect(regionDistance(area, square, 1e-4)).toBeGreaterThan(frame.gapMm - 0.006);
        expect(holdsPoint(area, centre)).toBe(false);
      }
    },
  );

  it('on four sides: the same words on each, or their parts in turn, their feet towards the code', async () => {
    await words.load([{ font: 'plain', text: 'SCAN ME I' }]);
    const centre = { x: 38.5, y: 48.5 };
    const sides = (text: string) => frameAround({ ...frame, shape: 'sides', text }, text, quiet, 0, words);
    const { area, box } = sides('SCAN ME');
    // A quarter turn about the code's middle changes nothing.
    expect(regionArea(cutRegion(area, turnRegion(area, centre, Math.PI / 2), 0.001))).toBeLessThan(0.05);
    expect([box.x + box.width / 2, box.y + box.height / 2]).toEqual([
      expect.closeTo(centre.x, 2),
      expect.closeTo(centre.y, 2),
    ]);
    // An I stands on its foot above, and lies to the right of the code.
    const parted = sides('I | SCAN | ME | SCAN').area;
    const on = (keep: (x: number, y: number) => boolean) =>
      boundsOf(parted.filter(([first]) => keep(first!.x, first!.y)))!;
    const above = on((_, y) => y < quiet.y);
    expect(above.height).toBeGreaterThan(3 * above.width);
    const [right, below] = [on((x) => x > quiet.x + quiet.width), on((_, y) => y > quiet.y + quiet.height)];
    expect(right.height).toBeGreaterThan(3 * right.width);
    expect(below.width).toBeGreaterThan(1.5 * below.height);
    expect(sides('   ').area).toEqual([]);
  });

  it('cut their words out of the band, which loses as much ink as the words have', () => {
    const bare = regionArea(frameAround({ ...frame, shape: 'band' }, '', quiet, 0, words).area);
    const worded = regionArea(frameAround({ ...frame, shape: 'band' }, 'SCAN ME', quiet, 0, words).area);
    expect(bare - worded).toBeGreaterThan(5);
    expect(bare - worded).toBeLessThan(0.4 * bare);
  });
});
