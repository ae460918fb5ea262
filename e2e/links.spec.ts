/** Forwarding links in the browser: made, changed, tried, retired, counted; wrong targets are told, and a reload finds all of it. */
import { expect, test } from './fixtures';
import { choose, openCopy } from './helpers';

test('a link is made, led elsewhere by a rule, tried with a made-up visit, and retired', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Links', exact: true }).click();
  await expect(page.getByRole('button', { name: /Regatta calendar/ })).toBeVisible();
  await page.getByRole('button', { name: 'New link…' }).click();
  await page.getByLabel('Name').first().fill('Crane times');
  await page.getByLabel('Leads to').first().fill('javascript:alert(1)');
  await page.getByRole('radio', { name: 'Readable' }).click();
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(
    page.getByRole('alert').filter({ hasText: 'javascript: is never forwarded to.' }),
  ).toBeVisible();
  await page.getByLabel('Leads to').first().fill('https://ternquay.example/crane');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByText('HTTPS://GO.TERNQUAY.EXAMPLE/CRANE-TIMES')).toBeVisible();
  await expect(page.getByTestId('tried')).toHaveText('goes to https://ternquay.example/crane');

  // On Saturdays and Sundays it leads elsewhere.
  await page.getByRole('button', { name: 'Rule…' }).click();
  const rule = page.getByRole('group', { name: 'Rule 1' });
  for (const day of ['Mon', 'Tue', 'Wed', 'Thu', 'Fri'])
    await rule.getByRole('button', { name: day }).click();
  await expect(rule.getByRole('button', { name: 'Fri' })).toHaveAttribute('aria-pressed', 'false');
  await rule.getByLabel('1 leads to').fill('https://ternquay.example/closed');
  await page.keyboard.press('Tab');
  const when = page.getByLabel('When');
  await when.fill('2026-07-04T12:00');
  await expect(page.getByTestId('tried')).toHaveText('goes to https://ternquay.example/closed, by rule 1');
  // An answer that comes late does not stand in place of the newest.
  let isLate = true;
  await page.route('**/api/links/*/try', async (route) => {
    const answer = await route.fetch();
    if (isLate) {
      isLate = false;
      await new Promise((resolve) => setTimeout(resolve, 1500));
    }
    await route.fulfill({ response: answer });
  });
  const late = page.waitForResponse((answer) => (answer.request().postData() ?? '').includes('2026-07-05'));
  await when.fill('2026-07-05T12:00');
  await when.fill('2026-07-06T12:00');
  await late;
  await expect(page.getByTestId('tried')).toHaveText('goes to https://ternquay.example/crane');
  await page.unroute('**/api/links/*/try');

  // Another place has an address of its own; that of another link it cannot have.
  await page.getByLabel('Another address').fill('b17');
  await page.getByRole('button', { name: 'For another place' }).click();
  await expect(
    page.getByRole('alert').filter({ hasText: '“B17” is the address of another link' }),
  ).toBeVisible();
  await page.reload();
  await expect(page.getByText('HTTPS://GO.TERNQUAY.EXAMPLE/CRANE-TIMES')).toBeVisible();
  await expect(page.getByRole('group', { name: 'Rule 1' })).toBeVisible();

  await page.getByRole('button', { name: 'Retire…' }).click();
  await page.getByLabel('What the page says').fill('The crane is gone.');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('tried')).toHaveText('reads: The crane is gone.');
  await page.getByRole('button', { name: 'Let it lead again' }).click();
  await expect(page.getByTestId('tried')).toContainText('goes to');
});

test('a season of visits is a chart and a table, and the table for other servers is taken', async ({
  page,
}) => {
  await page.goto('/links');
  await page.getByRole('button', { name: /Regatta calendar/ }).click();
  await choose(page, 'How long', 'the last year');
  await expect(page.getByText('notice board of the rowing club').first()).toBeVisible();
  await page.getByRole('radio', { name: 'Hour of the week' }).click();
  await page.getByRole('button', { name: 'As a table' }).click();
  const table = page.getByTestId('visits-table');
  const count = async (hour: string): Promise<number> =>
    Number(
      await table
        .getByRole('row')
        .filter({ hasText: new RegExp(`^${hour}:00`) })
        .locator('td')
        .nth(1)
        .textContent(),
    );
  // Few at night, many after work.
  expect(await count('Sat 17')).toBeGreaterThan(5 * (await count('Sat 3')));
  // In the seventh week of the season it was led elsewhere.
  await expect(page.getByTestId('visits-around')).toContainText(
    /\d+ [A-Z][a-z]+: leads to https:\/\/ternquay\.example\/regatta/,
  );

  // Another link beside it, then all of a collection, by what they came with.
  await choose(page, 'Beside', 'beside Berth 17');
  await expect(table.getByRole('columnheader')).toHaveText(['when', 'Regatta calendar', 'Berth 17']);
  await choose(page, 'Of what', 'collection Rowing club');
  await choose(page, 'By what', 'by language');
  await expect(page.getByTestId('visits-shares').getByRole('row').first()).toContainText('English');
  await choose(page, 'By what', 'by piece');
  await expect(page.getByTestId('visits-shares')).toContainText('Regatta poster');
  await page.getByText('Where links are reached, and what is counted').click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download the table' }).click();
  expect((await download).suggestedFilename()).toBe('links-nginx.zip');
  await expect(page.getByText('the rule by schedule of “Regatta calendar”')).toBeVisible();
});

test('a direct address becomes a forwarding one in a smaller symbol, and direct again', async ({ page }) => {
  await openCopy(page, 'Berth 17 plate', 'Forwarded plate');
  const way = page.getByTestId('forwarding');
  await expect(way).toContainText('Fixed. The address stands in the code, 33 characters, version 3.');
  await way.getByRole('button', { name: 'Make it changeable' }).click();
  await expect(page.getByTestId('payload')).toHaveText(/^HTTPS:\/\/GO\.TERNQUAY\.EXAMPLE\/[2-9A-Z]{3,8}$/);
  await expect(way).toContainText('which leads to https://ternquay.example/berth/17');
  await way.getByRole('link', { name: 'Its link…' }).click();
  await expect(page.getByLabel('Leads to')).toHaveValue('https://ternquay.example/berth/17');
  await page.goBack();
  await page.getByTestId('forwarding').getByRole('button', { name: 'Make it fixed' }).click();
  await expect(page.getByTestId('payload')).toHaveText('https://ternquay.example/berth/17');
  await expect(page.getByTestId('forwarding')).toContainText('Fixed.');
});

test('an address is asked whether it answers, and only then; many links are found and shown by the page', async ({
  page,
  request,
}) => {
  const { origin } = new URL(page.url() === 'about:blank' ? (await page.goto('/'))!.url() : page.url());
  for (let index = 0; index < 130; index++)
    await request.post('/api/links', {
      data: { name: `Mooring ${index}`, target: `${origin}/mark.svg`, slug: null },
    });
  await page.goto('/links');
  await page.getByRole('button', { name: /Show more/ }).click();
  await expect(page.getByRole('button', { name: /^Mooring 2 / })).toBeVisible();
  await page.getByLabel('Find a link').fill('mooring 77');
  await expect(page.getByRole('button', { name: /^Mooring/ })).toHaveCount(1);
  await page.getByRole('button', { name: /^Mooring 77/ }).click();
  await expect(page.getByText('127.0.0.1 is this computer itself')).toBeVisible();
  await page.getByRole('button', { name: 'Ask whether it answers' }).first().click();
  await expect(page.getByTestId('answered').first()).toHaveText(`It answers at ${origin}/mark.svg.`);
  await page.getByLabel('Leads to').fill(`${origin}/api/none`);
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('answered')).toHaveCount(0);
  await page.getByRole('button', { name: 'Ask whether it answers' }).first().click();
  await expect(page.getByTestId('answered').first()).toContainText('answers with 404');
  await page.getByLabel('Leads to').fill('http://ternquay.invalid/');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Ask whether it answers' }).first().click();
  await expect(page.getByTestId('answered').first()).toHaveText(
    'No machine is known by the name ternquay.invalid.',
  );
});

test('a change that is not saved survives a reload, and never overwrites what another window saved', async ({
  page,
  context,
}) => {
  const made = await page.request.post('/api/links', {
    data: { name: 'Slip lights', target: 'https://ternquay.example/lights', slug: 'LIGHTS' },
  });
  const { id } = (await made.json()) as { id: string };
  const target = async (): Promise<string> =>
    ((await (await page.request.get(`/api/links/${id}`)).json()) as { link: { target: string } }).link.target;
  await page.goto(`/links/${id}`);
  const leadsTo = page.getByLabel('Leads to').first();
  await expect(leadsTo).toHaveValue('https://ternquay.example/lights');
  const bar = page.getByTestId('save-bar');

  // The server takes nothing for a while.
  await page.route('**/api/links/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await leadsTo.fill('https://ternquay.example/lamps');
  await page.keyboard.press('Tab');
  await expect(bar).toContainText('Not saved.');
  await page.reload();
  await expect(leadsTo).toHaveValue('https://ternquay.example/lamps');
  await expect(bar).toContainText('Not saved.');
  await page.unroute('**/api/links/*');
  await expect(bar).toBeHidden();
  expect(await target()).toBe('https://ternquay.example/lamps');

  // What is refused stays where it was typed.
  await leadsTo.fill('javascript:alert(1)');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert').filter({ hasText: 'is never forwarded to' })).toBeVisible();
  await expect(leadsTo).toHaveValue('javascript:alert(1)');
  // Wherever the page is scrolled to.
  await page.getByRole('button', { name: 'Retire…' }).scrollIntoViewIfNeeded();
  await expect(bar).toBeInViewport();
  expect(await target()).toBe('https://ternquay.example/lamps');

  // Another window saves meanwhile.
  const other = await context.newPage();
  await other.goto(`/links/${id}`);
  await other.getByLabel('Leads to').first().fill('https://ternquay.example/theirs');
  await other.keyboard.press('Tab');
  await expect.poll(target).toBe('https://ternquay.example/theirs');
  await leadsTo.fill('https://ternquay.example/mine');
  await page.keyboard.press('Tab');
  await expect(bar).toContainText('Another window saved revision 3 of this link meanwhile');
  expect(await target()).toBe('https://ternquay.example/theirs');
  // What one window sets leaves alone what another has set.
  const settings = async () =>
    (
      (await (await page.request.get('/api/links')).json()) as {
        settings: { base: string; keepDays: number };
      }
    ).settings;
  const before = await settings();
  await page.request.put('/api/links/settings', { data: { keepDays: before.keepDays + 1 } });
  expect(await settings()).toEqual({ ...before, keepDays: before.keepDays + 1 });
  await page.request.put('/api/links/settings', { data: { keepDays: before.keepDays } });
  await bar.getByRole('button', { name: 'Keep mine' }).click();
  await expect(bar).toBeHidden();
  await expect.poll(target).toBe('https://ternquay.example/mine');
});
