import { afterAll, describe, expect, it } from '@jest/globals';
import { findPair, pairs } from '../content';
import { valuesOf } from '../core/plan';
import { profileDocument } from '../wire';
import { somePairs } from '../testing/board';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { plainStyle, type Style } from '../core/artwork';
import { newJob, parseJob } from '../core/job';
import { withFirst } from '../testing/findings';
import { UsageError } from './command';
import { commands, helpOf } from './commands';
import { startShell } from '../testing/shell';

const { folder, binarus, jobFile, end } = startShell();
afterAll(end);

describe('binarus symbol', () => {
  it('prints version, level, mask, size and rows without a quiet zone', async () => {
    const { output, stops } = await binarus('symbol', '--text', '01234567', '--no-raise');
    expect(Object.keys(output)).toEqual(['version', 'ecc', 'mask', 'size', 'rows']);
    expect(output).toMatchObject({ version: 1, ecc: 'M', mask: 2, size: 21 });
    // ISO/IEC 18004:2015, Annex I, first row of the worked example.
    expect(output.rows[0]).toBe('111111100101101111111');
    expect(output.rows).toHaveLength(21);
    expect(stops).toBe(false);
  });

  it('takes level, version and mask, and raises the level only when allowed', async () => {
    const forced = await binarus(
      'symbol',
      '--text',
      'abc',
      '--ecc',
      'L',
      '--version',
      '4',
      '--mask',
      '6',
      '--no-raise',
    );
    expect(forced.output).toMatchObject({ version: 4, ecc: 'L', mask: 6 });
    expect((await binarus('symbol', '--text', 'abc')).output.ecc).toBe('H');
  });

  it('stops for a text that fits nowhere and for an empty one', async () => {
    expect(await binarus('symbol', '--text', 'q'.repeat(3000))).toMatchObject({ stops: true });
    expect(await binarus('symbol', '--text', '')).toMatchObject({ stops: true });
  });

  it.each([
    [['--text', 'a', '--version', '41']],
    [['--text', 'a', '--mask', '8']],
    [['--text', 'a', '--ecc', 'X']],
    [[]],
  ])('refuses %p', async (args) => {
    await expect(binarus('symbol', ...args)).rejects.toThrow(UsageError);
  });
});

describe('binarus job', () => {
  it('prints a valid document with defaults for the rest', async () => {
    const { job } = await jobFile(
      '--url',
      'ternquay.example/berth/17',
      '--piece',
      '60x40',
      '--code-width',
      '25',
    );
    expect(parseJob(job)).toEqual({ job });
    expect(job).toMatchObject({
      piece: { widthMm: 60, heightMm: 40 },
      codes: [{ placement: { widthMm: 25, xMm: 'middle' } }],
    });
  });

  it('begins with a template, and changes what is given beside it', async () => {
    const { output } = await binarus('templates');
    expect(output).toHaveLength(12);
    for (const { job } of output) expect(parseJob(job)).toEqual({ job });
    const sign = await binarus(
      'job',
      '--template',
      'standing-sign',
      '--name',
      'Quay sign',
      '--url',
      'ternquay.example/quay',
    );
    expect(sign.output).toMatchObject({
      name: 'Quay sign',
      codes: [{ message: { kind: 'web', address: 'ternquay.example/quay' } }],
      piece: { outline: { kind: 'arch' }, stand: { steps: 3 } },
    });
    await expect(binarus('job', '--template', 'anvil')).rejects.toThrow(
      /there is no template “anvil”; there is plate, tag/,
    );
    await expect(binarus('job', '--template', 'tag', '--piece', '50x50')).rejects.toThrow(
      /brings its own sizes/,
    );
  });

  it('makes the files of a template: the sign and its base', async () => {
    const { path } = await jobFile('--template', 'standing-sign');
    const out = join(folder, 'sign');
    const { output } = await binarus('make', path, '--out', out, '--unproved');
    expect(output.files).toEqual([
      'standing-wi-fi-sign_110x160mm_clear-acrylic-dark-ground_mirrored.svg',
      'standing-wi-fi-sign_110x160mm_clear-acrylic-dark-ground_base.svg',
    ]);
    const svg = readFileSync(join(out, output.files[0]), 'utf8');
    // Words are outlines: no text, no fonts.
    expect(svg).not.toMatch(/<text|font/);
    expect(svg).toContain('data-label="words “SLIPWAY WI-FI”"');
  });

  it('takes every pair that binarus materials lists, and refuses others', async () => {
    const { output } = await binarus('materials');
    expect(output.map(({ profile }: { profile: string }) => profile)).toEqual(
      pairs.map(({ profile }) => profile),
    );
    const isAmongSome = ({ profile }: { profile: string }): boolean =>
      somePairs.some((pair) => pair.profile === profile);
    for (const { material, machine, valuesFrom } of output.filter(isAmongSome)) {
      expect(valuesFrom.tag).toBe('cp');
      const { path } = await jobFile('--text', 'Berth 17', '--material', material, '--machine', machine);
      expect((await binarus('limits', path)).stops).toBe(false);
    }
    await expect(binarus('job', '--text', 'x', '--material', 'cheese')).rejects.toThrow(/Known pairs/);
    await expect(binarus('job')).rejects.toThrow(/either --url, --text or --message/);
    await expect(binarus('job', '--text', 'x', '--piece', '60')).rejects.toThrow(/60x40/);
  });
});

describe('messages of any kind', () => {
  const messageFile = (message: object): string => {
    const path = join(folder, `${Math.random()}.message.json`);
    writeFileSync(path, JSON.stringify(message));
    return path;
  };

  it('go from a file into a job, and its symbol holds the payload', async () => {
    const message = { kind: 'wifi', network: 'Ternquay Slipway', password: 'low water' };
    const { path, job } = await jobFile('--message', messageFile(message));
    expect(job.codes[0]!.message).toEqual({ ...message, security: 'wpa', hidden: false });
    const { output } = await binarus('symbol', '--job', path);
    const payload = 'WIFI:T:WPA;S:Ternquay Slipway;P:low water;;';
    expect(output).toEqual((await binarus('symbol', '--text', payload)).output);
    expect((await binarus('read-payload', '--text', payload)).output).toEqual(job.codes[0]!.message);
  });

  it('are listed with their JSON Schema', async () => {
    const { output } = await binarus('kinds');
    expect(output.map(({ kind }: { kind: string }) => kind)).toContain('payment');
    expect(output[0].schema).toMatchObject({ type: 'object', properties: { kind: { const: 'web' } } });
  });

  it('are refused with the field named', async () => {
    await expect(binarus('job', '--message', messageFile({ kind: 'parcel' }))).rejects.toThrow(
      /there is web, text/,
    );
    const wrong = messageFile({ kind: 'wifi', ssid: 'x' });
    await expect(binarus('job', '--message', wrong)).rejects.toThrow(/ssid/);
    await expect(binarus('symbol', '--job', wrong, '--text', 'x')).rejects.toThrow(/leave out --text/);
  });
});

describe('binarus limits, make and proof', () => {
  it('writes files and prints their names', async () => {
    const { path } = await jobFile('--url', 'https://ternquay.example', '--material', 'birch-plywood');
    const out = join(folder, 'out');
    const { output } = await binarus('make', path, '--out', out, '--formats', 'svg');
    expect(readdirSync(out)).toEqual(output.files);
    expect(readFileSync(join(out, output.files[0]), 'utf8')).toContain('<g id="mark"');
  });

  it('refuses on a stop and writes nothing', async () => {
    const { path } = await jobFile('--url', 'https://ternquay.example', '--code-width', '5');
    expect(await binarus('limits', path)).toMatchObject({ stops: true, output: { severity: 'stop' } });
    const out = join(folder, 'none');
    expect(await binarus('make', path, '--out', out)).toMatchObject({ stops: true, output: { files: [] } });
    expect(() => readdirSync(out)).toThrow();
  });

  it('holds back what the quick proof fails, which a reason lets pass, and --unproved does not ask it', async () => {
    const round = { ...plainStyle.finders[0], ring: { ...plainStyle.finders[0].ring, cornerModules: 3.5 } };
    const style = {
      ...plainStyle,
      finders: [round, round, round],
      modules: { ...plainStyle.modules, join: 'none', cornerSize: 0.5, fill: 0.8 },
    } as Style;
    const sticker = withFirst(
      newJob({ message: { kind: 'web', address: 'https://ternquay.example/berth/17' }, codeWidthMm: 30 }),
      { style },
    );
    const path = join(folder, 'round.json');
    writeFileSync(path, JSON.stringify(sticker));
    const held = { stops: true, output: { files: [], heldBackBy: [{ kind: 'quick-proof' }] } };
    expect(await binarus('make', path, '--out', folder)).toMatchObject(held);
    expect(await binarus('make', path, '--out', folder, '--unproved')).toMatchObject({ stops: false });
    const override = {
      kind: 'quick-proof',
      about: { on: 'piece' },
      reason: 'A test piece.',
      at: '2026-11-26T10:00:00Z',
    };
    writeFileSync(path, JSON.stringify({ ...sticker, overrides: [override] }));
    expect(await binarus('make', path, '--out', folder)).toMatchObject({ stops: false });
  });

  it('proves reader by reader', async () => {
    const { path } = await jobFile(
      '--url',
      'https://ternquay.example',
      '--material',
      'black-anodised-aluminium',
    );
    const { output, stops } = await binarus('proof', path);
    expect(output).toMatchObject({ verdict: 'good', shots: 20 });
    expect(output.readers).toHaveLength(4);
    expect(stops).toBe(false);
  });

  it('proves in a scene, and maps how far it holds', async () => {
    const { path } = await jobFile('--url', 'https://ternquay.example', '--material', 'white-vinyl');
    const dim = await binarus('proof', path, '--scene', 'dim-hall', '--camera', 'old-phone');
    expect(dim.output).toMatchObject({ scene: 'dim-hall', camera: 'old-phone', seed: 17 });
    expect(dim.output.verdict).not.toBe('good');
    const { output } = await binarus('proof', path, '--map', 'tilt');
    const { tilt } = output.maps;
    expect(tilt.cells).toHaveLength(tilt.columns.length * tilt.rows.length);
    expect(tilt.reads).toMatchObject({ rows: [0, expect.any(Number)], isFinal: true });
    expect(tilt.reads.from).toBeLessThanOrEqual(0.25);
    expect(tilt.weakest.lacks).toBeTruthy();
    await expect(binarus('proof', path, '--map', 'moon')).rejects.toThrow(/there is tilt, light, size/);
    await expect(binarus('proof', path, '--scene', 'moon')).rejects.toThrow(/--scene is one of room/);
  });

  it('refuses what is no job file, and formats that it does not know', async () => {
    const path = join(folder, 'broken.json');
    writeFileSync(path, '{"format":"binarus-job"}');
    await expect(binarus('limits', path)).rejects.toThrow(/not a job file/);
    await expect(binarus('limits', join(folder, 'missing.json'))).rejects.toThrow(/cannot read/);
    const { path: good } = await jobFile('--text', 'x');
    await expect(binarus('make', good, '--out', folder, '--formats', 'slt')).rejects.toThrow(/there is svg/);
  });
});

describe('help', () => {
  it('tells of every option of every command and of all that it may be, with an example that begins with the program', async () => {
    for (const [name, command] of commands) {
      const help = await helpOf(command);
      expect(help).toContain(`example: binarus ${name}`);
      for (const [option, { choices }] of Object.entries(command.options)) {
        expect(help).toContain(`--${option}`);
        const ids = (await choices?.()) ?? [];
        if (choices !== undefined) expect([option, ids.length]).not.toEqual([option, 0]);
        for (const id of ids) expect(help).toContain(id);
      }
    }
  });

  it('names in its line of usage the options that there are, and no others', () => {
    for (const [name, { synopsis, options }] of commands) {
      const named = new Set([...synopsis.matchAll(/--([a-z-]+)/g)].map(([, option]) => option));
      expect([name, ...[...named].sort()]).toEqual([name, ...Object.keys(options).sort()]);
    }
  });

  it('knows no commands that are only inherited', () => {
    for (const name of ['constructor', 'toString', '__proto__']) expect(commands.get(name)).toBeUndefined();
  });
});

describe('binarus fit and binarus machines', () => {
  it('print which widths satisfy which limit, and the best of them', async () => {
    const { path } = await jobFile('--text', 'Berth 17', '--material', 'birch-plywood', '--piece', '60x40');
    const { output, stops } = await binarus('fit', path);
    const [code] = output;
    expect(stops).toBe(false);
    expect(code).toMatchObject({ code: 'code-1', between: ['module-size', 'quiet-zone'] });
    // Version 1 has 21 modules, of at least 0.75 mm; with 29 of them and the quiet zone it fills 40 mm.
    expect(code.band).toEqual({ fromMm: expect.closeTo(15.75, 6), toMm: expect.closeTo((40 * 21) / 29, 4) });
    expect(code.bestMm).toBeCloseTo(Math.sqrt(15.75 * ((40 * 21) / 29)), 1);
    expect(code.ranges[0]).toMatchObject({ kind: 'module-size', label: 'module ≥ 0.75 mm', toMm: null });
    // On 12 mm no width satisfies both.
    const small = await jobFile('--text', 'Berth 17', '--material', 'birch-plywood', '--piece', '12x12');
    expect(await binarus('fit', small.path)).toMatchObject({
      stops: true,
      output: [{ bestMm: null, band: null }],
    });
  });

  it('print complete changes that keep what has to stay, each read', async () => {
    const small = await jobFile('--text', 'Berth 17', '--material', 'birch-plywood', '--piece', '16x16');
    const { output, stops } = await binarus('fit', small.path, '--keep', 'message, machine');
    expect(stops).toBe(false);
    expect(output.keep).toEqual(['message', 'machine']);
    expect(output.ways.length).toBeGreaterThan(0);
    for (const { steps, touches, severity, reads } of output.ways) {
      expect(steps.length).toBeGreaterThan(0);
      expect(touches).not.toContain('message');
      expect(touches).not.toContain('machine');
      expect(severity).not.toBe('stop');
      expect(reads).not.toBe('stop');
    }
    const all = ['--keep', 'size,message,style,distance,machine', '--unproved'];
    expect(await binarus('fit', small.path, ...all)).toMatchObject({ stops: true, output: { ways: [] } });
    await expect(binarus('fit', small.path, '--keep', 'colour')).rejects.toThrow(/there is size, message/);
  });

  it('take a profile of the owner from a file', async () => {
    const pair = valuesOf(findPair('birch-plywood', 'co2-laser')!);
    const profile = { ...pair, profile: 'own', process: { ...pair.process, floorMm: 1.25 } };
    const path = join(folder, 'own.json');
    writeFileSync(
      path,
      JSON.stringify(profileDocument({ name: 'Oak', note: '', basedOn: 'x', pair: profile })),
    );
    const { output } = await binarus('job', '--text', 'Berth 17', '--profile', path);
    expect(output.making.pair).toMatchObject({ profile: 'own', process: { floorMm: 1.25 } });
    await expect(binarus('job', '--text', 'x', '--profile', path, '--material', 'cork')).rejects.toThrow(
      /leave out --material/,
    );
    writeFileSync(path, '{"format": "binarus-profile"}');
    await expect(binarus('job', '--text', 'x', '--profile', path)).rejects.toThrow(/is not a profile/);
  });

  it('list every machine with what it does', async () => {
    const { output } = await binarus('machines');
    expect(output).toHaveLength(20);
    for (const { id, onFamilies } of output) expect([id, onFamilies.length > 0]).toEqual([id, true]);
  });
});
