import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { addressFaults } from './address';

const likely = (typed: string) => addressFaults(typed).map(({ kind, likely: meant }) => [kind, meant]);

describe('an address without a fault', () => {
  it.each([
    'https://ternquay.example',
    'ternquay.example/berth/17?from=plate#top',
    'HTTPS://TERNQUAY.EXAMPLE/',
    'http://ternquay.example:8080/',
    '//ternquay.example/x',
    'localhost:5180/x',
    'http://harbour/x',
    'https://192.168.4.1/x',
    'https://[2001:db8::1]/x',
    'https://ternquay.example/wiki/Slip_(boat)',
    'https://ternquay.example/a%20b?next=https://elsewhere.example/x',
    'bücher.example/größe',
    'https://xn--bcher-kva.example',
    'https://sub.ternquay.co.uk',
    'https://ternquay.한국',
    // RFC 2606 and RFC 6761: reserved, so known.
    'https://ternquay.test',
    'https://www.example.com',
  ])('%p', (typed) => {
    expect(addressFaults(typed)).toEqual([]);
  });
});

describe('a slip in an address', () => {
  it.each([
    // The scheme: none, lost, doubled (RFC 3986, 3.1).
    ['htp:/ternquay.example', 'address-scheme', 'https://ternquay.example'],
    ['htps://ternquay.example/x', 'address-scheme', 'https://ternquay.example/x'],
    ['ttps://ternquay.example', 'address-scheme', 'https://ternquay.example'],
    ['httpss://ternquay.example', 'address-scheme', 'https://ternquay.example'],
    ['https:ternquay.example', 'address-scheme', 'https://ternquay.example'],
    ['http:/ternquay.example', 'address-scheme', 'http://ternquay.example'],
    ['https:///ternquay.example', 'address-scheme', 'https://ternquay.example'],
    ['https//ternquay.example', 'address-scheme', 'https://ternquay.example'],
    ['httphttps://ternquay.example', 'address-scheme', 'https://ternquay.example'],
    ['https;//ternquay.example', 'address-scheme', 'https://ternquay.example'],
    ['https : //ternquay.example', 'address-scheme', 'https://ternquay.example'],
    ['https:\\\\ternquay.example\\menu', 'address-scheme', 'https://ternquay.example/menu'],
    ['://ternquay.example', 'address-scheme', 'https://ternquay.example'],
    ['https://https://ternquay.example', 'address-doubled', 'https://ternquay.example'],
    ['http://https//ternquay.example', 'address-doubled', 'https://ternquay.example'],
    ['https://http:ternquay.example', 'address-doubled', 'http://ternquay.example'],
    ['javascript:alert(1)', 'address-scheme', null],
    // The host (RFC 1123, 2.1; RFC 1035, 2.3.4).
    ['https://', 'address-host', null],
    ['ternquay example/menu', 'address-host', 'https://ternquay.example/menu'],
    ['https://ternquay .example/menu', 'address-host', 'https://ternquay.example/menu'],
    ['https://tern%71uay.example', 'address-host', 'https://ternquay.example'],
    ['https://ternquay..example', 'address-host', 'https://ternquay.example'],
    ['.ternquay.example', 'address-host', 'https://ternquay.example'],
    ['www,ternquay.example', 'address-host', 'https://www.ternquay.example'],
    ['https://ternquay.example\\menu', 'address-host', 'https://ternquay.example/menu'],
    ['https://-ternquay.example', 'address-host', 'https://ternquay.example'],
    [`https://${'q'.repeat(64)}.example`, 'address-host', null],
    ['https://1.2', 'address-host', null],
    ['https://300.1.2.3', 'address-form', null],
    ['https://ternquay.example:99999/', 'address-form', null],
    // What is no address at all.
    ['ternquay', 'address-word', null],
    ['ines@ternquay.example', 'address-email', null],
    ['“https://ternquay.example”', 'address-wrapped', 'https://ternquay.example'],
    ['<https://ternquay.example>', 'address-wrapped', 'https://ternquay.example'],
  ])('%p is stopped with %s', (typed, kind, meant) => {
    expect(likely(typed)).toEqual([[kind, meant]]);
    expect(addressFaults(typed)[0]!.severity).toBe('stop');
  });

  it.each([
    ['https://ternquay.exmaple', 'address-top-level', null],
    ['https://ternquay.con/menu', 'address-top-level', 'https://ternquay.com/menu'],
    ['ternquay.cmo:8080', 'address-top-level', 'https://ternquay.com:8080'],
    ['https://ternquay.example/100%', 'address-escape', 'https://ternquay.example/100%25'],
    ['ternquay-tides:berth/17', 'address-other-scheme', null],
    ['tel:+443069990000', 'address-other-scheme', null],
  ])('%p is a caution: %s', (typed, kind, meant) => {
    expect(likely(typed)).toEqual([[kind, meant]]);
    expect(addressFaults(typed)[0]!.severity).toBe('caution');
  });

  it('is text where there are several words', () => {
    expect(likely('our new menu')).toEqual([['address-word', null]]);
  });
});

describe('any text', () => {
  it('is judged without an exception, and what is offered for it has no stop', () => {
    const piece = fc.constantFrom(
      'https',
      'http',
      '://',
      ':',
      '/',
      '\\',
      '.',
      ' ',
      'ternquay',
      'example',
      '@',
      '%',
      '[',
      '-',
      ',',
    );
    const texts = fc.oneof(
      fc.string({ maxLength: 60, unit: 'binary' }),
      fc.array(piece, { maxLength: 10 }).map((pieces) => pieces.join('')),
    );
    fc.assert(
      fc.property(texts, (typed) => {
        for (const { likely: meant } of addressFaults(typed))
          if (meant !== null)
            expect(addressFaults(meant).filter(({ severity }) => severity === 'stop')).toEqual([]);
      }),
      { seed: 6, numRuns: 1500 },
    );
  });

  it('that the parser takes for a good address with a known ending is no stop', () => {
    fc.assert(
      fc.property(fc.webUrl({ withQueryParameters: true, withFragments: true }), (typed) => {
        const stops = addressFaults(typed).filter(({ severity }) => severity === 'stop');
        expect([typed, stops]).toEqual([typed, []]);
      }),
      { seed: 6, numRuns: 500 },
    );
  });
});
