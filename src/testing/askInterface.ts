/** A house with one of everything in it, and requests to its server: the examples of its description, and what is made up of them. */
import { layCoupon } from '../core/coupon';
import { newJob } from '../core/job';
import { startingPair, valuesOf } from '../core/plan';
import { newSeries } from '../core/series';
import type { Data } from '../server/data';
import { operations, type Operation } from '../server/interface';
import { goodCheck } from './checks';

export interface HouseRequest {
  readonly url: string;
  readonly body: unknown;
}

export interface House {
  /** The request of an operation about things that are there: each about its own, since some delete them. */
  readonly requestOf: (operation: Operation) => HouseRequest;
}

const plate = newJob({
  name: 'Berth 17 plate',
  message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
});
const drawing = new TextEncoder().encode(
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path d="M0 0H10V10H0Z"/></svg>',
);

/** The condition on which it is asked for, where it needs one. */
export const conditionOf = ({ ifMatch }: Operation): Record<string, string> =>
  ifMatch === undefined ? {} : { 'if-match': ifMatch };

export async function filledHouse(data: Data): Promise<House> {
  data.links.saveSettings({ ...data.links.settings(), base: 'https://go.ternquay.example' });
  const clean = await data.workshop.clean(drawing);
  if ('problem' in clean) throw new Error(clean.problem);
  const { hash } = data.files.add(clean);
  const laid = layCoupon(
    valuesOf(startingPair),
    {
      kind: 'sizes',
      widthMm: 90,
      heightMm: null,
      bothPolarities: false,
      powersPercent: [],
      speedsMmPerS: [],
    },
    1,
    '2026-11-27T08:00:00.000Z',
  );
  if ('problem' in laid) throw new Error(laid.problem);
  const coupon = { coupon: laid.coupon, note: '', readings: [] };
  data.coupons.keep(coupon);
  const series = newSeries(
    { kind: 'table', name: 'jackets.csv', columns: ['number'], rows: [['LJ001'], ['LJ002']] },
    {
      match: [
        { target: { on: 'message', field: 'address' }, text: 'https://ternquay.example/jacket/{number}' },
      ],
    },
  );
  let made = 0;
  /** Makes what an id in a path stands for; the slug of a link is its own. */
  function idOf(path: string, name: string): string {
    made++;
    const newJobId = (): string => data.jobs.create(plate).id;
    if (name === 'number') return '1';
    if (name === 'row' || name === 'copy') return name === 'row' ? '0' : '1';
    if (name === 'form') return 'nginx';
    if (name === 'hash') return hash;
    if (path.startsWith('/api/coupons')) return laid && 'coupon' in laid ? laid.coupon.id : '';
    if (path.startsWith('/api/runs') || name === 'run')
      return newRun(path.endsWith('go-on') ? 'given-up' : 'made');
    if (path.startsWith('/api/links'))
      return data.links.create({
        name: 'Regatta',
        target: 'https://ternquay.example/regatta',
        slug: `R${made}`,
      }).id;
    if (path.startsWith('/api/house-styles'))
      return data.houseStyles.save(`Style ${made}`, { style: plate.codes[0]!.style, logo: null }).id;
    if (path.startsWith('/api/profiles')) {
      const saved = data.profiles.add({
        name: `Profile ${made}`,
        note: '',
        basedOn: 'x',
        pair: valuesOf(startingPair),
      });
      return saved === 'taken' ? '' : saved.id;
    }
    if (path.startsWith('/api/piece-shelf')) {
      data.pieceShelf.saveTemplate(`Template ${made}`, plate);
      data.pieceShelf.saveStockSize({ name: `Size ${made}`, widthMm: 50, heightMm: 20, cornerMm: 0 });
      data.pieceShelf.saveSheetStock({
        name: `Sheet ${made}`,
        stock: {
          kind: 'sheet',
          widthMm: 148,
          heightMm: 210,
          marginMm: { left: 4, top: 4, right: 4, bottom: 4 },
        },
      });
      const shelf = data.pieceShelf.list();
      const kind = path.includes('templates')
        ? shelf.templates
        : path.includes('stock-sizes')
          ? shelf.stockSizes
          : shelf.sheetStocks;
      return kind.at(-1)!.id;
    }
    if (path.startsWith('/api/phone')) return 'abcdefghijkl';
    return newJobId();
  }
  function newRun(state: 'given-up' | 'made'): string {
    const job = data.jobs.create(plate).id;
    data.series.keep(job, series);
    const { id } = data.runs.store.begin(job, 1, {
      job: plate,
      series,
      sheet: null,
      form: 'document',
      again: true,
      contacts: false,
    });
    const piece = {
      row: 0,
      copy: 1,
      name: 'LJ001',
      payload: 'https://ternquay.example/jacket/LJ001',
      file: 'a.pdf',
      page: 0,
      place: 0,
      note: '',
    };
    if (state === 'made') data.runs.store.piecesOf(id, [piece], 0);
    data.runs.store.end(id, state, null);
    return id;
  }

  return {
    requestOf: (operation) => {
      const { path, example, body, query } = operation;
      const names = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!);
      let url = path;
      let job = '';
      for (const name of names) {
        const isJob = name === 'jobId' || (name === 'id' && path.startsWith('/api/jobs/{id}'));
        let id = isJob ? (job = data.jobs.create(plate).id) : '';
        if (!isJob && path.endsWith('/checks/{id}')) id = data.checks.keep(job, goodCheck)!.id;
        url = url.replace(`{${name}}`, id === '' ? idOf(path, name) : id);
      }
      if (path === '/api/jobs/{jobId}/runs') data.series.keep(job, series);
      const target = data.jobs.create(plate).id;
      let filled = JSON.parse(
        JSON.stringify(example ?? null)
          .replaceAll('"{job}"', JSON.stringify(target))
          .replaceAll('"{revision}"', '1'),
      ) as unknown;
      if (filled === '{check}') filled = goodCheck;
      if (filled === '{coupon}') filled = coupon;
      // A link keeps its own address.
      if (path === '/api/links/{id}' && operation.method === 'put') {
        const link = data.links.find(url.slice('/api/links/'.length))!;
        filled = { baseRevision: link.revision, link: { ...link.link, note: 'Results are out' } };
      }
      if (body === undefined && query !== undefined && filled !== null)
        url += `?${new URLSearchParams(filled as Record<string, string>).toString()}`;
      return { url, body: body === undefined ? undefined : filled };
    },
  };
}

export interface FuzzedAnswer {
  readonly request: string;
  readonly status: number;
  /** What was said where it was not done. */
  readonly problem: unknown;
}

/** Requests of every operation, spoilt at random by a seed; what each was answered. */
export async function* fuzzedRequests(
  base: string,
  house: House,
  { count, seed }: { readonly count: number; readonly seed: number },
): AsyncGenerator<FuzzedAnswer> {
  const random = new Spoiler(seed);
  // What calls out, or opens a door, is not asked at random.
  const asked = operations.filter(({ path }) => !/links\/(ask|door)|^\/api\/phone$/.test(path));
  /** Made once and then asked about again and again, also after it was deleted. */
  const requests = asked.map((operation) => house.requestOf(operation));
  for (let turn = 0; turn < count; turn++) {
    const operation = asked[turn % asked.length]!;
    const { url, body } = requests[turn % asked.length]!;
    const method = operation.method.toUpperCase();
    const path = random.chance(0.4) ? random.spoiltUrl(url) : url;
    const type = operation.bodyType ?? (random.chance(0.05) ? random.word() : 'application/json');
    const sent = method === 'GET' ? undefined : random.spoiltBody(body ?? {});
    let response: Response;
    try {
      response = await fetch(base + path, {
        method,
        redirect: 'manual',
        ...(sent === undefined
          ? {}
          : { headers: { 'content-type': type, ...conditionOf(operation) }, body: sent }),
      });
    } catch (error) {
      // What cannot be sent at all was not asked.
      yield { request: `${method} ${path} ${String(error)}`, status: 0, problem: '' };
      continue;
    }
    const text = await response.text();
    let problem: unknown = null;
    if (response.status >= 400)
      try {
        ({ problem } = JSON.parse(text) as { problem: unknown });
      } catch {
        problem = undefined;
      }
    yield { request: `${method} ${path} ${String(sent).slice(0, 200)}`, status: response.status, problem };
  }
}

/** Spoils values; the same seed gives the same values (Park and Miller, 1988). */
class Spoiler {
  constructor(private state: number) {}

  private next(): number {
    return (this.state = (this.state * 48271) % 2147483647) / 2147483647;
  }
  chance(share: number): boolean {
    return this.next() < share;
  }
  private pick<Value>(values: readonly Value[]): Value {
    return values[Math.floor(this.next() * values.length)]!;
  }

  word(): string {
    return this.pick([
      'text/plain',
      'application/json; charset=utf-16',
      'application/json',
      'multipart/form-data',
      'x',
    ]);
  }

  spoiltUrl(url: string): string {
    const [path, query = ''] = url.split('?');
    const parts = path!.split('/');
    const index = 2 + Math.floor(this.next() * (parts.length - 2));
    parts[index] = this.pick([
      '%00',
      '%zz',
      '..',
      '%2e%2e%2f',
      'a'.repeat(3000),
      '-1',
      '1e9',
      '999999999999',
      "'; DROP TABLE jobs; --",
      '漢字',
      '%f0%9f%92%a9',
      '__proto__',
      '',
      parts[index]!.toUpperCase(),
    ]);
    const more = this.pick([
      '',
      '?',
      '?find=%ff',
      '?from=-1&count=99999',
      '?from=1e300',
      '?work=x',
      '?dry=2',
      '?find[]=a&find[b]=c',
      '?zone=Nowhere',
      `?find=${'%'.repeat(50)}`,
    ]);
    return (
      encodeURI(parts.join('/')).replaceAll('%25', '%') + (more === '' && query !== '' ? `?${query}` : more)
    );
  }

  spoiltBody(body: unknown): string {
    if (this.chance(0.1))
      return this.pick([
        '',
        '{',
        '[]',
        'null',
        '"x"',
        '1',
        '{"a":1}',
        '\u0000',
        '{"__proto__":{"a":1}}',
        '['.repeat(5000),
        '漢',
      ]);
    let text = JSON.stringify(this.spoilt(body, 0));
    if (this.chance(0.05)) text = text.slice(0, Math.floor(this.next() * text.length));
    return text;
  }

  private spoilt(value: unknown, depth: number): unknown {
    if (this.chance(depth === 0 ? 0.05 : 0.12)) return this.anything(depth);
    if (Array.isArray(value)) {
      const all = value.map((one) => this.spoilt(one, depth + 1));
      return this.chance(0.05) ? [...all, ...all, ...all] : all;
    }
    if (typeof value !== 'object' || value === null) return value;
    const entries = Object.entries(value)
      .filter(() => !this.chance(0.03))
      .map(([key, own]) => [this.chance(0.02) ? `${key}x` : key, this.spoilt(own, depth + 1)]);
    return Object.fromEntries(entries) as object;
  }

  private anything(depth: number): unknown {
    return this.pick<unknown>([
      null,
      true,
      0,
      -1,
      1e308,
      1.5,
      2 ** 53,
      '',
      'x',
      'x'.repeat(9000),
      '\ud800',
      '\u0000',
      'javascript:alert(1)',
      '2026-13-45',
      '00000000-0000-4000-8000-000000000000',
      [],
      {},
      [[[]]],
      depth < 3 ? Array.from({ length: 300 }, (_, index) => index) : 7,
    ]);
  }
}
