/** Digits behind an address: RFC 3986, 3.5 (fragments stay with the client), WHATWG URL by Node as the outside parser. */
import { describe, expect, it } from '@jest/globals';
import { tailKinds, tailPlace, withoutTail } from './tail';

const leadOf = (address: string, kind: (typeof tailKinds)[number]): string | null => {
  const place = tailPlace(address, kind);
  return 'lead' in place ? place.lead : null;
};

describe('a tail of digits', () => {
  it.each([
    ['https://ternquay.example/berth/17', '#', '?fill='],
    ['https://ternquay.example', '#', '?fill='],
    ['https://ternquay.example/tide?slip=4', '#', '&fill='],
    ['https://ternquay.example/tide?', '#', '&fill='],
    ['HTTPS://TERNQUAY.EXAMPLE/T', '#', '?fill='],
    ['http://192.168.4.17:5181/k7', '#', '?fill='],
    ['https://ternquay.example/#berth', null, null],
    ['https://ternquay.example/tide#', null, null],
    ['tel:+390412700000', null, null],
    ['WIFI:T:WPA;S:Slip;P:ebb;;', null, null],
    ['the tide', null, null],
    ['https://', null, null],
  ])('behind %s follows %s or %s', (address, fragment, parameter) => {
    expect([leadOf(address, 'fragment'), leadOf(address, 'parameter')]).toEqual([fragment, parameter]);
  });

  it('leads where the address leads, and is taken off what was read', () => {
    for (const address of ['https://ternquay.example/berth/17', 'https://ternquay.example/tide?slip=4'])
      for (const kind of tailKinds) {
        const full = `${address}${leadOf(address, kind)!}${'017'.repeat(9)}`;
        const [from, to] = [new URL(address), new URL(full)];
        expect([to.origin, to.pathname]).toEqual([from.origin, from.pathname]);
        for (const [name, value] of from.searchParams) expect(to.searchParams.get(name)).toBe(value);
        if (kind === 'fragment') expect(to.search).toBe(from.search);
        expect(withoutTail(full)).toBe(address);
        expect(withoutTail(address)).toBe(address);
      }
    // A short number may well be the address's own.
    expect(withoutTail('https://ternquay.example/#20261127')).toBe('https://ternquay.example/#20261127');
  });

  it('says why it may not stand there', () => {
    expect(tailPlace('the tide', 'fragment')).toEqual({ problem: expect.stringContaining('http') });
    expect(tailPlace('https://ternquay.example/#b', 'parameter')).toEqual({
      problem: expect.stringContaining('fragment'),
    });
  });
});
