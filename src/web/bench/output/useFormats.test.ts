import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { findPair } from '../../../content';
import { enterBrowser, type FakeBrowser } from '../../../testing/browser';
import { useFormats } from './useFormats';

const laser = findPair('birch-plywood', 'co2-laser')!.machine;
const printer = findPair('white-paper', 'laser-printer-600dpi')!.machine;

let browser: FakeBrowser;
beforeEach(() => {
  browser = enterBrowser(() => Promise.reject(new Error('nothing is asked')));
});
afterEach(() => browser.leave());

describe('formats that are ticked', () => {
  it('are the first that the machine works from, until others are ticked', () => {
    const formats = useFormats(() => ({ jobId: 'a', machine: laser }));
    expect(formats.value).toEqual(['svg']);
    formats.value = ['dxf', 'sheet'];
    expect(useFormats(() => ({ jobId: 'a', machine: laser })).value).toEqual(['dxf', 'sheet']);
  });

  it('do not stand in the next job, nor for another kind of machine', () => {
    useFormats(() => ({ jobId: 'a', machine: laser })).value = ['dxf'];
    expect(useFormats(() => ({ jobId: 'b', machine: laser })).value).toEqual(['svg']);
    expect(useFormats(() => ({ jobId: 'a', machine: printer })).value).not.toContain('dxf');
  });

  it('may be none, and leave out what there is none of any more', () => {
    useFormats(() => ({ jobId: 'a', machine: laser })).value = [];
    expect(useFormats(() => ({ jobId: 'a', machine: laser })).value).toEqual([]);
    sessionStorage.setItem('binarus.formats.c', JSON.stringify({ kind: 'laser', ids: ['papyrus', 'pdf'] }));
    expect(useFormats(() => ({ jobId: 'c', machine: laser })).value).toEqual(['pdf']);
    sessionStorage.setItem('binarus.formats.d', '{"kind":7}');
    expect(useFormats(() => ({ jobId: 'd', machine: laser })).value).toEqual(['svg']);
  });
});
