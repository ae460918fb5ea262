/** How the sheet of a job is fetched and saved while it is edited. */
import { sheetDocumentSchema, type SheetDocument } from '../../../../core/sheet';
import { fetchTaggedSheet, keepSheet } from '../../sheetApi';
import { besideJob } from './besideJob';

export const savedSheet = besideJob<SheetDocument>(
  'binarus.sheet.',
  sheetDocumentSchema,
  async (jobId) => {
    const { sheet, tag } = await fetchTaggedSheet(jobId);
    return { document: sheet, tag, saved: null };
  },
  keepSheet,
);
