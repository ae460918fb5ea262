/** What several end-to-end tests do. */
import type { Page } from '@playwright/test';

export async function chooseKind(page: Page, name: string): Promise<void> {
  await page.locator('.kind').click();
  await page.getByRole('option', { name, exact: true }).click();
}
