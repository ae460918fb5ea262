/** Sheets of jobs on the server. */
import type { SheetDocument } from '../../core/sheet';
import { keptSheetSchema } from '../../wire';
import { get, getTagged, putTagged } from './http';

const urlOf = (jobId: string): string => `/api/jobs/${encodeURIComponent(jobId)}/sheet`;

/** Null where none was begun. */
export const fetchSheet = async (jobId: string): Promise<SheetDocument | null> =>
  (await get(urlOf(jobId), keptSheetSchema)).sheet;

export async function fetchTaggedSheet(
  jobId: string,
): Promise<{ readonly sheet: SheetDocument | null; readonly tag: string | null }> {
  const { body, tag } = await getTagged(urlOf(jobId), keptSheetSchema);
  return { sheet: body.sheet, tag };
}
/** In place of what has the tag; see `putTagged`. */
export const keepSheet = (
  jobId: string,
  sheet: SheetDocument,
  basedOn: string | null,
): Promise<string | null> => putTagged(urlOf(jobId), { sheet }, basedOn);
