import { describe, expect, it } from '@jest/globals';
import { wordsOf, type Sentence } from '../finding';
import { readerState, verdictOf, type ProofReport } from '../proof';
import { proofFinding, type Cause } from './quickProof';

/** Of readers that read so many of 20 shots. */
function report(...counts: readonly number[]): ProofReport {
  const readers = counts.map((read, index) => ({
    id: `reader-${index}`,
    name: ['Alpha', 'Beta', 'Gamma'][index]!,
    votes: true,
    read,
    wrong: 0,
    state: readerState(read, 20),
  }));
  return {
    verdict: verdictOf(readers),
    shots: 20,
    ofShots: 20,
    readers,
    distanceM: 0.25,
    pixelsPerModule: 5,
  };
}
const words = (sentence: Sentence): string =>
  wordsOf(sentence, { amount: ({ value }) => `${value} m`, code: (id) => id });
const nearer: Cause = {
  without: ['from 0.2 m'],
  fix: { label: ['Read from 0.2 m'], changes: [] },
};

describe('the finding of a quick proof', () => {
  it('says how many readers missed it, and names them where its source stands', () => {
    const { text, source, severity, measured } = proofFinding(report(20, 3, 20));
    expect(severity).toBe('caution');
    expect(words(text)).toMatch(/, one reader in three read only 3 of 20 shots\.$/);
    expect(source.text).toBe('20 simulated shots of the file: Alpha read 20; Beta read 3; Gamma read 20');
    expect(measured).toMatchObject({ value: 2, of: 3 });
    for (const name of ['Alpha', 'Beta', 'Gamma']) expect(words(text)).not.toContain(name);
  });

  it('says what would help, once that was looked for, and what a person can do where nothing alone does', () => {
    const missed = report(0, 3, 20);
    expect(words(proofFinding(missed).text)).toMatch(/ none and 3 of 20 shots\.$/);
    const mended = proofFinding(missed, [nearer]);
    expect(words(mended.text)).toMatch(/It would read from 0\.2 m\.$/);
    expect(mended.fixes).toEqual([nearer.fix]);
    const helpless = proofFinding(missed, []);
    expect(words(helpless.text)).toMatch(/No single change mends it\. Make the code larger, /);
    expect(helpless.fixes).toEqual([]);
  });
});
