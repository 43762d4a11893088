import { readFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { linkspan } from '../../demo/drawings';
import { OwnServer } from './own-server';

/** A small office on its first morning. */
const office = new OwnServer(4193);
const BASE = office.base;

test.describe.configure({ mode: 'serial' });
test.beforeAll(office.start);
test.afterAll(office.stop);

const view = async (page: Page, name: RegExp): Promise<void> => {
  const link = page.getByRole('navigation', { name: 'Definitions' }).getByRole('link', { name });
  await link.click();
  // What is pressed next is pressed in the new view.
  await expect(link).toHaveAttribute('aria-current', 'page');
};
const said = (page: Page, words: string | RegExp) => expect(page.getByText(words).first()).toBeVisible();
const save = (page: Page) => page.getByRole('button', { name: 'Save', exact: true }).click();

const DRAFT_VIEWS = [
  'layers',
  'pens',
  'linetypes',
  'meanings',
  'lettering',
  'dimensions',
  'fills',
  'parallels',
  'symbols',
  'names',
  'working',
  'rules',
  'editions',
  'learn',
];

test('a small office defines its standard from nothing', async ({ page }) => {
  page.setDefaultTimeout(30_000);
  await page.goto(`${BASE}/standard?view=editions`);
  await page.getByLabel('Name of the standard').fill('Kestrel Yard Studio');
  await page.getByRole('button', { name: 'Save the name' }).click();
  await said(page, 'Saved in the draft.');

  await view(page, /^Pens/);
  for (const role of ['outline', 'dimension']) {
    await page.getByLabel('New role').fill(role);
    await page.getByRole('button', { name: 'Add a role' }).click();
    await said(page, `${role} has a pen now.`);
  }
  await page.getByLabel('Width of outline').selectOption('0.5');
  await said(page, 'outline prints at 0.5 mm now.');
  await page.getByLabel('Heavier', { exact: true }).selectOption('dimension');
  await page.getByLabel('Lighter', { exact: true }).selectOption('outline');
  await page.getByRole('button', { name: 'Add the order' }).click();
  // An order that the widths break is said, and can be mended.
  await said(page, 'dimension (0.25 mm) is not heavier than outline (0.5 mm)');
  await page.getByRole('button', { name: 'Remove dimension heavier than outline' }).click();
  await page.getByLabel('Heavier', { exact: true }).selectOption('outline');
  await page.getByLabel('Lighter', { exact: true }).selectOption('dimension');
  await page.getByRole('button', { name: 'Add the order' }).click();
  await expect(page.getByRole('region', { name: 'Order' })).toContainText(
    'outline heavier than dimension, 1.4 times or more',
  );

  await view(page, /^Linetypes/);
  await page.getByRole('button', { name: /^Line marks/ }).click();
  await page.getByRole('button', { name: 'ring', exact: true }).click();
  await said(page, 'ring is in the draft.');
  await page.getByLabel('Symbol to take in').setInputFiles({
    name: 'tick.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10" onload="document.title = 2"><script>document.title = "run"</script><path onload="document.title = 1" d="M1 9L9 1"/><circle cx="5" cy="5" r="2"/></svg>',
    ),
  });
  await said(page, 'tick is in the draft.');
  // Nothing of a stranger's file is run.
  await expect(page).toHaveTitle(/Standard/);
  // What is a drawing and no symbol is refused before it can hold up the page.
  for (const [name, outlines, words] of [
    [
      'many',
      '<path d="M1 9L9 1"/>'.repeat(20_000),
      'The SVG has 20,000 outlines; a symbol has 300 at the most.',
    ],
    ['long', `<path d="M1 9${'L9 1'.repeat(200_000)}"/>`, 'kB; a symbol has 500 at the most.'],
  ] as const) {
    const start = Date.now();
    await page.getByLabel('Symbol to take in').setInputFiles({
      name: `${name}.svg`,
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10">${outlines}</svg>`),
    });
    await said(page, words);
    expect(Date.now() - start).toBeLessThan(5000);
  }
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Add a linetype' }).click();
  await page.getByLabel('Name', { exact: true }).fill('KY-Fence');
  await page.getByLabel('Elements').fill('dash 12, gap 1.5');
  await page.getByLabel('In gap 2, 1.5 mm').selectOption('ring');
  await said(page, '0.50 mm too wide');
  await page.getByRole('button', { name: 'Add it' }).click();
  await said(page, '“ring” is 2 mm wide, its gap is 1.5 mm');
  await page.getByLabel('Elements').fill('dash 12, gap 4');
  await said(page, '1.00 mm clear on either side');
  await page.getByRole('button', { name: 'Add it' }).click();
  await said(page, 'KY-Fence is saved in the draft.');
  await page.getByRole('button', { name: 'Add a linetype' }).click();
  await page.getByLabel('Name', { exact: true }).fill('KY-Hidden');
  await page.getByLabel('Elements').fill('dash 3, gap 0.75');
  await page.getByRole('button', { name: 'Add it' }).click();
  await said(page, 'KY-Hidden is saved in the draft.');

  await view(page, /^Meanings/);
  await page.getByLabel('Add a ready one').selectOption('hidden');
  await page.getByLabel('Linetype', { exact: true }).selectOption('KY-Hidden');
  await page.getByRole('button', { name: 'Add it' }).click();
  await said(page, 'hidden is saved in the draft.');

  // Layers come out of a spreadsheet; a cell that cannot be read is named, and nothing is taken over.
  await view(page, /^Layers/);
  await page.getByRole('button', { name: 'From a table …' }).click();
  const rows =
    'Name\tPurpose\tColour\tLinetype\tWidth\tDiscipline\tRole\nKY-WALL\tWalls\t7\t\t0.5\tbuilding\toutline\nKY-HIDN\tHidden edges\t4\tKY-Hidden\t0.25\tbuilding\t\nKY-DIM\tDimensions\t3\t\t0.25\tgeneral\tdimension\nKY-FILL\tFills\t253\t\t0.13\tbuilding\t';
  await page.getByLabel('Rows to take in').fill(rows.replace('\t253\t', '\tgrey\t'));
  await page.getByRole('button', { name: 'Check it' }).click();
  await said(page, '“grey” is no colour: 1 to 255, or #rrggbb');
  await page.getByRole('button', { name: 'Back' }).click();
  await page.getByLabel('Rows to take in').fill(rows);
  await page.getByRole('button', { name: 'Check it' }).click();
  await page.getByRole('button', { name: 'Take over 4 changes' }).click();
  await said(page, '4 layers taken over into the draft.');
  // Two at once, with how many said first.
  await page.getByLabel('Choose KY-WALL').check();
  await page.getByLabel('Choose KY-FILL').check();
  await page.getByLabel('Discipline', { exact: true }).last().fill('architecture');
  await said(page, '2 settings of 2 layers will change.');
  await page.getByRole('button', { name: 'Change 2 layers' }).click();
  await said(page, '2 layers changed in the draft.');

  await view(page, /^Lettering/);
  await page.getByRole('button', { name: 'Add a text style' }).click();
  await page.getByLabel('Name', { exact: true }).fill('KY-Note');
  await page.getByRole('button', { name: 'Add the style' }).click();
  await said(page, 'KY-Note is saved in the draft.');

  await view(page, /^Dimensions/);
  await page.getByRole('button', { name: 'Add a dimension style' }).click();
  await page.getByLabel('Name', { exact: true }).fill('KY-mm');
  // Touching the gap in the picture opens its setting; what is unwise is said while it is typed.
  await page.locator('svg [data-setting="extensionOffsetMm"]').last().dispatchEvent('pointerdown');
  await expect(page.getByLabel('Extension lines: gap at the object, mm')).toBeFocused();
  await page.getByLabel('Extension lines: gap at the object, mm').fill('0');
  await said(page, 'extension lines touch the object');
  await page.getByLabel('Extension lines: gap at the object, mm').fill('1.5');
  await expect(page.getByText('extension lines touch the object')).toHaveCount(0);
  await page.getByRole('tab', { name: 'Figure', exact: false }).click();
  await page.getByLabel('Text style', { exact: true }).selectOption('KY-Note');
  await page.getByRole('button', { name: 'Add it' }).click();
  await said(page, 'KY-mm is saved in the draft.');
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await page.getByLabel('Name', { exact: true }).fill('KY-m');
  await page.getByLabel('Builds on').selectOption('KY-mm');
  await page.getByRole('tab', { name: 'Number' }).first().click();
  await page.getByLabel('After the value').fill(' m');
  await said(page, 'in a drawing in mm the factor is 0.001, not 1');
  await page.getByLabel('Factor, ×').fill('0.001');
  await page.getByLabel('Decimal places', { exact: true }).fill('2');
  await said(page, '2550 in the drawing reads 2.55 m');
  await page.getByRole('button', { name: 'Add it' }).click();
  await said(page, 'KY-m is saved in the draft.');
  await page.getByLabel('Compare with').selectOption('KY-mm');
  const compared = page.getByRole('region', { name: 'Compare' });
  await expect(compared.getByRole('row')).toHaveCount(4);
  await expect(compared).toContainText('number: factor');

  await view(page, /^Fills/);
  await page.getByLabel('Add a ready one').selectOption('BRICK-COURSES');
  await page.getByLabel('Layer', { exact: true }).selectOption('KY-FILL');
  await page.getByRole('button', { name: 'Add it' }).click();
  await said(page, 'BRICK-COURSES is saved in the draft.');

  await view(page, /^Parallels/);
  await page.getByRole('button', { name: 'Add a parallel-line set' }).click();
  await page.getByLabel('Name', { exact: true }).fill('KY-Wall-115');
  await page.getByLabel('Offset, mm').first().fill('57.5');
  await page.getByLabel('Offset, mm').last().fill('-57.5');
  await page.getByLabel('End', { exact: true }).selectOption('round');
  await page.getByRole('button', { name: 'Add it' }).click();
  await said(page, 'KY-Wall-115 is saved in the draft.');

  await view(page, /^Working/);
  await page.getByLabel('Layers').fill('KY-HELP*');
  await save(page);
  await said(page, 'Working content is saved in the draft.');

  await view(page, /^Rules/);
  await page.getByRole('button', { name: /^Own colour/ }).click();
  await page.getByLabel('Weight').selectOption('must');
  await save(page);
  await said(page, 'Own colour: saved in the draft.');
});

test('it is all there after a restart, accessible, and comes back the same from its export', async ({
  page,
}) => {
  await office.stop();
  await office.start();
  await page.goto(`${BASE}/standard?view=dimensions`);
  await page.getByRole('button', { name: 'KY-m', exact: true }).click();
  await expect(page.getByLabel('Builds on')).toHaveValue('KY-mm');
  // Drafts have forms where issued editions have words.
  for (const name of DRAFT_VIEWS) {
    await page.goto(`${BASE}/standard?view=${name}`);
    await expect(page.locator('h1')).toBeVisible();
    if (name === 'linetypes') {
      await page.getByRole('button', { name: 'KY-Fence', exact: true }).click();
      await page.getByRole('button', { name: /^Line marks/ }).click();
    }
    const { violations } = await new AxeBuilder({ page })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
      .analyze();
    expect(
      violations.map(({ id, nodes }) => `${name} ${id}: ${nodes.map(({ html }) => html).join(' ')}`),
    ).toEqual([]);
  }
  await page.goto(`${BASE}/standard?view=editions`);
  const exported = async (): Promise<string> => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Export' }).first().click(),
    ]);
    return readFileSync(await file.path(), 'utf8');
  };
  const before = await exported();
  await page.getByRole('button', { name: 'Copy Metric mechanical' }).click();
  await said(page, 'The draft is a copy of “Metric mechanical” now.');
  expect(await exported()).not.toBe(before);
  await page
    .getByLabel('Standard to take in')
    .setInputFiles({ name: 'ours.json', mimeType: 'application/json', buffer: Buffer.from(before) });
  await page.getByRole('button', { name: 'Take it in' }).click();
  await said(page, 'ours.json is in Draft 1 now.');
  await page.goto(`${BASE}/standard?view=editions`);
  expect(await exported()).toBe(before);
});

test('it is issued, drawings are checked with it, and the next draft says what changes', async ({ page }) => {
  await page.goto(`${BASE}/standard?view=editions`);
  await page.getByRole('button', { name: 'Issue …' }).click();
  await page.getByLabel('Issued by').fill('Nadja Brill');
  await page.getByLabel('Why').fill('Our first');
  await page.getByRole('button', { name: 'Issue it' }).click();
  await said(page, 'Edition 1 in force');
  const [template] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'DXF 2010' }).click(),
  ]);
  expect(template.suggestedFilename()).toBe('Kestrel Yard Studio Edition 1 template.zip');
  const [specimen] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'PDF' }).click(),
  ]);
  expect(readFileSync(await specimen.path(), 'latin1')).toMatch(/^%PDF-/);

  const send = await page.request.post(`${BASE}/api/drawings?name=linkspan.dxf&sender=Hafner`, {
    data: Buffer.from(linkspan().bytes),
  });
  const { id } = (await send.json()) as { id: number };
  await expect
    .poll(
      async () =>
        ((await (await page.request.get(`${BASE}/api/drawings/${id}`)).json()) as { state?: string }).state,
    )
    .toBe('ready');
  await page.goto(`${BASE}/drawings/${id}`);
  await expect(page.getByText('Edition 1', { exact: false }).first()).toBeVisible();
  const audit = (await (await page.request.get(`${BASE}/api/drawings/${id}`)).json()) as {
    current: { findings: { rule: string; weight: string }[] };
  };
  const own = audit.current.findings.filter(({ rule }) => rule === 'objects/own-colour');
  expect(own.length).toBeGreaterThan(0);
  // The office decided that an own colour must go.
  expect(new Set(own.map(({ weight }) => weight))).toEqual(new Set(['must']));

  // The next draft learns from that drawing what the office wants of it, and says what it changes.
  await page.goto(`${BASE}/standard?view=editions`);
  await page.getByRole('button', { name: 'Begin the next draft' }).click();
  await page.getByRole('link', { name: 'Learn from a drawing …' }).click();
  await page.getByLabel('Drawing on file to learn from').selectOption({ label: 'linkspan.dxf (Hafner)' });
  await page.getByLabel('All linetypes').check();
  await page.getByRole('button', { name: /^Take over \d+$/ }).click();
  await said(page, /definitions? taken over into the draft\./);
  await page.getByRole('link', { name: 'Back to the editions' }).click();
  const changes = page.getByRole('region', { name: 'Changes' });
  await expect(changes.getByRole('heading')).toContainText('to Draft 2');
  await expect(changes.getByRole('row', { name: /^Linetype/ }).first()).toContainText('new');
  await page.getByRole('button', { name: 'Issue …' }).click();
  await page.getByLabel('Issued by').fill('Nadja Brill');
  await page.getByRole('button', { name: 'Issue it' }).click();
  await said(page, 'Edition 2 in force');

  // The first edition is withdrawn; the last one in force cannot be.
  await page
    .getByRole('row', { name: /^Edition 1/ })
    .getByRole('button', { name: 'Withdraw …' })
    .click();
  await page.getByLabel('Withdrawn by').fill('Nadja Brill');
  await page.getByRole('button', { name: 'Withdraw it' }).click();
  await said(page, 'Edition 1 is withdrawn.');
  await expect(page.getByRole('row', { name: /^Edition 1/ })).toContainText('withdrawn');
  await page
    .getByRole('row', { name: /^Edition 2/ })
    .getByRole('button', { name: 'Withdraw …' })
    .click();
  await page.getByLabel('Withdrawn by').fill('Nadja Brill');
  await page.getByRole('button', { name: 'Withdraw it' }).click();
  await said(page, 'It is the only edition in force.');
});
