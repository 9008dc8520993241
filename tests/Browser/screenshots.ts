import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { bring, drop, load, settleOldDatabase, signIn, workOut } from './steps';

/*
 * The pictures of docs/screenshots, made from fresh demo data:
 * bin/start --fresh, then SCREENSHOTS=1 npx playwright test
 */
async function shot(page: Page, name: string): Promise<void> {
  await page.waitForTimeout(700);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
}

test('pictures of the main views', async ({ page }) => {
  test.setTimeout(900_000);
  await signIn(page);

  await drop(page, 'demo/beach-clean-up.xlsx');
  await page.locator('.mantine-MultiSelect-input').click();
  await page.getByRole('option', { name: 'Sunday' }).click();
  await expect(page.getByText('114 rows below the header')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Two people in a cell', exact: true }).click();
  await expect(page.locator('.examples').getByText(' & ').first()).toBeVisible();
  await shot(page, 'source');
  await page.getByRole('button', { name: /^Apply all \d+ remedies/ }).click();
  await expect(page.getByRole('button', { name: /^Apply all/ })).toBeHidden();
  await page.getByRole('button', { name: 'Go on to the columns' }).click();
  await page.getByRole('button', { name: /^\d Two people in a cell become two/ }).click();
  await page.getByRole('button', { name: /^Columns/ }).click();
  await page.locator('tr', { hasText: 'T-shirt' }).first().click();
  await page.keyboard.press('l');
  await page.getByRole('button', { name: /^Take all/ }).click();
  await workOut(page);
  await load(page, 'Beach clean-up');

  await bring(page, 'old-database.csv', readFileSync('demo/old-database.csv'));
  await shot(page, 'columns');
  await settleOldDatabase(page);
  await workOut(page);
  await expect(page.getByText(/ held$/).first()).toBeVisible();
  await shot(page, 'checks');
  await page.getByRole('button', { name: /^Go on/ }).click();
  await expect(page.getByText(/^Is row \d+ someone we know\?/)).toBeVisible();
  await shot(page, 'matches');
  await page.getByRole('button', { name: /Go on; unsure rows are held/ }).click();
  await expect(page.getByText(/zero put back: the state is/).first()).toBeVisible();
  await shot(page, 'addresses');
  await page.getByRole('button', { name: /^Accept all/ }).click();
  await page.getByRole('button', { name: 'Go on to the load' }).click();
  await expect(page.getByLabel('Name of the intake')).toBeVisible();
  await shot(page, 'load');
  await load(page, 'Old database');
  await shot(page, 'proof');

  await page.goto('/held');
  await shot(page, 'held');
  await page.goto('/promises');
  await expect(page.getByRole('table')).toBeVisible();
  await shot(page, 'promises');

  await page.goto('/supporters?q=abernathy');
  await page.getByRole('row').nth(1).click();
  await expect(page.getByRole('button', { name: 'origin' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'origin' }).first().click();
  await shot(page, 'supporter');
  await page.goto('/duplicates/certain');
  await page.getByRole('row').filter({ hasText: 'Leif Quintero' }).getByRole('link', { name: 'side by side' }).click();
  await expect(page.getByText('What it has then')).toBeVisible();
  await shot(page, 'merge');
  await page.goto('/duplicates');
  await expect(page.getByRole('heading', { name: /^They become/ })).toBeVisible();
  await shot(page, 'duplicates');
  await page.goto('/totals');
  await expect(page.getByRole('cell', { name: /^gave in 2025 and again/ })).toBeVisible();
  await shot(page, 'totals');
  await page.goto('/batches');
  await page.getByRole('row', { name: /open/ }).getByRole('link').click();
  await page.getByRole('cell', { name: '$75.50' }).click();
  await expect(
    page
      .getByRole('definition')
      .filter({ hasText: '9014' })
      .or(page.getByRole('term').filter({ hasText: 'Waiting in batches' })),
  ).toBeVisible();
  await shot(page, 'batch');
  await page.goto('/connections');
  await page.getByRole('link', { name: 'Skerry Giving', exact: true }).click();
  await page.getByLabel('From').fill('2026-11-10');
  await page.getByRole('button', { name: 'Pull these days' }).click();
  await expect(page.getByText(/It makes \d+ supporters? and \d+ gifts?/)).toBeVisible();
  await shot(page, 'connections');
  await page.goto('/exports');
  await page.getByRole('combobox', { name: 'A row for each' }).click();
  await page.getByRole('option', { name: 'gift', exact: true }).click();
  await page.getByRole('textbox', { name: 'From' }).fill('today-30');
  await page.getByRole('button', { name: 'Save it, to make it again' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Gifts for the bookkeeper');
  await page.getByRole('combobox', { name: 'Made' }).click();
  await page.getByRole('option', { name: 'every week' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.getByRole('button', { name: /^make now/ }).click();
  await expect(page.getByRole('link', { name: /^Take it/ })).toBeVisible();
  await shot(page, 'exports');
  const where = {
    of: [
      { of: 'gifts.given', test: 'over', values: ['100'], within: { from: '2025-01-01', until: '2025-12-31', currency: 'USD' } },
      { of: 'gifts.any', test: 'is blank', values: [], within: { from: '2026-06-01' } },
      { of: 'email', test: 'is filled', values: [], within: {} },
    ],
  };
  await page.goto(`/supporters?where=${encodeURIComponent(JSON.stringify(where))}`);
  await page.getByRole('checkbox', { name: /^Tick all \d+/ }).click();
  await page
    .getByRole('checkbox', { name: /^Tick / })
    .nth(4)
    .click();
  await page.getByRole('button', { name: /^Change \d+$/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('Spring letter');
  await page.getByRole('button', { name: 'and another change' }).click();
  await page.getByRole('combobox', { name: 'What is done' }).last().click();
  await page.getByRole('option', { name: 'Write a value' }).click();
  await page.getByRole('combobox', { name: 'In which field' }).fill('by email');
  await page.getByRole('option', { name: 'May be written to by email', exact: true }).click();
  await page.getByLabel('Value').fill('yes');
  await page.getByRole('button', { name: 'See what it would do' }).click();
  await expect(page.getByRole('columnheader', { name: 'What it would do' })).toBeVisible();
  await shot(page, 'list');
  await page.goto('/mailings');
  await page.getByRole('button', { name: 'A mailing to everyone' }).click();
  await page.getByRole('textbox', { name: 'Name of the mailing' }).fill('Spring letter');
  await page.getByRole('button', { name: 'Gather it' }).click();
  await page
    .getByRole('textbox', { name: 'What it says' })
    .fill('{date}\n\n{envelope}\n{address}\n\nDear {greeting},\n\nthe terns are back.');
  await page.getByRole('button', { name: 'Keep the letter' }).click();
  await expect(page.getByRole('link', { name: 'Letters (PDF)' })).toBeVisible();
  await shot(page, 'mailing');
  await page.goto('/');
  await shot(page, 'today');
});
