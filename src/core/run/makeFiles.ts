/** The files of a job, or what holds them back. */
import type { Finding } from '../finding';
import { shownTitle, titleOf, type Job } from '../job';
import { fileName, outputFormats, type FileNotes, type FormatId } from '../output';
import type { StandSettings } from '../piece';
import type { JobResult } from './runJob';

export interface OutputFile {
  readonly name: string;
  readonly mediaType: string;
  readonly bytes: Uint8Array;
}

export type MadeFiles =
  { readonly files: readonly OutputFile[] } | { readonly heldBackBy: readonly Finding[] };

function baseNotes(title: string, { steps, layerMm, plateMm, fitMm }: StandSettings): FileNotes {
  return {
    title: `${title}, base`,
    description: `${steps} layers of ${layerMm} mm, slot for a plate of ${plateMm} mm with ${fitMm} mm play; cut lines count the kerf`,
  };
}

/** Writes the files of a job as it ran. `revision` is null for a document that has never been saved. */
export function makeFiles(
  job: Job,
  result: JobResult,
  revision: number | null,
  formats: readonly FormatId[],
): MadeFiles {
  if (result.heldBackBy.length > 0 || result.made === null) return { heldBackBy: result.heldBackBy };
  const { plan, piece } = result.made;
  const nameFields = {
    job: titleOf(job),
    revision,
    widthMm: job.piece.widthMm,
    heightMm: job.piece.heightMm,
    material: result.pair.material.name,
    mirrored: plan.mirrored,
  };
  const which = revision === null ? 'not saved' : `revision ${revision}`;
  const growth = plan.compensationMm > 0 ? `; edges drawn in by ${plan.compensationMm} mm for growth` : '';
  const notes = {
    title: `${shownTitle(job)}, ${which}`,
    description: [
      `${job.piece.widthMm} x ${job.piece.heightMm} mm on ${result.pair.material.name} by ${result.pair.machine.name}`,
      `marks the ${plan.marks}${plan.reversed ? ' (reversed)' : ''}${growth}${plan.mirrored ? '; mirrored' : ''}`,
      ...piece.codes.map(
        ({ code, moduleMm }) => `code ${code.width} mm, module ${Number(moduleMm.toFixed(4))} mm`,
      ),
    ].join('; '),
  };
  return {
    files: outputFormats
      .filter(({ id }) => formats.includes(id))
      .flatMap((format) => [
        {
          name: fileName(nameFields, format.id),
          mediaType: format.mediaType,
          bytes: format.write(plan.sheet(), notes),
        },
        // The base is of another sheet, often of another thickness, so it is a file of its own.
        ...(plan.stand === null || job.piece.stand === null
          ? []
          : [
              {
                name: fileName({ ...nameFields, part: 'base' }, format.id),
                mediaType: format.mediaType,
                bytes: format.write(plan.stand, baseNotes(notes.title, job.piece.stand)),
              },
            ]),
      ]),
  };
}
