/** Findings as a person reads them, for tests that are about what is said. */
import {
  codeNamer,
  metricAmount,
  wordsOf,
  type Change,
  type Finding,
  type PartFinding,
  type Sentence,
} from '../core/finding';
import type { CodeSettings, Job } from '../core/job';

/** A finding with its sentences in words; `measured` has the number, NaN where there is none. */
export interface Told extends Omit<Finding, 'text' | 'fixes' | 'measured'> {
  readonly text: string;
  readonly measured: { readonly value: number };
  readonly fixes: readonly { readonly label: string; readonly changes: readonly Change[] }[];
}

type Codes = readonly { readonly id: string }[];

export const inWords = (sentence: Sentence, codes: Codes = []): string =>
  wordsOf(sentence, { amount: metricAmount, code: codeNamer(codes) });

export function findingLines({
  job,
  findings,
}: {
  readonly job: Job;
  readonly findings: readonly Finding[];
}): Told[] {
  return findings.map((finding) => ({
    ...finding,
    text: inWords(finding.text, job.codes),
    measured: { value: NaN, ...finding.measured },
    fixes: finding.fixes.map(({ label, changes }) => ({ label: inWords(label, job.codes), changes })),
  }));
}

/** What is said of a part of a code. */
export const sentencesOf = (findings: readonly PartFinding[]): string[] =>
  findings.map(({ text }) => inWords(text));

/** The job with its first code changed. */
export const withFirst = (job: Job, set: Partial<CodeSettings>): Job => ({
  ...job,
  codes: job.codes.map((code, place) => (place === 0 ? { ...code, ...set } : code)),
});

/** The job with its first code placed in another way. */
export const withPlacement = (job: Job, set: Partial<CodeSettings['placement']>): Job =>
  withFirst(job, { placement: { ...job.codes[0]!.placement, ...set } });
