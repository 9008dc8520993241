import { open } from './shot.mjs';
const { browser, page, go, shot } = await open();
const api = (m, p, b) => page.evaluate(async ([m, p, b]) => { const t = decodeURIComponent((document.cookie.match(/XSRF-TOKEN=([^;]+)/) ?? [])[1] ?? ''); const r = await fetch('/api/' + p, { method: m, headers: { 'Accept': 'application/json', 'Content-Type': 'application/json', 'X-XSRF-TOKEN': t }, body: b ? JSON.stringify(b) : undefined }); return [r.status, await r.json()]; }, [m, p, b]);
await go('/duplicates'); await shot('d0');
for (const id of [2, 3, 5, 9, 11, 14, 20, 31, 44]) {
  const s = (await api('GET', `supporters/${id}`))[1];
  const p = s.supporter; if (p.kind !== 'person') continue;
  const e = s.emails[0], ph = s.phones[0];
  for (const variant of id % 3 === 0 ? [1, 2] : [1]) {
    const r = await api('POST', 'supporters', { draft: { kind: 'person', fields: { 'name.first': variant === 2 ? p.first_name[0] + '.' : p.first_name, 'name.last': id === 5 ? p.last_name.replace('n', 'm') : p.last_name, 'notes': 'typed from a card' }, addresses: [], emails: e && id !== 14 ? [{ ref: 'new1', address: e.address.toUpperCase(), kind: 'work', is_primary: '1', condition: 'good', label: '' }] : [], phones: ph ? [{ ref: 'new1', number: ph.number, kind: 'home', is_primary: '1', condition: 'good', label: '' }] : [], identifiers: [], links: [] } });
    if (r[0] !== 201) console.log(r[0], JSON.stringify(r[1]).slice(0, 200));
  }
}
await page.getByRole('button', { name: 'Search it' }).click();
await page.waitForTimeout(4000); await shot('d1');
await page.keyboard.press('j'); await page.waitForTimeout(900); await shot('d2');
console.log(await page.locator('.hint').first().innerText());
await browser.close();
