import { describe, expect, it } from '@jest/globals';
import { packageFile } from '../../../node/packageFiles';
import { regionArea, type Contour } from '../../geometry';
import { readOutlineFile, type ReadOutline } from './readOutlineFile';

const renderer = () => packageFile('@resvg/resvg-wasm/index_bg.wasm');
const read = (text: string, name = 'plate.dxf'): Promise<ReadOutline> =>
  readOutlineFile(new TextEncoder().encode(text), name, renderer);
async function outlineOf(text: string) {
  const outline = await read(text);
  if ('problem' in outline) throw new Error(outline.problem);
  return { ...outline, contours: outline.outline.contours as readonly Contour[] };
}

/** Groups of a DXF file: code and value on lines of their own (DXF reference, group codes). */
const dxf = (entities: readonly (string | number)[][], units = 4): string =>
  [
    [0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, units, 0, 'ENDSEC'],
    [0, 'SECTION', 2, 'ENTITIES'],
    ...entities,
    [0, 'ENDSEC', 0, 'EOF'],
  ]
    .flat()
    .join('\n') + '\n';
const line = (x1: number, y1: number, x2: number, y2: number) => [
  0,
  'LINE',
  8,
  '0',
  10,
  x1,
  20,
  y1,
  30,
  0,
  11,
  x2,
  21,
  y2,
  31,
  0,
];
const arc = (x: number, y: number, r: number, from: number, to: number) => [
  0,
  'ARC',
  8,
  '0',
  10,
  x,
  20,
  y,
  30,
  0,
  40,
  r,
  50,
  from,
  51,
  to,
];
const circle = (x: number, y: number, r: number) => [0, 'CIRCLE', 8, '0', 10, x, 20, y, 30, 0, 40, r];

describe('an outline from DXF', () => {
  /** An arch of 60 by 80: three sides and a half circle, in any order and direction. */
  const arch = dxf([
    line(60, 50, 60, 0),
    arc(30, 50, 30, 0, 180),
    line(0, 0, 60, 0),
    line(0, 50, 0, 0),
    circle(30, 55, 4),
  ]);

  it('joins loose lines, keeps true arcs, and takes what lies within as an opening', async () => {
    const { widthMm, heightMm, contours, notes } = await outlineOf(arch);
    expect([widthMm, heightMm]).toEqual([60, 80]);
    expect(contours).toHaveLength(2);
    expect(notes).toEqual([]);
    expect(regionArea([contours[0]!])).toBeCloseTo(60 * 50 + (Math.PI * 900) / 2, 0);
    expect(Math.abs(regionArea([contours[1]!]) - Math.PI * 16)).toBeLessThan(0.05);
    // Straight sides and a few arcs, not hundreds of edges.
    expect(contours[0]!.length).toBeLessThan(9);
    // Y of the drawing goes up, that of the piece down: the feet are at the bottom.
    expect(contours[0]!.filter(({ y }) => Math.abs(y - 80) < 0.01)).toHaveLength(2);
  });

  it('reads polylines with bulges', async () => {
    // DXF reference, LWPOLYLINE: bulge 1 is a half circle against the clock; here a stadium of 40 by 20.
    const stadium = dxf([
      [
        0,
        'LWPOLYLINE',
        8,
        '0',
        90,
        4,
        70,
        1,
        10,
        10,
        20,
        0,
        10,
        30,
        20,
        0,
        42,
        1,
        10,
        30,
        20,
        20,
        10,
        10,
        20,
        20,
        42,
        1,
      ],
    ]);
    const { widthMm, heightMm, contours } = await outlineOf(stadium);
    expect([widthMm, heightMm]).toEqual([expect.closeTo(40, 2), 20]);
    expect(Math.abs(regionArea(contours) - (20 * 20 + Math.PI * 100))).toBeLessThan(0.3);
  });

  it('reads ellipses and splines', async () => {
    const ellipse = dxf([
      [
        0,
        'ELLIPSE',
        8,
        '0',
        10,
        0,
        20,
        0,
        30,
        0,
        11,
        0,
        21,
        30,
        31,
        0,
        40,
        0.5,
        41,
        0,
        42,
        6.283185307179586,
      ],
    ]);
    const { widthMm, heightMm, contours } = await outlineOf(ellipse);
    expect([widthMm, heightMm]).toEqual([expect.closeTo(30, 1), expect.closeTo(60, 1)]);
    expect(Math.abs(regionArea(contours) - Math.PI * 15 * 30)).toBeLessThan(2);
    // A cubic Bézier is the B-spline with knots 0 0 0 0 1 1 1 1; under it the area is 3/20 of its control points' sums.
    const spline = dxf([
      [
        0,
        'SPLINE',
        8,
        '0',
        70,
        8,
        71,
        3,
        72,
        8,
        73,
        4,
        40,
        0,
        40,
        0,
        40,
        0,
        40,
        0,
        40,
        1,
        40,
        1,
        40,
        1,
        40,
        1,
        10,
        0,
        20,
        0,
        30,
        0,
        10,
        0,
        20,
        40,
        30,
        0,
        10,
        60,
        20,
        40,
        30,
        0,
        10,
        60,
        20,
        0,
        30,
        0,
      ],
      line(0, 0, 60, 0),
    ]);
    const bow = await outlineOf(spline);
    // Integral of y dx of the cubic with y = 120 t (1 - t) and x = 60 (3 t^2 - 2 t^3): 60 * 40 * 3/5 = 1440.
    expect(Math.abs(regionArea(bow.contours) - 1440)).toBeLessThan(2);
    expect(bow.heightMm).toBeCloseTo(30, 1);
  });

  it('counts in the unit of the drawing', async () => {
    // $INSUNITS 1: inches.
    expect(await outlineOf(dxf([circle(0, 0, 1)], 1))).toMatchObject({ widthMm: 50.8, heightMm: 50.8 });
    const { notes } = await outlineOf(dxf([circle(0, 0, 10)], 0));
    expect(notes).toEqual(['The drawing names no unit; it was taken as millimetres.']);
  });

  it('says what is not closed, with the gap and what would be closed', async () => {
    const open = dxf([line(0, 0, 50, 0), line(50, 0, 50, 30), line(50, 30, 0.4, 0.3)]);
    expect(await read(open)).toEqual({
      problem:
        'No line of this drawing is closed; the narrowest gap is 0.50 mm, and gaps up to 0.05 mm are closed.',
    });
    const { notes } = await outlineOf(dxf([circle(0, 0, 10), line(0, 0, 3, 3), circle(40, 0, 3)]));
    expect(notes).toEqual([
      'Left out: 1 lines that are not closed.',
      'Left out: 1 outlines beside the largest or within openings.',
    ]);
  });

  it('refuses what is none, and what is no size for a piece', async () => {
    expect(await read('hello')).toEqual({
      problem: 'The file is neither an SVG nor a DXF drawing in text form.',
    });
    expect(await read('0\nSECTION\n2\nENTI')).toHaveProperty('problem');
    expect(await read(dxf([circle(0, 0, 0.3)]))).toMatchObject({
      problem: expect.stringContaining('0.6 × 0.6 mm; pieces are from 1 to 5000 mm'),
    });
    expect(await readOutlineFile(new Uint8Array(5e6), 'big.dxf', renderer)).toMatchObject({
      problem: expect.stringContaining('5.0 MB; at most 4 MB'),
    });
  });
});

describe('an outline from SVG', () => {
  it('takes millimetres as they are, and pixels at 96 to the inch', async () => {
    // CSS Values 3, 6.2.
    const svg = (size: string) =>
      `<svg xmlns="http://www.w3.org/2000/svg" ${size} viewBox="0 0 60 40"><path d="M0 0H60V40H0Z M20 10H40V30H20Z" fill="none" stroke="red" stroke-width="0.1"/></svg>`;
    const inMm = await outlineOf(svg('width="60mm" height="40mm"'));
    expect([inMm.widthMm, inMm.heightMm]).toEqual([60, 40]);
    // The line itself counts, not the edge of its stroke; the inner one is an opening.
    expect(inMm.contours.map((contour) => Math.round(regionArea([contour])))).toEqual([2400, 400]);
    const inPx = await outlineOf(svg('width="96" height="64"'));
    expect(inPx.widthMm).toBeCloseTo(25.4, 2);
  });

  it('reads curves as arcs within hundredths of a millimetre', async () => {
    const { contours } = await outlineOf(
      '<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50"><circle cx="25" cy="25" r="25"/></svg>',
    );
    expect(Math.abs(regionArea(contours) - Math.PI * 625)).toBeLessThan(1.5);
    expect(contours[0]!.length).toBeLessThan(12);
  });

  it('says in words what is wrong with a file', async () => {
    expect(await read('<svg xmlns="http://www.w3.org/2000/svg"></svg>')).toMatchObject({
      problem: expect.any(String),
    });
    expect(await read('<svg')).toMatchObject({ problem: expect.any(String) });
  });
});
