import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { recogniseSheets } from '../../src/core/drawing/sheets/recognise';
import { readDrawing } from '../../src/core/dxf/read/interpret';

export interface Truth {
  readonly sheets: readonly {
    readonly size: string;
    readonly reduction: number;
    readonly box: readonly [number, number, number, number];
    readonly number: string;
  }[];
}

export interface Outcome {
  readonly name: string;
  readonly sheets: number;
  /** Found with size and scale. */
  readonly right: number;
  readonly wrong: readonly string[];
  readonly missed: number;
  /** Sheets that there are not. */
  readonly false: readonly string[];
  readonly ms: number;
}

type Corners = readonly [number, number, number, number];

/** Whether two boxes are the same to a hundredth of their long side. */
function isSame(a: Corners, b: Corners): boolean {
  const slack = 0.012 * Math.max(b[2] - b[0], b[3] - b[1]);
  return a.every((value, i) => Math.abs(value - b[i]) <= slack);
}

/** Compares the sheets that are recognised in a drawing with those that it was made with. */
export function compareSheets(folder: string, name: string): Outcome {
  const truth = JSON.parse(readFileSync(join(folder, `${name}.json`), 'utf8')) as Truth;
  const drawing = readDrawing(new Uint8Array(readFileSync(join(folder, `${name}.dxf`))));
  if (!drawing.ok) throw new Error(drawing.problem.message);
  const start = performance.now();
  const found = recogniseSheets(drawing.value);
  const ms = performance.now() - start;
  const left = new Set(found);
  let right = 0;
  let missed = 0;
  const wrong: string[] = [];
  for (const sheet of truth.sheets) {
    const one = [...left].find(({ box }) => isSame([box.minX, box.minY, box.maxX, box.maxY], sheet.box));
    if (!one) {
      missed++;
      continue;
    }
    left.delete(one);
    const { match } = one;
    if (match.size.name === sheet.size && Math.abs(match.reduction / sheet.reduction - 1) < 1e-3) right++;
    else
      wrong.push(
        `${sheet.number} ${sheet.size} 1:${sheet.reduction} taken for ${match.size.name} 1:${match.reduction} (unit ${match.unitMm}, sure ${one.sure})`,
      );
  }
  return {
    name,
    sheets: truth.sheets.length,
    right,
    wrong,
    missed,
    false: [...left].map(
      ({ match, sure, box }) =>
        `${match.size.name} 1:${match.reduction} at ${Math.round(box.minX)},${Math.round(box.minY)} (sure ${sure})`,
    ),
    ms,
  };
}

/** Compares every drawing of a folder. */
export const compareAll = (folder: string): Outcome[] =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.dxf'))
    .map((name) => compareSheets(folder, name.slice(0, -4)));
