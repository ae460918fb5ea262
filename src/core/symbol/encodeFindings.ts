/** What is said when a text gives no symbol, or not the one that was asked for. */
import type { Finding, Fix } from '../finding';
import type { EncodeSettings } from './settings';
import { largestVersion, levels, type Level, type Mode } from './tables';
import { capacity, planVersions, type VersionPlan } from './versionPlan';

const standard = (clause: string) => ({ tag: 'std', text: `ISO/IEC 18004:2015, ${clause}` }) as const;

export function emptyMessage(): Finding {
  return {
    code: 'message-empty',
    severity: 'stop',
    title: 'Message',
    text: 'There is no message yet. Type or paste what a scan should give.',
    measured: { value: null, unit: 'empty' },
    required: { value: null, unit: 'not empty' },
    source: standard('7.4'),
    fixes: [],
  };
}

export function encodingIsGuessed(): Finding {
  return {
    code: 'text-encoding',
    severity: 'caution',
    title: 'Characters',
    text: 'The message has characters beyond plain ASCII. Some readers guess their encoding and show others; announcing UTF-8 costs 12 bits.',
    measured: { value: null, unit: 'guessed' },
    required: { value: null, unit: 'announced UTF-8' },
    source: {
      tag: 'sim',
      text: 'measured: ZBar takes unannounced UTF-8 for Shift JIS; ISO/IEC 18004:2015, 7.4.2',
    },
    fixes: [{ label: 'Announce UTF-8', changes: [{ path: 'symbol.eci', value: true }] }],
  };
}

export function outsideMode(mode: Mode, outside: readonly string[]): Finding {
  const shown = outside.slice(0, 8).map((character) => (character === ' ' ? 'the space' : character));
  const more = outside.length > 8 ? ` and ${outside.length - 8} more` : '';
  return {
    code: 'mode-characters',
    severity: 'stop',
    title: 'Mode',
    text: `${mode[0]!.toUpperCase()}${mode.slice(1)} mode cannot hold: ${shown.join('  ')}${more}.`,
    measured: { value: outside.length, unit: 'characters' },
    required: { value: 0, unit: 'characters', comparison: '<=' },
    source: standard('7.3'),
    fixes: [
      { label: 'Use the shortest mix of modes', changes: [{ path: 'symbol.mode', value: 'shortest' }] },
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
    let low = 0;
    let high = characters.length;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (bitsOfFirst(middle) <= capacity(largestVersion, level)) low = middle;
      else high = middle - 1;
    }
    return characters.length - low;
  };
  return { L: drop('L'), M: drop('M'), Q: drop('Q'), H: drop('H') };
}

export function tooLong(
  text: string,
  mode: Mode | 'shortest',
  settings: EncodeSettings,
  plan: VersionPlan,
): Finding {
  const bits = plan.bitsInVersion(largestVersion);
  const holds = capacity(largestVersion, settings.level);
  const drop = charactersToDrop(text, mode, settings);
  const dropAt = levels.map((level) => `${level} ${drop[level]}`).join(', ');
  return {
    code: 'message-too-long',
    severity: 'stop',
    title: 'Message length',
    text: `The message is ${bits - holds} bits over what version 40 holds at level ${settings.level}. Characters to drop at each level: ${dropAt}.`,
    measured: { value: bits, unit: 'bits' },
    required: { value: holds, unit: 'bits', comparison: '<=' },
    source: standard('Table 7'),
    fixes: levels
      .filter((level) => level !== settings.level && plan.smallestHolding(level) !== null)
      .slice(-1)
      .map((level) => lowerLevel(level)),
  };
}

export function versionTooSmall(version: number, settings: EncodeSettings, plan: VersionPlan): Finding {
  const bits = plan.bitsInVersion(version);
  const holds = capacity(version, settings.level);
  const needed = plan.smallestHolding(settings.level);
  const fixes: Fix[] = [];
  if (needed !== null)
    fixes.push({ label: `Use version ${needed}`, changes: [{ path: 'symbol.version', value: needed }] });
  const weaker = levels.filter(
    (level) => levels.indexOf(level) < levels.indexOf(settings.level) && bits <= capacity(version, level),
  );
  if (weaker.length > 0) fixes.push(lowerLevel(weaker.at(-1)!));
  return {
    code: 'version-too-small',
    severity: 'stop',
    title: 'Version',
    text: `Version ${version} at level ${settings.level} holds ${holds} bits; the message needs ${bits}, ${bits - holds} more.`,
    measured: { value: bits, unit: 'bits' },
    required: { value: holds, unit: 'bits', comparison: '<=' },
    source: standard('Table 7'),
    fixes,
  };
}

function lowerLevel(level: Level): Fix {
  return { label: `Choose level ${level}`, changes: [{ path: 'symbol.level', value: level }] };
}
