import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { newJob } from '../../core/job';
import { enterBrowser, type FakeBrowser } from '../../testing/browser';
import { ChosenSizes } from './chosenSizes';

const empty = newJob({ message: { kind: 'web', address: '' } });
const plate = newJob({ message: { kind: 'web', address: 'https://ternquay.example/berth/17' } });

let browser: FakeBrowser;
beforeEach(() => {
  browser = enterBrowser(() => Promise.reject(new Error('nothing is asked')));
});
afterEach(() => browser.leave());

const opened = (id: string, job = empty): ChosenSizes => {
  const sizes = new ChosenSizes();
  sizes.open(id, job);
  return sizes;
};

describe('sizes that somebody chose', () => {
  it('are none of a new job, and that of the piece of one that was made before', () => {
    expect(opened('new').free).toEqual({ piece: true, code: true });
    expect(opened('made', plate).free).toEqual({ piece: false, code: true });
  });

  it('are the same after a reload, also where the new job has a message by then', () => {
    expect(opened('a').free.piece).toBe(true);
    expect(opened('a', plate).free).toEqual({ piece: true, code: true });
    opened('a', plate).choose('code');
    expect(opened('a', plate).free).toEqual({ piece: true, code: false });
  });

  it('belong to their job', () => {
    const sizes = opened('a');
    sizes.choose('piece');
    sizes.open('b', empty);
    expect(sizes.free.piece).toBe(true);
    sizes.open('a', empty);
    expect(sizes.free.piece).toBe(false);
  });

  it('begin anew where what was kept cannot be read', () => {
    sessionStorage.setItem('binarus.sizes.a', '{"piece":"yes"}');
    expect(opened('a').free).toEqual({ piece: true, code: true });
  });
});
