import { expect, test } from '@playwright/test';
import { looksSound, signIn } from './steps';

test('what is typed into the grid is never lost, and two tabs are told of each other', async ({ page, context }) => {
  await signIn(page, 'gifts@example.org');
  const made = await page.evaluate(async () => {
    const token = decodeURIComponent(document.cookie.match(/XSRF-TOKEN=([^;]+)/)?.[1] ?? '');
    const answer = await fetch('/api/grids', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token },
      body: JSON.stringify({ name: 'Kept cards', columns: ['name.first', 'name.last'] }),
    });
    return ((await answer.json()) as { id: number }).id;
  });
  await page.goto(`/entry/${made}`);
  const cell = (row: number, column: number) => page.getByRole('grid').getByRole('row').nth(row).getByRole('gridcell').nth(column);
  await cell(1, 0).click();

  // Left by a link in the middle of a word; it arrives late, and whoever is back before it is not shown the grid without it.
  await page.route('**/api/grids/*/rows', async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  await page.keyboard.type('Wilhelmina');
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible();
  await page.goBack();
  await expect(cell(1, 0)).toHaveText('Wilhelmina');
  // Back before the page that was left has been tidied up.
  await cell(1, 0).click();
  await page.keyboard.type('Mina');
  await page.evaluate(() => {
    new MutationObserver((_, observer) => {
      if (document.querySelector('h1')?.textContent === 'Today') {
        observer.disconnect();
        history.back();
      }
    }).observe(document.body, { childList: true, subtree: true });
  });
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(page).toHaveURL(/\/entry\//);
  await expect(cell(1, 0)).toHaveText('Mina');
  await page.unroute('**/api/grids/*/rows');

  // Left by Esc, and brought back.
  await cell(1, 1).click();
  await page.keyboard.type('Plumwick');
  await page.keyboard.press('Escape');
  await expect(cell(1, 1)).toHaveText('');
  await page.keyboard.press('Control+y');
  await expect(cell(1, 1)).toHaveText('Plumwick');

  // More than fits is refused before anything is pasted.
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'a\tb\tc\n');
    document
      .querySelector('.sheet-keys')
      ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(
    page.getByText(/has 1 row and 3 columns; from this cell on there is room for .* and 1 column\. Nothing was pasted\./),
  ).toBeVisible();
  await expect(cell(1, 1)).toHaveText('Plumwick');
  await expect(page.getByText(/, nothing wrong with them; kept/)).toBeVisible();

  const other = await context.newPage();
  await other.goto(`/entry/${made}`);
  await expect(other.getByText('This grid is open in another tab too.')).toBeVisible();
  await expect(page.getByText('This grid is open in another tab too.')).toBeVisible();
  await looksSound(page);
  await other.close();
  await expect(page.getByText('This grid is open in another tab too.')).toBeHidden();
});
