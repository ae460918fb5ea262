/** What a message costs: how far to the next version, and what would make the symbol smaller. */
import type { Change } from '../finding';
import type { CodeSettings } from '../job';
import { contactForms, holdsBytes, readCampaign, withCampaign, writeMessage, type Message } from '../message';
import { largestWhole } from '../numbers';
import { levels, sizeOfVersion, smallestVersions, type Level, type SymbolSettings } from '../symbol';

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

/** Measures the message of a code with its own level; a version set by hand is left out of account. */
export function measureMessage(code: CodeSettings): MessageRuler {
  const payload = writeMessage(code.message);
  if (payload === '')
    return { byLevel: [], lettersLeft: null, charactersToDrop: null, savings: [], forms: [] };
  const isBytes = holdsBytes(code.message);
  const settings = { ...code.symbol, version: 'smallest' as const, isBytes };
  const versions = smallestVersions(payload, settings);
  const version = versions[settings.level];
  const versionOf = (text: string): number =>
    text === '' ? 1 : (smallestVersions(text, settings)[settings.level] ?? 41);
  const byLevel = levels.map((level) => {
    const smallest = versions[level];
    return {
      level,
      version: smallest,
      moduleMm: smallest === null ? null : code.placement.widthMm / sizeOfVersion(smallest),
    };
  });
  if (version === null)
    return {
      byLevel,
      lettersLeft: null,
      charactersToDrop: null,
      savings: savings(code, 41),
      forms: writtenForms(code),
    };
  const characters = [...payload];
  const lettersLeft = largestWhole(
    0,
    2 * payload.length + 300,
    (count) => versionOf(payload + 'a'.repeat(count)) <= version,
  );
  const kept = largestWhole(
    0,
    characters.length,
    (count) => versionOf(characters.slice(0, count).join('')) < version,
  );
  return {
    byLevel,
    lettersLeft,
    charactersToDrop: version === 1 ? null : characters.length - (kept ?? 0),
    savings: savings(code, version),
    forms: writtenForms(code),
  };
}

function writtenForms({ message, symbol }: CodeSettings): WrittenForm[] {
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

/** Every saving that is really a smaller version; `version` is the present one, 41 when none holds the message. */
function savings(code: CodeSettings, version: number): Saving[] {
  return candidates(code).flatMap(({ label, consequence, message, symbol }) => {
    const saved = {
      message: { ...code.message, ...message } as Message,
      symbol: { ...code.symbol, ...symbol },
    };
    const { level } = saved.symbol;
    const settings = { ...saved.symbol, version: 'smallest' as const, isBytes: holdsBytes(saved.message) };
    const toVersion = smallestVersions(writeMessage(saved.message), settings)[level];
    return toVersion !== null && toVersion < version
      ? [
          {
            label,
            consequence,
            fromVersion: version,
            toVersion,
            changes: changesOf(code.id, message, symbol),
          },
        ]
      : [];
  });
}

/** A saving, as the fields that it sets. */
interface Candidate extends Pick<Saving, 'label' | 'consequence'> {
  readonly message?: Readonly<Record<string, string>>;
  readonly symbol?: Partial<SymbolSettings>;
}

const changesOf = (id: string, message: Candidate['message'], symbol: Candidate['symbol']): Change[] => [
  ...(message === undefined ? [] : [{ on: 'code', id, part: 'message', set: message } as const]),
  ...(symbol === undefined ? [] : [{ on: 'code', id, part: 'symbol', set: symbol } as const]),
];

function candidates({ message, symbol }: CodeSettings): Candidate[] {
  const candidates: Candidate[] = [];
  if (message.kind === 'web') {
    const payload = writeMessage(message);
    const capitals = payload.replace(/^[a-z][a-z0-9+.-]*:\/\/[^/?#@]*/i, (start) => start.toUpperCase());
    if (capitals !== payload)
      candidates.push({
        label: 'Capital letters in scheme and host',
        consequence:
          'Opens the same: their case does not count. Four letters in capitals take the room of three.',
        message: { address: capitals },
      });
    if (Object.keys(readCampaign(payload)).length > 0)
      candidates.push({
        label: 'Leave the campaign parameters out',
        consequence: 'Opens the same page, but your statistics no longer tell where from.',
        message: { address: withCampaign(payload, {}) },
      });
  }
  if (message.kind === 'contact' && message.form !== 'compact')
    candidates.push({
      label: 'Compact contact form',
      consequence: 'Saves the same contact; a few older readers know only the long form.',
      message: { form: 'compact' },
    });
  if (message.kind === 'event' && message.form === 'calendar')
    candidates.push({
      label: 'The event alone',
      consequence: 'Adds the same event; strict calendar programs want the whole object.',
      message: { form: 'event' },
    });
  const weaker = levels[levels.indexOf(symbol.level) - 1];
  if (weaker !== undefined)
    candidates.push({
      label: `Level ${weaker} instead of ${symbol.level}`,
      consequence: 'Gives the same text, and survives less damage.',
      symbol: { level: weaker },
    });
  return candidates;
}
