/** Files as they are taken from the page: every format, several at once, names, what they are read back to, and what is refused. */
import { readFile } from 'node:fs/promises';
import { unzipSync } from 'fflate';
import { expect, test, type Page } from './fixtures';
import { findPair } from '../src/content';
import { newJob } from '../src/core/job';
import { openJob } from './helpers';

const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('saved');

/** A job of its own for each test: they share a shelf, and other tests change what lies on it. */
async function open(page: Page, name: string, material: string, machine: string): Promise<void> {
  const document = newJob({
    name,
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine)!,
    pieceSizeMm: { width: 60, height: 40 },
    codeWidthMm: 28,
  });
  const made = await page.request.post('/api/jobs', {
    data: { document: { ...document, collection: 'Slips' } },
  });
  expect(made.status()).toBe(201);
  await openJob(page, name);
  await page.keyboard.press('Escape');
  await page.keyboard.press('5');
  await expect(page.getByRole('region', { name: 'output station' })).toBeVisible();
}

/** Ticks exactly these formats. */
async function tick(page: Page, names: readonly string[]): Promise<void> {
  const formats = page.getByRole('list', { name: 'Formats' });
  await expect(formats).toBeVisible();
  await page.getByRole('button', { name: /more formats/ }).click();
  for (const box of await formats.getByRole('checkbox', { checked: true }).all()) await box.uncheck();
  for (const name of names)
    await formats
      .getByRole('listitem')
      .filter({ has: page.locator('strong', { hasText: new RegExp(`^${name}$`) }) })
      .getByRole('checkbox')
      .check();
}

async function taken(page: Page): Promise<Record<string, Uint8Array>> {
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 240_000 }),
    page.getByRole('button', { name: /^Download/ }).click(),
  ]);
  const bytes = await readFile((await download.path())!);
  return download.suggestedFilename().endsWith('.zip')
    ? unzipSync(bytes)
    : { [download.suggestedFilename()]: bytes };
}

test('every format is taken from the page, each read back before it is handed over', async ({ page }) => {
  await open(page, 'Slip in all formats', 'black-anodised-aluminium', 'co2-laser');
  await tick(page, [
    'SVG',
    'PDF',
    'PDF in CMYK',
    'EPS',
    'DXF',
    'DXF of release 12',
    'DXF with fill lines',
    'G-code',
    'PNG',
    'Engraving picture, PNG',
    'JPEG',
    'WebP',
    'SVG, a path for each area',
    'SVG of the code alone',
    'Work sheet, PDF',
    'Job',
  ]);
  const files = await taken(page);
  const names = Object.keys(files).map((name) => name.replace(/^.*?_60x40mm_black-anodised-aluminium/, ''));
  expect(names.sort()).toEqual(
    [
      '.binarus.json',
      '.dxf',
      '.eps',
      '.gcode',
      '.jpg',
      '.pdf',
      '.png',
      '.svg',
      '.webp',
      'READ-ME.txt',
      '_areas.svg',
      '_cmyk.pdf',
      '_code.svg',
      '_engraving.png',
      '_lines.dxf',
      '_work-sheet.pdf',
      '_r12.dxf',
    ].sort(),
  );
  const list = page.getByTestId('read-back').getByRole('listitem');
  await expect(list).toHaveCount(16);
  // Each file with codes was read by all readers of the panel in every shot.
  await expect(list.filter({ hasText: '.dxf' }).first()).toContainText('ZBar 4/4');
  await list.filter({ hasText: '_lines.dxf' }).locator('summary').click();
  await expect(list.filter({ hasText: '_lines.dxf' })).toContainText('Outlines of MARK');
  // What was ticked is there after a reload.
  await page.reload();
  await expect(page.getByRole('button', { name: 'Download 16 files' })).toBeVisible();
});

test('bodies and labels come from the machines that make them; others say why not', async ({ page }) => {
  await open(page, 'Slip to build', 'white-filament-black', 'filament-printer');
  await tick(page, ['3MF', 'STL', 'STL, a file for each body', 'G-code']);
  const bodies = await taken(page);
  expect(Object.keys(bodies).map((name) => name.replace(/^.*mm_/, ''))).toEqual([
    expect.stringMatching(/\.3mf$/),
    expect.stringMatching(/\.stl$/),
    expect.stringMatching(/bodies_base\.stl$/),
    expect.stringMatching(/bodies_marks\.stl$/),
    'READ-ME.txt',
  ]);
  await expect(page.getByTestId('read-back').getByRole('alert')).toContainText('takes no G-code');
  await open(page, 'Slip to print', 'direct-thermal-paper', 'label-printer-203dpi');
  await tick(page, ['Label picture, PNG', 'Label picture, PBM']);
  const labels = await taken(page);
  expect(Object.keys(labels).filter((name) => /_dots\.(png|pbm)$/.test(name))).toHaveLength(2);
});

test('names follow a pattern that is kept for the collection; a field that there is none of is told', async ({
  page,
}) => {
  await open(page, 'Slip to name', 'black-anodised-aluminium', 'co2-laser');
  await tick(page, ['SVG']);
  const names = page.getByLabel('Names');
  await names.fill('{collection}-{colour}');
  await expect(page.getByText('There is no field {colour}.')).toBeVisible();
  await names.fill('{collection}_{title}_{width}');
  await names.press('Enter');
  await expect(page.getByTestId('file-name')).toHaveText(/^slips_slip-to-name_60mm\.svg$/);
  await page.reload();
  await expect(page.getByLabel('Names')).toHaveValue('{collection}_{title}_{width}');
  await saved(page);
  expect(Object.keys(await taken(page))[0]).toMatch(/^slips_slip-to-name_60mm\.svg$/);
});

test('the machine is watched over time, and work that takes long can be given up', async ({ page }) => {
  await open(page, 'Slip to watch', 'black-anodised-aluminium', 'co2-laser');
  await page.getByRole('button', { name: 'Watch the machine' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('img')).toBeVisible({ timeout: 240_000 });
  await dialog.getByLabel('Time').fill('0');
  await expect(dialog.getByRole('status')).toContainText('the tool is off');
  await page.keyboard.press('Escape');
  // The worker that writes does not answer: giving up ends it, and the next file comes.
  await tick(page, ['PDF']);
  await page.route(/pdfium.*\.wasm/, () => undefined);
  const station = page.getByRole('region', { name: 'output station' });
  await station.getByRole('button', { name: 'Download' }).click();
  await expect(station.getByText('Reading the files back.')).toBeVisible({ timeout: 240_000 });
  await station.getByRole('button', { name: 'Cancel' }).click();
  await page.unroute(/pdfium.*\.wasm/);
  expect(Object.keys(await taken(page))[0]).toMatch(/\.pdf$/);
});
