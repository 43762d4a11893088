import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { effective } from '../../src/core/drawing/effective';
import { extentsOf, placementsOf } from '../../src/core/drawing/extents';
import { hexOf, rgbOf } from '../../src/core/dxf/colour';
import { type Drawing, entityOf, formatContainer, handleOf, layerNameOf } from '../../src/core/dxf/drawing';
import { shapeOf } from '../../src/core/dxf/read/decode';
import { wordsOf } from '../../src/core/dxf/read/decode-text';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { measureOf } from '../../src/core/dxf/read/measure';
import { applySpace } from '../../src/core/geometry/space';
import { python } from './python';
import { otherWriters } from './writers';

interface Seen {
  objects: {
    where: string;
    handle: string;
    type: string;
    layer: string;
    box: [number, number, number, number] | null;
    text: string | null;
    attribs: [string, string, string][];
    measured?: number;
    look?: [string, string, string, number];
    lines?: [number, number][][];
  }[];
  placements: [string, string, number[][]][];
}

const folder = mkdtempSync(join(tmpdir(), 'zinc-kinds-'));
const made = [
  ...python<{ version: string; file: string; form: string }[]>('make_kinds.py', folder).map((one) => ({
    name: `${one.version} by python3-ezdxf${one.form === 'bin' ? ', binary' : ''}`,
    file: one.file,
  })),
  ...otherWriters(folder),
];

const open = (file: string): Drawing => {
  const result = readDrawing(new Uint8Array(readFileSync(file)));
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};

/** What our reader calls a text's blanks and marks is the same for all readers; how they write them is not. */
const plain = (text: string): string =>
  text
    .replace(/[\s\u00a0]+/g, ' ')
    .replace(/[⌀ø∅Ø]/g, '⌀')
    .trim();

/** A width of 0 is the thinnest line there is: python3-ezdxf calls it 0.01 mm. */
const THINNEST_MM = 0.01;

const read = python<Seen[]>('read_fully.py', ...made.map(({ file }) => file));

describe.each(made.map((one, i) => ({ ...one, seen: read[i] })))('$name', ({ file, seen }) => {
  const drawing = open(file);
  const rows = new Map<string, number>();
  for (let row = 0; row < drawing.objects.count; row++) {
    const where = formatContainer(drawing.containers[drawing.objects.container[row]]);
    rows.set(`${where.startsWith('sheet') ? 'sheet' : where}/${handleOf(drawing, row)}`, row);
  }
  const rowOf = (one: Seen['objects'][number]): number | undefined =>
    rows.get(`${one.where.startsWith('sheet') ? 'sheet' : one.where}/${one.handle}`);
  const handles = seen.objects.some((one) => rowOf(one) !== undefined);

  it('has as many objects of each kind on each layer', () => {
    const count = (entries: Iterable<string>): Record<string, number> => {
      const counts: Record<string, number> = {};
      for (const entry of entries) counts[entry] = (counts[entry] ?? 0) + 1;
      return counts;
    };
    const ours = [...drawing.objects.start.slice(0, drawing.objects.count).keys()]
      .filter((row) => drawing.objects.parent[row] < 0)
      .map((row) => `${layerNameOf(drawing, row).toLowerCase()} ${entityOf(drawing, row)}`);
    expect(count(ours)).toEqual(count(seen.objects.map((one) => `${one.layer.toLowerCase()} ${one.type}`)));
  });

  it('has every object where it is, to a millionth', () => {
    const differing: unknown[] = [];
    let compared = 0;
    for (const [i, one] of seen.objects.entries()) {
      if (one.box === null) continue;
      const row = handles ? rowOf(one) : i;
      // Boxes with lettering in them depend on fonts, which no two programs share.
      if (row === undefined || /^(TOLERANCE|MULTILEADER)$/.test(one.type) || holdsText(drawing, row))
        continue;
      const box = extentsOf(drawing, row);
      compared++;
      const size = Math.max(1, ...one.box.map(Math.abs));
      const ours = box && [box.minX, box.minY, box.maxX, box.maxY];
      const off = ours ? Math.max(...ours.map((value, k) => Math.abs(value - one.box![k]))) / size : Infinity;
      if (!(off < 1e-6))
        differing.push({ type: one.type, handle: one.handle, where: one.where, theirs: one.box, ours });
    }
    expect(differing).toEqual([]);
    expect(compared).toBeGreaterThan(2);
  });

  it('says the same', () => {
    if (!handles) return;
    for (const one of seen.objects) {
      const row = rowOf(one)!;
      if (one.text !== null) expect(plain(wordsOf(drawing, row) ?? '')).toBe(plain(one.text));
      for (const [handle, layer, text] of one.attribs) {
        const own = rows.get(`${one.where.startsWith('sheet') ? 'sheet' : one.where}/${handle}`)!;
        expect([layerNameOf(drawing, own), wordsOf(drawing, own)]).toEqual([layer, text]);
      }
    }
  });

  it('looks the same', () => {
    const differing: unknown[] = [];
    for (const [i, one] of seen.objects.entries()) {
      const row = handles ? rowOf(one) : i;
      if (!one.look || row === undefined) continue;
      const own = effective(drawing, row, null, 0.25);
      const ours = [
        own.layer,
        hexOf(rgbOf(own.colour)),
        own.linetype.toUpperCase(),
        Math.max(THINNEST_MM, own.widthMm),
      ];
      // What "from symbol" means outside of symbols is named differently; both draw an unbroken line.
      const theirs = [
        one.look[0],
        one.look[1],
        one.look[2] === 'STANDARD' ? 'CONTINUOUS' : one.look[2].toUpperCase(),
        one.look[3],
      ];
      if (JSON.stringify(ours).toLowerCase() !== JSON.stringify(theirs).toLowerCase())
        differing.push({ handle: one.handle, type: one.type, ours, theirs });
    }
    expect(differing).toEqual([]);
  });

  it('draws the lines of a leader with a label where they are', () => {
    for (const one of seen.objects.filter(({ lines }) => lines !== undefined)) {
      const shape = shapeOf(drawing, rowOf(one)!);
      if (shape?.type !== 'compound') throw new Error('a leader with a label has parts');
      const paths = shape.parts.flatMap((part) => (part.shape.type === 'path' ? [part.shape.vertices] : []));
      // Theirs begin behind the arrow, ours at its tip: each corner of theirs lies on a line of ours.
      for (const [x, y] of one.lines!.flat())
        expect(Math.min(...paths.map((path) => distanceTo(path, x, y)))).toBeLessThan(1e-6);
      expect(shape.parts.some((part) => part.shape.type === 'text')).toBe(true);
    }
  });

  it('measures the same', () => {
    for (const one of seen.objects.filter(({ measured }) => measured !== undefined))
      expect(measureOf(drawing, rowOf(one)!)?.value).toBeCloseTo(one.measured!, 8);
  });

  it('places symbols in symbols where they are', () => {
    const ours = placementsOf(drawing, 0).filter(({ symbol }) => !symbol.startsWith('*'));
    const theirs = seen.placements;
    const format = (path: string, symbol: string, points: number[][]): string =>
      `${handles ? path : ''} ${symbol} ${points.map((point) => point.map((value) => value.toFixed(6).replace(/^-(0\.0+)$/, '$1')).join(',')).join(' ')}`;
    const base = new Map([...drawing.symbols.values()].map((symbol) => [symbol.name, symbol.base]));
    const axes = [
      [0, 0, 0],
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ] as const;
    expect(
      ours
        .map(({ path, symbol, space }) => {
          expect(base.has(symbol)).toBe(true);
          return format(
            path.join('/'),
            symbol,
            axes.map((axis) => applySpace(space, axis)),
          );
        })
        .sort(),
    ).toEqual(theirs.map(([path, symbol, points]) => format(path, symbol, points)).sort());
  });
});

/** Distance from a point to a row of straight pieces. */
function distanceTo(path: readonly { x: number; y: number }[], x: number, y: number): number {
  return Math.min(
    ...path.slice(1).map((to, i) => {
      const [dx, dy] = [to.x - path[i].x, to.y - path[i].y];
      const length = dx * dx + dy * dy || 1;
      const share = Math.min(1, Math.max(0, ((x - path[i].x) * dx + (y - path[i].y) * dy) / length));
      return Math.hypot(path[i].x + dx * share - x, path[i].y + dy * share - y);
    }),
  );
}

/** True for objects that hold lettering somewhere inside. */
function holdsText(drawing: Drawing, row: number): boolean {
  const kind = entityOf(drawing, row);
  if (/^(TEXT|MTEXT|ATTRIB|ATTDEF|DIMENSION)$/.test(kind)) return true;
  return false;
}
