import { expect, type Page, test } from '@playwright/test';
import { entityOf } from '../../src/core/dxf/drawing';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { DrawingComposer } from '../../src/core/dxf/write/composer';
import { OwnServer } from './own-server';
import { issueDemo, sendIn } from './taking-in';

// What a person would decide alike each time is decided once, in the standard; a line that stands in for a leader becomes one.

const office = new OwnServer(4199);
test.describe.configure({ mode: 'serial' });
test.use({ baseURL: office.base });
test.beforeAll(office.start);
test.afterAll(office.stop);

/** A frozen layer with a line on it, and a line with an arrow that leads to a text. */
function sketch(): Uint8Array {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'S-STEL', colour: 150, widthMm: 0.35, frozen: true });
  file.layer({ name: 'G-TEXT', colour: 3, widthMm: 0.25 });
  file.layer({ name: 'S-CONC', colour: 8, widthMm: 0.5 });
  file.model.line({ layer: 'S-STEL' }, [0, 0], [500, 0]);
  const sheet = file.sheet('Sketch', 297, 210);
  sheet.line({ layer: 'S-CONC' }, [60, 40], [60, 80]);
  sheet.solid({ layer: 'G-TEXT' }, [
    [60, 60],
    [62.06, 61.47],
    [61.47, 62.06],
    [60, 60],
  ]);
  sheet.polyline({ layer: 'G-TEXT' }, [
    [61.77, 61.77],
    [80, 80],
    [86, 80],
  ]);
  sheet.text({ layer: 'G-TEXT' }, [87, 78.75], 2.5, 'Kerb wall');
  return file.bytes();
}

const finding = (page: Page, says: string) => page.locator('[data-finding]', { hasText: says });
const list = (page: Page, says: string) => page.getByPlaceholder(/^Find/).first().fill(says);
const FROZEN = 'Layer “S-STEL” is frozen and holds 1 line.';

test('the standard decides about hidden content, and is obeyed without asking', async ({ page, request }) => {
  await issueDemo(request, office.base);
  const first = await sendIn(request, office.base, { name: 'first.dxf', sender: 'Orlan', bytes: sketch() });
  await page.goto(`/drawings/${first}`);
  await list(page, 'frozen');
  await finding(page, FROZEN).click();
  await expect(page.getByText('The standard decides')).toHaveCount(0);

  const begun = await request.post(`${office.base}/api/standard/draft`, { data: {} });
  const { edition } = (await begun.json()) as { edition: { id: number } };
  await page.goto(`/standard?edition=${edition.id}&view=rules`);
  await page.getByRole('button', { name: /^Content on a hidden layer/ }).click();
  await page.getByLabel('What it finds is settled by').selectOption('the standard: its content removed');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Content on a hidden layer: saved in the draft.')).toBeVisible();
  await expect(page.getByRole('cell', { name: 'the standard: its content removed' })).toBeVisible();
  const draft = (await (await request.post(`${office.base}/api/standard/draft`, { data: {} })).json()) as {
    edition: { id: number; version: number };
  };
  const issued = await request.post(`${office.base}/api/standard/issue`, {
    data: {
      id: draft.edition.id,
      version: draft.edition.version,
      issuedBy: 'N. Brill',
      note: 'Hidden content goes',
    },
  });
  expect(issued.ok()).toBe(true);

  const second = await sendIn(request, office.base, { name: 'second.dxf', sender: 'Orlan', bytes: sketch() });
  await page.goto(`/drawings/${second}`);
  await list(page, 'frozen');
  await finding(page, FROZEN).click();
  await expect(page.getByText('The standard decides: its content removed.')).toBeVisible();
  // The other way out is still there for a person.
  await expect(page.getByRole('button', { name: 'Show 1 object' })).toBeVisible();
  await page.getByRole('button', { name: /^Correct Enter|^Correct$/ }).click();
  await expect(finding(page, FROZEN)).toHaveCount(0);
});

test('a line with an arrow becomes a leader, and its text stays', async ({ page, request }) => {
  const id = await sendIn(request, office.base, { name: 'third.dxf', sender: 'Orlan', bytes: sketch() });
  await page.goto(`/drawings/${id}`);
  await list(page, 'no leader');
  await finding(
    page,
    'A line with an arrow on layer “G-TEXT” leads to “Kerb wall” and is no leader.',
  ).click();
  // Three styles fit its text alike: none is picked beforehand.
  await expect(page.getByRole('button', { name: 'Pick a dimension style' })).toBeDisabled();
  await page.getByRole('radio', { name: /OHW-Millimetres/ }).check();
  await page.getByRole('button', { name: /^Make it a leader in OHW-Millimetres/ }).click();
  await expect(finding(page, 'is no leader')).toHaveCount(0);
  const kinds = async (): Promise<string[]> => {
    const read = readDrawing(await (await request.get(`${office.base}/api/drawings/${id}/file`)).body());
    if (!read.ok) throw new Error(read.problem.message);
    return Array.from({ length: read.value.objects.count }, (_, row) => entityOf(read.value, row)).sort();
  };
  expect(await kinds()).toEqual(expect.arrayContaining(['LEADER', 'TEXT']));
  expect(await kinds()).not.toContain('SOLID');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(finding(page, 'is no leader')).toBeVisible();
  expect(await kinds()).toEqual(expect.arrayContaining(['LWPOLYLINE', 'SOLID', 'TEXT']));
});
