import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page, test } from '@playwright/test';
import { defineStyle, measure } from '../../demo/dimensions';
import { linkspan } from '../../demo/drawings';
import { DrawingComposer } from '../../src/core/dxf/write/composer';
import { putLeader } from '../../src/core/dxf/write/leader';
import { OwnServer } from './own-server';
import { issueDemo, sendIn } from './taking-in';

// What is about to be done is looked at first, done as one step, and taken back: in one drawing, after a restart, and in
// several drawings at once. Lists of thousands are worked down like lists of ten.

const office = new OwnServer(4198);

/** A drawing with lines that carry a colour of their own, each on an office layer in a colour of the sender's. */
function coloured(shift: number): Uint8Array {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'A-WALL', colour: 3, widthMm: 0.13 });
  for (let i = 0; i < 6; i++)
    file.model.line({ layer: 'A-WALL', colour: 5 }, [shift, 8 * i], [shift + 90, 8 * i]);
  return file.bytes();
}

test.beforeAll(async ({ request }) => {
  await office.start();
  await issueDemo(request, office.base);
});
test.afterAll(office.stop);

const shaOf = async (page: Page, id: number): Promise<string> =>
  ((await (await page.request.get(`${office.base}/api/drawings/${id}`)).json()) as { currentSha: string })
    .currentSha;

/** Undoes or does again what is next, and expects the file to be byte by byte the one that it was then. */
async function step(page: Page, way: 'Undo' | 'Redo', id: number, sha: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${way}`) }).click();
  await expect.poll(() => shaOf(page, id)).toBe(sha);
}

/** Where something lies on the screen once the view beneath it has come to rest. */
async function atRest(locator: Locator): Promise<{ x: number; y: number; width: number; height: number }> {
  let box = await locator.boundingBox();
  await expect
    .poll(async () => {
      const last = box;
      box = await locator.boundingBox();
      return box !== null && last !== null && box.x === last.x && box.y === last.y;
    })
    .toBe(true);
  return box!;
}

/** Whether two pictures are the same to the pixel. */
const isSame = (a: Buffer, b: Buffer): boolean => a.equals(b);

test('a plan is looked at with the slider, applied, undone after a restart, and two states are compared', async ({
  page,
}) => {
  const id = await sendIn(page.request, office.base, {
    name: 'P-1.dxf',
    sender: 'Plan Office',
    bytes: coloured(0),
  });
  const before = await shaOf(page, id);
  await page.goto(`${office.base}/drawings/${id}`);
  await page.getByRole('button', { name: /automatically/ }).click();
  const dialog = page.getByRole('dialog');
  const pictures = dialog.getByRole('region', { name: 'Before and after, as they print' });
  await expect(pictures.getByText('As planned')).toBeVisible();
  await expect(pictures.locator('canvas[data-whole="true"]')).toHaveCount(2);
  await expect(pictures.getByRole('status')).toHaveCount(0);
  // The slider moves the line between them: what is seen at its ends differs.
  const area = pictures.getByRole('application');
  const slider = pictures.getByRole('slider');
  await slider.fill('100');
  const earlier = await area.screenshot();
  await slider.fill('0');
  const later = await area.screenshot();
  expect(isSame(earlier, later)).toBe(false);
  await pictures.getByRole('button', { name: 'Only what differs' }).click();
  await pictures.getByRole('button', { name: 'Side by side' }).click();
  await expect(slider).toHaveCount(0);
  expect((await new AxeBuilder({ page }).include('[role="dialog"]').analyze()).violations).toEqual([]);
  expect(await shaOf(page, id)).toBe(before);
  await dialog.getByRole('button', { name: /^Make \d+ changes$/ }).click();
  await expect(page.getByText(/changes made/)).toBeVisible();
  const planned = await shaOf(page, id);
  expect(planned).not.toBe(before);

  await office.stop();
  await office.start();
  await page.goto(`${office.base}/drawings/${id}`);
  await step(page, 'Undo', id, before);
  await step(page, 'Redo', id, planned);

  await page.getByRole('tab', { name: 'Before and now' }).click();
  await expect(page.getByText(/changes between them/)).toBeVisible();
  await expect(page.getByRole('row', { name: /Own colour 1 settled/ })).toBeVisible();
  const sheet = page.getByRole('region', { name: 'Before and after, as they print' });
  await expect(sheet.locator('canvas[data-whole="true"]')).toHaveCount(2);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});

test('one cause is corrected in several drawings, and taken back in all of them', async ({ page }) => {
  for (let i = 1; i < 4; i++)
    await sendIn(page.request, office.base, {
      name: `M-${i}.dxf`,
      sender: 'Many Office',
      bytes: coloured(i * 100),
    });
  await page.goto(`${office.base}/drawings`);
  await page.getByRole('link', { name: 'By cause' }).click();
  await page
    .getByRole('row', { name: /Own colour/ })
    .getByRole('link')
    .click();
  await page.getByRole('button', { name: /^Pick all/ }).click();
  await page.getByRole('checkbox', { name: 'Correct in M-3.dxf' }).uncheck();
  await page.getByRole('button', { name: /^Correct in \d+ drawings …/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('row', { name: /M-1\.dxf 6 changes/ })).toBeVisible();
  await expect(dialog.getByRole('row', { name: /M-3\.dxf/ })).toHaveCount(0);
  await dialog.getByRole('button', { name: /^Make \d+ changes$/ }).click();
  await expect(page.getByText(/corrected in 2 of 2 drawings/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('row', { name: /M-1\.dxf/ })).toHaveCount(0);
  await expect(page.getByRole('row', { name: /M-3\.dxf/ })).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByRole('button', { name: 'Take back in 2 drawings' }).click();
  await expect(page.getByRole('row', { name: /M-1\.dxf/ })).toBeVisible();
});

test('a drawing is reviewed by keyboard alone, and the focus is never lost', async ({ page }) => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'A-WALL', colour: 3, widthMm: 0.13 });
  file.layer({ name: 'Doors', colour: 1 });
  file.layer({ name: 'Odd things', colour: 2 });
  for (const [i, layer] of ['A-WALL', 'Doors', 'Odd things'].entries())
    file.model.line({ layer, colour: 5 }, [0, 9 * i], [40, 9 * i]);
  const id = await sendIn(page.request, office.base, {
    name: 'K-1.dxf',
    sender: 'Key Office',
    bytes: file.bytes(),
  });
  await page.goto(`${office.base}/drawings/${id}`);
  await expect(page.getByRole('tab', { name: /^Findings/ })).toBeVisible();
  const opened = page.locator('[data-finding][aria-expanded="true"]');
  const focused = (): Promise<string> =>
    page.evaluate(() =>
      document.activeElement === document.body ? '' : (document.activeElement?.tagName ?? ''),
    );
  // The page may still be starting up.
  await expect(async () => {
    await page.keyboard.press('n');
    await expect(opened).toHaveCount(1, { timeout: 500 });
  }).toPass();
  // Down to a finding that settles by itself; Enter corrects it, and the next one is chosen.
  const correct = page.getByRole('button', { name: /^Correct/ }).filter({ hasText: 'Enter' });
  for (let i = 0; i < 20 && (await correct.count()) === 0; i++) await page.keyboard.press('n');
  await expect(correct).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/changes? made/).first()).toBeVisible();
  await expect.poll(focused).not.toBe('');
  // Undo by key; everything automatic by key, by way of the plan, which is applied with the keyboard.
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Taken back.')).toBeVisible();
  await expect.poll(focused).not.toBe('');
  await expect(page.getByRole('button', { name: /automatically/ })).toBeEnabled();
  await page.keyboard.press('a');
  const make = page.getByRole('dialog').getByRole('button', { name: /^Make \d+ changes?$/ });
  await expect(make).toBeEnabled();
  for (let i = 0; i < 60 && !(await make.evaluate((button) => button === document.activeElement)); i++)
    await page.keyboard.press('Tab');
  await expect(make).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /automatically/ })).toHaveCount(0);
  await expect.poll(focused).not.toBe('');
  // A likely layer is taken over with Enter; what is not near is waived by keyboard.
  await page.keyboard.press('/');
  await page.keyboard.type('Doors');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: /“Doors” is not in the standard/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Make it A-DOOR/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/“Doors” is not in the standard/)).toHaveCount(0);
  await expect.poll(focused).not.toBe('');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect.poll(focused).not.toBe('');
});

test('a dimension that lies is on top, restored in one step, undone and done again', async ({ page }) => {
  const id = await sendIn(page.request, office.base, {
    name: 'BO-301.dxf',
    sender: 'Brandt-Osei Structures',
    bytes: linkspan().bytes,
  });
  const before = await shaOf(page, id);
  await page.goto(`${office.base}/drawings/${id}`);
  // The gravest finding there is stands before all others.
  await expect(page.locator('[data-finding]').first()).toHaveText(
    'The dimension says “16500” and measures 16000.',
  );
  await page.locator('[data-finding]').first().click();
  await expect(page.getByText('It will say “16000”.')).toBeVisible();
  await page
    .getByRole('button', { name: /^Correct/ })
    .filter({ hasText: 'Enter' })
    .click();
  await expect(page.getByText('1 change made.')).toBeVisible();
  await expect(page.getByText('The dimension says “16500” and measures 16000.')).toHaveCount(0);
  const restored = await shaOf(page, id);
  // Its picture says so too.
  await page.keyboard.press('f');
  await page.getByLabel('Words, handle or layer').fill('16000');
  await expect(page.getByRole('complementary', { name: 'Find' }).getByText('16000').first()).toBeVisible();
  await step(page, 'Undo', id, before);
  await expect(page.locator('[data-finding]').first()).toHaveText(
    'The dimension says “16500” and measures 16000.',
  );
  await step(page, 'Redo', id, restored);
});

test('a stack is spaced and callouts are lined up on a dragged line, undone and done again', async ({
  page,
}) => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  const layer = 'G-DIMS';
  file.layer({ name: layer, colour: 3, widthMm: 0.25 });
  const { model } = file;
  const style = defineStyle(file, 'Theirs', 50, {});
  const sheet = file.sheet('Plan', 420, 297);
  sheet.viewport({ layer }, [210, 148], 400, 280, [5000, 3500], 50);
  for (const [from, to, at] of [
    [1000, 5000, 1500],
    [1000, 5000, 1800],
    [1000, 7000, 2600],
  ])
    measure(model, { layer }, style, [from, 1000], [to, 1000], at);
  for (const [i, x] of [9000, 9070, 9000, 8950].entries()) {
    const y = 3000 + 800 * i;
    putLeader(model, { layer }, [
      [6000, y - 300],
      [x - 250, y],
      [x, y],
    ]);
    model.text({ layer }, [x + 50, y - 62], 125, `Item ${i + 1}`);
  }
  const id = await sendIn(page.request, office.base, {
    name: 'Callouts.dxf',
    sender: 'Ragged Office',
    bytes: file.bytes(),
  });
  const before = await shaOf(page, id);
  await page.goto(`${office.base}/drawings/${id}`);

  // A plan shows what it moves as arrows, which can be put away.
  await page.getByRole('button', { name: /automatically/ }).click();
  const dialog = page.getByRole('dialog');
  const arrows = dialog.getByRole('img', { name: /^Movements of the plan/ });
  await expect(arrows).toBeVisible();
  // They come with the picture, which is drawn after the dialog is there.
  await expect.poll(() => arrows.locator('path, circle').count()).toBeGreaterThan(0);
  await dialog.getByRole('button', { name: 'Movements' }).click();
  await expect(arrows).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Cancel' }).click();

  // The labels: the line is dragged to the right by 60 pixels, and the field follows it.
  await page.locator('[data-finding]', { hasText: 'not lined up' }).click();
  const line = page.locator('[data-drags]');
  await expect(line).toHaveCount(1);
  const field = page.getByRole('textbox', { name: 'Reference line, from where most stand' });
  await expect(field).toHaveValue('0');
  const box = await atRest(line);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 30, y + 20, { steps: 4 });
  await page.mouse.move(x + 60, y, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Number(await field.inputValue())).toBeGreaterThan(5);
  // The preview has followed: the line lies where it was dragged to.
  await expect.poll(async () => Math.abs((await line.boundingBox())!.x - box.x - 60)).toBeLessThan(3);
  // Typed, it goes there too.
  await field.fill('2.5');
  await expect.poll(async () => (await line.boundingBox())!.x - box.x).toBeLessThan(60);
  await page.getByRole('button', { name: 'Line them up' }).click();
  await expect(page.getByText(/changes made/)).toBeVisible();
  await expect(page.locator('[data-finding]', { hasText: 'not lined up' })).toHaveCount(0);
  const lined = await shaOf(page, id);

  // The stack: spaced as the field says; less than the office allows cannot be asked for.
  await page.locator('[data-finding]', { hasText: 'in a stack' }).click();
  const spacing = page.getByRole('textbox', { name: 'From line to line' });
  await spacing.fill('2');
  await expect(page.getByText(/^From 6 to/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Space them/ })).toBeDisabled();
  await spacing.fill('9');
  await page.getByRole('button', { name: 'Space them 9 mm apart' }).click();
  await expect(page.locator('[data-finding]', { hasText: 'in a stack' })).toHaveCount(0);
  const spaced = await shaOf(page, id);
  expect(spaced).not.toBe(lined);

  await step(page, 'Undo', id, lined);
  await step(page, 'Undo', id, before);
  await step(page, 'Redo', id, lined);
  await step(page, 'Redo', id, spaced);
});

test('which of two dimension lines gives way is picked on the sheet, seen before it is done, and undone', async ({
  page,
}) => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  const layer = 'G-DIMS';
  file.layer({ name: layer, colour: 3, widthMm: 0.25 });
  const { model } = file;
  const style = defineStyle(file, 'Theirs', 50, {});
  file.sheet('Plan', 420, 297).viewport({ layer }, [210, 148], 400, 280, [5000, 3500], 50);
  measure(model, { layer }, style, [1000, 1000], [8000, 1000], 2500);
  measure(model, { layer }, style, [1500, 1000], [1500, 5000], 2600, { plumb: true });
  const id = await sendIn(page.request, office.base, {
    name: 'Crossing.dxf',
    sender: 'Crossing Office',
    bytes: file.bytes(),
  });
  const before = await shaOf(page, id);
  await page.goto(`${office.base}/drawings/${id}`);
  await page.locator('[data-finding]', { hasText: 'cross each other' }).click();
  const [level, plumb] = [
    page.getByRole('radio', { name: '7000, level' }),
    page.getByRole('radio', { name: '4000, plumb' }),
  ];
  // Nobody has said anything yet: neither is picked, and nothing can be done.
  await expect(level).not.toBeChecked();
  await expect(plumb).not.toBeChecked();
  const act = page.getByRole('button', { name: 'Break its line' });
  await expect(act).toBeDisabled();
  const lines = page.locator('[data-picks="1"]');
  await expect(lines.first()).toBeAttached();
  // A click on the upper end of the plumb line, away from everything else, picks it.
  const box = await atRest(lines.first());
  await page.mouse.click(box.x + box.width / 2, box.y + 0.2 * box.height);
  await expect(plumb).toBeChecked();
  await expect(page.locator('polyline.stroke-white')).toHaveCount(1);
  await act.click();
  await expect(page.locator('[data-finding]', { hasText: 'cross each other' })).toHaveCount(0);
  const broken = await shaOf(page, id);
  expect(broken).not.toBe(before);
  await step(page, 'Undo', id, before);
});

test('texts that a person picks on the sheet are lined up on a line that is dragged, and undone', async ({
  page,
}) => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  const layer = 'G-TEXT';
  file.layer({ name: layer, colour: 3, widthMm: 0.25 });
  const { model } = file;
  file.sheet('Plan', 420, 297).viewport({ layer }, [210, 148.5], 400, 280, [5000, 3500], 50);
  // Both stand on the plumb line through the middle of the sheet, the first in the middle itself.
  for (const [x, y, words] of [
    [4000, 3200, 'STORE'],
    [4300, 1200, 'PLANT'],
  ] as const)
    model.text({ layer }, [x, y], 700, words);
  const id = await sendIn(page.request, office.base, {
    name: 'Rooms.dxf',
    sender: 'Ragged Office',
    bytes: file.bytes(),
  });
  const before = await shaOf(page, id);
  await page.goto(`${office.base}/drawings/${id}`);
  const sheet = page.getByRole('application', { name: /^Picture of the drawing/ });
  const under = page.getByRole('status', { name: 'Under the pointer' });
  /** Clicks the first text that is met between two places under the middle of the view, downwards. */
  const clickFrom = async (down: number, to = Number.POSITIVE_INFINITY): Promise<void> => {
    const box = await atRest(sheet);
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await expect
      .poll(async () => {
        for (let dy = down; dy < Math.min(to, box.height / 2); dy += 6) {
          await page.mouse.move(x, y + dy);
          // What lies there is answered by a worker: an answer that is late is about where the pointer was before.
          await page.waitForTimeout(150);
          if ((await under.textContent())?.startsWith('text')) return true;
        }
        return false;
      })
      .toBe(true);
    await page.mouse.down();
    await page.mouse.up();
  };
  // Until the picture is there nothing lies in the middle.
  await clickFrom(0, 1);
  await page.mouse.move(5, 500);
  await page.getByRole('button', { name: 'Line up with others' }).click();
  const panel = page.getByRole('complementary', { name: 'Line up texts' });
  await expect(panel.getByText('STORE')).toBeVisible();
  await expect(panel.getByText('Pick two at least.')).toBeVisible();
  await clickFrom(40);
  await expect(panel.getByText('PLANT')).toBeVisible();
  // 300 units at 1:50.
  await expect(panel.getByText('6 mm off')).toBeVisible();
  const line = page.locator('[data-drags]');
  const at = await atRest(line);
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2 + 20, at.y + at.height / 2, { steps: 4 });
  await page.mouse.up();
  const field = panel.getByRole('textbox', { name: 'From where the first stands' });
  await expect.poll(async () => Number(await field.inputValue())).toBeGreaterThan(2);
  await field.fill('0');
  await panel.getByRole('button', { name: 'Line up 2 texts' }).click();
  await expect.poll(() => shaOf(page, id)).not.toBe(before);
  await expect(panel.getByText('6 mm off')).toHaveCount(0);
  await step(page, 'Undo', id, before);
  await expect(panel.getByText('6 mm off')).toBeVisible();
});

test('twenty thousand findings come by part, and are searched and walked to the last', async ({ page }) => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  const words = ['WALL', 'DOOR', 'PIPE', 'NOTE', 'KERB'];
  for (let i = 0; i < 20_000; i++) {
    const layer = `${words[i % words.length]}-${String(i).padStart(5, '0')}`;
    file.layer({ name: layer, colour: 1 + (i % 7) });
    file.model.line({ layer }, [10 * (i % 200), i / 20], [10 * (i % 200) + 8, i / 20]);
  }
  const id = await sendIn(page.request, office.base, {
    name: 'Thousands.dxf',
    sender: 'Patient Office',
    bytes: file.bytes(),
  });
  await page.goto(`${office.base}/drawings/${id}`);
  const tab = page.getByRole('tab', { name: /^Findings/ });
  await expect(page.getByText(/more findings? …/)).toHaveCount(0, { timeout: 60_000 });
  const all = Number((await tab.textContent())?.replace(/\D/g, ''));
  expect(all).toBeGreaterThan(20_000);
  // Of so many only those in sight are on the page.
  const lines = page.locator('[data-finding]');
  expect(await lines.count()).toBeLessThan(100);
  await page.keyboard.press('/');
  await page.keyboard.type('note-19998');
  await expect(lines).toHaveCount(1);
  await expect(page.getByText(/“NOTE-19998” is not in the standard/)).toBeVisible();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('kerb-19999');
  await expect(page.getByText(/“KERB-19999” is not in the standard/)).toBeVisible();
  await page.getByLabel('Find in the findings').fill('');
  await page.getByRole('button', { name: /^All/ }).last().focus();
  // Backwards from the beginning is the last one.
  await page.keyboard.press('p');
  await expect(page).toHaveURL(/finding=/);
  await expect(page.locator('[data-finding][aria-expanded="true"]')).toBeInViewport();
});
