/** The shelf's way back: what was done to many jobs is undone for each as it was. */
import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { newJob } from '../../core/job';
import { mostAtOnce, type Place } from '../../wire';
import { enterBrowser, type FakeBrowser } from '../../testing/browser';
import { JobNews } from '../shared/jobNews';
import { useShelf } from './shelf';

const ids = [1, 2, 3].map((digit) => `6d2f9a3e-2222-4222-8333-44445555666${digit}`);
const document = newJob({ message: { kind: 'web', address: 'https://ternquay.example' }, name: 'Slipway' });
/** Names that were saved as new revisions, in turn. */
let renamed: string[];
/** What the server has of each job. */
let places: Map<string, Place>;
let collections: Map<string, string>;
let revisions: Map<string, number>;
let refuses: string | null;
let browser: FakeBrowser;

/** What each had, as the server tells it. */
function groups<Key extends string>(name: Key, of: ReadonlyMap<string, string>, asked: readonly string[]) {
  const values = [...new Set(asked.map((id) => of.get(id)!))];
  return {
    before: values.map((value) => ({ [name]: value, ids: asked.filter((id) => of.get(id) === value) })),
  };
}

function answer(path: string, { method = 'GET', body }: RequestInit): Response {
  const json = (status: number, value: unknown): Response => new Response(JSON.stringify(value), { status });
  const read = body === undefined ? null : (JSON.parse(body as string) as Record<string, never>);
  if (refuses !== null && method !== 'GET') return json(409, { problem: refuses });
  const {
    ids: asked,
    place,
    collection,
    jobs,
  } = (read ?? {}) as unknown as {
    ids: string[];
    place: Place;
    collection: string;
    jobs: { id: string; baseRevision: number }[];
  };
  if (path === '/api/shelf/move') {
    const before = groups('place', places, asked);
    asked.forEach((id) => places.set(id, place));
    return json(200, before);
  }
  if (path === '/api/shelf/file') {
    const before = groups('collection', collections, asked);
    asked.forEach((id) => collections.set(id, collection));
    return json(200, before);
  }
  if (path === '/api/shelf/revise') {
    const isStale = jobs.some(({ id, baseRevision }) => revisions.get(id) !== baseRevision);
    if (isStale) return json(409, { problem: 'changed meanwhile' });
    jobs.forEach(({ id, baseRevision }) => revisions.set(id, baseRevision + 1));
  } else if (/^\/api\/jobs\/[^/]+(\/revisions)?$/.test(path)) {
    const sent = (read as { document: typeof document } | null)?.document ?? document;
    if (method === 'POST') renamed.push(sent.name);
    const [, , , id] = path.split('/');
    return json(method === 'POST' ? 201 : 200, {
      id,
      revision: 4,
      savedAt: '2026-11-25T10:00:00.000Z',
      document: sent,
      proof: null,
    });
  } else return json(404, { problem: 'There is nothing at this address.' });
  return new Response(null, { status: 204 });
}

beforeEach(() => {
  places = new Map(ids.map((id, index) => [id, index === 2 ? 'archive' : 'shelf']));
  collections = new Map(ids.map((id, index) => [id, index === 0 ? 'Moorings' : '']));
  revisions = new Map(ids.map((id) => [id, 4]));
  refuses = null;
  renamed = [];
  browser = enterBrowser((path, init) => Promise.resolve(answer(path, init)));
  setActivePinia(createPinia());
});
afterEach(() => browser.leave());

describe('the way back', () => {
  it('from a move takes each job to where it was', async () => {
    const shelf = useShelf();
    await shelf.move(ids, 'bin');
    expect(new Set(places.values())).toEqual(new Set(['bin']));
    expect(shelf.wayBack!.label).toBe('3 jobs moved to the bin');
    await shelf.undo();
    expect([...places.values()]).toEqual(['shelf', 'shelf', 'archive']);
    expect(shelf.wayBack).toBeNull();
  });

  it('from filing gives each job its collection', async () => {
    const shelf = useShelf();
    await shelf.fileIn(ids.slice(0, 2), 'Signs');
    expect([...collections.values()]).toEqual(['Signs', 'Signs', '']);
    await shelf.undo();
    expect([...collections.values()]).toEqual(['Moorings', '', '']);
  });

  it('from new revisions puts the documents before on top of them', async () => {
    const shelf = useShelf();
    const saved = { id: ids[0]!, revision: 4, savedAt: '2026-11-25T10:00:00.000Z', document, proof: null };
    await shelf.revise([{ saved, document: { ...document, note: 'restyled' } }], 'restyled');
    expect([revisions.get(ids[0]!), shelf.wayBack!.label]).toEqual([5, '1 job restyled']);
    await shelf.undo();
    expect([revisions.get(ids[0]!), shelf.problem]).toEqual([6, '']);
  });

  it('is not offered for what was refused, which is told', async () => {
    const shelf = useShelf();
    refuses = 'The disk is full: nothing was saved.';
    await shelf.move(ids, 'bin');
    expect([shelf.problem, shelf.wayBack]).toEqual([refuses, null]);
    refuses = null;
    const before = shelf.changes;
    await shelf.move(ids, 'bin');
    // Whoever shows jobs looks again.
    expect([shelf.problem, shelf.changes]).toEqual(['', before + 1]);
  });

  it('does not begin with more jobs than are moved at once', async () => {
    const shelf = useShelf();
    await shelf.move(
      Array.from({ length: mostAtOnce + 1 }, (_, index) => `job ${index}`),
      'bin',
    );
    expect(shelf.problem).toContain(`${mostAtOnce + 1} jobs are selected; at most ${mostAtOnce}`);
  });
});

describe('a bench that shows one of the jobs', () => {
  it('hears of what is done to them and of what is undone, once it is', async () => {
    const heard: (readonly string[])[] = [];
    const other = new JobNews((ids) => heard.push(ids));
    expect(other).toBeDefined();
    const shelf = useShelf();
    const saved = { id: ids[0]!, revision: 4, savedAt: '2026-11-25T10:00:00.000Z', document, proof: null };
    await shelf.revise([{ saved, document: { ...document, note: 'in another style' } }], 'in another style');
    expect(shelf.problem).toBe('');
    expect(heard).toEqual([[ids[0]]]);
    await shelf.undo();
    expect(revisions.get(ids[0]!)).toBe(6);
    expect(heard).toEqual([[ids[0]], [ids[0]]]);
    await shelf.fileIn([ids[1]!, ids[2]!], 'Slips');
    expect(heard.at(-1)).toEqual([ids[1], ids[2]]);
    refuses = 'not now';
    await shelf.undo();
    expect(heard).toHaveLength(3);
  });
});

describe('a new name', () => {
  it('is a new revision; the name that it has is none', async () => {
    const shelf = useShelf();
    await shelf.rename(ids[0]!, 'Slipway');
    expect(renamed).toEqual([]);
    await shelf.rename(ids[0]!, 'Haul-out');
    expect([renamed, shelf.problem]).toEqual([['Haul-out'], '']);
  });
});
