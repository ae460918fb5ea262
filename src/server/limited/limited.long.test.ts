/** Work in child processes ends by what it uses, never by the clock; whatever becomes of it is told, and the next is done. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ts from 'typescript';
import { LimitedProcess, OutOfMemory, TooMuchWork, WorkStopped } from './index';

const folder = mkdtempSync(join(tmpdir(), 'binarus-limited-'));
const works: LimitedProcess[] = [];
let work: LimitedProcess;

/** A file of this room for Node as it is. */
function plain(name: string): string {
  const source = readFileSync(new URL(`./${name}.ts`, import.meta.url), 'utf8');
  const { outputText } = ts.transpileModule(source, {
    compilerOptions: {
      module: ts.ModuleKind.ESNext,
      target: ts.ScriptTarget.ES2022,
      verbatimModuleSyntax: true,
    },
  });
  const path = join(folder, `${name}.mjs`);
  writeFileSync(path, outputText);
  return path;
}

beforeAll(() => {
  const child = plain('child');
  plain('workThread');
  const thread = join(folder, 'thread.mjs');
  writeFileSync(
    thread,
    `import { answerWork } from './workThread.mjs';
    const burn = (seconds) => {
      const before = process.cpuUsage();
      for (let used = 0; used < seconds; ) {
        const { user, system } = process.cpuUsage(before);
        used = (user + system) / 1e6;
      }
      return 'burnt';
    };
    answerWork({
      forEver: () => { for (;;); },
      burn,
      sleep: (ms) => new Promise((resolve) => setTimeout(() => resolve('slept'), ms)),
      fill: () => { const all = []; for (;;) all.push(new Array(1e5).fill(all.length)); },
      fail: () => { throw Object.assign(new Error('The disk is full'), { code: 'ENOSPC' }); },
      end: () => process.exit(3),
      notes: async (count, tell) => {
        const answers = [];
        for (let at = 0; at < count; at++) answers.push(await tell(at));
        return answers;
      },
      bytes: (bytes) => bytes.map((byte) => byte + 1),
    });`,
  );
  work = new LimitedProcess(child, thread, 64);
  works.push(work);
});
afterAll(async () => {
  await Promise.all(works.map((work) => work.close()));
  rmSync(folder, { recursive: true });
});

const run = (name: string, args: readonly unknown[] = [], seconds: number | null = 1): Promise<unknown> =>
  work.run(name, args, { what: 'This work', processorSeconds: seconds });

describe('work in a child process', () => {
  it('ends by its processor time, which is told with what is allowed; the next is done', async () => {
    await expect(run('forEver', [], 0.3)).rejects.toBeInstanceOf(TooMuchWork);
    await expect(run('forEver', [], 0.3)).rejects.toThrow(
      'This work takes more than 0.3 s of processor time, the most that is allowed. Trying again does not help',
    );
    expect(await run('bytes', [new Uint8Array([1, 2])])).toEqual(new Uint8Array([2, 3]));
  });

  it('may wait as long as it likes: the clock ends nothing', async () => {
    expect(await run('sleep', [1500], 0.3)).toBe('slept');
  });

  it('has the same verdict on a busy machine as on an idle one', async () => {
    const others = Array.from({ length: 4 }, () =>
      spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' }),
    );
    try {
      expect(await run('burn', [0.4], 2)).toBe('burnt');
      await expect(run('burn', [4], 1)).rejects.toBeInstanceOf(TooMuchWork);
    } finally {
      for (const other of others) other.kill('SIGKILL');
    }
  });

  it('ends by its memory, and the next is done', async () => {
    await expect(run('fill', [], null)).rejects.toBeInstanceOf(OutOfMemory);
    await expect(run('fill', [], null)).rejects.toThrow('needs more than 64 MB of memory');
    expect(await run('sleep', [1])).toBe('slept');
  });

  it('tells what went wrong with its code, and what it was that is not there', async () => {
    await expect(run('fail')).rejects.toMatchObject({ message: 'The disk is full', code: 'ENOSPC' });
    await expect(run('nothing')).rejects.toThrow('There is no work called “nothing”.');
  });

  it('tells how far it is, waits for each answer, and can be stopped between', async () => {
    const noted: unknown[] = [];
    const asked = { what: 'This work', processorSeconds: 5 };
    const onNote = (note: unknown): number => Number(noted.push(note)) * 10;
    expect(await work.run('notes', [3], { ...asked, onNote })).toEqual([10, 20, 30]);
    expect(noted).toEqual([0, 1, 2]);
    const stop = new AbortController();
    const endless = work.run('notes', [1e9], { ...asked, signal: stop.signal, onNote: () => stop.abort() });
    await expect(endless).rejects.toBeInstanceOf(WorkStopped);
    // Who listens can refuse, too.
    const refused = work.run('notes', [2], {
      ...asked,
      onNote: () => Promise.reject(new Error('the disk is full')),
    });
    await expect(refused).rejects.toThrow('the disk is full');
    expect(await run('sleep', [1])).toBe('slept');
  });

  it('that ends under it is told, and can be tried again', async () => {
    await expect(run('end')).rejects.toThrow(/its process ended|Trying again may help/);
    expect(await run('sleep', [1])).toBe('slept');
  });

  it('waits in a queue, and is refused once it is closed', async () => {
    expect(await Promise.all([run('sleep', [30]), run('burn', [0.01])])).toEqual(['slept', 'burnt']);
    await work.close();
    await expect(run('sleep', [1])).rejects.toBeInstanceOf(WorkStopped);
  });
});
