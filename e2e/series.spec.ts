/** Series, from a table and from numbers, with wrong rows and a reload in the middle. */
import { expect, test, type Page } from './fixtures';
import { openCopy } from './helpers';

async function openSeries(page: Page, copy: string): Promise<void> {
  await openCopy(page, 'Berth 17 plate', copy);
  const [, id] = /jobs\/([0-9a-f-]{36})/.exec(page.url())!;
  await page.goto(`/series/${id}`);
}
const table = (text: string) => ({ name: 'berths.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });

test('a table becomes a document of which every code was read; wrong rows are told by number, and nothing is lost', async ({
  page,
}) => {
  await openSeries(page, 'Berth series');
  await page
    .getByLabel('Table', { exact: true })
    .setInputFiles(
      table(
        'berth;Link;Copies\n017;https://ternquay.example/berth/17;1\n18;https://ternquay.example/berth/18;2\n019;;1\n020;https://ternquay.example/berth/17;1\n021;https://ternquay.example/berth/21;many\n',
      ),
    );
  await expect(page.getByTestId('series-source')).toContainText('berths.csv: 5 rows, 3 columns');
  await expect(
    page.getByText('Row 3, berth: “18” looks spoilt by a spreadsheet: leading zeros are lost.'),
  ).toBeVisible();
  await expect(page.getByTestId('series-tally')).toHaveText('3 to be made, 2 held back, 0 left out', {
    timeout: 20_000,
  });

  // By the keyboard through the rows: each says what is wrong with it.
  const rows = page.getByRole('grid', { name: 'Rows' });
  await rows.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'Row 4' })).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'Link is empty.' })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(
    page.getByRole('alert').filter({ hasText: 'It holds the same message as row 2.' }),
  ).toBeVisible();
  await page.keyboard.press('End');
  await expect(
    page.getByRole('alert').filter({ hasText: 'quantity is “many”; it is a number from 0 to 5000.' }),
  ).toBeVisible();

  // What was matched by name can be said otherwise; a reload finds all of it.
  await page.getByLabel('address').fill('https://ternquay.example/slip/{berth}');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('series-tally')).toHaveText('4 to be made, 1 held back, 0 left out', {
    timeout: 20_000,
  });
  await expect(page.getByText('· saved')).toBeVisible();
  await page.reload();
  await expect(page.getByTestId('series-tally')).toHaveText('4 to be made, 1 held back, 0 left out', {
    timeout: 20_000,
  });

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take 4 rows as PDF' }).click();
  expect((await download).suggestedFilename()).toBe('berth-series_series.zip');
  await expect(page.getByTestId('series-taken')).toContainText(
    '5 of 5 codes were read, each from its own place on 5 pages',
  );
});

test('numbers are counted with a check character; what is no table says why', async ({ page }) => {
  await openSeries(page, 'Number series');
  await page.getByLabel('Table', { exact: true }).setInputFiles(table('berth\n'));
  await expect(page.getByRole('alert')).toContainText('The table has one row, its head: berth.');
  await page.getByRole('button', { name: 'Numbers…' }).click();
  await page.getByLabel('How many').fill('6');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Count them' }).click();
  await expect(page.getByTestId('series-source')).toHaveText('6 numbers, 001 to 006');
  await expect(page.getByRole('alert').filter({ hasText: 'No column sets the message yet' })).toBeVisible();
});
