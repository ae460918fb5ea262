/** Forwarded answers a second beside a bare `node:http` server that sends one fixed redirect, asked the same way in turns. */
import { spawn, type ChildProcess } from 'node:child_process';
import { Agent, get } from 'node:http';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { devices, systems } from '../src/core/links';
import { seededRandom } from '../src/core/numbers';
import { openData } from '../src/server/data';
import { openDatabase } from '../src/server/db/open';
import { beside } from './beside';
import { linkCount, slugAt } from './linkTable';

const agentName =
  'Mozilla/5.0 (Linux; Android 14; Phone) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/126.0.0.0 Mobile Safari/537.36';
const [connections, turns, turnMs] = [24, 3, 1500];

export interface DoorFigures {
  readonly perSecond: number;
  readonly barePerSecond: number;
  /** Milliseconds. */
  readonly p99: number;
  readonly bareP99: number;
  /** Answers that forwarded, and visits that were counted for them. */
  readonly answered: number;
  readonly counted: number;
  readonly residentMb: number;
}

interface Load {
  readonly perSecond: number;
  readonly p99: number;
  readonly answered: number;
}

async function started(
  kind: 'bare' | 'door',
): Promise<{ readonly child: ChildProcess; readonly port: number }> {
  const child = spawn(process.execPath, [beside('linksServer'), kind], { stdio: ['ignore', 'pipe', 'pipe'] });
  const port = await new Promise<number>((resolve, reject) => {
    child.stdout.once('data', (text: Buffer) => resolve(Number(text)));
    child
      .once('error', reject)
      .once('exit', (code) => reject(new Error(`the ${kind} server ended with ${code}`)));
  });
  return { child, port };
}

async function load(port: number, seed: number): Promise<Load> {
  const agent = new Agent({ keepAlive: true, maxSockets: connections });
  const times: number[] = [];
  let sent = seed * 1_000_000;
  const until = performance.now() + turnMs;
  const one = async (): Promise<void> => {
    while (performance.now() < until) {
      const at = sent++;
      const began = performance.now();
      await new Promise<void>((resolve, reject) => {
        const headers = {
          'user-agent': agentName,
          'accept-language': 'en-GB',
          // As many visitors as a proxy would name.
          'x-forwarded-for': `10.${(at >> 14) & 255}.${(at >> 7) & 127}.${at & 127}`,
        };
        const path = `/${slugAt((at * 7919) % linkCount)}`;
        get({ port, host: '127.0.0.1', path, agent, headers }, (response) => {
          if (response.statusCode !== 302)
            reject(new Error(`${path} was answered with ${response.statusCode}`));
          response.resume().once('end', resolve);
        }).once('error', reject);
      });
      times.push(performance.now() - began);
    }
  };
  await Promise.all(Array.from({ length: connections }, one));
  agent.destroy();
  times.sort((a, b) => a - b);
  return {
    perSecond: (times.length / turnMs) * 1000,
    p99: times[Math.floor(times.length * 0.99)]!,
    answered: times.length,
  };
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;

export async function doorFigures(): Promise<DoorFigures> {
  const [bare, door] = [await started('bare'), await started('door')];
  const [ofBare, ofDoor]: [Load[], Load[]] = [[], []];
  // Once each to warm up, then in turns.
  await load(bare.port, 90);
  const warm = await load(door.port, 91);
  for (let turn = 0; turn < turns; turn++) {
    ofBare.push(await load(bare.port, turn));
    ofDoor.push(await load(door.port, turn + 10));
  }
  const told = new Promise<string>((resolve) =>
    door.child.stderr!.once('data', (text: Buffer) => resolve(text.toString())),
  );
  door.child.kill('SIGTERM');
  bare.child.kill('SIGTERM');
  const [counted, residentMb] = (await told).trim().split(' ').map(Number);
  return {
    perSecond: median(ofDoor.map((own) => own.perSecond)),
    barePerSecond: median(ofBare.map((own) => own.perSecond)),
    p99: median(ofDoor.map((own) => own.p99)),
    bareP99: median(ofBare.map((own) => own.p99)),
    answered: warm.answered + ofDoor.reduce((sum, own) => sum + own.answered, 0),
    counted: counted!,
    residentMb: residentMb!,
  };
}

export interface ChartFigures {
  readonly allMs: number;
  readonly oneMs: number;
  readonly fillSeconds: number;
}

const [visitCount, chartedLinks] = [1_000_000, 200];

/** All that the charts of a year need, of all links and of one, after a million visits spread over 200 links. */
export async function chartFigures(): Promise<ChartFigures> {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-visits-'));
  const db = openDatabase(join(folder, 'binarus.sqlite'));
  const { links } = openData(db);
  const made = Array.from({ length: chartedLinks }, (_, at) =>
    links.create({ name: `Berth ${at}`, target: `https://ternquay.example/berth/${at}`, slug: slugAt(at) }),
  );
  const random = seededRandom(26);
  const begun = performance.now();
  const [begin, year] = [Date.parse('2025-06-01T00:00:00Z'), 365 * 24 * 3600e3];
  for (let at = 0; at < visitCount; at++) {
    links.visits.add({
      at: begin + (at / visitCount) * year,
      // Few have most of them.
      slug: slugAt(Math.floor(chartedLinks * random() ** 2)),
      who: at % 12 === 0 ? 'robot' : 'person',
      device: devices[at % devices.length]!,
      system: systems[at % systems.length]!,
      language: ['en', 'de', 'nl', 'fr', ''][at % 5]!,
      isFirst: at % 12 === 0 ? null : true,
    });
    if (at % 20_000 === 0) links.visits.flush();
  }
  links.visits.flush();
  const fillSeconds = (performance.now() - begun) / 1000;
  const ask = { from: '2025-06-01', to: '2026-06-01', zone: 'Europe/London' };
  const timed = (own: object): number => {
    const times = Array.from({ length: 5 }, () => {
      const from = performance.now();
      links.visitsOf({ ...ask, ...own });
      return performance.now() - from;
    });
    return median(times);
  };
  const figures = { allMs: timed({}), oneMs: timed({ link: made[0]!.id }), fillSeconds };
  await links.close();
  db.close();
  rmSync(folder, { recursive: true, force: true });
  return figures;
}
