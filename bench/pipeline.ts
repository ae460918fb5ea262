/** The way from key press to limits, and the proof. */
import { logoAssets } from '../src/node/logoAssets';
import { loadProofBinaries } from '../src/node/proofBinaries';
import { countCorners } from '../src/core/artwork';
import { type CodeSettings, type Job, newJob, itemsOf } from '../src/core/job';
import { pathData } from '../src/core/output';
import { plainPiece } from '../src/core/piece';
import { findPair } from '../src/content';
import { farthestMm } from '../src/core/camera';
import {
  fillMap,
  fullShotCount,
  openStudio,
  planMap,
  prove,
  shootCell,
  startProof,
  type ProofSetup,
} from '../src/core/proof';
import { voting, type Reader } from '../src/core/readers';
import { createLibrary, runJob, emptyLibrary } from '../src/core/run';
import { proofSetup } from '../src/core/proving';
import { JobPress } from '../src/engine/press';
import { sampleLengths, sampleMessage } from './encoders';
import { quantile } from './timing';

function plateOf(address: string): Job {
  return newJob({
    message: { kind: 'web', address },
    pair: findPair('black-anodised-aluminium', 'co2-laser'),
    codeWidthMm: 60,
    pieceSizeMm: { width: 90, height: 90 },
  });
}

export interface PressRow {
  readonly name: string;
  readonly medianMs: number;
  readonly p95Ms: number;
  readonly budgetMs: number | null;
}

/** A version 5 code five times more, and words, frames and lines: forty items in all. */
function crowdedJob(): Job {
  const start = plateOf('https://ternquay.example/berth/17?from=plate');
  const [code] = start.codes as [CodeSettings];
  const at = (place: number): CodeSettings['placement'] => ({
    ...code.placement,
    widthMm: 40,
    xMm: 20 + (place % 3) * 60,
    yMm: 20 + Math.floor(place / 3) * 60,
  });
  const codes = Array.from({ length: 6 }, (_, place) => ({
    ...code,
    id: `code-${place + 1}`,
    placement: at(place),
  }));
  const items = itemsOf([
    ...codes.map(({ id }) => ({
      kind: 'frame' as const,
      around: id,
      shape: 'band' as const,
      bandMm: 5,
      text: 'SCAN ME',
    })),
    ...Array.from({ length: 34 }, (_, place) => ({
      kind: 'words' as const,
      text: `Berth ${place}`,
      capitalMm: 3,
      xMm: 10 + (place % 7) * 27,
      yMm: 140 + Math.floor(place / 7) * 10,
    })),
  ]);
  return { ...start, codes, piece: { ...plainPiece(200, 200, 3), items } };
}

/** A key press in the message of one of six codes, beside forty items that stay as they are. */
export async function crowdedRow(): Promise<PressRow> {
  const library = createLibrary(logoAssets(() => Promise.resolve(null)));
  const press = new JobPress(library, () => Promise.reject(new Error('no renderer')));
  const start = crowdedJob();
  const samples: number[] = [];
  for (let key = 0; key < 160; key++) {
    const [first, ...others] = start.codes as [CodeSettings, ...CodeSettings[]];
    const address = `https://ternquay.example/berth/17?from=plat${'abcdefghijklmnopqrstuvwxyz'[key % 26]}`;
    const job: Job = {
      ...start,
      codes: [{ ...first, message: plateOf(address).codes[0]!.message }, ...others],
    };
    const started = performance.now();
    const view = await press.press(job, first.id);
    samples.push(performance.now() - started);
    if (view.made?.codes.length !== 6) throw new Error('expected six codes');
  }
  const warm = samples.slice(40);
  return {
    name: 'key press to limits and drawn paths, six codes, forty items',
    medianMs: quantile(warm, 0.5),
    p95Ms: quantile(warm, 0.95),
    budgetMs: 16,
  };
}

/** With the finished piece looked at; what the machine does costs its outlines besides, and has no budget. */
const pressCases = [
  { version: 3, showsMarks: false, budgetMs: null },
  { version: 10, showsMarks: false, budgetMs: 5 },
  { version: 40, showsMarks: false, budgetMs: 33 },
  { version: 10, showsMarks: true, budgetMs: null },
  { version: 40, showsMarks: true, budgetMs: null },
] as const;

/** Each key press types another last character, so that no stage can take anything over. */
export async function pressRows(): Promise<PressRow[]> {
  const rows: PressRow[] = [];
  for (const { version, showsMarks, budgetMs } of pressCases) {
    const address = sampleMessage(sampleLengths[version]);
    const press = new JobPress(emptyLibrary, () => Promise.reject(new Error('no renderer')));
    const samples: number[] = [];
    for (let key = 0; key < 260; key++) {
      const job = plateOf(address.slice(0, -1) + 'abcdefghijklmnopqrstuvwxyz'[key % 26]);
      const started = performance.now();
      const view = await press.press(job, job.codes[0]!.id, showsMarks);
      samples.push(performance.now() - started);
      if (view.made?.version !== version)
        throw new Error(`expected version ${version}, got ${view.made?.version}`);
    }
    const warm = samples.slice(60);
    rows.push({
      name: `key press to limits and drawn paths${showsMarks ? ' of the machine' : ''}, version ${version}`,
      medianMs: quantile(warm, 0.5),
      p95Ms: quantile(warm, 0.95),
      budgetMs,
    });
  }
  return rows;
}

export interface ProofRow {
  readonly name: string;
  readonly medianMs: number;
  readonly readersMs: number;
  readonly budgetMs: number | null;
}

/** First verdict and full proof from the chosen distance, readers' own time beside. */
export async function proofRows(): Promise<ProofRow[]> {
  const job = newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair('black-anodised-aluminium', 'co2-laser'),
  });
  const setup = proofSetup(job, runJob(job), 1)!;
  let readersMs = 0;
  const readers = (await startProof(await loadProofBinaries())).map((reader) => ({
    ...reader,
    read: async (...args: Parameters<typeof reader.read>) => {
      const started = performance.now();
      const text = await reader.read(...args);
      readersMs += performance.now() - started;
      return text;
    },
  }));
  const first: number[] = [];
  const full: number[] = [];
  const inReaders = { first: [] as number[], full: [] as number[] };
  for (let round = 0; round < 7; round++) {
    readersMs = 0;
    const started = performance.now();
    for await (const { shots } of prove(setup, readers)) {
      if (shots === 4) {
        first.push(performance.now() - started);
        inReaders.first.push(readersMs);
      }
    }
    full.push(performance.now() - started);
    inReaders.full.push(readersMs);
  }
  const row = (name: string, samples: number[], inside: number[], budgetMs: number | null): ProofRow => ({
    name,
    medianMs: quantile(samples.slice(1), 0.5),
    readersMs: quantile(inside.slice(1), 0.5),
    budgetMs,
  });
  return [
    row('first proof verdict', first, inReaders.first, 300),
    row('proof of twenty shots, version 3, one worker of two', full, inReaders.full, 1200),
    await largeProofRow(readers),
    await mapRow(setup, readers),
  ];
}

/** A version 40 symbol at four pixels a module, which fills the frame. */
async function largeProofRow(readers: readonly Reader[]): Promise<ProofRow> {
  const job = newJob({
    message: { kind: 'web', address: `https://ternquay.example/${'berth/'.repeat(370)}` },
    pair: findPair('white-vinyl', 'ink-jet-600dpi'),
    codeWidthMm: 180,
    pieceSizeMm: { width: 220, height: 220 },
  });
  const { moduleMm } = runJob(job).made!.piece.codes[0]!;
  const far = {
    ...job,
    reading: { distanceM: farthestMm(moduleMm, 4) / 1000, heightM: null },
  };
  const setup = proofSetup(far, runJob(far), 1)!;
  const started = performance.now();
  let shots = 0;
  for await (const report of prove(setup, readers)) ({ shots } = report);
  if (shots !== fullShotCount) throw new Error(`expected ${fullShotCount} shots, took ${shots}`);
  const medianMs = performance.now() - started;
  return {
    name: 'proof of twenty shots, version 40, one worker of two',
    medianMs,
    readersMs: NaN,
    budgetMs: 16_000,
  };
}

/** Nodes that the SVG path of a version 10 symbol has, and the corners that its outline cannot do without. */
export function outlineRow(): { nodes: number; fewest: number } {
  const { artwork, symbol } = runJob(plateOf(sampleMessage(sampleLengths[10]))).made!.codes[0]!;
  const nodes = pathData(artwork.dark).match(/[MLHVACQ]/g)!.length;
  return { nodes, fewest: countCorners(symbol) };
}

/** A map of distance and tilt on one worker; in the page two share it. */
async function mapRow(setup: ProofSetup, readers: readonly Reader[]): Promise<ProofRow> {
  const panel = voting(readers);
  const studio = openStudio(setup);
  const started = performance.now();
  await fillMap(planMap(setup, 'distance-tilt'), panel.length, [
    (cell, wanted) => shootCell(studio, panel, cell, wanted),
  ]);
  return {
    name: 'map of distance and tilt, version 3, one worker of two',
    medianMs: performance.now() - started,
    readersMs: NaN,
    budgetMs: 6000,
  };
}

export interface ShareRow {
  readonly version: number;
  /** All of a proof beside its readers' own time. */
  readonly times: number;
}

/** What simulation adds to the time of the voting readers. */
export async function simulationRows(): Promise<ShareRow[]> {
  let readersMs = 0;
  const panel = voting(await startProof(await loadProofBinaries())).map((reader) => ({
    ...reader,
    read: async (...args: Parameters<typeof reader.read>) => {
      const began = performance.now();
      const text = await reader.read(...args);
      readersMs += performance.now() - began;
      return text;
    },
  }));
  const rows: ShareRow[] = [];
  for (const version of [3, 10, 25, 40] as const) {
    const start = newJob({
      message: { kind: 'web', address: sampleMessage({ ...sampleLengths, 25: 1000 }[version]) },
      pair: findPair('white-vinyl', 'ink-jet-600dpi'),
      codeWidthMm: 90,
      pieceSizeMm: { width: 120, height: 120 },
    });
    const { moduleMm } = runJob(start).made!.piece.codes[0]!;
    const job = { ...start, reading: { distanceM: farthestMm(moduleMm, 4) / 1000, heightM: null } };
    const setup = proofSetup(job, runJob(job), 1)!;
    for await (const { shots } of prove(setup, panel, { ofShots: 4 })) if (shots >= 4) break;
    readersMs = 0;
    const began = performance.now();
    for await (const { shots } of prove(setup, panel, { ofShots: version === 40 ? 8 : 20 })) void shots;
    rows.push({ version, times: (performance.now() - began) / readersMs });
  }
  return rows;
}
