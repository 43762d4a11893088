import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { similarityAbout } from '../../src/core/geometry/similarity';
import { type ScaleRequest, scaleDrawing } from '../../src/core/scaling/scale-drawing';
import { gdal, pythonIn } from '../outside/python';

const HERE = join(process.cwd(), 'tests', 'scaling');
const folder = mkdtempSync(join(tmpdir(), 'zinc-scaling-'));
const made = pythonIn<{ version: string; file: string }[]>(HERE, 'make_scaling.py', folder);

const drawingOf = (file: string) => {
  const drawing = readDrawing(readFileSync(file));
  if (!drawing.ok) throw new Error(drawing.problem.message);
  return drawing.value;
};

interface Case {
  readonly factor: number;
  readonly turnDeg: number;
  readonly to: readonly [number, number, number];
  readonly unit?: ScaleRequest['unit'];
}

const CASES: readonly Case[] = [
  { factor: 25.4, turnDeg: 0, to: [0, 0, 0], unit: 'mm' },
  { factor: 0.001, turnDeg: 90, to: [1000, -2000.5, 0], unit: 'm' },
  { factor: 304.8, turnDeg: 33.3, to: [5e6, 4e6, 0] },
  { factor: 1, turnDeg: 0, to: [12.5, -7, 0] },
  { factor: 1, turnDeg: 180, to: [0, 0, 0] },
];

const requestOf = ({ factor, turnDeg, to, unit }: Case): ScaleRequest => ({
  map: { factor, turnRad: (turnDeg * Math.PI) / 180, to },
  ...(unit ? { unit } : {}),
});

const scaledOf = (file: string, request: ScaleRequest) => {
  const result = scaleDrawing(drawingOf(file), request);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};

it('every kind of object is scaled, turned and moved, in three versions: python3-ezdxf finds each where it belongs', () => {
  const cases = made.flatMap(({ version, file }) =>
    CASES.map((one, i) => {
      const after = join(folder, `${version}-${i}.dxf`);
      writeFileSync(after, scaledOf(file, requestOf(one)).bytes);
      return { before: file, after, factor: one.factor, turnDeg: one.turnDeg, to: one.to };
    }),
  );
  const list = join(folder, 'cases.json');
  writeFileSync(list, JSON.stringify(cases));
  const outcomes = pythonIn<{ file: string; faults: string[]; kinds: Record<string, number> }[]>(
    HERE,
    'check_scaling.py',
    list,
  );
  expect(outcomes.flatMap(({ file, faults }) => faults.map((fault) => `${file}: ${fault}`))).toEqual([]);
  expect(Object.keys(outcomes.at(-1)!.kinds).length).toBeGreaterThan(24);
});

it('GDAL reads a scaled drawing as it reads the one before', () => {
  const { file } = made[2];
  const after = join(folder, 'gdal.dxf');
  writeFileSync(after, scaledOf(file, requestOf(CASES[0])).bytes);
  const { errors, ...read } = gdal(after);
  // GDAL knows no solid bodies, and so no symbol that holds nothing else.
  expect({ ...read, errors: errors.replaceAll(/Warning 1: Block SCALED-\d+ does not exist\n/g, '') }).toEqual(
    gdal(file),
  );
});

it('what is mapped to itself comes out byte for byte, and what is scaled back lies where it lay', () => {
  for (const { file, version } of made) {
    const bytes = new Uint8Array(readFileSync(file));
    const same = scaledOf(file, { map: { factor: 1, turnRad: 0, to: [0, 0, 0] } });
    // Sizes of dimensions outside the model are written down; nothing else.
    const { drawing } = scaledOf(file, { map: { factor: 8, turnRad: 0, to: [64, -32, 0] } });
    const back = scaleDrawing(drawing, { map: { factor: 1 / 8, turnRad: 0, to: [-8, 4, 0] } });
    // Bodies lie in a symbol then: one object more.
    expect(back.ok && back.value.drawing.objects.count).toBe(
      same.drawing.objects.count + (version === 'R12' ? 0 : 1),
    );
    expect(same.bytes.length - bytes.length).toBeLessThan(1000);
    const boxes = (text: string) => text.match(/\$EXTM(IN|AX)[^$]*/g);
    const text = new TextDecoder('latin1');
    if (back.ok) expect(boxes(text.decode(back.value.bytes))).toEqual(boxes(text.decode(bytes)));
  }
});

it('moves one point onto another, turned about it', () => {
  const map = similarityAbout([10, 20, 0], [100, 50, 0], 2, Math.PI / 2);
  const world = scaledOf(made[1].file, { map });
  expect(world.objects).toBeGreaterThan(50);
  const [x, y] = [10, 20];
  expect([map.to[0] - 2 * y, map.to[1] + 2 * x].map((v) => Math.round(v * 1e9) / 1e9)).toEqual([100, 50]);
});
