/** Forwarding links and who came. */
import { z } from '../../../core/schema';
import {
  answeredSchema,
  askAddressSchema,
  askKnownLinkSchema,
  askLinksSchema,
  askVisitsSchema,
  createLinkSchema,
  publicAccessSchema,
  knownLinkSchema,
  linkIdSchema,
  linkListSchema,
  linkPiecesSchema,
  linkRevisionsSchema,
  linkSettingsSchema,
  readLogSchema,
  savedLinkSchema,
  saveLinkSchema,
  tableFormSchema,
  triedLinkSchema,
  tryLinkSchema,
  visitsSchema,
  workIdSchema,
} from '../../../wire';
import { link } from './examples';
import { ask, bytes, empty, json, nothing, type Operation } from './operation';

export const linksOperations: readonly Operation[] = [
  ask('get', '/api/links', 'Lists forwarding links, a page at a time.', json(linkListSchema), {
    query: askLinksSchema,
    example: { find: 'reg' },
  }),
  ask('post', '/api/links', 'Makes a forwarding link.', json(savedLinkSchema, 201), {
    body: createLinkSchema,
    example: { name: 'Tides', target: 'https://ternquay.example/tides', slug: null },
  }),
  ask('get', '/api/links/of', 'Finds the link that an address is of.', json(knownLinkSchema), {
    query: askKnownLinkSchema,
    example: { address: 'https://go.ternquay.example/REGATTA' },
  }),
  ask('put', '/api/links/settings', 'Changes settings of all links; what is not named stays.', nothing, {
    body: linkSettingsSchema.partial(),
    example: { base: 'https://go.ternquay.example' },
  }),
  ask('post', '/api/links/door/open', 'Opens the links to the public.', json(publicAccessSchema), {
    body: empty,
    example: {},
  }),
  ask('post', '/api/links/door/close', 'Closes the links to the public.', json(publicAccessSchema), {
    body: empty,
    example: {},
  }),
  ask('get', '/api/links/visits', 'Sums up who came.', json(visitsSchema), {
    query: askVisitsSchema,
    example: { from: '2026-07-01', to: '2026-08-01', zone: 'Europe/London' },
  }),
  ask('get', '/api/links/privacy', 'Gives a page that says what is counted.', bytes('text/html')),
  ask('post', '/api/links/ask', 'Asks whether an address answers.', json(answeredSchema), {
    body: askAddressSchema,
    example: { address: 'http://127.0.0.1:9/nobody' },
  }),
  ask(
    'get',
    '/api/links/table/{form}',
    'Gives all links as a table for another web server.',
    bytes('application/zip'),
    { params: { form: tableFormSchema } },
  ),
  ask(
    'get',
    '/api/links/table/{form}/uncarried',
    'Says which rules such a table cannot carry.',
    json(
      z.strictObject({
        addresses: z.int(),
        uncarried: z.array(z.strictObject({ link: z.string(), what: z.enum(['schedule', 'phone']) })),
      }),
    ),
    { params: { form: tableFormSchema } },
  ),
  ask(
    'post',
    '/api/links/log',
    'Counts visits of an access log, from where it was read last.',
    json(readLogSchema),
    { bodyType: 'application/octet-stream', query: z.object({ work: workIdSchema.optional() }) },
  ),
  ask('get', '/api/links/{id}', 'Gives a link.', json(savedLinkSchema), { params: { id: linkIdSchema } }),
  ask(
    'put',
    '/api/links/{id}',
    'Saves a revision of a link; 409 where another was saved meanwhile.',
    json(savedLinkSchema),
    { params: { id: linkIdSchema }, body: saveLinkSchema, example: { baseRevision: 1, link } },
  ),
  ask('get', '/api/links/{id}/revisions', 'Lists the revisions of a link.', json(linkRevisionsSchema), {
    params: { id: linkIdSchema },
  }),
  ask('get', '/api/links/{id}/pieces', 'Lists what holds one of its addresses.', json(linkPiecesSchema), {
    params: { id: linkIdSchema },
  }),
  ask('post', '/api/links/{id}/try', 'Says where a visit would be sent.', json(triedLinkSchema), {
    params: { id: linkIdSchema },
    body: tryLinkSchema,
    example: { at: '2026-07-04T12:00:00Z', phone: null },
  }),
  ask('delete', '/api/links/{id}', 'Deletes a link whose address stands on nothing.', nothing, {
    params: { id: linkIdSchema },
  }),
];
