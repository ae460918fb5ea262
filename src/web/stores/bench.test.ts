/** The job on the bench against a server that answers, refuses, is cut off or is away. */
import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { newJob, withCodeAdded, type Job } from '../../core/job';
import type { SavedJob } from '../../wire';
import { enterBrowser, type FakeBrowser } from '../../testing/browser';
import { useBench } from './bench';

const document = newJob({
  name: 'Test plate',
  message: { kind: 'web', address: 'https://ternquay.example' },
});
const named = (name: string): Job => ({ ...document, name });
const id = '6d2f9a3e-2222-4222-8333-444455556666';
const saved = (revision: number, job: Job = document): SavedJob => ({
  id,
  revision,
  savedAt: '2026-11-25T10:00:00.000Z',
  document: job,
  proof: null,
});

let browser: FakeBrowser;
/** What the server answers to the next saves, in turn; then that it was saved. */
let answers: (() => Response)[];
let sent: {
  method: string;
  path: string;
  body: { baseRevision: number; document: Job; saveId: string };
}[];
let newest: SavedJob;
let isDeleted: boolean;

const answer = (status: number, body: unknown): Response => new Response(JSON.stringify(body), { status });

beforeEach(() => {
  jest.useFakeTimers();
  answers = [];
  sent = [];
  newest = saved(1);
  isDeleted = false;
  browser = enterBrowser((path, { method = 'GET', body: text }) => {
    if (method === 'GET')
      return Promise.resolve(
        isDeleted ? answer(404, { problem: 'There is no such job.' }) : answer(200, newest),
      );
    const body = JSON.parse(text as string) as (typeof sent)[number]['body'];
    sent.push({ method, path, body });
    const next = answers.shift();
    if (next !== undefined) return Promise.resolve().then(next);
    newest = saved((body.baseRevision ?? 0) + 1, body.document);
    return Promise.resolve(answer(201, newest));
  });
  setActivePinia(createPinia());
});
afterEach(() => {
  jest.useRealTimers();
  browser.leave();
});

const draftKeys = (): string[] => Object.keys(localStorage).filter((key) => key.startsWith('binarus.draft'));
const opened = async () => {
  const bench = useBench();
  await bench.open(id);
  return bench;
};

describe('editing', () => {
  it('is kept in this browser at once, and saved in a pause', async () => {
    const bench = await opened();
    expect(bench.edit(named('a'), 'name')).toEqual([]);
    expect(draftKeys()).toHaveLength(1);
    expect(sent).toEqual([]);
    await jest.advanceTimersByTimeAsync(700);
    expect(sent).toMatchObject([{ path: `/api/jobs/${id}/revisions`, body: { baseRevision: 1 } }]);
    expect(bench).toMatchObject({ saveState: 'saved', revision: 2 });
    expect(draftKeys()).toEqual([]);
  });

  it('that gives no job is refused with a reason, and changes nothing', async () => {
    const bench = await opened();
    expect(bench.edit(named('q'.repeat(121)), 'name').join()).toContain('120');
    expect(bench.document).toEqual(document);
    expect(bench.saveState).toBe('saved');
  });

  it('of one field in a while is one step back; of another field or later it is another', async () => {
    const bench = await opened();
    for (const name of ['a', 'ab', 'abc']) bench.edit(named(name), 'name');
    bench.edit({ ...named('abc'), note: 'x' }, 'note');
    bench.undo();
    expect(bench.document).toEqual(named('abc'));
    bench.undo();
    expect([bench.document, bench.canUndo]).toEqual([document, false]);
    bench.redo();
    expect(bench.document).toEqual(named('abc'));
    await jest.advanceTimersByTimeAsync(1000);
    bench.edit(named('abcd'), 'name');
    await jest.advanceTimersByTimeAsync(1000);
    bench.edit(named('abcde'), 'name');
    bench.undo();
    expect(bench.document!.name).toBe('abcd');
  });

  it('goes to the code that is chosen; choosing one is no edit', async () => {
    newest = saved(1, withCodeAdded(document, document.codes[0]!));
    const bench = await opened();
    const [first, second] = bench.document!.codes;
    bench.chosenCode = second!.id;
    expect([bench.saveState, bench.code!.id]).toEqual(['saved', second!.id]);
    bench.editPlacement({ widthMm: 21 }, 'width');
    expect(bench.document!.codes.map(({ placement }) => placement.widthMm)).toEqual([
      first!.placement.widthMm,
      21,
    ]);
    bench.undo();
    expect(bench.code!.id).toBe(second!.id);
  });
});

describe('a job that was deleted elsewhere', () => {
  it('is opened with what was not saved of it after a reload, and kept as a new one', async () => {
    const first = await opened();
    first.edit(named('not saved'), 'name');
    isDeleted = true;
    setActivePinia(createPinia());
    const bench = await opened();
    expect(bench).toMatchObject({ saveState: 'gone', saveProblem: 'There is no such job.' });
    expect(bench.document!.name).toBe('not saved');
    await bench.keepAsNew();
    expect(sent.at(-1)).toMatchObject({ path: '/api/jobs', body: { document: { name: 'not saved' } } });
    expect(draftKeys()).toEqual([]);
  });

  it('is not opened where nothing of it is kept here', async () => {
    isDeleted = true;
    await expect(opened()).rejects.toThrow('There is no such job.');
  });
});

describe('two windows', () => {
  const theirs = saved(5, named('theirs'));
  const inConflict = async () => {
    const bench = await opened();
    newest = theirs;
    answers = [() => answer(409, { problem: 'Another window saved revision 5 meanwhile.', current: theirs })];
    bench.edit(named('mine'), 'name');
    await jest.advanceTimersByTimeAsync(700);
    expect(bench).toMatchObject({ saveState: 'contested', conflict: theirs });
    return bench;
  };

  it('in conflict keep what is edited further, through a reload too', async () => {
    const bench = await inConflict();
    bench.edit(named('mine, longer'), 'name');
    await jest.advanceTimersByTimeAsync(10_000);
    expect(sent).toHaveLength(1);
    setActivePinia(createPinia());
    const again = await opened();
    expect(again.document!.name).toBe('mine, longer');
    expect(again).toMatchObject({ saveState: 'contested', conflict: theirs });
  });

  it('end it by putting mine on top', async () => {
    const bench = await inConflict();
    await bench.keepMine();
    expect(sent.at(-1)!.body).toMatchObject({ baseRevision: 5, document: { name: 'mine' } });
    expect(bench).toMatchObject({ saveState: 'saved', revision: 6, conflict: null });
  });

  it('end it by taking theirs, with mine one step back', async () => {
    const bench = await inConflict();
    bench.takeTheirs();
    expect(bench.document).toEqual(theirs.document);
    expect(draftKeys()).toEqual([]);
    bench.undo();
    expect(bench.document!.name).toBe('mine');
  });

  it('end it by making mine a job of its own', async () => {
    const bench = await inConflict();
    await bench.keepAsNew();
    expect(sent.at(-1)).toMatchObject({ path: '/api/jobs', body: { document: { name: 'mine (copy)' } } });
    expect(bench.document).toEqual(theirs.document);
  });

  it('of which one only shows the job follow the other', async () => {
    const bench = await opened();
    newest = theirs;
    browser.tell({ ids: [id], revision: 5 });
    await jest.advanceTimersByTimeAsync(10);
    expect(bench).toMatchObject({ revision: 5, document: theirs.document, saveState: 'saved' });
    // What is no message of ours is passed over.
    browser.tell('hello');
  });
});

describe('a job that was deleted elsewhere', () => {
  it('can be kept as a new one, under its name', async () => {
    const bench = await opened();
    answers = [() => answer(404, { problem: 'There is no such job.' })];
    bench.edit(named('mine'), 'name');
    await jest.advanceTimersByTimeAsync(700);
    expect(bench.saveState).toBe('gone');
    bench.edit(named('mine, longer'), 'name');
    await jest.advanceTimersByTimeAsync(6000);
    expect(sent).toHaveLength(1);
    await bench.keepAsNew();
    expect(sent.at(-1)).toMatchObject({ path: '/api/jobs', body: { document: { name: 'mine, longer' } } });
    expect(draftKeys()).toEqual([]);
  });
});

describe('going from job to job', () => {
  it('saves the one that is left, and shows the one asked for last', async () => {
    const bench = await opened();
    bench.edit(named('left'), 'name');
    const [first, last] = [bench.open('7d2f9a3e-2222-4222-8333-444455556666'), bench.open(id)];
    await jest.advanceTimersByTimeAsync(100);
    await Promise.all([first, last]);
    expect(sent).toMatchObject([{ body: { document: { name: 'left' } } }]);
    expect(bench.id).toBe(id);
    expect(bench.document!.name).toBe('left');
  });

  it('shows the first code of another job, and of the same one the code that was chosen', async () => {
    const two = withCodeAdded(document, document.codes[0]!);
    newest = saved(1, two);
    const bench = useBench();
    await bench.open(id);
    bench.chosenCode = two.codes[1]!.id;
    await bench.open(id);
    expect(bench.code!.id).toBe(two.codes[1]!.id);
    newest = { ...saved(1, two), id: id.replace('6d', '7d') };
    await bench.open(newest.id);
    expect(bench.code!.id).toBe(two.codes[0]!.id);
  });

  it('keeps what was typed after its last save had gone off', async () => {
    const bench = await opened();
    answers = [
      () => {
        bench.edit(named('typed while it was sent'), 'name');
        return answer(201, saved(2, named('left')));
      },
    ];
    bench.edit(named('left'), 'name');
    const next = bench.open('7d2f9a3e-2222-4222-8333-444455556666');
    await jest.advanceTimersByTimeAsync(100);
    await next;
    await bench.open(id);
    expect(bench.document!.name).toBe('typed while it was sent');
  });
});
