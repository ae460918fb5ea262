/** House styles and revisions of many jobs on the server. */
import type { Look, Job } from '../../core/job';
import {
  houseStyleListSchema,
  houseStyleSchema,
  styleDocumentSchema,
  type HouseStyle,
  type StyleDocument,
} from '../../wire';
import { get, jsonRequest, request, send } from './http';

const base = '/api/house-styles';

export const listHouseStyles = async (): Promise<HouseStyle[]> =>
  (await get(base, houseStyleListSchema)).houseStyles;

/** Keeps a look under a name; the one that had the name before is replaced. */
export const saveHouseStyle = (name: string, look: Look): Promise<HouseStyle> =>
  send('POST', base, { name, look }, houseStyleSchema);

export async function removeHouseStyle(id: string): Promise<void> {
  await request(`${base}/${id}`, jsonRequest('DELETE', {}));
}

/** Gives a collection its house style, or none with null. */
export async function assignHouseStyle(collection: string, houseStyleId: string | null): Promise<void> {
  await request(`${base}/collection`, jsonRequest('PUT', { collection, houseStyleId }));
}

export const importHouseStyle = (document: unknown): Promise<HouseStyle> =>
  send('POST', `${base}/import`, document, houseStyleSchema);

/** The document of a house style, files included. */
export const houseStyleDocument = (id: string): Promise<StyleDocument> =>
  get(`${base}/${id}/document`, styleDocumentSchema);

/** Adds a revision to each job, all or none. */
export async function reviseJobs(
  jobs: readonly { readonly id: string; readonly baseRevision: number; readonly document: Job }[],
): Promise<void> {
  await request('/api/shelf/revise', jsonRequest('POST', { jobs }));
}
