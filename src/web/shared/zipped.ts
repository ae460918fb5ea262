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

export async function zipped(files: readonly OutputFile[], job: Job, revision: number): Promise<OutputFile> {
  const { zipSync } = await import('fflate');
  const entry = (bytes: Uint8Array): [Uint8Array, ZipOptions] => [bytes, optionsFor(bytes)];
  const note = [
    `${shownTitle(job)}, revision ${revision}`,
    `${job.piece.widthMm} x ${job.piece.heightMm} mm on ${job.making.pair.material.name} by ${job.making.pair.machine.name}`,
    '',
    ...files.map(({ name, bytes }) => `${name}  (${bytes.length} bytes)`),
    '',
    'Made with Binarus. Each file was read back before it was put in here.',
    '',
  ].join('\r\n');
  const entries = Object.fromEntries([
    ...files.map(({ name, bytes }) => [name, entry(bytes)] as const),
    ['READ-ME.txt', entry(new TextEncoder().encode(note))] as const,
  ]);
  const bytes = zipSync(entries);
  const name = files[0]!.name.replace(/\.[a-z0-9]+$/i, '');
  return { name: `${name}.zip`, mediaType: 'application/zip', bytes };
}
