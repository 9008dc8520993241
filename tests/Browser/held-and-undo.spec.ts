import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { bring, drop, load, signIn, workOut } from './steps';

const nasty = [
  'Fname,Lname,E-mail,Phone,Zip,State,Gift Date,Amount',
  'Wilhelmina,Quillfeather-O’Neill van der Berg the Third of Somewhere Very Long,w@example.org,(207) 555-0111,04101,ME,2024-01-02,"$1,250.00"',
  'Zed,Plumwick,zed at example.org,(207) 555-0112,04101,ME,2024-01-03,20',
  'Yan,Plumwick,yan@example.org,(207) 555-0113,03820,ME,2024-01-04,30',
  ' ,  ,,,,,2024-01-05,40',
  '=cmd|calc,Plumwick,c@example.org,(207) 555-0114,4101,ME,2024-01-06,not much',
  '"Line\nbreak",Plumwick,l@example.org,(207) 555-0115,04101,ME,2024-01-07,50.00',
  ',,,,,,,',
].join('\n');

test('held rows are downloaded with their reasons, fixed, and brought in again', async ({ page }) => {
  await signIn(page);
  await bring(page, 'nasty.csv', nasty);
  // With one value in five that does not fit, a person should look before a proposal is taken.
  await page.getByRole('button', { name: /^Take all \d proposals/ }).click();
  await expect(page.getByText('8 sure, 0 to look at, 0 open, 0 left behind')).toBeVisible();
  await workOut(page);
  await expect(page.getByText('3 held')).toBeVisible();
  await load(page, 'Nasty');
  await expect(page.getByText('Held, by reason')).toBeVisible();

  let held = '';
  // A click on a link that is drawn anew at that moment is none.
  await expect(async () => {
    const download = page.waitForEvent('download', { timeout: 10_000 });
    await page.getByRole('link', { name: 'Download with reasons' }).click();
    held = readFileSync(await (await download).path(), 'utf8');
  }).toPass({ timeout: 60_000 });
  expect(held).toContain("'=cmd|calc");
  expect(held).toContain('03820 belongs to NH, the address says ME');
  expect(held.split('\r\n').filter((line) => line !== '')).toHaveLength(4);
  // An email that can't be read keeps nobody out.
  expect(held).not.toContain('zed at example.org');

  const fixed = held
    .replace('03820,ME', '03820,NH')
    .replace('not much', '60')
    .replace('" ","  ",,,,,2024-01-05', 'Una,Plumwick,,,,,2024-01-05');
  // The corrected file finds its rows again: there is no second intake.
  await drop(page, { name: 'fixed.csv', mimeType: 'text/csv', buffer: Buffer.from(fixed) });
  await expect(page).toHaveURL(/\/held$/);
  await expect(page.getByText('3 rows corrected, 3 settled, 0 still held')).toBeVisible();
  await page.getByRole('link', { name: /^Intakes/ }).click();
  await page.getByRole('link', { name: 'Nasty', exact: true }).click();
  await expect(page.getByText('No row was held.')).toBeVisible();
  await expect(page.getByText('balances').first()).toBeVisible();
});

test('an intake is undone, and says what stays', async ({ page }) => {
  await signIn(page);
  await bring(
    page,
    'first.csv',
    'First name,Last name,Email,Gift date,Amount\nPerpetua,Vossberg,pv@example.org,2024-03-04,10\nOthniel,Vossberg,ov@example.org,2024-03-05,20\n',
  );
  await workOut(page);
  await load(page, 'First of two');
  const first = page.url();
  await bring(page, 'second.csv', 'First name,Last name,Email,Gift date,Amount\nPerpetua,Vossberg,pv@example.org,2024-05-04,30\n');
  await workOut(page);
  await load(page, 'Second of two');

  await page.goto(first);
  await page.getByRole('button', { name: 'Undo this intake' }).click();
  await expect(page.getByText('1 supporter that it made and 2 gifts are removed.')).toBeVisible();
  await expect(page.getByText('1 thing was changed since and stays as now:')).toBeVisible();
  await page.getByRole('button', { name: 'Undo it' }).click();
  await expect(page.getByRole('heading', { name: 'Undone' })).toBeVisible();
  await expect(page.getByText('Others have added to this supporter or changed it since')).toBeVisible();

  await page.getByRole('link', { name: 'Supporters', exact: true }).click();
  await page.getByLabel('Search supporters').fill('vossberg');
  await expect(page.getByRole('link', { name: 'Vossberg, Perpetua' })).toBeVisible();
  await expect(page.getByText('Vossberg, Othniel')).toBeHidden();
  await expect(page.getByText('$30.00')).toBeVisible();
});

test('a file that can not be used says so, and nothing is kept', async ({ page }) => {
  await signIn(page);
  for (const [name, content, says] of [
    ['picture.csv', Buffer.from('89504e470d0a1a0a0000000000', 'hex'), 'This is not a spreadsheet'],
    ['empty.csv', Buffer.from(''), 'The file is empty'],
    ['locked.xlsx', Buffer.concat([Buffer.from('d0cf11e0a1b11ae1', 'hex'), Buffer.alloc(600)]), 'protected by a password'],
  ] as const) {
    await drop(page, { name, mimeType: 'text/csv', buffer: content });
    await expect(page.getByRole('alert')).toContainText(says);
  }
});
