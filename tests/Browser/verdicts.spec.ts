import { expect, test } from '@playwright/test';
import { bring, decide, load, looksSound, settle, signIn, workOut } from './steps';

test('an intake with every verdict: who is known, who perhaps, who is new, and what each of them does', async ({ page }) => {
  await signIn(page);
  await bring(
    page,
    'register.csv',
    'First name,Last name,Email,Home phone\nGudrun,Avocetter,gudrun@example.org,207-555-0171\nThaddeus,Dunlinson,thaddeus@example.org,207-555-0172\n',
  );
  await settle(page);
  await workOut(page);
  await load(page, 'Register');

  // One by one: known, perhaps known (no first name), nobody we know, and one for whom something is wrong.
  await bring(
    page,
    'autumn.csv',
    [
      'First name,Last name,Email,Home phone,Gift date,Amount',
      'Gudrun,Avocetter,gudrun@example.org,207-555-0188,2025-10-01,20',
      ',Dunlinson,thaddeus@example.org,,2025-10-02,30',
      'Ysolde,Phalarope,ysolde@example.org,,2025-10-03,40',
      'Nameless,,,,2025-10-04,50',
    ].join('\n'),
  );
  await settle(page);
  await workOut(page);
  await page.getByRole('navigation', { name: 'Stages of this intake' }).getByRole('link', { name: 'Matches', exact: true }).click();
  await expect(page.getByText('unsure 1', { exact: true })).toBeVisible();
  await expect(page.getByText('known 1', { exact: true })).toBeVisible();
  await expect(page.getByText('new 1', { exact: true })).toBeVisible();
  await expect(page.getByText('everyone in the database, and the rows above')).toBeVisible();
  await looksSound(page);

  // What a verdict does: the phone that comes in becomes primary, nobody new is added, unsure rows are asked about.
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await page.getByRole('combobox', { name: 'Phones' }).click();
  await page.getByRole('option', { name: 'becomes primary, the old one former' }).click();
  await page.getByLabel('Ask before anything is loaded').click();
  await page.getByLabel('Leave the row out').click();
  await looksSound(page);
  await page.getByRole('button', { name: 'Work the rows out this way' }).click();
  await expect(page.getByText('nothing is loaded before you decide')).toBeVisible();
  await expect(page.getByText('new 0', { exact: true })).toBeVisible();
  await expect(page.getByText(/phones: becomes primary, the old one former/)).toBeVisible();

  // It is asked, and nothing is loaded before it is answered.
  await page.getByRole('navigation', { name: 'Stages of this intake' }).getByRole('link', { name: 'Load', exact: true }).click();
  await page.getByLabel('Name of the intake').fill('Autumn');
  await page.getByRole('button', { name: /^Load / }).click();
  await expect(page.getByText(/One row is unsure, and this intake asks before anything is loaded/)).toBeVisible();
  await page.getByText('left out 1', { exact: true }).click();
  await expect(page.getByText('Nobody we know, and this intake adds no one new')).toBeVisible();

  await page.getByRole('navigation', { name: 'Stages of this intake' }).getByRole('link', { name: 'Matches', exact: true }).click();
  await decide(page, 's');
  await expect(page.getByText('known 2', { exact: true })).toBeVisible();
  await load(page, 'Autumn');
  await expect(page.getByText('held').first()).toBeVisible();

  await page.goto('/supporters?q=gudrun');
  await page.getByRole('row').nth(1).click();
  await expect(page.getByText('(207) 555-0188')).toBeVisible();
  await expect(page.getByText('former', { exact: true })).toBeVisible();
  await page.goto('/supporters?q=ysolde');
  await expect(page.getByText('Nobody is found')).toBeVisible();
});

test('a file is compared with those of a saved search alone', async ({ page }) => {
  await signIn(page);
  await bring(
    page,
    'two.csv',
    'First name,Last name,Email\nOdalys,Sanderling,odalys@example.org\nPerpetua,Whimbrel,perpetua@example.org\n',
  );
  await settle(page);
  await workOut(page);
  await load(page, 'Two');
  await page.goto('/supporters');
  await page.getByRole('textbox', { name: 'Search supporters' }).fill('sanderling');
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByRole('button', { name: 'Saved searches' }).click();
  await page.getByLabel('Name of this search').fill('Sanderlings');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Sanderlings', exact: true })).toBeVisible();
  await looksSound(page);

  await bring(
    page,
    'again.csv',
    'First name,Last name,Email\nOdalys,Sanderling,odalys@example.org\nPerpetua,Whimbrel,perpetua@example.org\n',
  );
  await settle(page);
  await workOut(page);
  await page.getByRole('navigation', { name: 'Stages of this intake' }).getByRole('link', { name: 'Matches', exact: true }).click();
  await expect(page.getByText('known 2', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await page.getByRole('combobox', { name: 'Rows are compared with' }).click();
  await page.getByRole('option', { name: 'a saved search' }).click();
  await expect(page.getByRole('button', { name: 'Work the rows out this way' })).toBeDisabled();
  await page.getByRole('combobox', { name: 'Which search' }).click();
  await page.getByRole('option', { name: 'Sanderlings' }).click();
  await page.getByRole('button', { name: 'Work the rows out this way' }).click();
  await expect(page.getByText('those of the search "Sanderlings"')).toBeVisible();
  await expect(page.getByText('known 1', { exact: true })).toBeVisible();
  await expect(page.getByText('new 1', { exact: true })).toBeVisible();
});
