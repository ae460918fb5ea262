/**
 * How long an import and a series hold the thread that answers, in a process that does nothing else. Arguments: a folder for its data, the
 * file of an archive, codes of the series. Prints `HoldFigures`.
 */
import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { openData } from '../src/server/data';
import { openDatabase } from '../src/server/db';
import { runInThreads } from '../src/server/runs';
import { workshopInProcesses } from '../src/server/work';
import { beside } from './beside';
import { jacket, onA4, seriesOf } from './jackets';

const [folder, archive, codes] = process.argv.slice(2);
const db = openDatabase(join(folder!, 'binarus.sqlite'));
const data = openData(db, {
  workshop: workshopInProcesses(beside('limitedChild'), beside('limitedThread')),
  threads: runInThreads(beside('worker')),
});
const held = async (work: () => Promise<unknown>): Promise<number> => {
  const delay = monitorEventLoopDelay({ resolution: 1 });
  delay.enable();
  await work();
  delay.disable();
  return delay.max / 1e6;
};
// It has answered before.
const { id } = data.jobs.create(jacket);
data.jobs.findText(id);
await data.measuring.settled();
const importMs = await held(() => data.archive.importFrom(createReadStream(archive!), false));
const series = seriesOf(Number(codes));
const wish = { job: jacket, series, sheet: onA4, form: 'document' as const, again: true, contacts: false };
const runMs = await held(async () => {
  const { id: run } = data.runs.ask(id, 1, wish);
  await data.runs.settled();
  if (data.runs.find(run)!.report?.made !== Number(codes)) throw new Error('the series was not made');
});
process.stdout.write(JSON.stringify({ importMs, runMs }));
process.exit(0);
