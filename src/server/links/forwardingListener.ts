/**
 * The forwarding server: a listener of its own that forwards, and does nothing else. It knows the table of links and where to put visits; there
 * is no way from it to jobs, files, settings or anything that is kept.
 */
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { BlockList, isIP } from 'node:net';
import {
  forward,
  languageOf,
  page,
  retiredPage,
  slugKey,
  targetFault,
  unescapedSlug,
  visitorsKept,
  type Link,
} from '../../core/links';
import type { NewVisit } from './visits';

export interface ForwardingTools {
  /** By the slug in large letters. */
  readonly linkOf: (key: string) => Link | undefined;
  readonly count: ((visit: NewVisit) => void) | null;
  /** Whether a visitor came before today. */
  readonly isFirst: (slug: string, address: string, userAgent: string) => boolean;
  /** What stands before a slug, such as `/`. */
  readonly path: string;
  /** Schemes that are forwarded to beside http and https. */
  readonly schemes: readonly string[];
  /** Hears what kept a visit from being answered or counted. */
  readonly report: (error: unknown) => void;
  /** Addresses or networks of proxies whose word on who asks is taken. */
  readonly proxies: BlockList;
  readonly now?: () => number;
}

/** From one address at once, and refilled in a second (common practice, no source). */
const [burst, perSecond] = [60, 20];
/** More addresses at once are looked at as one. */
const mostAddresses = 50_000;
const longestUrl = 2048;

const answer = {
  'Cache-Control': 'no-store',
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'no-referrer',
};
const pageHeaders = {
  ...answer,
  'Content-Type': 'text/html; charset=utf-8',
  'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
};
const brokenPage = page(
  'Not right now',
  '',
  '<p>This address cannot be followed at the moment. Try again later, or tell the people whose code this is.</p>',
);
const unknownPage = page('Nothing here', '', '<p>There is nothing at this address.</p>');

export function forwardingHandler(
  tools: () => ForwardingTools,
): (request: IncomingMessage, response: ServerResponse) => void {
  const visitorOf = visitorsKept();
  const buckets = new Map<string, { left: number; at: number }>();

  /** Seconds to wait; 0 where there is no need to. */
  function waitFor(address: string, now: number): number {
    let bucket = buckets.get(address);
    if (bucket === undefined) {
      if (buckets.size >= mostAddresses) buckets.clear();
      buckets.set(address, (bucket = { left: burst, at: now }));
    }
    // A clock that was put back fills nothing, and takes nothing away.
    const passed = Math.max(0, now - bucket.at) / 1000;
    bucket.left = Math.min(burst, bucket.left + passed * perSecond);
    bucket.at = now;
    if (bucket.left < 1) return Math.ceil((1 - bucket.left) / perSecond);
    bucket.left--;
    return 0;
  }

  /** By the targets that were asked for; the same few are asked for again and again. */
  const known = new Map<string, boolean>();
  let knownSchemes: readonly string[] | null = null;
  /** What was kept before targets were checked may hold anything: only what is sound is ever sent on to. */
  function isSound(target: string, schemes: readonly string[]): boolean {
    if (knownSchemes !== schemes || known.size > mostAddresses) {
      known.clear();
      knownSchemes = schemes;
    }
    let sound = known.get(target);
    if (sound === undefined) known.set(target, (sound = targetFault(target, schemes) === null));
    return sound;
  }

  return (request, response) => {
    try {
      answerVisit(request, response);
    } catch (error) {
      tools().report(error);
      if (!response.headersSent) response.writeHead(500, answer);
      response.end();
    }
  };

  function answerVisit(request: IncomingMessage, response: ServerResponse): void {
    const { method = '', url = '', headers } = request;
    const isHead = method === 'HEAD';
    const send = (status: number, text: string, headers: Record<string, string> = {}): void => {
      response.writeHead(status, { ...pageHeaders, ...headers, 'Content-Length': Buffer.byteLength(text) });
      response.end(isHead ? undefined : text);
    };
    if (method !== 'GET' && !isHead) {
      request.resume();
      return send(405, page('Not so', '', '<p>This address is opened, and nothing else.</p>'), {
        Allow: 'GET, HEAD',
        Connection: 'close',
      });
    }
    const { linkOf, schemes, count, isFirst, path, proxies, now: clock = Date.now } = tools();
    const now = clock();
    const address = whoAsks(request, proxies);
    const seconds = waitFor(householdOf(address), now);
    if (seconds > 0)
      return send(429, page('Too often', '', '<p>That was too often. Wait a little.</p>'), {
        'Retry-After': String(seconds),
      });
    const asked = url.length > longestUrl ? '' : pathOf(url);
    const key = asked.startsWith(path)
      ? slugKey(unescapedSlug(asked.slice(path.length).replace(/\/$/, '')))
      : '';
    const link = /^[0-9A-Z-]{1,64}$/.test(key) ? linkOf(key) : undefined;
    if (link === undefined) return send(404, unknownPage);
    const userAgent = headers['user-agent'] ?? '';
    const visitor = visitorOf(userAgent);
    const to = forward(link, { at: now, phone: visitor.phone });
    if ('retired' in to) send(410, retiredPage(link.name, to.retired));
    else if (!isSound(to.to, schemes)) return send(503, brokenPage, { 'Retry-After': '3600' });
    else {
      response.writeHead(302, { ...answer, Location: to.to, 'Content-Length': 0 });
      response.end();
    }
    // Who only asks what is there is no visitor.
    if (count === null) return;
    const who = isHead && visitor.who === 'person' ? 'robot' : visitor.who;
    count({
      at: now,
      slug: key,
      who,
      device: visitor.device,
      system: visitor.system,
      language: languageOf(headers['accept-language'] ?? ''),
      isFirst: who === 'person' ? isFirst(key, address, userAgent) : null,
    });
  }
}

/** What is asked for, without its query. A whole address is taken too, whatever host it names (RFC 9112, 3.2.2). */
function pathOf(url: string): string {
  const path = url.startsWith('/') || !URL.canParse(url) ? url : new URL(url).pathname;
  const end = path.indexOf('?');
  return end < 0 ? path : path.slice(0, end);
}

/** Behind proxies that are trusted, whoever the last of them was asked by. */
function whoAsks({ socket, headers }: IncomingMessage, proxies: BlockList): string {
  let address = plain(socket.remoteAddress ?? '');
  const named = headers['x-forwarded-for'];
  if (named === undefined) return address;
  const chain = String(named).split(',').slice(-20);
  while (chain.length > 0 && isIn(proxies, address)) {
    const before = plain(chain.pop()!.trim());
    if (isIP(before) === 0) break;
    address = before;
  }
  return address;
}
const plain = (address: string): string => address.replace(/^::ffff:/, '');

/** The network of an address of IPv6, in which one device has any number of addresses (RFC 4291, 2.5.4: its first 64 bits). */
function householdOf(address: string): string {
  if (!address.includes(':')) return address;
  const [before, after] = address
    .split('::')
    .map((part) => part.split(':').filter(Boolean))
    .map((groups) => groups.map((group) => Number.parseInt(group, 16)));
  const left = Array.from({ length: Math.max(0, 8 - before!.length - (after?.length ?? 0)) }, () => 0);
  return [...before!, ...left, ...(after ?? [])].slice(0, 4).join(':');
}

/** Known once for an address: those of proxies come with every visit. */
const inList = new WeakMap<BlockList, Map<string, boolean>>();
function isIn(list: BlockList, address: string): boolean {
  let known = inList.get(list);
  if (known === undefined) inList.set(list, (known = new Map()));
  let isThere = known.get(address);
  if (isThere === undefined) {
    isThere = isIP(address) !== 0 && list.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4');
    if (known.size >= mostAddresses) known.clear();
    known.set(address, isThere);
  }
  return isThere;
}

/** Addresses, or networks such as 10.0.0.0/8, with commas between them. Throws a sentence. */
export function proxiesOf(given: string | undefined): BlockList {
  const list = new BlockList();
  for (const entry of (given ?? '')
    .split(',')
    .map((text) => text.trim())
    .filter(Boolean)) {
    const [address = '', bits] = entry.split('/');
    const family = isIP(address) === 6 ? 'ipv6' : 'ipv4';
    const most = family === 'ipv6' ? 128 : 32;
    const length = bits === undefined ? most : Number(bits);
    if (isIP(address) === 0 || !Number.isInteger(length) || length < 0 || length > most)
      throw new Error(
        `BINARUS_LINKS_PROXIES has “${entry}”, which is no address and no network such as 10.0.0.0/8.`,
      );
    list.addSubnet(address, length, family);
  }
  return list;
}

/** With limits for what is slow or large; more connections are turned away. */
export function forwardingListener(tools: () => ForwardingTools): Server {
  const server = createServer(
    {
      maxHeaderSize: 8192,
      headersTimeout: 5000,
      requestTimeout: 8000,
      keepAliveTimeout: 5000,
      connectionsCheckingInterval: 1000,
    },
    forwardingHandler(tools),
  );
  server.maxConnections = 2000;
  server.on('clientError', (_error, socket) => {
    if (socket.writable)
      socket.end('HTTP/1.1 400 Bad Request\r\nConnection: close\r\nContent-Length: 0\r\n\r\n');
    else socket.destroy();
  });
  return server;
}
