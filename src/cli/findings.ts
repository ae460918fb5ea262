/** Findings as the command line prints them: data, with the sentences in words, lengths in millimetres. */
import {
  codeNamer,
  metricAmount,
  wordsOf,
  type Finding,
  type PartFinding,
  type Sentence,
} from '../core/finding';

type Codes = readonly { readonly id: string }[];

/** Words for sentences, with lengths in millimetres. */
export const wording = (codes: Codes): ((sentence: Sentence) => string) => {
  const words = { amount: metricAmount, code: codeNamer(codes) };
  return (sentence) => wordsOf(sentence, words);
};

/** A finding with its sentence and the labels of its fixes in words. */
export function printed(findings: readonly (Finding | PartFinding)[], codes: Codes = []): object[] {
  const words = wording(codes);
  return findings.map((finding) => ({
    ...finding,
    text: words(finding.text),
    fixes: finding.fixes.map(({ label, changes }) => ({ label: words(label), changes })),
  }));
}

/** Says findings on standard error. */
export function tell(findings: readonly (Finding | PartFinding)[], codes: Codes = []): void {
  const words = wording(codes);
  for (const finding of findings) {
    const offered = finding.fixes.map(({ label }) => words(label)).join('; ');
    const whose =
      codes.length > 1 && 'about' in finding && finding.about.on === 'code'
        ? `, ${codeNamer(codes)(finding.about.id)}`
        : '';
    process.stderr.write(
      `${finding.severity}: ${finding.title}${whose}: ${words(finding.text)}${offered ? ` (${offered})` : ''}\n`,
    );
  }
}

/** The sentence of a finding in words. */
export const sentenceOf = ({ text }: PartFinding): string => wording([])(text);
