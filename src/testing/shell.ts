/** For tests: the command line in a folder of its own. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { commands } from '../cli/commands';
import type { Job } from '../core/job';

export interface Shell {
  readonly folder: string;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- what a command prints is looked at field by field
  readonly binarus: (name: string, ...args: string[]) => Promise<{ output: any; stops: boolean }>;
  /** A job as a file, made by the command of that name. */
  readonly jobFile: (...args: string[]) => Promise<{ path: string; job: Job }>;
  readonly end: () => void;
}

export function startShell(): Shell {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-cli-'));
  const binarus: Shell['binarus'] = async (name, ...args) => {
    const command = commands.get(name)!;
    const { values, positionals } = parseArgs({ args, options: command.options, allowPositionals: true });
    return (await command.load())(values, positionals);
  };
  return {
    folder,
    binarus,
    jobFile: async (...args) => {
      const { output } = await binarus('job', ...args);
      const path = join(folder, `${Math.random()}.json`);
      writeFileSync(path, JSON.stringify(output));
      return { path, job: output as Job };
    },
    end: () => rmSync(folder, { recursive: true }),
  };
}
