import { expect, test, type Page } from '@playwright/test';
import { bring, decidable, decide, load, looksSound, settle, signIn, workOut } from './steps';

/** Looks for duplicates among everyone. */
async function searchAll(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Search (the database|again)$/ }).click();
  await page.getByRole('combobox', { name: 'Look at' }).click();
  await page.getByRole('option', { name: 'everyone', exact: true }).click();
  await looksSound(page);
  await page.getByRole('button', { name: 'Search', exact: true }).click();
  // The search before is told of until this one has begun.
  await expect(page.getByRole('button', { name: 'Search', exact: true })).toHaveCount(0);
  await expect(page.getByText(/supporters looked through/)).toBeVisible();
}

test('two supporters are merged after a look at what they become, and taken apart again', async ({ page }) => {
  await signIn(page);
  await bring(
    page,
    'twice.csv',
    'First name,Last name,Email,Phone,Gift date,Amount\nPetra,Gullwing,petra@example.org,207-555-0177,2024-01-02,40\nPetronella,Gullwing,p.gullwing@example.com,207-555-0177,2024-02-03,60\n',
  );
  await settle(page);
  await workOut(page);
  await load(page, 'Twice');
  await page.goto('/supporters?q=petra@example.org');
  await page.getByRole('row').nth(1).click();
  await page.getByRole('link', { name: 'Merge with another' }).click();
  await looksSound(page);

  // By keyboard: the other one is found, a value is taken, another is written.
  await page.keyboard.type('p.gullwing@example.com');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No match rule says that they are one.')).toBeVisible();
  await expect(page.getByText('2 gifts, $100.00')).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: 'Take Petronella for First name' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Merge into Petronella Gullwing' })).toBeVisible();
  await page.getByLabel('First name becomes').fill('Petronella Ann');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Merge into Petronella Ann Gullwing' })).toBeVisible();
  await page.getByRole('button', { name: 'First name by rule' }).click();
  await expect(page.getByLabel('First name becomes')).toHaveValue('Petra');
  await page.getByRole('button', { name: 'save as a policy' }).click();
  await page.getByLabel('Name of the policy').fill('Usual');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'delete it' })).toBeVisible();
  await page.getByRole('button', { name: 'Merge the other into it' }).click();
  await expect(page.getByText('2 gifts, $100.00 in all')).toBeVisible();
  await expect(page.getByText(/Petronella Gullwing \(number \d+\) became part of this one/)).toBeVisible();
  await looksSound(page);

  // A gift that comes now is the other's.
  await page.getByRole('button', { name: 'Add a gift' }).click();
  await page.getByLabel('Gift date').fill('2025-03-04');
  await page.getByLabel('Gift amount').fill('7.50');
  await page.getByRole('button', { name: 'Add the gift' }).click();
  await expect(page.getByText('3 gifts, $107.50 in all')).toBeVisible();
  await page.getByRole('link', { name: 'Take them apart' }).click();
  await page.getByRole('combobox', { name: /^Whose is gift of USD 7.50/ }).click();
  await page.getByRole('option', { name: /^Petronella Gullwing/ }).click();
  await looksSound(page);
  await page.getByRole('button', { name: 'Take them apart' }).click();
  await expect(page.getByText('They are several again')).toBeVisible();
  await page.getByRole('link', { name: 'Petronella Gullwing' }).click();
  await expect(page.getByText('2 gifts, $67.50 in all')).toBeVisible();
  await page.getByRole('link', { name: 'History' }).click();
  await expect(page.getByText('taken apart').first()).toBeVisible();
});

test('duplicates of the whole database are reviewed by keyboard alone', async ({ page }) => {
  await signIn(page);
  await bring(
    page,
    'cards.csv',
    [
      'First name,Last name,Email,Phone,Amount,Gift date',
      'Isolde,Kittiwright,isolde@example.org,978-555-0161,20,2024-01-02',
      'Wendeline,Ternhope,wendeline@example.org,978-555-0162,30,2024-01-03',
      'Barnaby,Plovergate,barnaby@example.org,978-555-0163,40,2024-01-04',
    ].join('\n'),
  );
  await settle(page);
  await workOut(page);
  await load(page, 'Cards');
  for (const [first, last, email] of [
    ['Isolde', 'Kittiwright', 'ISOLDE@example.org'],
    ['W.', 'Ternhope', 'wendeline@example.org'],
    ['Barnaby', 'Plovergate', 'b.plovergate@example.com'],
  ]) {
    await page.goto('/supporters/new');
    await page.getByLabel('First name', { exact: true }).fill(first ?? '');
    await page.getByLabel('Last name', { exact: true }).fill(last ?? '');
    await page.getByLabel('Email 1').fill(email ?? '');
    await page.getByRole('button', { name: 'Add this supporter' }).click();
    await expect(page).toHaveURL(/supporters\/\d+$/);
  }
  await page.getByRole('link', { name: 'Duplicates' }).click();
  await looksSound(page);
  await searchAll(page);
  await page.goto('/duplicates?show=certain');
  await expect(page.getByRole('heading', { name: /^They become/ })).toBeVisible();
  await looksSound(page);

  // On to the one that was typed, and merge it.
  const certain = Number(/(\d+) certain/.exec(await page.getByText(/\d+ certain, \d+ to review/).innerText())?.[1]);
  const isolde = page.getByRole('heading', { name: 'They become Isolde Kittiwright' });
  for (let at = 0; at < certain && !(await isolde.isVisible()); at++) {
    await page.keyboard.press('j');
    await decidable(page, 's');
  }
  await expect(isolde).toBeVisible();
  await decide(page, 's');
  await expect(page.getByText(new RegExp(`^${certain - 1} certain`))).toBeVisible();
  await decide(page, 'u');
  await expect(page.getByText(new RegExp(`^${certain} certain`))).toBeVisible();
  await expect(isolde).toBeVisible();
  await decide(page, 'n');
  await expect(page.getByText(new RegExp(`^${certain - 1} certain`))).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByText('remembered for good')).toBeVisible();
  await page.keyboard.press('Escape');

  await page.getByRole('link', { name: 'Said not to be the same' }).click();
  await looksSound(page);
  await page.getByRole('row').filter({ hasText: 'Isolde Kittiwright' }).getByRole('button', { name: 'withdraw' }).click();
  await expect(page.getByText('Isolde Kittiwright')).toHaveCount(0);
  await page.getByRole('button', { name: 'Back to the duplicates' }).click();
  await expect(page.getByText(new RegExp(`^${certain} certain`))).toBeVisible();

  // The certain ones at once, after a look at some of them.
  await page.getByRole('link', { name: 'Merge the certain ones' }).click();
  await expect(page.getByRole('link', { name: 'Isolde Kittiwright' }).first()).toBeVisible();
  await expect(page.getByRole('button', { name: /^Merge all/ })).toBeDisabled();
  await looksSound(page);
  await page.getByLabel('I have looked at these').check();
  await page.getByRole('button', { name: /^Merge all/ }).click();
  await expect(page).toHaveURL(/\/duplicates$/);
  await expect(async () => {
    await page.reload();
    await expect(page.getByText(/^0 certain/)).toBeVisible({ timeout: 1500 });
  }).toPass();

  // Many at once, by why they may be one, and taken back as one.
  await page.getByRole('link', { name: 'Decide many at once' }).click();
  const told = page.getByText(/^\d+ pairs? to review, for \d+ reasons?$/);
  const before = await told.innerText();
  await looksSound(page);
  await page
    .getByRole('button', { name: /^None is/ })
    .first()
    .click();
  await expect(page.getByText(/noted as not the same/)).toBeVisible();
  await expect(told).not.toHaveText(before);
  await looksSound(page);
  await page.getByRole('button', { name: 'Take all of them back' }).click();
  await expect(page.getByText('Your last decision is taken back')).toBeVisible();
  await expect(told).toHaveText(before);
});

test("a match rule set of one's own is tried on the database before it is used", async ({ page }) => {
  await signIn(page);
  await page.goto('/standards/matching');
  // People are weighed: what an agreement says, how many pairs there are at each likelihood, and what moving a border costs.
  await expect(page.getByRole('region', { name: 'What an agreement says' }).getByText('Same email', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Try it' }).click();
  await expect(page.getByRole('region', { name: 'Pairs by likelihood' }).getByRole('img')).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: /^People comes/ }).click();
  await expect(page.getByText('Two are a match if any one rule holds')).toBeVisible();
  await page.getByRole('button', { name: 'Copy and change' }).click();
  // As a form: what a strictness means is shown, rules come, go and are moved.
  const rule = page.getByRole('region', { name: 'Rule 1', exact: true });
  await expect(rule.getByText(/Still counts: Katherine Johannsen/)).toBeVisible();
  await expect(rule.getByText(/No longer: Katherine Johannsen and Karin Johnson/)).toBeVisible();
  await rule.getByRole('slider', { name: 'Strictness' }).press('Home');
  await expect(rule.getByText(/tight, 50 %/)).toBeVisible();
  await expect(rule.getByText(/Still counts: Katherine Johannsen and Karin Johnson/)).toBeVisible();
  await page.getByRole('button', { name: 'Remove rule 1', exact: true }).click();
  await expect(page.getByLabel('Name of rule 1', { exact: true })).toHaveValue('Same id and first name');
  await page.getByRole('button', { name: 'Rule 1 further down' }).click();
  await expect(page.getByLabel('Name of rule 2', { exact: true })).toHaveValue('Same id and first name');
  await page.getByRole('button', { name: 'Add a rule' }).click();
  await expect(page.getByRole('textbox', { name: /^Name of rule/ }).last()).toHaveValue(/^Rule \d+$/);
  await looksSound(page);
  await page.getByRole('button', { name: 'As text' }).click();
  await page
    .getByLabel('The rule set as text')
    .fill('{"name": "Ours", "kind": "person", "rules": [{"name": "Phone", "verdict": "maybe", "comparisons": [{"field": "phone"}]}]}');
  await page.getByRole('button', { name: 'Save the set' }).click();
  await expect(page.getByText('The verdict of the rule "Phone" must be one of: certain, review.')).toBeVisible();
  await page
    .getByLabel('The rule set as text')
    .fill(
      '{"name": "Ours", "kind": "person", "rules": [{"name": "Phone", "verdict": "review", "comparisons": [{"field": "phone"}]}], "signs": {"first name": "nothing"}}',
    );
  await page.getByRole('button', { name: 'Try it' }).click();
  await expect(page.getByText(/Beside the set in use: [1-9]/)).toBeVisible();
  await expect(page.getByText('Found by it, and not by the set in use')).toBeVisible();
  await looksSound(page);
  await page.getByRole('button', { name: 'As a form' }).click();
  await page.getByLabel('Name of rule 1', { exact: true }).fill('Any phone');
  await page.getByRole('button', { name: 'Save the set' }).click();
  await expect(page.getByText('yours, for people')).toBeVisible();
  await expect(page.getByText('Any phone', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Use it' }).click();
  await expect(page.getByRole('button', { name: /^Ours/ }).getByText('in use')).toBeVisible();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete the rules' }).click();
  await expect(page.getByText('yours, for people')).toBeHidden();
  await expect(page.getByRole('button', { name: /^People/ }).getByText('in use')).toBeVisible();
});

test('two review at once and do not cross each other; one reviews by fields of their own, and makes a household', async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page);
  await bring(
    page,
    'pairs.csv',
    [
      'First name,Last name,Email,Phone',
      'Leopold,Merganser,leopold@example.org,978-555-0171',
      'Hermia,Guillemot,hermia@example.org,978-555-0172',
      'Cosima,Dotterel,cosima@example.org,978-555-0173',
    ].join('\n'),
  );
  await settle(page);
  await workOut(page);
  await load(page, 'Pairs');
  for (const [first, last, phone] of [
    ['L.', 'Merganser', '978-555-0171'],
    ['H.', 'Guillemot', '978-555-0172'],
    ['C.', 'Dotterel', '978-555-0173'],
  ]) {
    await page.goto('/supporters/new');
    await page.getByLabel('First name', { exact: true }).fill(first ?? '');
    await page.getByLabel('Last name', { exact: true }).fill(last ?? '');
    await page.getByLabel('Phone 1').fill(phone ?? '');
    await page.getByRole('button', { name: 'Add this supporter' }).click();
    await expect(page).toHaveURL(/supporters\/\d+$/);
  }
  await page.getByRole('link', { name: 'Duplicates' }).click();
  await searchAll(page);
  await page.goto('/duplicates?show=review');
  const mine = page.getByRole('heading', { name: /^They become/ });
  await expect(mine).toBeVisible();
  const first = await mine.innerText();

  // Someone else comes: what is looked at already is said so, and passed over.
  const context = await browser.newContext({ baseURL: baseURL ?? '' });
  const other = await context.newPage();
  await signIn(other, 'admin@example.org');
  await other.goto('/duplicates?show=review');
  const theirs = other.getByRole('heading', { name: /^They become/ });
  await expect(theirs).toBeVisible();
  await expect(other.getByText('Odile Marchetti looks at it')).toBeVisible();
  expect(await theirs.innerText()).not.toBe(first);
  await other.getByText('Odile Marchetti looks at it').click();
  await expect(other.getByText(/Odile Marchetti is looking at these right now/)).toBeVisible();
  await expect(other.getByRole('button', { name: /^The same/ })).toBeDisabled();
  await looksSound(other);
  await other.keyboard.press('s');
  await other.getByRole('button', { name: 'Go to the next ones' }).click();
  await expect(other.getByRole('button', { name: /^The same/ })).toBeEnabled();
  const taken = await theirs.innerText();
  expect(taken).not.toBe(first);
  await expect(mine).toHaveText(first);

  // Each decides on their own.
  const left = Number(/(\d+) to review/.exec(await page.getByText(/\d+ certain, \d+ to review/).innerText())?.[1]);
  await decide(other, 'n');
  await expect(other.getByText(new RegExp(`, ${left - 1} to review`))).toBeVisible();
  await decide(page, 'n');
  await expect(page.getByText(new RegExp(`, ${left - 2} to review`))).toBeVisible();
  await context.close();

  // Fields of one's own, in their order.
  await page.getByRole('button', { name: 'Fields', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Last name' }).check();
  await page.getByRole('checkbox', { name: 'First name' }).check();
  await page.getByRole('button', { name: 'First name further up' }).click();
  await looksSound(page);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('cell', { name: 'Name on envelopes', exact: true })).toHaveCount(0);
  await expect(
    page
      .getByRole('cell', { name: 'First name', exact: true })
      .or(page.getByRole('cell', { name: 'Last name', exact: true }))
      .or(page.getByText('2 fields are the same in all'))
      .first(),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Fields', exact: true }).click();
  await page.getByRole('button', { name: 'All fields' }).click();
  // As long as it is open, keys are its own.
  await expect(page.getByRole('group', { name: 'Fields to review by' })).toHaveCount(0);
  await expect(page.getByRole('cell', { name: 'Name on envelopes', exact: true })).toBeVisible();

  await decide(page, 'h');
  await expect(page.getByText(/They are members of the household/)).toBeVisible();
  await looksSound(page);
  await decide(page, 'u');
  await expect(page.getByText(/They are members of the household/)).toBeHidden();

  // Two who are plainly two, but live together, are offered as a household.
  await page.getByRole('button', { name: 'homes', exact: true }).click();
  await expect(page.getByText('The first names differ', { exact: false }).first()).toBeVisible();
  await looksSound(page);
  const homes = Number(/(\d+) homes? that people share/.exec(await page.getByText(/that people share/).innerText())?.[1]);
  await decide(page, 'h');
  await expect(page.getByText(new RegExp(`; ${homes - 1} homes? that people share`))).toBeVisible();
});
