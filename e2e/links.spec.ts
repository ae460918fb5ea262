/** Forwarding links in the browser: made, changed, tried, retired, counted; wrong targets are told, and a reload finds all of it. */
import { expect, test } from './fixtures';
import { openCopy } from './helpers';

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
  await when.fill('2026-07-06T12:00');
  await expect(page.getByTestId('tried')).toHaveText('goes to https://ternquay.example/crane');

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
  await page.getByRole('combobox', { name: 'How long' }).click({ force: true });
  await page.getByRole('option', { name: 'the last year' }).click();
  await expect(page.getByText('notice board of the rowing club').first()).toBeVisible();
  await page.getByRole('radio', { name: 'Hour' }).click();
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
  expect(await count('17')).toBeGreaterThan(5 * (await count('3')));
  await page.getByText('Where links are reached, and what is counted').click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take the table' }).click();
  expect((await download).suggestedFilename()).toBe('links-nginx.zip');
  await expect(page.getByText('the rule by schedule of “Regatta calendar”')).toBeVisible();
});

test('a direct address becomes a forwarding one in a smaller symbol, and direct again', async ({ page }) => {
  await openCopy(page, 'Berth 17 plate', 'Forwarded plate');
  const way = page.getByTestId('forwarding');
  await expect(way).toContainText('Direct. The address stands in the code, 33 characters, version 3.');
  await way.getByRole('button', { name: 'Make it a forwarding link' }).click();
  await expect(page.getByTestId('payload')).toHaveText(/^HTTPS:\/\/GO\.TERNQUAY\.EXAMPLE\/[2-9A-Z]{3,8}$/);
  await expect(way).toContainText('it leads to https://ternquay.example/berth/17');
  await way.getByRole('link', { name: 'Its link…' }).click();
  await expect(page.getByLabel('Leads to')).toHaveValue('https://ternquay.example/berth/17');
  await page.goBack();
  await page.getByTestId('forwarding').getByRole('button', { name: 'Make it direct' }).click();
  await expect(page.getByTestId('payload')).toHaveText('https://ternquay.example/berth/17');
  await expect(page.getByTestId('forwarding')).toContainText('Direct.');
});
