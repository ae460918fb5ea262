/** Forwarded answers a second beside a bare `node:http` server that sends one fixed redirect, asked the same way in turns. */
import { spawn, type ChildProcess } from 'node:child_process';
import { Agent, get } from 'node:http';
import { fileURLToPath } from 'node:url';

export const linkCount = 100_000;
export const slugAt = (at: number): string => at.toString(36).toUpperCase().padStart(4, '0');

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
  const program = fileURLToPath(new URL('./linksServer.js', import.meta.url));
  const child = spawn(process.execPath, [program, kind], { stdio: ['ignore', 'pipe', 'pipe'] });
  const port = await new Promise<number>((resolve) =>
    child.stdout.once('data', (text: Buffer) => resolve(Number(text))),
  );
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
