/** Series, from a table and from numbers, with wrong rows and a reload in the middle. */
import { strToU8, unzipSync, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { expect, test, type Page } from './fixtures';
import { newJob } from '../src/core/job';
import { addressSeries, choose, openCopy } from './helpers';

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
  await expect(page.getByTestId('series-tally')).toHaveText('3 to be made, 2 blocked, 0 left out', {
    timeout: 240_000,
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
  await expect(page.getByTestId('series-tally')).toHaveText('4 to be made, 1 blocked, 0 left out', {
    timeout: 240_000,
  });
  await expect(page.getByText('· saved')).toBeVisible();
  await page.reload();
  await expect(page.getByTestId('series-tally')).toHaveText('4 to be made, 1 blocked, 0 left out', {
    timeout: 240_000,
  });

  // A cell is mended where it is seen, and a row can be left out.
  await rows.focus();
  await page.keyboard.press('End');
  await page.getByText('Cells of this row').click();
  await page.getByLabel('Copies', { exact: true }).fill('3');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('series-tally')).toHaveText('5 to be made, 0 blocked, 0 left out');
  await page.getByText('Leave this row out').click();
  await expect(page.getByTestId('series-tally')).toHaveText('4 to be made, 0 blocked, 1 left out');

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download 4 rows as PDF' }).click();
  const zip = unzipSync(new Uint8Array(readFileSync(await (await download).path())));
  expect(Object.keys(zip).sort()).toEqual([
    'berth-series_series.pdf',
    'berth-series_series_contact-sheet.pdf',
    'berth-series_series_index.csv',
  ]);
  await expect(page.getByTestId('run')).toContainText(
    '5 of 5 codes were read, each from its own place on 5 pages',
  );

  // What was handed over is not made twice unless that is said; a reload knows the run.
  await expect(page.getByTestId('series-tally')).toHaveText(
    '0 to be made, 0 blocked, 1 left out, 4 made before',
  );
  await expect(page.getByRole('button', { name: 'Nothing to download' })).toBeDisabled();
  await page.reload();
  await expect(page.getByTestId('run')).toContainText('5 of 5 codes were read');
  await page.getByText('Also the 4 that were made before').click();
  await expect(page.getByRole('button', { name: 'Download 4 rows as PDF' })).toBeEnabled();

  // In the register each stands with its place; one is found by its number, noted, and made again.
  await page.getByRole('link', { name: 'Made pieces…' }).click();
  await page.getByLabel('Number or message').fill('slip/18');
  const piece = page.getByRole('row').filter({ hasText: 'slip/18' });
  await expect(piece).toHaveCount(2);
  await piece.first().click();
  await page.getByLabel('Note').fill('broken by the ferry');
  await page.keyboard.press('Tab');
  await expect(piece.first()).toContainText('broken by the ferry');
  const again = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make it again' }).click();
  await again;
  await expect(page.getByTestId('run')).toContainText('1 of 1 codes were read');
});

test('pictures come by their names from a ZIP file; the missing and those that nobody names are told', async ({
  page,
}) => {
  await openSeries(page, 'Pictured series');
  await page
    .getByLabel('Table', { exact: true })
    .setInputFiles(
      table('Link,Picture\nhttps://ternquay.example/1,one.svg\nhttps://ternquay.example/2,Two\n'),
    );
  await expect(page.getByText('Missing: one.svg, Two.')).toBeVisible();
  const drawing = strToU8(
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path d="M0 0H10V10H0Z"/></svg>',
  );
  const zip = zipSync({
    'marks/one.svg': drawing,
    'marks/two.SVG': drawing,
    'marks/three.svg': drawing,
    'notes.txt': strToU8('x'),
  });
  await page
    .getByLabel('Pictures', { exact: true })
    .setInputFiles({ name: 'marks.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
  await expect(page.getByTestId('pictures-kept')).toHaveText('3 pictures');
  await expect(page.getByText('No row names three.svg.')).toBeVisible();
  // A new logo is larger than the code can spare; what mends one row mends all of them alike.
  await expect(page.getByTestId('series-tally')).toHaveText('0 to be made, 2 blocked, 0 left out');
  await page.getByRole('button', { name: 'all rows' }).first().click();
  await expect(page.getByTestId('series-tally')).toHaveText('2 to be made, 0 blocked, 0 left out');
  await page
    .getByLabel('Pictures', { exact: true })
    .setInputFiles({ name: 'broken.zip', mimeType: 'application/zip', buffer: Buffer.from('PK no zip') });
  await expect(page.getByRole('alert').filter({ hasText: 'no ZIP file' })).toBeVisible();
  await page.getByRole('button', { name: 'Let go' }).click();
  await expect(page.getByTestId('pictures-kept')).toHaveText('2 pictures');
});

test('a table in another encoding than was found out is read again as is said', async ({ page }) => {
  await openSeries(page, 'Encoded series');
  // “Søren” in Windows-1252, which nobody can tell from other one-byte encodings.
  await page.getByLabel('Table', { exact: true }).setInputFiles({
    name: 'names.csv',
    mimeType: 'text/csv',
    buffer: Buffer.concat([
      Buffer.from('name;Link\nS'),
      Buffer.from([0xf8]),
      Buffer.from('ren;https://ternquay.example/s\n'),
    ]),
  });
  await expect(page.getByRole('gridcell', { name: 'Søren' })).toBeVisible();
  await choose(page, 'What separates the cells', 'Comma');
  await expect(page.getByRole('columnheader', { name: 'name;Link' })).toBeVisible();
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

test('what is being typed stays while a measurement ends', async ({ page }) => {
  const document = newJob({ message: { kind: 'web', address: 'https://ternquay.example/pontoon' } });
  const made = await page.request.post('/api/jobs', { data: { document } });
  const { id } = (await made.json()) as { id: string };
  const series = addressSeries('pontoon', ['A', 'B'], 'https://ternquay.example/pontoon/{pontoon}');
  await page.request.put(`/api/jobs/${id}/series`, { data: { series }, headers: { 'if-match': '*' } });
  await page.goto(`/series/${id}`);
  const tally = page.getByTestId('series-tally');
  await expect(tally).toHaveText('2 to be made, 0 blocked, 0 left out');
  const field = page.getByLabel('address');
  await field.fill('https://ternquay.example/walkway/{pontoon}');
  await field.press('Tab');
  await expect(tally).toHaveText('Measuring…');
  await field.fill('https://ternquay.example/gangway/{pontoon}');
  await expect(tally).toHaveText('2 to be made, 0 blocked, 0 left out');
  await expect(field).toHaveValue('https://ternquay.example/gangway/{pontoon}');
});

test('a series is shown once its job is there, whichever answer comes first', async ({ page }) => {
  const errors: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') errors.push(message.text());
  });
  const document = newJob({ message: { kind: 'web', address: 'https://ternquay.example/buoy' } });
  const made = await page.request.post('/api/jobs', { data: { document } });
  const { id } = (await made.json()) as { id: string };
  const series = addressSeries('buoy', ['A'], 'https://ternquay.example/buoy/{buoy}');
  await page.request.put(`/api/jobs/${id}/series`, { data: { series }, headers: { 'if-match': '*' } });
  await page.route(`**/api/jobs/${id}`, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 700));
    await route.continue();
  });
  await page.goto(`/series/${id}`);
  await expect(page.getByTestId('series-tally')).toHaveText('1 to be made, 0 blocked, 0 left out');
  expect(errors).toEqual([]);
});
