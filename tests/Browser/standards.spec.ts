import { expect, test } from '@playwright/test';
import { bring, load, looksSound, settle, signIn, workOut } from './steps';

test('a rule is looked at before it is kept, holds wherever data enters, and its worklist goes down', async ({ page }) => {
  await signIn(page);
  await page.getByRole('link', { name: 'Standards' }).click();
  await looksSound(page);
  await page.getByRole('link', { name: 'Required data' }).click();
  await page.getByRole('button', { name: 'New rule' }).click();
  await page.getByRole('combobox', { name: 'Which records' }).click();
  await page.getByRole('option', { name: 'every organization' }).click();
  await page.getByRole('combobox', { name: 'Which field' }).fill('Notes');
  await page.getByRole('option', { name: 'Notes', exact: true }).click();
  const records = page.getByText(/^\d+ records$/);
  await expect(records).not.toHaveText('0 records');
  const short = Number.parseInt(await records.innerText(), 10);
  expect(short).toBeGreaterThan(10);
  await looksSound(page);
  await page.getByRole('button', { name: 'Save the rule' }).click();
  await expect(page.getByRole('button', { name: 'Save the rule' })).toHaveCount(0);
  await expect(page.getByText('Notes is required.').first()).toBeVisible();
  await expect(page.getByText(`${short} records`)).toBeVisible();

  // In a form.
  await page.goto('/supporters/new?kind=organization');
  await page.getByLabel('Organization name', { exact: true }).fill('Gannet Rope Works');
  await page.getByRole('button', { name: 'Add this supporter' }).click();
  await expect(page.getByText('Notes is required. Write it, or set a default for the field.')).toBeVisible();
  await page.getByLabel('Notes', { exact: true }).fill('makes ropes');
  await page.getByRole('button', { name: 'Add this supporter' }).click();
  await expect(page.getByRole('heading', { name: 'Gannet Rope Works' })).toBeVisible();

  // In a load, where an administrator alone may let a row pass.
  await bring(page, 'companies.csv', 'Organization name,Email\nPetrel Sails Inc,sails@example.org\n');
  await settle(page);
  await workOut(page);
  await expect(page.getByText('Notes is required').first()).toBeVisible();
  await expect(page.getByText('1 held')).toBeVisible();

  // One value for many, and the list goes down.
  await page.goto('/standards/required');
  await page.getByRole('button', { name: /Notes/ }).first().click();
  await page.getByLabel('Notes for all of them').fill('asked in the autumn');
  await page.getByRole('button', { name: /Write it into all/ }).click();
  await expect(page.getByRole('heading', { name: 'Nothing is missing' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete the rule' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByText('Notes is required.')).toHaveCount(0);
});

test('two people edit the same supporter, and nothing is lost', async ({ browser }) => {
  const first = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  const second = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(first);
  await signIn(second, 'gifts@example.org');
  await first.goto('/supporters/new');
  await first.getByLabel('First name', { exact: true }).fill('Ottoline');
  await first.getByLabel('Last name', { exact: true }).fill('Ravensworth');
  await first.getByLabel('Email 1').fill('ottoline at example');
  await first.getByLabel('Phone 1').focus();
  await expect(first.getByText('"ottoline at example" is not an email address. Correct it, or leave this value out.')).toBeVisible();
  await looksSound(first);
  await first.getByLabel('Email 1').fill('ottoline@example.org');
  await first.getByRole('button', { name: 'Add this supporter' }).click();
  await expect(first.getByRole('heading', { name: 'Ottoline Ravensworth' })).toBeVisible();
  const url = `${first.url()}/edit`;

  await Promise.all([first.goto(url), second.goto(url)]);
  await first.getByLabel('Nickname', { exact: true }).fill('Otto');
  await second.getByLabel('Email 1').fill('second@example.org');
  await second.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(second.getByText('second@example.org')).toBeVisible();
  await first.getByLabel('Email 1').fill('first@example.org');
  await first.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(first.getByText('Someone else changed the same', { exact: true })).toBeVisible();
  await looksSound(first);
  await first.getByRole('button', { name: 'Theirs: second@example.org' }).click();
  await first.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(first.getByText('second@example.org')).toBeVisible();
  await expect(first.getByText(/^Otto origin$/).first()).toBeVisible();

  // The one who types her in again is told.
  await second.goto('/supporters/new');
  await second.getByLabel('First name', { exact: true }).fill('Ottoline');
  await second.getByLabel('Last name', { exact: true }).fill('Ravensworth');
  await second.getByLabel('Email 1').fill('second@example.org');
  await second.getByLabel('Title', { exact: true }).focus();
  await expect(second.getByText(/^\d+ supporters? looks? like this one$/)).toBeVisible();

  await first.getByRole('link', { name: 'History' }).click();
  const nickname = first.getByRole('row').filter({ hasText: 'Nickname' }).first();
  await nickname.getByRole('button', { name: 'Put it back' }).click();
  await expect(first.getByText('put back by').first()).toBeVisible();
  await looksSound(first);
});

test('rows are typed and pasted into a grid by keyboard, and come in like any others', async ({ page }) => {
  await signIn(page, 'gifts@example.org');
  await page.getByRole('link', { name: 'Type in' }).click();
  await looksSound(page);
  await page.getByRole('button', { name: 'Start with it' }).last().click();
  await expect(page).toHaveURL(/\/entry\/\d+$/);
  await expect(page.getByRole('columnheader', { name: 'Gift amount' })).toBeVisible();
  // On a busy machine a part of the name is looked up before it is all there.
  const found = page.waitForResponse((response) => response.url().endsWith('q=marchetti'));
  await page.keyboard.type('marchetti');
  await found;
  await expect(page.getByRole('option', { name: /Marchetti/ }).first()).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('gridcell', { name: /^\d+ .*Marchetti/ })).toBeVisible();
  await page.keyboard.type('2026-13-01');
  await page.keyboard.press('Tab');
  await page.keyboard.type('25');
  await page.keyboard.press('Enter');
  await expect(page.locator('.sheet-cell.faulty')).toHaveText('2026-13-01');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByText('"2026-13-01" is not a date')).toBeVisible();
  await page.keyboard.type('2026-01-13');
  await page.keyboard.press('Enter');
  await expect(page.locator('.sheet-cell.faulty')).toHaveCount(0);

  // Copied down, undone, and five hundred rows pasted from a spreadsheet.
  await page.keyboard.press('Control+d');
  await expect(page.getByRole('gridcell', { name: '2026-01-13' })).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('gridcell', { name: '2026-01-13' })).toHaveCount(1);
  await page.keyboard.press('Home');
  const block = Array.from(
    { length: 500 },
    (_, i) => `${i + 1}\t2026-02-0${1 + (i % 9)}\t${10 + i}.00\tcheck\tGeneral fund\tCHK-${i}`,
  ).join('\n');
  await page.getByLabel('Keys of the grid').evaluate((element, text) => {
    const data = new DataTransfer();
    data.setData('text/plain', text);
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, block);
  await expect(page.getByText('501 rows, nothing wrong with them; kept')).toBeVisible();
  await looksSound(page);
  await page.keyboard.press('Control+ArrowDown');
  await expect(page.getByRole('rowheader', { name: '501' })).toBeVisible();

  await page.getByRole('button', { name: 'Finish and work out 501 rows' }).click();
  await expect(page.getByText('Every row passes')).toBeVisible();
  await load(page, 'Checks of one day');
  await expect(page.getByText('501 new gifts')).toBeVisible();
  await page.getByRole('button', { name: 'Undo this intake' }).click();
  await page.getByRole('button', { name: 'Undo it' }).click();
  await expect(page.getByRole('heading', { name: 'Undone' })).toBeVisible();
});

test('held rows are put right in their queue, and chosen rows are taken back and brought back', async ({ page }) => {
  await signIn(page);
  const rows = ['Una', 'Ada', 'Ben', 'Cleo', 'Dov', 'Edda', 'Finn', 'Gwen', 'Hal', 'Ines', 'Jory', 'Kit'].map(
    (name, i) => `${name},Thrushby,${name.toLowerCase()}@example.org,2026-03-0${1 + (i % 9)},${10 + i}`,
  );
  await bring(
    page,
    'thrush.csv',
    ['First name,Last name,Email,Gift date,Amount', ...rows, 'Vi,Thrushby,vi@example.org,soon,99'].join('\n'),
  );
  await settle(page);
  await workOut(page);
  await load(page, 'Thrushes');
  await page.getByRole('link', { name: /^Held rows/ }).click();
  await looksSound(page);
  await Promise.all([page.waitForResponse(/held\?reason=/), page.getByRole('button', { name: /^Gift date.*is not a date/ }).click()]);
  const vi = page.getByRole('row').filter({ hasText: 'Vi Thrushby' }).first();
  await vi.getByLabel('Write instead of soon in Gift date').fill('2026-03-04');
  await vi.getByRole('button', { name: 'This row' }).click();
  await page.getByRole('button', { name: /^Show (it|them)$/ }).click();
  await expect(vi.getByText('nothing holds it any more')).toBeVisible();
  await vi.getByRole('checkbox').check();
  await page.getByRole('button', { name: /^Load \d/ }).click();
  await expect(page.getByText('Of 1 row: 1 loaded.')).toBeVisible();

  await page.getByRole('link', { name: /^Intakes/ }).click();
  await page.getByRole('link', { name: 'Thrushes' }).click();
  await page.getByRole('button', { name: 'Everything this intake touched' }).click();
  await page.getByLabel('Pick row 3', { exact: true }).check();
  await page.getByRole('button', { name: 'Undo 1 row' }).click();
  await expect(page.getByText('1 supporter that it made and 1 gift are removed.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo it' }).click();
  await expect(page.getByText('balances').first()).toBeVisible();
  await page.getByRole('button', { name: 'Take the undo back' }).click();
  await expect(page.getByText('No row was held.')).toBeVisible();
});

test('an administrator manages people and restore points, and sees what was done', async ({ page, request }) => {
  await signIn(page, 'admin@example.org');
  await page.getByRole('link', { name: 'Administration' }).click();
  await looksSound(page);
  await page.getByRole('button', { name: 'Add a person' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Perdita Swift');
  await page.getByLabel('Email', { exact: true }).fill('perdita@example.org');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('The password of Perdita Swift is')).toBeVisible();

  await page.getByRole('link', { name: 'Restore points' }).click();
  await page.getByRole('button', { name: 'Take one now' }).click();
  await page
    .getByRole('button', { name: /^Check/ })
    .first()
    .click();
  await expect(page.getByText('can be restored')).toBeVisible();
  await looksSound(page);
  await page.goto('/supporters/new');
  await page.getByLabel('Last name', { exact: true }).fill('Willbegone');
  await page.getByRole('button', { name: 'Add this supporter' }).click();
  await expect(page.getByRole('heading', { name: 'Willbegone' })).toBeVisible();
  const gone = page.url();
  await page.goto('/office/restore-points');
  await page.getByRole('button', { name: 'Restore …' }).first().click();
  await expect(page.getByRole('dialog').getByRole('button', { name: 'Restore', exact: true })).toBeDisabled();
  await page.getByLabel(/^Type "/).fill('Tern Harbor Seabird Rescue');
  await page.getByRole('dialog').getByRole('button', { name: 'Restore', exact: true }).click();
  await expect(page.getByText('What was there before is kept as')).toBeVisible();
  await page.goto(gone);
  await expect(page.getByRole('heading', { name: 'This supporter is not there' })).toBeVisible();

  // What was told to other systems arrived, and its signature is right.
  await page.goto('/office/notices');
  await looksSound(page);
  const url = (await page.getByText(/^http:\/\/127\.0\.0\.1:\d+\/notices$/).innerText()).replace('notices', 'received.json');
  const received = (await (await request.get(url)).json()) as { mail: string[]; notices: { genuine: boolean }[] };
  expect(received.notices.length).toBeGreaterThan(0);
  expect(received.notices.every((notice) => notice.genuine)).toBe(true);
  expect(received.mail.some((mail) => mail.includes('is loaded'))).toBe(true);

  await page.getByRole('link', { name: 'Audit list' }).click();
  await expect(
    page
      .getByText('Added Perdita Swift, gift entry')
      .or(page.getByText(/^Restored /))
      .first(),
  ).toBeVisible();
  await looksSound(page);
  await page.goto('/account');
  await looksSound(page);
  await page.goto('/standards/lists?field=gift.fund');
  await expect(page.locator('.not-listed', { hasText: 'Rescue boat' })).toBeVisible();
  await looksSound(page);
});

test('a script in every text field is text on every screen', async ({ page }) => {
  const trouble: string[] = [];
  page.on('dialog', (dialog) => {
    trouble.push(dialog.message());
    void dialog.dismiss();
  });
  page.on('console', (message) => message.type() === 'error' && trouble.push(message.text()));
  const script = '<img src=x onerror=alert(1)><script>alert(2)</script>';
  await signIn(page);
  const plain = Array.from({ length: 20 }, (_, i) => `Wren,Marl,a note,volunteers,wren${i}@example.org,2026-04-04,5,General fund`);
  const scripted = Array.from(
    { length: 3 },
    (_, i) => `"${script}","${script}${i}","${script}","${script}",x${i}@example.org,2026-04-04,5,"${script}"`,
  );
  await bring(
    page,
    `${script.replaceAll('/', '')}.csv`,
    [
      'First name,Last name,Notes,Groups,Email,Gift date,Amount,Gift fund',
      ...scripted,
      `"${script}","${script}",,,"${script}",,,`,
      ...plain,
    ].join('\n'),
  );
  await settle(page);
  await workOut(page);
  const intake = /intakes\/(\d+)/.exec(page.url())?.[1];
  for (const stage of ['source', 'columns', 'checks', 'matches', 'addresses', 'load', 'rows/2']) {
    await page.goto(`/intakes/${intake}/${stage}`);
    await expect(page.getByText('onerror').first()).toBeVisible();
  }
  await load(page, script);
  await page.goto('/supporters?q=x0@example.org');
  await page.getByRole('row').nth(1).click();
  await expect(page.getByText('onerror').first()).toBeVisible();
  const supporter = page.url();
  for (const screen of ['/edit', '/history']) {
    await page.goto(`${supporter}${screen}`);
    await expect(page.getByText('History').or(page.getByText('Edit')).first()).toBeVisible();
    await page.waitForTimeout(300);
  }
  for (const screen of ['/', '/intakes', '/held', '/gifts', '/standards/fields', '/standards/lists?field=gift.fund', '/account']) {
    await page.goto(screen);
    await page.waitForTimeout(500);
  }
  expect(trouble).toEqual([]);
});
