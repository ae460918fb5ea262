/** Work that can take long, or is done on bytes from elsewhere: done in child processes, where a limit can end it. */
import { cleanUpload, type CleanUpload } from '../../core/logo';
import { stageArchive } from '../archive';
import { readSentRevisions, severityOf } from '../jobs';
import { readLog } from '../links';

export const tasks = {
  severity: severityOf,
  clean: (bytes: Uint8Array): Promise<CleanUpload> => Promise.resolve(cleanUpload(bytes)),
  revisions: readSentRevisions,
  archive: stageArchive,
  readLog,
} as const;
