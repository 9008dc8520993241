import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { bring, load, looksSound, settle, signIn, workOut } from './steps';

test('a pledge is paid in four parts, and another is written off', async ({ page }) => {
  await signIn(page);
  await page.goto('/supporters/new');
  await page.getByLabel('First name').fill('Ottoline');
  await page.getByLabel('Last name').fill('Quartermain');
  await page.getByRole('button', { name: 'Add this supporter' }).click();
  await page.getByRole('button', { name: 'Add a promise' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Date', { exact: true }).fill('2026-01-31');
  await form.getByLabel('Amount in all').fill('$100');
  await form.getByLabel('How often').click();
  await page.getByRole('option', { name: 'monthly' }).click();
  // What was asked while typing is answered after the save: what the save said stays.
  let isHeld = true;
  let answer = (): void => undefined;
  const held = new Promise<void>((resolve) => (answer = resolve));
  await page.route('**/promises/check', async (route) => {
    if (!isHeld) {
      return route.continue();
    }
    await held;
    return route.fulfill({ json: { problems: [] } });
  });
  await form.getByLabel('No installment after').fill('2026-01-01');
  await form.getByRole('button', { name: 'Add the promise' }).click();
  const problem = form.getByText('It ends on 2026-01-01, before it starts on 2026-01-31', { exact: false });
  await expect(problem).toBeVisible();
  const answered = page.waitForResponse('**/promises/check');
  isHeld = false;
  answer();
  await answered;
  await expect(problem).toBeVisible();
  await form.getByLabel('No installment after').fill('');
  await form.getByLabel('Number of installments').fill('4');
  await form.getByRole('button', { name: 'Add the promise' }).click();
  await expect(form).toBeHidden();

  // It is promised, and nothing of it is given.
  await expect(page.getByText('0 gifts, $0.00 in all')).toBeVisible();
  await page.getByRole('link', { name: '$100.00', exact: true }).click();
  await expect(page.locator('.equations')).toContainText('$100.00is left=$100.00promised−$0.00came in');
  await expect(page.getByRole('row', { name: '2026-02-28 $25.00 did not come' })).toBeVisible();
  await looksSound(page);
  for (const [day, amount] of [
    ['2026-02-02', '25'],
    ['2026-03-02', '25'],
    ['2026-04-02', '25'],
  ] as const) {
    await page.getByRole('button', { name: 'Add a payment' }).click();
    await form.getByLabel('Gift date').fill(day);
    await form.getByLabel('Gift amount').fill(amount);
    await form.getByRole('button', { name: 'Add the gift' }).click();
    await expect(form).toBeHidden();
    await expect(page.getByRole('link', { name: day })).toBeVisible();
  }
  await page.getByRole('button', { name: 'Add a payment' }).click();
  await form.getByLabel('Gift date').fill('2026-05-02');
  await form.getByLabel('Gift amount').fill('25.01');
  await form.getByRole('button', { name: 'Add the gift' }).click();
  await expect(form.getByText('USD 25.00 is left to be paid of the pledge, and the gift is 25.01', { exact: false })).toBeVisible();
  await form.getByLabel('Gift amount').fill('25');
  await form.getByRole('button', { name: 'Add the gift' }).click();
  await expect(page.locator('.equations')).toContainText('$0.00is left=$100.00promised−$100.00came in');
  await expect(page.getByText('fulfilled')).toBeVisible();
  await page.getByRole('link', { name: 'Ottoline Quartermain' }).click();
  await expect(page.getByText('4 gifts, $100.00 in all')).toBeVisible();

  await page.getByRole('button', { name: 'Add a promise' }).click();
  await form.getByLabel('Date', { exact: true }).fill('2026-02-15');
  await form.getByLabel('Amount in all').fill('80');
  await form.getByRole('button', { name: 'Add the promise' }).click();
  await expect(form).toBeHidden();
  await page.getByRole('link', { name: '$80.00', exact: true }).click();
  await page.getByRole('button', { name: 'Write off what is left' }).click();
  await form.getByRole('button', { name: 'Write it off' }).click();
  await expect(form.getByText('Nothing says why the rest is given up', { exact: false })).toBeVisible();
  await form.getByLabel('Written off: why').fill('Lost the job');
  await form.getByRole('button', { name: 'Write it off' }).click();
  await expect(page.getByText(/was written off on .*: Lost the job/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Add a payment' })).toBeHidden();

  await page.goto('/promises?status=written%20off');
  await expect(page.getByRole('row', { name: /Quartermain, Ottoline.*\$80\.00/ })).toBeVisible();
  await looksSound(page);
});

test('pledges and what pays them come in with one file, and a payment without a pledge finds one by hand', async ({ page }) => {
  await signIn(page);
  await bring(page, 'pledges.csv', readFileSync('demo/pledges.csv'));
  await settle(page);
  await workOut(page);
  // One would pay too much, one pays a pledge that nobody knows.
  await expect(page.getByRole('cell', { name: 'USD 90.00 is left to be paid of the pledge, and the gift is 95.00' })).toBeVisible();
  await expect(page.getByRole('cell', { name: 'No promise of theirs has the id PL-777' })).toBeVisible();
  await load(page, 'Pledges');
  await expect(page.getByText('promised', { exact: true })).toBeVisible();

  await page.goto('/promises');
  await page.getByLabel('Search promises by supporter').fill('hollis maren');
  await page
    .getByRole('row', { name: /Hollis, Maren/ })
    .getByRole('link', { name: '$600.00' })
    .click();
  await expect(page.locator('.equations')).toContainText('$450.00is left=$600.00promised−$150.00came in');
  await expect(
    page
      .getByRole('row', { name: /Fund Puffin nursery/ })
      .or(page.getByText('Puffin nursery'))
      .first(),
  ).toBeVisible();

  await page.goto('/promises');
  await page.getByRole('link', { name: 'Say which' }).click();
  await page
    .getByRole('button', { name: /^It pays this/ })
    .first()
    .click();
  await expect(page.getByText('Every payment has its promise')).toBeVisible();
});
