import { expect, type Page, test } from '@playwright/test';
import { bring, looksSound, settle, signIn, workOut } from './steps';

/** What a person with a small or zoomed window can't get at: things beside the window, and panes without any size. */
const outOfReach = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const shown = (element: Element) =>
      (element as HTMLElement).offsetParent !== null &&
      getComputedStyle(element).visibility !== 'hidden' &&
      !element.matches('[type=file], [type=hidden], .sheet-keys');
    const box = (element: Element) => element.getBoundingClientRect();
    // A table of raw cells scrolls by itself.
    const beside = [...document.querySelectorAll('button, a, input, select, textarea')].filter(
      (element) =>
        shown(element) && element.closest('table.grid, .sheet') === null && (box(element).right > innerWidth + 1 || box(element).left < -1),
    );
    const flat = [...document.querySelectorAll('.pane, .pane-body')].filter(
      (element) => shown(element) && (box(element).width < 60 || box(element).height < 20),
    );
    return [...beside, ...flat].map(
      (element) =>
        `${element.tagName} "${(element.textContent ?? '').slice(0, 30)}" at ${Math.round(box(element).left)} to ${Math.round(box(element).right)}`,
    );
  });

test('every screen can be worked with at twice the size, and on a narrow window', async ({ page }) => {
  test.setTimeout(900_000);
  await signIn(page, 'admin@example.org');
  await bring(
    page,
    'narrow.csv',
    [
      'First name,Last name,Email,Gift date,Amount',
      ...['Ina', 'Ivo', 'Ida', 'Ike', 'Iris', 'Ilse', 'Igor', 'Imre', 'Inga'].map(
        (name, i) => `${name},Puffinworth,${name.toLowerCase()}@example.org,2024-01-0${i + 1},${40 + i}`,
      ),
      'Isa,Puffinworth,isa at example.org,2024-02-03,much',
    ].join('\n'),
  );
  await settle(page);
  await workOut(page);
  const intake = new URL(page.url()).pathname.replace('/checks', '');
  const stages = ['source', 'columns', 'checks', 'matches', 'addresses', 'load', 'rows/2'].map((stage) => `${intake}/${stage}`);
  await page.goto('/addresses');
  await page.getByRole('button', { name: 'Check everyone' }).click();
  await expect(page.getByText('can be mailed').first()).toBeVisible();
  const check = new URL(page.url()).pathname;
  const pages = [
    '/',
    '/intakes',
    '/intakes/template',
    '/intakes/again',
    ...stages,
    '/plans',
    '/supporters',
    '/supporters/where',
    '/addresses',
    '/addresses/all',
    '/connections',
    '/connections/new',
    '/connections/1',
    '/addresses/undeliverable',
    check,
    `${check}/beside/${check.split('/').at(-1)}`,
    '/supporters/12',
    '/supporters/12/erase',
    '/totals',
    '/exports/accounting',
    '/exports/statements',
    '/supporters/12/edit',
    '/duplicates',
    '/held',
    '/entry',
    '/gifts',
    '/promises',
    '/promises/3',
    '/promises/payments',
    '/funds',
    '/mailings',
    '/exports',
    '/batches',
    '/batches/3',
    '/batches/1/report',
    '/standards/fields',
    '/standards/required',
    '/standards/lists',
    '/standards/matching',
    '/standards/organization',
    '/account',
    '/office/people',
    '/office/restore-points',
    '/office/audit',
    '/office/directory',
  ];
  for (const path of pages) {
    await page.setViewportSize({ width: 360, height: 640 });
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    expect(await outOfReach(page), `${path} at 360`).toEqual([]);
    await page.setViewportSize({ width: 640, height: 400 });
    await looksSound(page);
    expect(await outOfReach(page), `${path} at 640`).toEqual([]);
  }
});

test('the keyboard gets past the areas at once', async ({ page }) => {
  await signIn(page);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.locator('#content')).toBeFocused();
});

/** What has the focus: never the page as a whole. */
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.className ?? '');

test('focus stays where work is, after a dialog and after a decision', async ({ page }) => {
  await signIn(page);
  await bring(
    page,
    'focus.csv',
    [
      'First name,Last name,Email,Gift date,Amount',
      ...['Ina', 'Ivo', 'Ida', 'Ike', 'Iris', 'Ilse', 'Igor', 'Imre', 'Inga'].map(
        (name, i) => `${name},Razorbilly,${name.toLowerCase()}@example.net,2024-01-0${i + 1},${40 + i}`,
      ),
      'Una,Razorbilly,una@example.net,2024-02-03,much',
    ].join('\n'),
  );
  await settle(page);
  await workOut(page);
  await page.goto('/standards/required');
  const opener = page.getByRole('button', { name: 'Delete the rule' });
  await opener.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  await looksSound(page);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(opener).toBeFocused();

  // What opens beside its button gives focus back to it, and only then.
  await page.goto('/supporters');
  await page.getByRole('button', { name: 'Saved searches' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Search for something, then save it here.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Saved searches' })).toBeFocused();

  await page.goto('/held');
  const row = page.getByRole('row', { name: /Una Razorbilly/ });
  await row.getByRole('checkbox').focus();
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Leave them out' }).focus();
  await page.keyboard.press('Enter');
  await expect(row).toBeHidden();
  await expect.poll(() => focused(page)).toBe('pane');

  // Whoever clicks beside everything has focus nowhere.
  await page.getByRole('link', { name: 'Gifts', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Gifts', level: 1 })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Gifts', exact: true })).toBeFocused();
  await page.mouse.click(5, 700);
  await expect.poll(() => page.evaluate(() => document.activeElement === document.body)).toBe(true);
});
