import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { audit } from '../../src/core/audit/engine';
import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { parallelSetSchema } from '../../src/core/standard/parallels';
import { blankStandard, layerOf, lineOf, type Standard } from '../../src/core/standard/standard';
import { gdal, python } from './python';

// Runs of parallel lines that another program drew follow the office's sets, and that program, which draws them anew by its own
// formula, draws them where they are.

interface Read {
  readonly errors: readonly string[];
  readonly current: string;
  readonly sets: Readonly<
    Record<
      string,
      {
        readonly handle: string;
        readonly offsets: readonly number[];
        readonly colours: readonly number[];
        readonly linetypes: readonly string[];
        readonly flags: number;
      }
    >
  >;
  readonly runs: Readonly<
    Record<
      string,
      {
        readonly set: string;
        readonly pointsTo: string;
        readonly count: number;
        readonly drawn: readonly Corner[];
        readonly anew: readonly Corner[];
      }
    >
  >;
}
type Corner = readonly [readonly [number, number], readonly number[]];

const standard: Standard = {
  ...blankStandard('Office'),
  linetypes: [lineOf({ name: 'Continuous' }), lineOf({ name: 'AXIS', elementsMm: [8, -1.5, 0, -1.5] })],
  layers: [layerOf({ name: 'ROAD', colour: { number: 3 }, widthMm: 0.5 })],
  parallels: [
    parallelSetSchema.parse({
      name: 'Kerb',
      lines: [{ offsetMm: -75 }, { offsetMm: 75 }, { offsetMm: 25, colour: 1, linetype: 'AXIS' }],
      endCap: 'line',
    }),
    parallelSetSchema.parse({ name: 'Wall', lines: [{ offsetMm: 80 }, { offsetMm: -80 }] }),
    parallelSetSchema.parse({ name: 'Duct', lines: [{ offsetMm: 30 }, { offsetMm: -30 }] }),
  ],
};

const folder = mkdtempSync(join(tmpdir(), 'zinc-parallels-'));
const paths = python<string[]>('parallel_runs.py', 'make', folder);

it.each(paths.map((path) => [basename(path), path] as const))('%s', (name, path) => {
  const bytes = new Uint8Array(readFileSync(path));
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const { findings, failures } = audit(read.value, standard);
  expect(failures).toEqual([]);
  const found = findings.filter(({ rule }) => rule.startsWith('parallels/'));
  expect(found.map(({ message }) => message)).toEqual([
    'Parallel-line set “BORD_20” is not in the standard (12 runs of parallel lines).',
    'Parallel-line set “Kerb” is not as the standard has it: 2 lines, 3 wanted (12 runs of parallel lines).',
    '12 runs of parallel lines in “Wall” are not drawn as the set is: lines lie up to 40 mm off.',
    '10 lines on layer “ROAD” lie as 5 runs of “Duct” would.',
  ]);
  const request = {
    findings: found.filter(({ correction }) => correction === 'automatic').map(({ key }) => key),
    decisions: [
      { finding: found[0].key, option: 'become', to: 'Duct' },
      { finding: found[3].key, option: 'gather' },
    ],
  };
  const result = correctDrawing(bytes, standard, request);
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  expect(result.value.after.findings.filter(({ rule }) => rule.startsWith('parallels/'))).toEqual([]);
  const again = correctDrawing(result.value.bytes, standard, request);
  expect(again.ok && again.value.changes).toEqual([]);

  const corrected = join(folder, `corrected-${name}`);
  writeFileSync(corrected, result.value.bytes);
  const [before, now] = python<Read[]>('parallel_runs.py', 'read', path, corrected);
  expect(now.errors).toEqual(before.errors);
  expect(gdal(corrected).code).toBe(gdal(path).code);
  expect(now.sets.Kerb).toMatchObject({
    handle: before.sets.Kerb.handle,
    offsets: [75, 25, -75],
    colours: [256, 1, 256],
    linetypes: ['BYLAYER', 'AXIS', 'BYLAYER'],
    flags: 256,
  });
  expect(now.sets.Wall).toEqual(before.sets.Wall);
  expect(now.sets.Spare).toEqual(before.sets.Spare);
  expect(now.sets.Duct.offsets).toEqual([30, -30]);
  // What nothing is drawn in any more is gone, and is no longer what would be drawn in next.
  expect(Object.keys(now.sets).sort()).toEqual(['Duct', 'Kerb', 'Spare', 'Standard', 'Wall']);
  expect(now.current).toBe('Duct');

  const gathered = Object.entries(now.runs).filter(([handle]) => !(handle in before.runs));
  expect(Object.keys(now.runs)).toHaveLength(Object.keys(before.runs).length + gathered.length);
  const straight = gathered.filter(([, { drawn }]) => drawn.length === 2);
  expect(straight.map(([, { drawn }]) => drawn[0][0].map(Math.round)).sort()).toEqual([
    [0, 70000],
    [16000, 70000],
    [8000, 70000],
  ]);
  // Those with corners run through the corners between which they were drawn, whichever they begin at.
  const bent = gathered.filter((one) => !straight.includes(one));
  const corners = bent.map(([, { drawn }]) => drawn.map(([at]) => at.map(Math.round).join(' ')).sort());
  const through = (x: number): string[] =>
    [
      [0, 0],
      [3000, 0],
      [5000, 1500],
      [5000, 4000],
      [4000, 4200],
    ]
      .map(([dx, dy]) => `${x + dx} ${80000 + dy}`)
      .sort();
  expect(corners.sort((a, b) => (a[0] < b[0] ? -1 : 1))).toEqual([through(0), through(8000)]);
  for (const [, run] of gathered) {
    expect([run.set, run.pointsTo, run.count]).toEqual(['Duct', now.sets.Duct.handle, 2]);
    // Where the loose lines lay, as this program draws the set anew.
    for (const [i, [, lines]] of run.drawn.entries())
      for (const [line, value] of lines.entries()) expect(value).toBeCloseTo(run.anew[i][1][line], 8);
  }
  for (const [handle, was] of Object.entries(before.runs)) {
    const run = now.runs[handle];
    expect(run.set).toBe(was.set === 'BORD_20' ? 'Duct' : was.set);
    expect(run.pointsTo).toBe(now.sets[run.set].handle);
    expect(run.count).toBe(now.sets[run.set].offsets.length);
    // The line that was drawn is where it was; the lines beside it are where the other program draws them.
    expect(run.drawn.map(([at]) => at)).toEqual(was.drawn.map(([at]) => at));
    for (const [i, [, lines]] of run.drawn.entries()) {
      expect(lines).toHaveLength(run.count);
      for (const [line, value] of lines.entries()) expect(value).toBeCloseTo(run.anew[i][1][line], 8);
    }
  }
});
