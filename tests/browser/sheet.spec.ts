import { expect, type Page, test } from '@playwright/test';

/** Opens the demo's linkspan drawing on its sheet and waits for a whole picture. */
async function openLinkspan(page: Page): Promise<void> {
  await page.goto('/drawings');
  await page.getByRole('link', { name: 'BO-301 linkspan.dxf' }).click();
  await whole(page);
}

const whole = async (page: Page): Promise<void> =>
  await expect(page.locator('canvas[data-whole="true"]')).toBeVisible();

const info = (page: Page) => page.getByRole('status', { name: 'Under the pointer' });

/** Moves the pointer over the sheet in a grid until the line under it says what is wanted. */
async function pointAt(page: Page, wanted: RegExp): Promise<void> {
  const box = (await page.getByRole('application').boundingBox())!;
  for (let y = 0.1; y < 0.95; y += 0.02)
    for (let x = 0.05; x < 0.95; x += 0.02) {
      await page.mouse.move(box.x + box.width * x, box.y + box.height * y);
      if (wanted.test((await info(page).textContent()) ?? '')) return;
    }
  throw new Error(`nothing on the sheet says ${wanted}`);
}

test('pointing at an object says what it is and where its looks come from; a click keeps it', async ({
  page,
}) => {
  await openLinkspan(page);
  await page.keyboard.press('+');
  await page.keyboard.press('+');
  await pointAt(page, /^(line|polyline|circle|text|dimension)/);
  await expect(info(page)).toContainText(/from layer|its own|from symbol/);
  await expect(info(page)).toContainText(/ mm/);
  await page.mouse.down();
  await page.mouse.up();
  await page.mouse.move(5, 5);
  await expect(info(page).getByRole('button', { name: 'Let go' })).toBeVisible();
  await info(page).getByRole('button', { name: 'Let go' }).click();
  await expect(info(page)).toContainText('Point at something');
});

test('words, handles and layers are found and brought into sight', async ({ page }) => {
  await openLinkspan(page);
  await page.keyboard.press('f');
  const box = page.getByLabel('Words, handle or layer');
  await box.fill('hinge pin');
  await expect(page.getByRole('button', { name: /Hinge pin 240 dia/ })).toBeVisible();
  await box.fill('S-STEL');
  await expect(page.getByText(/^[1-9]\d* found/)).toBeVisible();
  await page
    .getByRole('button', { name: /S-STEL/ })
    .first()
    .click();
  await box.fill('no such words');
  await expect(page.getByText('Nothing of this name is drawn here.')).toBeVisible();
  await box.press('Escape');
  await expect(box).toHaveCount(0);
});

test('a distance is measured from end to end, with every digit', async ({ page }) => {
  await openLinkspan(page);
  await page.getByRole('tab', { name: 'Model' }).click();
  await expect(page.getByText(/widths as on sheet/)).toBeVisible();
  await whole(page);
  await page.keyboard.press('m');
  await expect(info(page)).toContainText('Click the first point');
  const box = (await page.getByRole('application').boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.3, box.y + box.height * 0.3);
  await page.mouse.click(box.x + box.width * 0.6, box.y + box.height * 0.5);
  await expect(info(page)).toContainText(/paper [\d.]+ mm/);
  await expect(info(page)).toContainText(/model [\d.]+ mm/);
  await page.keyboard.press('m');
  await expect(info(page)).not.toContainText('paper');
});

test('the contents list what the drawing holds, and switch layers for looking', async ({ page }) => {
  await openLinkspan(page);
  await page.keyboard.press('c');
  const panel = page.getByRole('complementary', { name: 'What the drawing holds' });
  await expect(panel).toContainText('Version 2010, text form');
  await expect(panel).toContainText(/BOLL|Bollard 50 t/);
  await panel.getByRole('button', { name: 'Hide S-STEL' }).click();
  await expect(page.getByText('1 layer not shown')).toBeVisible();
  await panel.getByRole('button', { name: 'Show S-STEL' }).click();
  await expect(page.getByText('1 layer not shown')).toHaveCount(0);
});

test('the screen is measured once, then the sheet is shown as large as it is', async ({ page }) => {
  await openLinkspan(page);
  await page.keyboard.press('t');
  await expect(page.getByRole('dialog')).toContainText('Hold a ruler to the screen');
  await page.getByRole('button', { name: 'It is 100 mm' }).click();
  await whole(page);
  // 10 mm on the sheet are 10 mm on the screen: the line under it says so for two points that far apart.
  const box = (await page.getByRole('application').boundingBox())!;
  const at = async (x: number): Promise<number> => {
    // The line still tells of the place before until the pointer's new place has been looked up.
    const before = (await info(page).textContent()) ?? '';
    await page.mouse.move(box.x + x, box.y + 200);
    await expect(info(page)).not.toHaveText(before);
    await expect(info(page)).toContainText('paper');
    return Number(/paper (-?[\d.]+),/.exec((await info(page).textContent()) ?? '')?.[1]);
  };
  const [first, second] = [await at(100), await at(100 + (100 * 96) / 25.4)];
  expect(second - first).toBeCloseTo(100, 0);
  await page.keyboard.press('t');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('a drawing in the binary form is taken in, drawn and corrected in its own form', async ({ page }) => {
  await page.goto('/intake');
  await page.getByLabel('Sender', { exact: true }).fill('Binärbüro');
  await page.getByLabel('Drawings to take in').setInputFiles('tests/fixtures/kinds-r2018-binary.dxf');
  await expect(page.getByText('Sent, to be read')).toBeVisible();
  await page.getByRole('link', { name: 'kinds-r2018-binary.dxf', exact: true }).click();
  await expect(page.getByRole('tab', { name: /Findings/ })).toBeVisible();
  await whole(page);
  await page.getByRole('button', { name: /automatically/ }).click();
  await page.getByRole('button', { name: /^Make [\d,]+ changes?$/ }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download corrected DXF' }).click(),
  ]);
  const stream = await download.createReadStream();
  const first = await new Promise<Buffer>((resolve) =>
    stream.once('data', (chunk: Buffer) => resolve(chunk)),
  );
  const sent = (await import('node:fs')).readFileSync('tests/fixtures/kinds-r2018-binary.dxf');
  expect(first.subarray(0, 22)).toEqual(sent.subarray(0, 22));
});

test('two fingers zoom and move the sheet', async ({ page }) => {
  await openLinkspan(page);
  const box = (await page.getByRole('application').boundingBox())!;
  const at = async (): Promise<number> => {
    await page.mouse.move(box.x + 300, box.y + 300);
    await expect(info(page)).toContainText('paper');
    return Number(/paper (-?[\d.]+),/.exec((await info(page).textContent()) ?? '')?.[1]);
  };
  const before = await at();
  const client = await page.context().newCDPSession(page);
  const touch = async (
    type: 'touchStart' | 'touchMove' | 'touchEnd',
    points: readonly (readonly [number, number])[],
  ) =>
    client.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: points.map(([x, y], id) => ({ x: box.x + x, y: box.y + y, id })),
    });
  await touch('touchStart', [
    [100, 300],
    [140, 300],
  ]);
  for (let i = 1; i <= 10; i++)
    await touch('touchMove', [
      [100, 300],
      [140 + i * 16, 300],
    ]);
  await touch('touchEnd', []);
  expect(Math.abs((await at()) - before)).toBeGreaterThan(50);
});
