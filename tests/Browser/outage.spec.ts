import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { signIn } from './steps';

const data = process.env['DATA_DIR'] ?? '';
const port = new URL(process.env['BASE_URL'] ?? '').port;

/** Ends the server of this installation's database, as the system does when memory is short. */
function killDatabase(): void {
  process.kill(Number(readFileSync(`${data}/mysql/server.pid`, 'utf8')), 'SIGKILL');
}

/** The processes that answer for this installation: the first and its children; for a moment, while they are replaced, none. */
function webProcesses(): number[] {
  const found = spawnSync('pgrep', ['-f', `127.0.0.1:${port} -t public`], { encoding: 'utf8' }).stdout.trim();
  return found === '' ? [] : found.split('\n').map(Number);
}

async function healthy(page: Page): Promise<void> {
  await expect
    .poll(async () => (await page.request.get('/api/health').catch(() => null))?.status() ?? 0, { timeout: 120_000, intervals: [500] })
    .toBe(200);
}

test('a database that dies, and dies again, comes back; what could not be done says so', async ({ page }) => {
  test.setTimeout(300_000);
  await signIn(page);
  for (let time = 0; time < 2; time++) {
    killDatabase();
    await page.getByRole('link', { name: time === 0 ? 'Gifts' : 'Supporters', exact: true }).click();
    await expect(page.getByText(/The database does not answer/).first()).toBeVisible();
    await healthy(page);
  }
  await page.goto('/supporters');
  await expect(page.getByRole('row').nth(5)).toBeVisible();
});

test('a part of the web server that is lost is replaced', async ({ page }) => {
  await signIn(page);
  const before = webProcesses();
  process.kill(Math.max(...before), 'SIGKILL');
  await expect
    .poll(
      () => {
        const now = webProcesses();
        return now.length === before.length && !before.some((one) => now.includes(one));
      },
      { timeout: 60_000 },
    )
    .toBe(true);
  await healthy(page);
  await page.goto('/supporters');
  await expect(page.getByRole('row').nth(5)).toBeVisible();
});

test('what can not be taken back asks once, and no is no', async ({ page }) => {
  await signIn(page, 'admin@example.org');
  await page.goto('/office/restore-points');
  await expect(page.getByText(/^(\d+ files?|0 files)$/)).toBeVisible();
  const files = page.getByRole('button', { name: /^delete/ });
  const before = await files.count();
  await page.getByRole('button', { name: 'Take one now' }).click();
  await expect(files).toHaveCount(before + 1);
  await files.first().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(files).toHaveCount(before + 1);
  await files.first().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete the file' }).click();
  await expect(files).toHaveCount(before);
});
