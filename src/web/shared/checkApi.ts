/** Checks of finished pieces on the server. */
import {
  checkListSchema,
  keptCheckSchema,
  twinsSchema,
  type CheckList,
  type KeptCheck,
  type SaveCheck,
} from '../../wire';
import { get, jsonRequest, request, send } from './http';

const at = (jobId: string): string => `/api/jobs/${encodeURIComponent(jobId)}/checks`;

export const listChecks = (jobId: string): Promise<CheckList> => get(at(jobId), checkListSchema);

export const keepCheck = (jobId: string, check: SaveCheck): Promise<KeptCheck> =>
  send('POST', at(jobId), check, keptCheckSchema);

export async function deleteCheck(jobId: string, id: string): Promise<void> {
  await request(`${at(jobId)}/${encodeURIComponent(id)}`, jsonRequest('DELETE', {}));
}

/** Jobs whose code has this message. */
export const jobsThatSay = async (payload: string) =>
  (await send('POST', '/api/shelf/twins', { payload }, twinsSchema)).jobs;
