/** The built server as a process of its own on a free port, for tests and benchmarks. */
import { spawn, type ChildProcess } from 'node:child_process';
import { createServer, type AddressInfo } from 'node:net';

export interface RunningServer {
  readonly address: string;
  readonly pid: number;
  /** What it printed so far. */
  readonly output: () => string;
  /** Ends it in order. */
  readonly stop: () => Promise<void>;
  /** As a power cut would. */
  readonly kill: () => Promise<void>;
  /** Its exit code once it has ended; null for a signal. */
  readonly ended: Promise<number | null>;
}

export interface ServerOptions {
  readonly folder: string;
  /** The built server; another where a program of another version is meant. */
  readonly program?: string;
  /** Any free one without it; named where the same is needed again. */
  readonly port?: number;
  readonly args?: readonly string[];
  readonly environment?: Readonly<Record<string, string>>;
  /** Files may not grow beyond it: a disk that is full to whoever writes (setrlimit(2), RLIMIT_FSIZE). */
  readonly mostFileKb?: number;
  /** A file that says by how many milliseconds its clock is wrong, read at each look at the clock. */
  readonly clockFile?: string;
}

/** Put before the program: the clock that the program sees, not the one by which time passes. */
const wrongClock = (file: string): string => {
  const source = `import { readFileSync } from 'node:fs';
    const Real = Date;
    const now = () => Real.now() + Number(readFileSync(${JSON.stringify(file)}, 'utf8'));
    globalThis.Date = class extends Real {
      constructor(...given) { given.length === 0 ? super(now()) : super(...given); }
      static now() { return now(); }
    };`;
  return `--import=data:text/javascript,${encodeURIComponent(source)}`;
};

/** A port that was free a moment ago, for what has to come back on the same. */
export async function freePort(): Promise<number> {
  const probe = createServer();
  await new Promise<void>((resolve) => probe.listen(0, '127.0.0.1', resolve));
  const { port } = probe.address() as AddressInfo;
  await new Promise((resolve) => probe.close(resolve));
  return port;
}

/** Resolves when it answers. Rejects with its exit code and what it printed where it does not start. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const begun = begin(options);
  const address = await Promise.race([begun.address, begun.ended.then(() => null)]);
  if (address === null)
    throw new Error(`The server did not start (exit ${await begun.ended}): ${begun.output()}`);
  return { ...begun, address };
}

/** One that is expected not to start: its exit code, and what it printed. */
export async function refusedStart(options: ServerOptions): Promise<{ code: number | null; output: string }> {
  const begun = begin(options);
  const address = await Promise.race([begun.address, begun.ended.then(() => null)]);
  if (address !== null) {
    await begun.kill();
    throw new Error(`It started: ${begun.output()}`);
  }
  return { code: await begun.ended, output: begun.output() };
}

type Begun = Omit<RunningServer, 'address'> & { readonly address: Promise<string> };

function begin({
  folder,
  program = 'dist/node/server.js',
  port = 0,
  args = [],
  environment,
  mostFileKb,
  clockFile,
}: ServerOptions): Begun {
  const command = [process.execPath, program, ...args];
  const [first, ...rest] =
    mostFileKb === undefined
      ? command
      : ['bash', '-c', `ulimit -f ${mostFileKb}; exec "$@"`, 'bash', ...command];
  const server: ChildProcess = spawn(first!, rest, {
    env: {
      ...process.env,
      BINARUS_DATA: folder,
      BINARUS_PORT: String(port),
      BINARUS_DEMO: '',
      // Causes are looked for, not what catches them.
      BINARUS_LAST_RESORT: 'off',
      ...(clockFile === undefined ? {} : { NODE_OPTIONS: wrongClock(clockFile) }),
      ...environment,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let printed = '';
  const address = new Promise<string>((resolve) => {
    for (const stream of [server.stdout!, server.stderr!])
      stream.on('data', (part: Buffer) => {
        printed += part.toString();
        const found = /Binarus is on (http:\/\/127\.0\.0\.1:\d+)/.exec(printed);
        if (found !== null) resolve(found[1]!);
      });
  });
  const ended = new Promise<number | null>((resolve) => server.once('close', (code) => resolve(code)));
  const end = async (signal: NodeJS.Signals): Promise<void> => {
    server.kill(signal);
    await ended;
  };
  return {
    address,
    pid: server.pid!,
    output: () => printed,
    ended,
    stop: () => end('SIGINT'),
    kill: () => end('SIGKILL'),
  };
}
