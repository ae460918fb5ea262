/** What a message costs: how far to the next version, and what would make the symbol smaller. */
import type { Change } from '../finding';
import { applyChanges, type Job } from '../job';
import { contactForms, holdsBytes, readCampaign, withCampaign, writeMessage } from '../message';
import { levels, sizeOfVersion, smallestVersions, type Level } from '../symbol';

export interface MessageRuler {
  /** Smallest version at each level, and the module that it gives at the present code width; null where none holds it. */
  readonly byLevel: readonly {
    readonly level: Level;
    readonly version: number | null;
    readonly moduleMm: number | null;
  }[];
  /** Plain letters that can still be added before the symbol grows; null when there is no symbol. */
  readonly lettersLeft: number | null;
  /** Characters to drop from the end to get one version lower; null in version 1 or without a symbol. */
  readonly charactersToDrop: number | null;
  readonly savings: readonly Saving[];
  /** The forms in which the same fields can be written, with what each costs; empty where there is one form only. */
  readonly forms: readonly WrittenForm[];
}

export interface WrittenForm {
  readonly form: string;
  readonly bytes: number;
  readonly version: number | null;
  readonly chosen: boolean;
}

/** A change that makes the symbol smaller, and what it does to the scan. */
export interface Saving {
  readonly label: string;
  /** What changes for whoever scans it. */
  readonly consequence: string;
  readonly fromVersion: number;
  readonly toVersion: number;
  readonly changes: readonly Change[];
}

/** Measures the message of a job with its own level; a version set by hand is left out of account. */
export function measureMessage(job: Job): MessageRuler {
  const payload = writeMessage(job.message);
  if (payload === '')
    return { byLevel: [], lettersLeft: null, charactersToDrop: null, savings: [], forms: [] };
  const isBytes = holdsBytes(job.message);
  const settings = { ...job.symbol, version: 'smallest' as const, isBytes };
  const versions = smallestVersions(payload, settings);
  const version = versions[settings.level];
  const versionOf = (text: string): number =>
    text === '' ? 1 : (smallestVersions(text, settings)[settings.level] ?? 41);
  const byLevel = levels.map((level) => {
    const smallest = versions[level];
    return {
      level,
      version: smallest,
      moduleMm: smallest === null ? null : job.piece.code.widthMm / sizeOfVersion(smallest),
    };
  });
  if (version === null)
    return {
      byLevel,
      lettersLeft: null,
      charactersToDrop: null,
      savings: savings(job, 41),
      forms: writtenForms(job),
    };
  const characters = [...payload];
  const lettersLeft = largestWhere(
    2 * payload.length + 300,
    (count) => versionOf(payload + 'a'.repeat(count)) <= version,
  );
  const kept = largestWhere(
    characters.length,
    (count) => versionOf(characters.slice(0, count).join('')) < version,
  );
  return {
    byLevel,
    lettersLeft,
    charactersToDrop: version === 1 ? null : characters.length - kept,
    savings: savings(job, version),
    forms: writtenForms(job),
  };
}

function writtenForms({ message, symbol }: Job): WrittenForm[] {
  if (message.kind !== 'contact') return [];
  return contactForms.map((form) => {
    const payload = writeMessage({ ...message, form });
    return {
      form,
      bytes: new TextEncoder().encode(payload).length,
      version: smallestVersions(payload, { ...symbol, version: 'smallest' })[symbol.level],
      chosen: form === message.form,
    };
  });
}

/** The largest whole number up to `most` for which a condition holds that never holds again once it fails. */
function largestWhere(most: number, holds: (count: number) => boolean): number {
  let low = 0;
  let high = most;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (holds(middle)) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Every saving that is really a smaller version; `version` is the present one, 41 when none holds the message. */
function savings(job: Job, version: number): Saving[] {
  return candidates(job).flatMap(({ label, consequence, changes }) => {
    const saved = applyChanges(job, changes);
    const { level } = saved.symbol;
    const settings = { ...saved.symbol, version: 'smallest' as const, isBytes: holdsBytes(saved.message) };
    const toVersion = smallestVersions(writeMessage(saved.message), settings)[level];
    return toVersion !== null && toVersion < version
      ? [{ label, consequence, fromVersion: version, toVersion, changes }]
      : [];
  });
}

type Candidate = Pick<Saving, 'label' | 'consequence' | 'changes'>;

function candidates(job: Job): Candidate[] {
  const { message, symbol } = job;
  const found: Candidate[] = [];
  const set = (label: string, consequence: string, path: string, value: Change['value']): void =>
    void found.push({ label, consequence, changes: [{ path, value }] });
  if (message.kind === 'web') {
    const payload = writeMessage(message);
    const capitals = payload.replace(/^[a-z][a-z0-9+.-]*:\/\/[^/?#@]*/i, (start) => start.toUpperCase());
    if (capitals !== payload)
      set(
        'Capital letters in scheme and host',
        'Opens the same: their case does not count. Four letters in capitals take the room of three.',
        'message.address',
        capitals,
      );
    if (Object.keys(readCampaign(payload)).length > 0)
      set(
        'Leave the campaign parameters out',
        'Opens the same page, but your statistics no longer tell where from.',
        'message.address',
        withCampaign(payload, {}),
      );
  }
  if (message.kind === 'contact' && message.form !== 'compact')
    set(
      'Compact contact form',
      'Saves the same contact; a few older readers know only the long form.',
      'message.form',
      'compact',
    );
  if (message.kind === 'event' && message.form === 'calendar')
    set(
      'The event alone',
      'Adds the same event; strict calendar programs want the whole object.',
      'message.form',
      'event',
    );
  const weaker = levels[levels.indexOf(symbol.level) - 1];
  if (weaker !== undefined)
    set(
      `Level ${weaker} instead of ${symbol.level}`,
      'Gives the same text, and survives less damage.',
      'symbol.level',
      weaker,
    );
  return found;
}
