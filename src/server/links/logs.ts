/** Access logs of other servers: their lines become visits, each once, however often a log is sent, and by whom at the same time. */
import type { Readable } from 'node:stream';
import { oneByOne } from '../../core/tasks';
import type { ReadLog } from '../../wire';
import { patiently } from '../db';
import { TooLarge, withIncoming, Problem } from '../http';
import type { LogPart, LogPaths } from './readLog';
import type { VisitStore } from './visits';

/** Reads a log that lies in a file, in a process of its own. */
export type LogWork = (
  paths: LogPaths,
  long: { readonly onNote: (part: LogPart) => unknown; readonly signal?: AbortSignal | undefined },
) => Promise<null | { readonly problem: string }>;

export interface LogTools {
  readonly visits: VisitStore;
  /** Where logs lie while they are read. */
  readonly folder: string;
  readonly work: LogWork;
  /** Address under which links are reached; none where nobody said it. */
  readonly base: () => string;
  /** Slugs of all links, in large letters. */
  readonly slugs: () => readonly string[];
}

export interface LogOptions {
  /** Hears how many lines have been read, now and then. */
  readonly onLines?: (lines: number) => void;
  readonly signal?: AbortSignal;
}

/** As it is sent, packed or not. */
export const mostLogBytes = 256e6;

/** Counts visits of a log, from where it was read last. Logs are read one after the other. Rejects with a `Problem`. */
export function logReader({ visits, folder, work, base: baseOf, slugs }: LogTools) {
  const inTurn = oneByOne();
  return (stream: Readable, { onLines, signal }: LogOptions = {}): Promise<ReadLog> =>
    inTurn(async () => {
      const base = baseOf();
      if (!URL.canParse(base)) throw new Problem(409, 'Say first under which address the links are reached.');
      let [lines, counted, passedOver, knownBytes, fingerprint] = [0, 0, 0, 0, ''];
      async function hear(part: LogPart): Promise<number | undefined> {
        if (part.kind === 'begins') {
          fingerprint = part.fingerprint;
          return (knownBytes = visits.readBytes(fingerprint));
        }
        // What was found with how far that is, so that nothing is counted twice or lost.
        await patiently(() => visits.addLogged(part.visits, fingerprint, part.upTo));
        counted += part.visits.length;
        ({ lines, passedOver } = part);
        onLines?.(lines);
        return undefined;
      }
      const problem = await withIncoming(folder, { stream, kind: 'log', mostBytes: mostLogBytes }, (log) =>
        work({ log, base, slugs: slugs() }, { onNote: hear, signal }),
      ).catch((error: unknown) => {
        if (!(error instanceof TooLarge)) throw error;
        throw new Problem(
          413,
          `This log has more than ${mostLogBytes / 1e6} MB, the most that is read at once. Split it, and send one part after the other.`,
        );
      });
      if (problem !== null)
        throw new Problem(422, `${problem.problem} Counted so far: ${counted} of ${lines} lines.`);
      return { lines, counted, passedOver, knownBytes };
    });
}
