/** The files of a job, or what holds them back. */
import type { Finding } from '../finding';
import { filesOfJob, jobFileLimits, jobFileOf, shownTitle, type Job } from '../job';
import {
  CannotWrite,
  fileNames,
  formatOf,
  loadMakeSheet,
  pieceCorner,
  usualPattern,
  writeSvg,
  type Corner,
  type FileNotes,
  type FinishedPicture,
  type ModuleGrid,
  type OutputBinary,
  type WriteSetting,
} from '../output';
import { cutRegion, mirrorBox, type Box } from '../geometry';
import { markedModules, nominalParts, planPiece, type Ink, type OperationSheet } from '../plan';
import type { StandSettings } from '../piece';
import type { Library, JobResult, Made } from '../run';
import { makeSheetOf } from './makeSheetOf';
import { nameValues, downloadOf, type DownloadId } from './downloads';

export interface OutputFile {
  readonly name: string;
  readonly mediaType: string;
  readonly bytes: Uint8Array;
}

export interface MadeFile extends OutputFile {
  readonly format: DownloadId;
  /** What was drawn into it; null for what is no drawing. */
  readonly sheet: OperationSheet | null;
  /** Whether it is the piece and not its base, so that codes are in it. */
  readonly hasCodes: boolean;
  /** Where its upper left corner lies on the piece. */
  readonly corner: Corner;
}

/** What could not be written, and why, with the measured and the allowed value. */
export interface Refused {
  readonly format: DownloadId;
  readonly problem: string;
}

export type MadeFiles =
  | { readonly files: readonly MadeFile[]; readonly refused: readonly Refused[] }
  | { readonly heldBackBy: readonly Finding[] };

export interface FileRequest {
  /** Null for a document that has never been saved. */
  readonly revision: number | null;
  readonly formats: readonly DownloadId[];
  /** For names; the usual one without it. */
  readonly pattern?: string;
  readonly library: Library;
  readonly binary: (name: OutputBinary) => Promise<ArrayBuffer>;
  /** What a proof found, for the work sheet. */
  readonly proof?: string;
  readonly progress?: (share: number) => void;
}

function baseNotes(title: string, { steps, layerMm, plateMm, fitMm }: StandSettings): FileNotes {
  return {
    title: `${title}, base`,
    description: `${steps} layers of ${layerMm} mm, slot for a plate of ${plateMm} mm with ${fitMm} mm play; cut lines count the kerf`,
  };
}

/** What a file says of a job. */
export function notesOf(
  job: Job,
  { pair }: JobResult,
  { plan, piece }: Made,
  revision: number | null,
): FileNotes {
  const which = revision === null ? 'not saved' : `revision ${revision}`;
  const growth = plan.compensationMm > 0 ? `; edges drawn in by ${plan.compensationMm} mm for growth` : '';
  return {
    title: `${shownTitle(job)}, ${which}`,
    description: [
      `${job.piece.widthMm} x ${job.piece.heightMm} mm on ${pair.material.name} by ${pair.machine.name}`,
      `marks the ${markedModules[plan.marks]}${plan.reversed ? ' (reversed)' : ''}${growth}${plan.mirrored ? '; mirrored' : ''}`,
      ...piece.codes.map(
        ({ code, moduleMm }) =>
          `code ${Number(code.width.toFixed(4))} mm, module ${Number(moduleMm.toFixed(4))} mm`,
      ),
    ].join('; '),
  };
}

/** The SVG of the piece, which proofs read; null when nothing could be made. Stops do not hold it back. */
export function svgOfJob(job: Job, result: JobResult, revision: number | null): Uint8Array | null {
  const { made } = result;
  return made && writeSvg(made.plan.sheet(), notesOf(job, result, made, revision));
}

/** A file before it has its name. */
interface Unnamed extends Omit<MadeFile, 'name'> {
  readonly parts: readonly string[];
}

/** Writes what is asked for of a job as it ran. What a format cannot hold is told; the others are written. */
export async function makeFiles(job: Job, result: JobResult, request: FileRequest): Promise<MadeFiles> {
  const { made } = result;
  if (result.heldBackBy.length > 0 || made === null) return { heldBackBy: result.heldBackBy };
  const files: Unnamed[] = [];
  const refused: Refused[] = [];
  for (const [index, formatId] of request.formats.entries()) {
    const progress = (share: number): void => request.progress?.((index + share) / request.formats.length);
    progress(0);
    try {
      files.push(...(await written(formatId, job, result, made, { ...request, progress })));
    } catch (error) {
      if (!(error instanceof CannotWrite)) throw error;
      refused.push({ format: formatId, problem: error.message });
    }
  }
  const names = fileNames(
    request.pattern ?? usualPattern,
    nameValues(job, result, request.revision),
    files.map(({ format, parts }) => ({ parts, extension: downloadOf(format).extension })),
  );
  return { files: files.map(({ parts: _, ...file }, index) => ({ ...file, name: names[index]! })), refused };
}

async function written(
  id: DownloadId,
  job: Job,
  result: JobResult,
  made: Made,
  request: FileRequest,
): Promise<readonly Unnamed[]> {
  const { plan, piece } = made;
  const { mediaType, variant } = downloadOf(id);
  const notes = notesOf(job, result, made, request.revision);
  const common = { format: id, mediaType, hasCodes: true, corner: pieceCorner };
  const mirrored = plan.mirrored ? 'mirrored' : '';
  if (id === 'job') {
    const bytes = await jobFileBytes(job, request.library);
    return [{ ...common, sheet: null, hasCodes: false, parts: [], bytes }];
  }
  if (id === 'sheet') {
    const write = await loadMakeSheet();
    const bytes = await write(makeSheetOf(job, result, made, notes, request.proof), wordsIn(request.library));
    return [{ ...common, sheet: null, hasCodes: false, parts: [variant], bytes }];
  }
  if (id === 'svg-code')
    return piece.codes.map((code, index) => {
      const sheet = codeSheet(job, result, made, index);
      const window = plan.mirrored ? mirrorBox(code.quietZone, piece.widthMm) : code.quietZone;
      return {
        ...common,
        sheet: null,
        hasCodes: false,
        parts: [piece.codes.length === 1 ? variant : `${variant}-${index + 1}`, mirrored],
        bytes: writeSvg(sheet, notes, { window }),
      };
    });
  const format = formatOf(id);
  const write = await format.load();
  const setting = settingOf(job, result, made, notes, request);
  const isFinished = format.shows === 'finished-piece';
  const parts = [];
  for (const { part, ...written } of await write(plan.sheet(), setting))
    parts.push({
      ...common,
      ...written,
      sheet: plan.sheet(),
      parts: [variant, part ?? '', isFinished ? '' : mirrored],
    });
  // The base is of another sheet, often of another thickness, so it is a file of its own; a base is never mirrored.
  const { stand } = job.piece;
  if (plan.stand !== null && stand !== null && !isFinished)
    for (const { part, ...written } of await write(plan.stand, {
      ...setting,
      grid: null,
      wrapped: null,
      notes: baseNotes(notes.title, stand),
    }))
      parts.push({
        ...common,
        ...written,
        sheet: plan.stand,
        hasCodes: false,
        parts: [variant, part ?? '', 'base'],
      });
  return parts;
}

/** What a rotary axis turns: only what goes straight around, since a cone has no one diameter. */
export function wrappedOn({ piece: { bend } }: Job): { readonly diameterMm: number } | null {
  return bend !== null && bend.around === 'height' && bend.diameterMm === bend.otherDiameterMm
    ? { diameterMm: bend.diameterMm }
    : null;
}

function settingOf(
  job: Job,
  result: JobResult,
  made: Made,
  notes: FileNotes,
  { binary, progress }: FileRequest,
): WriteSetting {
  const { pair } = result;
  const { plan, piece } = made;
  const first = piece.codes[0];
  const gridOf = (code: Box): ModuleGrid => ({ xMm: code.x, yMm: code.y, moduleMm: first!.moduleMm });
  const seen = first === undefined ? null : gridOf(first.code);
  return {
    notes,
    pair,
    baseColour: pair.groundColour,
    markColour: pair.markColour,
    grid: first !== undefined && plan.mirrored ? gridOf(mirrorBox(first.code, piece.widthMm)) : seen,
    finished: () => ({ picture: finishedPicture(job, result, made), grid: seen }),
    wrapped: wrappedOn(job),
    binary,
    progress,
  };
}

/** As it is seen, growth and all: marks in their own colour where the machine has but one. */
function finishedPicture(job: Job, { pair, codes }: JobResult, { piece, plan }: Made): FinishedPicture {
  const looks = codes.map(({ settings, ground }) => ({ paint: settings.style.paint, ground }));
  const parts = nominalParts(piece, pair, { ...job.making, mirrored: false }, looks, plan.shadow);
  const markInk: Ink = { kind: 'solid', colour: plan.paintColour ?? pair.markColour };
  const openings = [...piece.openings, ...piece.holes.map(({ edge }) => edge)];
  return {
    ground: openings.length === 0 ? [piece.outline] : cutRegion([piece.outline], openings, 0.002),
    marks: parts.map(({ area, ink }) => ({
      area,
      ink: pair.machine.inks === 'single' ? markInk : ink,
    })),
  };
}

/** What is done for one code, and nothing else of the piece. */
function codeSheet(job: Job, { pair, codes }: JobResult, { piece }: Made, index: number): OperationSheet {
  const run = codes[index]!;
  const alone = {
    ...piece,
    codes: [piece.codes[index]!],
    items: [],
    holes: [],
    openings: [],
    border: null,
  };
  const look = { paint: run.settings.style.paint, ground: run.ground };
  const sheet = planPiece(alone, pair, job.making, [look]).sheet();
  return {
    ...sheet,
    operations: sheet.operations.filter(({ kind }) => kind !== 'cut' && kind !== 'base'),
  };
}

async function jobFileBytes(job: Job, library: Library): Promise<Uint8Array> {
  const made = await jobFileOf(job, library.upload);
  if ('missing' in made)
    throw new CannotWrite(
      `${made.missing.length} of the ${filesOfJob(job).length} pictures that this job needs cannot be found: choose them again.`,
    );
  const bytes = new TextEncoder().encode(`${JSON.stringify(made.file, null, 2)}\n`);
  if (bytes.length > jobFileLimits.bytes)
    throw new CannotWrite(
      `With its pictures the job file would have ${(bytes.length / 1e6).toFixed(1)} MB; ${jobFileLimits.bytes / 1e6} MB can be opened again. Save everything as an archive instead.`,
    );
  return bytes;
}

function wordsIn({ words }: Library): NonNullable<Library['words']> {
  if (words === null) throw new CannotWrite('The work sheet needs fonts, and there are none here.');
  return words;
}
