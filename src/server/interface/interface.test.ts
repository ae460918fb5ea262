/** The description of the interface is the interface: every route is in it, its examples work, its answers are as it says, and nothing that is sent ends in a fault. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { conditionOf, fuzzedRequests, filledHouse, type House } from '../../testing/askInterface';
import { createApp } from '../app';
import { openData, type Data } from '../data';
import { openDatabase, type Db } from '../db';
import { phoneListener } from '../phone';
import { workshopHere } from '../work';
import { interfaceDocument, operations } from './index';

const folder = mkdtempSync(join(tmpdir(), 'binarus-interface-'));
let db: Db;
let data: Data;
let server: Server;
let base = '';
let house: House;

beforeAll(async () => {
  db = openDatabase(join(folder, 'binarus.sqlite'));
  // Nothing of it has to survive a power cut, and limits are measured elsewhere.
  db.pragma('synchronous = OFF');
  data = openData(db, { workshop: { ...workshopHere, severity: () => Promise.resolve('fine') } });
  house = await filledHouse(data);
  const phone = phoneListener(() => '127.0.0.1');
  server = createServer(createApp({ data, webFolder: null, log: pino({ level: 'silent' }), phone }));
  // On a machine that stands still for seconds a connection would be closed while a request is on its way.
  server.keepAliveTimeout = 0;
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(async () => {
  await data.runs.close();
  data.background.close();
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  db.close();
  rmSync(folder, { recursive: true });
});

/** Files of routes with where they are mounted. */
const mounts: Readonly<Record<string, readonly string[]>> = {
  '': ['app.ts', 'jobs/routes.ts'],
  '/api': ['interface/routes.ts'],
  '/api/work': ['http/longWork.ts'],
  '/api/archive': ['archive/routes.ts'],
  '/api/piece-shelf': ['looks/pieceShelf.ts'],
  '/api/name-patterns': ['looks/namePatterns.ts'],
  '/api/profiles': ['looks/profiles.ts'],
  '/api/phone': ['phone/routes.ts'],
  '/api/coupons': ['checks/coupons.ts'],
  '/api/jobs/{jobId}/checks': ['checks/checks.ts'],
};

/** Routes as they stand in the code. */
function routesIn(file: string, mount: string): string[] {
  const text = readFileSync(`src/server/${file}`, 'utf8');
  return [...text.matchAll(/(routes|app)\.(get|post|put|delete)\(\s*'([^']*)'/g)].flatMap(
    ([, on, method, path]) => {
      const template = path!.replace(/:(\w+)/g, '{$1}');
      if (on === 'app') return template.startsWith('/api') ? [`${method} ${template}`] : [];
      const below = mount === '' ? `/api${template}` : template === '/' ? mount : mount + template;
      return [`${method} ${below}`];
    },
  );
}

describe('the description', () => {
  it('has every route that there is, and no other', () => {
    const runs = readFileSync('src/server/runs/routes.ts', 'utf8');
    expect(runs.match(/routes\.(get|post|put|delete)\(/g)).toHaveLength(12);
    const links = readFileSync('src/server/links/routes.ts', 'utf8');
    expect(links.match(/routes\.(get|post|put|delete)\(/g)).toHaveLength(18);
    const looks = readFileSync('src/server/looks/routes.ts', 'utf8');
    expect(looks.match(/routes\.(get|post|put|delete)\(/g)).toHaveLength(8);
    const documents = readFileSync('src/server/jobs/jobDocuments.ts', 'utf8');
    expect(documents.match(/routes\.(get|post|put|delete)\(/g)).toHaveLength(3);
    const counted = [
      '/api/runs',
      '/api/register',
      '/api/links',
      '/api/files',
      '/api/house-styles',
      '/runs',
      '/sheet',
      '/series',
    ];
    const isCounted = (path: string): boolean =>
      counted.some((start) => path.startsWith(start) || path.endsWith(start));
    const described = operations.map(({ method, path }) => `${method} ${path}`);
    expect(new Set(described).size).toBe(described.length);
    const there = Object.entries(mounts).flatMap(([mount, files]) =>
      files.flatMap((file) => routesIn(file, mount)),
    );
    expect(described.filter((route) => !isCounted(route.split(' ')[1]!)).sort()).toEqual([...there].sort());
    // The files that hold several mounts are counted: 12 of runs, 18 of links, 8 of looks, and each document twice.
    expect(described.filter((route) => isCounted(route.split(' ')[1]!))).toHaveLength(12 + 18 + 8 + 2 * 3);
  });

  it('is OpenAPI 3.1, served as JSON and as a page that loads nothing from elsewhere', async () => {
    const served = (await (await fetch(`${base}/api/openapi.json`)).json()) as ReturnType<
      typeof interfaceDocument
    >;
    expect(served).toEqual(JSON.parse(JSON.stringify(interfaceDocument())));
    expect(served.openapi).toBe('3.1.1');
    expect(Object.keys(served.paths!).length).toBeGreaterThan(60);
    const page = await fetch(`${base}/api/docs`);
    expect(page.headers.get('content-type')).toContain('text/html');
    const text = await page.text();
    for (const { path } of operations) expect(text).toContain(path);
    expect([...text.matchAll(/(?:href|src)="([^"]*)"/g)].map(([, to]) => to)).toEqual([
      '/api/docs.css',
      '/api/openapi.json',
    ]);
  });

  it.each(
    operations
      .filter(({ bodyType }) => bodyType === undefined)
      .map((operation) => [`${operation.method} ${operation.path}`, operation] as const),
  )('of %s has an example that works, and an answer as it says', async (name, operation) => {
    const { url, body } = house.requestOf(operation);
    // Nothing of these is there before somebody does something that takes long.
    const isElsewhere =
      /\/api\/(work|phone\/pictures)\//.test(operation.path) || name === 'get /api/runs/{id}/files';
    const response = await fetch(base + url, {
      method: operation.method.toUpperCase(),
      ...(operation.method === 'get'
        ? {}
        : {
            headers: { 'content-type': 'application/json', ...conditionOf(operation) },
            body: JSON.stringify(body ?? {}),
          }),
    });
    expect([name, response.status]).toEqual([name, isElsewhere ? 404 : operation.answer.status]);
    if (isElsewhere || operation.answer.json === undefined) return;
    const parsed = operation.answer.json.safeParse(await response.json());
    expect([name, parsed.success ? [] : parsed.error.issues.slice(0, 2)]).toEqual([name, []]);
  });
});

describe('requests made up at random', () => {
  it('are answered in words, and never with a fault of the server', async () => {
    const faults: string[] = [];
    // All of them by npm run faults.
    const count = process.env.BINARUS_FAULTS === 'all' ? 20_000 : 1000;
    let answered = 0;
    for await (const { request, status, problem } of fuzzedRequests(base, house, { count, seed: 17 })) {
      answered++;
      if (status >= 500) faults.push(`${status} ${request}`);
      if (status >= 400) expect([request, typeof problem]).toEqual([request, 'string']);
    }
    expect(faults).toEqual([]);
    expect(answered).toBe(count);
  }, 3_000_000);
});
