/** Access logs of other servers: their lines become visits, each once, however often a log is sent, and by whom at the same time. */
import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { DateTime } from 'luxon';
import { isForwarding, readLogLine, slugKey, slugOf, visitorsKept } from '../../core/links';
import { oneByOne } from '../../core/numbers';
import type { ReadLog } from '../../wire';
import { Problem } from '../problem';
import { dayDigests, type NewVisit, type VisitStore } from './visits';

/** After so many lines others are let in. */
const linesAtOnce = 5000;
/** As large as a log may be that comes as it is. */
const mostMb = 256;
const newline = 10;
const decoder = new TextDecoder();
const unpack = promisify(gunzip);

export interface LogTools {
  readonly visits: VisitStore;
  /** Address under which links are reached; none where nobody said it. */
  readonly base: () => string;
  /** Whether there is a link with this slug in large letters. */
  readonly isLink: (key: string) => boolean;
}

/** Counts visits of a log, from where it was read last. Logs are read one after the other. Rejects with a `Problem`. */
export function logReader(tools: LogTools): (bytes: Uint8Array) => Promise<ReadLog> {
  const inTurn = oneByOne();
  return (bytes) => inTurn(async () => readLog(await unpacked(bytes), tools));
}

/** Logs that were put away are packed (RFC 1952, 2.3.1: how such files begin). */
async function unpacked(bytes: Uint8Array): Promise<Uint8Array> {
  if (bytes[0] !== 0x1f || bytes[1] !== 0x8b) return bytes;
  try {
    return await unpack(bytes, { maxOutputLength: mostMb * 1024 * 1024 });
  } catch (error) {
    throw (error as NodeJS.ErrnoException).code === 'ERR_BUFFER_TOO_LARGE'
      ? new Problem(
          413,
          `Unpacked, this log is larger than ${mostMb} MB. Split it, and send one part after the other.`,
        )
      : new Problem(422, 'This packed log is damaged or broken off. Send it again, or send it unpacked.');
  }
}

async function readLog(bytes: Uint8Array, { visits, base: baseOf, isLink }: LogTools): Promise<ReadLog> {
  const base = baseOf();
  if (!URL.canParse(base)) throw new Problem(409, 'Say first under which address the links are reached.');
  const { hostname } = new URL(base);
  // A log is known by its first line, which grows no more.
  const fingerprint = createHash('sha256')
    .update(bytes.subarray(0, bytes.indexOf(newline) + 1))
    .digest('hex');
  const knownBytes = Math.min(visits.readBytes(fingerprint), bytes.length);
  const isFirst = dayDigestsOfLog();
  const visitorOf = visitorsKept();
  let found: NewVisit[] = [];
  let [lines, counted, passedOver, at] = [0, 0, 0, knownBytes];
  /** What was found up to here, with how far that is, so that nothing is counted twice or lost. */
  const keep = (): void => {
    visits.addLogged(found, fingerprint, at);
    counted += found.length;
    found = [];
  };
  for (let next = bytes.indexOf(newline, at); next >= 0; next = bytes.indexOf(newline, at)) {
    if (found.length >= linesAtOnce) keep();
    if (++lines % linesAtOnce === 0) await new Promise((resolve) => setImmediate(resolve));
    const request = readLogLine(decoder.decode(bytes.subarray(at, next)).replace(/\r$/, ''));
    at = next + 1;
    const isOurs = request !== null && (request.host === null || request.host === hostname);
    const slug =
      isOurs && URL.canParse(request.path, base) ? slugOf(base, new URL(request.path, base).href) : null;
    if (request === null || slug === null || !isForwarding(request) || !isLink(slugKey(slug))) {
      passedOver++;
      continue;
    }
    const { device, system, who: seen } = visitorOf(request.userAgent);
    const who = request.method === 'HEAD' && seen === 'person' ? 'robot' : seen;
    found.push({
      at: request.at,
      slug: slugKey(slug),
      who,
      device,
      system,
      language: '',
      isFirst: who === 'person' ? isFirst(request.at, slug, request.address, request.userAgent) : null,
    });
  }
  // A last line that does not end may go on later.
  keep();
  return { lines, counted, passedOver, knownBytes };
}

/** With a key for this import alone, thrown away after it. */
function dayDigestsOfLog(): (at: number, slug: string, address: string, userAgent: string) => boolean {
  let day = '';
  const digest = dayDigests(() => day);
  return (at, slug, address, userAgent) => {
    day = DateTime.fromMillis(at).toISODate()!;
    return digest(slug, address, userAgent);
  };
}
