/** Sheets of jobs on the server. */
import type { SheetDocument } from '../../core/sheet';
import { keptSheetSchema } from '../../wire';
import { get, jsonRequest, request } from './http';

const at = (jobId: string): string => `/api/jobs/${encodeURIComponent(jobId)}/sheet`;

/** Null where none was begun. */
export const fetchSheet = async (jobId: string): Promise<SheetDocument | null> =>
  (await get(at(jobId), keptSheetSchema)).sheet;

export async function keepSheet(jobId: string, sheet: SheetDocument): Promise<void> {
  await request(at(jobId), jsonRequest('PUT', { sheet }));
}
