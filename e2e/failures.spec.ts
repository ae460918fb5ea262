/** What goes wrong: a file that does not load, an answer that is cut off, two windows, a job deleted elsewhere. */
import { checkReading, putOn } from './helpers';
import { expect, test, type Page } from './fixtures';

async function newJob(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: /New job/ }).click();
  await page.getByLabel('Address').fill('https://ternquay.example/slipway');
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Name', { exact: true }).blur();
  await saved(page);
}
const saved = (page: Page): Promise<void> =>
  expect(page.getByTestId('save-state')).toHaveText('saved', { timeout: 240_000 });
const note = (page: Page) => page.getByLabel('Note');

test('a font that does not load is told on the stage, and the next edit is drawn again', async ({ page }) => {
  await newJob(page, 'Without fonts');
  await page.route(/\.woff/, (route) => route.abort());
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Text and graphics' }).click();
  await putOn(page, 'Words');
  const stuck = page.getByTestId('stuck');
  await expect(stuck).toContainText('cannot be drawn as it stands');
  await expect(stuck).toContainText('does not answer');
  await saved(page);
  await page.unroute(/\.woff/);
  await stuck.getByRole('button', { name: 'Try again' }).click();
  await expect(stuck).toHaveCount(0);
  await expect(page.getByTestId('thing-words-1')).toBeVisible();
});

test('readers that do not load are told where the verdict stands; nothing is taken unread unless that is asked for', async ({
  page,
}) => {
  await page.route(/zbar.*\.wasm/, (route) => route.abort());
  await newJob(page, 'Without readers');
  await checkReading(page);
  const readout = page.getByRole('complementary', { name: 'Readout' });
  await expect(readout.getByRole('alert')).toContainText('could not be checked', { timeout: 240_000 });
  await expect(page.getByTestId('answer-reads')).toHaveAttribute('data-severity', 'none');
  await page.keyboard.press('Escape');
  await page.keyboard.press('5');
  const station = page.getByRole('region', { name: 'output station' });
  await expect(station.getByRole('alert')).toContainText('could not be checked');
  // What was asked for without a check comes; the usual way does not.
  const downloads: string[] = [];
  page.on('download', (download) => downloads.push(download.suggestedFilename()));
  await station.getByRole('button', { name: 'Download', exact: true }).click();
  await page.waitForTimeout(1500);
  expect(downloads).toEqual([]);
  await station.getByRole('button', { name: 'Download it unchecked' }).click();
  await expect.poll(() => downloads.length).toBe(1);
  // The readers are there again: it is checked, and the next file waits for it.
  await page.unroute(/zbar.*\.wasm/);
  await station.getByRole('button', { name: 'Check again' }).click();
  await expect(page.getByTestId('answer-reads')).toHaveAttribute('data-severity', 'fine', {
    timeout: 240_000,
  });
  await expect(station.getByRole('alert')).toHaveCount(0);
});

test('a file that is asked for while its job is checked comes when it reads, or not where it is given up', async ({
  page,
}) => {
  await newJob(page, 'In a hurry');
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page.getByLabel('Code width').fill('26');
  await page.keyboard.press('Escape');
  await page.keyboard.press('5');
  const station = page.getByRole('region', { name: 'output station' });
  const downloads: string[] = [];
  page.on('download', (download) => downloads.push(download.suggestedFilename()));
  await station.getByRole('button', { name: 'Download' }).click();
  await expect(station.getByRole('status')).toContainText('Checking how it scans');
  await station.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByTestId('answer-reads')).toHaveAttribute('data-severity', 'fine', {
    timeout: 240_000,
  });
  expect(downloads).toEqual([]);
  await station.getByRole('button', { name: 'Download' }).click();
  await expect.poll(() => downloads.length).toBe(1);
});

test('a station that does not load is told in its place, and loads when it is tried again', async ({
  page,
}) => {
  await page.route(/assets\/style-.+\.js/, (route) => route.abort());
  await newJob(page, 'Without a drawer');
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  const station = page.getByRole('region', { name: 'style station' });
  await expect(station.getByRole('alert')).toContainText('could not be loaded');
  await page.unroute(/assets\/style-.+\.js/);
  await station.getByRole('button', { name: 'Try again' }).click();
  await expect(station.getByRole('alert')).toHaveCount(0);
  await expect(station.getByRole('button', { name: 'Shapes' })).toBeVisible();
});

test('the bench goes on from station to station when the server is gone', async ({ page, context }) => {
  await newJob(page, 'On a boat');
  await page.waitForTimeout(3000);
  await context.setOffline(true);
  for (const [key, name] of [
    ['2', 'style'],
    ['3', 'piece'],
    ['4', 'proof'],
    ['5', 'output'],
  ] as const) {
    await page.keyboard.press('Escape');
    await page.keyboard.press(key);
    const station = page.getByRole('region', { name: `${name} station` });
    await expect(station.getByRole('button').first()).toBeVisible();
    await expect(station.getByText('could not be loaded')).toHaveCount(0);
  }
  await context.setOffline(false);
});

test('an answer that is cut off is told in sight, and saving goes on', async ({ page }) => {
  await newJob(page, 'Cut off');
  await page.route(/\/revisions$/, (route) =>
    route.request().method() === 'POST'
      ? route.fulfill({ status: 201, contentType: 'application/json', body: '{"id":"' })
      : route.continue(),
  );
  await note(page).fill('high water at nine');
  const bar = page.getByTestId('save-bar');
  await expect(bar).toContainText('Not saved');
  await expect(bar).toContainText('cut off');
  await page.unroute(/\/revisions$/);
  await note(page).fill('high water at ten');
  await saved(page);
  await expect(bar).toHaveCount(0);
  await page.reload();
  await expect(note(page)).toHaveValue('high water at ten');
});

test(
  'a window that only shows a job follows the one that edits it, without a conflict',
  { tag: '@long' },
  async ({ page, context }) => {
    await newJob(page, 'Two windows');
    const other = await context.newPage();
    await other.goto(page.url());
    await expect(note(other)).toBeVisible();
    for (const text of ['one', 'two', 'three']) {
      await note(page).fill(text);
      await saved(page);
      await expect(note(other)).toHaveValue(text);
    }
    // An unsaved edit of the first is not taken over by the second, which is opened anew meanwhile.
    await page.route(/\/revisions$/, (route) => route.abort());
    await note(page).fill('not saved yet');
    await expect(page.getByTestId('save-bar')).toContainText('Not saved');
    await other.reload();
    await expect(note(other)).toHaveValue('three');
    await page.unroute(/\/revisions$/);
    // By itself: the next try comes a few seconds after the last.
    await saved(page);
    await expect(page.getByTestId('save-bar')).toHaveCount(0);
    await expect(note(other)).toHaveValue('not saved yet');
  },
);

test(
  'edits in conflict survive a reload and whatever the other window does',
  { tag: '@long' },
  async ({ page, context }) => {
    await newJob(page, 'In conflict');
    const other = await context.newPage();
    await other.goto(page.url());
    await expect(note(other)).toBeVisible();
    await page.route(/\/revisions$/, (route) => route.abort());
    await note(page).fill('mine');
    await expect(page.getByTestId('save-bar')).toContainText('Not saved');
    // The bar stays while it is tried again, as it is by itself every few seconds.
    await page.getByRole('button', { name: 'Save now' }).click();
    await expect(page.getByTestId('save-bar')).toContainText('Not saved');
    await note(other).fill('theirs');
    await saved(other);
    await page.unroute(/\/revisions$/);
    await expect(page.getByTestId('save-bar')).toContainText('Another window saved revision');
    await note(page).fill('mine, and more');
    await note(other).fill('theirs again');
    await saved(other);
    await page.reload();
    await expect(note(page)).toHaveValue('mine, and more');
    await page.getByRole('button', { name: 'Keep mine' }).click();
    await saved(page);
    await expect(note(other)).toHaveValue('mine, and more');
  },
);

test('a job that was deleted elsewhere is kept as a new one', async ({ page, request }) => {
  await newJob(page, 'Deleted elsewhere');
  const id = /jobs\/([0-9a-f-]+)/.exec(page.url())![1]!;
  await request.post('/api/shelf/move', { data: { ids: [id], place: 'bin' } });
  await request.post('/api/shelf/empty-bin', { data: {} });
  await note(page).fill('still here');
  const bar = page.getByTestId('save-bar');
  await expect(bar).toContainText('deleted elsewhere');
  await bar.getByRole('button', { name: 'Keep it as a new job' }).click();
  await expect(page).not.toHaveURL(new RegExp(id));
  await expect(note(page)).toHaveValue('still here');
  await saved(page);
});
