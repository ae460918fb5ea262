/** Starts the server on this machine only; `--restore YEAR-MONTH-DAY` goes back to a daily copy and ends. */
import { createServer } from 'node:http';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app';
import { copyDaily, restoreCopy } from './backups';
import { openData } from './data';
import { dataFolder } from './dataFolder';
import { fillWithDemo } from './demo';
import { houseAddress, phoneDoor } from './phone';
import {
  holdFolder,
  openDatabaseIn,
  linksPortOf,
  phonePortOf,
  portOf,
  prepareFolder,
  StartProblem,
  trustedProxies,
} from './start';
import { runInThreads } from './runs';
import { workshopInThreads } from './workshop';

const log = pino({ base: null });
const hourMs = 3600 * 1000;

async function start(): Promise<void> {
  const folder = dataFolder(process.env, process.platform);
  const port = portOf(process.env.BINARUS_PORT);
  prepareFolder(folder);
  const letGo = holdFolder(folder);
  const [option, day] = process.argv.slice(2);
  if (option === '--restore') {
    restore(folder, day ?? '');
    letGo();
    return;
  }
  if (option !== undefined) throw new StartProblem(`There is no option “${option}”; there is --restore.`);
  const db = openDatabaseIn(folder);
  const worker = fileURLToPath(new URL('./worker.js', import.meta.url));
  const workshop = workshopInThreads(worker);
  const door = {
    port: linksPortOf(process.env.BINARUS_LINKS_PORT),
    host: process.env.BINARUS_LINKS_HOST ?? '127.0.0.1',
    proxies: trustedProxies(process.env.BINARUS_LINKS_PROXIES),
  };
  const data = openData(db, workshop, runInThreads(worker), (error) => log.error(error), door);
  if (process.env.BINARUS_DEMO === '1') await fillWithDemo(data);

  const webFolder = fileURLToPath(new URL('../web', import.meta.url));
  const phone = phoneDoor(
    () => process.env.BINARUS_PHONE_HOST ?? houseAddress(),
    phonePortOf(process.env.BINARUS_PHONE_PORT),
  );
  const server = createServer(createApp({ data, webFolder, log, phone }));
  server.on('error', (error: NodeJS.ErrnoException) => {
    const taken = error.code === 'EADDRINUSE';
    fail(taken ? `Port ${port} is taken. Set BINARUS_PORT to another.` : error.message);
    db.close();
    void workshop.close();
  });
  server.listen(port, '127.0.0.1', () => {
    process.stdout.write(`Binarus is on http://127.0.0.1:${port} (data in ${folder}). Ctrl-C ends it.\n`);
    const copy = (): void => {
      copyDaily(db, folder).catch((error: unknown) => log.error(error, 'The daily copy was not made.'));
    };
    const daily = (): void => {
      copy();
      data.links.forgetOld();
    };
    daily();
    data.runs.takeUp();
    void data.links.reopenDoor().then(({ problem }) => {
      if (problem !== '') log.error(`The door of the links stays closed. ${problem}`);
    });
    setInterval(daily, hourMs).unref();
  });

  /** Lets running requests end, then closes the database, which folds its journal back into the one file. */
  function shutDown(): void {
    phone.close();
    const runsEnd = Promise.all([data.runs.close(), data.links.close()]);
    server.close(async () => {
      await runsEnd;
      db.close();
      letGo();
      process.exit(0);
    });
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 1500).unref();
  }
  process.once('SIGINT', shutDown);
  process.once('SIGTERM', shutDown);
}

function restore(folder: string, day: string): void {
  const restored = restoreCopy(folder, day);
  if ('problem' in restored) throw new StartProblem(restored.problem);
  process.stdout.write(`The copy of ${day} is in place; what was there is kept as ${restored.keptAs}.\n`);
}

function fail(problem: string): void {
  process.stderr.write(`${problem}\n`);
  process.exitCode = 2;
}

try {
  await start();
} catch (error) {
  if (!(error instanceof StartProblem)) throw error;
  fail(error.message);
}
