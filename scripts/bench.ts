/**
 * Times reading and auditing against a general-purpose parser on the same file, in the same run.
 * Each measurement runs in a process of its own, so that memory is its own too. Prints ratios, not promises.
 *
 *   npm run bench            300,000 objects (about 60 MB), and half and a quarter of that
 *   npm run bench -- 50000   another number of objects
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { demoStandard } from '../demo/standard';
import { audit } from '../src/core/audit/engine';
import { readDrawing } from '../src/core/dxf/read/interpret';
import { indexTags } from '../src/core/dxf/tags';
import { buildPicture } from '../src/core/picture/build';

const LAYERS = 200;
const RUNS = 5;

/** A drawing of mixed objects as text; the same for the same count. */
function makeDrawing(objects: number): string {
  const parts: string[] = [
    '  0\nSECTION\n  2\nHEADER\n  9\n$ACADVER\n  1\nAC1024\n  9\n$INSUNITS\n 70\n4\n  0\nENDSEC\n  0\nSECTION\n  2\nTABLES\n  0\nTABLE\n  2\nLAYER\n  5\n2\n100\nAcDbSymbolTable\n 70\n200\n',
  ];
  for (let i = 0; i < LAYERS; i++)
    parts.push(
      `  0\nLAYER\n  5\n${(i + 16).toString(16)}\n330\n2\n100\nAcDbSymbolTableRecord\n100\nAcDbLayerTableRecord\n  2\nLAYER_${i}\n 70\n0\n 62\n${(i % 255) + 1}\n  6\nContinuous\n370\n25\n`,
    );
  parts.push('  0\nENDTAB\n  0\nENDSEC\n  0\nSECTION\n  2\nENTITIES\n');
  let state = 1;
  const next = (): number => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return (state / 2147483648) * 1e5;
  };
  for (let i = 0; i < objects; i++) {
    const head = (entity: string, subclass: string): string =>
      `  0\n${entity}\n  5\n${(i + 4096).toString(16).toUpperCase()}\n330\n1F\n100\nAcDbEntity\n  8\nLAYER_${i % LAYERS}\n${i % 7 === 0 ? ` 62\n${(i % 200) + 1}\n` : ''}100\n${subclass}\n`;
    const at = (code: number): string => ` ${code}\n${next()}\n ${code + 10}\n${next()}\n`;
    if (i % 10 < 5) parts.push(`${head('LINE', 'AcDbLine')}${at(10)} 30\n0.0\n${at(11)} 31\n0.0\n`);
    else if (i % 10 < 7)
      parts.push(`${head('LWPOLYLINE', 'AcDbPolyline')} 90\n4\n 70\n1\n${at(10)}${at(10)}${at(10)}${at(10)}`);
    else if (i % 10 < 8)
      parts.push(
        `${head('ARC', 'AcDbCircle')}${at(10)} 30\n0.0\n 40\n${next()}\n100\nAcDbArc\n 50\n0.0\n 51\n90.0\n`,
      );
    else if (i % 10 < 9) parts.push(`${head('CIRCLE', 'AcDbCircle')}${at(10)} 30\n0.0\n 40\n${next()}\n`);
    else
      parts.push(`${head('TEXT', 'AcDbText')}${at(10)} 30\n0.0\n 40\n250.0\n  1\nRoom ${i}\n100\nAcDbText\n`);
  }
  parts.push('  0\nENDSEC\n  0\nEOF\n');
  return parts.join('');
}

type Task = 'peer' | 'index' | 'audit' | 'picture';

/** Runs one measurement in this process and prints it. */
async function measure(task: Task, file: string): Promise<void> {
  const read = readFileSync(file);
  const bytes = new Uint8Array(read.buffer, read.byteOffset, read.length);
  let best = Number.POSITIVE_INFINITY;
  const { default: Parser } =
    task === 'peer'
      ? ((await import('dxf-parser')) as { default: new () => { parseSync(text: string): unknown } })
      : { default: null };
  for (let run = 0; run < RUNS; run++) {
    // What the last run left behind must not count as memory this one needs.
    (globalThis as { gc?: () => void }).gc?.();
    const start = performance.now();
    if (Parser) new Parser().parseSync(new TextDecoder().decode(bytes));
    else if (task === 'index') indexTags(bytes);
    else {
      const drawing = readDrawing(bytes);
      if (!drawing.ok) throw new Error(drawing.problem.message);
      if (task === 'audit') audit(drawing.value, demoStandard);
      else buildPicture(drawing.value, null, { defaultWidthMm: 0.25 });
    }
    best = Math.min(best, performance.now() - start);
  }
  process.stdout.write(JSON.stringify({ ms: best, peakMb: process.resourceUsage().maxRSS / 1024 }));
}

function inOwnProcess(task: Task, file: string): { ms: number; peakMb: number } {
  const self = fileURLToPath(import.meta.url);
  return JSON.parse(
    execFileSync('node', ['--max-old-space-size=12000', '--expose-gc', self, '--measure', task, file], {
      encoding: 'utf8',
    }),
  );
}

function main(objects: number): void {
  const folder = mkdtempSync(join(tmpdir(), 'zinc-bench-'));
  try {
    console.log('objects      MB   peer ms  index/peer  audit/peer  picture/peer  audit ms  audit peak/file');
    for (const count of [objects / 4, objects / 2, objects].map(Math.round)) {
      const file = join(folder, `${count}.dxf`);
      writeFileSync(file, makeDrawing(count));
      const megabytes = statSync(file).size / 1e6;
      const peer = inOwnProcess('peer', file);
      const index = inOwnProcess('index', file);
      const audited = inOwnProcess('audit', file);
      const picture = inOwnProcess('picture', file);
      console.log(
        [
          String(count).padStart(7),
          megabytes.toFixed(1).padStart(7),
          peer.ms.toFixed(0).padStart(9),
          (index.ms / peer.ms).toFixed(3).padStart(11),
          (audited.ms / peer.ms).toFixed(3).padStart(11),
          (picture.ms / peer.ms).toFixed(3).padStart(13),
          audited.ms.toFixed(0).padStart(9),
          (audited.peakMb / megabytes).toFixed(1).padStart(16),
        ].join(' '),
      );
    }
    console.log(
      '\nBest of five runs, each in a process of its own. The peer is dxf-parser from the npm registry.',
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
}

if (process.argv[2] === '--make') writeFileSync(process.argv[4], makeDrawing(Number(process.argv[3])));
else if (process.argv[2] === '--measure') await measure(process.argv[3] as Task, process.argv[4]);
else main(Number(process.argv[2] ?? 300_000));
