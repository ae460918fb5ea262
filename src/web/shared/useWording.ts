/** Sentences of the core in the reader's unit, with codes called by their places in the job on the bench. */
import {
  codeNamer,
  inchAmount,
  metricAmount,
  wordsOf,
  type Finding,
  type Sentence,
} from '../../core/finding';
import { useBench } from '../stores/bench';
import { usePreferences } from '../stores/preferences';

export interface Wording {
  readonly words: (sentence: Sentence) => string;
  /** The name of a finding's row, with whose it is when it is another code's than the one at hand. */
  readonly titleOf: (finding: Pick<Finding, 'title' | 'about'>) => string;
}

export function useWording(): Wording {
  const bench = useBench();
  const preferences = usePreferences();
  const codeNames = (): ((id: string, isThe?: boolean) => string) => codeNamer(bench.document?.codes ?? []);
  return {
    words: (sentence) =>
      wordsOf(sentence, {
        amount: preferences.unit === 'in' ? inchAmount : metricAmount,
        code: codeNames(),
      }),
    titleOf: ({ title, about }) =>
      about.on === 'code' && about.id !== bench.code?.id ? `${title}, ${codeNames()(about.id)}` : title,
  };
}
