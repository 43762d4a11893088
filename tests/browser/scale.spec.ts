import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { parcelSurvey, quayDetails } from '../../demo/from-outside';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { unitsOf } from '../../src/core/facts/units/units';
import { OwnServer } from './own-server';
import { issueDemo, sendIn } from './taking-in';

const sheetList = (page: Page) => page.getByRole('complementary', { name: 'Sheets' });

test('a wrong scale is corrected and kept after a restart, what is no sheet is dropped, one more is added', async ({
  page,
}) => {
  const own = new OwnServer(4197);
  await own.start();
  try {
    await issueDemo(page.request, own.base);
    const { bytes, file } = quayDetails();
    const id = await sendIn(page.request, own.base, { name: file, sender: 'Orlan', bytes });
    await page.goto(`${own.base}/drawings/${id}`);
    await page.keyboard.press('l');
    const panelRow = page
      .getByRole('list', { name: 'All sheets' })
      .getByRole('button', { name: /LK-D-23 Fender panel/ });
    await panelRow.click();
    await expect(sheetList(page)).toContainText('6 frames in the model');
    await expect(panelRow).toContainText('A3 · 1:20 · frame · states 1:25');
    const { violations } = await new AxeBuilder({ page }).include('aside').analyze();
    expect(violations).toEqual([]);

    // The scale that the sheet states is proposed.
    await sheetList(page).getByRole('button', { name: 'Other scale …' }).click();
    await expect(page.getByLabel('Scale of LK-D-23 Fender panel')).toHaveValue('1:25');
    await page.getByLabel('Scale of LK-D-23 Fender panel').fill('no scale');
    await expect(page.getByText('Give a scale such as 1:50.')).toBeVisible();
    await page.getByLabel('Scale of LK-D-23 Fender panel').fill('1:10');
    await expect(page.getByText('Its paper is 840 × 594 mm then.')).toBeVisible();
    await page.getByRole('button', { name: 'Set the scale' }).click();
    await expect(panelRow).toContainText('A1 · 1:10 · frame');
    await expect(page.getByText('A1 · 1:10 !', { exact: true })).toBeVisible();

    await own.stop();
    await own.start();
    await page.goto(`${own.base}/drawings/${id}`);
    await page.keyboard.press('l');
    await expect(panelRow).toContainText('A1 · 1:10');
    // Taken back, it is forgotten.
    await page.locator('body').press('Control+z');
    await expect(panelRow).toContainText('A3 · 1:20');

    await panelRow.click();
    await sheetList(page).getByRole('button', { name: 'No sheet' }).click();
    await expect(sheetList(page)).toContainText('5 frames in the model');
    await expect(page.getByRole('button', { name: /LK-D-23/ })).toHaveCount(0);

    // One more, by two corners in the model.
    await sheetList(page).getByRole('button', { name: 'Add a sheet …' }).click();
    await expect(sheetList(page)).toContainText('Click two opposite corners');
    const picture = page.getByRole('application', { name: /Picture of the drawing/ });
    await expect(page.getByText('A3 · 1:20 !', { exact: true })).toHaveCount(0);
    await expect(picture.locator('canvas')).toHaveAttribute('data-whole', 'true');
    // Points are picked in the picture of the whole model, once it is there.
    await expect(page.getByText('widths as on each sheet')).toBeVisible();
    await picture.click({ position: { x: 40, y: 60 } });
    await picture.click({ position: { x: 140, y: 120 } });
    await expect(sheetList(page)).toContainText(/ × .* units/);
    await sheetList(page).getByLabel('Its scale').fill('1:250');
    await sheetList(page).getByRole('button', { name: 'Add the sheet' }).click();
    await expect(sheetList(page)).toContainText('6 frames in the model');
    await expect(sheetList(page).getByRole('button', { name: /1:250/ })).toBeVisible();
  } finally {
    await own.stop();
  }
});

test('the survey’s factor is looked at with its labels, scaled, proved and taken back', async ({ page }) => {
  const { bytes, file } = parcelSurvey();
  const id = await sendIn(page.request, '', { name: file, sender: 'Orlan', bytes });
  await page.goto(`/drawings/${id}`);
  await expect(page.getByText('Lengths unlike their labels')).toBeVisible();
  // The stray point far away does not make the sheet a speck: the frame opens.
  await expect(page.getByRole('button', { name: /^Sheets: V-107/ })).toBeVisible();

  // The finding leads to where it is settled.
  await page.getByRole('button', { name: /8 of 9 labels beside lines/ }).click();
  await page.getByRole('button', { name: 'Units and scale …' }).click();
  const panel = page.getByRole('complementary', { name: 'Units and scale' });
  await expect(panel).toContainText('at 1:600 in inches', { ignoreCase: true });
  await expect(panel).toContainText('8 of 9 labels agree');
  await expect(panel.getByRole('button', { name: /^against/ })).toContainText("36.0'");
  await expect(panel.getByRole('button', { name: /^for/ })).toHaveCount(8);
  const { violations } = await new AxeBuilder({ page }).include('aside').analyze();
  expect(violations).toEqual([]);

  await panel.getByLabel('Unit afterwards').selectOption('foot');
  await expect(panel).toContainText('Afterwards 1200 × 900 foot');
  await panel.getByRole('button', { name: 'Scale × 50' }).click();
  await expect(page.getByText(/Ctrl Z takes it back/).first()).toBeVisible();
  await expect(panel).toContainText('One unit is 304.8 mm, as the drawing says.');
  await expect(page.getByText('Lengths unlike their labels')).toHaveCount(0);
  await page.getByRole('tab', { name: /Changes/ }).click();
  await expect(page.getByText('Scaled × 50, Unit foot', { exact: true })).toBeVisible();

  // What is downloaded measures what its labels say; what came in is what it was.
  const now = await page.request.get(`/api/drawings/${id}/file`);
  const scaled = readDrawing(new Uint8Array(await now.body()));
  if (!scaled.ok) throw new Error(scaled.problem.message);
  expect([scaled.value.units, unitsOf(scaled.value).mmPerUnit]).toEqual(['foot', 304.8]);

  await page.locator('body').press('Control+z');
  await expect(panel).toContainText('at 1:600 in inches', { ignoreCase: true });
  const back = await page.request.get(`/api/drawings/${id}/file`);
  expect(Buffer.compare(await back.body(), Buffer.from(bytes))).toBe(0);
});
