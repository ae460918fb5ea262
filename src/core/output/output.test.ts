import { describe, expect, it } from '@jest/globals';
import { newJob, type Job, type Override } from '../job';
import { seededRandom } from '../numbers';
import { withFirst, withPlacement } from '../../testing/findings';
import { makeFiles, runJob } from '../run';
import { findPair } from '../../content';
import { isLine } from '../plan';
import { fileName } from './fileName';
import { decimal, pathData } from './pathData';

const job = newJob({
  name: 'Berth 17 <plate> & "friends"',
  message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
  pair: findPair('black-anodised-aluminium', 'co2-laser'),
  codeWidthMm: 29,
  pieceSizeMm: { width: 60, height: 40 },
});
const filesOf = (revision: number | null = 3) => {
  const made = makeFiles(job, runJob(job), revision, ['svg']);
  if (!('files' in made)) throw new Error('held back');
  return made.files;
};
const svg = new TextDecoder().decode(filesOf()[0]!.bytes);

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

  it('has the same bytes every time', () => {
    expect(filesOf()[0]!.bytes).toEqual(filesOf()[0]!.bytes);
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
  const fields = {
    job: 'Größe: Bërth 17/../x',
    revision: 14,
    widthMm: 60,
    heightMm: 40.5,
    material: 'Slate',
    mirrored: true,
  };
  it('say what is in them and hold nothing that a file system minds', () => {
    expect(fileName(fields, 'svg')).toBe('große-berth-17-x_r14_60x40.5mm_slate_mirrored.svg');
    expect(fileName({ ...fields, job: '///', revision: null, mirrored: false }, 'svg')).toBe(
      'job_60x40.5mm_slate.svg',
    );
  });
});

describe('stops', () => {
  const small: Job = {
    ...withPlacement(job, { widthMm: 10 }),
    reading: { distanceM: 0.1, heightM: null },
  };
  it('hold files back until each is overridden with a reason', () => {
    expect(makeFiles(small, runJob(small), 1, ['svg'])).toMatchObject({
      heldBackBy: [{ kind: 'module-size' }],
    });
    const override: Override = {
      kind: 'module-size',
      about: { on: 'code', id: 'code-1' },
      reason: 'Test piece for the new lens.',
      at: '2026-11-25T10:00:00Z',
    };
    const allowed = { ...small, overrides: [override] };
    expect(makeFiles(allowed, runJob(allowed), 1, ['svg'])).toHaveProperty('files');
  });
  it('cannot be overridden when there is nothing to draw', () => {
    const override: Override = {
      kind: 'message-empty',
      about: { on: 'piece' },
      reason: 'Because I say so.',
      at: '2026-11-25T10:00:00Z',
    };
    const empty = withFirst({ ...job, overrides: [override] }, { message: { kind: 'text', text: '' } });
    expect(makeFiles(empty, runJob(empty), 1, ['svg'])).toMatchObject({
      heldBackBy: [{ kind: 'message-empty' }],
    });
  });
});
