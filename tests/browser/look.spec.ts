import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';

const PLACES = [
  '/',
  '/intake',
  '/drawings',
  '/drawings/3',
  '/standard',
  '/standard?view=pens',
  '/standard?view=linetypes',
  '/standard?view=meanings',
  '/standard?view=lettering',
  '/standard?view=dimensions',
  '/standard?view=fills',
  '/standard?view=parallels',
  '/standard?view=symbols',
  '/standard?view=working',
  '/standard?view=rules',
  '/standard?view=names',
  '/standard?view=editions',
  '/senders',
  '/reports',
  '/rules/layers/unknown',
  '/waivers',
  '/recheck',
  '/causes',
];

for (const place of PLACES)
  test(`${place} is accessible and fits its width`, async ({ page }) => {
    const complaints: string[] = [];
    page.on('pageerror', (error) => complaints.push(error.message));
    page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
    for (const [width, height] of [
      [1280, 800],
      [1024, 768],
      // A wide window is tried where the layout differs, not in each view of one place.
      ...(place.includes('view=') ? [] : [[1920, 1080]]),
    ]) {
      await page.setViewportSize({ width, height });
      await page.goto(place);
      await expect(page.locator('h1')).toBeVisible();
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
      ).toBeLessThanOrEqual(0);
    }
    await page.setViewportSize({ width: 1280, height: 800 });
    const { violations } = await new AxeBuilder({ page })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
      .analyze();
    expect(
      violations.map((violation) => `${violation.id}: ${violation.nodes.map((node) => node.html).join(' ')}`),
    ).toEqual([]);
    expect(complaints).toEqual([]);
  });

/** Share of the sheet's pixels that are near a colour, or that have any colour at all. */
async function share(page: Page, rgb: readonly [number, number, number] | 'any'): Promise<number> {
  const shot = (await page.getByRole('application').screenshot()).toString('base64');
  return page.evaluate(
    async ([data, wanted]) => {
      const image = new Image();
      image.src = `data:image/png;base64,${data}`;
      await image.decode();
      const canvas = document.createElement('canvas');
      canvas.width = image.width;
      canvas.height = image.height;
      const context = canvas.getContext('2d')!;
      context.drawImage(image, 0, 0);
      const pixels = context.getImageData(0, 0, canvas.width, canvas.height).data;
      let near = 0;
      for (let i = 0; i < pixels.length; i += 4) {
        const [r, g, b] = pixels.subarray(i, i + 3);
        const hit =
          wanted === 'any'
            ? Math.max(r, g, b) - Math.min(r, g, b) > 50
            : Math.abs(r - wanted[0]) + Math.abs(g - wanted[1]) + Math.abs(b - wanted[2]) < 40;
        if (hit) near++;
      }
      return near / (pixels.length / 4);
    },
    [shot, rgb] as const,
  );
}

test('the sheet is white paper on a desk; a finding marks its objects; the keys move it', async ({
  page,
}) => {
  await page.goto('/drawings/3');
  await expect(page.getByRole('tab', { name: 'Model' })).toBeVisible();
  await expect.poll(() => share(page, [255, 255, 255])).toBeGreaterThan(0.3);
  expect(await share(page, [195, 201, 204])).toBeGreaterThan(0.1);
  const oxide: [number, number, number] = [150, 48, 31];
  expect(await share(page, oxide)).toBeLessThan(0.0005);
  await page.keyboard.press('n');
  await expect.poll(() => share(page, oxide)).toBeGreaterThan(0.001);
  await page.keyboard.press('Escape');
  await expect.poll(() => share(page, oxide)).toBeLessThan(0.0005);
  // In black nothing of the colours is left.
  await page.getByRole('tab', { name: 'Model' }).click();
  await page.keyboard.press('0');
  await expect.poll(() => share(page, 'any')).toBeGreaterThan(0.0005);
  await page.keyboard.press('b');
  await expect.poll(() => share(page, 'any')).toBe(0);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Next finding');
});

test('a finding is shown where it can be seen: on the sheet, or in the model', async ({ page }) => {
  await page.goto('/drawings/4');
  await expect(page.getByRole('tab', { name: 'Sheet', exact: true })).toHaveAttribute(
    'aria-selected',
    'true',
  );
  await expect.poll(() => share(page, [255, 255, 255])).toBeGreaterThan(0.3);
  const oxide: [number, number, number] = [150, 48, 31];
  await page.keyboard.press('n');
  await page.keyboard.press('n');
  await expect.poll(() => share(page, oxide)).toBeGreaterThan(0.00005);
  await expect(page.getByRole('tab', { name: 'Sheet', exact: true })).toHaveAttribute(
    'aria-selected',
    'true',
  );
});
