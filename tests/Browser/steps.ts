import { expect, type Page } from '@playwright/test';
import axe from 'axe-core';

/** What a person does again and again on the way through an intake. */
export async function signIn(page: Page, email = 'steward@example.org'): Promise<void> {
  await page.goto('/');
  await page.getByLabel('Email').fill(email);
  await page.getByRole('textbox', { name: 'Password' }).fill('harbor-lights');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('link', { name: 'Today' })).toBeVisible();
}

/** A file as Playwright takes it: a path in the repository, or a name with its bytes. */
export async function drop(page: Page, file: string | { name: string; mimeType: string; buffer: Buffer }): Promise<void> {
  await page.getByRole('link', { name: /^Intakes/ }).click();
  // Today takes files too: wait until its own place for them is gone.
  await expect(page.getByRole('heading', { name: 'Intakes', level: 1 })).toBeVisible();
  await page.locator('input[type=file]').setInputFiles(file);
}

export async function bring(page: Page, name: string, content: string | Buffer): Promise<void> {
  await drop(page, { name, mimeType: 'text/csv', buffer: Buffer.isBuffer(content) ? content : Buffer.from(content) });
  await expect(page).toHaveURL(/\/source$/);
  await page.getByRole('button', { name: 'Go on to the columns' }).click();
}

/** Takes every proposal that wants a look. */
export async function settle(page: Page): Promise<void> {
  const all = page.getByRole('button', { name: /^Take all/ });
  // One alone is taken by itself.
  const one = page.getByText(/ sure, 1 to look at, /);
  await expect(
    all
      .or(one)
      .or(page.getByRole('button', { name: /Work out the rows/ }))
      .first(),
  ).toBeVisible();
  if (await all.isVisible()) {
    await all.click();
  } else if (await one.isVisible()) {
    await page.getByRole('button', { name: /Looks right, next to look at/ }).click();
  }
}

/** Takes one proposal after the other with Enter, each when the page shows that the one before is taken. */
export async function settleByKeyboard(page: Page): Promise<void> {
  const done = page.getByRole('button', { name: /Work out the rows/ });
  const next = page.getByRole('button', { name: /next to look at/i });
  await expect(done.or(next)).toBeVisible();
  const progress = async () => `${await page.locator('tbody .needs').count()} ${await done.or(next).innerText()}`;
  while (await next.isVisible()) {
    // While something is being kept, the key rests.
    await expect(page.locator('.foot[aria-busy=true]')).toHaveCount(0);
    const before = await progress();
    await page.keyboard.press('Enter');
    await expect.poll(progress).not.toBe(before);
    await expect(page.locator('.foot[aria-busy=true]')).toHaveCount(0);
  }
}

/** Settles what the columns of demo/old-database.csv leave open, and keeps it as a plan. */
export async function settleOldDatabase(page: Page): Promise<void> {
  await page.getByText('month first', { exact: true }).click();
  await expect(page.getByText(/can only be month first, 4 only day first/)).toBeVisible();
  await page.getByText('month first', { exact: true }).click();
  for (const column of ['Last Contact', 'Sort Key', 'Mailing Code']) {
    await expect(page.getByLabel('The chosen column').getByText(column, { exact: true })).toBeVisible();
    await page.keyboard.press('l');
  }
  await page.getByRole('button', { name: 'Save as a plan for next time' }).click();
  await page.getByLabel('Name of the plan').fill('Old database');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved as "Old database".')).toBeVisible();
}

export async function workOut(page: Page): Promise<void> {
  await page.getByRole('button', { name: /Work out the rows/ }).click();
  // On a busy machine a thousand rows take their time; the page tells how far they are.
  await expect(page).toHaveURL(/\/checks$/, { timeout: 180_000 });
}

export async function load(page: Page, name: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Stages of this intake' }).getByRole('link', { name: 'Load', exact: true }).click();
  await page.getByLabel('Name of the intake').fill(name);
  await page.getByRole('button', { name: /^Load / }).click();
  await expect(page).toHaveURL(/\/proof$/);
  await expect(page.getByText('balances').first()).toBeVisible();
}

/** Waits until the page shows that a key decides. */
export async function decidable(page: Page, key: string): Promise<void> {
  await expect(page.locator('.foot button').filter({ has: page.locator('kbd', { hasText: new RegExp(`^${key}$`, 'i') }) })).toBeEnabled();
  await expect(page.locator('.foot [data-loading]')).toHaveCount(0);
}

/** Decides by key, as soon as the page shows that it can be decided. */
export async function decide(page: Page, key: string): Promise<void> {
  await decidable(page, key);
  await page.keyboard.press(key);
}

/** No violation of WCAG 2.2 A and AA that a machine can find, the size of targets among them, and no sideways scrolling of the page. */
export async function looksSound(page: Page): Promise<void> {
  // Colours that change take a moment.
  await page.evaluate(async () => {
    const ending = document.getAnimations().filter((animation) => animation.effect?.getComputedTiming().endTime !== Infinity);
    await Promise.allSettled(ending.filter((animation) => animation.playState === 'running').map((animation) => animation.finished));
  });
  // The checker is half a megabyte: a document that has it already is not given it again.
  if (!(await page.evaluate(() => 'axe' in window))) {
    await page.evaluate(axe.source);
  }
  const violations = await page.evaluate(async () => {
    const found = await (window as unknown as { axe: typeof axe }).axe.run(document, {
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
      resultTypes: ['violations'],
      preload: false,
    });

    return found.violations.map(
      (violation) =>
        `${violation.id}: ${violation.nodes
          .slice(0, 3)
          .map((node) => node.target.join(' '))
          .join(', ')}`,
    );
  });
  expect(violations).toEqual([]);
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
}

/** Adds a condition to the search. */
export async function ask(page: Page, button: string, field: string, fill: () => Promise<void>): Promise<void> {
  await page.getByRole('button', { name: button, exact: true }).click();
  await page.getByRole('combobox', { name: 'What is looked at' }).fill(field);
  await page.getByRole('option', { name: field, exact: true }).click();
  await fill();
  await page.getByRole('button', { name: 'Add it' }).click();
}
