/** A server of its own on a new folder, for measuring it and the page that it hands out. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Runs `work` with the address of a server, and takes server and folder away afterwards. */
export async function withServer<Value>(
  port: number,
  hasDemo: boolean,
  work: (address: string) => Promise<Value>,
): Promise<Value> {
  const data = mkdtempSync(join(tmpdir(), 'binarus-bench-'));
  const server = spawn('node', ['dist/node/server.js'], {
    env: {
      ...process.env,
      BINARUS_DATA: data,
      BINARUS_DEMO: hasDemo ? '1' : '',
      BINARUS_PORT: String(port),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  try {
    await new Promise((resolve) => server.stdout.once('data', resolve));
    return await work(`http://127.0.0.1:${port}`);
  } finally {
    server.kill('SIGINT');
    await new Promise((resolve) => server.once('exit', resolve));
    rmSync(data, { recursive: true });
  }
}
