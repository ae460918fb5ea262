/** What is said when a text gives no symbol, or not the one that was asked for. */
import type { Fix, PartChange, PartFinding } from '../finding';
import { largestWhole } from '../numbers';
import type { EncodeSettings } from './settings';
import { largestVersion, levels, type Level, type Mode } from './tables';
import { capacity, planVersions, type VersionPlan } from './versionPlan';

const standard = (clause: string) => ({ tag: 'std', text: `ISO/IEC 18004:2015, ${clause}` }) as const;

export function emptyMessage(): PartFinding {
  return {
    kind: 'message-empty',
    station: 'message',
    severity: 'stop',
    title: 'Message',
    text: ['There is no message yet. Type or paste what a scan should give.'],
    measured: { words: 'empty' },
    required: { words: 'not empty' },
    source: standard('7.4'),
    fixes: [],
    isAwaited: true,
  };
}

export function encodingIsGuessed(): PartFinding {
  return {
    kind: 'text-encoding',
    station: 'style',
    severity: 'caution',
    title: 'Characters',
    text: [
      'The message has characters beyond plain ASCII. Some readers guess their encoding and show others; announcing UTF-8 costs 12 bits.',
    ],
    measured: { words: 'guessed' },
    required: { words: 'announced UTF-8' },
    source: {
      tag: 'sim',
      text: 'measured: ZBar takes unannounced UTF-8 for Shift JIS; ISO/IEC 18004:2015, 7.4.2',
    },
    fixes: [{ label: ['Announce UTF-8'], changes: [{ part: 'symbol', set: { eci: true } }] }],
  };
}

export function outsideMode(mode: Mode, outside: readonly string[]): PartFinding {
  const shown = outside.slice(0, 8).map((character) => (character === ' ' ? 'the space' : character));
  const andMore = outside.length > 8 ? ` and ${outside.length - 8} more` : '';
  return {
    kind: 'mode-characters',
    station: 'style',
    severity: 'stop',
    title: 'Mode',
    text: [`${mode[0]!.toUpperCase()}${mode.slice(1)} mode cannot hold: ${shown.join('  ')}${andMore}.`],
    measured: { value: outside.length, unit: 'characters' },
    required: { value: 0, unit: 'characters', comparison: '<=' },
    source: standard('7.3'),
    fixes: [
      { label: ['Use the shortest mix of modes'], changes: [{ part: 'symbol', set: { mode: 'shortest' } }] },
    ],
  };
}

/** Characters to drop from the end so that the text fits version 40, for every level. */
function charactersToDrop(
  text: string,
  mode: Mode | 'shortest',
  settings: EncodeSettings,
): Record<Level, number> {
  const characters = [...text];
  const bitsOfFirst = (count: number): number => {
    const start = characters.slice(0, count).join('');
    return planVersions(start, mode, settings).bitsInVersion(largestVersion);
  };
  const drop = (level: Level): number => {
    const holds = capacity(largestVersion, level);
    const kept = largestWhole(0, characters.length, (count) => bitsOfFirst(count) <= holds);
    return characters.length - (kept ?? 0);
  };
  return { L: drop('L'), M: drop('M'), Q: drop('Q'), H: drop('H') };
}

export function tooLong(
  text: string,
  mode: Mode | 'shortest',
  settings: EncodeSettings,
  plan: VersionPlan,
): PartFinding {
  const bits = plan.bitsInVersion(largestVersion);
  const holds = capacity(largestVersion, settings.level);
  const drop = charactersToDrop(text, mode, settings);
  const dropAt = levels.map((level) => `${level} ${drop[level]}`).join(', ');
  return {
    kind: 'message-too-long',
    station: 'message',
    severity: 'stop',
    title: 'Message length',
    text: [
      `The message is ${bits - holds} bits over what version 40 holds at level ${settings.level}. Characters to drop at each level: ${dropAt}.`,
    ],
    measured: { value: bits, unit: 'bits' },
    required: { value: holds, unit: 'bits', comparison: '<=' },
    source: standard('Table 7'),
    fixes: levels
      .filter((level) => level !== settings.level && plan.smallestHolding(level) !== null)
      .slice(-1)
      .map((level) => lowerLevel(level)),
  };
}

export function versionTooSmall(version: number, settings: EncodeSettings, plan: VersionPlan): PartFinding {
  const bits = plan.bitsInVersion(version);
  const holds = capacity(version, settings.level);
  const needed = plan.smallestHolding(settings.level);
  const fixes: Fix<PartChange>[] = [];
  if (needed !== null)
    fixes.push({ label: [`Use version ${needed}`], changes: [{ part: 'symbol', set: { version: needed } }] });
  const weaker = levels.filter(
    (level) => levels.indexOf(level) < levels.indexOf(settings.level) && bits <= capacity(version, level),
  );
  if (weaker.length > 0) fixes.push(lowerLevel(weaker.at(-1)!));
  return {
    kind: 'version-too-small',
    station: 'style',
    severity: 'stop',
    title: 'Version',
    text: [
      `Version ${version} at level ${settings.level} holds ${holds} bits; the message needs ${bits}, ${bits - holds} more.`,
    ],
    measured: { value: bits, unit: 'bits' },
    required: { value: holds, unit: 'bits', comparison: '<=' },
    source: standard('Table 7'),
    fixes,
  };
}

function lowerLevel(level: Level): Fix<PartChange> {
  return { label: [`Choose level ${level}`], changes: [{ part: 'symbol', set: { level: level } }] };
}
