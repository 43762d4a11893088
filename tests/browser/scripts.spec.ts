import { expect, type Page, test } from '@playwright/test';
import { DrawingComposer } from '../../src/core/dxf/write/composer';

async function opened(page: Page, name: string, words: readonly string[]): Promise<string[]> {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: words[0], colour: 3 });
  for (const [i, line] of words.entries()) file.model.text({ layer: words[0] }, [0, 12 * i], 5, line);
  const sent = await page.request.post(`/api/drawings?name=${encodeURIComponent(name)}&sender=Orlan`, {
    data: Buffer.from(file.bytes()),
    headers: { 'content-type': 'application/octet-stream' },
  });
  const { id } = (await sent.json()) as { id: number };
  await expect
    .poll(
      async () => ((await (await page.request.get(`/api/drawings/${id}`)).json()) as { state: string }).state,
      {
        timeout: 60_000,
      },
    )
    .toBe('ready');
  const asked: string[] = [];
  page.on('request', (request) => {
    if (request.url().includes('/fonts/noto')) asked.push(request.url());
  });
  await page.goto(`/drawings/${id}`);
  const canvas = page.getByRole('application', { name: /Picture of the drawing/ }).locator('canvas');
  await expect(canvas).toHaveAttribute('data-whole', 'true');
  return asked;
}

/** Faces that the painting worker has loaded, by family. */
const loaded = (page: Page): Promise<string[]> =>
  page.workers()[0].evaluate(() => {
    const { fonts } = self as unknown as { fonts: Iterable<{ family: string; status: string }> };
    return [...fonts].filter(({ status }) => status === 'loaded').map(({ family }) => family);
  });

test('letters of four scripts are shown with their faces, on the sheet and in the ledger', async ({
  page,
}) => {
  const asked = await opened(page, '平面图.dxf', ['图框', '한국어 평면도', 'תכנית הקומה', 'แผนผัง']);
  await expect
    .poll(async () => (await loaded(page)).some((family) => family.startsWith('ZincScripts')))
    .toBe(true);
  await expect(page.getByText('no form')).toHaveCount(0);
  await expect(page.getByText('Layer “图框” is not in the standard')).toBeVisible();
  for (const script of ['-sc-', '-kr-', '-hebrew-', '-thai-'])
    expect([script, asked.some((url) => url.includes(script))]).toEqual([script, true]);
  expect(asked.some((url) => /arabic|tamil/.test(url))).toBe(false);
});

test('a drawing that needs none asks for none', async ({ page }) => {
  const asked = await opened(page, 'plan.dxf', ['Plan', 'План этажа', 'Zażółć']);
  await expect.poll(async () => (await loaded(page)).length).toBeGreaterThan(5);
  expect(asked).toEqual([]);
});

test('letters are set in their own faces, however late those come', async ({ page, browser }) => {
  const canvasOf = (of: Page) =>
    of.getByRole('application', { name: /Picture of the drawing/ }).locator('canvas');
  await opened(page, 'late.dxf', ['Sill 900', 'Lintel', 'Head of the stair']);
  await expect.poll(async () => (await loaded(page)).length).toBeGreaterThan(5);
  await expect(canvasOf(page)).toHaveAttribute('data-whole', 'true');
  const asItIs = await canvasOf(page).screenshot();

  // Somebody else, whose browser has kept no faces, over a slow line.
  const other = await browser.newContext();
  await other.route(/\.woff2(\?|$)/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 2500));
    await route.continue();
  });
  const late = await other.newPage();
  await late.goto(page.url());
  await expect(canvasOf(late)).toHaveAttribute('data-whole', 'true');
  const isAsItIs = async (): Promise<boolean> => (await canvasOf(late).screenshot()).equals(asItIs);
  // Until then they are set in others: what is compared can tell.
  expect(await isAsItIs()).toBe(false);
  await expect.poll(isAsItIs, { timeout: 30_000 }).toBe(true);
  await other.close();
});
