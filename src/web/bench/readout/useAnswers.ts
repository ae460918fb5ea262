/** The three answers of the readout: does it read, can it be made, does all fit. */
import { computed, type ComputedRef } from 'vue';
import { answerOf, answers, worstSeverity, type Answer, type Finding } from '../../../core/finding';
import { quickProofKind } from '../../../core/run';
import type { PressView } from '../../../engine';
import type { Reads } from '../../shared/useQuickProof';

interface Known {
  readonly view: PressView;
  readonly reads: Reads;
}

export interface AnswerTold {
  readonly question: Answer;
  readonly name: string;
  readonly state: 'fine' | 'caution' | 'stop' | 'none';
  readonly says: string;
}

const questions: Readonly<Record<Answer, string>> = {
  reads: 'Reads',
  made: 'Can be made',
  fits: 'Fits',
};
const counted = (count: number, what: string): string =>
  count === 0 ? '' : `${count} ${what}${count === 1 ? '' : 's'}`;

function answerTo(question: Answer, known: Known): Pick<AnswerTold, 'state' | 'says'> {
  const { reads, view } = known;
  const about = view.findings.filter(({ kind, isAwaited }) => answerOf(kind) === question && !isAwaited);
  const worst = worstSeverity(about);
  const stops = about.filter(({ severity }) => severity === 'stop').length;
  const cautions = about.filter(({ severity }) => severity === 'caution').length;
  const counts = [counted(stops, 'stop'), counted(cautions, 'caution')].filter(Boolean).join(' · ');
  if (question === 'reads' && reads.state !== 'judged') {
    const says = {
      none: counts || (view.made === null ? 'waits for a message' : 'not checked'),
      failed: 'not checked',
      unasked: counts || 'not checked',
      checking:
        reads.state === 'checking' && reads.shots > 0
          ? `checking, ${reads.shots} of ${reads.ofShots}`
          : 'checking',
    }[reads.state];
    return { state: worst === 'stop' ? 'stop' : 'none', says };
  }
  if (view.made === null && question !== 'reads') return { state: 'none', says: 'not yet' };
  return { state: worst, says: counts || (question === 'reads' ? readBy(view.findings) : 'yes') };
}
/** How many readers of the panel read it promptly. */
function readBy(findings: readonly Finding[]): string {
  const proof = findings.find(({ kind }) => kind === quickProofKind);
  return proof !== undefined && 'value' in proof.measured ? `by all ${proof.measured.value} readers` : '';
}
export const useAnswers = (known: () => Known): ComputedRef<readonly AnswerTold[]> =>
  computed(() =>
    answers.map((question) => ({ question, name: questions[question], ...answerTo(question, known()) })),
  );
