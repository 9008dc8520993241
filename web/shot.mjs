import { chromium } from 'playwright-core';
const BASE = process.env.BASE ?? 'http://127.0.0.1:8800';
export async function open(email = 'steward@example.org', viewport = { width: 1280, height: 800 }) {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  const page = await (await browser.newContext({ viewport })).newPage();
  page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
  page.on('console', (m) => { if (m.type() === 'error') console.log('CONSOLE', m.text().slice(0, 300)); });
  await page.goto(BASE);
  await page.getByLabel('Email').fill(email);
  await page.getByRole('textbox', { name: 'Password' }).fill('harbor-lights');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('link', { name: 'Today' }).waitFor();
  const go = async (path) => { await page.goto(BASE + path); await page.waitForTimeout(700); };
  const shot = async (name) => { await page.waitForTimeout(400); await page.screenshot({ path: `/tmp/s-${name}.png` }); };
  return { browser, page, go, shot };
}
