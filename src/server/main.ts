/** Starts the server on this machine only. */
import { mkdirSync } from 'node:fs';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app';
import { dataFolder } from './dataFolder';
import { openDatabase } from './db/open';
import { fillWithDemo } from './demo';
import { openData } from './data';

const log = pino({ base: null });
const folder = dataFolder(process.env, process.platform);
const port = Number(process.env.BINARUS_PORT ?? 5180);

mkdirSync(folder, { recursive: true });
const db = openDatabase(join(folder, 'binarus.sqlite'));
const data = openData(db);
if (process.env.BINARUS_DEMO === '1') await fillWithDemo(data);

const webFolder = fileURLToPath(new URL('../web', import.meta.url));
const server = createServer(createApp({ data, webFolder, log }));

server.on('error', (error: NodeJS.ErrnoException) => {
  const taken = error.code === 'EADDRINUSE';
  process.stderr.write(
    taken ? `Port ${port} is taken. Set BINARUS_PORT to another.\n` : `${error.message}\n`,
  );
  db.close();
  process.exitCode = 1;
});
server.listen(port, '127.0.0.1', () => {
  process.stdout.write(`Binarus is on http://127.0.0.1:${port} (data in ${folder}). Ctrl-C ends it.\n`);
});

/** Lets running requests end, then closes the database, which folds its journal back into the one file. */
function shutDown(): void {
  server.close(() => {
    db.close();
    process.exit(0);
  });
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), 1500).unref();
}
process.once('SIGINT', shutDown);
process.once('SIGTERM', shutDown);
