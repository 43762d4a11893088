// How the sheet behaves with a large drawing: npm run bench:browser. Needs Chromium; the application is built first.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
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
/** A drawing with as many findings, each about a layer of its own. */
const FINDINGS = 20_000;

/** How a ledger of thousands of findings behaves: the longest frame of each thing that is done to it. */
async function ledger(page) {
  const many = join(folder, 'findings.dxf');
  must(bin('tsx'), ['scripts/bench/findings.ts', String(FINDINGS), many]);
  const sent = await page.request.post(`${address}/api/drawings?name=findings.dxf&sender=Bench&project=`, {
    data: readFileSync(many),
    headers: { 'content-type': 'application/octet-stream' },
  });
  const { id } = await sent.json();
  for (;;) {
    const { drawings } = await (await page.request.get(`${address}/api/drawings`)).json();
    if (drawings.find((drawing) => drawing.id === id)?.state === 'ready') break;
    await page.waitForTimeout(300);
  }
  await page.goto(`${address}/drawings/${id}`);
  await page.getByText(/more findings? …/).waitFor({ state: 'detached' });
  // Proposals for as many layers take a while; what is measured is the list.
  await page.waitForTimeout(15_000);
  console.log(`\n${FINDINGS} findings in the ledger, longest frame`);
  const measure = async (what, act) => {
    await page.evaluate(() => {
      window.gaps = [];
    });
    await act();
    await page.waitForTimeout(400);
    const longest = await page.evaluate(() => Math.max(...window.gaps));
    console.log(`  ${what.padEnd(36)}${longest.toFixed(0)} ms`);
  };
  await measure('walking by key', async () => {
    for (let i = 0; i < 30; i++) {
      await page.keyboard.press('n');
      await page.waitForTimeout(50);
    }
  });
  const search = page.getByLabel('Find in the findings');
  await measure('searching, letter by letter', () => search.pressSequentially('KERB-1999', { delay: 60 }));
  await measure('showing all again', () => search.fill(''));
  await measure('by layer', () => page.getByLabel('Put together by').selectOption('layer'));
  await measure('by cause', () => page.getByLabel('Put together by').selectOption('cause'));
  const list = await page.getByLabel('Findings', { exact: true }).last().boundingBox();
  await page.mouse.move(list.x + 100, list.y + 300);
  await measure('scrolling', async () => {
    for (let i = 0; i < 60; i++) {
      await page.mouse.wheel(0, 2500);
      await page.waitForTimeout(20);
    }
  });
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
  await ledger(page);
} finally {
  await browser.close();
  server.kill('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
}
process.exit(0);
