/** Fields of a link against a server that answers, refuses, is slow or away, and another window (the rest: shared/saving). */
import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { effectScope, shallowRef, type EffectScope, type ShallowRef } from 'vue';
import { newLink, type Link } from '../../core/links';
import { enterBrowser, type FakeBrowser } from '../../testing/browser';
import type { SavedLink } from '../../wire';
import { useLinkChanges, type LinkChanges } from './useLinkChanges';

const ids = ['6d2f9a3e-2222-4222-8333-444455556666', '6d2f9a3e-3333-4222-8333-444455556666'] as const;
const begun = (id: string, place: number): SavedLink => ({
  id,
  revision: 1,
  savedAt: '2026-11-25T10:00:00.000Z',
  visits: 0,
  link: newLink(`Link ${place}`, `K${place}`, 'https://ternquay.example/'),
});

let browser: FakeBrowser;
let kept: Map<string, SavedLink>;
let sent: { id: string; baseRevision: number; link: Link }[];
let isAway: boolean;
let slowMs: number;
let scope: EffectScope;
const answer = (status: number, body: unknown): Response => new Response(JSON.stringify(body), { status });
/** As the server does it: a newer revision is 409, a target in javascript 422. */
function asked(path: string, { method = 'GET', body }: RequestInit): Response {
  if (isAway) throw new TypeError('fetch failed');
  const id = path.slice(path.lastIndexOf('/') + 1);
  const now = kept.get(id);
  if (now === undefined) return answer(404, { problem: 'There is no such link.' });
  if (method === 'GET') return answer(200, now);
  const { baseRevision, link, saveId } = JSON.parse(body as string) as {
    baseRevision: number;
    link: Link;
    saveId: string;
  };
  sent.push({ id, baseRevision, link });
  if (baseRevision !== now.revision)
    return now.saveId === saveId ? answer(200, now) : answer(409, { problem: 'Another window saved.' });
  if (link.target.startsWith('javascript:')) return answer(422, { problem: 'never forwarded to' });
  const next = { ...now, revision: now.revision + 1, link, saveId };
  kept.set(id, next);
  return answer(200, next);
}
const otherWindow = (id: string, part: Partial<Link>): void => {
  const { saveId: _, ...now } = kept.get(id)!;
  kept.set(id, { ...now, revision: now.revision + 1, link: { ...now.link, ...part } });
};

beforeEach(() => {
  jest.useFakeTimers();
  [kept, sent, isAway, slowMs] = [new Map(ids.map((id, place) => [id, begun(id, place)])), [], false, 0];
  browser = enterBrowser(async (path, init) => {
    if (slowMs > 0) await new Promise((resolve) => setTimeout(resolve, slowMs));
    return asked(path, init);
  });
});
afterEach(() => {
  scope.stop();
  jest.useRealTimers();
  browser.leave();
});

/** A window with the first link at hand. */
function opened(): { own: ShallowRef<SavedLink | null>; changes: LinkChanges } {
  scope = effectScope();
  return scope.run(() => {
    const chosen = shallowRef<SavedLink | null>(kept.get(ids[0])!);
    const put = (saved: SavedLink): void => {
      if (chosen.value?.id === saved.id) chosen.value = saved;
    };
    return { own: chosen, changes: useLinkChanges(chosen, put) };
  })!;
}
const first = (): Link => kept.get(ids[0])!.link;
const isInBrowser = (): boolean =>
  Object.keys(localStorage).some((key) => key.startsWith(`binarus.link.${ids[0]}`));

describe('changes of a link', () => {
  it('are saved one after the other, each on the revision before, however fast they come', async () => {
    const { changes } = opened();
    slowMs = 300;
    const all = [
      changes.change({ name: 'a' }),
      changes.change({ campaign: 'b' }),
      changes.change({ name: 'c' }),
    ];
    await jest.advanceTimersByTimeAsync(10);
    expect(changes.shown.value!.link).toMatchObject({ name: 'c', campaign: 'b' });
    await jest.advanceTimersByTimeAsync(1000);
    await Promise.all(all);
    expect(sent.map(({ baseRevision, link }) => [baseRevision, link.name, link.campaign])).toEqual([
      [1, 'a', ''],
      [2, 'c', 'b'],
    ]);
    expect([changes.state.value, isInBrowser()]).toEqual(['saved', false]);
  });

  it('that are refused are let go, and those after them are saved', async () => {
    const { changes } = opened();
    const bad = changes.change({ target: 'javascript:1' });
    const good = changes.change({ name: 'good' });
    await Promise.all([bad, good]);
    expect(changes.refused.value).toEqual({
      part: { target: 'javascript:1' },
      why: 'never forwarded to',
    });
    expect(first()).toMatchObject({ name: 'good', target: 'https://ternquay.example/' });
    expect(changes.shown.value!.link).toEqual(first());
    expect(isInBrowser()).toBe(false);
    await changes.change({ name: 'next' });
    expect(changes.refused.value).toBeNull();
  });

  it('that are refused only when the server is back say so', async () => {
    const { changes } = opened();
    isAway = true;
    await changes.change({ name: 'good' });
    await changes.change({ target: 'javascript:1' });
    await changes.change({ campaign: 'good too' });
    expect(changes.state.value).toBe('away');
    isAway = false;
    await jest.advanceTimersByTimeAsync(10_000);
    expect(changes.refused.value).toEqual({ part: { target: 'javascript:1' }, why: 'never forwarded to' });
    expect(changes.shown.value!.link).toEqual(first());
    // What was sent together with it is saved none the less.
    expect(first()).toMatchObject({
      name: 'good',
      campaign: 'good too',
      target: 'https://ternquay.example/',
    });
    expect([changes.state.value, isInBrowser()]).toEqual(['saved', false]);
  });

  it('meet another window: nothing is overwritten until somebody chooses', async () => {
    const { changes } = opened();
    otherWindow(ids[0], { target: 'https://ternquay.example/theirs' });
    await changes.change({ target: 'https://ternquay.example/mine' });
    expect(changes.state.value).toBe('contested');
    expect(first().target).toBe('https://ternquay.example/theirs');
    await changes.change({ name: 'more' });
    expect(isInBrowser()).toBe(true);
    await changes.keepMine();
    expect(first()).toMatchObject({ name: 'more', target: 'https://ternquay.example/mine' });
    // What only the other window changed stays as it made it.
    otherWindow(ids[0], { collection: 'theirs', target: 'https://ternquay.example/theirs' });
    await changes.change({ target: 'https://ternquay.example/mine1' });
    expect(changes.otherRevision.value).toBe(kept.get(ids[0])!.revision);
    await changes.keepMine();
    expect(first()).toMatchObject({ collection: 'theirs', target: 'https://ternquay.example/mine1' });

    otherWindow(ids[0], { target: 'https://ternquay.example/theirs' });
    await changes.change({ target: 'https://ternquay.example/mine2' });
    changes.takeTheirs();
    expect(changes.shown.value!.link.target).toBe('https://ternquay.example/theirs');
    expect([changes.state.value, isInBrowser()]).toEqual(['saved', false]);
    // Where both made the same change there is nothing to choose.
    otherWindow(ids[0], { campaign: 'same' });
    await changes.change({ campaign: 'same' });
    expect([changes.state.value, changes.shown.value!.revision]).toEqual([
      'saved',
      kept.get(ids[0])!.revision,
    ]);
  });

  it('of a link that was taken away say so', async () => {
    const { changes } = opened();
    kept.delete(ids[0]);
    await changes.change({ name: 'late' });
    expect(changes.state.value).toBe('gone');
    changes.takeTheirs();
    expect([changes.state.value, isInBrowser()]).toEqual(['saved', false]);
  });

  it('stay with their link when another is at hand before the answer', async () => {
    const { own, changes } = opened();
    slowMs = 300;
    await jest.advanceTimersByTimeAsync(10);
    const saving = changes.change({ name: 'first' });
    const after = changes.change({ campaign: 'second' });
    own.value = kept.get(ids[1])!;
    await jest.advanceTimersByTimeAsync(1000);
    await Promise.all([saving, after]);
    expect(kept.get(ids[1])!.link.name).toBe('Link 1');
    // What was not sent yet is sent when its link is left.
    expect(first()).toMatchObject({ name: 'first', campaign: 'second' });
  });

  it('that come before a link is open and another is chosen are saved in their link', async () => {
    const { own, changes } = opened();
    const saving = changes.change({ name: 'first' });
    own.value = kept.get(ids[1])!;
    await jest.advanceTimersByTimeAsync(1000);
    await saving;
    expect([first().name, kept.get(ids[1])!.link.name]).toEqual(['first', 'Link 1']);
  });
});
