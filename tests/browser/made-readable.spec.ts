import { expect, type Page, test } from '@playwright/test';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { DrawingComposer } from '../../src/core/dxf/write/composer';
import { sendIn } from './taking-in';

// A survey comes in with light colours, a boundary drawn as anything, a setback that is not dashed, and notes for those who drew it. It is made readable in one
// review, and the sender's next drawing asks nothing again.

/** A plan of a parcel, as a surveyor draws it. */
function parcel(notes: number): Uint8Array {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.linetype('LOT_LINE', '', [12, -1.5, 0, -1.5, 0, -1.5]);
  file.layer({ name: 'Spot figures', colour: 2 });
  file.layer({ name: 'Lot boundary', colour: 1, linetype: 'LOT_LINE' });
  file.layer({ name: 'Building setback', colour: 8 });
  file.layer({ name: 'G-WORK', colour: 6, prints: false });
  file.textStyle({ name: 'OHW-Note', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
  const { model } = file;
  model.rectangle({ layer: 'Lot boundary' }, [0, 0], 60_000, 40_000);
  model.rectangle({ layer: 'Building setback' }, [6000, 6000], 48_000, 28_000);
  for (let i = 0; i < 6; i++)
    model.text({ layer: 'Spot figures' }, [8000 * i + 4000, 20_000], 500, `${12 + i}.40`, {
      style: 'OHW-Note',
    });
  for (let i = 0; i < notes; i++)
    model.text({ layer: 'G-WORK' }, [8000 * i + 4000, 30_000], 500, 'measure again', { style: 'OHW-Note' });
  file.sheet('Plan', 420, 297).viewport({ layer: 'G-VIEW' }, [210, 148], 380, 260, [30_000, 20_000], 200);
  return file.bytes();
}

const shaOf = async (page: Page, id: number): Promise<string> =>
  ((await (await page.request.get(`/api/drawings/${id}`)).json()) as { currentSha: string }).currentSha;
const finding = (page: Page, says: string) => page.locator('[data-finding]', { hasText: says });
/** Lists only what says something: of a long list, what lies beyond its window is not there to be clicked. */
const list = (page: Page, says: string) => page.getByPlaceholder(/^Find/).first().fill(says);

test('light colours and lines of others are made readable in one review, and not asked about again', async ({
  page,
  request,
}) => {
  const sender = 'Parcel Office';
  const id = await sendIn(request, '', { name: 'Parcel 1.dxf', sender, bytes: parcel(0) });
  await page.goto(`/drawings/${id}`);
  // The colour: the nearest that can be read is named before it is given.
  await list(page, 'too light');
  await finding(page, '“Spot figures” is too light').click();
  await page.getByRole('button', { name: /^Make the layer #/ }).click();
  await expect(page.getByText(/changes? made/)).toBeVisible();
  await expect(finding(page, '“Spot figures” is too light')).toHaveCount(0);
  // The line: long dashes with two dots are the office's boundary.
  await list(page, 'LOT_LINE');
  await finding(page, 'Linetype “LOT_LINE”').click();
  await page.getByRole('radio', { name: /OHW-Boundary/ }).check();
  await page.getByRole('button', { name: /^Make it OHW-Boundary/ }).click();
  await expect(finding(page, 'Linetype “LOT_LINE”')).toHaveCount(0);
  await list(page, 'Lot boundary');
  await finding(page, 'Layer “Lot boundary”').click();
  await page.getByRole('radio', { name: /V-BNDY/ }).check();
  await page.getByRole('button', { name: /^Make it V-BNDY/ }).click();
  await expect(finding(page, 'Layer “Lot boundary”')).toHaveCount(0);

  // The setback: drawn unbroken, it reads as an edge; on the office's layer it is dashed, and the boundary is heavier than it.
  await list(page, 'setback');
  await expect(
    finding(page, 'of meaning “setback” on layer “Building setback” reads as unbroken'),
  ).toBeVisible();
  await finding(page, 'Layer “Building setback” is not in the standard').click();
  await page.getByRole('radio', { name: /V-SETB/ }).check();
  await page.getByRole('button', { name: /^Make it V-SETB/ }).click();
  await expect(finding(page, 'setback')).toHaveCount(0);
  const corrected = readDrawing(await (await request.get(`/api/drawings/${id}/file`)).body());
  if (!corrected.ok) throw new Error(corrected.problem.message);
  const layers = corrected.value.layerByName;
  expect(['v-setb', 'v-bndy'].map((name) => [layers.get(name)?.linetype, layers.get(name)?.width])).toEqual([
    ['OHW-Setback', 25],
    ['OHW-Boundary', 50],
  ]);

  // The next drawing of the sender proposes what was decided, and both are taken over together.
  const next = await sendIn(request, '', { name: 'Parcel 2.dxf', sender, bytes: parcel(0) });
  await page.goto(`/drawings/${next}`);
  await page.getByRole('button', { name: /^Take over 4 likely/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: /^(Apply|Take over)/ }).click();
  await expect(finding(page, 'Linetype “LOT_LINE”')).toHaveCount(0);
  await expect(finding(page, 'Layer “Lot boundary”')).toHaveCount(0);
  await expect(finding(page, 'Layer “Building setback”')).toHaveCount(0);
});

test('working notes are hidden, shown, removed and brought back, with their number named', async ({
  page,
  request,
}) => {
  const id = await sendIn(request, '', { name: 'Notes.dxf', sender: 'Notes Office', bytes: parcel(3) });
  const before = await shaOf(page, id);
  await page.goto(`/drawings/${id}`);
  await list(page, 'working layer');
  await finding(page, '3 texts on working layer “G-WORK”').click();
  await page.getByRole('button', { name: 'Hide 3 objects' }).click();
  await expect(finding(page, '3 texts on working layer “G-WORK”, which is hidden')).toBeVisible();
  await finding(page, 'which is hidden').click();
  await page.getByRole('button', { name: 'Show 3 objects' }).click();
  await expect(finding(page, 'which is hidden')).toHaveCount(0);
  await expect.poll(() => shaOf(page, id)).toBe(before);
  await finding(page, '3 texts on working layer “G-WORK”').click();
  await page.getByRole('button', { name: 'Remove 3 objects …' }).click();
  await page.getByRole('button', { name: 'Remove 3 objects from the drawing' }).click();
  await expect(finding(page, 'working layer')).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(finding(page, '3 texts on working layer “G-WORK”')).toBeVisible();
  await expect.poll(() => shaOf(page, id)).toBe(before);
});

test('what a sender’s names stand for comes out of a table, checked before it is taken', async ({
  page,
  request,
}) => {
  await sendIn(request, '', { name: 'Table.dxf', sender: 'Table Office', bytes: parcel(0) });
  await page.goto('/senders');
  await page.getByRole('button', { name: 'Names of Table Office from a table' }).click();
  const dialog = page.getByRole('dialog');
  const rows = dialog.getByLabel('Rows to take in');
  await rows.fill('Sender’s name\tStands for\nLot boundary\tV-BNDRY');
  await dialog.getByRole('button', { name: 'Check it' }).click();
  await expect(dialog.getByText('the standard has no layer “V-BNDRY”')).toBeVisible();
  await dialog.getByRole('button', { name: 'Back' }).click();
  await rows.fill('Sender’s name\tStands for\nLot boundary\tV-BNDY\nSpot figures\tV-SPOT');
  await dialog.getByRole('button', { name: 'Check it' }).click();
  await dialog.getByRole('button', { name: 'Take over 2 changes' }).click();
  // Other senders have names like these.
  const own = page.locator('section', { has: page.getByRole('heading', { name: /^Table Office/ }) });
  await expect(own.getByLabel('What Lot boundary stands for')).toHaveValue('V-BNDY');
  await expect(own.getByLabel('What Spot figures stands for')).toHaveValue('V-SPOT');
  // It comes out again as it went in.
  const out = await request.get(
    (await page.getByRole('link', { name: 'Names of Table Office as CSV' }).getAttribute('href')) ?? '',
  );
  expect(await out.text()).toContain('Lot boundary');
});
