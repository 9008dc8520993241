import { open } from './shot.mjs';
const { browser, page, go, shot } = await open();
await go('/merge?of=1,1501'); await page.waitForTimeout(800); await shot('m1');
await browser.close();
