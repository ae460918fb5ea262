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

const urlOf = (jobId: string): string => `/api/jobs/${encodeURIComponent(jobId)}/checks`;

export const listChecks = (jobId: string): Promise<CheckList> => get(urlOf(jobId), checkListSchema);

export const keepCheck = (jobId: string, check: SaveCheck): Promise<KeptCheck> =>
  send('POST', urlOf(jobId), check, keptCheckSchema);

export async function deleteCheck(jobId: string, id: string): Promise<void> {
  await request(`${urlOf(jobId)}/${encodeURIComponent(id)}`, jsonRequest('DELETE', {}));
}

/** Jobs whose code has this message. */
export const jobsThatSay = async (payload: string) =>
  (await send('POST', '/api/shelf/twins', { payload }, twinsSchema)).jobs;
