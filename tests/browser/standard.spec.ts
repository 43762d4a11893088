import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';

/** Begins a draft, or goes on with the one another test began. */
async function openDraft(page: Page): Promise<void> {
  const begin = page.getByRole('button', { name: 'Begin the next draft' });
  if (await begin.isVisible()) await begin.click();
  else if (await page.getByRole('link', { name: /^Go on with/ }).isVisible())
    await page.getByRole('link', { name: /^Go on with/ }).click();
  await expect(page.getByText('Every change is saved in the draft')).toBeVisible();
}

test('a draft is begun, edited with checks, issued, and comes back the same from its export', async ({
  page,
}) => {
  await page.goto('/standard');
  const begin = page.getByRole('button', { name: 'Begin the next draft' });
  if (await begin.isVisible()) await begin.click();
  else await page.getByRole('link', { name: /Go on with Draft/ }).click();
  await expect(page.getByLabel('Edition shown')).toContainText('Draft 2 (draft)');

  // A wrong value is named at its field and not saved.
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await page.getByLabel('Name', { exact: true }).fill('a-wall');
  await page.getByRole('button', { name: 'Add the layer' }).click();
  await expect(page.getByText('“a-wall” is there twice')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('X-TEST');
  await page.getByLabel('What belongs on it').fill('Trial pits');
  await page.getByLabel('Colour', { exact: true }).fill('#336699');
  await page.getByLabel('Width', { exact: true }).selectOption('0.35');
  await page.getByRole('button', { name: 'Add the layer' }).click();
  await expect(page.getByText('X-TEST is saved in the draft.')).toBeVisible();

  await page.getByRole('link', { name: /^Linetypes/ }).click();
  await page.getByRole('button', { name: 'Add a linetype' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Trial');
  await page.getByLabel('Elements').fill('gap 2, dash 3');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('begins with a dash or a dot')).toBeVisible();
  await page.getByLabel('Elements').fill('dash 4, gap 1, dot, gap 1');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('Trial is saved in the draft.')).toBeVisible();

  await page.getByRole('link', { name: /^Pens/ }).click();
  await page.getByLabel('Permit another width').selectOption('1.4');
  await page.getByRole('button', { name: 'Permit it' }).click();
  await expect(page.getByRole('cell', { name: '1.40', exact: true })).toBeVisible();

  await page.getByRole('link', { name: /^Editions/ }).click();
  const [first] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export' }).first().click(),
  ]);
  const exported = readFileSync(await first.path(), 'utf8');
  expect(exported).toContain('X-TEST');
  // What a file would change is shown before anything happens; nothing is what its own export would.
  const choose = (name: string, text: string): Promise<void> =>
    page
      .getByLabel('Standard to take in')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  await choose('same.json', exported);
  await expect(page.getByText('It says what Draft 2 says already.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take it in' })).toBeDisabled();
  await page.getByRole('button', { name: 'Cancel' }).click();
  const other = exported.replace('"Trial pits"', '"Trial pits and cores"');
  await choose('standard.json', other);
  await expect(page.getByRole('row', { name: /Layer — 1 —/ })).toBeVisible();
  await expect(page.getByText('Trial pits → Trial pits and cores')).toBeVisible();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('standard.json is in Draft 2 now.')).toBeVisible();
  // The page goes to the layers by itself; whoever leaves before would meet it on the way.
  await expect(page).toHaveURL(/view=layers/);
  await page.getByRole('link', { name: /^Editions/ }).click();
  await expect(page).toHaveURL(/view=editions/);
  const [again] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export' }).first().click(),
  ]);
  expect(readFileSync(await again.path(), 'utf8')).toBe(other);

  // Undone, after the page was loaded anew, the draft is what it was; done again, it is what was taken in.
  const content = async (): Promise<string> => (await page.request.get(`/api/standard/2/export`)).text();
  await page.reload();
  await expect(async () => {
    if ((await content()) !== exported) await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(content, { timeout: 2000 }).toBe(exported);
  }).toPass();
  await page.getByRole('button', { name: /^Redo/ }).click();
  await expect.poll(content).toBe(other);
  await page.goto('/standard?edition=2&view=editions');

  // A file that breaks the schema says which field, and changes nothing.
  const broken = other.replace('"widthMm": 0.35', '"widthMm": 0.36');
  await choose('broken.json', broken);
  await expect(page.getByRole('alert').filter({ hasText: 'width' })).toContainText(
    'is not among the permitted pen widths',
  );

  // What the draft changes is named setting by setting, before and after it is issued.
  const changes = page.getByRole('region', { name: 'Changes' });
  await expect(changes.getByRole('heading')).toContainText(/to Draft 2: \d+ changes/);
  await expect(changes.getByRole('row', { name: /X-TEST/ })).toContainText(
    'new—what belongs on it: Trial pits',
  );
  await expect(changes.getByRole('row', { name: /permitted widths/ })).toContainText('1 mm, 1.4 mm');

  await page.getByRole('button', { name: 'Issue …' }).click();
  await expect(page.getByRole('dialog')).toContainText('changes since Edition 1');
  await page.getByLabel('Issued by').fill('Standards manager');
  await page.getByLabel('Why').fill('Trial pits');
  await page.getByRole('button', { name: 'Issue it' }).click();
  await expect(page.getByText('Edition 2 in force')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Begin the next draft' })).toBeVisible();
  await expect(changes.getByRole('heading')).toContainText('to Edition 2');
  await page.getByRole('link', { name: /^Layers/ }).click();
  await page.getByRole('button', { name: /X-TEST/ }).click();
  await expect(page.getByLabel('Name', { exact: true })).toBeDisabled();

  // A drawing checked with the edition before can be checked again, and the step taken back.
  await page.goto('/drawings');
  await page.getByRole('link', { name: 'LK-E-04 shore power.dxf' }).click();
  await page.getByRole('button', { name: 'Check with Edition 2' }).click();
  await expect(page.getByText('Checked with Edition 2. Ctrl Z goes back.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Check with Edition 2' })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Check with Edition 2' })).toBeVisible();
});

test('names are taken apart by the scheme, put right, and the scheme is changed in a draft', async ({
  page,
}) => {
  await page.goto('/standard?view=names');
  await expect(page.getByText(/follow the scheme/)).toBeVisible();
  const name = page.getByLabel('Name of a layer');
  await name.fill('Z-WALL-N');
  await expect(page.getByText('Discipline “Z” is not in the list.')).toBeVisible();
  await page.getByRole('button', { name: 'G-WALL-N', exact: true }).click();
  await expect(page.getByText('It follows the scheme.')).toBeVisible();
  await name.fill('A-WALL-K');
  await expect(page.getByText('Status “K” is not in the list.')).toBeVisible();

  const begin = page.getByRole('button', { name: 'Begin the next draft' });
  if (await begin.isVisible()) await begin.click();
  else await page.getByRole('link', { name: /^Go on with/ }).click();
  await expect(page.getByText('Every change is saved in the draft')).toBeVisible();
  await page.getByRole('button', { name: /^Status/ }).click();
  const codes = page.getByLabel(/^Codes, one on a line/);
  await codes.fill(`${await codes.inputValue()}\nK to be kept`);
  await page.getByLabel('Longest').fill('0');
  await page.getByRole('button', { name: 'Save the field' }).click();
  await expect(page.getByLabel('Longest')).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Longest').fill('1');
  await page.getByRole('button', { name: 'Save the field' }).click();
  await expect(page.getByText('Status is saved in the draft.')).toBeVisible();
  await page.reload();
  await page.getByLabel('Name of a layer').fill('A-WALL-K');
  await expect(page.getByText('It follows the scheme.')).toBeVisible();
});

test('a text style is set at true size, checked against the permitted heights, and kept', async ({
  page,
}) => {
  await page.goto('/standard?view=lettering');
  await openDraft(page);
  await page.getByRole('button', { name: 'Add a text style' }).click();
  await page.getByLabel('Name', { exact: true }).fill('ohw-note');
  await page.getByLabel('Height', { exact: true }).selectOption('3.5');
  await expect(page.getByText('3.5 mm on paper · 70 at 1:20 · 175 at 1:50 · 350 at 1:100')).toBeVisible();
  await page.getByRole('button', { name: 'Add the style' }).click();
  await expect(page.getByText('“ohw-note” is there twice')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('OHW-Level');
  await page.getByRole('button', { name: 'Add the style' }).click();
  await expect(page.getByRole('row', { name: /OHW-Level/ })).toContainText('0.35 mm · h/10');
  // A height that a style uses cannot be taken off the list.
  await page.getByLabel('Permitted heights, mm').fill('1.8, 2.5, 5, 7');
  await page.getByRole('button', { name: 'Save the heights' }).click();
  await expect(page.getByText('3.5 mm is not among the permitted heights')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('row', { name: /OHW-Level/ })).toBeVisible();
});

test('a linetype with a word becomes a family for other services', async ({ page }) => {
  await page.goto('/standard?view=linetypes');
  await openDraft(page);
  await page.getByRole('button', { name: 'OHW-Fuel' }).click();
  // A word that does not fit its gap is said in millimetres, and not stored.
  await page.getByLabel('Elements', { exact: true }).fill('dash 12, gap 2 “FUEL”');
  await expect(page.getByText('“FUEL” is 3.22 mm wide, its gap is 2 mm')).toBeVisible();
  await page.getByLabel('Elements', { exact: true }).fill('dash 12, gap 6 “FUEL”');
  // A text style makes it as wide as its letters are; beside the line it needs no gap at all.
  const style = page.getByLabel('Text style of the word');
  await style.selectOption('OHW-Dims');
  await expect(page.getByText('2.89 mm wide, 1.55 mm clear on either side')).toBeVisible();
  await style.selectOption('');
  await expect(page.getByText('3.22 mm wide, 1.39 mm clear on either side')).toBeVisible();
  await page.getByLabel('Off the line by, mm').fill('1');
  await expect(page.getByText('3.22 mm wide, beside the line: it needs no gap')).toBeVisible();
  await page.getByLabel('Off the line by, mm').fill('0');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('OHW-Fuel is saved in the draft.')).toBeVisible();
  await page.getByLabel('The same line for other words, one on a line').fill('W\nSTORM');
  await page.getByRole('button', { name: 'Add the family' }).click();
  await expect(page.getByText('OHW-W, OHW-STORM: added to the draft.')).toBeVisible();
  await page.reload();
  // Each gap leaves its own word as much room as the first.
  await expect(page.getByRole('row', { name: /OHW-STORM/ })).toContainText('“STORM”');
  await expect(page.getByRole('row', { name: /OHW-W/ })).toContainText('gap 3.84');
});

test('steps of drafting are undone and done again, from one view to the next', async ({ page }) => {
  await page.goto('/standard?view=layers');
  await openDraft(page);
  await page.getByRole('link', { name: /^Pens/ }).click();
  await page.getByLabel('Default', { exact: true }).selectOption('0.35');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeVisible();
  await page.getByRole('link', { name: /^Lettering/ }).click();
  // The steps are still there when the page is loaded anew.
  await expect(page).toHaveURL(/view=lettering/);
  await page.reload();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Pens: default width 0.35 mm → 0.25 mm')).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByText('Pens: default width 0.25 mm → 0.35 mm')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled();
  await page.getByRole('link', { name: /^Pens/ }).click();
  await expect(page.getByLabel('Default', { exact: true })).toHaveValue('0.25');

  // A draft that was changed elsewhere is not overwritten.
  await page.getByLabel('Default', { exact: true }).selectOption('0.5');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeVisible();
  const other = await page.context().newPage();
  await other.goto('/standard?view=pens');
  await openDraft(other);
  await other.getByLabel('Default', { exact: true }).selectOption('0.7');
  await expect(other.getByRole('button', { name: 'Undo' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Someone else changed the draft meanwhile')).toBeVisible();
  await other.reload();
  await expect(other.getByLabel('Default', { exact: true })).toHaveValue('0.7');
});

test('what is typed and not saved is there again: after another row, another view, and the page loaded anew', async ({
  page,
}) => {
  await page.goto('/standard?view=layers');
  await openDraft(page);
  await page.getByRole('button', { name: /V-BNDY/ }).click();
  const purpose = page.getByLabel('What belongs on it');
  const saved = await purpose.inputValue();
  await purpose.fill('Limit, half typed');
  await expect(page.getByText('Not saved yet.')).toBeVisible();
  await page.getByRole('button', { name: /V-SPOT/ }).click();
  await expect(page.getByText('Not saved yet.')).toHaveCount(0);
  await page.getByRole('link', { name: /^Pens/ }).click();
  await expect(page).toHaveURL(/view=pens/);
  await page.goto('/standard?view=layers');
  await openDraft(page);
  await page.getByRole('button', { name: /V-BNDY/ }).click();
  await expect(purpose).toHaveValue('Limit, half typed');
  await page.reload();
  await page.getByRole('button', { name: /V-BNDY/ }).click();
  await expect(purpose).toHaveValue('Limit, half typed');
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(purpose).toHaveValue(saved);
  await expect(page.getByText('Not saved yet.')).toHaveCount(0);
});
