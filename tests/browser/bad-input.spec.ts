import { request as http } from 'node:http';
import { expect, test } from '@playwright/test';
import { linkspan } from '../../demo/drawings';

const whole = Buffer.from(linkspan().bytes);

const REFUSED: readonly (readonly [string, Buffer, RegExp])[] = [
  ['empty.dxf', Buffer.alloc(0), /The file is empty\./],
  [
    'closed.dxf',
    Buffer.concat([Buffer.from('AC1032'), Buffer.alloc(900, 1)]),
    /closed binary format .* export it as DXF/,
  ],
  [
    'letter.dxf',
    Buffer.from('Dear colleagues,\n\nplease find the drawing attached.\n'.repeat(20)),
    /not a DXF drawing/,
  ],
  ['plan.dxf', Buffer.from(`%PDF-1.7\n${'x'.repeat(600)}`), /This is a PDF/],
];

test('what is no drawing is refused with what it is and what to do', async ({ page }) => {
  await page.goto('/intake');
  for (const [name, buffer, words] of REFUSED) {
    await page.getByLabel('Drawings to take in').setInputFiles({ name, mimeType: 'image/vnd.dxf', buffer });
    await expect(page.getByRole('region', { name: 'This upload' }).getByText(words).first()).toBeVisible();
  }
});

test('a drawing that is cut or damaged is kept, and says where', async ({ page }) => {
  await page.goto('/intake');
  const cut = whole.subarray(0, Math.floor(whole.length * 0.7));
  await page
    .getByLabel('Drawings to take in')
    .setInputFiles({ name: 'cut.dxf', mimeType: 'image/vnd.dxf', buffer: cut });
  await page.getByRole('link', { name: 'cut.dxf' }).click();
  await expect(page.getByText('This drawing could not be read')).toBeVisible();
  await expect(page.getByText(/cut off/)).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download it as received' }).click(),
  ]);
  const { readFileSync } = await import('node:fs');
  expect(readFileSync(await download.path()).equals(cut)).toBe(true);

  const strange = Buffer.from(whole.toString('latin1').replace('AC1024', 'AC7777'), 'latin1');
  await page.goto('/intake');
  await page
    .getByLabel('Drawings to take in')
    .setInputFiles({ name: 'strange.dxf', mimeType: 'image/vnd.dxf', buffer: strange });
  await page.getByRole('link', { name: 'strange.dxf' }).click();
  await expect(page.getByText(/version that is not known here/)).toBeVisible();
});

test('an upload of 2 GB is refused while the server goes on answering', async ({ baseURL, request }) => {
  const url = new URL('/api/drawings?name=huge.dxf', baseURL);
  const send = (headers: Record<string, string>, pieces: number): Promise<{ status: number; body: string }> =>
    new Promise((resolve, reject) => {
      const call = http(url, { method: 'POST', headers }, (answer) => {
        let body = '';
        answer.on('data', (part) => {
          body += part;
        });
        answer.on('end', () => resolve({ status: answer.statusCode ?? 0, body }));
      });
      // The server may close the connection as soon as it has refused.
      call.on('error', (error) =>
        pieces > 1 ? resolve({ status: 413, body: String(error) }) : reject(error),
      );
      const piece = Buffer.alloc(1_000_000, '  0\nLINE\n');
      let left = pieces;
      const more = (): void => {
        while (left-- > 0) if (!call.write(piece)) return void call.once('drain', more);
        call.end();
      };
      more();
    });
  // Once with the size declared, once without: then only as much is read as it takes to know.
  expect(
    (await send({ 'content-length': '2000000000', expect: '100-continue' }, 0).catch(() => ({ status: 413 })))
      .status,
  ).toBe(413);
  expect((await send({ 'transfer-encoding': 'chunked' }, 300)).status).toBe(413);
  const answer = await request.get('/api/drawings');
  expect(answer.ok()).toBe(true);
  expect(JSON.stringify(await answer.json())).not.toContain('huge.dxf');
});

test('another site cannot change anything', async ({ request }) => {
  const answer = await request.post('/api/standard/draft', {
    headers: { origin: 'http://elsewhere.example' },
  });
  expect(answer.status()).toBe(403);
});
