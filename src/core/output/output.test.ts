import { describe, expect, it } from '@jest/globals';
import { newJob, type Job, type Override } from '../job';
import { seededRandom } from '../numbers';
import { withFirst, withPlacement } from '../../testing/findings';
import { filesOf, madeOf } from '../../testing/files';
import { runJob } from '../run';
import { findPair } from '../../content';
import { isLine } from '../plan';
import { fileNames, slug, unknownFields, usualPattern, type NameValues } from './fileName';
import { decimal, pathData } from './pathData';

const job = newJob({
  name: 'Berth 17 <plate> & "friends"',
  message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
  pair: findPair('black-anodised-aluminium', 'co2-laser'),
  codeWidthMm: 29,
  pieceSizeMm: { width: 60, height: 40 },
});
const bytes = async () => (await filesOf(job, runJob(job), ['svg'], 3))[0]!.bytes;
const svg = new TextDecoder().decode(await bytes());

describe('an SVG file', () => {
  it('is in millimetres, with a viewBox to match', () => {
    // SVG 1.1, 7.8: width and height with units, viewBox in user units; one user unit is a millimetre.
    expect(svg).toMatch(/<svg [^>]*width="60mm" height="40mm" viewBox="0 0 60 40">/);
  });

  it('has one group an operation: filled areas without strokes, the outline as a line', () => {
    expect(svg.match(/<g /g)).toHaveLength(2);
    expect(svg).toMatch(/<g id="mark"[^>]*fill="#000000"[^>]*stroke="none"><path d="M[^"]+Z"\/><\/g>/);
    expect(svg).toMatch(
      /<g id="cut"[^>]*fill="none" stroke="#ff0000" stroke-width="0.02"><path d="M0 0H60V40H0Z"\/>/,
    );
    expect(svg).not.toMatch(/transform|style=|<image|<use/);
  });

  it('says what it is: job, revision, size, material', () => {
    expect(svg).toContain('<title>Berth 17 &lt;plate&gt; &amp; &quot;friends&quot;, revision 3</title>');
    expect(svg).toMatch(/<desc>60 x 40 mm on Black anodised aluminium by CO2 laser; marks the light modules/);
  });

  it('has the same bytes every time', async () => {
    expect(await bytes()).toEqual(await bytes());
    expect(svg).not.toMatch(/\d{4}-\d\d-\d\d|\de-\d/);
  });

  it('has one node for each corner of the outlines', () => {
    const { plan } = runJob(job).made!;
    const [mark] = plan.sheet().operations;
    const corners = isLine(mark!) ? 0 : mark!.area.reduce((sum, contour) => sum + contour.length, 0);
    const path = /<g id="mark".*?d="([^"]+)"/.exec(svg)![1]!;
    // Every corner is the end of a move or an edge; closing draws the last edge of each outline.
    expect(path.match(/[MLHV]/g)).toHaveLength(corners);
  });
});

describe('pathData', () => {
  it('writes true arcs, clockwise as sweep 1', () => {
    // SVG 1.1, 8.3.8. A half circle from (0,0) to (10,0) has bulge 1 and radius 5.
    expect(
      pathData([
        [
          { x: 0, y: 0, bulge: 1 },
          { x: 10, y: 0 },
        ],
      ]),
    ).toBe('M0 0A5 5 0 0 1 10 0Z');
    expect(
      pathData([
        [
          { x: 0, y: 0, bulge: -1 },
          { x: 10, y: 0 },
        ],
      ]),
    ).toBe('M0 0A5 5 0 0 0 10 0Z');
  });
  it('writes every length as a decimal does: small, long, below zero, on both sides of a rounding', () => {
    const lengths = [0, -0.00004, 0.00005, 9.99995, 10, 0.0301, 99.5, 1234.5678, 500000.25, -7.0009];
    const random = seededRandom(5);
    for (let round = 0; round < 2000; round++) lengths.push((random() - 0.5) * 10 ** (round % 8));
    for (const length of lengths) {
      const path = pathData([
        [
          { x: length, y: 3 },
          { x: length, y: length },
          { x: 1, y: 2 },
        ],
      ]);
      const written = decimal(length);
      // Within half of the last place of what was meant.
      expect(Math.abs(Number(written) - length)).toBeLessThanOrEqual(0.50001e-4);
      expect(path).toMatch(new RegExp(`^M${written.replace('.', '\\.')} 3[VH]`));
    }
  });
  it('keeps to ten-thousandths and never writes minus zero', () => {
    expect([decimal(-0.00001), decimal(1 / 3), decimal(12)]).toEqual(['0', '0.3333', '12']);
  });
});

describe('file names', () => {
  const values: NameValues = {
    collection: 'Slipway',
    title: 'Größe: Bërth 17/../x',
    revision: 'r14',
    size: '60x40.5mm',
    width: '60mm',
    height: '40.5mm',
    material: 'Slate',
    machine: 'CO2',
    operation: 'mark',
    row: '',
  };
  const named = (pattern: string, ...parts: string[]) =>
    fileNames(pattern, values, [{ parts, extension: 'svg' }])[0];

  it('say what is in them and hold nothing that a file system minds', () => {
    expect(named(usualPattern, 'mirrored')).toBe('große-berth-17-x_r14_60x40.5mm_slate_mirrored.svg');
    expect(
      fileNames(usualPattern, { ...values, title: '///', revision: '' }, [{ parts: [], extension: 'svg' }]),
    ).toEqual(['60x40.5mm_slate.svg']);
    expect(named('{row}')).toBe('job.svg');
    expect(named('..\\{collection}: <{material}>?')).toBe('-slipway- -slate-.svg');
    // Names that one of the common systems keeps for devices.
    expect(named('con')).toBe('con_.svg');
  });

  it('leave out what is empty, with what parts it from the next', () => {
    expect(named('{row}_{title} - {row} - {material}')).toBe('große-berth-17-x - slate.svg');
    expect(unknownFields('{title}_{colour}_{row}')).toEqual(['colour']);
    expect(named('{title}_{colour}')).toBe('große-berth-17-x.svg');
  });

  it('never meet, whatever the pattern is', () => {
    const files = [
      { parts: [], extension: 'svg' },
      { parts: ['base'], extension: 'svg' },
      { parts: [], extension: 'svg' },
      { parts: [], extension: 'dxf' },
    ];
    expect(fileNames('{collection}', values, files)).toEqual([
      'slipway.svg',
      'slipway_base.svg',
      'slipway_2.svg',
      'slipway.dxf',
    ]);
  });

  it('fit every common file system', () => {
    const long = fileNames('{title}{title}{title}{title}', { ...values, title: '桟橋'.repeat(100) }, [
      { parts: [], extension: 'svg' },
    ])[0]!;
    // Common practice: 255 bytes is the shortest limit among them.
    expect(new TextEncoder().encode(long).length).toBeLessThanOrEqual(255);
    expect(slug('桟橋 17')).toBe('桟橋-17');
  });
});

describe('stops', () => {
  const small: Job = {
    ...withPlacement(job, { widthMm: 10 }),
    reading: { distanceM: 0.1, heightM: null },
  };
  it('hold files back until each is overridden with a reason', async () => {
    expect(await madeOf(small, runJob(small))).toMatchObject({
      heldBackBy: [{ kind: 'module-size' }],
    });
    const override: Override = {
      kind: 'module-size',
      about: { on: 'code', id: 'code-1' },
      reason: 'Test piece for the new lens.',
      at: '2026-11-25T10:00:00Z',
    };
    const allowed = { ...small, overrides: [override] };
    expect(await madeOf(allowed, runJob(allowed))).toHaveProperty('files');
  });
  it('cannot be overridden when there is nothing to draw', async () => {
    const override: Override = {
      kind: 'message-empty',
      about: { on: 'piece' },
      reason: 'Because I say so.',
      at: '2026-11-25T10:00:00Z',
    };
    const empty = withFirst({ ...job, overrides: [override] }, { message: { kind: 'text', text: '' } });
    expect(await madeOf(empty, runJob(empty))).toMatchObject({
      heldBackBy: [{ kind: 'message-empty' }],
    });
  });
});
