/** Reads an access log from a file as it comes, packed or not: a line in memory at a time, however long the log and its lines are. */
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { createGunzip } from 'node:zlib';
import { DateTime } from 'luxon';
import { isForwarding, readLogLine, slugKey, slugOf, visitorsKept } from '../../core/links';
import type { Tell } from '../limited';
import { dayDigests } from './dayDigests';
import type { NewVisit } from './visits';

export interface LogPaths {
  /** The file that the log lies in. */
  readonly log: string;
  /** Address under which links are reached. */
  readonly base: string;
  /** Slugs of all links, in large letters. */
  readonly slugs: readonly string[];
}

/** What is told while a log is read. */
export type LogPart =
  /** It begins with this line, by which it is known; the answer is how many bytes were read of it before. */
  | { readonly kind: 'begins'; readonly fingerprint: string }
  /** What was found up to a byte of the unpacked log, with how many lines. */
  | {
      readonly kind: 'visits';
      readonly visits: readonly NewVisit[];
      readonly upTo: number;
      readonly lines: number;
      readonly passedOver: number;
    };

export const logLimits = {
  /** A longer line is passed over; servers write at most 8 kB of an address. */
  lineBytes: 64 * 1024,
  /** Of the unpacked log; what comes after it is not read. */
  unpackedBytes: 4e9,
  /** Found visits that are handed over together. */
  visitsAtOnce: 500,
  /** Lines after which it is told how far the log is read, whatever was found. */
  linesAtOnce: 200_000,
} as const;

const newline = 10;
const noBytes = Buffer.alloc(0);
const gzipMagic = [0x1f, 0x8b] as const;

/** Null when all of it was read, or one sentence on what was not. What was handed over before stays counted, and is not counted again. */
export async function readLog(
  { log, base, slugs }: LogPaths,
  tell: Tell,
): Promise<null | { readonly problem: string }> {
  const reader = new LogLines(base, new Set(slugs), tell);
  const file = createReadStream(log);
  const bytes = (await isPacked(log)) ? file.pipe(createGunzip()) : file;
  // Errors of the file do not reach the stream that unpacks it.
  file.on('error', (error) => bytes.destroy(error));
  try {
    for await (const chunk of bytes) {
      await reader.read(chunk as Buffer);
      if (reader.bytesRead > logLimits.unpackedBytes) {
        await reader.end();
        return {
          problem: `The log unpacks to more than ${logLimits.unpackedBytes / 1e9} GB, the most that is read at once. What came before that is counted. Split the rest off, and send it.`,
        };
      }
    }
  } catch (error) {
    const { code = '' } = error as NodeJS.ErrnoException;
    if (!code.startsWith('Z_')) throw error;
    await reader.end();
    return {
      problem:
        'This packed log is damaged or cut off. What could be read of it is counted. Send it again whole, or send it unpacked.',
    };
  } finally {
    file.destroy();
  }
  await reader.end();
  return null;
}

/** Logs that were put away are packed (RFC 1952, 2.3.1: how such files begin). */
async function isPacked(path: string): Promise<boolean> {
  const file = await open(path);
  try {
    const { buffer } = await file.read(Buffer.alloc(2), 0, 2, 0);
    return gzipMagic.every((byte, index) => buffer[index] === byte);
  } finally {
    await file.close();
  }
}

/** Takes chunks of bytes, finds lines, and hands visits over. */
class LogLines {
  /** Of the unpacked log. */
  bytesRead = 0;
  /** The end of what came so far that has no line end yet. */
  private rest: Buffer[] = [];
  private restBytes = 0;
  /** Until the next line end: the line was too long. */
  private isPassing = false;
  private knownBytes: number | null = null;
  /** First byte after the last whole line. */
  private upTo = 0;
  private lines = 0;
  private passedOver = 0;
  private visits: NewVisit[] = [];
  private toldLines = 0;
  private readonly hostname: string;
  private readonly visitorOf = visitorsKept();
  private readonly isFirst = dayDigestsOfLog();

  constructor(
    private readonly base: string,
    private readonly slugs: ReadonlySet<string>,
    private readonly tell: Tell,
  ) {
    this.hostname = new URL(base).hostname;
  }

  async read(chunk: Buffer): Promise<void> {
    let from = 0;
    for (let end = chunk.indexOf(newline); end >= 0; end = chunk.indexOf(newline, from)) {
      if (end > from) this.keep(chunk.subarray(from, end));
      from = end + 1;
      this.upTo = this.bytesRead + from;
      const line = this.takeLine();
      this.knownBytes ??= await this.begin(line ?? noBytes);
      if (this.upTo > this.knownBytes && this.count(line)) await this.handOver();
    }
    this.keep(chunk.subarray(from));
    this.bytesRead += chunk.length;
  }

  /** A last line that does not end may go on later. */
  async end(): Promise<void> {
    await this.handOver();
  }

  private keep(part: Buffer): void {
    if (this.isPassing || part.length === 0) return;
    this.rest.push(part);
    this.restBytes += part.length;
    if (this.restBytes <= logLimits.lineBytes) return;
    this.isPassing = true;
    this.rest = [];
    this.restBytes = 0;
  }

  /** Null for one that is too long. */
  private takeLine(): Buffer | null {
    const line = this.isPassing ? null : this.rest.length === 0 ? noBytes : Buffer.concat(this.rest);
    this.isPassing = false;
    this.rest = [];
    this.restBytes = 0;
    return line;
  }

  /** A log is known by its first line, which grows no more; what is told back is how far it was read before. */
  private async begin(line: Buffer): Promise<number> {
    const fingerprint = createHash('sha256').update(line).update('\n').digest('hex');
    return Number(await this.tell({ kind: 'begins', fingerprint } satisfies LogPart));
  }

  /** Whether so much has been found that it is to be handed over. */
  private count(line: Buffer | null): boolean {
    this.lines++;
    const visit = line === null || line.length === 0 ? null : this.visitOf(line.toString('utf8'));
    if (visit === null) this.passedOver++;
    else this.visits.push(visit);
    return (
      this.visits.length >= logLimits.visitsAtOnce || this.lines - this.toldLines >= logLimits.linesAtOnce
    );
  }

  private async handOver(): Promise<void> {
    // Nothing of it was new.
    if (this.lines === this.toldLines) return;
    const { visits, upTo, lines, passedOver } = this;
    this.visits = [];
    this.toldLines = lines;
    await this.tell({ kind: 'visits', visits, upTo, lines, passedOver } satisfies LogPart);
  }

  /** Null for a line that is none, or of no link of ours. */
  private visitOf(text: string): NewVisit | null {
    const request = readLogLine(text.replace(/\r$/, ''));
    if (request === null || (request.host !== null && request.host !== this.hostname)) return null;
    if (!isForwarding(request) || !URL.canParse(request.path, this.base)) return null;
    const slug = slugOf(this.base, new URL(request.path, this.base).href);
    if (slug === null || !this.slugs.has(slugKey(slug))) return null;
    const { device, system, who: seen } = this.visitorOf(request.userAgent);
    const who = request.method === 'HEAD' && seen === 'person' ? 'robot' : seen;
    return {
      at: request.at,
      slug: slugKey(slug),
      who,
      device,
      system,
      language: '',
      isFirst: who === 'person' ? this.isFirst(request.at, slug, request.address, request.userAgent) : null,
    };
  }
}

/** With a key for this log alone, thrown away after it. */
function dayDigestsOfLog(): (at: number, slug: string, address: string, userAgent: string) => boolean {
  let day = '';
  const digest = dayDigests(() => day);
  return (time, slug, address, userAgent) => {
    day = DateTime.fromMillis(time).toISODate()!;
    return digest(slug, address, userAgent);
  };
}
