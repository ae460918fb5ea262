/** Shapes, colours and logos: hostile and huge files, what they cost, variants, house styles, and files that read. */
import { choose, pickPair } from './helpers';
import { expect, test, type Page } from './fixtures';
import { encode } from 'fast-png';
import { readFile } from 'node:fs/promises';

const finding = (page: Page, code: string) => page.getByTestId(`finding-${code}`);
const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('saved');

/** A sticker on white vinyl, printed in colour, with the style station open on a page. */
async function newSticker(page: Page, name: string, stylePage: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: /New job/ }).click();
  await page
    .getByLabel('Address')
    .fill(`https://ternquay.example/${name.toLowerCase().replaceAll(' ', '-')}`);
  await page.getByLabel('Name').fill(name);
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: stylePage, exact: true }).click();
}

const upload = (page: Page, name: string, mimeType: string, buffer: Buffer) =>
  page.getByLabel('Logo file').setInputFiles({ name, mimeType, buffer });

test('a hostile drawing is taken without its scripts; one with entities is refused', async ({ page }) => {
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  page.on('dialog', () => asked.push('a dialog'));
  await newSticker(page, 'Hostile crest', 'Logo');
  const hostile = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 20" onload="alert(1)">
    <script>alert(2)</script><style>@import url(http://far.example/a.css);</style>
    <image href="http://far.example/spy.png" width="5" height="5"/>
    <foreignObject width="9" height="9"><iframe src="http://far.example"/></foreignObject>
    <circle cx="10" cy="10" r="9"/></svg>`;
  await upload(page, 'crest.svg', 'image/svg+xml', Buffer.from(hostile));
  await expect(
    page.getByText('Removed from the file: external references, foreign objects, scripts, style imports.'),
  ).toBeVisible();
  await expect(finding(page, 'covered-patterns')).toBeVisible();
  await upload(
    page,
    'crest.svg',
    'image/svg+xml',
    Buffer.from(
      '<!DOCTYPE svg [<!ENTITY a "aa"><!ENTITY b "&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg">&b;</svg>',
    ),
  );
  await expect(page.getByRole('alert')).toContainText('entities');
  // The drawing from before is still there, after a reload too, and nothing was asked for elsewhere.
  await saved(page);
  await page.reload();
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Logo', exact: true }).click();
  await expect(page.getByText('crest.svg')).toBeVisible();
  expect(asked.filter((url) => url.includes('far.example') || url === 'a dialog')).toEqual([]);
});

test('a giant picture is refused with its size; one with a clear ground keeps only what is drawn', async ({
  page,
}) => {
  await newSticker(page, 'Picture logo', 'Logo');
  // 12,000 × 12,000 pixels in a file of a few bytes: the header alone says so.
  const giant = Buffer.from(encode({ width: 1, height: 1, data: new Uint8Array(4), channels: 4 }));
  giant.writeUInt32BE(12_000, 16);
  giant.writeUInt32BE(12_000, 20);
  await upload(page, 'giant.png', 'image/png', giant);
  await expect(page.getByRole('alert')).toContainText(
    '12000 × 12000 pixels, 144 million; at most 50 million',
  );
  await upload(page, 'notes.txt', 'text/plain', Buffer.from('low water at noon'));
  await expect(page.getByRole('alert')).toContainText('neither an SVG drawing nor a picture');

  // A dark disc on a transparent ground.
  const side = 160;
  const data = new Uint8Array(side * side * 4);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++)
      if (Math.hypot(x - side / 2, y - side / 2) < 70) data.set([20, 56, 92, 255], (y * side + x) * 4);
  await upload(
    page,
    'disc.png',
    'image/png',
    Buffer.from(encode({ width: side, height: side, data, channels: 4 })),
  );
  await expect(page.getByText('disc.png')).toBeVisible();
  await expect(finding(page, 'budget')).toContainText(' of ');
  // Printed as it is; in one ink it is traced to paths.
  await page.getByText('Print it in its own colours').click();
  await saved(page);
  await page.keyboard.press('Escape');
  await page.keyboard.press('5');
  const download = page.waitForEvent('download');
  await page
    .getByRole('button', { name: /^Save|Download|SVG/ })
    .first()
    .click();
  const svg = await readFile((await (await download).path())!, 'utf8');
  expect(svg).not.toContain('<image');
  expect(svg).toMatch(/data-label="logo"[^>]*><path d="M[^"]*A/);
});

test('a logo that is too large is stopped, shown block by block, and mended in one click', async ({
  page,
}) => {
  await newSticker(page, 'Anchor sticker', 'Logo');
  await page.getByRole('radio', { name: 'icon' }).click();
  await page.getByRole('button', { name: 'anchor', exact: true }).click();
  await expect(page.getByText('codewords in the worst block')).toBeVisible();
  const size = page.getByLabel('Size, in %');
  await size.fill('45');
  await size.press('Enter');
  await expect(finding(page, 'budget')).toHaveAttribute('data-severity', 'stop');
  await expect(page.getByRole('button', { name: /Largest safe size/ }).first()).toBeVisible();
  await page
    .getByRole('button', { name: /Largest safe size/ })
    .first()
    .click();
  await expect(finding(page, 'budget')).toHaveAttribute('data-severity', 'fine');
  await page.getByRole('button', { name: 'Search masks and versions' }).click();
  await page.getByRole('button', { name: 'use', exact: true }).first().click();
  await expect(finding(page, 'budget')).toHaveAttribute('data-severity', 'fine');
  // Yesterday's logo goes with one click, and comes back with one step.
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(finding(page, 'covered-patterns')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(finding(page, 'covered-patterns')).toBeVisible();
});

test('colours that are too light are stopped and darkened until they pass, and the file reads', async ({
  page,
}) => {
  await newSticker(page, 'Painted sticker', 'Colours');
  await page
    .getByRole('radiogroup', { name: 'Paint of the modules' })
    .getByRole('radio', { name: 'solid' })
    .click();
  await page.getByRole('button', { name: 'Paint of the modules: #14385c' }).click();
  const panel = page.getByTestId('colour-panel');
  await panel.getByLabel('HSL').fill('hsl(46 95% 88%)');
  await panel.getByLabel('HSL').press('Enter');
  await expect(finding(page, 'contrast')).toHaveAttribute('data-severity', 'stop');
  await panel.getByLabel('Hex').fill('no colour');
  await panel.getByLabel('Hex').press('Enter');
  await expect(panel.getByRole('alert')).toContainText('“no colour” is not a colour');
  // All are as pale, so none is named the weakest.
  await expect(page.getByTestId('weakest')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Darken the modules until it passes' }).first().click();
  await expect(finding(page, 'contrast')).toHaveAttribute('data-severity', 'fine');
  await saved(page);
  await page.keyboard.press('p');
  await expect(page.getByTestId('verdict')).toContainText('20 of 20', { timeout: 240_000 });
  await expect(page.getByTestId('verdict')).toContainText('every reader of the panel is prompt');
});

test('colours are not offered where they would do nothing', async ({ page }) => {
  await newSticker(page, 'Wood tag', 'Colours');
  await expect(page.getByRole('radiogroup', { name: 'Paint of the modules' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await pickPair(page, 'Birch plywood');
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Colours', exact: true }).click();
  await expect(page.getByText('makes one kind of mark')).toBeVisible();
  await expect(page.getByRole('radiogroup', { name: 'Paint of the modules' })).toHaveCount(0);
});

test('variants lie side by side, are read, mixed and kept, and survive a reload', async ({ page }) => {
  await newSticker(page, 'Variant sticker', 'Variants');
  await page.getByRole('button', { name: 'Set this look aside' }).click();
  await page.getByRole('button', { name: 'Looks', exact: true }).click();
  await page.getByRole('button', { name: /^Porthole/ }).click();
  await page.getByRole('button', { name: 'Variants', exact: true }).click();
  await page.getByRole('button', { name: 'Set this look aside' }).click();
  const cards = page.getByTestId('variant');
  await expect(cards).toHaveCount(2);
  await expect(cards.first().getByTestId('variant-reading')).toContainText('read by all', {
    timeout: 240_000,
  });
  await expect(cards.nth(1).getByTestId('variant-reading')).toContainText('not read by all', {
    timeout: 240_000,
  });
  await cards.first().getByRole('button', { name: 'Mix' }).click();
  await cards.nth(1).getByRole('button', { name: 'with this' }).click();
  await expect(cards).toHaveCount(3);
  await saved(page);
  await page.reload();
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Variants', exact: true }).click();
  await expect(cards).toHaveCount(3);
  await cards.first().getByRole('button', { name: 'Keep' }).click();
  await expect(cards.first().getByRole('button', { name: 'on the bench' })).toBeVisible();
});

test(
  'a house style is kept, begins new jobs of its collection, and dresses many jobs at once',
  { tag: '@long' },
  async ({ page }) => {
    await newSticker(page, 'First float', 'Looks');
    await page.keyboard.press('1');
    await page.getByLabel('Collection').fill('Floats');
    await page.keyboard.press('Escape');
    await page.keyboard.press('2');
    await page.getByRole('button', { name: /^Leaf/ }).click();
    await page.getByLabel('Name of the house style').fill('Float style');
    await page.getByRole('button', { name: 'Save this look' }).click();
    await expect(page.getByText('Kept as “Float style”.')).toBeVisible();
    await page
      .getByTestId('house-style')
      .filter({ hasText: 'Float style' })
      .getByRole('button', { name: 'New jobs in Floats' })
      .click();
    await saved(page);

    await page.goto('/');
    await page.getByRole('button', { name: /Floats/ }).click();
    await expect(page.getByText('in float style').first()).toBeVisible();
    await page.getByRole('button', { name: /New job/ }).click();
    await page.getByLabel('Address').fill('https://ternquay.example/float/2');
    await expect(page.getByText('float style').first()).toBeVisible();
    await saved(page);

    await page.goto('/');
    await page.getByLabel('Search').fill('First float');
    await page.getByRole('button', { name: 'Select all' }).click();
    await page.getByRole('button', { name: 'Style…' }).click();
    await choose(page, 'Style', 'Porthole (shapes only)');
    const row = page.getByTestId('restyled');
    await expect(row).toContainText('Finder corners');
    await page.getByRole('button', { name: 'Change 1 job' }).click();
    await expect(page.getByText(/1 job in the style/)).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('link', { name: /First float/ }).click();
    await expect(page.getByText('float style').first()).toBeVisible();
  },
);

test('a logo is drawn by the modules themselves in one click, without error correction, and put over them again', async ({
  page,
}) => {
  await newSticker(page, 'Drawn anchor', 'Logo');
  await page.getByRole('radio', { name: 'icon' }).click();
  await page.getByRole('button', { name: 'anchor', exact: true }).click();
  await expect(page.getByText(/codewords in the worst block/)).toBeVisible();
  await page.getByRole('radio', { name: 'by modules' }).click();
  const match = page.getByTestId('picture-match');
  await expect(match).toHaveText(/\d+ % of the picture/);
  const share = async (): Promise<number> => Number.parseInt((await match.textContent())!, 10);
  const before = await share();
  await page.getByTestId('picture-choices').getByRole('button', { name: 'use' }).last().click();
  await expect.poll(share).toBeGreaterThan(before);
  await page.reload();
  await page.getByRole('button', { name: 'Logo', exact: true }).click();
  await expect(page.getByRole('radio', { name: 'by modules' })).toBeChecked();
  await page.getByRole('radio', { name: 'laid over the code' }).click();
  await expect(page.getByText(/codewords in the worst block/)).toBeVisible();
});

test(
  'all ways to draw a logo lie side by side with what readers make of them; what matters is brushed; digits are shown in full',
  { tag: '@long' },
  async ({ page }) => {
    await newSticker(page, 'All ways', 'Logo');
    await page.getByRole('radio', { name: 'icon' }).click();
    await page.getByRole('button', { name: 'anchor', exact: true }).click();
    await page.getByRole('button', { name: 'Compare them…' }).click();
    const ways = page.getByRole('dialog', { name: 'Ways to draw the logo' });
    for (const by of ['knock-out', 'free-bits', 'half-tone', 'both'])
      await expect(ways.getByTestId(`reads-${by}`)).toHaveText(/read by all/, { timeout: 240_000 });
    await expect(ways.getByTestId('way-knock-out')).toContainText('On the bench now.');
    await ways.getByTestId('way-both').getByRole('button', { name: 'Use this' }).click();
    await expect(ways).toBeHidden();
    await expect(page.getByRole('radio', { name: 'by both' })).toBeChecked();
    await expect(page.getByTestId('picture-match')).toHaveText(/% of the picture, \d+ % by whole modules/);

    await page.getByRole('button', { name: 'What matters of it…' }).click();
    const dialog = page.getByRole('dialog', { name: 'What matters of the picture' });
    const map = dialog.getByTestId('wishes');
    await expect(map).toBeFocused();
    await expect(map).toHaveAttribute('aria-busy', 'false');
    const met = dialog.getByTestId('wishes-met');
    const before = await met.textContent();
    await dialog.getByRole('radio', { name: 'free' }).click();
    await map.hover({ position: { x: 200, y: 260 } });
    await page.mouse.down();
    await map.hover({ position: { x: 320, y: 260 } });
    await page.mouse.up();
    await expect(met).not.toHaveText(before!);
    await map.focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press(' ');
    await dialog.getByRole('button', { name: 'Clear' }).click();
    await expect(met).toHaveText(before!);
    await page.keyboard.press('Escape');
    await expect(dialog).toBeHidden();

    await page.getByRole('radio', { name: 'digits after #' }).click();
    await expect(page.getByTestId('with-tail')).toContainText(
      /#\d{12,}, which leads where the address leads/,
    );
    await page.reload();
    await page.getByRole('button', { name: 'Logo', exact: true }).click();
    await expect(page.getByTestId('with-tail')).toBeVisible();
  },
);
