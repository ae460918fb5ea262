/** A check in one sentence, and what helped in words. */
import type { CheckedCode } from './check';
import type { Help } from './find';
import type { CheckVerdict } from './verdict';

const helpTexts: Readonly<Record<Help, string>> = {
  none: '',
  searched: 'after a longer search',
  reversed: 'only with dark and light turned round, which many phones do not do',
  stretched: 'only after its contrast was stretched, which phones do not do',
  larger: 'after it was enlarged',
  smaller: 'after it was made smaller',
  tilted: 'only after it was straightened; hold the phone more squarely',
  curved: 'only after it was rolled out flat; it goes too far around',
};
export const helpText = (help: Help): string => helpTexts[help];

/** What came of it. */
export function checkSentence(
  { message, read, voting }: CheckVerdict,
  code: Pick<CheckedCode, 'seen' | 'comparison' | 'isSameSymbol'> | null,
  hasJob: boolean,
): string {
  if (code === null || message === 'none')
    return 'No code in this picture can be read. Take a sharper picture, closer and straight on, or set its corners by hand.';
  if (message === 'other') return 'It reads, but it says something else than this job.';
  const help = helpText(code.seen.help);
  const says = hasJob ? 'It says what it should' : 'It reads';
  const panel = read === voting ? 'every reader reads it' : `${read} of ${voting} readers read it`;
  const left =
    code.comparison === null || code.comparison.worst === 0
      ? ''
      : ` ${code.comparison.worst} of ${code.comparison.correctable} codewords that can be corrected are used up.`;
  const built = hasJob && !code.isSameSymbol ? ' It is built in another way than the job’s code.' : '';
  return `${says}; ${panel}${help === '' ? '' : `, ${help}`}.${left}${built}`;
}
