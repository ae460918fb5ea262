import { describe, expect, it } from '@jest/globals';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { encode } from 'fast-png';
import { withFirst } from '../../testing/findings';
import { openJobFile } from '../../node/carriedFiles';
import { cleanUpload, newLogo } from '../logo';
import { mostCodes } from './job';
import { jobFileKind, jobFileLimits, jobFileOf, readJobFile } from './jobFile';
import { parseJob } from './migrations';
import { newWords } from './newItems';
import { newJob } from './newJob';

const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const drawing = new TextEncoder().encode(
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path d="M0 0H10V10H0Z"/></svg>',
);
const picture = encode({ width: 2, height: 1, data: new Uint8Array([0, 255]), channels: 1 });
/** As an upload keeps them. */
const kept = (bytes: Uint8Array): Uint8Array => (cleanUpload(bytes) as { readonly bytes: Uint8Array }).bytes;
const [keptDrawing, keptPicture] = [kept(drawing), kept(picture)];

function carried(bytes: Uint8Array) {
  return {
    hash: hashOf(bytes),
    mediaType: 'image/png' as const,
    base64: Buffer.from(bytes).toString('base64'),
  };
}

const job = withFirst(newJob({ message: { kind: 'web', address: 'https://ternquay.example/berth/17' } }), {
  logo: newLogo({ kind: 'drawing', file: hashOf(keptDrawing), fileName: 'tern.svg' }),
});
const withPicture = {
  ...job,
  codes: job.codes.map((code) => ({
    ...code,
    style: {
      ...code.style,
      paint: {
        ...code.style.paint,
        ground: {
          kind: 'picture' as const,
          file: hashOf(keptPicture),
          fileName: 'pier.png',
          opacity: 0.4,
          fit: 'cover' as const,
        },
      },
    },
  })),
};
const uploads = new Map([keptDrawing, keptPicture].map((bytes) => [hashOf(bytes), bytes]));
const upload = (hash: string) => Promise.resolve(uploads.get(hash) ?? null);
const saved = (version: number): unknown =>
  JSON.parse(readFileSync(`src/core/job/savedFiles/version-${version}.json`, 'utf8'));

describe('a job file', () => {
  it('brings every drawing and picture that the job names, byte for byte', async () => {
    const made = await jobFileOf(withPicture, upload);
    const opened = openJobFile(JSON.parse(JSON.stringify('file' in made && made.file)));
    expect(opened).toMatchObject({ job: withPicture });
    const files = 'files' in opened ? opened.files : [];
    expect(files.map(({ hash, mediaType }) => [hash, mediaType]).sort()).toEqual(
      [
        [hashOf(keptDrawing), 'image/svg+xml'],
        [hashOf(keptPicture), 'image/png'],
      ].sort(),
    );
    for (const { hash, bytes } of files) expect(Buffer.from(bytes).equals(uploads.get(hash)!)).toBe(true);
  });

  it('is not made without a picture that the job names', async () => {
    expect(await jobFileOf(job, () => Promise.resolve(null))).toEqual({ missing: [hashOf(keptDrawing)] });
  });

  it('holds every file that the largest job can name', () => {
    const withItems = (count: number) => ({
      ...job,
      piece: {
        ...job.piece,
        items: Array.from({ length: count }, (_, index) => newWords(`words-${index + 1}`)),
      },
    });
    const mostItems = 60;
    expect(parseJob(withItems(mostItems))).toHaveProperty('job');
    expect(parseJob(withItems(mostItems + 1))).toHaveProperty('problems');
    // A code names a logo and a background, an item a picture.
    expect(jobFileLimits.files).toBeGreaterThanOrEqual(2 * mostCodes + mostItems);
  });

  it.each([1, 2])('of version %d is read, and what was read is read again as it is', (version) => {
    const read = readJobFile(saved(version));
    expect(read).toMatchObject({ document: { formatVersion: jobFileKind.newestVersion } });
    expect(readJobFile((read as { document: unknown }).document)).toEqual(read);
    expect(openJobFile(saved(version))).toMatchObject({
      job: { name: 'Berth 17' },
      files: version === 1 ? [] : [{ mediaType: 'image/svg+xml' }],
    });
  });

  it('of a newer program is refused with both versions, be it the file or the job in it', () => {
    const [file, inFile] = [
      readJobFile({ format: 'binarus-job-file', formatVersion: 9 }),
      { ...job, formatVersion: 99 },
    ];
    expect(file).toEqual({
      problems: ['formatVersion: this document is of version 9; this program reads up to 2.'],
    });
    const newerJob = { problems: [expect.stringContaining('of version 99')] };
    expect(readJobFile(inFile)).toEqual(newerJob);
    expect(readJobFile({ format: 'binarus-job-file', formatVersion: 2, job: inFile, files: [] })).toEqual(
      newerJob,
    );
  });

  it.each([
    null,
    7,
    'x',
    [],
    {},
    { format: 'binarus-job' },
    { format: 'binarus-job-file', formatVersion: 2, job, files: 1 },
  ])('is refused with the field named: %j', (value) => {
    expect(openJobFile(value)).toEqual({ problem: expect.stringMatching(/^This is not a job file\. .*: /) });
  });

  it('passes its pictures through the checks of an upload', () => {
    const fileWith = (bytes: Uint8Array, hash = hashOf(bytes)) =>
      openJobFile({
        format: 'binarus-job-file',
        formatVersion: 2,
        job,
        files: [{ ...carried(bytes), hash }],
      });
    expect(fileWith(keptDrawing)).toMatchObject({ job });
    // Another drawing under the name of the first.
    const other = new TextEncoder().encode(new TextDecoder().decode(keptDrawing).replace('V10', 'V9'));
    expect(fileWith(other, hashOf(keptDrawing))).toEqual({
      problem: expect.stringMatching(/^Picture 1 of 1 was changed .* not [0-9a-f]{12}…\.$/),
    });
    const hostile = new TextEncoder().encode(
      '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script><path d="M0 0H1V1Z"/></svg>',
    );
    expect(fileWith(hostile)).toEqual({ problem: expect.stringContaining('was changed') });
    expect(fileWith(new TextEncoder().encode('%PDF-1.7'))).toEqual({
      problem: expect.stringMatching(/^Picture 1 of 1: The file is/),
    });
  });
});
