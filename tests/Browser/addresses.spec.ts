import { expect, test } from '@playwright/test';
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
  await page.getByRole('link', { name: 'Addresses', exact: true }).click();
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
