/**
 * Times the application against a general-purpose parser on the same files, in the same run. Each measurement runs in a
 * process of its own, so that memory is its own too. Prints ratios, not promises.
 *
 *   npm run bench            300,000 objects (about 60 MB), and half and a quarter of that
 *   npm run bench -- 50000   another number of objects
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { demoStandard } from '../../demo/standard';
import { audit } from '../../src/core/audit/engine';
import { correctDrawing } from '../../src/core/correct/correct';
import type { Drawing } from '../../src/core/dxf/drawing';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { indexTags } from '../../src/core/dxf/tags';
import { forceFacts } from '../../src/core/facts/force';
import { buildPicture } from '../../src/core/picture/build';
import { blankStandard, layerOf } from '../../src/core/standard/standard';
import { COLOURED_LAYERS, colouredDrawing, mixedDrawing, plainDrawing } from './drawings';
import { timeLists } from './lists';

const RUNS = 5;

type Task = 'peer' | 'index' | 'audit' | 'facts' | 'picture' | 'correct';

interface Measured {
  readonly ms: number;
  readonly peakMb: number;
  readonly times?: Readonly<Record<string, number>>;
}

function readOf(bytes: Uint8Array): Drawing {
  const drawing = readDrawing(bytes);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  return drawing.value;
}

const FEW_LAYERS = {
  ...blankStandard('Bench'),
  layers: Array.from({ length: COLOURED_LAYERS }, (_, i) => layerOf({ name: `LAYER_${i}`, widthMm: 0.25 })),
};

/** Runs one measurement in this process and prints it. */
async function measure(task: Task, file: string): Promise<void> {
  const read = readFileSync(file);
  const bytes = new Uint8Array(read.buffer, read.byteOffset, read.length);
  let best = Number.POSITIVE_INFINITY;
  let times: Readonly<Record<string, number>> = {};
  let peakMb = 0;
  const { default: Parser } =
    task === 'peer'
      ? ((await import('dxf-parser')) as { default: new () => { parseSync(text: string): unknown } })
      : { default: null };
  for (let run = 0; run < RUNS; run++) {
    (globalThis as { gc?: () => void }).gc?.();
    const start = performance.now();
    if (Parser) new Parser().parseSync(new TextDecoder().decode(bytes));
    else if (task === 'index') indexTags(bytes);
    else if (task === 'audit') times = audit(readOf(bytes), demoStandard).times;
    else if (task === 'facts') forceFacts(readOf(bytes), 0.25);
    else if (task === 'picture') buildPicture(readOf(bytes), null, { defaultWidthMm: 0.25 });
    else {
      const result = correctDrawing(bytes, FEW_LAYERS, { rules: ['objects/own-colour'] });
      if (!result.ok || result.value.changes.length === 0) throw new Error('nothing was corrected');
    }
    best = Math.min(best, performance.now() - start);
    // The most that one run needs, Node and the file itself included: later ones grow by what is not given back yet.
    if (run === 0) peakMb = process.resourceUsage().maxRSS / 1024;
  }
  process.stdout.write(JSON.stringify({ ms: best, peakMb, times }));
}

function inOwnProcess(task: Task, file: string): Measured {
  const self = fileURLToPath(import.meta.url);
  return JSON.parse(
    execFileSync('node', ['--max-old-space-size=12000', '--expose-gc', self, '--measure', task, file], {
      encoding: 'utf8',
      maxBuffer: 1 << 26,
    }),
  );
}

const COLUMNS = [
  'drawing',
  'objects',
  'MB',
  'peer ms',
  'index/peer',
  'findings/peer',
  'facts/peer',
  'picture/peer',
  'memory/file',
];

function row(cells: readonly (string | number)[]): void {
  console.log(
    cells.map((cell, i) => String(cell).padStart(Math.max(COLUMNS[i].length, i === 0 ? 8 : 0))).join('  '),
  );
}

function reading(folder: string, objects: number): void {
  console.log(COLUMNS.map((name, i) => (i === 0 ? name.padStart(8) : name)).join('  '));
  let rules: Readonly<Record<string, number>> = {};
  for (const [name, make] of [
    ['plain', plainDrawing],
    ['mixed', mixedDrawing],
  ] as const)
    for (const count of [objects / 4, objects / 2, objects].map(Math.round)) {
      const file = join(folder, `${name} ${count}.dxf`);
      writeFileSync(file, make(count));
      const megabytes = statSync(file).size / 1e6;
      const [peer, index, audited, facts, picture] = (
        ['peer', 'index', 'audit', 'facts', 'picture'] as const
      ).map((task) => inOwnProcess(task, file));
      const share = (one: Measured): string => (one.ms / peer.ms).toFixed(3);
      row([
        name,
        count,
        megabytes.toFixed(1),
        peer.ms.toFixed(0),
        share(index),
        share(audited),
        share(facts),
        share(picture),
        (audited.peakMb / megabytes).toFixed(1),
      ]);
      rules = audited.times ?? {};
      rmSync(file);
    }
  console.log('\nms of each rule on the last of them:');
  for (const [rule, ms] of Object.entries(rules).sort((a, b) => b[1] - a[1]))
    console.log(`  ${rule.padEnd(28)} ${ms.toFixed(1).padStart(8)}`);
}

function correcting(folder: string): void {
  const file = join(folder, 'coloured.dxf');
  writeFileSync(file, colouredDrawing(60_000, 250));
  console.log(
    `\n60,000 objects with 250 findings corrected in ${inOwnProcess('correct', file).ms.toFixed(0)} ms`,
  );
  rmSync(file);
}

/** The built command line as a whole process, against Node running the peer's parser. */
function wholeProcess(folder: string): void {
  const standard = join(folder, 'standard.json');
  writeFileSync(standard, JSON.stringify(demoStandard));
  const peer = join(folder, 'peer.cjs');
  const parser = join(process.cwd(), 'node_modules', 'dxf-parser');
  writeFileSync(
    peer,
    `const P = require(${JSON.stringify(parser)}); new (P.default ?? P)().parseSync(require('fs').readFileSync(process.argv[2], 'utf8'));`,
  );
  const time = (args: readonly string[]): number => {
    const runs = Array.from({ length: RUNS }, () => {
      const start = performance.now();
      try {
        execFileSync('node', args, { stdio: 'ignore' });
      } catch {
        // A drawing that is held ends with 1.
      }
      return performance.now() - start;
    });
    return Math.min(...runs);
  };
  console.log('\nwhole process   MB  audit ms  peer ms  audit/peer');
  for (const objects of [5_000, 15_000, 30_000]) {
    const file = join(folder, `process ${objects}.dxf`);
    writeFileSync(file, mixedDrawing(objects));
    const [own, other] = [
      time(['build/warden.mjs', 'audit', file, '--standard', standard]),
      time([peer, file]),
    ];
    console.log(
      `             ${(statSync(file).size / 1e6).toFixed(1).padStart(5)}  ${own.toFixed(0).padStart(8)}  ${other.toFixed(0).padStart(7)}  ${(own / other).toFixed(2).padStart(10)}`,
    );
  }
}

async function main(objects: number): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'zinc-bench-'));
  try {
    reading(folder, objects);
    correcting(folder);
    wholeProcess(folder);
    const drawings = 2000;
    const times = await timeLists(drawings);
    console.log(`\nms on the server with ${drawings} drawings on file:`);
    for (const [page, ms] of Object.entries(times))
      console.log(`  ${page.padEnd(10)} ${ms.toFixed(1).padStart(7)}`);
    console.log(
      '\nBest of five runs, each in a process of its own. The peer is dxf-parser from the npm registry.',
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
}

if (process.argv[2] === '--make') {
  const make = process.argv[5] === 'mixed' ? mixedDrawing : plainDrawing;
  writeFileSync(process.argv[4], make(Number(process.argv[3])));
} else if (process.argv[2] === '--measure') await measure(process.argv[3] as Task, process.argv[4]);
else await main(Number(process.argv[2] ?? 300_000));
