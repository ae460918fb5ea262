/** Drawings and documents that could hang or crash whoever runs them: each is answered, in words where it is not drawn. */
import { describe, expect, it } from '@jest/globals';
import { logoAssets } from '../../node/logoAssets';
import { findingLines, withFirst } from '../../testing/findings';
import { hatch, svgOf } from '../../testing/hostileFiles';
import { newJob, parseJob, itemsOf, type Job } from '../job';
import { newLogo } from '../logo';
import { readOutlineFile, type OutlineSettings } from '../piece';
import { findPair } from '../../content';
import { createLibrary } from './library';
import { runJob } from './runJob';

const files = new Map<string, string>();
const assets = logoAssets((hash) => {
  const text = files.get(hash);
  return Promise.resolve(text === undefined ? null : new TextEncoder().encode(text));
});
const plate = (): Job =>
  newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair('birch-plywood', 'co2-laser'),
    codeWidthMm: 40,
    pieceSizeMm: { width: 120, height: 80 },
  });
const drawing = (name: string) =>
  ({ kind: 'drawing', file: name.padEnd(64, '0'), fileName: `${name}.svg` }) as const;

/** What is said of a drawing as the logo of a code and as a picture on the piece. */
async function saidOf(text: string) {
  const source = drawing('a');
  files.set(source.file, text);
  const job = withFirst(plate(), { logo: newLogo(source) });
  const items = itemsOf([{ kind: 'art', source, xMm: 2, yMm: 2, widthMm: 20 }]);
  const library = createLibrary(assets);
  const both = { ...job, piece: { ...job.piece, items } };
  await library.load(both);
  const findings = findingLines(runJob(both, undefined, library));
  const of = (kind: string): string | undefined => findings.find((finding) => finding.kind === kind)?.text;
  return { logo: of('logo-missing'), picture: of('piece-picture') };
}

describe('a drawing', () => {
  it.each([true, false])(
    'hatched with 200 by 200 lines is refused with its measure (one path: %s)',
    async (one) => {
      const { logo, picture } = await saidOf(hatch(200, one));
      for (const text of [logo, picture]) {
        expect(text).toContain('cross or overlap in more than 50000 places, the most that is drawn');
      }
    },
  );

  it('hatched with 30 by 30 lines is drawn', async () => {
    expect(await saidOf(hatch(30, true))).toEqual({ logo: undefined, picture: undefined });
  });

  it.each([
    ['coordinates of 1e300', svgOf('<path d="M0 0H1e300V1e300H0Z"/>')],
    ['a size of 1e300', svgOf('<path d="M0 0H1e300V1e300H0Z"/>', '0 0 1e300 1e300')],
    ['a size of 1e-300', svgOf('<path d="M0 0H1e-300V1e-300H0Z"/>', '0 0 1e-300 1e-300')],
    ['a stroke of 1e300', svgOf('<path d="M0 0H10" stroke="#000" stroke-width="1e300"/>')],
    ['an arc of radius 1e300', svgOf('<path d="M0 0A1e300 1e300 0 0 1 10 10Z"/>')],
  ])('with %s is answered in words', async (_, text) => {
    const { logo, picture } = await saidOf(text);
    expect(logo).toContain('no shapes');
    expect(picture).toContain('Not drawn: picture a.svg');
    const read = await readOutlineFile(new TextEncoder().encode(text), 'a.svg', assets.renderer);
    expect(read).toHaveProperty('problem');
  });

  it('that is missing is told of a picture on the piece too, which can be removed', async () => {
    const items = itemsOf([{ kind: 'art', source: drawing('lost'), xMm: 2, yMm: 2, widthMm: 20 }]);
    const job = { ...plate(), piece: { ...plate().piece, items } };
    const library = createLibrary(assets);
    await library.load(job);
    const found = findingLines(runJob(job, undefined, library)).find(({ kind }) => kind === 'piece-picture');
    expect(found).toMatchObject({ severity: 'stop', about: { on: 'item', id: items[0]!.id } });
    expect(found!.text).toContain('not among the saved files');
    expect(found!.fixes).toHaveLength(1);
  });
});

describe('a document with a drawn outline', () => {
  const drawn = (contours: readonly (readonly object[])[]): Job => {
    const outline = { kind: 'drawn', fileName: 'x.dxf', contours } as unknown as OutlineSettings;
    return { ...plate(), piece: { ...plate().piece, outline } };
  };
  const refused = (job: Job): string => {
    const parsed = parseJob(JSON.parse(JSON.stringify(job)));
    return 'problems' in parsed ? parsed.problems.join(' ') : '';
  };
  const triangle = (x: number, bulge?: number) => [
    { x: 0, y: 0, ...(bulge === undefined ? {} : { bulge }) },
    { x, y: 0 },
    { x, y: 60 },
  ];

  it('is refused beyond what can be made', () => {
    expect(refused(drawn([triangle(90, 0.5)]))).toBe('');
    for (const job of [drawn([triangle(1e300)]), drawn([triangle(90, 1e6)]), drawn([triangle(90, -1e300)])])
      expect(refused(job)).not.toBe('');
  });

  it('is refused with more points than can be followed, with their number', () => {
    const points = Array.from({ length: 6001 }, (_, index) => ({ x: index / 100, y: index % 2 }));
    expect(refused(drawn([points, points]))).toContain('12002 points; at most 12000');
  });

  it('of no area, or that crosses itself everywhere, still gives findings', () => {
    const star = Array.from({ length: 300 }, (_, index) => ({
      x: 45 + 45 * Math.cos(index * 2.4),
      y: 30 + 30 * Math.sin(index * 2.4),
    }));
    const loops = Array.from({ length: 12 }, (_, index) => ({ ...star[index * 9]!, bulge: 5 }));
    const nothing = { x: 0, y: 0 };
    for (const contour of [[nothing, nothing], [nothing, { x: 90, y: 60 }], star, loops])
      expect(runJob(drawn([contour])).findings.length).toBeGreaterThan(5);
  });
});
