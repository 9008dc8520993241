import { expect, test } from '@playwright/test';
import { ask, looksSound, signIn } from './steps';

test('gifts of a giving platform are pulled, reviewed and loaded; what is given and taken back there arrives with the next pull', async ({
  page,
}) => {
  await signIn(page);
  await page.getByRole('link', { name: 'Connections', exact: true }).click();
  await page.getByRole('link', { name: 'Skerry Giving', exact: true }).click();
  await looksSound(page);

  // How it is connected, with a look at a real answer; the key is not shown.
  await page.getByRole('button', { name: 'How it is connected' }).click();
  const platform = (await page.getByLabel('Address of its list of gifts').inputValue()).replace('/v1/charges', '');
  await expect(page.getByLabel('Key', { exact: true })).toHaveValue('');
  await page.getByRole('button', { name: 'Look', exact: true }).click();
  await expect(page.getByRole('columnheader', { name: 'donor.email' })).toBeVisible({ timeout: 30_000 });
  await looksSound(page);
  await page.getByRole('button', { name: 'Discard the changes' }).click();

  await page.getByLabel('From').fill('2026-11-15');
  await page.getByRole('button', { name: 'Pull these days' }).click();
  const latest = page.locator('.pull').first();
  await expect(latest.getByText(/It makes \d+ supporters? and \d+ gifts?/)).toBeVisible({ timeout: 60_000 });
  await looksSound(page);
  await latest.getByRole('link', { name: 'Review and load' }).click();
  await page.getByRole('button', { name: /^Load / }).click();
  await expect(page).toHaveURL(/\/proof$/);
  await expect(page.getByText('balances').first()).toBeVisible({ timeout: 60_000 });

  // On the platform's own page someone gives, and another gift is taken back.
  await page.goto(platform);
  await page.getByLabel('First name').fill('Wilhelmina');
  await page.getByLabel('Last name').fill('Saltonstall');
  await page.getByLabel('Email').fill('wilhelmina@example.org');
  await page.getByLabel('Amount', { exact: true }).fill('31.50');
  await page.getByRole('button', { name: 'Give' }).click();
  await expect(page.getByText('Wilhelmina Saltonstall').first()).toBeVisible();
  const given = page.getByRole('row').filter({ hasText: 'succeeded' }).nth(1);
  const number = await given.getByRole('cell').first().innerText();
  await given.getByRole('button', { name: 'Take back' }).click();
  await expect(page.getByRole('row').filter({ hasText: number })).toContainText('refunded');

  await page.goto('/connections');
  await page.getByRole('link', { name: 'Skerry Giving', exact: true }).click();
  await page.getByLabel('From').fill('2026-11-15');
  await page.getByRole('button', { name: 'Pull these days' }).click();
  await expect(latest.getByText('gone back')).toBeVisible({ timeout: 60_000 });
  await expect(latest.getByText(/It makes 1 supporter and 1 gift,/)).toBeVisible({ timeout: 60_000 });
  await latest.getByRole('link', { name: 'Review and load' }).click();
  await page.getByRole('button', { name: /^Load / }).click();
  await expect(page).toHaveURL(/\/proof$/);

  // The gift is found with its id there, and so is what took it back.
  await page.goto('/gifts');
  await ask(page, 'whose …', 'Gift id in the other system', async () => {
    await page.getByRole('combobox', { name: 'What is asked' }).click();
    await page.getByRole('option', { name: 'begins with' }).click();
    await page.getByRole('textbox', { name: 'Value' }).fill(number);
  });
  await expect(page.getByText('1 gift, 1 that takes one back or corrects it, $0.00', { exact: false })).toBeVisible();
  await expect(page.getByText('went back')).toHaveCount(1);
  await page.goto('/supporters?q=saltonstall');
  await expect(page.getByRole('link', { name: 'Saltonstall, Wilhelmina' })).toBeVisible();
});
