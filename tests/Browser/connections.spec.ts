import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
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
  await expect(page.getByRole('columnheader', { name: 'donor.email' })).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: 'Discard the changes' }).click();

  await page.getByLabel('From').fill('2026-11-15');
  await page.getByRole('button', { name: 'Pull these days' }).click();
  const latest = page.locator('.pull').first();
  await expect(latest.getByText(/It makes \d+ supporters? and \d+ gifts?/)).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: 'Load what is sure' }).click();
  await expect(latest.getByRole('link', { name: 'loaded' })).toBeVisible();
  await expect(latest.getByText(/It made \d+ supporters? and \d+ gifts?/)).toBeVisible();

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
  await expect(latest.getByText('gone back')).toBeVisible();
  await expect(latest.getByText(/It makes 1 supporter and 1 gift,/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Load what is sure' })).toBeVisible();
  await page.keyboard.press('l');
  await expect(latest.getByText(/It made 1 supporter and 1 gift,/)).toBeVisible();

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

test('a platform is connected with its keys, what it brings is posted as a batch, and a gift of it goes back after that', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/connections');
  await page.getByRole('link', { name: 'Skerry Giving', exact: true }).click();
  await page.getByRole('button', { name: 'How it is connected' }).click();
  const address = await page.getByLabel('Address of its list of gifts').inputValue();
  const carried = JSON.parse(readFileSync('demo/skerry-giving.json', 'utf8')) as { name: string; form: { address: string } };
  carried.name = 'Puffin Till';
  carried.form.address = address;

  await page.goto('/connections');
  await page.locator('input[type=file]').setInputFiles({
    name: 'puffin-till.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(carried)),
  });
  await expect(page.getByLabel('Name of the system')).toHaveValue('Puffin Till');
  await page.getByRole('button', { name: 'Connect the system' }).click();
  await expect(page.getByText('Give the key with which its notices are signed.')).toBeVisible();
  await page.getByLabel('Key', { exact: true }).fill('skerry-made-up-key');
  await page.getByLabel('Key that they are signed with').fill('puffin-till-notices');
  await looksSound(page);
  await page.getByRole('button', { name: 'Connect the system' }).click();
  await expect(page.getByRole('heading', { name: 'Puffin Till' })).toBeVisible();

  const platform = address.replace('/v1/charges', '');
  await page.goto(platform);
  await page.getByLabel('First name').fill('Leopold');
  await page.getByLabel('Last name').fill('Ashgrovehurst');
  await page.getByLabel('Email').fill('leopold@example.org');
  await page.getByLabel('Amount', { exact: true }).fill('61.25');
  await page.getByRole('button', { name: 'Give' }).click();
  await expect(page.getByText('Leopold Ashgrovehurst')).toBeVisible();

  const pull = async () => {
    await page.goto('/connections');
    await page.getByRole('link', { name: 'Puffin Till', exact: true }).click();
    await page.getByLabel('From').fill(new Date(Date.now() - 86_400_000).toISOString().slice(0, 10));
  };
  const latest = page.locator('.pull').first();
  await pull();
  await page.getByRole('combobox', { name: 'Gifts' }).click();
  await page.getByRole('option', { name: /^wait in Puffin Till/ }).click();
  await page.getByRole('button', { name: 'Pull these days' }).click();
  await expect(latest.getByText(/gifts? waits? in Puffin Till/)).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: 'Load what is sure' }).click();
  await expect(latest.getByRole('link', { name: 'loaded' })).toBeVisible();

  await page.goto('/batches');
  await page.getByRole('link', { name: /^Puffin Till/ }).click();
  await expect(page.getByText('Ashgrovehurst').first()).toBeVisible();
  await page.getByRole('button', { name: 'Ready to post' }).click();
  await page.getByRole('button', { name: /^Post \d+ gifts?$/ }).click();
  await page.getByRole('dialog').getByLabel('Why').fill('The platform does not say what to expect');
  await page.getByRole('button', { name: 'Post it so' }).click();
  await expect(page.getByText('Posted though it differs', { exact: false })).toBeVisible();

  await page.goto(platform);
  const given = page.getByRole('row').filter({ hasText: 'Leopold Ashgrovehurst' });
  await given.getByRole('button', { name: 'Take back' }).click();
  await expect(given).toContainText('refunded');
  await pull();
  await page.getByRole('button', { name: 'Pull these days' }).click();
  await expect(latest.getByText('gone back')).toBeVisible();
  await page.getByRole('button', { name: 'Load what is sure' }).click();
  await expect(latest.getByRole('link', { name: 'loaded' })).toBeVisible();
  await page.goto('/gifts');
  await page.getByPlaceholder("Supporter's name, email, phone or old id").fill('Ashgrovehurst');
  await expect(page.getByText('1 gift, 1 that takes one back or corrects it, $0.00', { exact: false })).toBeVisible();
});
