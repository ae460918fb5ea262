/** The shelf: finding, filing, moving, and coming back; revisions compared and restored. */
import { expect, test, type Page } from './fixtures';
import { readFile } from 'node:fs/promises';
import { newJob as newDocument } from '../src/core/job';

async function makeJob(page: Page, name: string, collection = ''): Promise<string> {
  const document = newDocument({ name, collection, message: { kind: 'text', text: name } });
  const response = await page.request.post('/api/jobs', { data: { document } });
  expect(response.status()).toBe(201);
  return ((await response.json()) as { id: string }).id;
}

const row = (page: Page, name: string) =>
  page.locator('.row', { has: page.getByRole('link', { name, exact: true }) });

test('a job is found among thousands without lag, and only the rows in view are made', async ({ page }) => {
  test.slow();
  const jobs = Array.from({ length: 5000 }, (_, index) => ({
    id: `00000000-0000-4000-8000-${String(index).padStart(12, '0')}`,
    revision: 1,
    savedAt: new Date(Date.UTC(2026, 0, 1) + index * 60_000).toISOString(),
    place: 'shelf',
    name: `Serial label ${index}`,
    collection: `Series ${index % 40}`,
    kind: 'web',
    message: `https://ternquay.example/serial/${index}`,
    material: 'White vinyl',
    profile: 'white-vinyl.ink-jet-600dpi',
    widthMm: 40,
    heightMm: 40,
    severity: 'fine',
    isUnreadable: false,
    proof: null,
    made: null,
  }));
  let pagesAsked = 0;
  let answers: Promise<void> = Promise.resolve();
  await page.route('**/api/shelf?*', async (route) => {
    await answers;
    const asked = new URL(route.request().url()).searchParams;
    const words = asked.get('words') ?? '';
    const matching = jobs.filter(({ message }) => message.includes(words)).reverse();
    const from = Number(asked.get('from'));
    pagesAsked++;
    return route.fulfill({
      json: {
        changes: '1',
        jobs: matching.slice(from, from + Number(asked.get('count'))),
        total: matching.length,
        counts: { shelf: jobs.length, archive: 0, bin: 0 },
        collections: Array.from({ length: 40 }, (_, index) => ({ name: `Series ${index}`, count: 125 })),
      },
    });
  });
  await page.goto('/');
  await expect(page.getByTestId('job-count')).toHaveText('5000 of 5000 jobs');
  expect(await page.locator('.row').count()).toBeLessThan(40);
  // A machine that is busy may hold up one of them; the time itself is in the bench.
  await expect(async () => {
    await page.getByLabel('Search').fill('');
    await expect(page.getByTestId('job-count')).toHaveText('5000 of 5000 jobs');
    const started = Date.now();
    await page.getByLabel('Search').fill('serial/4242');
    await expect(page.getByTestId('job-count')).toHaveText('1 of 5000 jobs');
    expect(Date.now() - started).toBeLessThan(1500);
  }).toPass({ timeout: 240_000 });
  await expect(row(page, 'Serial label 4242')).toBeVisible();
  await page.getByLabel('Search').fill('');
  await page.locator('.scroller').evaluate((element) => element.scrollTo(0, element.scrollHeight));
  await expect(row(page, 'Serial label 0')).toBeVisible();
  // Of 84 pages only those that came into view were asked for.
  expect(pagesAsked).toBeLessThan(20);
  // Whoever scrolls on before the answer comes sees what was found, however short it is.
  let release = (): void => undefined;
  answers = new Promise((resolve) => (release = resolve));
  await page.getByLabel('Search').fill('serial/4242');
  await page.waitForTimeout(500);
  await page.locator('.scroller').evaluate((element) => element.scrollTo(0, element.scrollHeight));
  await expect(row(page, 'Serial label 0')).toBeVisible();
  release();
  await expect(page.getByTestId('job-count')).toHaveText('1 of 5000 jobs');
  await expect(row(page, 'Serial label 4242')).toBeInViewport();
});

test('jobs are filed, moved, and brought back, one by one and many at once', async ({ page }) => {
  await makeJob(page, 'Cleat A', 'Deck');
  await makeJob(page, 'Cleat B', 'Deck');
  await makeJob(page, 'Fairlead');
  await page.goto('/');
  // What is chosen in a list is shown before anybody opens it.
  await expect(page.locator('#app').getByText('any state')).toBeVisible();
  await expect(page.locator('#app').getByText('newest first')).toBeVisible();

  await page.getByLabel('Search').fill('cleat');
  await expect(page.getByTestId('job-count')).toContainText('2 of');
  await page.getByRole('button', { name: 'Select all' }).click();
  await expect(page.getByText('2 selected')).toBeVisible();
  await page.getByRole('button', { name: 'To the bin', exact: true }).first().click();
  await expect(page.getByRole('status')).toContainText('2 jobs moved to the bin');
  await expect(row(page, 'Cleat A')).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row(page, 'Cleat A')).toBeVisible();
  await expect(row(page, 'Cleat B')).toBeVisible();

  // Drag and drop into a collection.
  await page.getByLabel('Search').fill('');
  await row(page, 'Fairlead').dragTo(page.getByRole('button', { name: /^Deck/ }));
  await expect(page.getByRole('status')).toContainText('1 job filed in Deck');
  await page.getByRole('button', { name: /^Deck/ }).click();
  await expect(page.getByTestId('job-count')).toContainText('3 of');

  // Rename in place, duplicate, archive, by keyboard.
  await row(page, 'Fairlead').getByRole('link').focus();
  await page.keyboard.press('F2');
  await page.keyboard.type('Fairlead, port');
  await page.keyboard.press('Enter');
  await row(page, 'Fairlead, port').getByRole('link').focus();
  await page.keyboard.press('d');
  await expect(row(page, 'Fairlead, port (copy)')).toBeVisible();
  await row(page, 'Fairlead, port').getByRole('link').focus();
  await page.keyboard.press('a');
  await expect(page.getByRole('status')).toContainText('1 job moved to the archive');
  await page
    .getByRole('button', { name: /^Archive/ })
    .first()
    .click();
  await expect(row(page, 'Fairlead, port')).toBeVisible();

  // What the bin held is gone for good once it is emptied.
  await row(page, 'Fairlead, port').getByRole('link').focus();
  await page.keyboard.press('Delete');
  await page.getByRole('button', { name: /^Bin/ }).click();
  await page.getByRole('button', { name: 'Empty the bin' }).click();
  await page.getByRole('button', { name: 'Delete for good' }).click();
  await expect(page.getByText('Nothing here.')).toBeVisible();
});

test('a revision is compared, restored as a new one, named, and marked as made', async ({ page }) => {
  const id = await makeJob(page, 'Revised tag');
  await page.goto(`/jobs/${id}/piece`);
  await page.getByLabel('Code width').fill('31');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('save-state')).toHaveText('saved');
  await page.keyboard.press('r');
  const dialog = page.getByRole('dialog', { name: 'Revisions' });
  await expect(dialog.getByRole('button', { name: /^2 code width 25 mm → 31 mm/ })).toBeVisible();
  await dialog.getByRole('button', { name: /^1 started/ }).click();
  await expect(dialog.getByRole('img', { name: 'Revision 1' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Restore revision 1 as a new one' }).click();
  await expect(page.getByLabel('Code width')).toHaveValue('25');
  await expect(page.locator('.job p')).toContainText('revision 3 · saved');

  await page.keyboard.press('Escape');
  await page.keyboard.press('r');
  await dialog.getByRole('button', { name: /^3 code width/ }).click();
  await dialog.getByLabel('Name', { exact: true }).fill('For the harbour master');
  await dialog.getByRole('button', { name: 'Name it' }).click();
  await expect(dialog.getByRole('button', { name: /^3 For the harbour master/ })).toBeVisible();
  await dialog.getByLabel('Note').fill('two on scrap, 40 W');
  await dialog.getByRole('button', { name: 'Mark as made' }).click();
  await expect(dialog.getByText(/made on .* two on scrap, 40 W/)).toBeVisible();
  await page.goto('/');
  await page.getByLabel('Search').fill('on scrap');
  await expect(row(page, 'Revised tag')).toContainText('made');
});

test('everything goes out in one archive and comes in again, and the table is harmless', async ({ page }) => {
  await makeJob(page, '=HYPERLINK("https://elsewhere.example")');
  const id = await makeJob(page, 'Travelling tag');
  await page.goto('/');
  const out = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Files' }).click();
  await page.getByRole('link', { name: 'Save everything as an archive' }).click();
  const archive = await (await out).path();

  await page.request.post('/api/shelf/move', { data: { ids: [id], place: 'bin' } });
  await page.request.post('/api/shelf/empty-bin', { data: {} });
  await page.reload();
  await page.getByLabel('Archive to import').setInputFiles({
    name: 'binarus.zip',
    mimeType: 'application/zip',
    buffer: await readFile(archive),
  });
  const dialog = page.getByRole('dialog', { name: 'Import an archive' });
  // Read in a process that gives way to whoever is busy.
  await expect(dialog).toContainText('Added: 1', { timeout: 240_000 });
  await expect(dialog).toContainText('Travelling tag');
  await expect(dialog).toContainText('left alone');
  await dialog.getByRole('button', { name: 'Import 1' }).click();
  await expect(row(page, 'Travelling tag')).toBeVisible();

  await page.getByLabel('Archive to import').setInputFiles({
    name: 'broken.zip',
    mimeType: 'application/zip',
    buffer: Buffer.from('PK no archive'),
  });
  await expect(dialog.getByRole('alert')).toContainText(
    'damaged, or it is not a ZIP archive. Nothing was changed.',
  );
  await page.keyboard.press('Escape');

  const table = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Files' }).click();
  await page.getByRole('button', { name: 'Save this list as CSV' }).click();
  const text = await readFile(await (await table).path(), 'utf8');
  expect(text).toContain('name,collection,kind,message');
  expect(text).toContain(`"'=HYPERLINK(""https://elsewhere.example"")"`);
});

test('a job file is opened as a new job, and what is none says why', async ({ page }) => {
  const document = newDocument({ name: 'Carried tag', message: { kind: 'text', text: 'Carried tag' } });
  const choose = (content: string) =>
    page.getByLabel('Job file to open').setInputFiles({
      name: 'carried-tag.binarus.json',
      mimeType: 'application/json',
      buffer: Buffer.from(content),
    });
  await page.goto('/');
  await choose('{"format": 1');
  await expect(page.getByRole('alert')).toContainText(
    '“carried-tag.binarus.json” was not opened. This is not a job file',
  );
  await choose(JSON.stringify({ format: 'binarus-job-file', formatVersion: 2, job: document, files: [] }));
  await expect(page).toHaveURL(/\/jobs\//);
  await expect(page).toHaveTitle(/Carried tag/);
});

test('the licences of all that the program is made with are one click away', async ({ page }) => {
  await page.goto('/');
  const opened = page.waitForEvent('popup');
  await page.getByRole('button', { name: 'Files' }).click();
  await page.getByRole('link', { name: 'Third-party licences' }).click();
  const text = (await (await opened).locator('body').textContent()) ?? '';
  const { dependencies } = JSON.parse(await readFile('package.json', 'utf8')) as {
    dependencies: Record<string, string>;
  };
  const missing = Object.entries(dependencies).filter(
    ([name, version]) => !text.includes(`${name}@${version} (`),
  );
  expect(missing).toEqual([]);
  // Their titles as the licences themselves give them.
  for (const title of [
    'GNU LESSER GENERAL PUBLIC LICENSE',
    'Mozilla Public License Version 2.0',
    'SIL OPEN FONT LICENSE Version 1.1',
    'Apache License',
  ])
    expect(text).toContain(title);
});
