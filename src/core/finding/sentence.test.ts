import { describe, expect, it } from '@jest/globals';
import { codeName, codeNamer, inchAmount, metres, metricAmount, mm, say, sizeMm, wordsOf } from './sentence';

const metric = { amount: metricAmount, code: codeNamer([{ id: 'a' }, { id: 'b' }]) };
const imperial = { ...metric, amount: inchAmount };

describe('sentences', () => {
  const sentence = say`Make ${codeName('b')} ${mm(25.4)} and the piece ${sizeMm(50.8, 76.2)}. From ${metres(3.048)} a module takes ${3} pixels.`;

  it('are told in millimetres, and in inches and feet to those who measure so', () => {
    // The international yard and pound agreement of 1959: an inch is 25.4 mm, a foot 0.3048 m.
    expect(wordsOf(sentence, metric)).toBe(
      'Make code 2 25.4 mm and the piece 50.8 × 76.2 mm. From 3.05 m a module takes 3 pixels.',
    );
    expect(wordsOf(sentence, imperial)).toBe(
      'Make code 2 1 in and the piece 2 × 3 in. From 10 ft a module takes 3 pixels.',
    );
  });

  it('leave what the owner wrote as it is, also when it looks like a length', () => {
    const name = 'words “Bolt 12 mm”';
    expect(wordsOf(say`Move the ${name} ${mm(12.7)} up`, imperial)).toBe(
      'Move the words “Bolt 12 mm” 0.5 in up',
    );
  });

  it('within sentences become part of them, and a code that is alone has no number', () => {
    const inner = say`hole of ${mm(4)}`;
    expect(say`Remove the ${inner}`).toEqual(['Remove the hole of ', mm(4)]);
    expect(wordsOf([codeName('a')], { ...metric, code: codeNamer([{ id: 'a' }]) })).toBe('code');
  });
});
