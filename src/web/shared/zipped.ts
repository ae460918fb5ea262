/** Several files as one, with a note on what is in it. */
import type { OutputFile } from '../../core/run';
import { shownTitle, type Job } from '../../core/job';

/** Zip files carry a time; the same for all, so that the same files give the same bytes. */
const noTime = new Date(1980, 0, 1);

export async function zipped(files: readonly OutputFile[], job: Job, revision: number): Promise<OutputFile> {
  const { zip } = await import('fflate');
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
    ...files.map(({ name, bytes }) => [name, [bytes, { mtime: noTime }]] as const),
    ['READ-ME.txt', [new TextEncoder().encode(note), { mtime: noTime }]] as const,
  ]);
  const bytes = await new Promise<Uint8Array>((resolve, reject) =>
    zip(entries as never, { level: 6 }, (error, data) => (error === null ? resolve(data) : reject(error))),
  );
  const name = files[0]!.name.replace(/\.[a-z0-9]+$/i, '');
  return { name: `${name}.zip`, mediaType: 'application/zip', bytes };
}
