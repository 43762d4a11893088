import { expect, type Page, test } from '@playwright/test';
import { DrawingComposer } from '../../src/core/dxf/write/composer';
import { sendIn } from './taking-in';

// What a person decides: picked, refused, undone, waived. Nothing of it is decided by the page.

/** A drawing with lines on layers of the sender's. */
function drawingOn(...layers: readonly string[]): Buffer {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  for (const name of layers) {
    file.layer({ name, colour: 1 });
    for (let i = 0; i < 5; i++) file.model.line({ layer: name }, [0, i], [20, i]);
  }
  return Buffer.from(file.bytes());
}

const open = async (page: Page, layer: string): Promise<void> => {
  await page.getByRole('button', { name: new RegExp(`“${layer}” is not in the standard`) }).click();
};

test('what is only possible is not picked; what is refused is not proposed again; what is undone is forgotten', async ({
  page,
  request,
}) => {
  const id = await sendIn(request, '', {
    name: 'W-1.dxf',
    sender: 'Water Office',
    bytes: drawingOn('WALLS', 'Sewer', 'Water line'),
  });
  await page.goto(`/drawings/${id}`);

  // A sewer is like nothing of the office's: nothing is picked, and the key does nothing.
  await open(page, 'Sewer');
  await expect(page.getByText('No layer of the standard is near.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Pick a layer' })).toBeDisabled();
  await page.getByText('No layer of the standard is near.').click();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Pick a layer' })).toBeVisible();

  // Walls are likely A-WALL; refused, it is no proposal any more.
  await open(page, 'WALLS');
  await expect(page.getByRole('radio', { name: /A-WALL/ })).toBeChecked();
  await page.getByRole('button', { name: 'A-WALL is wrong for WALLS' }).click();
  await expect(page.getByRole('button', { name: 'Propose A-WALL again' })).toBeVisible();
  await expect(page.getByRole('radio', { name: /A-WALL/ })).toHaveCount(0);

  const next = await sendIn(request, '', {
    name: 'W-2.dxf',
    sender: 'Water Office',
    bytes: drawingOn('WALLS'),
  });
  await page.goto(`/drawings/${next}`);
  await open(page, 'WALLS');
  await expect(page.getByRole('button', { name: 'Propose A-WALL again' })).toBeVisible();
  await page.getByRole('button', { name: 'Propose A-WALL again' }).click();
  await expect(page.getByRole('radio', { name: /A-WALL/ })).toBeVisible();
  await page.getByRole('radio', { name: /A-WALL/ }).check();
  await page.getByRole('button', { name: /^Make it A-WALL/ }).click();
  await expect(page.getByText(/changes? made/)).toBeVisible();

  // It stands under Senders with the drawing that it was decided in, until it is taken back there.
  await page.goto('/senders');
  const what = page.getByRole('combobox', { name: 'What WALLS stands for' });
  await expect(what).toHaveValue('A-WALL');
  await page.goto(`/drawings/${next}`);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  await page.goto('/senders');
  await expect(what).toHaveCount(0);
});

test('a finding is waived for a reason until a day, counted apart, listed, and ended', async ({
  page,
  request,
}) => {
  const id = await sendIn(request, '', {
    name: 'V-1.dxf',
    sender: 'Waived Works',
    bytes: drawingOn('Odd things'),
  });
  await page.goto(`/drawings/${id}`);
  const block = page.getByText(/\d+ blocks? release/);
  const before = Number((await block.textContent())?.match(/\d+/)?.[0]);
  await open(page, 'Odd things');
  await page.getByRole('button', { name: 'Waive …' }).click();
  const waive = page.getByRole('button', { name: 'Waive it' });
  await expect(waive).toBeDisabled();
  await page.getByLabel('Reason').fill('agreed with the client');
  await page.getByLabel('Your name').fill('K. Ode');
  const day = new Date(Date.now() + 5 * 86_400_000).toISOString().slice(0, 10);
  await page.getByLabel('Last day it holds').fill(day);
  await waive.click();
  await expect(page.getByText('1 finding is waived')).toBeVisible();
  await expect(page.getByText(new RegExp(`^${before - 1} blocks? release`))).toBeVisible();

  await page.goto('/');
  await expect(page.getByText(/1 waiver ends within 14 days/)).toBeVisible();
  await page.getByRole('link', { name: 'Look at it' }).click();
  await expect(page.getByRole('cell', { name: 'agreed with the client' })).toBeVisible();
  await page.getByRole('button', { name: 'End …' }).click();
  await page.getByRole('button', { name: 'End it' }).click();
  await expect(page.getByText('1 waiver has ended')).toBeVisible();
  await page.goto(`/drawings/${id}`);
  await expect(page.getByText(new RegExp(`^${before} blocks? release`))).toBeVisible();
});

test('a link leads a colleague to the same place in the ledger', async ({ page, request }) => {
  const id = await sendIn(request, '', {
    name: 'L-1.dxf',
    sender: 'Link Office',
    bytes: drawingOn('Walls', 'Doors'),
  });
  await page.goto(`/drawings/${id}`);
  // The page may still be starting up: what is chosen before that is not kept.
  await expect(async () => {
    await page.getByLabel('Put together by').selectOption('layer');
    await expect(page).toHaveURL(/by=layer/, { timeout: 1000 });
  }).toPass();
  await page.getByLabel('Find in the findings').fill('doors');
  await open(page, 'Doors');
  // Enter in the note writes the note, and decides nothing.
  await page.getByLabel('Note', { exact: true }).fill('mail of Monday');
  await page.getByLabel('Note', { exact: true }).press('Enter');
  await expect(page.getByText(/changes? made/)).toHaveCount(0);
  await expect(page.getByRole('button', { name: /“Doors” is not in the standard/ })).toBeVisible();
  await page.getByLabel('Where it stands').selectOption({ label: 'sender asked' });
  await expect(page).toHaveURL(/by=layer&find=doors&finding=/);
  const address = page.url();
  // The colleague comes once it is written.
  await expect
    .poll(async () => JSON.stringify(await (await request.get(`/api/drawings/${id}`)).json()))
    .toMatch(/"status":"asked"/);

  const colleague = await page.context().newPage();
  await colleague.goto(address);
  await expect(colleague.getByLabel('Put together by')).toHaveValue('layer');
  await expect(colleague.getByLabel('Find in the findings')).toHaveValue('doors');
  await expect(colleague.getByRole('button', { name: /“Doors” is not in the standard/ })).toHaveAttribute(
    'aria-expanded',
    'true',
  );
  await expect(colleague.getByText(/“Walls” is not/)).toHaveCount(0);
  await expect(colleague.getByLabel('Note', { exact: true })).toHaveValue('mail of Monday');
  await expect(colleague.getByLabel('Where it stands')).toHaveValue('asked');
  // The rule behind it has a page, with two pictures and the way back to its findings.
  await colleague.getByRole('link', { name: 'About this rule' }).click();
  await expect(colleague.getByRole('heading', { name: /Layer not in the standard/ })).toBeVisible();
  for (const alt of [/a layer of the standard/, /does not have/])
    await expect
      .poll(() => colleague.getByAltText(alt).evaluate((image: HTMLImageElement) => image.naturalWidth))
      .toBeGreaterThan(0);
  await expect(colleague.getByRole('cell', { name: 'L-1.dxf', exact: true })).toBeVisible();
});

test('a correction is a plan first: single causes are taken out, nothing is written before, one undo takes it back', async ({
  page,
  request,
}) => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'A-WALL', colour: 3, widthMm: 0.13 });
  for (let i = 0; i < 4; i++) file.model.line({ layer: 'A-WALL', colour: 5 }, [0, i], [20, i]);
  const id = await sendIn(request, '', {
    name: 'P-1.dxf',
    sender: 'Plan Office',
    bytes: Buffer.from(file.bytes()),
  });
  const sha = async (): Promise<string> =>
    ((await (await request.get(`/api/drawings/${id}`)).json()) as { currentSha: string }).currentSha;
  const before = await sha();
  await page.goto(`/drawings/${id}`);
  await page.getByRole('button', { name: /automatically/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('cell', { name: 'colour of line' })).toBeVisible();
  await expect(dialog.getByText(/nothing moves/)).toBeVisible();
  expect(await sha()).toBe(before);
  // Taken out, it is in the plan no more, and stays as it is.
  await dialog.getByRole('checkbox', { name: /objects carry a colour of their own/ }).uncheck();
  await expect(dialog.getByRole('cell', { name: 'colour of line' })).toHaveCount(0);
  await dialog.getByRole('button', { name: /^Make \d+ changes?$/ }).click();
  await expect(page.getByText(/changes? made/)).toBeVisible();
  expect(await sha()).not.toBe(before);
  await expect(page.getByText('4 objects carry a colour of their own on layer “A-WALL”.')).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(sha).toBe(before);
});
