/** Forwarded answers a second beside a bare `node:http` server that sends one fixed redirect, asked the same way in turns. */
import { spawn, type ChildProcess } from 'node:child_process';
import { Agent, get } from 'node:http';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { devices, systems } from '../src/core/links';
import { seededRandom } from '../src/core/numbers';
import { openData } from '../src/server/data';
import { openDatabase } from '../src/server/db';
import { beside } from './beside';
import { linkCount, slugAt } from './linkTable';

const agentName =
  'Mozilla/5.0 (Linux; Android 14; Phone) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/126.0.0.0 Mobile Safari/537.36';
const [connections, turns, turnMs] = [24, 3, 1500];

export interface ForwardingFigures {
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
  kind: 'bare' | 'links',
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
      const index = sent++;
      const began = performance.now();
      await new Promise<void>((resolve, reject) => {
        const headers = {
          'user-agent': agentName,
          'accept-language': 'en-GB',
          // As many visitors as a proxy would name.
          'x-forwarded-for': `10.${(index >> 14) & 255}.${(index >> 7) & 127}.${index & 127}`,
        };
        const path = `/${slugAt((index * 7919) % linkCount)}`;
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

export async function forwardingFigures(): Promise<ForwardingFigures> {
  const [bare, forwarding] = [await started('bare'), await started('links')];
  const [ofBare, ofForwarding]: [Load[], Load[]] = [[], []];
  // Once each to warm up, then in turns.
  await load(bare.port, 90);
  const warm = await load(forwarding.port, 91);
  for (let turn = 0; turn < turns; turn++) {
    ofBare.push(await load(bare.port, turn));
    ofForwarding.push(await load(forwarding.port, turn + 10));
  }
  const printed = new Promise<string>((resolve) =>
    forwarding.child.stderr!.once('data', (text: Buffer) => resolve(text.toString())),
  );
  forwarding.child.kill('SIGTERM');
  bare.child.kill('SIGTERM');
  const [counted, residentMb] = (await printed).trim().split(' ').map(Number);
  return {
    perSecond: median(ofForwarding.map((load) => load.perSecond)),
    barePerSecond: median(ofBare.map((load) => load.perSecond)),
    p99: median(ofForwarding.map((load) => load.p99)),
    bareP99: median(ofBare.map((load) => load.p99)),
    answered: warm.answered + ofForwarding.reduce((sum, load) => sum + load.answered, 0),
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
  const made = Array.from({ length: chartedLinks }, (_, index) =>
    links.create({
      name: `Berth ${index}`,
      target: `https://ternquay.example/berth/${index}`,
      slug: slugAt(index),
    }),
  );
  const random = seededRandom(26);
  const begun = performance.now();
  const [begin, year] = [Date.parse('2025-06-01T00:00:00Z'), 365 * 24 * 3600e3];
  for (let index = 0; index < visitCount; index++) {
    links.visits.add({
      at: begin + (index / visitCount) * year,
      // Few have most of them.
      slug: slugAt(Math.floor(chartedLinks * random() ** 2)),
      who: index % 12 === 0 ? 'robot' : 'person',
      device: devices[index % devices.length]!,
      system: systems[index % systems.length]!,
      language: ['en', 'de', 'nl', 'fr', ''][index % 5]!,
      isFirst: index % 12 === 0 ? null : true,
    });
    if (index % 20_000 === 0) links.visits.flush();
  }
  links.visits.flush();
  const fillSeconds = (performance.now() - begun) / 1000;
  const ask = { from: '2025-06-01', to: '2026-06-01', zone: 'Europe/London' };
  const timed = (document: object): number => {
    const times = Array.from({ length: 5 }, () => {
      const from = performance.now();
      links.visitsOf({ ...ask, ...document });
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
