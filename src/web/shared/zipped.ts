/** Several files as one, with a note on what is in it. */
import type { ZipOptions } from 'fflate';
import type { OutputFile } from '../../core/files';
import { shownTitle, type Job } from '../../core/job';

/** Zip files carry a time; the same for all, so that the same files give the same bytes. */
const noTime = new Date(1980, 0, 1);

/** Large files are pictures, which are squeezed already. */
const largeBytes = 3e6;
const optionsFor = ({ length }: Uint8Array): ZipOptions => ({
  mtime: noTime,
  level: length > largeBytes ? 0 : 6,
});

export interface ZipNotes {
  readonly job: Job;
  readonly revision: number;
  /** What was done with the files before they were put in, in a sentence. */
  readonly checked: string;
}

export async function zipped(
  files: readonly OutputFile[],
  { job, revision, checked }: ZipNotes,
): Promise<OutputFile> {
  const { zipSync } = await import('fflate');
  const entry = (bytes: Uint8Array): [Uint8Array, ZipOptions] => [bytes, optionsFor(bytes)];
  const note = [
    `${shownTitle(job)}, revision ${revision}`,
    `${hundredths(job.piece.widthMm)} x ${hundredths(job.piece.heightMm)} mm on ${job.making.pair.material.name} by ${job.making.pair.machine.name}`,
    '',
    ...files.map(({ name, bytes }) => `${name}  (${bytes.length} bytes)`),
    '',
    `Made with Binarus. ${checked}`,
    '',
  ].join('\r\n');
  const entries = Object.fromEntries([
    ...files.map(({ name, bytes }) => [name, entry(bytes)] as const),
    ['READ-ME.txt', entry(new TextEncoder().encode(note))] as const,
  ]);
  const bytes = zipSync(entries);
  const name = `${commonName(files.map((file) => file.name))}.zip`;
  return { name, mediaType: 'application/zip', bytes };
}

const hundredths = (mm: number): string => String(Number(mm.toFixed(2)));

/** What the names of files begin with alike, in whole parts between underscores, without their kind; the first name where that is nothing. */
export function commonName(names: readonly string[]): string {
  const [first = [], ...others] = names.map((name) => name.replace(/\.[a-z0-9]+$/i, '').split('_'));
  const isAlike = (part: string, place: number): boolean => others.every((parts) => parts[place] === part);
  const differs = [...first].findIndex((part, place) => !isAlike(part, place));
  const common = differs < 1 ? first : first.slice(0, differs);
  return common.join('_');
}
