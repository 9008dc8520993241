import { expect, type Page, test } from '@playwright/test';
import { bring, load, looksSound, settle, signIn, workOut } from './steps';

async function setCountry(page: Page, country: string): Promise<void> {
  await page.goto('/standards/organization');
  await page.getByRole('combobox', { name: 'Country' }).fill(country);
  await page.getByRole('option', { name: country, exact: true }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(/^Saved/)).toBeVisible();
}

test('what came in under a wrong country is read again, taken over as one, taken back, and left', async ({ page }) => {
  await signIn(page);
  await bring(
    page,
    'harbor-lane.csv',
    'First name,Last name,Street,City\nOona,Featherly,12 King Street,Ludlow\nPiers,Gannetson,3 North Avenue,Ludlow\n',
  );
  await settle(page);
  await workOut(page);
  await page.getByRole('navigation', { name: 'Stages of this intake' }).getByRole('link', { name: 'Addresses', exact: true }).click();
  await page.getByRole('button', { name: /^Accept all/ }).click();
  await expect(page.getByRole('button', { name: /^Accept all/ })).toBeHidden();
  await load(page, 'Harbor Lane');
  await setCountry(page, 'United Kingdom');

  await page.getByRole('link', { name: /^Intakes/ }).click();
  await page.getByRole('link', { name: 'What would be read differently today' }).click();
  await page.getByRole('button', { name: 'Read the sources again' }).click();
  const row = page.getByRole('row', { name: /Oona Featherly/ });
  await expect(row).toContainText('12 King St → 12 King Street');
  await looksSound(page);

  await row.getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Take over the 1 picked' }).click();
  await expect(page.getByRole('status').filter({ hasText: '1 value was taken over.' })).toBeVisible();
  await expect(row).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('1 record is as before.')).toBeVisible();
  await expect(row).toBeVisible();
  await page.getByRole('button', { name: /^Take over all 2/ }).click();
  await expect(page.getByText('2 values were taken over.')).toBeVisible();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  // Each page has a quick search of its own: wait for that of the page that comes.
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await page.getByLabel('Find a supporter').fill('Gannetson');
  await page.getByRole('option', { name: /Gannetson/ }).click();
  await expect(page.getByText('3 North Avenue')).toBeVisible();

  await setCountry(page, 'United States');
  await page.goto('/intakes/again');
  await page.getByRole('button', { name: 'Read the sources again' }).click();
  await expect(page.getByText(/^last read/)).toBeVisible();
});
