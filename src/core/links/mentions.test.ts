/** Addresses are alike as RFC 3986 says (6.2.2.1 case, 6.2.2.2 percent-encoding); what a text may hold around them: common practice, no source. */
import { describe, expect, it } from '@jest/globals';
import { slugsIn, textsIn } from '.';

const base = 'https://go.ternquay.example';
const slugsOf = (text: string, below = base): string[] => [...slugsIn([text], below)].sort();

describe('links that a text names', () => {
  it.each([
    ['https://go.ternquay.example/TIDES', ['TIDES']],
    ['HTTPS://GO.TERNQUAY.EXAMPLE/tides', ['TIDES']],
    ['https://go.ternquay.example/TIDES/', ['TIDES']],
    ['https://go.ternquay.example/TIDES?src=plate', ['TIDES']],
    ['https://go.ternquay.example/T%49DES', ['TIDES']],
    ['http://go.ternquay.example/TIDES#top', ['TIDES']],
    ['go.ternquay.example/tides', ['TIDES']],
    ['Tides: go.ternquay.example/TIDES.', ['TIDES']],
    ['(see https://go.ternquay.example/BERTH-17, or go.ternquay.example/TIDES)', ['BERTH-17', 'TIDES']],
  ])('%s', (text, slugs) => {
    expect(slugsOf(text)).toEqual(slugs);
  });

  it.each([
    'https://other.example/TIDES',
    'https://go.ternquay.example.other.example/TIDES',
    'https://not-go.ternquay.example/TIDES',
    'https://a.go.ternquay.example/TIDES',
    'https://go.ternquay.example/',
    'go.ternquay.example',
    'TIDES',
  ])('none in %s', (text) => {
    expect(slugsOf(text)).toEqual([]);
  });

  it('are below the path of the base, and at its port', () => {
    const deep = 'http://127.0.0.1:5190/l/';
    expect(slugsOf('http://127.0.0.1:5190/l/TIDES', deep)).toEqual(['TIDES']);
    expect(slugsOf('http://127.0.0.1:5190/TIDES', deep)).toEqual([]);
    expect(slugsOf('http://127.0.0.1:5191/l/TIDES', deep)).toEqual([]);
  });

  it('are none without a base', () => {
    expect(slugsOf('https://go.ternquay.example/TIDES', '')).toEqual([]);
  });

  it('are found in a long text of beginnings', () => {
    const text = `${'go.ternquay.example/ '.repeat(20_000)}${'%'.repeat(100_000)} go.ternquay.example/TIDES`;
    expect(slugsOf(text)).toEqual(['TIDES']);
  });
});

it('texts of a document are all of them, however deep', () => {
  const document = { name: 'a', codes: [{ message: { text: 'b' } }, 3, null, ['c']], on: true };
  expect([...textsIn(document)]).toEqual(['a', 'b', 'c']);
});
