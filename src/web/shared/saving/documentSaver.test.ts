/**
 * Every kind of document that is saved while it is edited, against a server that keeps and then fails, answers late or twice,
 * has something else, or is away. The server speaks as ours does: jobs and links by revisions and ids of saves, sheets and
 * series by tags (RFC 9110, 13.1.1).
 */
import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { newJob, type Job } from '../../../core/job';
import { newLink, type Link } from '../../../core/links';
import { newSeries, type SeriesDocument } from '../../../core/series';
import { type SheetDocument } from '../../../core/sheet';
import { enterBrowser, type FakeBrowser } from '../../../testing/browser';
import { firstSheet } from '../../sheet/firstSheet';
import { DocumentSaver, openingOf } from './documentSaver';
import { savedJob } from './kinds/job';
import { savedLink } from './kinds/link';
import { savedSeries } from './kinds/series';
import { savedSheet } from './kinds/sheet';
import type { SavedKind } from './saving';

const id = '6d2f9a3e-2222-4222-8333-444455556666';
const savedAt = '2026-11-25T10:00:00.000Z';

/** What the server keeps. */
interface Kept {
  readonly document: object;
  readonly revision: number;
  readonly saveId?: string | undefined;
}
interface Sent {
  readonly document: object;
  readonly isOnTop: boolean;
  readonly saveId?: string | undefined;
}
interface Protocol {
  /** What is changed by the tests is a number in the document. */
  readonly first: object;
  readonly withNumber: (document: object, number: number) => object;
  readonly numberOf: (document: object) => number;
  readonly kind: SavedKind<object, unknown>;
  readonly sentOf: (init: RequestInit, there: Kept) => Sent;
  readonly answer: (kept: Kept) => Response;
  readonly conflict: (kept: Kept) => Response;
}

const json = (status: number, body: unknown, headers: Record<string, string> = {}): Response =>
  new Response(JSON.stringify(body), { status, headers });
const byRevision = (
  name: string,
  body: (kept: Kept) => object,
): Pick<Protocol, 'sentOf' | 'answer' | 'conflict'> => ({
  sentOf: ({ body: text }, { revision }) => {
    const { [name]: document, baseRevision, saveId } = JSON.parse(text as string) as Record<string, never>;
    return { document: document!, isOnTop: baseRevision === revision, saveId };
  },
  answer: (kept) => json(200, { id, savedAt, revision: kept.revision, saveId: kept.saveId, ...body(kept) }),
  conflict: (kept) =>
    json(409, {
      problem: 'Another window saved meanwhile.',
      current: { id, savedAt, revision: kept.revision, saveId: kept.saveId, ...body(kept) },
    }),
});
const byTag = (name: string): Pick<Protocol, 'sentOf' | 'answer' | 'conflict'> => ({
  sentOf: ({ body, headers }, { revision }) => ({
    document: (JSON.parse(body as string) as Record<string, object>)[name]!,
    isOnTop: (headers as Record<string, string>)['if-match'] === `"${revision}"`,
  }),
  answer: ({ document, revision }) => json(200, { [name]: document }, { etag: `"${revision}"` }),
  conflict: () => json(412, { problem: 'Another window saved meanwhile.' }),
});

const job = newJob({
  name: 'Plate 1',
  message: { kind: 'web', address: 'https://ternquay.example' },
});
const kinds: Readonly<Record<'job' | 'sheet' | 'series' | 'link', Protocol>> = {
  job: {
    kind: savedJob as never,
    first: job,
    withNumber: (document, number): Job => ({ ...(document as Job), name: `Plate ${number}` }),
    numberOf: (document) => Number((document as Job).name.slice(6)),
    ...byRevision('document', ({ document }) => ({ document, proof: null })),
  },
  sheet: {
    kind: savedSheet as never,
    first: { ...firstSheet(id, job), gapMm: 1 },
    withNumber: (document, number): SheetDocument => ({ ...(document as SheetDocument), gapMm: number }),
    numberOf: (document) => (document as SheetDocument).gapMm,
    ...byTag('sheet'),
  },
  series: {
    kind: savedSeries as never,
    first: newSeries(
      { kind: 'table', name: 'berths.csv', columns: ['berth'], rows: [['17']] },
      { leftOut: [1] },
    ),
    withNumber: (document, number): SeriesDocument => ({
      ...(document as SeriesDocument),
      leftOut: [number],
    }),
    numberOf: (document) => (document as SeriesDocument).leftOut[0]!,
    ...byTag('series'),
  },
  link: {
    kind: savedLink as never,
    first: newLink('Link 1', 'K1', 'https://ternquay.example/'),
    withNumber: (document, number): Link => ({ ...(document as Link), name: `Link ${number}` }),
    numberOf: (document) => Number((document as Link).name.slice(5)),
    ...byRevision('link', ({ document }) => ({ link: document, visits: 0 })),
  },
};

type Answer = 'loses' | 'twice' | 'fails' | 'full' | 'cut-off' | 'other-program' | 'refuses';
let browser: FakeBrowser;
let protocol: Protocol;
let there: Kept | null;
/** How the next saves are answered, in turn; then as they should be. */
let answers: Answer[];
let slowMs: number;
/** Numbers of all that were kept, in turn. */
let kept: number[];
let requests: number;
let savers: DocumentSaver<object, unknown>[];

function keep(init: RequestInit): Response {
  const now = there!;
  const { document, isOnTop, saveId } = protocol.sentOf(init, now);
  const isSame = JSON.stringify(document) === JSON.stringify(now.document);
  if (isOnTop) {
    there = { document, revision: now.revision + 1, saveId };
    kept.push(protocol.numberOf(document));
    return protocol.answer(there);
  }
  const isSentAgain = saveId === undefined ? isSame : saveId === now.saveId;
  return isSentAgain ? protocol.answer(now) : protocol.conflict(now);
}

async function serve(init: RequestInit): Promise<Response> {
  const isSave = init.method !== undefined && init.method !== 'GET';
  if (isSave) requests++;
  if (slowMs > 0) await new Promise((resolve) => setTimeout(resolve, slowMs));
  if (there === null) return json(404, { problem: 'It is not there.' });
  if (!isSave) return protocol.answer(there);
  const how = answers.shift();
  if (how === 'fails') throw new TypeError('fetch failed');
  if (how === 'full') return json(507, { problem: 'The disk is full.' });
  if (how === 'refuses') return json(422, { problem: 'That is too long.' });
  const answer = keep(init);
  if (how === 'twice') return keep(init);
  if (how === 'loses') throw new TypeError('the connection broke');
  if (how === 'cut-off') return new Response('{"id": "6d', { status: 200 });
  if (how === 'other-program') return json(200, { id: 1 });
  return answer;
}

beforeEach(() => {
  jest.useFakeTimers();
  [answers, slowMs, kept, requests, savers] = [[], 0, [], 0, []];
  browser = enterBrowser((_, init) => serve(init));
});
afterEach(async () => {
  there = null;
  slowMs = 0;
  const closed = Promise.all(savers.map((saver) => saver.close()));
  await jest.runOnlyPendingTimersAsync();
  await closed;
  jest.useRealTimers();
  browser.leave();
});

const pass = (ms: number): Promise<unknown> => jest.advanceTimersByTimeAsync(ms);
async function opened(): Promise<DocumentSaver<object, unknown>> {
  const saver = new DocumentSaver(protocol.kind, id, await openingOf(protocol.kind, id));
  savers.push(saver);
  return saver;
}
/** A window that is gone without a word, with what it had in the browser. */
function crash(saver: DocumentSaver<object, unknown>): void {
  savers = savers.filter((other) => other !== saver);
  (saver as unknown as { isClosed: boolean }).isClosed = true;
  jest.clearAllTimers();
}
const edit = (saver: DocumentSaver<object, unknown>, number: number): void =>
  saver.edit(protocol.withNumber(saver.document.value!, number));
const shown = ({ document }: DocumentSaver<object, unknown>): number => protocol.numberOf(document.value!);
const state = ({ state }: DocumentSaver<object, unknown>): string => state.value;
const drafts = (): string[] => Object.keys(localStorage).filter((key) => key.startsWith('binarus.'));
const otherWindow = (number: number): void => {
  there = {
    document: protocol.withNumber(there!.document, number),
    revision: there!.revision + 1,
    saveId: '6d2f9a3e-3333-4222-8333-444455556666',
  };
};

describe.each(Object.keys(kinds) as (keyof typeof kinds)[])('a %s', (name) => {
  beforeEach(() => {
    protocol = kinds[name];
    there = { document: protocol.first, revision: 1 };
  });

  it('that is edited is in the browser at once, and on the server in a pause', async () => {
    const saver = await opened();
    expect([state(saver), shown(saver), drafts()]).toEqual(['saved', 1, []]);
    edit(saver, 2);
    expect([state(saver), drafts().length, requests]).toEqual(['unsaved', 1, 0]);
    await pass(600);
    expect([state(saver), kept, drafts()]).toEqual(['saved', [2], []]);
  });

  it('says where it stands; what is changed while it is on its way comes after it', async () => {
    const saver = await opened();
    slowMs = 1000;
    edit(saver, 2);
    edit(saver, 3);
    await pass(600);
    expect(state(saver)).toBe('saving');
    edit(saver, 4);
    await pass(1000);
    expect(kept).toEqual([3]);
    expect(state(saver)).not.toBe('saved');
    await pass(2000);
    expect([kept, state(saver), drafts()]).toEqual([[3, 4], 'saved', []]);
  });

  it('is saved when somebody waits for it, with what was edited on the way', async () => {
    const saver = await opened();
    slowMs = 100;
    edit(saver, 2);
    const all = saver.saved();
    await pass(50);
    edit(saver, 3);
    await pass(1000);
    await all;
    expect([kept, state(saver)]).toEqual([[2, 3], 'saved']);
  });

  it('whose answer is lost is known again and kept once, with what was edited since on top of it', async () => {
    const saver = await opened();
    answers = ['loses'];
    edit(saver, 2);
    await pass(600);
    expect([state(saver), kept]).toEqual(['away', [2]]);
    expect(saver.why.value).toMatch(/does not answer/);
    await pass(6000);
    expect([state(saver), kept, saver.why.value, drafts()]).toEqual(['saved', [2], '', []]);
    answers = ['loses'];
    edit(saver, 3);
    await pass(600);
    edit(saver, 4);
    await pass(6000);
    expect([state(saver), kept, saver.theirs.value]).toEqual(['saved', [2, 3, 4], null]);
  });

  it('whose answers are lost again and again is none the less saved, nothing twice', async () => {
    const saver = await opened();
    answers = ['loses', 'fails', 'loses', 'loses'];
    for (const number of [2, 3, 4]) {
      edit(saver, number);
      await pass(600);
    }
    await pass(30_000);
    expect([state(saver), shown(saver), protocol.numberOf(there!.document)]).toEqual(['saved', 4, 4]);
    expect(new Set(kept).size).toBe(kept.length);
  });

  it('that is edited, put back and edited again around a lost answer is no quarrel', async () => {
    const saver = await opened();
    answers = ['loses'];
    edit(saver, 2);
    await pass(600);
    edit(saver, 1);
    edit(saver, 2);
    await pass(10_000);
    expect([state(saver), protocol.numberOf(there!.document)]).toEqual(['saved', 2]);
    answers = ['loses', 'loses'];
    for (const number of [3, 2, 3]) {
      edit(saver, number);
      await pass(600);
    }
    await pass(20_000);
    expect([state(saver), protocol.numberOf(there!.document)]).toEqual(['saved', 3]);
  });

  it('that arrives twice is kept once', async () => {
    const saver = await opened();
    answers = ['twice'];
    edit(saver, 2);
    await pass(6000);
    expect([state(saver), kept]).toEqual(['saved', [2]]);
  });

  it('whose answer was lost is known after a reload, with what was edited since', async () => {
    const before = await opened();
    answers = ['loses'];
    edit(before, 2);
    await pass(600);
    edit(before, 3);
    crash(before);
    const saver = await opened();
    expect([state(saver), shown(saver)]).toEqual(['unsaved', 3]);
    await pass(600);
    expect([state(saver), kept, drafts()]).toEqual(['saved', [2, 3], []]);
  });

  it.each([
    ['fails', 'does not answer'],
    ['full', 'The disk is full.'],
  ] as const)('whose save %s waits, is told why, and is tried again', async (how, why) => {
    const saver = await opened();
    answers = [how];
    edit(saver, 2);
    await pass(600);
    expect([state(saver), drafts().length]).toEqual(['away', 1]);
    expect(saver.why.value).toContain(why);
    await expect(Promise.all([saver.saved(), pass(10)])).resolves.toBeDefined();
    expect([state(saver), kept, drafts()]).toEqual(['saved', [2], []]);
  });

  it('that waits for a server is there after a reload', async () => {
    const before = await opened();
    answers = ['fails', 'fails', 'fails'];
    edit(before, 2);
    await pass(600);
    crash(before);
    const saver = await opened();
    expect(shown(saver)).toBe(2);
    await pass(20_000);
    expect([state(saver), kept]).toEqual(['saved', [2]]);
  });

  it('is not put over what another window saved until somebody says so', async () => {
    const before = await opened();
    otherWindow(7);
    edit(before, 2);
    await pass(600);
    expect([state(before), shown(before), kept]).toEqual(['contested', 2, []]);
    // What goes on here waits, and is not lost by a reload.
    edit(before, 3);
    await pass(20_000);
    expect([state(before), requests]).toEqual(['contested', 1]);
    await expect(before.saved()).rejects.toThrow('Another window');
    crash(before);
    const saver = await opened();
    expect([state(saver), shown(saver)]).toEqual(['contested', 3]);
    expect(protocol.numberOf(saver.theirs.value!.document!)).toBe(7);
    await saver.keepMine();
    expect([state(saver), kept, drafts()]).toEqual(['saved', [3], []]);
  });

  it('goes back to what another window saved where somebody says so', async () => {
    const saver = await opened();
    otherWindow(7);
    edit(saver, 2);
    await pass(600);
    saver.takeTheirs();
    expect([state(saver), shown(saver), drafts()]).toEqual(['saved', 7, []]);
    edit(saver, 8);
    await pass(600);
    expect(kept).toEqual([8]);
  });

  it('whose answer was lost meets a real second window all the same', async () => {
    const saver = await opened();
    answers = ['loses'];
    edit(saver, 2);
    await pass(600);
    otherWindow(7);
    edit(saver, 3);
    await pass(6000);
    expect([state(saver), shown(saver), protocol.numberOf(there!.document)]).toEqual(['contested', 3, 7]);
  });

  it('that another window changed alike needs no choice', async () => {
    const saver = await opened();
    otherWindow(2);
    edit(saver, 2);
    await pass(600);
    expect([state(saver), shown(saver), drafts()]).toEqual(['saved', 2, []]);
    edit(saver, 3);
    await pass(600);
    expect(kept).toEqual([3]);
  });

  it('that is only shown follows another window', async () => {
    const saver = await opened();
    otherWindow(7);
    await saver.follow();
    expect([state(saver), shown(saver)]).toEqual(['saved', 7]);
    edit(saver, 2);
    otherWindow(8);
    await saver.follow();
    expect(shown(saver)).toBe(2);
  });

  it('that was deleted elsewhere says so, is kept here, and is not sent again and again', async () => {
    const before = await opened();
    there = null;
    edit(before, 2);
    await pass(600);
    expect([state(before), before.why.value]).toEqual(['gone', 'It is not there.']);
    edit(before, 3);
    await pass(20_000);
    expect(requests).toBe(1);
    crash(before);
    const saver = await opened();
    expect([state(saver), shown(saver)]).toEqual(['gone', 3]);
    saver.takeTheirs();
    expect(drafts()).toEqual([]);
    await expect(opened()).rejects.toThrow('It is not there.');
  });

  it('that the browser cannot keep is told, and saved all the same', async () => {
    const saver = await opened();
    Object.assign(globalThis, {
      localStorage: {
        setItem: () => {
          throw new Error('QuotaExceededError');
        },
        removeItem: () => undefined,
      },
    });
    edit(saver, 2);
    expect(saver.draftProblem.value).toContain('cannot keep a draft');
    await pass(600);
    expect([kept, state(saver)]).toEqual([[2], 'saved']);
  });

  it('is left alone in a window that is open, and taken up from one that was closed', async () => {
    const before = await opened();
    edit(before, 2);
    crash(before);
    const [key] = drafts();
    const left = localStorage.getItem(key!)!;
    localStorage.removeItem(key!);
    localStorage.setItem(key!.replace(/\.[^.]+$/, '.other-window'), left);
    browser.locks.add('binarus.window.other-window');
    expect(shown(await opened())).toBe(1);
    browser.locks.delete('binarus.window.other-window');
    const saver = await opened();
    expect(shown(saver)).toBe(2);
    await pass(600);
    expect([kept, drafts()]).toEqual([[2], []]);
  });

  it('that is left is saved, and one that is opened meanwhile keeps what is edited there', async () => {
    const before = await opened();
    slowMs = 300;
    edit(before, 2);
    const closing = before.close();
    slowMs = 0;
    const saver = await opened();
    edit(saver, 3);
    await pass(400);
    await closing;
    await pass(600);
    expect([state(saver), protocol.numberOf(there!.document), drafts()]).toEqual(['saved', 3, []]);
  });
});

describe.each(['job', 'sheet', 'series'] as const)('a %s that is refused', (name) => {
  it('is told in the words of the server, not sent again by itself, and saved once it is mended', async () => {
    protocol = kinds[name];
    there = { document: protocol.first, revision: 1 };
    const saver = await opened();
    answers = ['refuses'];
    edit(saver, 2);
    await pass(20_000);
    expect([state(saver), saver.why.value, requests]).toEqual(['away', 'That is too long.', 1]);
    edit(saver, 3);
    await pass(600);
    expect([state(saver), kept]).toEqual(['saved', [3]]);
  });
});

describe.each(['job', 'link'] as const)('the answer to a %s', (name) => {
  it.each([
    ['cut-off', 'cut off'],
    ['other-program', 'another version'],
  ] as const)('that is %s is told and asked for again', async (how, why) => {
    protocol = kinds[name];
    there = { document: protocol.first, revision: 1 };
    const saver = await opened();
    answers = [how];
    edit(saver, 2);
    await pass(600);
    expect(saver.why.value).toContain(why);
    await pass(6000);
    expect([state(saver), kept]).toEqual(['saved', [2]]);
  });
});

describe('drafts of older programs', () => {
  const sheetOf = (gapMm: number): SheetDocument => ({ ...(kinds.sheet.first as SheetDocument), gapMm });
  it.each([
    [
      'job',
      'binarus.draft.',
      '.closed-window',
      { baseRevision: 1, document: { ...job, name: 'Plate 2' }, at: 5 },
    ],
    ['sheet', 'binarus.sheet.', '', sheetOf(2)],
    ['sheet', 'binarus.sheet.', '', { basedOn: '"1"', document: sheetOf(2), sent: [] }],
    ['series', 'binarus.series.', '', { ...kinds.series.first, leftOut: [2] }],
    ['link', 'binarus.link.', '', { revision: 1, parts: [{ campaign: 'c' }, { name: 'Link 2' }] }],
  ] as const)('of a %s under %sID%s are taken up', async (name, prefix, window, draft) => {
    protocol = kinds[name];
    there = { document: protocol.first, revision: 1 };
    localStorage.setItem(`${prefix}${id}${window}`, JSON.stringify(draft));
    const saver = await opened();
    expect(shown(saver)).toBe(2);
    await pass(600);
    expect([state(saver), kept, drafts()]).toEqual(['saved', [2], []]);
  });
});
