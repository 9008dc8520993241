import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { ask, bring, load, looksSound, settle, signIn, workOut } from './steps';

test('a split gift is written, found by its fund, taken back in part and put right', async ({ page }) => {
  await signIn(page);
  await page.goto('/supporters/new');
  await page.getByLabel('First name').fill('Odalys');
  await page.getByLabel('Last name').fill('Quartermain');
  await page.getByRole('button', { name: 'Add this supporter' }).click();
  await page.getByRole('button', { name: 'Add a gift' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Gift date').fill('2026-03-01');
  await form.getByLabel('Gift amount').fill('$100');
  await form.getByRole('button', { name: 'Split it over several funds' }).click();
  await form.getByLabel('Amount of part 1').fill('60');
  await form.getByLabel('Gift fund of part 1').fill('General fund');
  await form.getByLabel('Amount of part 2').fill('50');
  await form.getByLabel('Gift fund of part 2').fill('Puffin nursery');
  await expect(form.getByText('10.00 too much')).toBeVisible();
  await form.getByRole('button', { name: 'Add the gift' }).click();
  await expect(form.getByText('The parts come to 110.00, and the gift is 100.00', { exact: false })).toBeVisible();
  await form.getByLabel('Amount of part 2').fill('');
  await form.getByRole('button', { name: 'Add the gift' }).click();
  await expect(form).toBeHidden();

  await page.getByRole('link', { name: '2026-03-01' }).click();
  await expect(page.getByRole('row', { name: /\$40\.00 Puffin nursery/ })).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: 'Take back or correct' }).click();
  const back = page.getByRole('dialog');
  await back.getByLabel('How much goes back').fill('120');
  await back.getByLabel('Why').fill('Charged twice');
  await back.getByRole('button', { name: 'Take it back' }).click();
  await expect(back.getByText('More goes back than is left of the gift: USD 100.00', { exact: false })).toBeVisible();
  await back.getByLabel('How much goes back').fill('25');
  await expect(back.getByText('With this it comes to $75.00.', { exact: false })).toBeVisible();
  await back.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.locator('.equations')).toContainText('$75.00is left=$100.00given−$25.00went back');

  await page.getByRole('button', { name: 'Take back or correct' }).click();
  await back.getByText('The amount was wrong').click();
  await back.getByLabel('What it should be').fill('80');
  await back.getByLabel('Why').fill('The check was 105');
  await back.getByRole('button', { name: 'Correct it' }).click();
  await expect(page.locator('.equations')).toContainText('$80.00is left');
  await page.getByRole('link', { name: 'Odalys Quartermain' }).click();
  await expect(page.getByText('1 gift, $80.00 in all')).toBeVisible();

  await page.goto('/gifts?status=corrected');
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByRole('combobox', { name: 'Another column' }).fill('What became');
  await page.getByRole('option', { name: 'What became of it' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('columnheader', { name: 'What became of it' })).toBeVisible();
  await expect(page.getByRole('cell', { name: 'corrected', exact: true }).first()).toBeVisible();

  // Gifts are searched for by their own fields and by whose they are, and put in order by any column.
  await page.goto('/gifts');
  await ask(page, 'whose …', 'Gift amount', async () => {
    await page.getByRole('textbox', { name: 'Value' }).fill('60');
  });
  await expect(page.getByRole('button', { name: 'whose amount is over 60.00 USD' })).toBeVisible();
  await ask(page, 'and …', 'Last name', async () => {
    await page.getByRole('combobox', { name: 'Values' }).fill('Quartermain');
    await page.keyboard.press('Enter');
  });
  await expect(page.getByRole('button', { name: 'of supporters whose last name is Quartermain' })).toBeVisible();
  await page.getByRole('columnheader', { name: 'Amount' }).getByRole('button').click();
  await expect(page.getByRole('columnheader', { name: /Amount/ })).toHaveAttribute('aria-sort', 'descending');
  await expect(page.getByRole('link', { name: 'Quartermain, Odalys' })).toBeVisible();
  await looksSound(page);
});

test('card charges come in with their parts, and money that went back finds its charge', async ({ page }) => {
  await signIn(page);
  await bring(page, 'card-charges.csv', readFileSync('demo/card-charges.csv'));
  await settle(page);
  await workOut(page);
  // One refund is of a charge that nobody knows; all others find theirs, though they stand above them.
  await expect(page.getByRole('button', { name: /Money that goes back, and no gift of theirs that it goes back of/ })).toBeVisible();
  await load(page, 'Card charges');
  await page.goto('/gifts?status=taken%20back');
  await expect(page.getByRole('row', { name: /2026-06-17.*Pettibone, Silas/ })).toBeVisible();
  await page
    .getByRole('row', { name: /Pettibone, Silas/ })
    .getByRole('link')
    .first()
    .click();
  await expect(page.locator('.equations')).toContainText('$0.00is left=$250.00given−$250.00went back');
  await expect(page.getByText('Charged twice', { exact: false })).toBeVisible();
  await expect(page.getByRole('link', { name: /^row \d+$/ })).toBeVisible();
});
