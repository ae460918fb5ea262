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
  /** The name of a finding's row, with whose it is where there are several codes. */
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
      about.on === 'code' && (bench.document?.codes.length ?? 0) > 1
        ? `${title}, ${codeNames()(about.id)}`
        : title,
  };
}
