import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, test } from '@playwright/test';

const folder = mkdtempSync(join(tmpdir(), 'zinc-journey-'));

async function takeIn(page: Page, file: string, name: string, sender: string): Promise<void> {
  await page.goto('/intake');
  await page.getByLabel('Sender', { exact: true }).fill(sender);
  await page
    .getByLabel('Drawings to take in')
    .setInputFiles({ name, mimeType: 'image/vnd.dxf', buffer: readFileSync(file) });
  await expect(page.getByText('Sent, to be read')).toBeVisible();
  await page.getByRole('link', { name, exact: true }).click();
  await expect(page.getByRole('tab', { name: /Findings/ })).toBeVisible();
}

/** Unfolds a finding; the next one may have unfolded by itself after the last decision. */
async function unfold(page: Page, words: RegExp): Promise<void> {
  const line = page.getByRole('button', { name: words });
  await expect(line).toBeVisible();
  if ((await line.getAttribute('aria-expanded')) !== 'true') await line.click();
}

/** Picks an office layer for the unknown layer whose finding is named. */
async function map(page: Page, layer: string, to: string): Promise<void> {
  await unfold(page, new RegExp(`Layer “${layer}” is not in the standard`));
  await page.getByLabel(`Another office layer for ${layer}`).selectOption(to);
  await page.getByRole('button', { name: `Make it ${to}` }).click();
  await expect(page.getByText(new RegExp(`Layer “${layer}”`))).toHaveCount(0);
}

test('a sender’s drawing is taken in, corrected, downloaded, and complies when it comes back', async ({
  page,
}) => {
  const file = join(folder, 'Grundriss.dxf');
  execFileSync('/usr/bin/python3', ['tests/browser/make_upload.py', file]);
  await takeIn(page, file, 'Grundriss.dxf', 'Planwerk Sonnholm');
  await expect(page.getByText('Held', { exact: true })).toBeVisible();

  await map(page, 'Mauer', 'A-WALL');
  await map(page, 'Beschriftung', 'G-TEXT');
  await page.getByRole('button', { name: /automatically/ }).click();
  await page.getByRole('button', { name: /^Make [\d,]+ changes?$/ }).click();
  await expect(page.getByRole('button', { name: /automatically/ })).toHaveCount(0);

  // Every change is listed, and the second audit stands beside the first.
  await page.getByRole('tab', { name: /Changes/ }).click();
  await expect(page.getByText('Everything automatic')).toBeVisible();
  await page.getByRole('tab', { name: 'Before and now' }).click();
  await expect(page.getByRole('row', { name: /Layer not in the standard/ })).toContainText('settled');

  // What is left are placements on the layer of the walls: a person has to move them.
  await page.getByRole('tab', { name: /Findings/ }).click();
  await unfold(page, /3 symbols on layer “A-WALL”/);
  await page.getByLabel('Another office layer for A-WALL').selectOption('C-QUAY-FITT');
  await page.getByRole('button', { name: 'Move 3 to C-QUAY-FITT' }).click();
  const automatic = page.getByRole('button', { name: /automatically/ });
  await expect(page.getByText('symbols on layer “A-WALL”')).toHaveCount(0);
  await unfold(page, /Text style “Standard” is not in the standard/);
  await page.getByLabel('Another office text style for Standard').selectOption('OHW-Note');
  await page.getByRole('button', { name: 'Make it OHW-Note' }).click();
  await expect(page.getByText(/Text style “Standard”/)).toHaveCount(0);
  // The symbol takes the name of the library; how it is drawn stays.
  await unfold(page, /Symbol “BAY” is not in the standard/);
  await page.getByLabel('Another office symbol for BAY').selectOption('Bollard 50 t');
  await page.getByRole('button', { name: 'Make it Bollard 50 t' }).click();
  await expect(page.getByText(/Symbol “BAY”/)).toHaveCount(0);
  if (await automatic.isVisible()) {
    await automatic.click();
    await page.getByRole('button', { name: /^Make [\d,]+ changes?$/ }).click();
  }
  await expect(page.getByText('Released in part', { exact: true })).toBeVisible();

  const corrected = join(folder, 'back.dxf');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download corrected DXF' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Grundriss corrected.dxf');
  await download.saveAs(corrected);
  await takeIn(page, corrected, 'back.dxf', 'Planwerk Sonnholm');
  await expect(page.getByText('Released in part', { exact: true })).toBeVisible();
  await expect(page.locator('header ~ main').getByText('must').first()).toBeVisible();
  await expect(page.getByRole('button', { name: '0 must' })).toHaveCount(0);

  // What was decided is remembered for the sender.
  await page.goto('/senders');
  await expect(page.getByRole('row', { name: /Mauer/ })).toContainText('A-WALL');
  await takeIn(page, file, 'Obergeschoss.dxf', 'planwerk sonnholm');
  await unfold(page, /Layer “Mauer” is not in the standard/);
  await expect(page.getByText('decided before for this sender')).toBeVisible();
});

test('corrections can be undone and done again, and likely proposals taken over together', async ({
  page,
}) => {
  await page.goto('/drawings');
  await page.getByRole('link', { name: 'BO-301 linkspan.dxf' }).click();
  const findings = page.getByRole('tab', { name: /Findings/ });
  const before = await findings.textContent();
  await page.getByRole('button', { name: /likely proposals/ }).click();
  await expect(page.getByRole('dialog')).toContainText('Str_Hatch');
  const dialog = page.getByRole('dialog');
  const count = async (): Promise<number> => (await dialog.getByRole('checkbox').count()) - 1;
  const likely = await count();
  // All that begin alike, likely or not, become one layer together: seen before it is done.
  await dialog.getByLabel('Proposals that are').selectOption({ label: 'any, or none' });
  expect(await count()).toBeGreaterThan(likely);
  await dialog.getByLabel('Names that begin with').fill('str_h');
  await dialog.getByLabel('All that are ticked become').selectOption('S-STEL');
  await expect(dialog.getByLabel('Ours for Str_Hatch')).toHaveValue('S-STEL');
  await dialog.getByLabel('Names that begin with').fill('');
  await dialog.getByLabel('Proposals that are').selectOption({ label: 'likely' });
  expect(await count()).toBe(likely);
  await page.getByRole('button', { name: /^Take over \d+ proposals$/ }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeVisible();
  await expect(findings).not.toHaveText(before ?? '');
  await page.keyboard.press('Control+z');
  await expect(findings).toHaveText(before ?? '');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(findings).not.toHaveText(before ?? '');
  await page.keyboard.press('a');
  await page.getByRole('button', { name: /^Make [\d,]+ changes?$/ }).click();
  await expect(page.getByRole('button', { name: /automatically/ })).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeVisible();
});

test('a layer goes into the draft standard, and can be removed with its objects', async ({ page }) => {
  await page.goto('/drawings');
  await page.getByRole('link', { name: 'HM-2207-01 topographic survey.dxf' }).click();
  await unfold(page, /Layer “SURVEY-STN”/);
  await page.getByRole('button', { name: 'Add to the standard' }).click();
  await expect(page.getByText(/SURVEY-STN is in Draft/)).toBeVisible();
  await unfold(page, /Layer “fence”/);
  await page.getByRole('button', { name: /Remove with 1 object/ }).click();
  await page.getByRole('button', { name: 'Yes, remove 1 object' }).click();
  await expect(page.getByText('Layer “fence”')).toHaveCount(0);
});
