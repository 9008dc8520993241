import { expect, test } from '@playwright/test';
import { ask, looksSound, signIn } from './steps';

test('a search is built, its list is shaped, and what is done to many is seen, done and undone', async ({ page }) => {
  await signIn(page);
  await page.goto('/supporters');
  await ask(page, 'who …', 'What they gave', async () => {
    await page.getByRole('textbox', { name: 'Value' }).fill('100');
    await page.getByLabel('from').fill('2025-01-01');
    await page.getByLabel('until').fill('2025-12-31');
  });
  await expect(page.getByRole('button', { name: 'who gave over 100.00 USD in 2025' })).toBeVisible();
  await ask(page, 'and …', 'Email', async () => {
    await page.getByRole('combobox', { name: 'What is asked' }).click();
    await page.getByRole('option', { name: 'is filled' }).click();
  });
  await expect(page.getByText(/^\d+ supporters found in \d+ ms$/)).toBeVisible();
  await looksSound(page);

  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByRole('combobox', { name: 'Another column' }).fill('Last gift');
  await page.getByRole('option', { name: 'Last gift' }).click();
  await page.getByRole('button', { name: 'out Phone' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('columnheader', { name: 'Last gift' }).getByRole('button').click();
  await expect(page.getByRole('columnheader', { name: /Last gift/ })).toHaveAttribute('aria-sort', 'descending');
  await page.reload();
  await expect(page.getByRole('columnheader', { name: /Last gift/ })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Phone' })).toHaveCount(0);

  await page.getByRole('button', { name: 'Saved searches' }).click();
  await page.getByRole('textbox', { name: 'Name of this search' }).fill('Gave in 2025');
  await page.getByRole('button', { name: 'Save it' }).click();
  await expect(page.getByRole('button', { name: 'Gave in 2025', exact: true })).toBeVisible();
  await page.keyboard.press('Escape');

  await page.getByRole('checkbox', { name: /^Tick all \d+/ }).click();
  await page
    .getByRole('checkbox', { name: /^Tick / })
    .nth(2)
    .click();
  const ticked = Number(((await page.getByText(/^\d+ of \d+ ticked$/).textContent()) ?? '').split(' ')[0]);
  await page.getByRole('button', { name: `Change ${ticked}` }).click();
  await page.getByLabel('Name', { exact: true }).fill('Winter letter');
  await page.getByRole('button', { name: 'See what it would do' }).click();
  await expect(page.getByRole('row', { name: `come into the group Winter letter ${ticked}` })).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: `Change ${ticked} records` }).click();
  await expect(page.getByText(`${ticked} records written.`)).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('Taken back: the records are as they were.')).toBeVisible();
  await page.getByRole('button', { name: 'Done', exact: true }).click();

  // Whoever has gifts is deleted only if someone gets them.
  await page.getByRole('button', { name: `Change ${ticked}` }).click();
  await page.getByRole('combobox', { name: 'What is done' }).click();
  await page.getByRole('option', { name: 'Delete them' }).click();
  await page.getByRole('textbox', { name: 'Who gets their gifts and promises' }).fill('2');
  await page.getByRole('option', { name: /./ }).first().click();
  await expect(page.getByText(/^Gifts and promises go to supporter \d+\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'See what it would do' }).click();
  await expect(page.getByRole('row', { name: /^are deleted; their gifts and promises go to supporter \d+/ })).toBeVisible();

  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByRole('button', { name: 'The usual columns' }).click();
  await expect(page.getByRole('columnheader', { name: 'Phone' })).toBeVisible();
});

test('a mailing goes from a search to labels, and is kept as a dated note', async ({ page }) => {
  await signIn(page);
  await page.goto('/supporters');
  await ask(page, 'who …', 'City', async () => {
    await page.getByRole('combobox', { name: 'Values' }).fill('Tern Harbor');
    await page.keyboard.press('Enter');
  });
  await expect(page.getByRole('button', { name: 'whose city is Tern Harbor' })).toBeVisible();
  await page.getByRole('button', { name: 'Mailing', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name of the mailing' }).fill('Harbor days');
  await page.getByRole('button', { name: 'Gather it' }).click();
  await expect(page.getByRole('heading', { name: 'The pieces' })).toBeVisible();
  await expect(page.getByText(/^get it, in [\d,]+ pieces$/)).toBeVisible();
  await looksSound(page);

  const labels = page.waitForEvent('popup');
  await page.getByRole('link', { name: 'Labels (PDF)' }).click();
  await (await labels).close();
  const answer = await page.request.get(
    new URL((await page.getByRole('link', { name: 'Labels (PDF)' }).getAttribute('href')) ?? '', page.url()).href,
  );
  expect((await answer.body()).subarray(0, 4).toString()).toBe('%PDF');

  await page.getByRole('textbox', { name: 'What it says' }).fill('{date}\n\nDear {greeting},\n\ncome to the harbor.');
  await page.getByRole('button', { name: 'Keep the letter' }).click();
  await expect(page.getByRole('link', { name: 'Letters (PDF)' })).toBeVisible();
  await page.getByRole('button', { name: 'It was mailed' }).click();
  await page.getByRole('button', { name: 'Write the notes' }).click();
  await expect(page.getByText(/got the dated note "Harbor days"/)).toBeVisible();
  await page.locator('.pane-note a[href^="/supporters/"]').first().click();
  await expect(page.getByRole('region', { name: 'Dated notes' })).toContainText('Harbor days');
});

test('a token is made for a program, shown once, and ended', async ({ page, request }) => {
  await signIn(page);
  await page.goto('/account');
  await page.getByRole('link', { name: 'Programs that act in your name' }).click();
  await page.getByRole('textbox', { name: 'Which program' }).fill('Web page');
  await page.getByRole('button', { name: 'Make a token' }).click();
  const token = (await page.locator('.pane-note .mono').textContent()) ?? '';
  const asked = () =>
    request.get(new URL('/api/v1/supporters?limit=1', page.url()).href, { headers: { Authorization: `Bearer ${token}` } });
  expect((await asked()).status()).toBe(200);
  await expect(page.getByText('/supporters/{supporter}')).toBeVisible();
  await page.getByRole('button', { name: 'End Web page' }).click();
  await expect(page.getByRole('button', { name: 'End Web page' })).toHaveCount(0);
  expect((await asked()).status()).toBe(401);
});
