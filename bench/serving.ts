/** A server of its own on a new folder, for measuring it and the page that it hands out. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startServer, type RunningServer } from '../src/testing/runningServer';

/** Runs `work` with the address of a server, and takes server and folder away afterwards. */
export async function withServer<Value>(
  hasDemo: boolean,
  work: (address: string, server: RunningServer) => Promise<Value>,
): Promise<Value> {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-bench-'));
  const server = await startServer({ folder, environment: hasDemo ? { BINARUS_DEMO: '1' } : {} });
  try {
    return await work(server.address, server);
  } finally {
    await server.stop();
    rmSync(folder, { recursive: true });
  }
}
