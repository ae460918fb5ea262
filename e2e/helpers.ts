/** What several end-to-end tests do. */
import type { Page } from '@playwright/test';

export async function chooseKind(page: Page, name: string): Promise<void> {
  await page.locator('.kind').click();
  await page.getByRole('option', { name, exact: true }).click();
}

/** Tests where nothing is checked by itself ask for it (fixtures.ts). */
export async function checkReading(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Check whether it reads' }).click();
}

/** Of a list that opens. */
export async function choose(page: Page, list: string, option: string | RegExp): Promise<void> {
  // What is chosen lies over the field.
  await page.getByRole('combobox', { name: list, exact: true }).click({ force: true });
  await page.getByRole('option', { name: option }).click();
}

/** On the piece, from the menu of its page. */
export async function putOn(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Put on' }).click();
  await page.getByRole('menuitem', { name, exact: true }).click();
}
