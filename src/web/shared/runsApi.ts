/** Series that the server makes, and the register of what was made. */
import {
  madeBeforeSchema,
  registerSchema,
  runListSchema,
  runSchema,
  type AskRegister,
  type AskRun,
  type MadeBefore,
  type MadePiece,
  type Register,
  type Run,
} from '../../wire';
import { get, jsonRequest, request, send } from './http';
import { madeOnce } from './madeOnce';

const ofJob = (jobId: string): string => `/api/jobs/${encodeURIComponent(jobId)}/runs`;
const urlOf = (id: string): string => `/api/runs/${id}`;

/** The newest first. */
export const fetchRunsOf = async (jobId: string): Promise<readonly Run[]> =>
  (await get(ofJob(jobId), runListSchema)).runs;
export const fetchRuns = async (): Promise<readonly Run[]> => (await get('/api/runs', runListSchema)).runs;
export const fetchRun = (id: string): Promise<Run> => get(urlOf(id), runSchema);

export const askRun = (jobId: string, ask: AskRun): Promise<Run> =>
  madeOnce(`run of ${jobId}`, ask, (id) => send('POST', ofJob(jobId), { ...ask, id }, runSchema));
export const giveUpRun = (id: string): Promise<Run> => send('POST', `${urlOf(id)}/give-up`, {}, runSchema);
export const goOnWithRun = (id: string): Promise<Run> => send('POST', `${urlOf(id)}/go-on`, {}, runSchema);
/** One piece of a run once more. */
export const makeAgain = (id: string, row: number, form: Run['form']): Promise<Run> =>
  madeOnce(`again of ${id}`, { row, form }, (newId) =>
    send('POST', `${urlOf(id)}/again`, { row, form, id: newId }, runSchema),
  );
export async function forgetRun(id: string): Promise<void> {
  await request(urlOf(id), jsonRequest('DELETE', {}));
}
/** The browser fetches it by itself. */
export const filesOfRun = (id: string): string => `${urlOf(id)}/files`;

export function fetchRegister(ask: AskRegister): Promise<Register> {
  const asked = Object.entries(ask).filter(([, value]) => value !== undefined && value !== '');
  const query = new URLSearchParams(asked.map(([name, value]) => [name, String(value)]));
  return get(`/api/register?${query.toString()}`, registerSchema);
}
/** Which of these messages stand on a piece already. */
export const fetchMadeBefore = async (payloads: readonly string[]): Promise<readonly MadeBefore[]> =>
  payloads.length === 0
    ? []
    : (await send('POST', '/api/register/made', { payloads }, madeBeforeSchema)).made;
export async function notePiece({ runId, row, copy }: MadePiece, note: string): Promise<void> {
  await request(`/api/register/${runId}/${row}/${copy}/note`, jsonRequest('PUT', { note }));
}
