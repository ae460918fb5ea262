/** Each kind of document opens what every version of the program wrote: samples written by the program of their time, or of today. */
import { describe, expect, it } from '@jest/globals';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { jobKind } from '../core/job';
import { startingPair } from '../core/plan';
import { seriesKind, type SeriesDocument } from '../core/series';
import { documentKinds, type DocumentKindId } from '.';

const folders: Partial<Record<DocumentKindId, string>> = {
  job: 'src/core/job/saved',
  template: 'src/core/job/saved',
};
const kinds = Object.keys(documentKinds) as DocumentKindId[];
const folderOf = (kind: DocumentKindId): string => folders[kind] ?? join('src/wire/saved', kind);
const samplesOf = (kind: DocumentKindId): string[] =>
  existsSync(folderOf(kind)) ? readdirSync(folderOf(kind)) : [];
const read = (kind: DocumentKindId, name: string) =>
  documentKinds[kind].readText(readFileSync(join(folderOf(kind), name), 'utf8'));

describe.each(kinds)('a document of the kind %s', (kind) => {
  it('has a sample of every version', () => {
    const { newestVersion } = documentKinds[kind];
    const versions = samplesOf(kind)
      .flatMap((name) => /^version-(\d+)\.json$/.exec(name)?.[1] ?? [])
      .map(Number);
    // Today's job is the one that all other tests make.
    const needed = kind === 'job' || kind === 'template' ? newestVersion - 1 : newestVersion;
    expect(versions.sort((a, b) => a - b)).toEqual(Array.from({ length: needed }, (_, index) => index + 1));
  });

  it.each(samplesOf(kind))('is read from %s, and what was read is read again as it is', (name) => {
    const first = read(kind, name);
    expect(first).toHaveProperty('document');
    const again = documentKinds[kind].read((first as { document: unknown }).document);
    expect(again).toEqual(first);
  });

  it('of a newer program is refused with both versions, and what is none with the field', () => {
    const kinds = documentKinds[kind];
    expect(kinds.read({ formatVersion: 99 })).toEqual({
      problems: [
        `formatVersion: this document is of version 99; this program reads up to ${kinds.newestVersion}.`,
      ],
    });
    expect(kinds.read({ formatVersion: kinds.newestVersion })).toHaveProperty('problems.0');
    for (const nothing of [null, 7, 'x', [], { formatVersion: '1' }])
      expect(kinds.read(nothing)).toHaveProperty('problems.0');
    expect(kinds.readText('{')).toEqual({ problems: ['document: it is not JSON.'] });
  });
});

it('sheets and series of version 1 say the same today', () => {
  const savedAndRead = (kind: 'sheet' | 'series') => {
    const before = JSON.parse(readFileSync(join(folderOf(kind), 'version-1.json'), 'utf8')) as Record<
      string,
      unknown
    >;
    return [
      before,
      (read(kind, 'version-1.json') as { document: Record<string, unknown> }).document,
    ] as const;
  };
  const [sheet, sheetNow] = savedAndRead('sheet');
  expect(sheetNow).toEqual({
    ...sheet,
    formatVersion: 2,
    marks: { ...(sheet.marks as object), square: false, name: false },
  });
  const [series, seriesNow] = savedAndRead('series');
  expect(seriesNow).toEqual({ ...series, formatVersion: 3, pictures: [], fixes: [], leftOut: [] });
});

it('words of older documents are ids today, wherever they stand', () => {
  const saved = (name: string): string => readFileSync(name, 'utf8');
  const job = jobKind.readText(saved('src/core/job/saved/version-12.json'));
  expect(job).toMatchObject({
    document: {
      making: { pair: { material: { family: 'coated-metal' } } },
      piece: { holes: [{ pattern: 'two-across' }] },
    },
  });
  expect(read('profile', 'version-1.json')).toMatchObject({
    document: { material: { family: 'thermal-paper' } },
  });
  const { document: today } = read('series', 'version-3.json') as { document: SeriesDocument };
  const pair = (family: string) => ({ ...startingPair, material: { ...startingPair.material, family } });
  const fixesOf = (pattern: string, family: string) => [
    {
      row: null,
      changes: [
        { on: 'hole', id: 'holes', set: { pattern } },
        { on: 'making', set: { pair: pair(family) } },
        { on: 'making', set: { mirrored: true } },
      ],
    },
  ];
  const before = {
    ...today,
    formatVersion: 2,
    match: today.match.map(({ target, text }) => ({
      target: { ...target, on: target.on.replace('-', ' ') },
      text,
    })),
    fixes: fixesOf('two across', 'bare metal'),
  };
  expect(seriesKind.read(before)).toEqual({
    document: { ...today, fixes: fixesOf('two-across', 'bare-metal') },
  });
});
