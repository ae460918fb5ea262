/** Styles, logos and pictures on the command line. */
import { afterAll, describe, expect, it } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startShell } from '../testing/shell';

const { folder, binarus, jobFile, end } = startShell();
afterAll(end);

describe('styles and logos', () => {
  const tern = join(folder, 'tern.svg');
  writeFileSync(
    tern,
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><script>x()</script><circle cx="5" cy="5" r="4"/></svg>',
  );
  const plate = ['--url', 'ternquay.example/berth/17', '--material', 'birch-plywood', '--code-width', '40'];

  it('are listed with how readily each reader takes them', async () => {
    const { output } = await binarus('styles');
    expect(output.map(({ style }: { style: string }) => style)).toContain('rivet');
    expect(output[0]).toMatchObject({ style: 'plain', fitness: { verdict: 'safe', shots: 20 } });
  });

  it('are given by name, or as a document as the listing prints it', async () => {
    const { job } = await jobFile(...plate, '--style', 'rope');
    const [rope] = (await binarus('styles')).output.filter(
      ({ style }: { style: string }) => style === 'rope',
    );
    expect(job.codes[0]!.style).toEqual(rope.look.style);
    const path = join(folder, 'rope.json');
    writeFileSync(
      path,
      JSON.stringify({ format: 'binarus-style', formatVersion: 1, name: 'Rope', ...rope.look, files: [] }),
    );
    expect((await jobFile(...plate, '--style', path)).job.codes).toEqual(job.codes);
    await expect(binarus('job', ...plate, '--style', 'wool')).rejects.toThrow(/there is plain, tile/);
    await expect(binarus('job', ...plate, '--style', tern.replace('svg', 'json'))).rejects.toThrow(
      /cannot read/,
    );
  });

  it('come from a file beside the job, and reach the file that is made', async () => {
    const { path, job } = await jobFile(...plate, '--logo', tern, '--style', 'pebble');
    expect(job.codes[0]!.logo?.source).toMatchObject({ kind: 'drawing', fileName: 'tern.svg' });
    const { output, stops } = await binarus('limits', path);
    expect(output.findings.map(({ kind }: { kind: string }) => kind)).toContain('covered-patterns');
    expect(stops).toBe(false);
    const out = join(folder, 'with-logo');
    const { output: made } = await binarus('make', path, '--out', out, '--unproved');
    expect(readFileSync(join(out, made.files[0]), 'utf8')).not.toContain('script');
    // Without its file the job is held back, and says which file is missing.
    const elsewhere = await binarus('make', path, '--out', out, '--files', out);
    expect(elsewhere).toMatchObject({ stops: true, output: { heldBackBy: [{ kind: 'logo-missing' }] } });
    await expect(binarus('job', ...plate, '--logo', join(folder, 'no.svg'))).rejects.toThrow(/no\.svg/);
    // The job file brings it along: nothing else is needed where it is opened.
    const alone = join(folder, 'alone');
    const { output: whole } = await binarus('make', path, '--out', alone, '--formats', 'job', '--unproved');
    const again = await binarus(
      'make',
      join(alone, whole.files[0]),
      '--out',
      join(alone, 'again'),
      '--unproved',
    );
    expect(again.stops).toBe(false);
    expect(readFileSync(join(alone, 'again', again.output.files[0]))).toEqual(
      readFileSync(join(out, made.files[0])),
    );
  });

  it.each(['free-bits', 'half-tone', 'both'])('are drawn by modules, --picture-by %s', async (by) => {
    const sheet = [
      '--url',
      'ternquay.example/berth/17',
      '--material',
      'white-paper',
      '--machine',
      'ink-jet-600dpi',
    ];
    const size = ['--code-width', '70', '--symbol-version', '9'];
    const ring = join(folder, 'ring.svg');
    writeFileSync(
      ring,
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><circle cx="5" cy="5" r="4" fill="none" stroke="#123" stroke-width="0.8"/><path d="M2.5 5.5Q5 3 7.5 5.5" fill="none" stroke="#123"/></svg>',
    );
    const { path, job } = await jobFile(...sheet, ...size, '--picture', ring, '--picture-by', by);
    expect(job.codes[0]!.logo).toMatchObject({ by, source: { fileName: 'ring.svg' } });
    expect(job.codes[0]!.symbol.version).toBe(9);
    const { output, stops } = await binarus('limits', path);
    const kinds = output.findings.map(({ kind }: { kind: string }) => kind);
    expect(kinds.includes('picture-match')).toBe(by !== 'half-tone');
    expect(kinds.includes('half-tone')).toBe(by !== 'free-bits');
    expect(kinds).not.toContain('covered-patterns');
    expect(stops).toBe(false);
    const { output: proof } = await binarus('proof', path);
    expect(proof.verdict).toBe('good');
    await expect(binarus('job', ...sheet, '--picture', tern, '--picture-by', 'magic')).rejects.toThrow(
      /free-bits, half-tone, both/,
    );
    await expect(binarus('job', ...sheet, '--picture', tern, '--logo', tern)).rejects.toThrow(/not both/);
  });
});
