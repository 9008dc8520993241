import { open } from './shot.mjs';
const { browser, page, go, shot } = await open();
const api = (m, p, b) => page.evaluate(async ([m, p, b]) => { const t = decodeURIComponent((document.cookie.match(/XSRF-TOKEN=([^;]+)/) ?? [])[1] ?? ''); const r = await fetch('/api/' + p, { method: m, headers: { 'Accept': 'application/json', 'Content-Type': 'application/json', 'X-XSRF-TOKEN': t }, body: b ? JSON.stringify(b) : undefined }); return [r.status, await r.json()]; }, [m, p, b]);
// a second Silas Whitlock, as someone typed him
const made = await api('POST', 'supporters', { draft: { kind: 'person', fields: { 'name.first': 'Si', 'name.middle': 'J.', 'name.last': 'Whitlock', 'birth_date': '1961-04-09', 'notes': 'Prefers letters to calls', 'name.title': 'Mr.' }, addresses: [], emails: [{ ref: 'new1', address: 'silas@example.org', kind: 'home', is_primary: '1', condition: 'good', label: '' }], phones: [{ ref: 'new1', number: '(207) 555-0126', kind: 'home', is_primary: '1', condition: 'good', label: 'evenings' }], identifiers: [], links: [] } });
console.log(made[0], JSON.stringify(made[1]).slice(0, 300));
await go('/merge?of=1'); await shot('m0');
await browser.close();
