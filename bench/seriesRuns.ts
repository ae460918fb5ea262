/** Series of so many codes each, as the server makes them; what each took as JSON. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { openData } from '../src/server/data';
import { openDatabase } from '../src/server/db';
import { runInThreads } from '../src/server/runs';
import { jacket, onA4, seriesOf, type SeriesFigures } from './jackets';

/** One after the other by the same server: the first begins its threads. */
async function seriesFigures(counts: readonly number[]): Promise<readonly SeriesFigures[]> {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-bench-'));
  const db = openDatabase(join(folder, 'binarus.sqlite'));
  const threads = runInThreads(fileURLToPath(new URL('./worker.js', import.meta.url)));
  const { jobs, runs } = openData(db, {
    threads,
    log: { info: () => undefined, error: (error) => console.error(error) },
  });
  try {
    const { id } = jobs.create(jacket);
    const figures: SeriesFigures[] = [];
    for (const codes of counts) {
      const wish = { job: jacket, series: seriesOf(codes), sheet: onA4, form: 'document' as const };
      const began = performance.now();
      let residentMb = 0;
      const watch = setInterval(() => {
        residentMb = Math.max(residentMb, process.memoryUsage().rss / 1e6);
      }, 50);
      const run = runs.ask(id, 1, { ...wish, again: true, contacts: false });
      await runs.settled();
      clearInterval(watch);
      const seconds = (performance.now() - began) / 1000;
      const { state, report } = runs.find(run.id)!;
      if (state !== 'made' || report?.codes !== codes)
        throw new Error(`${state}: ${report?.problem} ${report?.codes} of ${codes} were read`);
      figures.push({ codes, version: report.look!.version, seconds, residentMb });
    }
    return figures;
  } finally {
    await runs.close();
    db.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

process.stdout.write(JSON.stringify(await seriesFigures(process.argv.slice(2).map(Number))));
