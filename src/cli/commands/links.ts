/** `binarus links`: forwarding links of the Binarus that runs on this machine, asked over its own address. */
import { readBounded } from '../../node/readBounded';
import { join } from 'node:path';
import { tableForms } from '../../core/links';
import { z } from '../../core/schema';
import { type LinkList, linkListSchema, readLogSchema, savedLinkSchema, type SavedLink } from '../../wire';
import { UsageError, type Outcome, type Values } from '../command';
import { writeInto } from '../writeInto';
import { oneOf, required } from '../input';

const problemSchema = z.object({ problem: z.string() });
const addressOf = (values: Values): string =>
  `http://127.0.0.1:${String(values.port ?? process.env.BINARUS_PORT ?? 5180)}/api/links`;

async function ask(values: Values, path: string, init: RequestInit = {}): Promise<Response> {
  const base = addressOf(values);
  let response: Response;
  try {
    response = await fetch(`${base}${path}`, init);
  } catch {
    throw new UsageError(`no Binarus answers on ${base}; start it with npm start, or name its --port.`);
  }
  if (response.ok) return response;
  const answer = problemSchema.safeParse(await response.json().catch(() => null));
  throw new UsageError(answer.success ? answer.data.problem : `the server answered ${response.status}.`);
}
const json = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

const pageSize = 500;
/** What the server reads of a log at once. */
const mostLogBytes = 256e6;

/** All that have some words in them, page by page. */
async function listed(values: Values, find = ''): Promise<LinkList> {
  const page = async (from: number): Promise<LinkList> => {
    const query = new URLSearchParams({ find, from: String(from), count: String(pageSize) });
    return linkListSchema.parse(await (await ask(values, `?${query.toString()}`)).json());
  };
  const first = await page(0);
  const links = [...first.links];
  while (links.length < first.total) {
    const next = await page(links.length);
    if (next.links.length === 0) break;
    links.push(...next.links);
  }
  return { ...first, links };
}

/** By its id, any of its addresses, or its name where no other has it. */
async function linkNamed(values: Values, name: string | undefined): Promise<SavedLink> {
  if (name === undefined) throw new UsageError('say which link: its name, its address or its id.');
  const { links } = await listed(values, name);
  const key = name.toUpperCase();
  const named = links.filter(
    ({ id, link }) =>
      id === name || link.name === name || link.places.some(({ slug }) => slug.toUpperCase() === key),
  );
  const [own, ...others] = named;
  if (own === undefined) throw new UsageError(`there is no link “${name}”.`);
  if (others.length > 0)
    throw new UsageError(`${named.length} links are called “${name}”; name one by its address.`);
  return own;
}

async function changed(values: Values, name: string | undefined, part: object): Promise<SavedLink> {
  const { id, revision, link } = await linkNamed(values, name);
  const saved = await ask(
    values,
    `/${id}`,
    json('PUT', { baseRevision: revision, link: { ...link, ...part } }),
  );
  return savedLinkSchema.parse(await saved.json());
}

const done = (output: unknown): Outcome => ({ output, stops: false });

export async function manageLinks(values: Values, [action, ...rest]: readonly string[]): Promise<Outcome> {
  switch (action) {
    case 'list':
      return done(await listed(values, rest[0]));
    case 'add': {
      const wish = {
        name: required(values, 'name'),
        target: required(values, 'target'),
        slug: values.slug === undefined ? null : String(values.slug),
      };
      return done(await (await ask(values, '', json('POST', wish))).json());
    }
    case 'set':
      return done(await changed(values, rest[0], { target: required(values, 'target') }));
    case 'retire':
      return done(await changed(values, rest[0], { retired: { text: String(values.text ?? '') } }));
    case 'export': {
      const form = oneOf(values, 'form', tableForms) ?? 'json';
      const [folder, name] = [required(values, 'out'), `links-${form}.zip`];
      const bytes = new Uint8Array(await (await ask(values, `/table/${form}`)).arrayBuffer());
      await writeInto(folder, [{ name, bytes }]);
      const uncarried = (await (await ask(values, `/table/${form}/uncarried`)).json()) as object;
      return done({ file: join(folder, name), ...uncarried });
    }
    case 'import-log': {
      if (rest[0] === undefined) throw new UsageError('give the access log.');
      const body = await readBounded(rest[0], mostLogBytes).catch((error: Error) => {
        throw new UsageError(`cannot read ${rest[0]!}: ${error.message}`);
      });
      const headers = { 'content-type': 'application/octet-stream' };
      const read = await ask(values, '/log', { method: 'POST', headers, body: new Uint8Array(body) });
      return done(readLogSchema.parse(await read.json()));
    }
    case undefined:
    default:
      throw new UsageError('say what: list, add, set, retire, export or import-log.');
  }
}
