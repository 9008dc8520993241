import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { bring, load, looksSound, settle, signIn, workOut } from './steps';

const ROWS = [
  'Last name,First name,Email,Street,City,State,Zip',
  'Quillfeather,Ada,ada.q@example.org,"12 North Cannery Street, Apartment 4",TERN HARBOR,ME,4598',
  'Brackwater,Ben,ben.b@example.org,R.R. #2 Box 5,Gannet Cove,ME,04511',
  'Saltmarsh,Cleo,cleo.s@example.org,The Old Net Loft,Gannet Cove,ME,04511',
  'Windrow,Dov,dov.w@example.org,"9 Harbor Road Unit 2",Gannet Coave,ME,04511',
  'Fairlead,Edda,edda.f@example.org,7 Lantern Ln,Dunlin,ME,04029',
  '',
];

test('addresses are decided by why they change, and where people live is seen and searched', async ({ page }) => {
  await signIn(page);
  await bring(page, 'net-loft.csv', ROWS.join('\n'));
  await settle(page);
  await workOut(page);
  await page.getByRole('navigation', { name: 'Stages of this intake' }).getByRole('link', { name: 'Addresses', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Accept all 3/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^City corrected by the ZIP code 1/ })).toContainText('04511 is Gannet Cove');
  await page.getByRole('button', { name: /^Unit moved to the second line 2/ }).click();
  await expect(page.getByRole('row', { name: /Brackwater/ })).toBeHidden();
  await expect(page.getByRole('row', { name: /Quillfeather/ })).toContainText('12 N Cannery St');
  await looksSound(page);
  await page.getByRole('button', { name: /^Keep these 2 as written/ }).click();
  await expect(page.getByRole('button', { name: /^Accept all 1/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take back the last one' }).click();
  await expect(page.getByRole('button', { name: /^Accept these 2/ })).toBeVisible();
  await page.getByRole('button', { name: /^All of them 3/ }).click();
  await page.getByRole('button', { name: /^Accept all 3/ }).click();
  await expect(page.getByRole('button', { name: 'Go on to the load' })).toBeVisible();
  await page.getByText('as they are 2').click();
  await page.getByRole('button', { name: /^A line that is not understood 1/ }).click();
  await expect(page.getByRole('row', { name: /Saltmarsh/ })).toContainText('The Old Net Loft');
  await load(page, 'Net loft');

  await page.getByRole('link', { name: 'Supporters', exact: true }).click();
  await page.getByRole('link', { name: 'Where they live' }).click();
  await expect(page.getByRole('img', { name: /^Map of/ })).toBeVisible();
  await looksSound(page);
  await page.getByLabel('Miles').fill('5');
  await page.getByLabel('ZIP code').fill('04511');
  await page.getByRole('button', { name: 'List them' }).click();
  await expect(page.getByText('Only those who live within 5 miles of 04511.')).toBeVisible();
  await page.getByLabel('Search supporters').fill('windrow');
  await page.getByRole('link', { name: 'Windrow, Dov' }).click();
  await expect(page.getByText('9 Harbor Rd').first()).toBeVisible();
  await expect(page.getByText('Gannet Cove').first()).toBeVisible();
});

const GUESTS = [
  'Guest;Street;Town;State;Zip;Table',
  'Ada Puddifoot;14 elm street;Tern Harbor;ME;4598;"1; by the stage"',
  'Ada Puddifoot;14 Elm St.;TERN HARBOR;ME;04598;2',
  'Ben Tolliver;412 Schooner Lane;Kittiwake;MA;02539;3',
  'Cleo Amberley;12 Lighthouse;Dunlin;ME;04029;4',
  'Dov Penhallow;;;;;5',
  'Edda Winslade;9 Nowhere Blvd;Dunlin;ME;04029;6',
  '',
];

/** What a link of the page downloads. */
async function downloaded(page: Page, name: string): Promise<string> {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name }).click()]);
  return readFileSync(await file.path(), 'utf8');
}

test('a list that is handed in comes back as it was, with what was found behind each row', async ({ page }) => {
  await signIn(page);
  await page
    .getByRole('navigation', { name: 'Areas' })
    .getByRole('link', { name: /^Addresses/ })
    .click();
  await expect(page.getByRole('heading', { name: 'In the database' })).toBeVisible();
  await looksSound(page);
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'spring-gala.csv', mimeType: 'text/csv', buffer: Buffer.from(GUESTS.join('\n')) });
  await expect(page.getByRole('heading', { name: 'Spring gala' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Street/ })).toContainText('14 elm street');
  await expect(page.getByRole('combobox', { name: 'What the column Street is' })).toHaveValue('Address, line 1');
  await expect(page.getByRole('combobox', { name: 'What the column Table is' })).toHaveValue('');
  await looksSound(page);
  await page.getByRole('button', { name: 'Check the addresses' }).click();

  await expect(page.getByText('can be mailed').first()).toBeVisible();
  await expect(page.getByText('5addresses in 6')).toBeVisible();
  await page.getByRole('button', { name: /^Number not on this street/ }).click();
  await expect(page.getByRole('row', { name: /Tolliver/ })).toContainText('Schooner Ln ends at 199');
  await page.getByRole('button', { name: 'Take the only candidate, 1' }).click();
  await expect(page.getByRole('row', { name: /Tolliver/ })).toContainText('take it back');
  await page.getByRole('button', { name: /^Several fit/ }).click();
  await page.getByRole('button', { name: /^12 Lighthouse Rd/ }).click();
  await expect(page.getByRole('row', { name: /Amberley/ })).toContainText('12 Lighthouse Rd');
  await expect(page.getByText('80.0 %').first()).toBeVisible();
  await looksSound(page);

  const list = (await downloaded(page, 'Get the list')).split('\n');
  expect(list.map((line, i) => line.slice(0, GUESTS[i]?.length))).toEqual(GUESTS);
  expect(list[2]).toContain(';14 Elm St;;Tern Harbor;ME;04598-');
  expect(list[2]).toContain(';2;2');
  expect(list[3]).toContain(';142 Schooner Ln;');
  expect(list[4]).toContain(';12 Lighthouse Rd;');
  expect(await downloaded(page, 'Those not reached')).toContain('Edda Winslade');
  expect(await downloaded(page, 'What the new columns say')).toContain('can_be_mailed');
  const statement = await page.request.get((await page.getByRole('link', { name: 'Statement (PDF)' }).getAttribute('href')) ?? '');
  expect((await statement.body()).subarray(0, 5).toString()).toBe('%PDF-');

  await page
    .getByRole('navigation', { name: 'Areas' })
    .getByRole('link', { name: /^Addresses/ })
    .click();
  await expect(page.getByRole('row', { name: /Spring gala/ })).toContainText('80.0 %');
  await page
    .getByRole('navigation', { name: 'Areas' })
    .getByRole('link', { name: /^Supporters/ })
    .click();
  await page.getByLabel('Search supporters').fill('puddifoot');
  await expect(page.getByRole('heading', { name: 'Nobody is found' })).toBeVisible();
});

test('the addresses of the database are checked, put right as one act, and put back', async ({ page }) => {
  await signIn(page);
  await page.goto('/addresses');
  await page.getByRole('button', { name: 'Check everyone' }).click();
  await expect(page.getByText('can be mailed').first()).toBeVisible();
  await expect(page.getByRole('button', { name: /^Number not on this street/ })).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: 'Put these addresses right' }).click();
  await page.getByRole('button', { name: 'Write it into the records' }).click();
  await expect(page.getByText(/records written/)).toBeVisible();

  await page.goto('/addresses/undeliverable');
  await expect(page.getByRole('heading', { name: 'Mail does not reach' })).toBeVisible();
  const row = page.getByRole('row', { name: /Schooner Ln/ }).first();
  await expect(row).toContainText('undeliverable');
  await looksSound(page);
  const name = await row.getByRole('link').first().innerText();
  await row.getByRole('button', { name: /^it is right/ }).click();
  await expect(page.getByRole('link', { name, exact: true })).toBeHidden();

  await page.goto('/addresses');
  await page.getByRole('link', { name: 'All addresses' }).first().click();
  await page.getByRole('button', { name: 'Undo what was written' }).click();
  await expect(page.getByText('What was written is taken back')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Put these addresses right' })).toBeVisible();

  // Asked again, it is held beside what it came to before.
  await page.goto('/addresses');
  await page.getByRole('button', { name: 'Check everyone' }).click();
  await expect(page.getByText('the time before')).toBeVisible();
  await page.getByRole('link', { name: 'Compare' }).click();
  await expect(page.getByRole('heading', { name: 'Two checks side by side' })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: /All addresses/ })).toHaveCount(2);
  await expect(page.getByRole('row', { name: /^Can be mailed/ })).toContainText('%');
  await expect(page.getByRole('row', { name: /^Number not on this street/ })).toBeVisible();
  await looksSound(page);
});

test('whoever moved gets the new address, and the old one is kept', async ({ page }) => {
  await signIn(page);
  await page.goto('/supporters?q=Paget');
  await page.getByRole('link', { name: 'Paget, Thomas' }).click();
  await page.getByRole('button', { name: 'Check the address' }).click();
  await page.getByRole('button', { name: /^Moved away 1/ }).click();
  await expect(page.getByRole('row', { name: /Thomas Paget/ })).toContainText('77 Foxglove Ln');
  await page.getByRole('button', { name: 'Put these addresses right' }).click();
  await page.getByRole('button', { name: 'Write it into the records' }).click();
  await expect(page.getByText('1 record written')).toBeVisible();
  await page.getByRole('link', { name: 'Thomas Paget' }).click();
  await expect(page.getByText('from 2026-03-02')).toBeVisible();
  await expect(page.getByText('until 2026-03-02')).toBeVisible();
  await expect(page.getByText('former', { exact: true })).toBeVisible();
  await looksSound(page);
});

test('an intake is asked about before it is loaded', async ({ page }) => {
  await signIn(page);
  const rows = ['Last name,First name,Street,City,State,Zip', 'Oxeye,Ines,412 Schooner Ln,Kittiwake,MA,02539', ''];
  await bring(page, 'pier-friends.csv', rows.join('\n'));
  await settle(page);
  await workOut(page);
  await page.getByRole('navigation', { name: 'Stages of this intake' }).getByRole('link', { name: 'Addresses', exact: true }).click();
  await page.getByRole('button', { name: 'Ask the postal directory' }).click();
  await page.getByRole('button', { name: /^Number not on this street 1/ }).click();
  await page.getByRole('button', { name: /^142 Schooner Ln/ }).click();
  await expect(page.getByRole('row', { name: /Oxeye/ })).toContainText('take it back');
  await looksSound(page);
  await load(page, 'Pier friends');
  await page
    .getByRole('navigation', { name: 'Areas' })
    .getByRole('link', { name: /^Supporters/ })
    .click();
  await page.getByLabel('Search supporters').fill('oxeye');
  await page.getByRole('link', { name: 'Oxeye, Ines' }).click();
  await expect(page.getByText('142 Schooner Ln').first()).toBeVisible();
});
