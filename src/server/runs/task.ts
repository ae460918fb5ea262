/**
 * One part of a run, in a worker thread: what it makes it leaves in the folder of the run, under its name only when it is whole.
 * A part that lies there already is not done again, so that a run goes on where it was broken off.
 */
import Database from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { createWriteStream, existsSync } from 'node:fs';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { MessagePort } from 'node:worker_threads';
import { ZipFile } from 'yazl';
import { loadedOnce } from '../../core/tasks';
import { startProof } from '../../core/proof';
import type { Reader } from '../../core/readers';
import { createLibrary } from '../../core/run';
import {
  workersHere,
  type ReadCode,
  type SeriesWorkers,
  type MeasuredSeries,
  type SeriesLook,
  type SeriesRow,
  type WrittenCode,
} from '../../core/production';
import { logoAssets } from '../../node/logoAssets';
import { outputBinary } from '../../node/outputBinaries';
import { loadProofBinaries } from '../../node/proofBinaries';
import { runWishSchema } from '../../wire';
import type { Db } from '../db';

export type RunPart =
  | { readonly do: 'look' }
  | { readonly do: 'measure'; readonly rows: readonly number[]; readonly look: SeriesLook | null }
  | { readonly do: 'prove'; readonly row: number; readonly look: SeriesLook | null }
  | { readonly do: 'write'; readonly series: MeasuredSeries }
  | { readonly do: 'read'; readonly document: string; readonly codes: readonly WrittenCode[] }
  | { readonly do: 'files'; readonly rows: readonly SeriesRow[]; readonly look: SeriesLook | null }
  | { readonly do: 'index'; readonly codes: readonly ReadCode[] }
  | { readonly do: 'contacts'; readonly series: MeasuredSeries }
  /** All that is handed over as one file. */
  | { readonly do: 'pack'; readonly files: readonly { readonly name: string; readonly kept: string }[] };

export interface RunOrder {
  /** The database, which is read only. */
  readonly here: string;
  readonly run: string;
  readonly folder: string;
  readonly part: RunPart;
}

/** What is sent to a worker thread, with the port that it tells through. */
export interface PartOrder {
  readonly order: RunOrder;
  readonly port: MessagePort;
}

export const packedName = 'files.zip';

const readers = loadedOnce<readonly Reader[]>();
/** The workers of the run that this thread worked on last, and the database from which they read files. */
let last: { readonly run: string; readonly db: Db; readonly workers: SeriesWorkers<Uint8Array> } | null =
  null;

async function workersOf({ here, run }: RunOrder): Promise<SeriesWorkers<Uint8Array>> {
  if (last?.run === run) return last.workers;
  last?.db.close();
  last = null;
  const db = new Database(here, { readonly: true });
  const text = db.prepare<[string], string>('SELECT wish FROM series_runs WHERE id = ?').pluck().get(run);
  const bytes = db.prepare<[string], Buffer>('SELECT bytes FROM files WHERE hash = ?').pluck();
  const wish = runWishSchema.parse(JSON.parse(text ?? 'null'));
  const library = createLibrary(
    logoAssets((hash) => {
      const found = bytes.get(hash);
      return Promise.resolve(found === undefined ? null : new Uint8Array(found));
    }),
  );
  await library.load(wish.job);
  const panel = await readers(async () => startProof(await loadProofBinaries()));
  const workers = workersHere(wish, { library, readers: panel, binary: outputBinary });
  last = { run, db, workers };
  return workers;
}

/** Tells how much of the part is done through the port. */
export async function runPart(order: RunOrder, port?: MessagePort): Promise<unknown> {
  const tell = (done: number): void => port?.postMessage(done);
  const { part, folder } = order;
  await mkdir(folder, { recursive: true });
  const keep = keeping(folder);
  if (part.do === 'pack') return pack(folder, part.files);
  const workers = await workersOf(order);
  switch (part.do) {
    case 'look':
      return workers.look();
    case 'measure':
      return workers.measure(part.rows, part.look, tell);
    case 'prove':
      return workers.prove(part.row, part.look);
    case 'write':
      return keep.once(part, async (key) => {
        const written = await workers.write(part.series, tell);
        if ('problem' in written) return written;
        return { ...written, kept: await keep.bytes(`${key}.pdf`, written.kept) };
      });
    case 'read':
      return keep.once(part, async () =>
        workers.read(await readFile(join(folder, part.document)), part.codes, tell),
      );
    case 'files':
      return keep.once(part, async (key) => {
        const made = await workers.files(part.rows, part.look, tell);
        if ('problem' in made) return made;
        const files = [];
        for (const [index, { kept, ...file }] of made.files.entries())
          files.push({ ...file, kept: await keep.bytes(`${key}-${index}`, kept) });
        return { ...made, files };
      });
    case 'index':
      return keep.bytes('index.csv', await workers.index(part.codes));
    case 'contacts':
      return keep.bytes('contacts.pdf', await workers.contacts(part.series));
  }
}

/** Under another name first: what has its name is whole. */
function keeping(folder: string) {
  const bytes = async (name: string, content: Uint8Array | string): Promise<string> => {
    const path = join(folder, name);
    await writeFile(`${path}.part`, content);
    await rename(`${path}.part`, path);
    return name;
  };
  return {
    bytes,
    /** Under a key of all that it is made from: a run that goes on while other rows are to be made takes nothing that is out of date. */
    once: async <Found>(part: RunPart, work: (key: string) => Promise<Found>): Promise<Found> => {
      const key = `${part.do}-${createHash('sha256').update(JSON.stringify(part)).digest('hex').slice(0, 24)}`;
      const path = join(folder, `${key}.json`);
      if (existsSync(path)) return JSON.parse(await readFile(path, 'utf8')) as Found;
      const done = await work(key);
      await bytes(`${key}.json`, JSON.stringify(done));
      return done;
    },
  };
}

/** What is squeezed already is put in as it is. */
const isSqueezed = /\.(png|jpg|jpeg|webp|pdf|3mf)$/i;

async function pack(folder: string, files: Extract<RunPart, { do: 'pack' }>['files']): Promise<string> {
  const zip = new ZipFile();
  for (const { name, kept } of files)
    zip.addFile(join(folder, kept), name, {
      mtime: new Date(1980, 0, 1),
      forceDosTimestamp: true,
      compress: !isSqueezed.test(name),
    });
  zip.end();
  const path = join(folder, packedName);
  await pipeline(zip.outputStream as Readable, createWriteStream(`${path}.part`));
  await rename(`${path}.part`, path);
  return packedName;
}
