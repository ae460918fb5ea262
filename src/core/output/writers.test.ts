/** What each writer puts into its bytes, beside the clauses of the formats; what programs find in them is in readback. */
import { describe, expect, it } from '@jest/globals';
import { decode } from 'fast-png';
import { unzipSync } from 'fflate';
import { findPair } from '../../content';
import { filesOf } from '../../testing/files';
import { logoAssets } from '../../node/logoAssets';
import { outputBinary } from '../../node/outputBinaries';
import { newJob, type Job, type Override } from '../job';
import { createLibrary, runJob } from '../run';
import { makeFiles, downloads, suitsMachine, type DownloadId } from '../files';
import { boxContour } from '../geometry';
import {
  blackInk,
  machineKinds,
  pairOf,
  valuesOf,
  withValue,
  type MachineKindId,
  type OperationSheet,
  type Pair,
} from '../plan';
import { writeGcode } from './gcode';
import { layerLooks } from './layers';
import { cmykOf } from './pdf';
import { startPng } from './pngFile';
import { plainColour, type WriteSetting } from './writer';

const jobOn = (material: string, machine: string, change: Partial<Job> = {}): Job => ({
  ...newJob({
    name: 'Berth 17',
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine)!,
    pieceSizeMm: { width: 60, height: 40 },
    codeWidthMm: 29,
  }),
  ...change,
});
const plate = jobOn('black-anodised-aluminium', 'co2-laser');
const textOf = async (job: Job, format: DownloadId): Promise<string> =>
  Buffer.from((await filesOf(job, runJob(job), [format], 3))[0]!.bytes).toString('latin1');

describe('every writer', () => {
  it.each([
    ['svg-areas', plate],
    ['pdf', plate],
    ['pdf-cmyk', plate],
    ['eps', plate],
    ['dxf', plate],
    ['dxf-r12', plate],
    ['gcode', plate],
    ['engraving', plate],
    ['stl', jobOn('white-filament-black', 'filament-printer')],
    ['3mf', jobOn('white-filament-black', 'filament-printer')],
    ['label-pbm', jobOn('direct-thermal-paper', 'label-printer-203dpi')],
  ] as const)('gives the same bytes for the same job: %s', async (format, job) => {
    const [first, second] = [await textOf(job, format), await textOf(structuredClone(job), format)];
    expect(first === second).toBe(true);
  });

  it('is offered first for some kind of machine, or one click away for all', () => {
    for (const kind of Object.keys(machineKinds) as MachineKindId[])
      expect([kind, downloads.some((format) => suitsMachine(format, { kind }))]).toEqual([kind, true]);
    for (const { id, use, name } of downloads)
      expect([id, use.length > 5, name.length > 1]).toEqual([id, true, true]);
  });

  it('calls its layers by names that every format takes', () => {
    // Release 12 of DXF: letters, digits, hyphen, dollar and underscore, at most 31 [DXF reference; from memory].
    for (const { name } of Object.values(layerLooks)) expect(name).toMatch(/^[A-Z0-9-]{1,28}$/);
  });
});

describe('PDF', () => {
  it('has the version that knows layers, its title shown, and no fonts', async () => {
    const text = await textOf(plate, 'pdf');
    // ISO 32000-1, 7.5.2: header; 12.2: DisplayDocTitle.
    expect(text).toMatch(/^%PDF-1\.5/);
    expect(text).toMatch(/\/DisplayDocTitle true/);
    expect(text).not.toMatch(/\/Type \/Font/);
    expect(text).toContain('(Berth 17, revision 3)');
  });

  it('has black as black ink alone, and takes what inks share out of other colours', () => {
    expect(cmykOf('#000000')).toEqual([0, 0, 0, 100]);
    expect(cmykOf('#ffffff')).toEqual([0, 0, 0, 0]);
    // By hand: the largest of red, green and blue leaves no ink of its own kind; the rest is black.
    expect(cmykOf('#ff0000')).toEqual([0, 100, 100, 0]);
    expect(cmykOf('#808080')).toEqual([0, 0, 0, 49.8]);
    expect(cmykOf('#14385c')).toEqual([78.3, 39.1, 0, 63.9]);
  });
});

describe('EPS', () => {
  it('has the header of encapsulated files and draws nothing beyond its box', async () => {
    const text = await textOf(plate, 'eps');
    // EPSF 3.0, 3: the two header comments that have to be there.
    expect(text).toMatch(/^%!PS-Adobe-3\.0 EPSF-3\.0\n%%BoundingBox: 0 0 171 114\n/);
    expect(text).toMatch(/%%LanguageLevel: 2/);
    expect(text.trimEnd().endsWith('%%EOF')).toBe(true);
    // Level 2 has neither gradients nor transparency.
    expect(text).not.toMatch(/shfill|setopacity/);
  });

  it('takes a gradient as the mean of its stops', () => {
    const stops = [
      { at: 0, colour: '#000000' },
      { at: 1, colour: '#ffffff' },
    ];
    const ink = { kind: 'linear' as const, from: { x: 0, y: 0 }, to: { x: 1, y: 0 }, stops };
    expect(plainColour(ink)).toBe('#808080');
    // Beyond its ends a gradient goes on in its last colour: black for a half, then to white.
    expect(plainColour({ ...ink, stops: [{ at: 0.5, colour: '#000000' }, stops[1]!] })).toBe('#404040');
    expect(plainColour({ kind: 'solid', colour: '#123456' })).toBe('#123456');
  });
});

describe('DXF', () => {
  it('says millimetres, and turns arcs the other way round, because y grows upwards', async () => {
    const rounded = jobOn('birch-plywood', 'co2-laser');
    const text = await textOf(rounded, 'dxf');
    // DXF reference, HEADER: $INSUNITS 4 is millimetres.
    expect(text).toMatch(/\$INSUNITS\r?\n\s*70\r?\n\s*4\r?\n/);
    expect(text).toMatch(/AcDbPolyline/);
    const old = await textOf(rounded, 'dxf-r12');
    expect(old).toMatch(/\$ACADVER\n1\nAC1009\n/);
    // Group code 70 of POLYLINE: 1 is closed; group 66 says that vertices follow.
    expect(old.match(/\nPOLYLINE\n/g)!.length).toBe(old.match(/\n66\n1\n/g)!.length);
    expect(old.match(/\nPOLYLINE\n/g)!.length).toBe(old.match(/\nSEQEND\n/g)!.length);
  });

  it.each(['dxf', 'dxf-r12'] as const)(
    '%s has as many layers in its table as it says, and every entity on one',
    async (id) => {
      const text = (await textOf(jobOn('birch-plywood', 'co2-laser'), id)).replaceAll('\r\n', '\n');
      const pairs = [...text.matchAll(/^ *(\d+)\n(.*)$/gm)].map(
        ([, code, value]) => [Number(code), value!.trim()] as const,
      );
      const begin = pairs.findIndex(
        ([code, value], index) => code === 2 && value === 'LAYER' && pairs[index - 1]![1] === 'TABLE',
      );
      const table = pairs.slice(
        begin,
        pairs.findIndex(([code, value], index) => index > begin && code === 0 && value === 'ENDTAB'),
      );
      const layers = table.flatMap(([code, value], index) =>
        code === 0 && value === 'LAYER' ? [table.slice(index).find(([of]) => of === 2)![1]] : [],
      );
      // DXF reference, TABLES: group code 70 of a table is the most entries that it has.
      expect(Number(table.find(([code]) => code === 70)![1])).toBe(layers.length);
      // The layer that is always there, marks in black or white as the ground is, cuts in red (common practice, no source).
      expect(layers).toEqual(['0', 'MARK', 'CUT']);
      expect(table.flatMap(([code, value]) => (code === 62 ? [value] : []))).toEqual(['7', '7', '1']);
      const entities = pairs.slice(pairs.findIndex(([code, value]) => code === 2 && value === 'ENTITIES'));
      for (const [code, value] of entities) if (code === 8) expect(layers).toContain(value);
    },
  );
});

async function gcodeOf(
  sheet: OperationSheet,
  pair: Pair,
  wrapped: WriteSetting['wrapped'] = null,
): Promise<string> {
  const [part] = await writeGcode(sheet, {
    notes: { title: '', description: '' },
    pair,
    baseColour: '#ffffff',
    markColour: '#000000',
    grid: null,
    finished: () => ({ picture: { ground: [], marks: [] }, grid: null }),
    wrapped,
    binary: outputBinary,
  });
  return new TextDecoder().decode(part!.bytes);
}

describe('G-code', () => {
  it('goes no farther than the bed: along both sides of a flat one, along the axis of a turning one', async () => {
    const pair = findPair('stainless-steel', 'fibre-laser')!;
    // A lens field of 110 by 110 mm; the run-up of mirrors is none.
    const sized = (width: number, height: number): OperationSheet => ({
      widthMm: width,
      heightMm: height,
      marginMm: 0,
      operations: [
        {
          kind: 'mark',
          label: 'dark modules',
          area: [boxContour({ x: 0, y: 0, width, height })],
          ink: blackInk,
        },
      ],
    });
    await expect(gcodeOf(sized(109, 109), pair)).resolves.toContain('G94');
    await expect(gcodeOf(sized(109, 150), pair)).rejects.toThrow(
      /109\.0 x 15\d\.\d mm; the bed .* 110 x 110 mm/,
    );
    await expect(gcodeOf(sized(150, 20), pair)).rejects.toThrow(/150\.0 x /);
    const turned = { diameterMm: 60 };
    await expect(gcodeOf(sized(109, 150), pair, turned)).resolves.toContain('G93');
    await expect(gcodeOf(sized(150, 20), pair, turned)).rejects.toThrow(/150\.0 x /);
  });

  it('follows what lies within others before them, and then the nearest', async () => {
    // Two nested squares and one beside them, the outer one written first.
    const square = (x: number, side: number) => boxContour({ x, y: 10, width: side, height: side });
    const sheet: OperationSheet = {
      widthMm: 60,
      heightMm: 40,
      marginMm: 0,
      operations: [{ kind: 'open', label: 'openings', lines: [square(2, 20), square(6, 4), square(40, 4)] }],
    };
    const text = await gcodeOf(sheet, findPair('stencil-card', 'co2-laser-through')!);
    expect([...text.matchAll(/^G0 X(\d+) Y30$/gm)].map(([, x]) => x)).toEqual(['6', '2', '40']);
  });

  it('marks each area of a test piece by its own power and speed, and says what full power is', async () => {
    const pair = findPair('natural-slate', 'co2-laser')!;
    const area = (x: number, setting?: { powerPercent: number; speedMmPerS: number }) => ({
      kind: 'mark' as const,
      label: 'cell',
      area: [boxContour({ x, y: 1, width: 2, height: 2 })],
      ink: blackInk,
      ...(setting === undefined ? {} : { setting }),
    });
    const written = (onPair: typeof pair, operations: OperationSheet['operations']): Promise<string> =>
      gcodeOf({ widthMm: 20, heightMm: 10, marginMm: 0, operations }, onPair);
    const powersOf = (text: string): string[] => [
      ...new Set([...text.matchAll(/F(\d+) S([1-9]\d*)$/gm)].map(([, feed, power]) => `${feed} ${power}`)),
    ];
    const grid = await written(pair, [
      area(1, { powerPercent: 20, speedMmPerS: 100 }),
      area(6, { powerPercent: 45, speedMmPerS: 50 }),
    ]);
    // Feeds are mm a minute (ISO 6983-1, F under G94).
    expect(powersOf(grid)).toEqual(['6000 200', '3000 450']);
    expect(grid).toContain('S1000 is the full power of the laser');
    const plain = await written(pair, [area(1)]);
    expect(powersOf(plain)).toEqual([`${60 * pair.process.markMmPerS} 1000`]);
    expect(plain).toContain('S1000 is the power that is set at the machine');
    const calibrated = pairOf(withValue(valuesOf(pair), 'powerShare', 0.35));
    expect(powersOf(await written(calibrated, [area(1)]))).toEqual([`${60 * pair.process.markMmPerS} 350`]);
  });
});

describe('PNG by rows', () => {
  const picture = (title: string) => {
    const file = startPng({
      width: 10,
      height: 3,
      pxPerM: 8000,
      title,
      pixels: {
        kind: 'two-tones',
        colours: [
          [255, 255, 255, 255],
          [34, 48, 58, 255],
        ],
      },
    });
    for (const row of [
      [0b10101010, 0b11000000],
      [0b11111111, 0b11000000],
      [0, 0],
    ])
      file.add(Uint8Array.from(row));
    return file.end();
  };

  it('is what another program reads', () => {
    const { width, height, depth, palette } = decode(picture('Tide gauge'));
    expect([width, height, depth, palette]).toEqual([
      10,
      3,
      1,
      [
        [255, 255, 255],
        [34, 48, 58],
      ],
    ]);
  });

  it('keeps its title in any script', () => {
    // ISO/IEC 15948, 11.3.4.5: iTXt is UTF-8.
    expect(Buffer.from(picture('桟橋 17')).includes(Buffer.from('桟橋 17', 'utf8'))).toBe(true);
  });

  it('refuses rows that do not fit and an end before the last', () => {
    const file = startPng({
      width: 9,
      height: 2,
      pxPerM: 1000,
      title: '',
      pixels: { kind: 'rgba' },
    });
    expect(() => file.add(new Uint8Array(9))).toThrow(/36/);
    file.add(new Uint8Array(36));
    expect(() => file.end()).toThrow(/1 rows, not 2/);
  });
});

describe('3MF', () => {
  it('is a package with its types, its relationship and one model in millimetres', async () => {
    const job = jobOn('white-filament-black', 'filament-printer');
    const [file] = await filesOf(job, runJob(job), ['3mf']);
    const parts = unzipSync(file!.bytes);
    // 3MF Core 1.3, 2.1 and 2.1.2: names of the parts; OPC: the types come first.
    expect(Object.keys(parts)).toEqual(['[Content_Types].xml', '_rels/.rels', '3D/3dmodel.model']);
    const model = new TextDecoder().decode(parts['3D/3dmodel.model']);
    expect(model).toMatch(/<model unit="millimeter"/);
    // 5.1: a colour with its alpha, in capitals; each object names its own.
    expect(model).toMatch(/<base name="base" displaycolor="#[0-9A-F]{8}"\/>/);
    expect([...model.matchAll(/pid="1" pindex="(\d)"/g)].map(([, index]) => index)).toEqual(['0', '1']);
    // 3.4.3: what is not an item of the build is not made.
    expect(model.match(/<item objectid=/g)).toHaveLength(2);
  });
});

describe('the work sheet', () => {
  it('says what was settled and what was let pass, and its rule is as long as it says', async () => {
    const library = createLibrary(logoAssets(() => Promise.resolve(null)));
    const override: Override = {
      kind: 'contrast',
      about: { on: 'piece' },
      reason: 'Tried on an offcut.',
      at: '2026-11-25T10:00:00Z',
    };
    const sheet = async (job: Job): Promise<Uint8Array> => {
      const made = await makeFiles(
        job,
        { ...runJob(job), heldBackBy: [] },
        {
          revision: 3,
          formats: ['sheet'],
          library,
          binary: outputBinary,
          proof: 'good',
        },
      );
      if (!('files' in made)) throw new Error('held back');
      expect(made.files[0]!.name).toBe('berth-17_r3_60x40mm_black-anodised-aluminium_work-sheet.pdf');
      return made.files[0]!.bytes;
    };
    const plain = await sheet(plate);
    // Words are outlines; what is let pass takes room of its own.
    expect((await sheet({ ...plate, overrides: [override] })).length).toBeGreaterThan(plain.length + 1000);
    const text = Buffer.from(plain).toString('latin1');
    expect(text).not.toMatch(/\/Type \/Font/);
    // A4 in points: 595.28 x 841.89 (ISO 216: 210 x 297 mm).
    expect(text).toMatch(/\/MediaBox \[0 0 595\.27\d* 841\.88\d*\]/);
  });
});
