/** Work that can take long, or is done on bytes from elsewhere: done in child processes, where a limit can end it. */
import { cleanUpload, type CarriedFile, type CleanUpload } from '../../core/logo';
import { checkedFiles, type OpenedJobFile } from '../../node/carriedFiles';
import { stageArchive } from '../archive';
import { readSentJobFile, readSentRevisions, severityOf } from '../jobs';
import { readLog } from '../links';

export const tasks = {
  severity: severityOf,
  clean: (bytes: Uint8Array): Promise<CleanUpload> => Promise.resolve(cleanUpload(bytes)),
  carried: (files: readonly CarriedFile[]) => Promise.resolve(checkedFiles(files)),
  jobFile: (bytes: Uint8Array): Promise<OpenedJobFile> => Promise.resolve(readSentJobFile(bytes)),
  revisions: readSentRevisions,
  archive: stageArchive,
  readLog,
} as const;
