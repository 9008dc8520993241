import { execFileSync } from 'node:child_process';
import { expect, type Page, test } from '@playwright/test';
import { looksSound, signIn } from './steps';

async function taken(page: Page, link: string | RegExp): Promise<string> {
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: link }).first().click();
  return (await download).path();
}

/** Files of a ZIP, by name. */
const unzipped = (path: string): Record<string, string> =>
  JSON.parse(
    execFileSync(
      'php',
      [
        '-r',
        '$z = new ZipArchive(); $z->open($argv[1]); $f = []; for ($i = 0; $i < $z->numFiles; $i++) { $f[$z->getNameIndex($i)] = $z->getFromIndex($i); } echo json_encode($f);',
        path,
      ],
      { encoding: 'utf8', maxBuffer: 1 << 28 },
    ),
  ) as Record<string, string>;

test('an export is saved to be made by itself, and brought into a folder; everything is what the tables have', async ({ page }) => {
  await signIn(page, 'admin@example.org');
  await page.goto('/exports');
  await page.getByRole('combobox', { name: 'A row for each' }).click();
  await page.getByRole('option', { name: 'gift', exact: true }).click();
  await page.getByRole('textbox', { name: 'From' }).fill('2025-01-01');
  await page.getByRole('textbox', { name: 'To', exact: true }).fill('2025-12-31');
  await page.getByText('Other names for the columns').click();
  await page.getByRole('textbox', { name: 'Date' }).first().fill('Booked on');
  await expect(page.getByRole('status')).toContainText('Booked on');
  const said = await page.getByRole('status').locator('b').innerText();
  const rows = Number(said.replace(/\D/g, ''));

  await page.getByRole('button', { name: 'Save it, to make it again' }).click();
  const form = page.getByRole('dialog');
  await form.getByRole('textbox', { name: 'Name', exact: true }).fill('Gifts for the ledger');
  await form.getByRole('combobox', { name: 'Made' }).click();
  await page.getByRole('option', { name: 'every week' }).click();
  await form.getByRole('combobox', { name: 'Brought' }).click();
  await page.getByRole('option', { name: /into a folder/ }).click();
  await form.getByRole('textbox', { name: 'Name of the folder' }).fill('../ledger');
  await form.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(form.getByText('The name of a folder has letters')).toBeVisible();
  await form.getByRole('textbox', { name: 'Name of the folder' }).fill('Ledger');
  await form.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('every Monday, from 4:00 on')).toBeVisible();

  await page.getByRole('button', { name: /^make now/ }).click();
  await expect(page.getByText(/in the folder Ledger: Gifts for the ledger/)).toBeVisible();
  await looksSound(page);
  const csv = execFileSync('cat', [await taken(page, /^Take it/)], { encoding: 'utf8' }).replace(/^\uFEFF/, '');
  expect(csv.split('\r\n')[0]).toContain('Booked on');
  expect(csv.trim().split('\r\n')).toHaveLength(rows + 1);

  await page.getByRole('combobox', { name: 'A row for each' }).click();
  await page.getByRole('option', { name: 'everything, all tables' }).click();
  await page.getByRole('button', { name: 'Make the file' }).click();
  await expect(page.getByText('ZIP, today')).toBeVisible();
  await expect(page.getByText('being made …')).toHaveCount(0);
  const files = unzipped(await taken(page, /^Take it.*Everything/));
  const { tables } = JSON.parse(files['description.json'] ?? '') as { tables: { table: string; rows: number; file: string }[] };
  const count = (table: string) => tables.find((one) => one.table === table)?.rows;
  const list = async (path: string) => ((await (await page.request.get(path)).json()) as { total: number }).total;
  expect(count('supporters')).toBe(await list('/api/supporters'));
  for (const { file, rows: told } of tables.filter(({ table }) => ['emails', 'funds', 'batches'].includes(table))) {
    expect(files[file]?.trim().split('\r\n'), file).toHaveLength(told + 1);
  }
  expect(JSON.stringify(files)).not.toContain('$2y$');
});

test('someone is erased: what there is is shown, it is done for good, and the proof of it stays', async ({ page }) => {
  await signIn(page, 'admin@example.org');
  // Not one of the first five hundred, whose gifts another journey types in.
  await page.goto('/supporters/614');
  await page.getByRole('button', { name: 'Write a dated note' }).click();
  await page.getByRole('textbox', { name: 'What there is to say' }).fill('Wants to be forgotten.');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Wants to be forgotten.')).toBeVisible();
  const name = await page.getByRole('heading', { level: 1 }).innerText();
  await page.getByRole('link', { name: 'Erase them' }).click();
  await expect(page.getByRole('cell', { name: 'dated notes' })).toBeVisible();
  await looksSound(page);
  const about = unzipped(await taken(page, /take all of it for them/));
  expect(about['about.html']).toContain('Wants to be forgotten.');

  const erase = page.getByRole('button', { name: 'Erase them for good' });
  await page.getByRole('combobox', { name: 'Who asked for it' }).click();
  await page.getByRole('option', { name: 'the person' }).click();
  await page.getByRole('textbox', { name: 'Why' }).fill(`${name} wrote to us`);
  await expect(erase).toBeDisabled();
  await page.getByRole('textbox', { name: /^Write 614 here/ }).fill('614');
  await erase.click();
  await expect(page.getByText('The reason stays when all else goes')).toBeVisible();
  await page.getByRole('textbox', { name: 'Why' }).fill('Letter of 2 November');
  await erase.click();
  await expect(page.getByText('Done. No record, no history')).toBeVisible();
  await expect(page.getByText('Letter of 2 November')).toBeVisible();

  await page.goto('/supporters/614');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Erased person');
  await expect(page.getByText('They were erased, as they have a right to be')).toBeVisible();
  await expect(page.getByText('Wants to be forgotten.')).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Edit', exact: true })).toHaveCount(0);
  await page.goto(`/supporters?q=${encodeURIComponent(name)}`);
  await expect(
    page
      .getByText('Nobody found')
      .or(page.getByText(/supporters? found/))
      .first(),
  ).toBeVisible();
  await expect(page.getByRole('link', { name, exact: true })).toHaveCount(0);
});

test('gifts are taken for accounting once, and each gets a statement', async ({ page }) => {
  await signIn(page);
  await page.goto('/exports/accounting');
  await page.getByRole('textbox', { name: 'Where money comes in' }).fill('1000');
  await page.getByRole('button', { name: 'Save the accounts' }).click();
  await expect(page.getByText('Saved. Journals that were taken')).toBeVisible();
  await page.getByRole('textbox', { name: 'From' }).fill('2025-01-01');
  await page.getByRole('textbox', { name: 'Until' }).fill('2025-01-31');
  await page.getByRole('button', { name: 'Take the journal' }).click();
  await expect(page.getByRole('link', { name: 'Take the file' })).toBeVisible();
  await looksSound(page);
  const csv = execFileSync('cat', [await taken(page, 'Take the file')], { encoding: 'utf8' });
  const cents = (place: number) =>
    csv
      .trim()
      .split('\r\n')
      .slice(1)
      .reduce((sum, line) => sum + Math.round(Number(line.split(',')[place]) * 100), 0);
  expect(cents(4)).toBeGreaterThan(0);
  expect(cents(4)).toBe(cents(5));
  await page.getByRole('link', { name: 'all journals' }).click();
  await page.getByRole('textbox', { name: 'From' }).fill('2025-01-01');
  await page.getByRole('textbox', { name: 'Until' }).fill('2025-01-31');
  await expect(page.getByText('0 gifts of these days were not taken yet')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take the journal' })).toBeDisabled();

  await page.goto('/exports/statements');
  await expect(page.getByText(/in all/)).toBeVisible();
  await page.getByRole('button', { name: 'Make the statements' }).click();
  await expect(page.getByRole('link', { name: /^Take it.*Giving statements/ })).toBeVisible();

  await page.goto('/totals');
  await expect(page.getByRole('heading', { name: 'Totals' })).toBeVisible();
  await looksSound(page);
  const cell = page.getByRole('row', { name: /for the first time/ }).getByRole('link');
  const first = await cell.innerText();
  await cell.click();
  await expect(page.getByText(new RegExp(`^${first} supporters? found`))).toBeVisible();
});
