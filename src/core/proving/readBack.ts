/** Files read back from their bytes before they are handed over: measured, and photographed for the panel of readers. */
import { mirrorBox } from '../geometry';
import { anyJobSchema, filesOfJob, readJobFile, type Job } from '../job';
import { formatOf, isInColour, type FormatId, type OutputBinary } from '../output';
import { machineKinds, type OperationSheet } from '../plan';
import { proveUntil, type ProofSetup } from '../proof';
import { readersThatMissed, voting, type Reader } from '../readers';
import {
  loadBodies,
  loadDxfPaths,
  measureFile,
  runOfDrawing,
  runOfProgram,
  toolOf,
  type Check,
  type MachineRun,
  type ReadBody,
  type ReadBinary,
  type ReadSetting,
} from '../readback';
import { proofSetup } from './proveJob';
import type { JobResult, Library } from '../run';
import { makeFiles, wrappedOn, type MadeFile } from '../files';

export interface ReadBack {
  readonly checks: readonly Check[];
  /** How many of the shots each reader of the panel read; empty for files without codes. */
  readonly readers: readonly ReaderCount[];
  readonly shots: number;
  /** Why the file is not handed over; null when it is as it was meant. */
  readonly problem: string | null;
}

export interface ReaderCount {
  readonly name: string;
  readonly read: number;
}

/** Enough to tell a file that is drawn wrong; how well it reads is for the proof to say. Where a few leave a doubt, more are taken. */
const [fewShots, moreShots] = [4, 16];
/** A reader that reads so much less of the same shots than it read of the piece has another file before it, not other luck. */
const leastShare = 0.6;

export interface FileReader {
  /** Null for files that hold no drawing of the piece, such as the work sheet. */
  readonly read: (file: MadeFile) => Promise<ReadBack | null>;
}

/** Of one job as it ran. Each file is photographed in the same ways as the piece was, so that what differs is the file. */
export function startReadBack(
  job: Job,
  result: JobResult,
  readers: readonly Reader[],
  binary: (name: ReadBinary) => Promise<ArrayBuffer>,
): FileReader {
  const setup = proofSetup(job, result, null);
  const panel = voting(readers);
  const countsOf = async (view: ProofSetup, atLeast: number): Promise<readonly ReaderCount[]> => {
    const report = await proveUntil(view, panel, { isEnough: ({ shots }) => shots >= atLeast });
    return report!.readers.map(({ name, read }) => ({ name, read }));
  };
  const ofPiece = new Map<number, Promise<readonly ReaderCount[]>>();
  const wanted = (shots: number): Promise<readonly ReaderCount[]> => {
    const known = ofPiece.get(shots) ?? countsOf(setup!, shots);
    ofPiece.set(shots, known);
    return known;
  };
  /** The file beside the piece, in so many shots of the same ways. */
  const compared = async (view: ProofSetup, shots: number): Promise<Omit<ReadBack, 'checks'>> => {
    const counts = await countsOf(view, shots);
    const before = await wanted(shots);
    const lost = counts.filter(
      ({ read: now }, place) => now < Math.min(before[place]!.read * leastShare, before[place]!.read - 1),
    );
    return {
      readers: counts,
      shots,
      problem:
        lost.length === 0
          ? null
          : `What is in the file reads worse than the piece: ${readersThatMissed(
              lost.map(({ read: now }) => now),
              counts.length,
              shots,
            )}.`,
    };
  };
  const read = async (file: MadeFile): Promise<ReadBack | null> => {
    const { sheet } = file;
    if (file.format === 'job') return readJobBack(file.bytes, job);
    if (sheet === null) return null;
    const format = file.format as FormatId;
    const setting = readSettingOf(file, sheet, job, result, binary);
    const { read, checks, problem } = await measureFile(
      file.bytes,
      format,
      sheet,
      setting,
      isPartOfBody(file),
    );
    const measured = { checks, readers: [], shots: 0 };
    if (read === null || problem !== null) return { ...measured, problem };
    // DXF has outlines without inks: of a print in colours it is the cut that counts.
    const isWithoutInks = formatOf(format).extension === 'dxf' && isInColour(sheet);
    if (isWithoutInks || !file.hasCodes || isPartOfBody(file) || setup === null || panel.length === 0)
      return { ...measured, problem: null };
    const view: ProofSetup = {
      ...setup,
      raster: read.raster,
      // A picture has its colours in it, and nothing is made of it by the machine any more.
      ...(read.shows === 'finished-piece' ? asPicture(setup, result) : {}),
    };
    const few = await compared(view, fewShots);
    return { checks, ...(few.problem === null ? few : await compared(view, moreShots)) };
  };
  return { read };
}

/** A job file opened again: the job that it was made of, with every picture that this one names. */
function readJobBack(bytes: Uint8Array, job: Job): ReadBack {
  const read = readJobFile(JSON.parse(new TextDecoder().decode(bytes)));
  if ('problems' in read)
    return { checks: [], readers: [], shots: 0, problem: `It cannot be opened again. ${read.problems[0]}` };
  const { document } = read;
  const wanted = filesOfJob(job).sort();
  const found = document.files.map(({ hash }) => hash).sort();
  const isSame = JSON.stringify(document.job) === JSON.stringify(anyJobSchema.parse(job));
  const checks: readonly Check[] = [
    { name: 'job', found: isSame ? 'the same' : 'another', wanted: 'the same', holds: isSame },
    {
      name: 'pictures that it needs',
      found: String(found.length),
      wanted: String(wanted.length),
      holds: wanted.join() === found.join(),
    },
  ];
  const wrong = checks.find(({ holds }) => !holds);
  return {
    checks,
    readers: [],
    shots: 0,
    problem: wrong === undefined ? null : `${wrong.name}: ${wrong.found} instead of ${wrong.wanted}.`,
  };
}

/** How a picture of the finished piece is photographed: as it is, seen from its front. */
function asPicture({ codes }: ProofSetup, { made }: JobResult): Partial<ProofSetup> {
  const { plan, piece } = made!;
  return {
    baseColour: '#ffffff',
    markColour: '#000000',
    machine: null,
    texture: { kind: 'plain', amplitude: 0 },
    seenFromBehind: false,
    codes: codes.map((code) => ({
      ...code,
      quietZone: plan.mirrored ? mirrorBox(code.quietZone, piece.widthMm) : code.quietZone,
    })),
  };
}

/** Marks without their base are no code. */
const isPartOfBody = ({ format }: MadeFile): boolean => format === 'stl-bodies';

/** What the bytes of a file do not say. */
function readSettingOf(
  { corner }: Pick<MadeFile, 'corner'>,
  sheet: OperationSheet,
  job: Job,
  { pair }: JobResult,
  binary: ReadSetting['binary'],
): ReadSetting {
  return {
    corner,
    heightMm: sheet.heightMm,
    tool: toolOf(pair),
    groundColour: pair.groundColour,
    wrappedMm: wrappedOn(job)?.diameterMm ?? null,
    binary,
  };
}

/** What the machine does: ways of its head, or bodies that it builds, both from the bytes of a file. */
export type Watched =
  | { readonly kind: 'ways'; readonly run: MachineRun }
  | {
      readonly kind: 'bodies';
      readonly bodies: readonly (ReadBody & { readonly colour: string })[];
      readonly layerMm: number;
      /** Counted from 1. */
      readonly changesAt: readonly number[];
    };

/** Null where it works all at once, or nothing could be made. */
export async function watchMachine(
  job: Job,
  result: JobResult,
  library: Library,
  binary: (name: OutputBinary | ReadBinary) => Promise<ArrayBuffer>,
): Promise<Watched | null> {
  const { pair } = result;
  const { kind, layerMm } = pair.machine;
  const format = machineKinds[kind].watchedFormat;
  if (format === null) return null;
  const made = await makeFiles(
    job,
    { ...result, heldBackBy: [] },
    {
      revision: null,
      formats: [format],
      library,
      binary,
    },
  );
  const file = 'files' in made ? made.files[0] : undefined;
  if (file === undefined || file.sheet === null) return null;
  if (format === '3mf') {
    const colours = { base: pair.groundColour, marks: pair.markColour };
    return {
      kind: 'bodies',
      layerMm: layerMm ?? 0.2,
      changesAt: result.made?.plan.body?.changesAt ?? [],
      bodies: (await loadBodies())(file.bytes).map((body) => ({
        ...body,
        colour: body.name === 'marks' ? colours.marks : colours.base,
      })),
    };
  }
  const setting = readSettingOf(file, file.sheet, job, result, binary);
  const run =
    format === 'gcode'
      ? runOfProgram(file.bytes, setting)
      : runOfDrawing((await loadDxfPaths())(file.bytes, setting).paths, pair);
  return { kind: 'ways', run };
}
