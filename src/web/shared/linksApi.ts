/** Forwarding links on the server. */
import type { Link, PhoneKind, TableForm } from '../../core/links';
import { z } from '../../core/schema';
import {
  answeredSchema,
  knownLinkSchema,
  linkPiecesSchema,
  linkListSchema,
  linkRevisionsSchema,
  readLogSchema,
  savedLinkSchema,
  triedLinkSchema,
  visitsSchema,
  type Answered,
  type AskLinks,
  type AskVisits,
  type CreateLink,
  type PublicAccess,
  type KnownLink,
  type LinkList,
  type LinkPiece,
  type LinkRevision,
  type LinkSettings,
  type ReadLog,
  type SavedLink,
  type TriedLink,
  type Visits,
} from '../../wire';
import { answerOf, get, jsonRequest, request, send } from './http';
import { madeOnce } from './madeOnce';
import { longRequest } from './useLongWork';

const urlOf = (id: string): string => `/api/links/${id}`;

const query = (asked: object): string =>
  new URLSearchParams(
    Object.entries(asked).flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]])),
  ).toString();

export const fetchLinks = (ask: AskLinks): Promise<LinkList> =>
  get(`/api/links?${query(ask)}`, linkListSchema);
export const fetchLink = (id: string): Promise<SavedLink> => get(urlOf(id), savedLinkSchema);
export const fetchLinkPieces = async (id: string): Promise<readonly LinkPiece[]> =>
  (await get(`${urlOf(id)}/pieces`, linkPiecesSchema)).pieces;
/** The server asks it; takes up to ten seconds. */
export const askAddress = (address: string): Promise<Answered> =>
  send('POST', '/api/links/ask', { address }, answeredSchema);
export const fetchKnownLink = (address: string): Promise<KnownLink> =>
  get(`/api/links/of?${query({ address })}`, knownLinkSchema);
export const createLink = (wish: CreateLink): Promise<SavedLink> =>
  madeOnce('link', wish, (id) => send('POST', '/api/links', { ...wish, id }, savedLinkSchema));
export const saveLink = (id: string, baseRevision: number, link: Link, saveId: string): Promise<SavedLink> =>
  send('PUT', urlOf(id), { baseRevision, link, saveId }, savedLinkSchema);
export async function removeLink(id: string): Promise<void> {
  await request(urlOf(id), jsonRequest('DELETE', {}));
}
export const fetchLinkRevisions = async (id: string): Promise<readonly LinkRevision[]> =>
  (await get(`${urlOf(id)}/revisions`, linkRevisionsSchema)).revisions;
export const tryLink = (id: string, when: string, phone: PhoneKind | null): Promise<TriedLink> =>
  send('POST', `${urlOf(id)}/try`, { at: when, phone }, triedLinkSchema);
/** Those that are given; the others stay as they are. */
export async function saveLinkSettings(settings: Partial<LinkSettings>): Promise<void> {
  await request('/api/links/settings', jsonRequest('PUT', settings));
}
const accessSchema = linkListSchema.shape.door;
export const openToPublic = (): Promise<PublicAccess> =>
  send('POST', '/api/links/door/open', {}, accessSchema);
export const closeToPublic = (): Promise<PublicAccess> =>
  send('POST', '/api/links/door/close', {}, accessSchema);
export const fetchVisits = (ask: AskVisits): Promise<Visits> =>
  get(`/api/links/visits?${query(ask)}`, visitsSchema);
export const tableAddress = (form: TableForm): string => `/api/links/table/${form}`;
const uncarriedSchema = z.strictObject({
  addresses: z.int(),
  uncarried: z.array(z.strictObject({ link: z.string(), what: z.enum(['schedule', 'phone']) })),
});
export const fetchUncarried = (form: TableForm) => get(`${tableAddress(form)}/uncarried`, uncarriedSchema);
export const sendLog = async (file: File, query: string, signal: AbortSignal): Promise<ReadLog> =>
  answerOf(
    await longRequest(`/api/links/log?${query}`, 'application/octet-stream', file, signal),
    readLogSchema,
  );
