/**
 * Many windows at once: 2,000 jobs, 16 connections; each request beside a bare Express route with the same bytes, under the same load, in
 * turns. Then reads alone, while an import, a series and new looks go on; and what the server's memory grows by.
 */
import { execFile, spawn } from 'node:child_process';
import { promisify } from 'node:util';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { findPair } from '../src/content';
import { plainStyle } from '../src/core/artwork';
import { newJob, type Job } from '../src/core/job';
import { sampleLengths, sampleMessage } from './encoders';
import { openData } from '../src/server/data';
import { openDatabase } from '../src/server/db';
import { startServer } from '../src/testing/runningServer';
import { savedJobSchema, type Run, type SavedJob } from '../src/wire';
import { beside } from './beside';
import { jacket, onA4, seriesOf } from './jackets';
import { quantile } from './timing';

const [jobCount, connections] = [2000, 16];
/** Each side in turns; of reads beside other work for so long. */
const [turns, warmMs, turnMs] = [3, 1500, 700];

export interface LoadRow {
  readonly what: string;
  readonly p99Ms: number;
  readonly bareP99Ms: number;
  readonly perSecond: number;
  readonly barePerSecond: number;
  /** Of the bare route's p99. */
  readonly mostTimes: number;
}
export interface LoadFigures {
  readonly rows: readonly LoadRow[];
  /** Reads while the server works on each, in turns with the bare route on the same busy machine. */
  readonly meanwhile: readonly {
    readonly what: string;
    readonly seconds: number;
    readonly p99Ms: number;
    readonly bareP99Ms: number;
  }[];
  /** Resident, before all of it and after. */
  readonly memory: { readonly beforeMb: number; readonly afterMb: number };
}

interface Asked {
  readonly method: 'GET' | 'POST';
  readonly path: string;
  readonly body?: string;
}
interface Load {
  readonly times: readonly number[];
  readonly perSecond: number;
}

/** Asks on every connection, the next as soon as the last is answered, until `isOver`; `answered` sees each answer. */
async function load(
  port: number,
  next: (connection: number) => Asked,
  isOver: () => boolean,
  answered: (connection: number, text: string, status: number) => void = () => undefined,
): Promise<Load> {
  const agent = new Agent({ keepAlive: true, maxSockets: connections });
  const times: number[] = [];
  const begun = performance.now();
  const one = (connection: number): Promise<void> =>
    new Promise((resolve, reject) => {
      const { method, path, body } = next(connection);
      const began = performance.now();
      const sent = request(
        {
          host: '127.0.0.1',
          port,
          method,
          path,
          agent,
          headers:
            body === undefined
              ? {}
              : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) },
        },
        (response) => {
          const parts: Buffer[] = [];
          response
            .on('data', (part: Buffer) => parts.push(part))
            .once('end', () => {
              times.push(performance.now() - began);
              const status = response.statusCode!;
              const text = Buffer.concat(parts).toString();
              if (status >= 400)
                return reject(new Error(`${method} ${path}: ${status} ${text.slice(0, 200)}`));
              answered(connection, text, status);
              resolve();
            });
        },
      ).once('error', reject);
      sent.end(body);
    });
  await Promise.all(
    Array.from({ length: connections }, async (_, connection) => {
      while (!isOver()) await one(connection);
    }),
  );
  agent.destroy();
  return { times, perSecond: (times.length / (performance.now() - begun)) * 1000 };
}

const forMs = (ms: number): (() => boolean) => {
  const until = performance.now() + ms;
  return () => performance.now() > until;
};
const p99 = (times: readonly number[]): number => quantile([...times], 0.99);

/** Resident memory of a process in MB. */
const residentMb = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1000;

const document = (name: string): Job => ({
  ...newJob({
    message: { kind: 'web', address: sampleMessage(sampleLengths[10]) },
    pair: findPair('black-anodised-aluminium', 'co2-laser'),
    codeWidthMm: 60,
    pieceSizeMm: { width: 90, height: 90 },
  }),
  name,
});

/** Jobs whose limits are known, so that nothing is measured beside what is asked for. */
async function filled(folder: string, count: number): Promise<string[]> {
  const db = openDatabase(join(folder, 'binarus.sqlite'));
  const data = openData(db);
  const ids: string[] = [];
  const fill = db.transaction(() => {
    for (let serial = 0; serial < count; serial++) {
      const { id } = data.jobs.create({
        ...document(`Serial label ${serial}`),
        collection: `Series ${serial % 40}`,
      });
      data.jobs.measured([{ id, revision: 1, severity: 'fine' }]);
      ids.push(id);
    }
  });
  fill.immediate();
  await data.links.close();
  db.close();
  return ids;
}

/** `seconds` of each kind of request and side. */
export async function loadFigures(seconds = 30, hasWorks = true): Promise<LoadFigures> {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-load-'));
  const ids = await filled(folder, jobCount);
  const server = await startServer({ folder, environment: {} });
  const { port, pid } = { port: Number(new URL(server.address).port), pid: server.pid };
  const get = async (path: string): Promise<string> => (await fetch(`${server.address}${path}`)).text();
  const files = { job: join(folder, 'job.json'), page: join(folder, 'page.json') };
  writeFileSync(files.job, await get(`/api/jobs/${ids[0]!}`));
  const pagePath = '/api/shelf?place=shelf';
  writeFileSync(files.page, await get(pagePath));
  const bare = spawn(process.execPath, [beside('bareServer'), files.job, files.page], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const barePort = await new Promise<number>((resolve) =>
    bare.stdout.once('data', (text: Buffer) => resolve(Number(text))),
  );

  /** Of each connection, the job that it saves. */
  const current: SavedJob[] = await Promise.all(
    ids
      .slice(0, connections)
      .map(async (id) => savedJobSchema.parse(JSON.parse(await get(`/api/jobs/${id}`)))),
  );
  let saves = 0;
  const bodyOf = (connection: number): string => {
    const { revision, document: before } = current[connection]!;
    return JSON.stringify({ baseRevision: revision, document: { ...before, note: `tide table ${saves++}` } });
  };
  const kinds: readonly {
    readonly what: string;
    readonly mostTimes: number;
    readonly ours: (connection: number) => Asked;
    readonly bare: (connection: number) => Asked;
    readonly answered?: (connection: number, text: string) => void;
  }[] = [
    {
      what: 'reading a job',
      mostTimes: 3,
      ours: () => ({ method: 'GET', path: `/api/jobs/${ids[Math.floor(Math.random() * jobCount)]!}` }),
      bare: () => ({ method: 'GET', path: '/job' }),
    },
    {
      what: 'a page of the shelf',
      mostTimes: 3,
      ours: () => ({ method: 'GET', path: pagePath }),
      bare: () => ({ method: 'GET', path: '/page' }),
    },
    {
      what: 'saving a job',
      mostTimes: 3,
      ours: (connection) => ({
        method: 'POST',
        path: `/api/jobs/${current[connection]!.id}/revisions`,
        body: bodyOf(connection),
      }),
      bare: (connection) => ({ method: 'POST', path: '/insert', body: bodyOf(connection) }),
      answered: (connection, text) => (current[connection] = JSON.parse(text) as SavedJob),
    },
    {
      what: 'making a job',
      mostTimes: 3,
      ours: () => ({
        method: 'POST',
        path: '/api/jobs',
        body: JSON.stringify({ document: document('New') }),
      }),
      bare: () => ({ method: 'POST', path: '/insert', body: JSON.stringify({ document: document('New') }) }),
    },
  ];
  // Once each to warm up, then in turns.
  for (const kind of kinds) {
    await load(port, kind.ours, forMs(warmMs), kind.answered);
    await load(barePort, kind.bare, forMs(warmMs));
  }
  const beforeMb = residentMb(pid);
  const rows: LoadRow[] = [];
  for (const kind of kinds) {
    const [ours, theirs]: [Load[], Load[]] = [[], []];
    for (let turn = 0; turn < turns; turn++) {
      const ms = (seconds / turns) * 1000;
      ours.push(await load(port, kind.ours, forMs(ms), kind.answered));
      theirs.push(await load(barePort, kind.bare, forMs(ms)));
    }
    const all = (loads: readonly Load[]): number => p99(loads.flatMap(({ times }) => times));
    const rate = (loads: readonly Load[]): number =>
      loads.reduce((sum, { perSecond }) => sum + perSecond, 0) / loads.length;
    rows.push({
      what: kind.what,
      mostTimes: kind.mostTimes,
      p99Ms: all(ours),
      bareP99Ms: all(theirs),
      perSecond: rate(ours),
      barePerSecond: rate(theirs),
    });
  }
  const afterMb = residentMb(pid);
  const meanwhile: LoadFigures['meanwhile'][number][] = [];
  const works = hasWorks
    ? worksOn(server.address, await archiveOf(join(folder, 'other'), importedJobs), ids)
    : {};
  for (const [what, work] of Object.entries(works)) {
    let isDone = false;
    const begun = performance.now();
    const working = work().finally(() => (isDone = true));
    const [ours, theirs]: [number[], number[]] = [[], []];
    while (!isDone) {
      ours.push(...(await load(port, kinds[0]!.ours, forMs(turnMs))).times);
      theirs.push(...(await load(barePort, kinds[0]!.bare, forMs(turnMs))).times);
    }
    await working;
    meanwhile.push({
      what,
      seconds: (performance.now() - begun) / 1000,
      p99Ms: p99(ours),
      bareP99Ms: p99(theirs),
    });
  }
  bare.kill('SIGTERM');
  await server.stop();
  rmSync(folder, { recursive: true });
  return { rows, meanwhile, memory: { beforeMb, afterMb } };
}

const [importedJobs, seriesCodes, restyledJobs] = [10_000, 1000, 1000];

/** What a server is asked to do that takes long; each resolves when it is done. */
function worksOn(
  address: string,
  archive: Uint8Array<ArrayBuffer>,
  ids: readonly string[],
): Readonly<Record<string, () => Promise<unknown>>> {
  const send = async (
    method: string,
    path: string,
    body: BodyInit,
    type = 'application/json',
  ): Promise<unknown> => {
    const response = await fetch(`${address}/api${path}`, {
      method,
      headers: { 'content-type': type, ...(method === 'PUT' ? { 'if-match': '*' } : {}) },
      body,
    });
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return response.status === 204 ? null : response.json();
  };
  return {
    [`an import of ${importedJobs} jobs`]: () => send('POST', '/archive', archive, 'application/zip'),
    [`new looks of ${restyledJobs} jobs`]: async () => {
      const style = { ...plainStyle, modules: { ...plainStyle.modules, fill: 0.8, join: 'none' as const } };
      const jobs: object[] = [];
      for (const id of ids.slice(-restyledJobs)) {
        const { revision, document: before } = savedJobSchema.parse(
          await (await fetch(`${address}/api/jobs/${id}`)).json(),
        );
        const codes = before.codes.map((code) => ({ ...code, style }));
        jobs.push({ id, baseRevision: revision, document: { ...before, codes } });
      }
      return send('POST', '/shelf/revise', JSON.stringify({ jobs }));
    },
    [`a series of ${seriesCodes}`]: async () => {
      const { id } = (await send('POST', '/jobs', JSON.stringify({ document: jacket }))) as SavedJob;
      await send('PUT', `/jobs/${id}/sheet`, JSON.stringify({ sheet: onA4 }));
      await send('PUT', `/jobs/${id}/series`, JSON.stringify({ series: seriesOf(seriesCodes) }));
      const run = (await send(
        'POST',
        `/jobs/${id}/runs`,
        JSON.stringify({ revision: 1, form: 'document', again: false, contacts: false }),
      )) as Run;
      for (let now = run; now.state === 'under-way';) {
        await new Promise((resolve) => setTimeout(resolve, 300));
        now = (await (await fetch(`${address}/api/runs/${run.id}`)).json()) as Run;
        if (now.state !== 'under-way' && now.state !== 'made') throw new Error(`the series is ${now.state}`);
      }
    },
  };
}

/** Of a workshop of its own with so many jobs. */
async function archiveOf(folder: string, count: number): Promise<Uint8Array<ArrayBuffer>> {
  mkdirSync(folder);
  await filled(folder, count);
  const db = openDatabase(join(folder, 'binarus.sqlite'));
  const data = openData(db);
  const archive = new Uint8Array(await buffer(data.archive.out()));
  await data.links.close();
  db.close();
  return archive;
}

export interface HoldFigures {
  /** The longest time in milliseconds that the thread that answers is held, by an import and by a series. */
  readonly importMs: number;
  readonly runMs: number;
}

/** In a process of its own, which holds nothing else. */
export async function holdFigures(): Promise<HoldFigures> {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-hold-'));
  const file = join(folder, 'archive.zip');
  writeFileSync(file, await archiveOf(join(folder, 'other'), importedJobs));
  const { stdout } = await promisify(execFile)(process.execPath, [
    beside('holdServer'),
    folder,
    file,
    String(seriesCodes),
  ]);
  rmSync(folder, { recursive: true });
  return JSON.parse(stdout) as HoldFigures;
}
