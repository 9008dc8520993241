import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { bring, drop, load, looksSound, settleByKeyboard, signIn, workOut } from './steps';

test('a sign-up workbook with one of everything: two sheets, findings, steps, a trial', async ({ page }) => {
  await signIn(page);
  await drop(page, 'demo/beach-clean-up.xlsx');
  await expect(page.getByText('64 rows below the header')).toBeVisible();
  await looksSound(page);

  // Both days are one source.
  await page.locator('.mantine-MultiSelect-input').click();
  await page.getByRole('option', { name: 'Sunday' }).click();
  await expect(page.getByText('114 rows below the header')).toBeVisible();
  await page.keyboard.press('Escape');

  // What is wrong is said with its examples; one click applies a remedy, one takes it back, one applies all.
  await page.getByRole('button', { name: 'Two people in a cell', exact: true }).click();
  await expect(page.locator('.examples').getByText(' & ').first()).toBeVisible();
  await page.getByRole('button', { name: 'Two people in a cell become two' }).click();
  await page.locator('.findings li', { hasText: 'Two people in a cell' }).getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByRole('button', { name: 'Two people in a cell become two' })).toBeVisible();
  await page.getByRole('button', { name: /^Apply all \d+ remedies/ }).click();
  await expect(page.getByRole('button', { name: /^Apply all/ })).toBeHidden();
  await looksSound(page);
  await page.getByRole('button', { name: 'Go on to the columns' }).click();

  // A step is tried on the real values before it is kept.
  await page.locator('tr', { hasText: 'T-shirt' }).first().click();
  await page.getByRole('combobox', { name: 'Field', exact: true }).click();
  await page.getByRole('option', { name: 'Make a new field …' }).click();
  await page.getByRole('combobox', { name: 'What its values are' }).click();
  await page.getByRole('option', { name: 'pick list' }).click();
  await page.getByLabel('Values of the list').fill('Small\nMedium\nLarge\nExtra large');
  await page.getByRole('button', { name: 'Make the field' }).click();
  const chosen = page.getByLabel('The chosen column');
  await expect(chosen.getByText('"XL" is not in the list')).toBeVisible();
  await chosen.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('menuitem', { name: 'Replace by a table of values' }).click();
  for (const [from, to] of [
    ['S', 'Small'],
    ['M', 'Medium'],
    ['L', 'Large'],
    ['XL', 'Extra large'],
  ] as const) {
    await page.getByRole('combobox', { name: `What ${from} becomes`, exact: true }).fill(to);
  }
  await page.keyboard.press('Escape');
  await expect(chosen.getByText('is not in the list')).toHaveCount(0);
  await page.getByRole('button', { name: 'Save this step' }).click();
  await expect(chosen.getByRole('button', { name: '1 Replace 4 values by a table' })).toBeVisible();
  await looksSound(page);

  // What is for every row.
  await page.getByRole('button', { name: 'For every row' }).click();
  await page.getByRole('combobox', { name: 'Field', exact: true }).click();
  await page.getByRole('combobox', { name: 'Field', exact: true }).fill('Gift fund');
  await page.getByRole('option', { name: 'Gift fund' }).click();
  await page.getByRole('combobox', { name: 'Value', exact: true }).fill('Beach fund');
  await page.getByRole('button', { name: 'Add' }).first().click();
  await expect(page.getByText('where the row says nothing')).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: /^Columns/ }).click();

  // The rest by keyboard alone.
  await page.locator('td.mono', { hasText: /^Name$/ }).click();
  await settleByKeyboard(page);
  await workOut(page);
  await expect(page.getByText(/^2 held, 5 left out$|left out$/).first()).toBeVisible();

  // Five rows first; taken back; then all.
  await page.goto(page.url().replace('checks', 'load'));
  await page.getByLabel('Number of rows').fill('5');
  await page.getByRole('button', { name: 'Try these rows' }).click();
  await expect(page.getByText(/A trial brought in/)).toBeVisible();
  await page.getByRole('link', { name: 'what it made' }).click();
  await expect(page.locator('tbody tr').first()).toBeVisible();
  await page.goBack();
  await page.getByRole('button', { name: 'Undo the trial' }).click();
  await expect(page.getByRole('button', { name: 'Try these rows' })).toBeVisible();
  await load(page, 'Beach clean-up');
  await looksSound(page);
});

test('organizations, their contacts and individuals of one workbook are linked', async ({ page }) => {
  await signIn(page);
  await bring(page, 'partners.xlsx', readFileSync('demo/partners.xlsx'));
  await page.getByRole('button', { name: /Looks right/ }).click();
  await workOut(page);
  await expect(page.getByText('Every row passes')).toBeVisible();
  await load(page, 'Partners');
  await page.getByRole('link', { name: 'Supporters', exact: true }).click();
  await page.getByLabel('Search supporters').fill('larkspur');
  await page.getByRole('link', { name: 'Larkspur Foundation' }).click();
  await expect(page.getByText('employs').first()).toBeVisible();
  await looksSound(page);
  await page.locator('dd a').first().click();
  await expect(page.getByText('works for')).toBeVisible();
});

test('a successor file with a saved plan: what differs is shown, the rest is settled', async ({ page }) => {
  await signIn(page);
  await bring(
    page,
    'march.csv',
    'Member,Mail,Level,Joined\nAnsel Tidewell,ansel.t@example.org,gold,3/14/2020\nHonor Ashdown,honor.a@example.org,slvr,4/2/2021\n',
  );
  await page.locator('tr', { hasText: 'Level' }).first().click();
  await page.getByRole('combobox', { name: 'Field', exact: true }).click();
  await page.getByRole('combobox', { name: 'Field', exact: true }).fill('Tags');
  await page.getByRole('option', { name: 'Tags, by name' }).click();
  const chosen = page.getByLabel('The chosen column');
  await chosen.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('menuitem', { name: 'Replace by a table of values' }).click();
  await page.getByRole('combobox', { name: 'What gold becomes' }).fill('Gold member');
  await page.getByRole('combobox', { name: 'What slvr becomes' }).fill('Silver member');
  await page.getByRole('button', { name: 'Save this step' }).click();
  await settleByKeyboard(page);
  await page.getByRole('button', { name: 'Save as a plan for next time' }).click();
  await page.getByLabel('Name of the plan').fill('Members by month');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved as "Members by month".')).toBeVisible();

  await bring(page, 'april.csv', 'Member,Mail,Level,Joined,Shoe\nEzra Holloway,ezra.h@example.org,bronze,25/4/2021,44\n');
  await page.getByRole('button', { name: 'Use it' }).click();
  await expect(page.getByText('3 things differ from what the plan "Members by month" expects')).toBeVisible();
  await expect(page.getByText('The table of the column does not know "bronze"')).toBeVisible();
  await expect(page.getByText('in this file they can only be day first')).toBeVisible();
  await looksSound(page);

  await page.getByRole('link', { name: 'Column plans' }).click();
  await expect(page.getByRole('button', { name: /Members by month/ })).toBeVisible();
  await expect(page.getByRole('cell', { name: 'Replace by a table of values' }).first()).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(page.getByRole('button', { name: /Copy of Members by month/ })).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Save as a file' }).click()]);
  expect(readFileSync(await download.path(), 'utf8')).toContain('pine-sieve-column-plan');

  // Others are given a template; pasted cells are a source too.
  await page.getByRole('link', { name: /^Intakes/ }).click();
  await page.getByRole('button', { name: 'Get a template to fill in' }).click();
  await looksSound(page);
  const [template] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Get a CSV with the headers' }).click(),
  ]);
  const headers: string[] =
    readFileSync(await template.path(), 'utf8')
      .trim()
      .replace('\ufeff', '')
      .match(/"[^"]*"|[^,]+/g) ?? [];
  await page.getByRole('link', { name: /^Intakes/ }).click();
  await page.getByRole('button', { name: 'Paste cells' }).click();
  await page
    .getByLabel('Cells copied from a spreadsheet')
    .fill(
      `${headers.map((header) => header.replaceAll('"', '')).join('\t')}\nT-1\tDr.\tSilas\t\tMoor\t\t1 Elm St\t\tDover\tNH\t03820\tsilas@example.org\t207-555-0177\t2024-01-02\t25.00\tBoat\tcheck\t101\n`,
    );
  await page.getByRole('button', { name: 'Bring these cells in' }).click();
  await page.getByRole('button', { name: 'Go on to the columns' }).click();
  await expect(page.getByText(/0 open/)).toBeVisible();
});
