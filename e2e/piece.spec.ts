/** The piece on the bench: built from nothing, edited on the stage, taken from files and templates. */
import { unzipSync } from 'fflate';
import { expect, test, type Page } from './fixtures';
import { readFile } from 'node:fs/promises';
import { checkReading, choose, chooseKind, pairChoice, pickPair, putOn } from './helpers';

const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('saved');
const finding = (page: Page, code: string) => page.getByTestId(`finding-${code}`);
const page_ = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Pages of the piece' }).getByRole('button', { name, exact: true });
const things = (page: Page) => page.getByRole('listbox', { name: 'On the piece' });

/** A new job with its message, on the piece station. */
async function newPiece(page: Page, name: string, material: string, machine = 'laser'): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: /New job/ }).click();
  await page.getByLabel('Address').fill('https://ternquay.example/slipway');
  await page.getByLabel('Name').fill(name);
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await pickPair(page, material, machine);
  await saved(page);
}

async function fill(page: Page, label: string, value: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).fill(value);
}

/** Drags from the middle of something by pixels. */
async function drag(page: Page, testId: string, dx: number, dy: number): Promise<void> {
  const box = (await page.getByTestId(testId).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 3 });
  await page.mouse.move(x + dx, y + dy, { steps: 3 });
  await page.mouse.up();
}

test(
  'builds the standing Wi-Fi sign from nothing, and its files are sign and base',
  { tag: '@long' },
  async ({ page }) => {
    await page.goto('/');
    await page.getByRole('button', { name: /New job/ }).click();
    await expect(page.getByLabel('Address')).toBeVisible();
    await page.getByLabel('Name').fill('Quay Wi-Fi');
    await chooseKind(page, 'Wi-Fi login');
    await fill(page, 'Network', 'Ternquay Quay');
    await fill(page, 'Password', 'spring tide 9');
    await page.keyboard.press('Escape');
    await page.keyboard.press('3');
    await pickPair(page, 'Clear acrylic, dark ground');
    await fill(page, 'Width', '110');
    await fill(page, 'Height', '160');
    await fill(page, 'Code width', '58');
    await fill(page, 'From the top', '58');
    await page.getByText('Mirror the file').click();

    await page_(page, 'Outline').click();
    await page.getByRole('radio', { name: 'Arch' }).click();

    await page_(page, 'Text and graphics').click();
    await putOn(page, 'Words');
    await fill(page, 'Text', 'SLIPWAY WI-FI');
    await choose(page, 'Font', 'Slab');
    await page.getByRole('radio', { name: 'fit to width' }).click();
    await fill(page, 'Words width', '70');
    await fill(page, 'From the top', '36');
    await putOn(page, 'Icon or picture');
    await page.getByRole('button', { name: 'wifi', exact: true }).click();
    await fill(page, 'Picture width', '18');
    await fill(page, 'From the top', '14');
    await page.getByText('middle', { exact: true }).first().click();
    await putOn(page, 'Call to action');
    await fill(page, 'Text', 'Scan to join {network}');
    await expect(page.getByText('Reads: Scan to join Ternquay Quay')).toBeVisible();
    await fill(page, 'From the top', '138');
    // As large as that they do not fit; the readout says so and mends it.
    await finding(page, 'piece-inside')
      .getByRole('button', { name: /% of its size/ })
      .click();

    await page_(page, 'Stand').click();
    await page.getByText('Stands in a base with a slot').click();
    await fill(page, 'Plate thickness', '4');
    // The slot is as thick as the plate with its play; the kerf of 0.18 mm is taken off in the file.
    await expect(page.getByText('110.1 × 4.10 mm')).toBeVisible();
    await expect(page.getByText('109.92 × 3.92 mm')).toBeVisible();
    await page.getByRole('button', { name: 'Stand', exact: true }).first().click();
    await expect(page.getByTestId('stand-picture').first()).toBeVisible();
    await checkReading(page);
    await expect(page.getByTestId('answer-reads')).toHaveAttribute('data-severity', 'fine', {
      timeout: 240_000,
    });
    await expect(page.getByTestId('unfine').getByRole('listitem')).toHaveCount(0);
    await saved(page);

    await page.reload();
    await expect(page.getByTestId('finished-marks')).toBeVisible();
    await page.keyboard.press('5');
    const [first] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Download' }).click(),
    ]);
    const files = unzipSync(await readFile((await first.path())!));
    expect(Object.keys(files).map((name) => name.replace(/_r\d+/, ''))).toEqual([
      'quay-wi-fi_110x160mm_clear-acrylic-dark-ground_mirrored.svg',
      'quay-wi-fi_110x160mm_clear-acrylic-dark-ground_base.svg',
      'READ-ME.txt',
    ]);
    const svg = new TextDecoder().decode(Object.values(files)[0]);
    expect(svg).toContain('words “Scan to join Ternquay');
    expect(svg).not.toContain('<text');
  },
);

test('stops words that are dragged into the quiet zone, names them, and moves them out in one click', async ({
  page,
}) => {
  await newPiece(page, 'Slipway board', 'Birch plywood');
  await fill(page, 'Width', '90');
  await fill(page, 'Height', '80');
  await fill(page, 'Code width', '37');
  await page_(page, 'Text and graphics').click();
  await putOn(page, 'Call to action');
  await expect(finding(page, 'quiet-zone')).toHaveAttribute('data-severity', 'fine');
  await fill(page, 'From the top', '72');
  await expect(finding(page, 'quiet-zone')).toHaveAttribute('data-severity', 'fine');

  const before = (await page.getByTestId('thing-words-1').boundingBox())!;
  await drag(page, 'thing-words-1', 0, -60);
  await expect
    .poll(async () => (await page.getByTestId('thing-words-1').boundingBox())!.y)
    .toBeLessThan(before.y - 40);
  const stop = finding(page, 'quiet-zone');
  await expect(stop).toHaveAttribute('data-severity', 'stop');
  await expect(stop).toContainText('words “SCAN ME”');
  await stop
    .getByRole('button', { name: /^Move the words/ })
    .first()
    .click();
  await expect(stop).toHaveAttribute('data-severity', 'fine');
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(stop).toHaveAttribute('data-severity', 'stop');
  await page.reload();
  await expect(finding(page, 'quiet-zone')).toHaveAttribute('data-severity', 'stop');
  await page.keyboard.press('5');
  await expect(page.getByText('blocked', { exact: true }).first()).toBeVisible();
});

test('works the stage by keyboard and by handles, and the numbers say the same', async ({ page }) => {
  await newPiece(page, 'Handled board', 'Birch plywood');
  await fill(page, 'Width', '120');
  await fill(page, 'Height', '90');
  await page_(page, 'Text and graphics').click();
  await putOn(page, 'Words');
  await fill(page, 'From the left', '10');
  await fill(page, 'From the top', '5');
  const thing = page.getByTestId('thing-words-1');
  await thing.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByLabel('From the left', { exact: true })).toHaveValue('11.1');
  await expect(page.getByLabel('From the top', { exact: true })).toHaveValue('5.1');

  const width = Number(await page.getByLabel('Capitals', { exact: true }).inputValue());
  await drag(page, 'size-knob', 40, 6);
  await expect
    .poll(async () => Number(await page.getByLabel('Capitals', { exact: true }).inputValue()))
    .toBeGreaterThan(width * 1.2);

  await thing.focus();
  await page.keyboard.press('t');
  await expect(page.getByLabel('Turn, in °')).toHaveValue('90');
  await page.keyboard.press('n');
  await expect(things(page).getByRole('option', { name: 'code' })).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Shift+N');
  await page.keyboard.press('Delete');
  await expect(things(page).getByRole('option')).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(things(page).getByRole('option')).toHaveCount(2);

  // A drag that ends near the middle of the piece snaps there, and says so.
  await things(page).getByRole('option', { name: /words/ }).click();
  await page.getByLabel('Turn, in °').fill('0');
  await page.getByLabel('Turn, in °').press('Enter');
  await page.getByRole('button', { name: 'Middles in line, one above the other' }).click();
  const centre = async (id: string) => {
    const box = (await page.getByTestId(id).boundingBox())!;
    return Math.round(box.x + box.width / 2);
  };
  // The piece follows the buttons after a moment: what is dragged first must have come to its place.
  await expect.poll(async () => (await centre('thing-words-1')) - (await centre('thing-code-1'))).toBe(0);
  const middle = (await thing.boundingBox())!;
  await drag(page, 'thing-words-1', 40, 0);
  await expect.poll(async () => (await thing.boundingBox())!.x).toBeGreaterThan(middle.x + 30);
  await drag(page, 'thing-words-1', -37, 0);
  await expect.poll(async () => Math.round((await thing.boundingBox())!.x)).toBe(Math.round(middle.x));

  // Guides: a click on the ruler, and its place in millimetres.
  await page.getByTestId('ruler-x').click({ position: { x: 300, y: 10 } });
  await expect(page.getByRole('button', { name: /^Guide at/ })).toHaveCount(1);
  await page.getByRole('button', { name: /^Guide at/ }).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: /^Guide at/ })).toHaveCount(0);
});

test('shows the piece as large as it is, once a bank card was held against the screen', async ({ page }) => {
  await newPiece(page, 'True board', 'Birch plywood');
  await fill(page, 'Width', '50');
  await fill(page, 'Height', '50');
  await page.getByRole('button', { name: 'True size' }).click();
  const card = page.getByTestId('card');
  await expect(card).toBeVisible();
  await page.getByLabel('Width of the card on the screen').fill('428');
  // ISO/IEC 7810, ID-1: 85.60 x 53.98 mm.
  const box = (await card.boundingBox())!;
  expect(box.width / box.height).toBeCloseTo(85.6 / 53.98, 1);
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByTestId('stage-drawing')).toHaveAttribute('data-px-per-mm', '5.0');
  await page.reload();
  await expect(page.getByTestId('finished-marks')).toBeVisible();
  await page.keyboard.press('m');
  await expect(page.getByTestId('stage-drawing')).toHaveAttribute('data-px-per-mm', '5.0');
  await page.keyboard.press('+');
  await expect(page.getByTestId('stage-drawing')).toHaveAttribute('data-px-per-mm', /6\.[23]/);
  await page.keyboard.press('0');
  await expect(page.getByRole('button', { name: 'Whole' })).toHaveAttribute('aria-pressed', 'true');
});

test('takes an outline from a DXF file, and says what is wrong with another', async ({ page }) => {
  await newPiece(page, 'Drawn plate', 'Birch plywood');
  await page_(page, 'Outline').click();
  // A 70 by 50 plate with a hole of 6 mm, in inches (DXF $INSUNITS 1).
  const inch = (mm: number): string => (mm / 25.4).toFixed(6);
  const corners = [
    [0, 0],
    [70, 0],
    [70, 50],
    [0, 50],
  ];
  const dxf = [
    '0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n1\n0\nENDSEC\n0\nSECTION\n2\nENTITIES',
    ...corners.map(([x, y], index) => {
      const [toX, toY] = corners[(index + 1) % 4]!;
      return `0\nLINE\n8\n0\n10\n${inch(x!)}\n20\n${inch(y!)}\n11\n${inch(toX!)}\n21\n${inch(toY!)}`;
    }),
    `0\nCIRCLE\n8\n0\n10\n${inch(6)}\n20\n${inch(44)}\n40\n${inch(3)}`,
    '0\nENDSEC\n0\nEOF\n',
  ].join('\n');
  const choose = (name: string, text: string) =>
    page
      .getByLabel('Outline file')
      .setInputFiles({ name, mimeType: 'image/vnd.dxf', buffer: Buffer.from(text) });
  await choose('plate.dxf', dxf);
  await expect(page.getByText('Now: plate.dxf')).toBeVisible();
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('70');
  await expect(page.getByLabel('Height', { exact: true })).toHaveValue('50');
  await expect(page.getByText('Size when cut: 70.00 mm × 50.00 mm')).toBeVisible();
  // The drawing's hole comes along, and proportions are kept.
  await expect(finding(page, 'piece-holes')).toBeVisible();
  await fill(page, 'Width', '140');
  await expect(page.getByLabel('Height', { exact: true })).toHaveValue('100');

  await choose(
    'open.dxf',
    dxf.replace(/0\nLINE[\s\S]*?(?=0\nLINE)/, '').replace(/0\nCIRCLE[\s\S]*?(?=0\nENDSEC\n0\nEOF)/, ''),
  );
  await expect(page.getByRole('alert')).toContainText(
    'No line of this drawing is closed; the narrowest gap is 70.00 mm',
  );
  await choose('note.txt', 'Two screws, 4 mm.');
  await expect(page.getByRole('alert')).toContainText('neither an SVG nor a DXF');
  await expect(page.getByText('Now: plate.dxf')).toBeVisible();
  await saved(page);
});

test(
  'begins with a template, keeps one of its own, and remembers a stock size',
  { tag: '@long' },
  async ({ page }) => {
    await newPiece(page, 'Templated', 'Birch plywood');
    await page_(page, 'Templates').click();
    await expect(page.getByRole('list', { name: 'Templates' }).getByRole('listitem')).toHaveCount(12);
    await page.getByRole('button', { name: 'Berth plate' }).click();
    await checkReading(page);
    await expect(page.getByTestId('answer-reads')).toHaveAttribute('data-severity', 'fine', {
      timeout: 240_000,
    });
    await expect(page.getByTestId('unfine').getByRole('listitem')).toHaveCount(0);
    await expect(page.getByRole('heading', { name: 'Templated' })).toBeVisible();
    await page_(page, 'Text and graphics').click();
    await expect(things(page).getByRole('option')).toHaveCount(4);

    await page_(page, 'Outline').click();
    await choose(page, 'Stock size', /100 × 60 mm/);
    await expect(page.getByLabel('Width', { exact: true })).toHaveValue('100');
    await fill(page, 'Width', '101.5');
    await page.getByLabel('Name of this size').fill('Offcut');
    await page.getByRole('button', { name: 'Keep as stock' }).click();
    await choose(page, 'Stock size', /^Offcut/);

    await page_(page, 'Templates').click();
    await page.getByLabel('Name of the template').fill('Our berth plate');
    await page.getByRole('button', { name: 'Keep as template' }).click();
    await expect(page.getByText('“Our berth plate” is kept.')).toBeVisible();
    await newPiece(page, 'From our own', 'White vinyl', 'ink-jet');
    await page_(page, 'Templates').click();
    await page.getByRole('button', { name: 'Our berth plate' }).click();
    await page_(page, 'Basics').click();
    await expect(page.getByLabel('Width', { exact: true })).toHaveValue('101.5');
    await expect(pairChoice(page, 'Black anodised aluminium')).toBeChecked();
  },
);

test('has two codes on one piece, each with its own message and limits', async ({ page }) => {
  await newPiece(page, 'Crane plate', 'Black anodised aluminium');
  await fill(page, 'Width', '150');
  await fill(page, 'Height', '60');
  await fill(page, 'Code width', '29');
  await fill(page, 'From the left', '12');
  await page_(page, 'Text and graphics').click();
  await putOn(page, 'Another code');
  await page.getByRole('button', { name: 'Code 2', exact: true }).click();
  await fill(page, 'From the left', '108');
  await page.keyboard.press('Escape');
  await page.keyboard.press('1');
  await fill(page, 'Address', 'https://ternquay.example/crane/how-to-use-it-safely');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Code 1', exact: true }).click();
  await expect(page.getByLabel('Address')).toHaveValue('https://ternquay.example/slipway');
  await expect(finding(page, 'piece-codes')).toBeVisible();
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Code 2', exact: true }).click();
  await expect(page.getByLabel('Address')).toHaveValue('https://ternquay.example/crane/how-to-use-it-safely');

  // Too small a second code is said beside the first, and mended there.
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await page_(page, 'Basics').click();
  await fill(page, 'Code width', '12');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Code 1', exact: true }).click();
  const stop = finding(page, 'module-size').filter({ hasText: 'code 2' });
  await stop
    .getByRole('button', { name: /^Make code 2/ })
    .first()
    .click();
  await expect(stop).toHaveCount(0);
});
