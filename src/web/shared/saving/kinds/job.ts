/** How a job is fetched and saved while it is edited. */
import { anyJobSchema, type Job } from '../../../../core/job';
import type { SavedJob } from '../../../../wire';
import { fetchJob, saveRevision } from '../../api';
import type { SavedKind, ServerVersion } from '../saving';

const jobVersion = (saved: SavedJob): ServerVersion<Job, SavedJob> => ({
  document: saved.document,
  tag: saved.revision,
  saveId: saved.saveId,
  saved,
});

export const savedJob: SavedKind<Job, SavedJob> = {
  draftPrefix: 'binarus.draft.',
  schema: anyJobSchema,
  fetch: async (id) => jobVersion(await fetchJob(id)),
  save: async (id, job, basedOn, saveId) => jobVersion(await saveRevision(id, Number(basedOn), job, saveId)),
  isByField: false,
};
