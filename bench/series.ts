/** A thousand different codes on A4 in one PDF, every one read back; and the chart of count against size. */
import { findPair } from '../src/content';
import { newJob } from '../src/core/job';
import { startProof } from '../src/core/proof';
import { voting } from '../src/core/readers';
import { createLibrary, measureSeries, readSeries, roomOf, seriesPages, writeSeries } from '../src/core/run';
import { readTable } from '../src/core/series';
import { sheetOn, sizesByCount, stocks } from '../src/core/sheet';
import { logoAssets } from '../src/node/logoAssets';
import { outputBinary } from '../src/node/outputBinaries';
import { loadProofBinaries } from '../src/node/proofBinaries';

const document = sheetOn(
  stocks.find(({ id }) => id === 'a4')!,
  { layout: 'grid' },
);

export interface SeriesFigures {
  readonly codes: number;
  readonly version: number;
  readonly seconds: number;
  /** Of which the readers take, on the same pictures. */
  readonly readersSeconds: number;
  readonly residentMb: number;
}

export async function seriesFigures(codes: number): Promise<SeriesFigures> {
  const job = newJob({
    message: { kind: 'web', address: 'https://ternquay.example/jacket/1' },
    pair: findPair('white-vinyl', 'ink-jet-600dpi'),
    codeWidthMm: 22,
    pieceSizeMm: { width: 30, height: 30 },
  });
  const lines = Array.from({ length: codes }, (_, at) => String(at + 1).padStart(5, '0'));
  const read = readTable(new TextEncoder().encode(`number\n${lines.join('\n')}\n`));
  if ('problem' in read) throw new Error(read.problem);
  const library = createLibrary(logoAssets(() => Promise.resolve(null)));
  let readersMs = 0;
  const readers = voting(await startProof(await loadProofBinaries())).map((reader) => ({
    ...reader,
    read: async (...args: Parameters<typeof reader.read>) => {
      const began = performance.now();
      const text = await reader.read(...args);
      readersMs += performance.now() - began;
      return text;
    },
  }));
  const began = performance.now();
  const match = [
    {
      target: { on: 'message' as const, field: 'address' },
      text: 'https://ternquay.example/jacket/{number}',
    },
  ];
  const series = await measureSeries({ job, table: read.table, match, oneLook: true }, library);
  const pages = seriesPages(series, document, library);
  if ('problem' in pages) throw new Error(pages.problem);
  const written = await writeSeries(series, pages.laid, document, job, library);
  const wrong = await readSeries(written, readers, outputBinary);
  if (wrong.length > 0 || written.codes.length !== codes)
    throw new Error(`${wrong.length} of ${codes} were not read`);
  return {
    codes,
    version: series.look!.version,
    seconds: (performance.now() - began) / 1000,
    readersSeconds: readersMs / 1000,
    residentMb: process.memoryUsage().rss / 1e6,
  };
}

/** Milliseconds for the chart of a rectangle, the median of some. */
export function chartMs(): number {
  const times = Array.from({ length: 15 }, () => {
    const began = performance.now();
    sizesByCount(roomOf(document), { width: 60, height: 40 }, 2, 'turned', 8, 300);
    return performance.now() - began;
  });
  return times.sort((a, b) => a - b)[7]!;
}
