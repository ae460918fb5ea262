/** Links for the owner, over HTTP: these routes are on the house's own listener, never at the forwarding server. */
import express from 'express';
import { ZipFile } from 'yazl';
import { forward, linkTable, privacyPage, rowsOfLinks, slugOf, uncarried } from '../../core/links';
import {
  askAddressSchema,
  askKnownLinkSchema,
  askLinksSchema,
  askVisitsSchema,
  createLinkSchema,
  linkIdSchema,
  linkSettingsSchema,
  saveLinkSchema,
  tableFormSchema,
  tryLinkSchema,
  type SavedLink,
} from '../../wire';
import { type LongWorks, checked, Problem } from '../http';
import { askAddress } from './asking';
import type { KeptLink } from './store';
import type { Links } from './links';

const thirtyDaysMs = 30 * 24 * 3600 * 1000;
const unknown = (): Problem => new Problem(404, 'There is no such link.');

export function linkRoutes(links: Links): express.Router {
  const routes = express.Router();
  const idOf = (request: express.Request): string => checked(linkIdSchema, request.params.id);
  const linkOf = (request: express.Request): KeptLink => {
    const link = links.find(idOf(request));
    if (link === null) throw unknown();
    return link;
  };
  const withVisits = (kept: readonly KeptLink[]): SavedLink[] => {
    links.visits.flush();
    const since = Date.now() - thirtyDaysMs;
    return kept.map((one) => ({
      ...one,
      visits: links.visits.since(
        one.link.places.map(({ slug }) => slug),
        since,
      ),
    }));
  };

  routes.get('/', (request, response) => {
    const { links: page, total } = links.page(checked(askLinksSchema, request.query));
    response.json({
      links: withVisits(page),
      total,
      ...links.groups(),
      settings: links.settings(),
      door: links.publicAccess(),
    });
  });
  routes.post('/', (request, response) => {
    response.status(201).json(withVisits([links.create(checked(createLinkSchema, request.body))])[0]);
  });
  routes.get('/of', (request, response) => {
    const { address } = checked(askKnownLinkSchema, request.query);
    const settings = links.settings();
    const slug = settings.base === '' ? null : slugOf(settings.base, address);
    const keptLink = slug === null ? null : links.ofSlug(slug);
    response.json({ link: keptLink === null ? null : withVisits([keptLink])[0], settings });
  });
  routes.put('/settings', (request, response) => {
    // What a window does not change stays as another one may have set it.
    links.saveSettings({ ...links.settings(), ...checked(linkSettingsSchema.partial(), request.body) });
    response.status(204).end();
  });
  routes.post('/door/open', async (_request, response) => {
    response.json(await links.openToPublic());
  });
  routes.post('/door/close', async (_request, response) => {
    await links.closeToPublic();
    response.json(links.publicAccess());
  });
  routes.get('/visits', (request, response) => {
    response.json(links.visitsOf(checked(askVisitsSchema, request.query)));
  });
  routes.get('/privacy', (_request, response) => {
    response.attachment('what-is-counted.html').type('html').send(privacyPage(links.settings()));
  });
  // The server asks so that no page of ours loads anything from elsewhere.
  routes.post('/ask', async (request, response) => {
    response.json(await askAddress(checked(askAddressSchema, request.body).address));
  });
  routes.get('/table/:form', (request, response) => {
    const form = checked(tableFormSchema, request.params.form);
    const all = links.list().map(({ link }) => link);
    const { base } = links.settings();
    const path = URL.canParse(base) ? new URL(base).pathname.replace(/\/?$/, '/') : '/';
    const zip = new ZipFile();
    const options = { mtime: new Date(1980, 0, 1), forceDosTimestamp: true };
    for (const { name, text } of linkTable(all, form, path)) zip.addBuffer(Buffer.from(text), name, options);
    const left = uncarried(all, form);
    if (left.length > 0)
      zip.addBuffer(
        Buffer.from(
          left.map(({ link, what }) => `${link}: its rule by ${what} is not in this table\r\n`).join(''),
        ),
        'NOT-CARRIED.txt',
        options,
      );
    zip.end();
    response.set('Cache-Control', 'no-store').attachment(`links-${form}.zip`).type('application/zip');
    zip.outputStream.pipe(response);
  });
  routes.get('/table/:form/uncarried', (request, response) => {
    const form = checked(tableFormSchema, request.params.form);
    const all = links.list().map(({ link }) => link);
    response.json({ addresses: rowsOfLinks(all).length, uncarried: uncarried(all, form) });
  });
  routes.get('/:id', (request, response) => {
    response.json(withVisits([linkOf(request)])[0]);
  });
  routes.put('/:id', (request, response) => {
    const { baseRevision, link, saveId } = checked(saveLinkSchema, request.body);
    response.json(withVisits([links.save(idOf(request), baseRevision, link, saveId)])[0]);
  });
  routes.get('/:id/revisions', (request, response) => {
    response.json({ revisions: links.revisions(linkOf(request).id) });
  });
  routes.get('/:id/pieces', (request, response) => {
    response.json({ pieces: links.piecesOf(linkOf(request).id) });
  });
  routes.post('/:id/try', (request, response) => {
    const { at, phone } = checked(tryLinkSchema, request.body);
    response.json(forward(linkOf(request).link, { at: Date.parse(at), phone }));
  });
  routes.delete('/:id', (request, response) => {
    const { id } = linkOf(request);
    const outcome = links.remove(id);
    if (typeof outcome === 'object')
      throw new Problem(
        409,
        `This link cannot be deleted, because its address is used in ${outcome.heldBy.join('; ')}. You can retire it instead.`,
      );
    response.status(204).end();
  });
  return routes;
}

/** Logs of other servers, as they are. */
export function linkLogRoutes(links: Links, works: LongWorks): express.Router {
  const routes = express.Router();
  routes.post('/', async (request, response) => {
    if (!request.is('application/octet-stream')) throw new Problem(415, 'Send application/octet-stream.');
    response.json(
      await works.during(request, response, ({ signal, tell }) =>
        links.readLog(request, { signal, onLines: (lines) => tell(lines) }),
      ),
    );
  });
  return routes;
}
