/**
 * Windows of a real browser on one document of each kind: an answer is cut off after the server kept what was sent, another window saves,
 * the document is deleted elsewhere, and the program is updated while a page is open.
 */
import {
  cpSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob } from '../src/core/job';
import { freePort, startServer } from '../src/testing/runningServer';
import type { Locator } from '@playwright/test';
import { expect, test, type Page } from './fixtures';
import { addressSeries } from './helpers';

interface Made {
  /** Path of its screen. */
  readonly screen: string;
  /** Of requests that save it. */
  readonly saves: RegExp;
  /** What the server has in the field. */
  readonly there: () => Promise<unknown>;
  readonly remove: () => Promise<unknown>;
}
interface Kind {
  readonly name: string;
  readonly make: (page: Page) => Promise<Made>;
  readonly field: (page: Page) => Locator;
  /** Three that can stand in it. */
  readonly values: readonly [string, string, string];
  /** What keeps it, where typing alone does not. */
  readonly keep?: string;
  /** Told of one that is deleted. */
  readonly gone: RegExp;
}

const api = async (page: Page, path: string): Promise<Record<string, unknown>> =>
  (await (await page.request.get(`/api/${path}`)).json()) as Record<string, unknown>;

async function jobOf(page: Page): Promise<{ id: string; remove: () => Promise<unknown> }> {
  const document = newJob({
    name: 'In two windows',
    message: { kind: 'web', address: 'https://ternquay.example/windows' },
  });
  const { id } = (await (await page.request.post('/api/jobs', { data: { document } })).json()) as {
    id: string;
  };
  return {
    id,
    remove: async () => {
      await page.request.post('/api/shelf/move', { data: { ids: [id], place: 'bin' } });
      await page.request.post('/api/shelf/empty-bin', { data: {} });
    },
  };
}

const kinds: readonly Kind[] = [
  {
    name: 'job',
    make: async (page) => {
      const { id, remove } = await jobOf(page);
      return {
        screen: `/jobs/${id}`,
        saves: /\/revisions$/,
        there: async () => ((await api(page, `jobs/${id}`)).document as { note: string }).note,
        remove,
      };
    },
    field: (page) => page.getByLabel('Note'),
    values: ['one', 'two', 'three'],
    gone: /deleted elsewhere/,
  },
  {
    name: 'sheet',
    make: async (page) => {
      const { id, remove } = await jobOf(page);
      return {
        screen: `/sheet/${id}`,
        saves: /\/sheet$/,
        there: async () =>
          String(((await api(page, `jobs/${id}/sheet`)).sheet as { gapMm: number } | null)?.gapMm),
        remove,
      };
    },
    field: (page) => page.getByLabel('Gap', { exact: true }),
    values: ['5', '7', '9'],
    gone: /deleted elsewhere/,
  },
  {
    name: 'series',
    make: async (page) => {
      const { id, remove } = await jobOf(page);
      const series = addressSeries('berth', ['17', '18'], 'https://ternquay.example/{berth}');
      await page.request.put(`/api/jobs/${id}/series`, {
        data: { series },
        headers: { 'if-match': '*' },
      });
      return {
        screen: `/series/${id}`,
        saves: /\/series$/,
        there: async () =>
          ((await api(page, `jobs/${id}/series`)).series as { match: [{ text: string }] }).match[0].text,
        remove,
      };
    },
    field: (page) => page.getByLabel('address'),
    values: [
      'https://ternquay.example/slip/{berth}',
      'https://ternquay.example/quay/{berth}',
      'https://ternquay.example/pier/{berth}',
    ],
    gone: /deleted elsewhere/,
  },
  {
    name: 'link',
    make: async (page) => {
      const made = await page.request.post('/api/links', {
        data: { name: 'In two windows', target: 'https://ternquay.example/', slug: null },
      });
      const { id } = (await made.json()) as { id: string };
      return {
        screen: `/links/${id}`,
        saves: new RegExp(`/links/${id}$`),
        there: async () => ((await api(page, `links/${id}`)).link as { target: string }).target,
        remove: () => page.request.delete(`/api/links/${id}`, { data: {} }),
      };
    },
    field: (page) => page.getByLabel('Leads to').first(),
    values: [
      'https://ternquay.example/one',
      'https://ternquay.example/two',
      'https://ternquay.example/three',
    ],
    gone: /deleted elsewhere/,
  },
  {
    name: 'profile',
    make: async (page) => {
      const pair: unknown = JSON.parse(readFileSync('src/wire/saved/profile/version-1.json', 'utf8'));
      const name = `In two windows ${Date.now()}`;
      const made = await page.request.post('/api/profiles', {
        data: { name, note: '', basedOn: 'cork.co2-laser', pair },
      });
      const { id } = (await made.json()) as { id: string };
      return {
        screen: `/materials/${id}`,
        saves: new RegExp(`/profiles/${id}$`),
        there: async () =>
          ((await api(page, 'profiles')).profiles as { id: string; name: string }[]).find(
            (listed) => listed.id === id,
          )?.name,
        remove: () => page.request.delete(`/api/profiles/${id}`, { data: {} }),
      };
    },
    field: (page) => page.getByLabel('Name', { exact: true }),
    values: ['Rudder tags of one', 'Rudder tags of two', 'Rudder tags of three'],
    keep: 'Keep the changes',
    gone: /There is no such profile/,
  },
];

async function type(page: Page, { field, keep }: Kind, value: string): Promise<void> {
  await field(page).fill(value);
  await field(page).press('Tab');
  if (keep !== undefined) await page.getByRole('button', { name: keep }).click();
}
const isSaving = (method: string): boolean => method === 'PUT' || method === 'POST';

for (const kind of kinds) {
  const [one, two, three] = kind.values;

  test(`${kind.name}: a save whose answer is lost is no quarrel, and what is typed next goes on top`, async ({
    page,
  }) => {
    const { screen, saves, there, remove } = await kind.make(page);
    await page.goto(screen);
    await expect(kind.field(page)).toBeVisible();
    let lost = 0;
    await page.route(saves, async (route) => {
      if (!isSaving(route.request().method()) || lost > 0) return route.continue();
      lost++;
      await route.fetch();
      await route.abort();
    });
    await type(page, kind, one);
    await expect.poll(there).toBe(one);
    await expect.poll(() => lost).toBe(1);
    await type(page, kind, two);
    await expect.poll(there).toBe(two);
    await expect(page.getByText('Another window')).toHaveCount(0);
    await expect(kind.field(page)).toHaveValue(two);
    await page.reload();
    await expect(kind.field(page)).toHaveValue(two);
    await remove();
  });

  test(`${kind.name}: what another window saved is not overwritten without a word`, async ({
    page,
    context,
  }) => {
    const { screen, saves, there, remove } = await kind.make(page);
    await page.goto(screen);
    await expect(kind.field(page)).toBeVisible();
    const other = await context.newPage();
    await other.goto(screen);
    await expect(kind.field(other)).toBeVisible();
    // The first saves nothing for a while, so that it cannot follow the other.
    await page.route(saves, (route) =>
      isSaving(route.request().method()) ? route.abort() : route.continue(),
    );
    await type(page, kind, one);
    await type(other, kind, two);
    await expect.poll(there).toBe(two);
    await page.unroute(saves);
    if (kind.keep !== undefined) await page.getByRole('button', { name: kind.keep }).click();
    await expect(page.getByText(/Another window (saved|changed)/).first()).toBeVisible();
    expect(await there()).toBe(two);
    await expect(kind.field(page)).toHaveValue(one);
    // Put on top on purpose.
    await page.getByRole('button', { name: kind.keep ?? 'Keep mine' }).click();
    await expect.poll(there).toBe(one);
    await remove();
  });

  test(`${kind.name}: one that was deleted elsewhere is told, and what was typed stays`, async ({ page }) => {
    const { screen, remove } = await kind.make(page);
    await page.goto(screen);
    await expect(kind.field(page)).toBeVisible();
    await remove();
    await type(page, kind, three);
    await expect(page.getByRole('alert').filter({ hasText: kind.gone }).first()).toBeVisible();
    await expect(kind.field(page)).toHaveValue(three);
  });
}

test('a page that was open while the program was updated says so, and goes on after it is loaded anew', async ({
  browser,
}) => {
  const data = mkdtempSync(join(tmpdir(), 'binarus-update-'));
  // A newer program: its page and one of its parts have other names.
  const newer = join('test-results', `newer-${Date.now()}`);
  mkdirSync(newer, { recursive: true });
  cpSync('dist', join(newer, 'dist'), { recursive: true });
  const assets = join(newer, 'dist/web/assets');
  const part = readdirSync(assets).find((name) => /^style-.+\.js$/.test(name))!;
  renameSync(join(assets, part), join(assets, 'style-NEWER000.js'));
  for (const folder of [assets, join(newer, 'dist/web')])
    for (const name of readdirSync(folder))
      if (/\.(js|html)$/.test(name)) {
        const file = join(folder, name);
        const text = readFileSync(file, 'utf8');
        writeFileSync(
          file,
          text.replaceAll(part, 'style-NEWER000.js') + (name.endsWith('.html') ? '<!-- newer -->' : ''),
        );
      }
  const port = await freePort();
  let server = await startServer({ folder: data, port });
  const context = await browser.newContext({ baseURL: server.address });
  const page = await context.newPage();
  try {
    const { id } = await jobOf(page);
    // What is fetched in a quiet moment is not here yet.
    await page.route(/assets\/style-.+\.js/, (route) =>
      route.request().url().includes('NEWER000') ? route.continue() : route.abort(),
    );
    await page.goto(`/jobs/${id}`);
    await page.getByLabel('Note').fill('before the update');
    await expect(page.getByTestId('save-state')).toHaveText('saved');
    await server.stop();
    await page.getByLabel('Note').fill('typed meanwhile');
    server = await startServer({ folder: data, port, program: join(newer, 'dist/node/server.js') });
    const note = page.getByTestId('updated');
    await expect(note).toContainText('Binarus was updated while this page was open');
    await page.keyboard.press('Escape');
    await page.keyboard.press('2');
    const station = page.getByRole('region', { name: 'style station' });
    await expect(station.getByRole('alert')).toContainText('Reload the page; your work is kept.');
    await note.getByRole('button', { name: 'Reload' }).click();
    await expect(station.getByRole('button', { name: 'Shapes' })).toBeVisible();
    await expect(note).toHaveCount(0);
    await page.keyboard.press('1');
    await expect(page.getByLabel('Note')).toHaveValue('typed meanwhile');
    await expect(page.getByTestId('save-state')).toHaveText('saved');
  } finally {
    await context.close();
    await server.kill();
    rmSync(data, { recursive: true, force: true });
    rmSync(newer, { recursive: true, force: true });
  }
});
