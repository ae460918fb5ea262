/** `binarus check-data`: what of the owner's data is sound and what is not. The server's program looks; nothing is changed. */
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { z } from '../../core/schema';
import { UsageError, type Outcome, type Values } from '../command';
import { none } from '../input';

const reportSchema = z.looseObject({ isSound: z.boolean() });

export async function checkData(values: Values, positionals: readonly string[]): Promise<Outcome> {
  none(positionals);
  // Beside the program, or above the folder of its parts.
  const server = ['./server.js', '../server.js']
    .map((path) => fileURLToPath(new URL(path, import.meta.url)))
    .find((path) => existsSync(path));
  if (server === undefined) throw new UsageError('the server is not built yet; run npm run build first.');
  const environment = values.data === undefined ? {} : { BINARUS_DATA: String(values.data) };
  const looking = spawn(process.execPath, [server, '--check-data'], {
    env: { ...process.env, ...environment },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let printed = '';
  looking.stdout.on('data', (part: Buffer) => (printed += part.toString()));
  await new Promise((resolve) => looking.once('close', resolve));
  let output: z.output<typeof reportSchema>;
  try {
    output = reportSchema.parse(JSON.parse(printed));
  } catch {
    throw new UsageError('the data could not be looked at.');
  }
  return { output, stops: !output.isSound };
}
