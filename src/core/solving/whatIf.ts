/** What the widths that fit become as something else changes: message, level, machine, distance. Each point is the job, run. */
import { bestWidth, commonBand } from '../check';
import type { Change } from '../finding';
import { applyChanges, codeOf, type Job } from '../job';
import { holdsBytes, writeMessage } from '../message';
import { valuesOf, type PairValues } from '../plan';
import { levels, smallestVersions } from '../symbol';
import { type Library, keptOf, runJob, type KeptRun } from '../run';

export const whatIfs = ['message', 'level', 'machine', 'distance'] as const;
export type WhatIf = (typeof whatIfs)[number];

/** Widths of the code for which every limit holds, with one thing changed. */
export interface WhatIfPoint {
  readonly label: string;
  /** Null when no width fits. */
  readonly band: { readonly fromMm: number; readonly toMm: number | null } | null;
  readonly bestMm: number | null;
  /** The job as it is. */
  readonly isNow: boolean;
}

const messageShares = [0.5, 0.75, 1, 1.5, 2, 3];
const distancesM = [0.1, 0.2, 0.3, 0.5, 1, 2];
const mostMachines = 6;

/** In the order in which they are shown; `pairs` are what may be chosen instead. */
export function whatIf(
  job: Job,
  codeId: string,
  library: Library,
  pairs: readonly PairValues[],
): Readonly<Record<WhatIf, readonly WhatIfPoint[]>> {
  let kept: KeptRun | undefined;
  const { id, message, symbol } = codeOf(job, codeId);
  const point = (label: string, isNow: boolean, ...changes: readonly Change[]): WhatIfPoint => {
    const result = runJob(applyChanges(job, changes), kept, library, 'none');
    kept = keptOf(result);
    const code = result.made?.codes.find((made) => made.id === id);
    const ranges = code?.fitRanges() ?? [];
    const band = commonBand(ranges);
    return {
      label,
      band: band && { fromMm: band.fromMm, toMm: band.toMm === Infinity ? null : band.toMm },
      bestMm: code === undefined ? null : bestWidth(ranges).widthMm,
      isNow,
    };
  };
  const symbolChange = (set: Readonly<Record<string, unknown>>): Change => ({
    on: 'code',
    id,
    part: 'symbol',
    set,
  });

  const length = [...writeMessage(message)].length;
  const ofLength = textOfLength(job, id);
  const messages = messageShares.map((share) => {
    const count = Math.max(1, Math.round(length * share));
    // What a text of that length says does not matter here.
    const text: Change = {
      on: 'code',
      id,
      part: 'message',
      set: { kind: 'text', text: ofLength(count) },
      whole: true,
    };
    return point(`${count}`, share === 1, ...(share === 1 ? [] : [text]));
  });
  const now = job.making.pair;
  const others = pairs.filter(
    ({ material, profile }) => material.id === now.material.id && profile !== now.profile,
  );
  const distances = [...new Set([...distancesM, job.reading.distanceM])].sort((a, b) => a - b);
  return {
    message: messages,
    level: levels.map((level) =>
      point(
        level,
        level === symbol.level,
        symbolChange({
          level,
          raiseLevel: false,
          ...(symbol.version === 'smallest' ? {} : { version: 'smallest' }),
        }),
      ),
    ),
    machine: [
      point(now.machine.short, true),
      ...others
        .slice(0, mostMachines - 1)
        .map((pair) => point(pair.machine.short, false, { on: 'making', set: { pair: valuesOf(pair) } })),
    ],
    distance: distances.map((distanceM) =>
      point(`${distanceM}`, distanceM === job.reading.distanceM, { on: 'reading', set: { distanceM } }),
    ),
  };
}

/** The message with letters added or its end left out. */
function textOfLength(job: Job, codeId: string): (characters: number) => string {
  const characters = [...writeMessage(codeOf(job, codeId).message)];
  return (count) => characters.slice(0, count).join('') + 'a'.repeat(Math.max(0, count - characters.length));
}

/** The smallest version that holds so many characters of the message; null where none does. */
export function versionOfLength(job: Job, codeId: string): (characters: number) => number | null {
  const { message, symbol } = codeOf(job, codeId);
  const settings = { ...symbol, version: 'smallest' as const, isBytes: holdsBytes(message) };
  const ofLength = textOfLength(job, codeId);
  return (count) => smallestVersions(ofLength(count), settings)[symbol.level];
}
