/** Files from elsewhere lie in the data folder while they are read; those of a server that was killed are swept up by the next. */
import { randomUUID } from 'node:crypto';
import { createWriteStream, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** With what a database leaves beside itself. */
const incoming = /^incoming-.*\.(?:zip|log|sqlite)(?:-journal|-wal|-shm)?$/;

/** More came than is read. */
export class TooLarge extends Error {}

/**
 * Writes what comes to a file and gives it to `work`; whatever becomes of it, the file and what was made beside it is gone afterwards.
 * Rejects with `TooLarge` beyond `mostBytes`.
 */
export async function withIncoming<Result>(
  folder: string,
  { stream, kind, mostBytes }: { stream: Readable; kind: 'zip' | 'log'; mostBytes: number },
  work: (path: string) => Promise<Result>,
): Promise<Result> {
  const name = `incoming-${randomUUID()}`;
  const path = join(folder, `${name}.${kind}`);
  try {
    await pipeline(stream, limitedTo(mostBytes), createWriteStream(path));
    return await work(path);
  } finally {
    sweepIncoming(folder, name);
  }
}

/** Deletes what came in, or what begins with a name. */
export function sweepIncoming(folder: string, beginning = 'incoming-'): void {
  for (const name of readdirSync(folder))
    if (name.startsWith(beginning) && incoming.test(name)) rmSync(join(folder, name), { force: true });
}

function limitedTo(mostBytes: number): Transform {
  let bytes = 0;
  return new Transform({
    transform(part: Buffer, _encoding, done) {
      bytes += part.length;
      if (bytes > mostBytes) done(new TooLarge());
      else done(null, part);
    },
  });
}
