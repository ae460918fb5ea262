/** What several end-to-end tests do. */
import { expect, type Page } from '@playwright/test';
import { newSeries, type SeriesDocument } from '../src/core/series';

export async function chooseKind(page: Page, name: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Kind of message' })
    .getByRole('button', { name, exact: true })
    .click();
}

/** The id of a job on the shelf. */
export async function idOfJob(page: Page, name: string): Promise<string> {
  const answer = await page.request.get(`/api/shelf?words=${encodeURIComponent(name)}`);
  const { jobs } = (await answer.json()) as { jobs: { id: string; name: string }[] };
  return (jobs.find((job) => job.name === name) ?? jobs[0])!.id;
}

/** A job on the bench, by its address. */
export async function openJob(page: Page, name: string): Promise<void> {
  await page.goto(`/jobs/${await idOfJob(page, name)}/message`);
  await expect(page.getByRole('heading', { name })).toBeVisible();
  await expect(page.getByTestId('finished-marks').first()).toBeVisible();
}

/** A copy of a job of the demo on the bench, for tests that change it: others look at the same shelf. */
export async function openCopy(page: Page, name: string, copy: string): Promise<void> {
  const id = await idOfJob(page, name);
  const { document } = (await (await page.request.get(`/api/jobs/${id}`)).json()) as { document: object };
  const made = await page.request.post('/api/jobs', { data: { document: { ...document, name: copy } } });
  expect(made.status()).toBe(201);
  await openJob(page, copy);
}

/** Tests where nothing is checked by itself ask for it (fixtures.ts). */
export async function checkReading(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Check whether it reads' }).click();
}

/** Of a list that opens. */
export async function choose(page: Page, list: string, option: string | RegExp): Promise<void> {
  // What is chosen lies over the field.
  const [field, wanted] = [
    page.getByRole('combobox', { name: list, exact: true }),
    page.getByRole('option', { name: option }),
  ];
  // A page that is still at work can miss the click that opens the list, and a list that is still closing is seen.
  await expect(async () => {
    if (!(await wanted.isVisible())) await field.click({ force: true });
    await wanted.click({ timeout: 1500 });
  }).toPass({ timeout: 240_000 });
}

/** On the piece, from the menu of its page. */
export async function putOn(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name, exact: true }).click();
}

/** A material with a machine that marks it, found by its name as a person would. */
export async function pickPair(page: Page, material: string, machine = 'laser'): Promise<void> {
  await page.getByLabel('Search materials and machines').fill(material);
  await pairChoice(page, material, machine).click();
  await page.getByLabel('Search materials and machines').fill('');
}

export const pairChoice = (page: Page, material: string, machine = 'laser') =>
  page.getByRole('radio', { name: new RegExp(`^${material}\\s*${machine} ·`) });

/** A series of a table with one column, whose rows become the address as `text` says. */
export const addressSeries = (column: string, rows: readonly string[], text: string): SeriesDocument =>
  newSeries(
    { kind: 'table', name: 'rows.csv', columns: [column], rows: rows.map((row) => [row]) },
    { match: [{ target: { on: 'message', field: 'address' }, text }] },
  );
