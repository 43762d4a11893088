/**
 * Sends forty hostile files at once to a running server of its own and says how long each answer took, how long pages took
 * meanwhile, and how much memory the server had at most. They are sent by curl.
 *
 * Usage, after a build: npx tsx tests/hostile/load.ts
 */
import { execFile, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { zipSync } from 'fflate';
import { demoDrawings } from '../../demo/drawings';
import * as giants from './giants';

const run = promisify(execFile);
const PORT = '4197';
const BASE = `http://127.0.0.1:${PORT}`;
const LIMITS = { answerMs: 10_000, pageMs: 300, memoryMb: 1500 };

const text = (content: string): Uint8Array => new TextEncoder().encode(content);
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

function book(sheet: Uint8Array): Uint8Array {
  return zipSync({
    'xl/worksheets/sheet1.xml': sheet,
    'xl/_rels/workbook.xml.rels': text(
      '<Relationships><Relationship Id="r1" Target="worksheets/sheet1.xml"/></Relationships>',
    ),
    'xl/workbook.xml': text('<workbook xmlns:r="x"><sheets><sheet name="A" r:id="r1"/></sheets></workbook>'),
  });
}
const sheet = (content: string): Uint8Array => text(`<worksheet>${content}</worksheet>`);
const rows = (count: number, cell: string): string =>
  `<sheetData>${`<row>${cell}</row>`.repeat(count)}</sheetData>`;

interface Sent {
  readonly name: string;
  readonly path: string;
  readonly method?: string;
  readonly body: Uint8Array | string;
}

const table = (name: string, body: Uint8Array): Sent => ({
  name: `spreadsheet: ${name}`,
  path: '/api/standard/table',
  body,
});
const json = (name: string, path: string, body: string, method = 'POST'): Sent => ({
  name: `JSON: ${name}`,
  path,
  body,
  method,
});
const drawing = (name: string, content: string): Sent => ({
  name: `drawing: ${name}`,
  path: `/api/drawings?name=${encodeURIComponent(name)}.dxf&sender=Hostile`,
  body: content,
});
const symbol = (name: string, content: string): Sent => ({
  name: `symbol: ${name}`,
  path: '/api/standard/symbol?height=2',
  body: content,
});

function everything(): Sent[] {
  const cell = '<c t="inlineStr"><is><t>x</t></is></c>';
  return [
    table(
      'columns to 100,000,000',
      book(sheet(`<cols><col min="1" max="100000000"/></cols>${rows(2, cell)}`)),
    ),
    table(
      'merged over the whole sheet',
      book(sheet(`${rows(2, cell)}<mergeCells><mergeCell ref="A1:XFD1048576"/></mergeCells>`)),
    ),
    table(
      'checked over the whole sheet',
      book(
        sheet(`${rows(2, cell)}<dataValidations><dataValidation sqref="A1:XFD1048576"/></dataValidations>`),
      ),
    ),
    table('two gigabytes once unpacked', book(new Uint8Array(1_900_000_000).fill(32))),
    table('a million rows', book(sheet(rows(1_000_000, cell)))),
    table(
      'one value in the last column',
      book(sheet('<sheetData><row r="1"><c r="XFD1"><v>1</v></c></row></sheetData>')),
    ),
    table(
      'texts without end',
      book(sheet(rows(1, `<c t="inlineStr"><is><t>${'x'.repeat(30_000_000)}</t></is></c>`))),
    ),
    table('no archive', text('PK\u0003\u0004'.repeat(200_000))),
    table('nothing', new Uint8Array(0)),
    table('tags without end', book(sheet('<a>'.repeat(2_000_000)))),
    json('nested without end', '/api/standard/draft', '['.repeat(9_000_000) + ']'.repeat(9_000_000), 'PUT'),
    json(
      'eighteen megabytes of layers',
      '/api/standard/draft',
      JSON.stringify({
        id: 1,
        version: 1,
        standard: {
          layers: Array.from({ length: 300_000 }, (_, i) => ({ name: `L${i}`, colour: { number: 1 } })),
        },
      }),
      'PUT',
    ),
    json(
      'a standard of a million keys',
      '/api/standard/import',
      `{${Array.from({ length: 900_000 }, (_, i) => `"k${i}":1`).join(',')}}`,
    ),
    json('no JSON', '/api/standard/draft', '{'.repeat(40), 'PUT'),
    json(
      'decisions by the hundred thousand',
      '/api/drawings/1/correct',
      JSON.stringify({
        note: '',
        decisions: Array.from({ length: 100_000 }, (_, i) => ({
          finding: `f${i}`,
          option: 'become',
          to: 'A-WALL',
        })),
      }),
    ),
    json(
      'choices by the hundred thousand',
      '/api/drawings/1/correct',
      JSON.stringify({
        note: '',
        choices: {
          layers: Object.fromEntries(
            Array.from({ length: 100_000 }, (_, i) => [`L${i}`, { action: 'map', to: 'A-WALL' }]),
          ),
          objects: [],
        },
      }),
    ),
    json(
      'a prototype',
      '/api/drawings/1/correct',
      '{"note":"","__proto__":{"polluted":true},"choices":{"layers":{"__proto__":{"action":"remove"}}}}',
    ),
    json('a body of 100 MB', '/api/standard/draft', 'x'.repeat(100_000_000), 'PUT'),
    symbol('symbols in symbols', giants.symbolsInSymbols(30)),
    symbol('a megabyte of lines', giants.strayLayers(2, 20_000).slice(0, 990_000)),
    symbol('no drawing', 'x'.repeat(900_000)),
    drawing('2,000 layers in 255 colours', giants.coloursOfLayers(2000)),
    drawing('1,500,000 layers', giants.layersWithoutEnd(1_500_000)),
    drawing('890,000 colours', giants.coloursWithoutEnd(890_000)),
    drawing('300 layers, 400,000 objects', giants.strayLayers(300, 400_000)),
    drawing('texts of 60 MB', giants.longTexts(20_000_000)),
    drawing('symbols in symbols', giants.symbolsInSymbols(30)),
    drawing('150,000 layers', giants.layersWithoutEnd(150_000)),
    drawing('a name that means something', giants.strayLayers(1, 3).replaceAll('SENDER-0-WALL', '__proto__')),
    drawing('cut off', giants.strayLayers(3, 1000).slice(0, 20_000)),
    drawing('no drawing', 'x'.repeat(1_000_000)),
    { name: 'learning: 2,000 layers', path: '/api/standard/learn', body: giants.coloursOfLayers(400) },
    { name: 'learning: no drawing', path: '/api/standard/learn', body: 'nothing' },
    { name: 'picture: any number', path: '/api/drawings/1/picture?sheet=99999999', method: 'GET', body: '' },
    { name: 'picture: no number', path: '/api/drawings/1/picture?sheet=x', method: 'GET', body: '' },
    {
      name: 'changes: any part',
      path: '/api/drawings/1/changes?from=1e300&most=1e300',
      method: 'GET',
      body: '',
    },
    {
      name: 'objects: a key of 8 kB',
      path: `/api/drawings/1/objects?key=${'k'.repeat(8000)}`,
      method: 'GET',
      body: '',
    },
    {
      name: 'history: no kind',
      path: '/api/standard/history?kind=__proto__&name=constructor',
      method: 'GET',
      body: '',
    },
    {
      name: 'letter: no letter',
      path: '/api/standard/symbol?letter=%F0%9F%98%80&face=__proto__&height=1e308',
      method: 'GET',
      body: '',
    },
    { name: 'product: none', path: '/api/standard/1/product?as=__proto__', method: 'GET', body: '' },
  ];
}

/** Sends a file as a body from a process of its own: what this one does in the meantime would be measured too. */
async function send(
  path: string,
  method: string,
  file: string,
): Promise<{ status: number; ms: number; words: string }> {
  const body = method === 'GET' ? [] : ['--data-binary', `@${file}`, '-H', 'Expect:', '-H', 'Content-Type:'];
  const { stdout } = await run(
    'curl',
    ['-s', '-m', '90', '-X', method, ...body, '-w', '\n%{http_code} %{time_total}', BASE + path],
    { maxBuffer: 1 << 28 },
  ).catch((error: Error & { stdout?: string }) => ({ stdout: error.stdout ?? '\n0 0' }));
  const at = stdout.lastIndexOf('\n');
  const [status, seconds] = stdout
    .slice(at + 1)
    .split(' ')
    .map(Number);
  return { status, ms: seconds * 1000, words: stdout.slice(0, Math.min(at, 200)) };
}

/** Memory of the server with everything under it, MB. */
function memoryOf(pid: number): number {
  let sum = 0;
  const children = (of: number): number[] => {
    try {
      return readFileSync(`/proc/${of}/task/${of}/children`, 'utf8')
        .trim()
        .split(/\s+/)
        .filter(Boolean)
        .map(Number);
    } catch {
      return [];
    }
  };
  const visit = (of: number): void => {
    try {
      sum += Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${of}/status`, 'utf8'))?.[1] ?? 0) / 1024;
    } catch {
      return;
    }
    children(of).forEach(visit);
  };
  visit(pid);
  return sum;
}

const sorted = (times: readonly number[]): number[] => [...times].sort((a, b) => a - b);

async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'zinc-load-'));
  const env = { ...process.env, ZINC_WARDEN_DATA: folder, ZINC_WARDEN_PORT: PORT };
  const seeded = spawn('node_modules/.bin/tsx', ['demo/seed.ts'], { env, stdio: 'inherit' });
  await new Promise((done) => seeded.on('exit', done));
  // Made before the server listens: making them takes longer than an idle connection lasts.
  const sent = everything();
  const bodies = mkdtempSync(join(tmpdir(), 'zinc-bodies-'));
  for (const [i, { body }] of sent.entries()) writeFileSync(join(bodies, String(i)), body);
  const server = spawn('node', ['scripts/start.mjs'], { env, stdio: ['ignore', 'ignore', 'pipe'] });
  let log = '';
  server.stderr.on('data', (part) => {
    log += part;
  });
  try {
    for (;;) {
      await pause(500);
      const list = await fetch(`${BASE}/api/drawings`)
        .then((answer) => answer.json())
        .catch(() => null);
      if (
        list?.drawings.length === demoDrawings().length &&
        list.drawings.every(({ state }: { state: string }) => state === 'ready')
      )
        break;
    }
    for (const page of ['/', '/drawings', '/senders', '/standard', '/drawings/1'])
      await fetch(BASE + page).then((answer) => answer.text());
    let [busy, memory] = [true, 0];
    const pages: number[] = [];
    const lost: string[] = [];
    const looking = (async () => {
      while (busy) {
        for (const page of ['/', '/drawings', '/drawings/1']) {
          const start = performance.now();
          const answer = await fetch(BASE + page, { signal: AbortSignal.timeout(30_000) }).catch(
            (error: Error) => error,
          );
          if (answer instanceof Error) {
            lost.push(`${page}: ${String(answer.cause ?? answer)}`);
            continue;
          }
          await answer.text().catch(String);
          pages.push(performance.now() - start);
        }
        memory = Math.max(memory, memoryOf(server.pid!));
        await pause(100);
      }
    })();
    const faults: string[] = [];
    await Promise.all(
      sent.map(async ({ name, path, method = 'POST' }, i) => {
        const { status, ms, words } = await send(path, method, join(bodies, String(i)));
        if (status === 500 || status === 0) faults.push(`${name}: ${status} ${words}`);
        if (ms > LIMITS.answerMs) faults.push(`${name}: answered after ${Math.round(ms)} ms`);
        console.log(
          `${String(Math.round(ms)).padStart(6)} ms  ${status}  ${name}  ${words.replace(/\s+/g, ' ').slice(0, 120)}`,
        );
      }),
    );
    // The drawings among them are worked on behind the answers.
    const until = Date.now() + 8 * 60_000;
    for (;;) {
      await pause(1000);
      const list = await fetch(`${BASE}/api/drawings`)
        .then((answer) => answer.json())
        .catch(() => null);
      if (server.exitCode !== null) break;
      if (!list) continue;
      const { drawings } = list;
      if (drawings.every(({ state }: { state: string }) => state === 'ready' || state === 'unreadable')) {
        for (const { name, state, problem } of drawings)
          console.log(`  ${state.padEnd(10)} ${name} ${problem?.message ?? ''}`);
        break;
      }
      if (Date.now() > until) {
        faults.push('a drawing is still being read');
        break;
      }
    }
    busy = false;
    await looking;
    const times = sorted(pages);
    const at = (share: number): number =>
      Math.round(times[Math.min(times.length - 1, Math.floor(share * times.length))]);
    console.log(
      `pages meanwhile: ${times.length}, median ${at(0.5)} ms, 95 % within ${at(0.95)} ms, slowest ${at(1)} ms`,
    );
    console.log(`memory at most: ${Math.round(memory)} MB`);
    if (at(0.95) > LIMITS.pageMs) faults.push(`pages took ${at(0.95)} ms`);
    if (memory > LIMITS.memoryMb) faults.push(`memory reached ${Math.round(memory)} MB`);
    if (/unhandled/i.test(log)) faults.push(`the log speaks of something unhandled: ${log.slice(0, 400)}`);
    for (const page of lost) faults.push(`no answer to a page: ${page}`);
    if (server.exitCode !== null) faults.push(`the server ended: ${log.slice(-2000)}`);
    for (const fault of faults) console.log(`FAULT ${fault}`);
    process.exitCode = faults.length > 0 ? 1 : 0;
  } finally {
    server.kill('SIGTERM');
    await new Promise((done) => server.on('exit', done));
    rmSync(folder, { recursive: true, force: true });
    rmSync(bodies, { recursive: true, force: true });
  }
}

await main();
