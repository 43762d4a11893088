import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { audit } from '../../src/core/audit/engine';
import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { factsOf } from '../../src/core/facts/facts';
import { fillSchema } from '../../src/core/standard/fills';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import { gdal, python } from './python';

// Fills that another program made become the office's, and that program reads them back.

interface Read {
  /** Handles of the objects of the model, in the order in which they are drawn. */
  readonly order: readonly string[];
  readonly errors: readonly string[];
  /** Of each loop of each fill the objects that it is tied to: their kinds, and what they tell of changes. */
  readonly ties: Readonly<
    Record<string, readonly (readonly (readonly [string, readonly string[]] | null)[])[]>
  >;
  readonly fills: Readonly<
    Record<
      string,
      {
        readonly pattern: string;
        readonly solid: number;
        readonly associative: number;
        readonly lines: readonly (readonly [number, readonly [number, number], readonly number[]])[];
        readonly paths: readonly string[];
        /** Corners of each loop that is one of corners, and what each loop is marked as. */
        readonly corners: readonly (readonly (readonly [number, number])[])[];
        readonly flags: readonly number[];
      }
    >
  >;
}

const standard: Standard = {
  ...blankStandard('Office'),
  layers: [layerOf({ name: 'WALL', colour: { number: 3 } })],
  fills: [
    fillSchema.parse({
      name: 'OFFICE',
      lines: [
        { angleDeg: 30, spacingMm: 2 },
        { angleDeg: 120, spacingMm: 4, dashesMm: [3, -1] },
      ],
    }),
    fillSchema.parse({ name: 'FULL', kind: 'solid' }),
  ],
};

const folder = mkdtempSync(join(tmpdir(), 'zinc-fills-'));
const paths = python<string[]>('fill_patterns.py', 'make', folder);

it.each(paths.map((path) => [basename(path), path] as const))('%s: patterns of others', (name, path) => {
  const bytes = new Uint8Array(readFileSync(path));
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const found = audit(read.value, standard).findings.filter(({ rule }) => rule.startsWith('fills/'));
  expect(found.map(({ message }) => message).sort()).toEqual([
    'Fill “DIAG_A” is not in the standard (1 fill).',
    'Fill “GRID_B” is not in the standard (1 fill).',
    'Fill “GROUND_C” is not in the standard (1 fill).',
  ]);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: found.map(({ key, subject }) => ({
      finding: key,
      option: 'map',
      to: subject.value === 'GROUND_C' ? 'FULL' : 'OFFICE',
    })),
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  expect(result.value.after.findings.filter(({ rule }) => rule.startsWith('fills/'))).toEqual([]);
  const corrected = join(folder, `corrected-${name}`);
  writeFileSync(corrected, result.value.bytes);
  const [before, now] = python<Read[]>('fill_patterns.py', 'read', path, corrected);
  expect(now.errors).toEqual(before.errors);
  expect(gdal(corrected).code).toBe(gdal(path).code);
  // 260 mm of the sheet show 13,000 of the model: 1:50.
  const scale = 50;
  for (const [handle, fill] of Object.entries(now.fills)) {
    const was = before.fills[handle];
    expect([fill.paths, fill.associative]).toEqual([was.paths, was.associative]);
    if (was.pattern === 'SOLID') expect(fill).toEqual(was);
    else if (was.pattern === 'GROUND_C')
      expect([fill.pattern, fill.solid, fill.lines]).toEqual(['SOLID', 1, []]);
    else {
      const [cos, sin] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
      expect([fill.pattern, fill.solid]).toEqual(['OFFICE', 0]);
      // Closed form: an offset square to the lines, as long as their distance.
      const [[first, firstOffset, firstDashes], [second, secondOffset, secondDashes]] = fill.lines;
      expect([first, second]).toEqual([30, 120]);
      expect(firstOffset[0]).toBeCloseTo(-2 * scale * sin, 4);
      expect(firstOffset[1]).toBeCloseTo(2 * scale * cos, 4);
      expect(secondOffset[0]).toBeCloseTo(-4 * scale * cos, 4);
      expect(secondOffset[1]).toBeCloseTo(-4 * scale * sin, 4);
      expect([firstDashes, secondDashes]).toEqual([[], [150, -50]]);
    }
  }
});

const texts = python<string[]>('fill_patterns.py', 'texts', mkdtempSync(join(tmpdir(), 'zinc-fills-texts-')));

it.each(texts.map((path) => [basename(path), path] as const))('%s: texts in fills', (name, path) => {
  const bytes = new Uint8Array(readFileSync(path));
  const plain: Standard = { ...standard, fills: [] };
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const found = audit(read.value, plain).findings.filter(({ rule }) => rule === 'fills/over-text');
  expect(found.map(({ message }) => message)).toEqual([
    '3 texts on layer “WALL” lie in the lines of a fill.',
  ]);
  const result = correctDrawing(bytes, plain, { findings: found.map(({ key }) => key) });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  const corrected = join(folder, `texts-${name}`);
  writeFileSync(corrected, result.value.bytes);
  const [before, now] = python<Read[]>('fill_patterns.py', 'read', path, corrected);
  expect(now.errors).toEqual(before.errors);
  expect(gdal(corrected).code).toBe(gdal(path).code);
  const facts = factsOf(read.value, 0.25);
  const boxes = facts.rowsOfKind('text').map((row) => facts.text(row)!.box!);
  let cut = 0;
  for (const [handle, fill] of Object.entries(now.fills)) {
    const was = before.fills[handle];
    // All that was there before is there, and what it is tied to; behind it comes what is cut out for the text.
    expect(fill.paths.slice(0, was.paths.length)).toEqual(was.paths);
    expect([fill.pattern, fill.lines, fill.associative]).toEqual([was.pattern, was.lines, was.associative]);
    for (const [i, island] of fill.corners.entries()) {
      if (i < was.paths.length) continue;
      cut++;
      // Corners, around a text.
      expect(fill.flags[i]).toBe(2 + 8);
      const area = island.reduce((sum, [x, y], k) => {
        const [u, v] = island[(k + 1) % island.length];
        return sum + (x * v - u * y) / 2;
      }, 0);
      // 0.7 mm at 1:50 on each side.
      const areas = boxes.map(([ax, ay, bx, by, cx, cy]) => {
        const [w, h] = [Math.hypot(bx - ax, by - ay), Math.hypot(cx - bx, cy - by)];
        return (w + 70) * (h + 70);
      });
      expect(Math.min(...areas.map((one) => Math.abs(one - area)))).toBeLessThan(1e-3);
    }
  }
  expect(cut).toBe(3);
});

it.each(texts.map((path) => [basename(path), path] as const))('%s: a fill in front', (name, path) => {
  const bytes = new Uint8Array(readFileSync(path));
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const plain: Standard = { ...standard, fills: [] };
  const found = audit(read.value, plain).findings.filter(({ rule }) => rule === 'fills/in-front');
  expect(found.map(({ message }) => message)).toEqual([
    '1 fill on layer “WALL” hides 1 line, drawn over it.',
  ]);
  const result = correctDrawing(bytes, plain, { findings: found.map(({ key }) => key) });
  if (!result.ok) throw new Error(result.problem.message);
  const corrected = join(folder, `order-${name}`);
  writeFileSync(corrected, result.value.bytes);
  const [before, now] = python<Read[]>('fill_patterns.py', 'read', path, corrected);
  expect(now.errors).toEqual(before.errors);
  expect(now.fills).toEqual(before.fills);
  const [moved] = found[0].handles;
  expect(now.order).toEqual([moved, ...before.order.filter((handle) => handle !== moved)]);
});

const ties = python<string[]>('fill_patterns.py', 'ties', mkdtempSync(join(tmpdir(), 'zinc-fills-ties-')));

it.each(ties.map((path) => [basename(path), path] as const))('%s: fills in closed lines', (name, path) => {
  const bytes = new Uint8Array(readFileSync(path));
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const plain: Standard = { ...standard, fills: [] };
  const found = audit(read.value, plain).findings.filter(({ rule }) => rule === 'fills/tied');
  expect(found.map(({ message }) => message)).toEqual([
    '3 fills on layer “WALL” lie exactly in boundaries that are drawn, and are not tied to them.',
  ]);
  const request = { findings: found.map(({ key }) => key) };
  const result = correctDrawing(bytes, plain, request);
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  const again = correctDrawing(result.value.bytes, plain, request);
  expect(again.ok && again.value.changes).toEqual([]);
  const corrected = join(folder, `ties-${name}`);
  writeFileSync(corrected, result.value.bytes);
  const [before, now] = python<Read[]>('fill_patterns.py', 'read', path, corrected);
  expect(now.errors).toEqual(before.errors);
  expect(gdal(corrected).code).toBe(gdal(path).code);
  expect(now.order).toEqual(before.order);
  const [holed, round, slotted, tied, beside] = Object.keys(before.ties);
  // Each object of a boundary tells the fill of changes, and the fill lists it.
  expect(now.ties).toEqual({
    [holed]: [[['LWPOLYLINE', [holed]]], [['LWPOLYLINE', [holed]]]],
    [round]: [[['CIRCLE', [round]]]],
    [slotted]: [[['LWPOLYLINE', [slotted]]]],
    [tied]: before.ties[tied],
    [beside]: [[]],
  });
  for (const handle of [holed, round, slotted, tied, beside])
    expect([now.fills[handle].associative, now.fills[handle].paths]).toEqual([
      handle === beside ? 0 : 1,
      before.fills[handle].paths,
    ]);
});
