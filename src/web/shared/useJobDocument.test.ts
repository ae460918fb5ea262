/** A document kept with a job, against a server that is slow, away, or has something newer. */
import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { effectScope, type EffectScope } from 'vue';
import { z } from '../../core/schema';
import { enterBrowser, type FakeBrowser } from '../../testing/browser';
import { ApiProblem } from './http';
import { useJobDocument, type JobDocument } from './useJobDocument';

const schema = z.strictObject({ text: z.string().max(16) });
type Text = z.infer<typeof schema>;

let browser: FakeBrowser;
let there: { text: string; tag: number };
let isAway: boolean;
let isDeleted: boolean;
/** So many answers are lost after it was kept. */
let loses: number;
let slowMs: number;
let kept: string[];
let scopes: EffectScope[];
const key = 'binarus.sheet.test';
const tagNow = (): string => `"${there.tag}"`;

/** As the server does it (jobDocuments.ts). */
async function keep({ text }: Text, basedOn: string | null): Promise<string> {
  if (slowMs > 0) await new Promise((resolve) => setTimeout(resolve, slowMs));
  if (isAway) throw new ApiProblem(0, 'does not answer');
  if (isDeleted) throw new ApiProblem(404, 'There is no such job.');
  if (text.length > 16) throw new ApiProblem(400, 'At most 16 characters.');
  if (basedOn !== null && basedOn !== tagNow() && text !== there.text) throw new ApiProblem(412, 'meanwhile');
  there = { text, tag: there.tag + 1 };
  kept.push(text);
  if (loses-- > 0) throw new ApiProblem(0, 'does not answer');
  return tagNow();
}
const fetchNow = async () => ({ document: { text: there.text }, tag: tagNow() });
function opened(): JobDocument<Text> {
  const scope = effectScope();
  scopes.push(scope);
  return scope.run(() => {
    const own = useJobDocument<Text>({ key, schema, keep, fetchNow });
    own.begin({ text: there.text }, tagNow());
    return own;
  })!;
}
const isContested = ({ saving }: JobDocument<Text>): boolean => saving.state.value === 'contested';
const pass = (ms: number): Promise<void> => jest.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  jest.useFakeTimers();
  isDeleted = false;
  browser = enterBrowser(() => Promise.reject(new Error('not asked')));
  [there, isAway, loses, slowMs, kept, scopes] = [{ text: 'first', tag: 1 }, false, 0, 0, [], []];
});
afterEach(() => {
  for (const scope of scopes) scope.stop();
  jest.useRealTimers();
  browser.leave();
});

describe('a document that is kept with a job', () => {
  it('is saved after a pause, and what is changed while it is on its way after that', async () => {
    const own = opened();
    slowMs = 1000;
    own.set({ text: 'a' });
    own.set({ text: 'b' });
    await pass(500);
    own.set({ text: 'c' });
    await pass(3000);
    expect([kept, own.isSaved.value, isContested(own)]).toEqual([['b', 'c'], true, false]);
    expect(localStorage.getItem(key)).toBeNull();
  });

  it('whose answer was lost is no quarrel, with or without what was changed since', async () => {
    const own = opened();
    loses = 1;
    own.set({ text: 'a' });
    await pass(6000);
    expect([own.isSaved.value, isContested(own)]).toEqual([true, false]);
    loses = 1;
    own.set({ text: 'b' });
    await pass(400);
    own.set({ text: 'c' });
    await pass(6000);
    expect([own.isSaved.value, isContested(own), there.text]).toEqual([true, false, 'c']);
  });

  it('whose answer was lost is known after a reload; what another window saved is not taken for it', async () => {
    const before = opened();
    loses = 1;
    before.set({ text: 'a' });
    await pass(400);
    before.set({ text: 'b' });
    scopes[0]!.stop();
    const after = opened();
    await pass(6000);
    expect([after.isSaved.value, isContested(after), there.text]).toEqual([true, false, 'b']);
    loses = 1;
    after.set({ text: 'c' });
    await pass(400);
    there = { text: 'theirs', tag: there.tag + 1 };
    after.set({ text: 'd' });
    await pass(6000);
    expect([isContested(after), there.text]).toEqual([true, 'theirs']);
  });

  it('that the server refuses is told in its words, and saved once it is mended', async () => {
    const own = opened();
    own.set({ text: 'longer than it may be' });
    await pass(400);
    expect([own.saving.why.value, own.isSaved.value, kept]).toEqual(['At most 16 characters.', false, []]);
    own.set({ text: 'short' });
    await pass(400);
    expect([own.isSaved.value, there.text]).toEqual([true, 'short']);
  });

  it('waits for a server that is away, and is taken up again after a reload', async () => {
    isAway = true;
    const before = opened();
    before.set({ text: 'a' });
    await pass(1000);
    expect([before.isSaved.value, before.saving.why.value]).toEqual([false, 'does not answer']);
    isAway = false;
    await pass(6000);
    expect([kept, before.isSaved.value, before.saving.why.value]).toEqual([['a'], true, '']);

    isAway = true;
    before.set({ text: 'b' });
    await pass(400);
    scopes[0]!.stop();
    await pass(10_000);
    isAway = false;
    const own = opened();
    expect(own.document.value).toEqual({ text: 'b' });
    await pass(1000);
    expect(there.text).toBe('b');
  });

  it('is not put over what another window saved, unless somebody says so', async () => {
    const [one, other] = [opened(), opened()];
    one.set({ text: 'one' });
    await pass(500);
    other.set({ text: 'other' });
    await pass(500);
    expect([there.text, isContested(other)]).toEqual(['one', true]);
    // What goes on there waits, and is not lost.
    other.set({ text: 'other, more' });
    await pass(10_000);
    expect(there.text).toBe('one');
    await expect(other.saved()).rejects.toThrow('meanwhile');
    await other.saving.keepMine();
    expect([there.text, other.isSaved.value, isContested(other)]).toEqual(['other, more', true, false]);
  });

  it('of a job that was deleted elsewhere is told, kept in the browser, and not sent again and again', async () => {
    const own = opened();
    isDeleted = true;
    own.set({ text: 'still here' });
    await pass(500);
    expect([own.saving.state.value, own.document.value]).toEqual(['gone', { text: 'still here' }]);
    own.set({ text: 'and more' });
    await pass(20_000);
    expect([own.saving.state.value, kept]).toEqual(['gone', []]);
    expect(localStorage.getItem(key)).toContain('and more');
  });

  it('says where it stands while it is saved', async () => {
    const own = opened();
    slowMs = 300;
    expect(own.saving.state.value).toBe('saved');
    own.set({ text: 'a' });
    expect(own.saving.state.value).toBe('unsaved');
    await pass(400);
    expect(own.saving.state.value).toBe('saving');
    own.set({ text: 'b' });
    await pass(310);
    expect([own.saving.state.value, own.isSaved.value]).not.toContain('saved');
    await pass(1000);
    expect([own.saving.state.value, there.text]).toEqual(['saved', 'b']);
  });

  it('of a program before, which kept no tag, is taken up', async () => {
    localStorage.setItem(key, JSON.stringify({ text: 'old draft' }));
    expect(opened().document.value).toEqual({ text: 'old draft' });
    await pass(1000);
    expect(there.text).toBe('old draft');
  });
});
