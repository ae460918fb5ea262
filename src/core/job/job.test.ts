import { withValue } from '../plan';
import { describe, expect, it } from '@jest/globals';
import { reflectanceOfHex } from '../colour';
import { readFileSync } from 'node:fs';
import { withFirst } from '../../testing/findings';
import { plainStyle } from '../artwork';
import { emptyMessage, writeMessage } from '../message';
import { plainPiece } from '../piece';
import { pairs } from '../../content';
import { runJob } from '../run';
import { applyChanges, sampleItems, withPieceOf, withSampleWords } from './changes';
import type { Job } from './job';
import { anyJobSchema, parseJob } from './migrations';
import { itemsOf } from './newItems';
import { newJob } from './newJob';
import { textFields } from './textFields';
import { shownTitle, titleOf } from './titles';

const job = newJob({ message: { kind: 'web', address: 'ternquay.example' } });

/** As the program of that time wrote it. */
const savedDocument = (version: string): unknown =>
  JSON.parse(readFileSync(`src/core/job/saved/version-${version}.json`, 'utf8'));

describe('a job document', () => {
  it('comes back from JSON as it was', () => {
    expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual({ job });
  });

  it('is refused with the field named', () => {
    const broken = { ...job, piece: { ...job.piece, widthMm: -3 }, extra: 1 };
    const parsed = parseJob(broken);
    expect('problems' in parsed && parsed.problems.join('\n')).toMatch(/piece\.widthMm: .*\n.*extra/);
    expect(parseJob('x')).toHaveProperty('problems');
  });

  it('of a newer program is refused with both versions', () => {
    const parsed = parseJob({ ...job, formatVersion: 99 });
    expect(parsed).toEqual({
      problems: ['formatVersion: this document is of version 99; this program reads up to 13.'],
    });
  });

  it('with two codes, items or holes of one id is refused', () => {
    const [code] = job.codes;
    const parsed = parseJob({ ...job, codes: [code, code] });
    expect(parsed).toEqual({ problems: ['codes, items: Two of these have the same id.'] });
  });

  it.each(['1', '2', '3', '4', '5', '6', '7', '8', '9', '10', '11', '12'])(
    'saved in format version %s is read, and runs',
    (version) => {
      const parsed = parseJob(savedDocument(version));
      expect(parsed).toHaveProperty('job');
      const { job: read } = parsed as { job: Job };
      expect(read.formatVersion).toBe(13);
      expect(read.making.pair.process.powerShare).toBeNull();
      expect(runJob(read).made).not.toBeNull();
      // Which words came with a template nobody knew then.
      expect(sampleItems(read)).toEqual([]);
      const named = (name: string) => ({ ...(savedDocument(version) as object), name });
      expect(anyJobSchema.safeParse(named('q'.repeat(121))).success).toBe(false);
      // What a program of that time called a job without a name; later ones left it empty.
      expect(anyJobSchema.parse(named('New job')).name).toBe(Number(version) >= 6 ? 'New job' : '');
      expect(anyJobSchema.parse(named('Berth 17')).name).toBe('Berth 17');
    },
  );

  it('of version 7 is not stopped by the bed or the shift of a machine, of which nothing was known', () => {
    const saved = savedDocument('7') as { piece: object };
    const { job: read } = parseJob({
      ...saved,
      piece: { ...saved.piece, widthMm: 900, heightMm: 1200 },
      making: { material: 'white-vinyl', machine: 'ink-jet-600dpi', reversed: false, mirrored: false },
    }) as { job: Job };
    const found = runJob(read).findings.filter(({ kind }) => kind === 'bed' || kind === 'quiet-zone-shift');
    expect(found.length).toBeGreaterThan(1);
    expect(
      found.map(({ kind, severity }) => `${kind} ${severity}`).filter((line) => line.startsWith('bed')),
    ).toEqual(['bed fine']);
    expect(read.making.pair.machine).toMatchObject({ shiftXMm: 0, shiftYMm: 0 });
    // A pair that nobody knew is refused in words, not replaced by another.
    const unknown = {
      ...saved,
      making: { material: 'cheese', machine: 'press', reversed: false, mirrored: false },
    };
    expect(parseJob(unknown)).toMatchObject({ problems: [expect.stringContaining('making.pair')] });
  });

  it('of the first format gets an empty note and the plain style', () => {
    expect(parseJob(savedDocument('1'))).toMatchObject({
      job: {
        note: '',
        codes: [{ id: 'code-1', logo: null, style: plainStyle, placement: { xMm: 'middle', yMm: 'middle' } }],
      },
    });
  });

  it('of version 3 keeps its corners and the place of its code', () => {
    const third = savedDocument('3') as { piece: object };
    const parsed = parseJob({
      ...third,
      piece: { ...third.piece, cornerRadiusMm: 3, codeWidthMm: 20, codePlace: { xMm: 2, yMm: 4.5 } },
    });
    expect(parsed).toMatchObject({
      job: {
        piece: plainPiece(60, 40, 3),
        codes: [{ placement: { widthMm: 20, xMm: 2, yMm: 4.5, turnDegrees: 0 } }],
      },
    });
  });

  it('of version 4 gets its codes as one list, its frames and overrides by their ids', () => {
    const { job: read } = parseJob(savedDocument('4')) as { job: Job };
    expect(read.codes.map(({ id, message }) => [id, writeMessage(message)])).toEqual([
      ['code-1', 'https://ternquay.example/crane/log'],
      ['code-2', 'https://ternquay.example/crane/how'],
    ]);
    expect(read.codes.map(({ placement }) => placement.xMm)).toEqual([14, 107]);
    expect(read.piece.items.find(({ kind }) => kind === 'frame')).toMatchObject({ around: 'code-2' });
    expect(read.overrides.map(({ kind, about }) => [kind, about])).toEqual([
      ['module-size', { on: 'code', id: 'code-2' }],
      ['piece-inside', { on: 'piece' }],
      ['quiet-zone', { on: 'code', id: 'code-1' }],
    ]);
    // two items had one id.
    expect(new Set(read.piece.items.map(({ id }) => id)).size).toBe(read.piece.items.length);
  });

  it('takes the changes of a fix, and the schema refuses those that break it', () => {
    const wide = (widthMm: unknown) =>
      applyChanges(job, [{ on: 'code', id: 'code-1', part: 'placement', set: { widthMm } }]);
    expect(wide(12).codes[0]!.placement.widthMm).toBe(12);
    expect(parseJob(wide('wide'))).toHaveProperty('problems');
  });
});

describe('what a job is called', () => {
  const called = (name: string, address: string) => newJob({ name, message: { kind: 'web', address } });
  it('is its name, else the host of its address or the first words of its message', () => {
    expect(titleOf(called('Berth 17', 'ternquay.example'))).toBe('Berth 17');
    expect(titleOf(called('', 'https://www.ternquay.example/berth/17'))).toBe('ternquay.example');
    const text = newJob({
      message: { kind: 'text', text: '  Mind the step.\nIt is slippery at low water, and steep. ' },
    });
    expect(titleOf(text)).toBe('Mind the step. It is slippery at low wat');
    // What a message is about, and never the password in it.
    const titled = (message: Job['codes'][0]['message']): string =>
      titleOf({ name: '', codes: [{ ...called('', '').codes[0]!, message }] });
    expect(
      titled({
        kind: 'wifi',
        network: 'Ternquay Quay',
        password: 'low water 17',
        security: 'wpa',
        hidden: false,
      }),
    ).toBe('Ternquay Quay');
    expect(titled({ ...emptyMessage('event'), title: 'Regatta' } as Job['codes'][0]['message'])).toBe(
      'Regatta',
    );
    expect(titled(emptyMessage('contact'))).toBe('');
  });

  it('is nothing without either: words stay empty, lists have a stand-in', () => {
    expect([titleOf(called('', '')), shownTitle(called('', ''))]).toEqual(['', 'New job']);
    expect(textFields(called('', '')).title).toBe('');
    expect(textFields(called('', 'ternquay.example')).title).toBe('ternquay.example');
  });
});

describe('the settings of a symbol', () => {
  // ISO/IEC 18004:2015, 5.1 and 7.8.2: versions 1 to 40, masks 0 to 7.
  it.each([
    [{ version: 40, mask: 7 }, true],
    [{ version: 1, mask: 0 }, true],
    [{ version: 41 }, false],
    [{ version: 0 }, false],
    [{ version: 2.5 }, false],
    [{ mask: 8 }, false],
    [{ mask: -1 }, false],
    [{ level: 'X' }, false],
  ])('%j: %p', (set, isValid) => {
    const job = newJob({ message: { kind: 'text', text: 'tide' } });
    const [code] = job.codes;
    const changed = { ...job, codes: [{ ...code!, symbol: { ...code!.symbol, ...set } }] };
    expect('job' in parseJob(changed)).toBe(isValid);
  });
});

describe('a new job', () => {
  it.each(pairs)(
    'on $material.name is fine from the start, with no stop and no caution but contrast',
    (pair) => {
      const start = newJob({ message: { kind: 'web', address: 'https://ternquay.example/berth/17' }, pair });
      // ISO/IEC 15415: symbol contrast is the difference of the reflectances.
      const contrast = Math.abs(
        // On clear film white lies under the code.
        reflectanceOfHex(pair.material.family === 'clear-film' ? '#FFFFFF' : pair.material.baseColour) -
          reflectanceOfHex(pair.markColour),
      );
      const notFine = runJob(start).findings.filter(({ severity }) => severity !== 'fine');
      const kinds = notFine.map(({ kind }) => kind);
      expect(kinds.filter((kind) => kind !== 'contrast-luma')).toEqual(contrast < 0.4 ? ['contrast'] : []);
    },
  );

  it('starts clean: no override, no leftover, an empty message stops', () => {
    const empty = newJob({ name: 'New job', message: { kind: 'web', address: '' } });
    expect(empty.overrides).toEqual([]);
    expect(runJob(empty)).toMatchObject({ made: null, heldBackBy: [{ kind: 'message-empty' }] });
  });
});

describe('runJob', () => {
  it('takes symbol and artwork over when only the piece changed', () => {
    const first = runJob(job);
    const wider = runJob({ ...job, piece: { ...job.piece, widthMm: 90 } }, first);
    expect(wider.codes[0]!.symbol).toBe(first.codes[0]!.symbol);
    expect(wider.codes[0]!.artwork).toBe(first.codes[0]!.artwork);
    const other = runJob(withFirst(job, { message: { kind: 'web', address: 'x.example' } }), wider);
    expect(other.codes[0]!.artwork).not.toBe(first.codes[0]!.artwork);
  });

  it('uses the values that the job was made with, whatever a profile says today', () => {
    const { pair } = job.making;
    const coarse = { ...job, making: { ...job.making, pair: withValue(pair, 'floorMm', 3) } };
    expect(runJob(coarse).heldBackBy.map(({ kind }) => kind)).toEqual(['module-size']);
    expect(parseJob(coarse)).toEqual({ job: coarse });
  });
});

describe('words of a template', () => {
  const template: Job = {
    ...job,
    piece: {
      ...job.piece,
      items: itemsOf([
        { kind: 'words', text: 'Berth 17' },
        { kind: 'words', text: '{host}' },
        { kind: 'frame', shape: 'sides', text: ' | ' },
        { kind: 'frame', text: 'SCAN ME' },
        { kind: 'border' },
      ]),
    },
  };

  it('are marked, but for what the job itself fills in, and stay marked on the piece that takes them', () => {
    const taken = withPieceOf(job, withSampleWords(template), job.codes[0]!.message);
    expect(sampleItems(taken).map(({ text }) => text)).toEqual(['Berth 17', 'SCAN ME']);
    expect(sampleItems(template)).toEqual([]);
    expect(parseJob(taken)).toHaveProperty('job');
  });
});
