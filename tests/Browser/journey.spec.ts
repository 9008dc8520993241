import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { bring, decide, load, looksSound, settleOldDatabase, signIn, workOut } from './steps';

test('the old database comes in, from the dropped file to the proof', async ({ page }) => {
  const trouble: string[] = [];
  page.on('pageerror', (error) => trouble.push(error.message));
  page.on('console', (message) => message.type() === 'error' && trouble.push(message.text()));

  await signIn(page);
  await looksSound(page);
  // What the screens are made of is kept by the browser, not asked for with every page.
  const script = await page.request.get((await page.locator('script[src]').first().getAttribute('src')) ?? '');
  expect(script.headers()['cache-control']).toContain('immutable');
  expect(script.headers()['content-type']).toContain('javascript');
  await bring(page, 'old-database.csv', readFileSync('demo/old-database.csv'));
  await expect(page.getByText('15 sure, 2 to look at, 3 open, 1 left behind')).toBeVisible();

  // A date column that can be read two ways must be settled by a person.
  await expect(page.getByText('none of the values tells which: choose the order')).toBeVisible();
  await expect(page.getByRole('button', { name: /Looks right/ })).toBeDisabled();
  await looksSound(page);
  await settleOldDatabase(page);
  await workOut(page);

  // One cell put right, one kind of problem brought in without the value.
  const heldAtFirst = await page.getByText(/^\d+ held$/).innerText();
  await looksSound(page);
  await page.getByRole('button', { name: /is not an amount/ }).click();
  await page
    .getByLabel(/^Write instead of 2 tickets/)
    .first()
    .fill('20.00');
  await page
    .getByLabel(/^Write instead of 2 tickets/)
    .first()
    .press('Enter');
  await expect(page.getByText(heldAtFirst)).toBeHidden();
  await page.getByRole('button', { name: /does not have the form of a ZIP code/ }).click();
  await page.getByRole('button', { name: /in without the value$/ }).click();
  // It comes in all the same now, and can be held again.
  await page
    .locator('.list')
    .last()
    .getByRole('button', { name: /does not have the form of a ZIP code/ })
    .click();
  await expect(page.getByRole('button', { name: /^Hold these \d rows instead/ })).toBeVisible();

  await page.getByRole('button', { name: /^Go on/ }).click();
  await expect(page.getByText(/^Is row \d+ someone we know\?/)).toBeVisible();
  const unsure = Number((await page.getByRole('button', { name: /^unsure/ }).innerText()).replace(/\D/g, ''));
  await looksSound(page);
  const asked = page.getByRole('heading', { name: /^Is row \d+ someone we know\?/ });
  const first = await asked.innerText();
  await decide(page, 's');
  await expect(page.getByRole('button', { name: `unsure ${unsure - 1}` })).toBeVisible();
  await expect(asked).not.toHaveText(first);
  await decide(page, 'n');
  await expect(page.getByRole('button', { name: `unsure ${unsure - 2}` })).toBeVisible();
  await decide(page, 'u');
  await expect(page.getByRole('button', { name: `unsure ${unsure - 1}` })).toBeVisible();
  await page.getByRole('button', { name: 'Decide many at once' }).click();
  const groups = page.getByRole('dialog', { name: 'Unsure rows, by why they are unsure' });
  await expect(groups.getByRole('listitem').first()).toBeVisible();
  await looksSound(page);
  await page.keyboard.press('Escape');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys on this screen' })).toBeVisible();
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: /Go on; unsure rows are held/ }).click();
  await expect(page.getByText(/zero put back: the state is/).first()).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: /^Accept all/ }).click();
  await expect(page.getByRole('button', { name: 'Go on to the load' })).toBeVisible();

  await load(page, 'Old database, all of it');
  await expect(page.getByRole('heading', { name: 'Old database, all of it' })).toBeVisible();
  await looksSound(page);

  // A value leads back to file, row and column.
  await page.getByRole('button', { name: 'Everything this intake touched' }).click();
  await page.locator('tbody a[href^="/supporters/"]').first().click();
  await page.getByRole('button', { name: 'origin' }).first().click();
  await expect(page.getByText('old-database.csv').first()).toBeVisible();
  await looksSound(page);
  await page
    .getByRole('link', { name: /^row \d+$/ })
    .first()
    .click();
  await expect(page.getByRole('cell', { name: 'Legacy No' })).toBeVisible();

  // The next file with these headers is offered the plan.
  await bring(page, 'old-database-again.csv', readFileSync('demo/old-database.csv'));
  await page.getByRole('button', { name: 'Use it' }).click();
  await expect(page.getByRole('button', { name: /Work out the rows/ })).toBeVisible();
  await workOut(page);
  await page.goto(page.url().replace('checks', 'load'));
  // What was held the first time may find whom it waited for, now that all others are known; nothing else is new.
  const again = Number(/in (\d+) gifts? to load/.exec(await page.getByText(/in \d+ gifts? to load/).innerText())?.[1]);
  expect(again).toBeLessThan(unsure);
  expect(trouble).toEqual([]);
});

test('a reader sees, and may not change', async ({ page }) => {
  await signIn(page, 'reader@example.org');
  await expect(page.getByText('Drop a file')).toBeHidden();
  await page.getByRole('link', { name: 'Supporters', exact: true }).click();
  await page.getByLabel('Search supporters').fill('nobody at all');
  await expect(page.getByText('Nobody is found')).toBeVisible();
  await page.getByLabel('Search supporters').fill('marchetti');
  await expect(page.getByRole('link', { name: /^Marchetti, / }).first()).toBeVisible();
  await expect(page).toHaveURL(/supporters\?q=marchetti$/);
  await looksSound(page);
  // Whoever comes back from a record finds the list as it was.
  await page
    .getByRole('link', { name: /^Marchetti, / })
    .first()
    .click();
  await expect(page.getByRole('heading', { level: 1, name: /Marchetti/ })).toBeVisible();
  await page.goBack();
  await expect(page.getByLabel('Search supporters')).toHaveValue('marchetti');
  await expect(page.getByRole('link', { name: /^Marchetti, / }).first()).toBeVisible();
  // All that the quick search finds are listed, on the list itself too.
  await page.keyboard.press('Control+k');
  await page.keyboard.type('ann');
  await page.getByRole('option', { name: /^All / }).click();
  await expect(page.getByLabel('Search supporters')).toHaveValue('ann');
  await expect(page.getByRole('link', { name: 'Marchetti, Bo', exact: true })).toBeHidden();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('fairweather');
  await page.getByRole('option').first().click();
  await expect(page.getByRole('heading', { name: /Fairweather/ })).toBeVisible();
  await page.getByRole('link', { name: 'Gifts', exact: true }).click();
  await expect(page.getByText(/[\d,]+ gifts, .*\$[\d,.]+/)).toBeVisible();
  await looksSound(page);
});

test('gifts are listed without their amounts for whoever may not see them', async ({ browser }) => {
  const steward = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(steward);
  const showAmounts = (see: { roles: string[]; users: number[] } | null) =>
    steward.evaluate(async (asked) => {
      const token = decodeURIComponent(/XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? '');
      const headers = { Accept: 'application/json', 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token };
      return (await fetch('/api/fields/gift.amount', { method: 'PATCH', headers, body: JSON.stringify({ see: asked }) })).status;
    }, see);
  expect(await showAmounts({ roles: ['administrator', 'data steward'], users: [] })).toBe(200);
  try {
    const reader = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await signIn(reader, 'reader@example.org');
    await reader.getByRole('link', { name: 'Gifts', exact: true }).click();
    await expect(reader.getByText(/[\d,]+ gifts/).first()).toBeVisible();
    // Beside the list, the picture has its figures as a table.
    const list = reader.locator('table.rows').getByRole('row');
    await expect(list.nth(20)).toBeVisible();
    await expect(reader.getByRole('table').getByText('$')).toHaveCount(0);
    await looksSound(reader);
    // The first link of a row opens the gift, the second whose it is.
    await list.nth(3).getByRole('link').nth(1).click();
    await expect(reader.getByText(/^supporter \d+, /)).toBeVisible();
    await looksSound(reader);
  } finally {
    expect(await showAmounts(null)).toBe(200);
  }
});
