import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { DrawingComposer } from '../../src/core/dxf/write/composer';

/** Twenty sheets side by side in the model, at different scales, and a stray point far away. */
function set(): Uint8Array {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  const space = file.model;
  let x = 0;
  for (let i = 0; i < 20; i++) {
    const n = [20, 50, 100][i % 3];
    for (const inset of [0, 10])
      space.polyline(
        { layer: '0' },
        [
          [x + inset * n, inset * n],
          [x + (420 - inset) * n, inset * n],
          [x + (420 - inset) * n, (297 - inset) * n],
          [x + inset * n, (297 - inset) * n],
        ],
        true,
      );
    const words = [`B-${101 + i}`, `Berth ${i + 1}`, `Scale 1:${i === 4 ? 200 : n}`, 'Date 2026-11-26'];
    for (const [k, line] of words.entries())
      space.text({ layer: '0' }, [x + 300 * n, (15 + k * 8) * n], 3 * n, line);
    for (let k = 0; k < 6; k++)
      space.line({ layer: '0' }, [x + (30 + k * 9) * n, 90 * n], [x + 90 * n, 150 * n]);
    x += 460 * n;
  }
  space.line({ layer: '0' }, [-9e7, 9e7], [-9e7 + 1, 9e7]);
  return file.bytes();
}

test('twenty sheets that lie in the model are listed, walked by key, and each is shown at its own scale', async ({
  page,
}) => {
  const sent = await page.request.post('/api/drawings?name=berths.dxf&sender=Orlan', {
    data: Buffer.from(set()),
    headers: { 'content-type': 'application/octet-stream' },
  });
  const { id } = await sent.json();
  await expect
    .poll(async () => (await (await page.request.get(`/api/drawings/${id}`)).json()).state, {
      timeout: 60_000,
    })
    .toBe('ready');
  await page.goto(`/drawings/${id}`);
  const shown = page.getByRole('button', { name: /^Sheets: / });
  // The first sheet with something on it, not the empty layout.
  await expect(shown).toHaveText('B-101 Berth 1');
  await expect(page.getByText('A3 · 1:20', { exact: true })).toBeVisible();
  await page.keyboard.press('PageDown');
  await expect(shown).toHaveText('B-102 Berth 2');
  await expect(page.getByText('A3 · 1:50', { exact: true })).toBeVisible();
  for (let i = 0; i < 3; i++) await page.keyboard.press('PageDown');
  await expect(shown).toHaveText('B-105 Berth 5');
  await page.keyboard.press('l');
  const list = page.getByRole('complementary', { name: 'Sheets' });
  await expect(list).toContainText('20 frames in the model');
  await expect(list.getByRole('button', { name: /B-105/ })).toContainText('states 1:200');
  const { violations } = await new AxeBuilder({ page }).include('aside').analyze();
  expect(violations).toEqual([]);
  await list.getByRole('button', { name: /B-110/ }).click();
  await expect(shown).toHaveText('B-110 Berth 10');
  await page.keyboard.press('PageUp');
  await expect(shown).toHaveText('B-109 Berth 9');
  await page.keyboard.press('l');

  // In the model as a whole the stray does not make the rest a speck, and is said.
  await page.keyboard.press('PageUp');
  for (let i = 0; i < 40 && (await shown.textContent()) !== 'Model'; i++)
    await page.keyboard.press('PageDown');
  await expect(page.getByText('1 object lies far outside.')).toBeVisible();
  await page.getByRole('button', { name: 'Show everything' }).click();

  // What the verdict speaks of is beside it.
  await page.getByRole('button', { name: /of 12 checked/ }).click();
  await expect(page.getByRole('dialog', { name: 'What was looked at' })).toContainText('no rule yet');
});
