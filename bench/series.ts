/** A thousand and ten thousand different codes on A4, each in one PDF and every one read back; and the chart of count against size. */
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { startProof } from '../src/core/proof';
import { voting } from '../src/core/readers';
import { createLibrary } from '../src/core/run';
import { measureSeries, readSeries, seriesPages, writeSeries } from '../src/core/production';
import { roomOf } from '../src/core/imposition';
import { newSeries } from '../src/core/series';
import { boundsOf, type Region } from '../src/core/geometry';
import { atOrigin, sizesByCount } from '../src/core/sheet';
import { logoAssets } from '../src/node/logoAssets';
import { outputBinary } from '../src/node/outputBinaries';
import { loadProofBinaries } from '../src/node/proofBinaries';
import { beside } from './beside';
import { jacket, onA4, type SeriesFigures } from './jackets';

/** In a process of its own, so that the memory is that of a server and nothing else. */
export async function seriesFigures(...counts: readonly number[]): Promise<readonly SeriesFigures[]> {
  const { stdout } = await promisify(execFile)(process.execPath, [
    beside('seriesRuns'),
    ...counts.map(String),
  ]);
  return JSON.parse(stdout) as SeriesFigures[];
}

/** Seconds that the panel takes for so many codes of the same size, on one thread. */
export async function panelSeconds(codes: number): Promise<number> {
  const readers = voting(await startProof(await loadProofBinaries()));
  const library = createLibrary(logoAssets(() => Promise.resolve(null)));
  const source = { kind: 'table' as const, name: '', columns: ['number'], rows: [['00001']] };
  const wish = { job: jacket, series: newSeries(source) };
  const series = await measureSeries(wish, library);
  const pages = await seriesPages(wish, series, null, library);
  if ('problem' in pages) throw new Error(pages.problem);
  const written = await writeSeries(wish, series, pages.laid, null, library);
  let [ms, frames] = [0, 0];
  const timed = readers.map((reader) => ({
    ...reader,
    read: async (...args: Parameters<typeof reader.read>) => {
      const began = performance.now();
      for (let again = 0; again < 100; again++) await reader.read(...args);
      [ms, frames] = [ms + performance.now() - began, frames + 100];
      return reader.read(...args);
    },
  }));
  await readSeries(written, timed, outputBinary);
  return ((ms / frames) * codes) / 1000;
}

/** Milliseconds for the chart of a contour whose rows interlock, the median of some. */
export function contourChartMs(): number {
  const outline: Region = [
    Array.from({ length: 48 }, (_, index) => {
      const angle = (index / 48) * 2 * Math.PI;
      // A drop: round below, pointed above.
      return { x: 30 + 22 * Math.sin(angle), y: 40 - 30 * Math.cos(angle) * (1 + 0.3 * Math.cos(angle)) };
    }),
  ];
  const { width, height } = boundsOf(outline)!;
  const times = Array.from({ length: 5 }, () => {
    const began = performance.now();
    sizesByCount(roomOf(onA4), { width, height, outline: atOrigin(outline) }, 2, 'interlocked', 8, 60);
    return performance.now() - began;
  });
  return times.sort((a, b) => a - b)[2]!;
}

/** Milliseconds for the chart of a rectangle, the median of some. */
export function chartMs(): number {
  const times = Array.from({ length: 15 }, () => {
    const began = performance.now();
    sizesByCount(roomOf(onA4), { width: 60, height: 40 }, 2, 'turned', 8, 300);
    return performance.now() - began;
  });
  return times.sort((a, b) => a - b)[7]!;
}
