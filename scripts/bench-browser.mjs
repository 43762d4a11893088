// How the sheet behaves with a large drawing: npm run bench:browser. Needs Chromium; the application is built first.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { bin, installPackages, must, root } from './prepare.mjs';

installPackages();
must('node', ['scripts/build.mjs']);
const objects = Number(process.argv[2] ?? 50_000);
const folder = mkdtempSync(join(tmpdir(), 'zinc-sheet-'));
const port = '4192';
const env = { ...process.env, ZINC_WARDEN_DATA: folder, ZINC_WARDEN_PORT: port };
const file = join(folder, 'large.dxf');
must('node', ['scripts/bench.mjs', '--make', String(objects), file]);
must(bin('tsx'), ['demo/seed.ts'], { env });
const server = spawn('node', ['scripts/start.mjs'], { cwd: root, stdio: 'ignore', env });
const address = `http://127.0.0.1:${port}`;
for (let i = 0; i < 100; i++) {
  if (
    await fetch(`${address}/api/drawings`).then(
      (answer) => answer.ok,
      () => false,
    )
  )
    break;
  await new Promise((done) => setTimeout(done, 200));
}
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-background-networking'],
});
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${address}/intake`);
  await page.getByLabel('Drawings to take in').setInputFiles(file);
  const link = page.getByRole('link', { name: 'large.dxf', exact: true });
  await link.waitFor();
  for (;;) {
    const { drawings } = await (await page.request.get(`${address}/api/drawings`)).json();
    if (drawings.find((drawing) => drawing.name === 'large.dxf')?.state === 'ready') break;
    await page.waitForTimeout(200);
  }
  const href = await link.getAttribute('href');
  // The picture is made once and kept; what is measured is the sheet, not the server.
  const made = performance.now();
  await page.request.get(`${address}/api${href}/picture?sheet=-1`);
  const makingMs = performance.now() - made;
  await page.addInitScript(() => {
    window.longest = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) window.longest = Math.max(window.longest, entry.duration);
    }).observe({ type: 'longtask', buffered: true });
    window.gaps = [];
    let last = performance.now();
    const beat = () => {
      const now = performance.now();
      window.gaps.push(now - last);
      last = now;
      requestAnimationFrame(beat);
    };
    requestAnimationFrame(beat);
  });
  let arrived = 0;
  page.on('response', (response) => {
    if (response.url().includes('/picture'))
      void response.finished().then(() => (arrived = performance.now()));
  });
  await page.goto(`${address}${href}`, { waitUntil: 'commit' });
  await page.locator('canvas[data-whole]').waitFor({ timeout: 120_000 });
  const firstMs = performance.now() - arrived;
  await page.locator('canvas[data-whole="true"]').waitFor({ timeout: 120_000 });
  const wholeMs = performance.now() - arrived;
  const loading = await page.evaluate(() => window.longest);
  await page.evaluate(() => {
    window.longest = 0;
    window.gaps = [];
  });
  const box = await page.getByRole('application').boundingBox();
  await page.mouse.move(box.x + 300, box.y + 300);
  for (let i = 0; i < 20; i++) {
    await page.mouse.wheel(0, i % 2 ? 120 : -160);
    await page.mouse.down();
    await page.mouse.move(box.x + 300 + i * 6, box.y + 300, { steps: 3 });
    await page.mouse.up();
  }
  await page.waitForTimeout(500);
  const { longest, gaps } = await page.evaluate(() => ({
    longest: window.longest,
    gaps: window.gaps.sort((a, b) => a - b),
  }));
  console.log(`\n${objects} objects in the browser`);
  console.log(`  the server makes the picture        ${makingMs.toFixed(0)} ms`);
  console.log(`  first picture after the file        ${firstMs.toFixed(0)} ms`);
  console.log(`  whole picture after the file        ${wholeMs.toFixed(0)} ms`);
  console.log(`  longest task of the page, loading   ${loading.toFixed(0)} ms (0: none over 50)`);
  console.log(`  longest task, panning and zooming   ${longest.toFixed(0)} ms (0: none over 50)`);
  console.log(
    `  frames while panning: median ${gaps[gaps.length >> 1].toFixed(0)} ms, longest ${gaps.at(-1).toFixed(0)} ms`,
  );
} finally {
  await browser.close();
  server.kill('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
}
process.exit(0);
