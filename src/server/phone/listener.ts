/**
 * From the phone to the bench: a listener of its own on the house's address, opened on purpose for ten minutes. Behind it is one
 * page and a place for pictures, under a secret that the first phone to come takes for itself.
 */
import { randomBytes, timingSafeEqual } from 'node:crypto';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { isIPv4, type AddressInfo } from 'node:net';
import { networkInterfaces } from 'node:os';
import { oneByOne } from '../../core/tasks';
import { Problem } from '../http';
import { phonePage, phonePolicy } from './page';

export interface PhonePicture {
  readonly id: string;
  readonly mediaType: 'image/jpeg' | 'image/png' | 'image/webp';
  readonly bytes: Buffer;
}

export interface OpenToPublic {
  /** What the phone opens. */
  readonly url: string;
  /** When it closes by itself, ISO 8601. */
  readonly until: string;
  /** A phone has come. */
  readonly isTaken: boolean;
}

export interface PhoneListener {
  /** Closes one that is open. Rejects with a `Problem` where there is no address to open it on. */
  open(): Promise<OpenToPublic>;
  /** Null while it is closed. */
  now(): OpenToPublic | null;
  close(): void;
  /** Ids of the pictures that have come and were not fetched, the first first. */
  waiting(): readonly string[];
  /** Gives a picture once. */
  fetch(id: string): PhonePicture | undefined;
}

export interface PhoneListenerOptions {
  readonly openMs?: number;
  /** Hears what kept a request from being answered. */
  readonly report?: (error: unknown) => void;
}

export const phoneLimits = {
  openMs: 600_000,
  pictureBytes: 15e6,
  pictures: 20,
  /** Of all that wait together. */
  waitingBytes: 120e6,
  /** Whoever guesses so often closes it. */
  wrongSecrets: 20,
} as const;

/** Addresses that only a house reaches (RFC 1918, and RFC 3927 for lack of a better one), in the order in which they are liked. */
const houses = [/^192\.168\./, /^10\./, /^172\.(1[6-9]|2\d|3[01])\./, /^169\.254\./];

export function houseAddress(
  interfaces: ReturnType<typeof networkInterfaces> = networkInterfaces(),
): string | null {
  const all = Object.values(interfaces).flatMap((addresses) =>
    (addresses ?? []).flatMap(({ address, internal }) => (internal || !isIPv4(address) ? [] : [address])),
  );
  for (const house of houses) {
    const inHouse = all.find((address) => house.test(address));
    if (inHouse !== undefined) return inHouse;
  }
  return null;
}

interface Opened {
  readonly server: Server;
  readonly secret: string;
  readonly url: string;
  readonly host: string;
  readonly until: string;
  readonly timer: NodeJS.Timeout;
  /** The address of the phone that came first; null until one has. */
  phone: string | null;
  wrong: number;
}

/** Beginnings of the files that are taken (ISO/IEC 10918-1, B.1.1.3; ISO/IEC 15948, 5.2; RIFF with WEBP). */
function kindOf(bytes: Buffer): PhonePicture['mediaType'] | null {
  if (bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))) return 'image/jpeg';
  if (bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])))
    return 'image/png';
  if (bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP')
    return 'image/webp';
  return null;
}

/** `address` is where it listens; asked for at each opening, since houses change their addresses. Port 0 is any free one. */
export function phoneListener(
  address: () => string | null = houseAddress,
  port = 0,
  { openMs = phoneLimits.openMs, report = () => undefined }: PhoneListenerOptions = {},
): PhoneListener {
  const inTurn = oneByOne();
  let opened: Opened | null = null;
  const pictures = new Map<string, PhonePicture>();

  function close(): void {
    if (opened === null) return;
    clearTimeout(opened.timer);
    opened.server.close();
    opened.server.closeAllConnections();
    opened = null;
  }

  const nowOpen = (): OpenToPublic | null =>
    opened && { url: opened.url, until: opened.until, isTaken: opened.phone !== null };

  async function begin(): Promise<OpenToPublic> {
    close();
    pictures.clear();
    const host = address();
    if (host === null)
      throw new Problem(
        409,
        'This computer has no address in a house network, so that no phone can reach it. Connect it to the same Wi-Fi as the phone.',
      );
    const server = createServer({ requestTimeout: 60_000, headersTimeout: 10_000, maxHeaderSize: 8192 });
    server.maxConnections = 8;
    server.keepAliveTimeout = 2000;
    await new Promise<void>((resolve, reject) => {
      server.once('error', (error: NodeJS.ErrnoException) =>
        reject(
          new Problem(
            409,
            `The way for the phone cannot be opened on ${host}${port === 0 ? '' : `, port ${port}`} (${error.code}).`,
          ),
        ),
      );
      server.listen(port, host, resolve);
    });
    const hostAndPort = `${host}:${(server.address() as AddressInfo).port}`;
    const secret = randomBytes(15).toString('base64url');
    const timer = setTimeout(close, openMs);
    timer.unref();
    const begun: Opened = {
      server,
      secret,
      url: `http://${hostAndPort}/${secret}`,
      host: hostAndPort,
      until: new Date(Date.now() + openMs).toISOString(),
      timer,
      phone: null,
      wrong: 0,
    };
    opened = begun;
    server.on('request', (request, response) => {
      try {
        answer(begun, request, response);
      } catch (error) {
        report(error);
        refuse(response, 500, 'This did not work. Try again.');
      }
    });
    server.on('error', report);
    return nowOpen()!;
  }

  function answer(door: Opened, request: IncomingMessage, response: ServerResponse): void {
    if (!isFor(door, request)) {
      refuse(response, 404, 'There is nothing here.');
      // Browsers ask for it by themselves.
      if (request.url !== '/favicon.ico') door.wrong++;
      if (door.wrong >= phoneLimits.wrongSecrets && opened === door) close();
      return;
    }
    const from = request.socket.remoteAddress ?? '';
    door.phone ??= from;
    if (door.phone !== from) {
      refuse(response, 403, 'Another phone uses this way. Open it again on the bench.');
      return;
    }
    if (request.method === 'GET' || request.method === 'HEAD') showPage(request, response);
    else if (request.method === 'POST') receive(request, response);
    else refuse(response, 405, 'A picture can be sent here, and nothing else.');
  }

  function receive(request: IncomingMessage, response: ServerResponse): void {
    const waitingBytes = [...pictures.values()].reduce((sum, { bytes }) => sum + bytes.length, 0);
    const limit = Math.min(phoneLimits.pictureBytes, phoneLimits.waitingBytes - waitingBytes);
    if (pictures.size >= phoneLimits.pictures || limit <= 0) {
      refuse(response, 503, 'The bench has not taken the pictures that are there yet. Wait a moment.');
      return;
    }
    const tooLarge = `The picture is larger than ${phoneLimits.pictureBytes / 1e6} MB, the most that is taken.`;
    if (Number(request.headers['content-length'] ?? 0) > limit) {
      refuse(response, 413, tooLarge);
      return;
    }
    const parts: Buffer[] = [];
    let length = 0;
    request.on('data', (part: Buffer) => {
      length += part.length;
      if (length > limit) {
        refuse(response, 413, tooLarge);
        request.removeAllListeners('data');
      } else parts.push(part);
    });
    request.on('end', () => {
      if (length > limit) return;
      const bytes = Buffer.concat(parts);
      const mediaType = kindOf(bytes);
      if (mediaType === null) {
        refuse(response, 415, 'This is no picture: JPEG, PNG or WebP.');
        return;
      }
      const id = randomBytes(9).toString('base64url');
      pictures.set(id, { id, mediaType, bytes });
      response.writeHead(204, plainHeaders).end();
    });
    request.on('error', () => undefined);
  }

  return {
    // Two windows that open it at once have one after the other.
    open: () => inTurn(begin),
    now: nowOpen,
    close,
    waiting: () => [...pictures.keys()],
    fetch: (id) => {
      const picture = pictures.get(id);
      pictures.delete(id);
      return picture;
    },
  };
}

const plainHeaders = {
  'Cache-Control': 'no-store',
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'no-referrer',
} as const;

/** By its own name only, so that no foreign page leads here, and with the secret, compared in constant time. */
function isFor({ host, secret }: Opened, { headers, url }: IncomingMessage): boolean {
  const origin = headers.origin;
  if (headers.host !== host || (origin !== undefined && origin !== `http://${host}`)) return false;
  const given = Buffer.from((url ?? '').slice(1));
  const wanted = Buffer.from(secret);
  return given.length === wanted.length && timingSafeEqual(given, wanted);
}

function showPage(request: IncomingMessage, response: ServerResponse): void {
  const nonce = randomBytes(12).toString('base64');
  response.writeHead(200, {
    ...plainHeaders,
    'Content-Type': 'text/html; charset=utf-8',
    'Content-Security-Policy': phonePolicy(nonce),
  });
  response.end(request.method === 'HEAD' ? undefined : phonePage(nonce));
}

/** Ends the connection: what is still being sent is not waited for. */
function refuse(response: ServerResponse, status: number, text: string): void {
  if (response.headersSent) return;
  response.writeHead(status, {
    ...plainHeaders,
    'Content-Type': 'text/plain; charset=utf-8',
    Connection: 'close',
  });
  response.end(text);
}
