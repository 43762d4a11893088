// Takes the pictures of docs/screenshots from a running demo (npm run demo in another terminal).
import { chromium } from '@playwright/test';

const address = `http://127.0.0.1:${process.env.ZINC_WARDEN_PORT ?? '4180'}`;
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

async function shoot(name, path, prepare = async () => {}) {
  // Pages that listen to the server are never without a connection: what they show is waited for instead.
  await page.goto(`${address}${path}`, { waitUntil: 'load' });
  await page.waitForTimeout(1500);
  await prepare();
  await page.waitForTimeout(900);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
}

await shoot('desk', '/');
await shoot('intake', '/intake');
await shoot('drawing', '/drawings/1');
await shoot('finding', '/drawings/3', () => page.getByRole('button', { name: /“Str_Centre”/ }).click());
await shoot('contents', '/drawings/3', () => page.keyboard.press('c'));
await shoot('sheets', '/drawings/5', async () => {
  await page.keyboard.press('l');
  for (let i = 0; i < 2; i++) await page.keyboard.press('PageDown');
});
await shoot('units', '/drawings/6', () => page.keyboard.press('u'));
await shoot('layers', '/standard', () => page.getByRole('button', { name: /S-GRID/ }).click());
await shoot('lettering', '/standard?view=lettering');
await shoot('names', '/standard?view=names', async () => {
  await page.getByLabel('Name of a layer').fill('Z-WALL-FULL-N');
});
await shoot('pens', '/standard?view=pens');
await shoot('linetypes', '/standard?view=linetypes', () =>
  page.getByRole('button', { name: 'OHW-Fuel' }).click(),
);

// One drawing is corrected for the last pictures, and taken back again.
await shoot('dimensions', '/standard?view=dimensions', () =>
  page.getByRole('tab', { name: 'Figure' }).click(),
);
// Learning shows itself against a draft, which is gone again afterwards.
const begun = await page.request.post(`${address}/api/standard/draft`, { data: {} });
const { edition: draft } = await begun.json();
await shoot('learn', `/standard?edition=${draft.id}&view=learn`, async () => {
  await page.getByLabel('Drawing on file to learn from').selectOption({ index: 2 });
  await page.getByLabel('All linetypes').check();
});
await page.request.delete(`${address}/api/standard/draft`);
await page.goto(`${address}/drawings/3`, { waitUntil: 'networkidle' });
await page.getByRole('button', { name: /likely proposals/ }).click();
await page.getByRole('button', { name: /^Take over \d+/ }).click();
await page.getByRole('button', { name: 'Undo' }).waitFor();
await page.getByRole('button', { name: /automatically/ }).click();
await page.getByRole('button', { name: /^Make [\d,]+ changes?$/ }).waitFor();
await page.getByText('Drawing both pictures').waitFor({ state: 'hidden' });
await page.screenshot({ path: 'docs/screenshots/plan.png' });
await page.getByRole('button', { name: /^Make [\d,]+ changes?$/ }).click();
await page.getByRole('button', { name: /automatically/ }).waitFor({ state: 'detached' });
await shoot('before-and-now', '/drawings/3', () => page.getByRole('tab', { name: 'Before and now' }).click());
await shoot('rule', '/rules/lines/meaning');
const day = new Date(Date.now() + 9 * 86_400_000).toISOString().slice(0, 10);
const { current } = await (await page.request.get(`${address}/api/drawings/5`)).json();
for (const rule of ['lines/on-paper', 'lines/meaning']) {
  const finding = current.findings.find((one) => one.rule === rule);
  await page.request.post(`${address}/api/waivers`, {
    data: {
      drawing: 5,
      finding: finding.key,
      extent: 'cause',
      scope: rule === 'lines/meaning' ? 'sender' : 'drawing',
      reason:
        rule === 'lines/meaning' ? 'their template changes in the spring' : 'sketch for the tender only',
      by: 'N. Brill',
      until: day,
    },
  });
}
await shoot('waivers', '/waivers');
await shoot('senders', '/senders');
for (let i = 0; i < 2; i++) await page.request.post(`${address}/api/drawings/3/step`, { data: { by: -1 } });
await browser.close();
