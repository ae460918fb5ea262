/** Every format is written, and read back by what did not write it; what comes out is what was to be written, and it reads. */
import { beforeAll, describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { filesOf } from '../../testing/files';
import { logoAssets } from '../../node/logoAssets';
import { outputBinary } from '../../node/outputBinaries';
import { loadProofBinaries } from '../../node/proofBinaries';
import { newJob, type Job } from '../job';
import { newLogo } from '../logo';
import { presets } from '../artwork';
import { regionArea, signedArea } from '../geometry';
import { isLine, plainSolid } from '../plan';
import { startProof } from '../proof';
import type { Reader } from '../readers';
import { createLibrary, runJob } from '../run';
import { makeFiles, type MadeFile, type DownloadId } from '../files';
import { startReadBack, type ReadBack } from '../proving';
import { bodiesOfThreeMf, measureBody, type ReadBody } from './meshFile';
import { pngDensity } from './pictureFile';
import { runGcode } from './gcodeFile';
import { withFirst, withPlacement } from '../../testing/findings';

let readers: readonly Reader[];
beforeAll(async () => {
  readers = await startProof(await loadProofBinaries());
});

const library = createLibrary(logoAssets(() => Promise.resolve(null)));

/** Read from as far as its size asks for. */
const jobOn = (material: string, machine: string, widthMm = 60): Job => ({
  ...newJob({
    name: 'Berth 17 plate',
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine)!,
    pieceSizeMm: { width: widthMm, height: (widthMm * 2) / 3 },
    codeWidthMm: 0.48 * widthMm,
  }),
  reading: { distanceM: widthMm / 200, heightM: null },
});

/** With what a code can carry and a piece can have. */
const dressed = (job: Job): Job => {
  const plain = withFirst(job, {
    style: presets.find(({ id }) => id === 'pebble')?.style ?? presets[1]!.style,
    logo: newLogo({ kind: 'icon', icon: 'anchor' }),
  });
  return { ...plain, making: { ...plain.making, mirrored: true } };
};

const inColour = {
  ...presets[0]!.style,
  paint: { ...presets[0]!.style.paint, modules: { kind: 'solid' as const, colour: '#14385c' } },
};

async function readBackOf(job: Job, format: DownloadId): Promise<{ file: MadeFile; back: ReadBack }> {
  await library.load(job);
  const result = runJob(job, undefined, library);
  const made = await makeFiles(
    job,
    { ...result, heldBackBy: [] },
    {
      revision: 3,
      formats: [format],
      library,
      binary: outputBinary,
    },
  );
  if (!('files' in made) || made.refused.length > 0) throw new Error(JSON.stringify(made));
  const [file] = made.files;
  return { file: file!, back: (await startReadBack(job, result, readers, outputBinary).read(file!))! };
}

/** Each format on a machine that takes it, and where it is written for another polarity as well. */
const cases: readonly (readonly [DownloadId, string, string])[] = [
  ['svg', 'black-anodised-aluminium', 'co2-laser'],
  ['svg-areas', 'birch-plywood', 'co2-laser'],
  ['pdf', 'white-vinyl', 'ink-jet-600dpi'],
  ['pdf', 'black-anodised-aluminium', 'co2-laser'],
  ['pdf', 'black-vinyl-on-white', 'knife-plotter'],
  ['pdf', 'direct-thermal-paper', 'label-printer-203dpi'],
  ['pdf-cmyk', 'white-vinyl', 'ink-jet-600dpi'],
  ['eps', 'black-anodised-aluminium', 'co2-laser'],
  ['dxf', 'black-vinyl-on-white', 'knife-plotter'],
  ['dxf', 'natural-slate', 'blast-mask'],
  ['dxf-lines', 'birch-plywood', 'co2-laser'],
  ['dxf-r12', 'laminate-black-white', 'rotary-engraver'],
  ['gcode', 'natural-slate', 'co2-laser'],
  ['gcode', 'stencil-card', 'co2-laser-through'],
  ['gcode', 'laminate-black-white', 'rotary-engraver'],
  ['gcode', 'laminate-black-white', 'rotary-v-60'],
  ['png', 'natural-slate', 'co2-laser'],
  ['png-clear', 'white-vinyl', 'ink-jet-600dpi'],
  ['png-clear', 'natural-slate', 'co2-laser'],
  ['engraving', 'natural-slate', 'co2-laser'],
  ['label', 'direct-thermal-paper', 'label-printer-203dpi'],
  ['label-pbm', 'direct-thermal-paper', 'label-printer-300dpi'],
  ['jpg', 'natural-slate', 'co2-laser'],
  ['webp', 'white-vinyl', 'ink-jet-600dpi'],
  ['stl', 'white-filament-black', 'filament-printer'],
  ['stl', 'orange-filament-black', 'filament-printer'],
  ['3mf', 'white-filament-black', 'filament-printer'],
];

const good = (back: ReadBack): void => {
  expect(back.checks.filter(({ holds }) => !holds)).toEqual([]);
  expect(back.problem).toBeNull();
  expect(back.readers).toHaveLength(3);
  for (const { read } of back.readers) expect(read).toBeGreaterThanOrEqual(back.shots / 2);
};

describe('what is in a file', () => {
  it.each(cases)('is what was to be in it, and reads: %s of %s by %s', async (format, material, machine) => {
    const widthMm = machine === 'blast-mask' || machine === 'co2-laser-through' ? 180 : 60;
    good((await readBackOf(jobOn(material, machine, widthMm), format)).back);
  });

  it.each([
    ['pdf', 40],
    ['pdf', 200],
    ['dxf', 200],
  ] as const)('in other sizes, too: %s of %d mm', async (format, widthMm) => {
    good((await readBackOf(jobOn('black-anodised-aluminium', 'co2-laser', widthMm), format)).back);
  });

  it.each(['svg', 'svg-areas', 'pdf', 'eps', 'dxf', 'gcode', 'engraving', 'png'] as const)(
    'with a style, a logo, and mirrored: %s',
    async (format) => {
      const { file, back } = await readBackOf(dressed(jobOn('birch-plywood', 'co2-laser', 120)), format);
      expect(back.checks.filter(({ holds }) => !holds)).toEqual([]);
      expect(back.problem).toBeNull();
      // A picture of the finished piece is as it is seen.
      expect(file.name.includes('mirrored')).toBe(format !== 'png');
    },
  );

  it.each(['recess', 'inlay'] as const)('of a body with its marks as %s', async (form) => {
    const job = jobOn('white-filament-black', 'filament-printer');
    const solid = { ...job, making: { ...job.making, solid: { ...plainSolid, form } } };
    good((await readBackOf(solid, '3mf')).back);
  });
});

describe('bodies', () => {
  const bodiesOf = async (form: 'relief' | 'inlay') => {
    const job = jobOn('white-filament-black', 'filament-printer');
    const { file } = await readBackOf(
      { ...job, making: { ...job.making, solid: { ...plainSolid, form } } },
      '3mf',
    );
    const [base, marks] = bodiesOfThreeMf(file.bytes);
    return { base: base!, marks: marks! };
  };
  const corners = ({ triangles }: ReadBody): Set<string> => {
    const kinds = new Set<string>();
    for (let index = 0; index < triangles.length; index += 3)
      kinds.add([...triangles.subarray(index, index + 3)].map((value) => value.toFixed(5)).join(' '));
    return kinds;
  };

  it('are closed, of as many parts as the marks have outlines, and as large as area times height', async () => {
    const { base, marks } = await bodiesOf('relief');
    const job = jobOn('white-filament-black', 'filament-printer');
    const raised = runJob(job)
      .made!.plan.sheet()
      .operations.find(({ kind }) => kind === 'raise')!;
    if (isLine(raised)) throw new Error('lines');
    const outers = raised.area.filter((contour) => signedArea(contour) > 0).length;
    const holes = raised.area.length - outers;
    // Euler: 2 for each part that is like a ball, less 2 for each hole through it.
    expect(measureBody(marks, 40).euler).toBe(2 * outers - 2 * holes);
    expect(measureBody(base, 40)).toMatchObject({ euler: 2, open: 0, paths: 12 });
    expect(measureBody(marks, 40).volumeMm3).toBeCloseTo(regionArea(raised.area) * plainSolid.markMm, 1);
    expect(measureBody(base, 40).volumeMm3).toBeCloseTo(60 * 40 * plainSolid.baseMm, 1);
  });

  it('that fill each other have the very corners between them, and are together the whole', async () => {
    const { base, marks } = await bodiesOf('inlay');
    const expected = corners(base);
    for (const corner of corners(marks)) expect(expected.has(corner)).toBe(true);
    const together = measureBody(base, 40).volumeMm3! + measureBody(marks, 40).volumeMm3!;
    expect(together).toBeCloseTo(60 * 40 * plainSolid.baseMm, 1);
  });
});

describe('what is wrong in a file', () => {
  const damaged = async (
    format: DownloadId,
    change: (text: string) => string,
    pair = ['birch-plywood', 'co2-laser'],
  ) => {
    const job = jobOn(pair[0]!, pair[1]!);
    const result = runJob(job);
    const [file] = await filesOf(job, result, [format]);
    const bytes = new TextEncoder().encode(change(new TextDecoder().decode(file!.bytes)));
    return (await startReadBack(job, result, readers, outputBinary).read({ ...file!, bytes }))!;
  };

  it('keeps it from being handed over: a size, an outline, an open one', async () => {
    expect((await damaged('svg', (text) => text.replace('width="60.2mm"', 'width="61mm"'))).problem).toMatch(
      /Size: 60.8 x 40 mm in the file, 60 x 40 mm/,
    );
    expect((await damaged('svg', (text) => text.replace(/M[^M]+Z"/, '"'))).problem).toMatch(
      /Outlines of MARK/,
    );
    expect((await damaged('eps', (text) => text.replace('\nh\nstroke', '\nstroke'))).problem).toMatch(
      /Open outlines: 1 in the file/,
    );
  });

  it('is told where it is no such file at all', async () => {
    for (const format of ['svg', 'eps', 'dxf-r12'] as const)
      expect((await damaged(format, () => 'hello')).problem).not.toBeNull();
    expect((await damaged('gcode', (text) => text.replace('G21', 'G20'))).problem).toMatch(/G20/);
  });

  it('is seen by the readers where it is drawn wrong', async () => {
    // All marks burnt away: the beam is never on.
    const back = await damaged('gcode', (text) => text.replace(/S1000/g, 'S0'));
    expect(back.problem).toMatch(/reads worse than the piece/);
  });
});

describe('a PDF', () => {
  it('has the white under a code on clear film as a plate of its own, and its bleed beside the piece', async () => {
    const job = jobOn('clear-film', 'ink-jet-600dpi');
    const white: Job = { ...job, making: { ...job.making, whiteGround: true } };
    const { file, back } = await readBackOf(white, 'pdf');
    good(back);
    const text = Buffer.from(file.bytes).toString('latin1');
    // ISO 32000-1, 8.6.6.4: an array that begins with the name Separation, then that of the plate.
    expect(text).toMatch(/\/Separation \/WHITE/);
    expect(text).toMatch(/\/Separation \/CUT/);
    // 8.6.7 and table 58: OP and op turn overprinting on.
    expect(text).toMatch(/\/OP true[^>]*\/op true[^>]*\/OPM 1/);
    // 8.11: a group for each layer.
    expect([...text.matchAll(/\/Type \/OCG[^>]*\/Name \(([^)]*)\)/g)].map(([, name]) => name)).toEqual([
      'WHITE',
      'PRINT',
      'CUT',
    ]);
  });
});

describe('what a machine cannot hold', () => {
  it('is told before anything is written: a bed, a cutter, colours, dots, pixels', async () => {
    const refusedOf = async (job: Job, format: DownloadId): Promise<string> => {
      const result = runJob(job);
      const made = await makeFiles(
        job,
        { ...result, heldBackBy: [] },
        {
          revision: 1,
          formats: [format],
          library,
          binary: outputBinary,
        },
      );
      return 'files' in made ? (made.refused[0]?.problem ?? '') : 'held back';
    };
    expect(await refusedOf(jobOn('birch-plywood', 'co2-laser', 900), 'gcode')).toMatch(
      /900.* x 600.* mm; the bed of CO2 laser is \d+ x \d+ mm/,
    );
    expect(await refusedOf(jobOn('brass', 'rotary-engraver', 4), 'gcode')).toMatch(
      /0.25 mm wide, and no mark is/,
    );
    expect(await refusedOf(jobOn('direct-thermal-paper', 'label-printer-203dpi', 120), 'label')).toMatch(
      /120 mm wide; .* prints 104 mm/,
    );
    expect(await refusedOf(jobOn('birch-plywood', 'co2-laser'), 'label')).toMatch(/no dots of its own/);
    expect(await refusedOf(jobOn('birch-plywood', 'co2-laser'), '3mf')).toMatch(/builds nothing up/);
    expect(
      await refusedOf(withFirst(jobOn('white-vinyl', 'ink-jet-600dpi'), { style: inColour }), 'engraving'),
    ).toMatch(/printed in colours/);
  });
});

describe('pictures', () => {
  it('have whole pixels a module and their density in the file', async () => {
    // ISO/IEC 15948, 11.3.5.3: pixels to the metre. The module is 29 pixels wide or so; its width times the density is whole.
    const job = jobOn('natural-slate', 'co2-laser');
    const { file } = await readBackOf(job, 'engraving');
    const density = pngDensity(file.bytes)!;
    const { moduleMm } = runJob(job).made!.piece.codes[0]!;
    const pixels = (moduleMm * density) / 1000;
    expect(Math.abs(pixels - Math.round(pixels))).toBeLessThan(0.01);
    expect((density * 25.4) / 1000).toBeGreaterThan(550);
    expect((density * 25.4) / 1000).toBeLessThan(650);
  });

  it('of a large piece stay within twenty thousand pixels', async () => {
    const job = withPlacement(jobOn('natural-slate', 'co2-laser', 290), { widthMm: 100 });
    const { file } = await readBackOf(job, 'engraving');
    const view = new DataView(file.bytes.buffer, file.bytes.byteOffset);
    // IHDR begins with width and height (11.2.2).
    expect(view.getUint32(16)).toBeGreaterThan(5000);
    expect(view.getUint32(16)).toBeLessThanOrEqual(20_000);
  });
});

describe('a program', () => {
  const program = async (machine: string, material: string): Promise<string> => {
    const job = jobOn(material, machine);
    const [file] = await filesOf(job, runJob(job), ['gcode']);
    return new TextDecoder().decode(file!.bytes);
  };
  const setting = {
    corner: { x: 0, y: 0 },
    heightMm: 40,
    tool: { lineMm: 0.1, tipMm: 0 },
    groundColour: '#ffffff',
    wrappedMm: null,
    binary: outputBinary,
  };

  it('of a laser says its unit first, is off while it travels and runs over at both ends', async () => {
    const text = await program('co2-laser', 'birch-plywood');
    const moves = runGcode(text, setting);
    const { overscanMm, lineIntervalMm } = findPair('birch-plywood', 'co2-laser')!.process;
    expect(text.split('\n').filter((line) => !line.startsWith(';'))[0]).toBe('G21');
    const marks = moves.filter(({ marks: isOn, layer }) => isOn && layer === 'MARK');
    // Lines lie an interval apart (within what makes their number whole), to and fro.
    const levels = [...new Set(marks.map(({ from }) => from.y.toFixed(3)))].map(Number).sort((a, b) => a - b);
    expect(levels[1]! - levels[0]!).toBeCloseTo(lineIntervalMm!, 2);
    const ways = new Set(marks.map(({ from, to }) => Math.sign(to.x - from.x)));
    expect([...ways].sort()).toEqual([-1, 1]);
    // On every line the head comes from behind and leaves ahead, as it marks, at both ends by the whole run-up.
    for (const level of new Set(marks.map(({ from }) => from.y))) {
      const line = moves.filter(({ from, to }) => from.y === level && to.y === level);
      const mark = line.find(({ marks: isOn }) => isOn)!;
      const way = Math.sign(mark.to.x - mark.from.x);
      for (const end of [line[0]!, line.at(-1)!]) {
        expect(end.marks).toBe(false);
        expect((end.to.x - end.from.x) * way).toBeCloseTo(overscanMm!, 3);
      }
    }
  });

  it('of a stencil cuts the edge of the sheet last', async () => {
    const moves = runGcode(await program('co2-laser-through', 'stencil-card'), setting);
    const layers = moves.filter(({ marks }) => marks).map(({ layer }) => layer);
    expect(layers.indexOf('CUT')).toBeGreaterThan(layers.lastIndexOf('CUT-OPENINGS'));
  });

  it('of a cutter goes down by its depth and up to travel', async () => {
    const text = await program('rotary-engraver', 'brass');
    const depth = findPair('brass', 'rotary-engraver')!.process.depthMm!;
    expect(text).toContain(`G1 Z-${depth} F`);
    const moves = runGcode(text, setting);
    for (const { marks, mmPerS } of moves) if (!marks) expect(mmPerS).toBeGreaterThan(50);
  });

  it('around a mug turns its axis instead of moving along', async () => {
    const job = jobOn('stainless-steel', 'fibre-laser');
    const wrapped: Job = {
      ...job,
      piece: { ...job.piece, bend: { diameterMm: 85, otherDiameterMm: 85, around: 'height' } },
    };
    const [file] = await filesOf(wrapped, runJob(wrapped), ['gcode']);
    const text = new TextDecoder().decode(file!.bytes);
    expect(text).toMatch(/^G93$/m);
    expect(text.replace(/^;.*$/gm, '')).not.toMatch(/ Y/);
    // 40 mm of the circumference of 85 mm are 40 / (85 pi) of a turn: 53.93 degrees.
    const angles = [...text.matchAll(/ A(-?[\d.]+)/g)].map(([, angle]) => Number(angle));
    expect(Math.max(...angles)).toBeLessThan(53.93 + 0.01);
    const flat = runGcode(await program('fibre-laser', 'stainless-steel'), setting);
    const round = runGcode(text, { ...setting, wrappedMm: 85 });
    const lowest = (moves: typeof flat): number =>
      Math.max(...moves.filter(({ marks }) => marks).map(({ to }) => to.y));
    expect(lowest(round)).toBeCloseTo(lowest(flat), 2);
  });
});
