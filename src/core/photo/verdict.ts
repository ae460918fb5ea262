/** What a check amounts to, as it is kept and told. */
import type { Verdict } from '../finding';
import type { CheckedCode, PhotoCheck } from './check';
import type { Help } from './find';

export interface CheckVerdict {
  /** `good`: every reader takes it without help; `caution`: some do, or little is left; `stop`: it does not read, or says something else. */
  readonly verdict: Verdict;
  readonly message: 'same' | 'other' | 'none';
  /** Readers with a vote that read the message in the picture as it is. */
  readonly read: number;
  readonly voting: number;
}

/** Less of what the worst block can correct is no margin for dirt and scratches. */
const leastMargin = 0.5;
/** Help that readers of phones give themselves. */
const ownHelp: readonly Help[] = ['none', 'searched', 'smaller', 'larger'];

/** Of a code of a photograph, and whether it is the one that was meant; where nothing was meant, every one is. */
export function verdictOfCheck(
  { readers }: Pick<PhotoCheck, 'readers'>,
  code: Pick<CheckedCode, 'seen' | 'comparison'> | null,
  isMeant: boolean,
): CheckVerdict {
  const panel = readers.filter(({ votes }) => votes);
  const message = code === null ? 'none' : isMeant ? 'same' : 'other';
  const read = panel.filter(({ text }) => text !== null && text === code?.seen.text).length;
  const counts = { message, read, voting: panel.length } as const;
  if (code === null || message === 'other') return { ...counts, verdict: 'stop' };
  const isHelped = !ownHelp.includes(code.seen.help);
  if (isHelped || read < 2) return { ...counts, verdict: read === 0 && isHelped ? 'stop' : 'caution' };
  const isWorn = code.comparison !== null && code.comparison.marginLeft < leastMargin;
  return { ...counts, verdict: read === panel.length && !isWorn ? 'good' : 'caution' };
}
