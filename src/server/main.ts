/**
 * Starts the server on this machine only. `--restore YEAR-MONTH-DAY` goes back to a copy and ends, `--new` begins anew beside copies of a
 * database that was lost, `--check-data` says what is sound and ends.
 */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app';
import {
  copyDaily,
  restoreCopy,
  checkData,
  dataFolder,
  holdFolder,
  linksPortOf,
  openDatabaseIn,
  phonePortOf,
  portOf,
  prepareFolder,
  refuseLostDatabase,
  StartProblem,
  trustedProxies,
} from './start';
import { openData, type Data } from './data';
import { type Db, storageTroubleOf, storageWords } from './db';
import { fillWithDemo } from './demo';
import { installLastResort, keepReserve, SteadyClock } from './upkeep';
import { UnreadableSettings } from './links';
import { houseAddress, phoneListener } from './phone';
import { runInThreads } from './runs';
import { workshopInProcesses } from './work';

const log = pino({ base: null });
const hourMs = 3600 * 1000;
const tenMinutesMs = 10 * 60 * 1000;
const beside = (file: string): string => fileURLToPath(new URL(file, import.meta.url));

/** What is open, closed in a hurry. */
let closeAll = (): void => undefined;

async function start(): Promise<void> {
  const folder = dataFolder(process.env, process.platform);
  const [option, name] = process.argv.slice(2);
  if (option === '--check-data') {
    const report = checkData(folder);
    process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
    process.exitCode = report.isSound ? 0 : 1;
    return;
  }
  const port = portOf(process.env.BINARUS_PORT);
  prepareFolder(folder);
  const letGo = holdFolder(folder);
  if (option === '--restore') {
    restore(folder, name ?? '');
    letGo();
    return;
  }
  if (option !== undefined && option !== '--new')
    throw new StartProblem(`There is no option “${option}”. There are --restore, --new and --check-data.`);
  refuseLostDatabase(folder, option === '--new');
  const db = await openDatabaseIn(folder);
  const workshop = workshopInProcesses(beside('./limitedChild.js'), beside('./limitedThread.js'));
  const forwarding = {
    port: linksPortOf(process.env.BINARUS_LINKS_PORT),
    host: process.env.BINARUS_LINKS_HOST ?? '127.0.0.1',
    proxies: trustedProxies(process.env.BINARUS_LINKS_PROXIES),
  };
  const data = openData(db, {
    workshop,
    threads: runInThreads(beside('./worker.js')),
    log: { error: (error, message) => log.error(error, message), info: (message) => log.info(message) },
    forwarding,
  });
  closeAll = () => closeAtOnce(data, db);
  if (process.env.BINARUS_DEMO === '1') await fillWithDemo(data);

  const phone = phoneListener(
    () => process.env.BINARUS_PHONE_HOST ?? houseAddress(),
    phonePortOf(process.env.BINARUS_PHONE_PORT),
    { report: (error) => data.background.report('The way for the phone could not answer.', error) },
  );
  const server = createServer(createApp({ data, webFolder: beside('../web'), log, phone }));
  server.on('error', (error: NodeJS.ErrnoException) => {
    const taken = error.code === 'EADDRINUSE';
    fail(taken ? `Port ${port} is taken. Set BINARUS_PORT to another.` : error.message);
    data.background.close();
    db.close();
    void workshop.close();
  });
  server.listen(port, '127.0.0.1', () => {
    const { port: port } = server.address() as AddressInfo;
    process.stdout.write(`Binarus is on http://127.0.0.1:${port} (data in ${folder}). Ctrl-C ends it.\n`);
    lookAfter(data, db, folder);
  });

  /** Lets running requests end, then closes the database, which folds its journal back into the one file. */
  function shutDown(): void {
    phone.close();
    data.background.close();
    const ended = Promise.allSettled([data.runs.close(), data.links.close(), workshop.close()]);
    server.close(() => {
      void ended.then(() => {
        closeAtOnce(data, db);
        letGo();
        process.exit(0);
      });
    });
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 1500).unref();
  }
  process.once('SIGINT', shutDown);
  process.once('SIGTERM', shutDown);
}

/** What is done at the start and now and then after it. A disk that refuses is told, and ends nothing. */
function lookAfter(data: Data, db: Db, folder: string): void {
  const { background, links, runs } = data;
  const hourly = {
    'The reserve for a full disk could not be kept.': () => keepReserve(folder),
    'The daily copy was not made.': () => copyDaily(db, folder),
  };
  for (const [name, work] of Object.entries(hourly)) {
    void background.once(name, work);
    background.every(name, hourMs, work);
  }
  // What is too old is gone soon after a start, but never because the clock is wrong for a moment.
  const clock = new SteadyClock();
  background.every('What is too old was not deleted.', tenMinutesMs, () => {
    if (!clock.isSteady()) return;
    links.forgetOld();
    runs.forgetOldFiles();
  });
  void background.once('Series that were under way could not be taken up.', () => runs.takeUp());
  void background.once('The links stay closed to the public.', async () => {
    const { problem } = await links.reopenToPublic();
    if (problem !== '') throw new Error(problem);
  });
}

function closeAtOnce(data: Data, db: Db): void {
  data.links.visits.flush();
  db.close();
}

function restore(folder: string, name: string): void {
  const restored = restoreCopy(folder, name);
  if ('problem' in restored) throw new StartProblem(restored.problem);
  const kept = restored.keptAs === null ? '' : `; what was there is kept as ${restored.keptAs}`;
  process.stdout.write(`The copy of ${name} is in place${kept}.\n`);
}

function fail(problem: string): void {
  process.stderr.write(`${problem}\n`);
  process.exitCode = 2;
}

// Whoever reads what is printed may close their end at any time.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);

installLastResort(process.env, () => closeAll());
try {
  await start();
} catch (error) {
  const trouble = storageTroubleOf(error);
  if (error instanceof StartProblem || error instanceof UnreadableSettings) fail(error.message);
  else if (trouble !== null) fail(storageWords[trouble]);
  else throw error;
  // Timers and processes that were begun already do not keep a server that did not start.
  process.exit(2);
}
