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
    const kept = useJobDocument<Text>({ key, schema, keep, fetchNow });
    kept.begin({ text: there.text }, tagNow());
    return kept;
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
    const opens = opened();
    slowMs = 1000;
    opens.set({ text: 'a' });
    opens.set({ text: 'b' });
    await pass(500);
    opens.set({ text: 'c' });
    await pass(3000);
    expect([kept, opens.isSaved.value, isContested(opens)]).toEqual([['b', 'c'], true, false]);
    expect(localStorage.getItem(key)).toBeNull();
  });

  it('whose answer was lost is no quarrel, with or without what was changed since', async () => {
    const kept = opened();
    loses = 1;
    kept.set({ text: 'a' });
    await pass(6000);
    expect([kept.isSaved.value, isContested(kept)]).toEqual([true, false]);
    loses = 1;
    kept.set({ text: 'b' });
    await pass(400);
    kept.set({ text: 'c' });
    await pass(6000);
    expect([kept.isSaved.value, isContested(kept), there.text]).toEqual([true, false, 'c']);
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
    const opens = opened();
    opens.set({ text: 'longer than it may be' });
    await pass(400);
    expect([opens.saving.why.value, opens.isSaved.value, kept]).toEqual([
      'At most 16 characters.',
      false,
      [],
    ]);
    opens.set({ text: 'short' });
    await pass(400);
    expect([opens.isSaved.value, there.text]).toEqual([true, 'short']);
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
    const opens = opened();
    expect(opens.document.value).toEqual({ text: 'b' });
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
    const opens = opened();
    isDeleted = true;
    opens.set({ text: 'still here' });
    await pass(500);
    expect([opens.saving.state.value, opens.document.value]).toEqual(['gone', { text: 'still here' }]);
    opens.set({ text: 'and more' });
    await pass(20_000);
    expect([opens.saving.state.value, kept]).toEqual(['gone', []]);
    expect(localStorage.getItem(key)).toContain('and more');
  });

  it('says where it stands while it is saved', async () => {
    const kept = opened();
    slowMs = 300;
    expect(kept.saving.state.value).toBe('saved');
    kept.set({ text: 'a' });
    expect(kept.saving.state.value).toBe('unsaved');
    await pass(400);
    expect(kept.saving.state.value).toBe('saving');
    kept.set({ text: 'b' });
    await pass(310);
    expect([kept.saving.state.value, kept.isSaved.value]).not.toContain('saved');
    await pass(1000);
    expect([kept.saving.state.value, there.text]).toEqual(['saved', 'b']);
  });

  it('of a program before, which kept no tag, is taken up', async () => {
    localStorage.setItem(key, JSON.stringify({ text: 'old draft' }));
    expect(opened().document.value).toEqual({ text: 'old draft' });
    await pass(1000);
    expect(there.text).toBe('old draft');
  });
});
