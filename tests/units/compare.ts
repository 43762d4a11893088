import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { unitsOf } from '../../src/core/facts/units/units';

export interface Outcome {
  readonly name: string;
  readonly verdict: 'right' | 'cannot tell' | 'wrong';
  readonly tellable: boolean;
  readonly words: string;
}

/** Compares what is told of a drawing's units with what it was made with. */
export function compareUnits(folder: string, name: string): Outcome {
  const truth = JSON.parse(readFileSync(join(folder, `${name}.json`), 'utf8')) as {
    mmPerUnit: number;
    tellable: boolean;
  };
  const drawing = readDrawing(new Uint8Array(readFileSync(join(folder, `${name}.dxf`))));
  if (!drawing.ok) throw new Error(drawing.problem.message);
  const { mmPerUnit, sure, drawnAs, pairs } = unitsOf(drawing.value);
  const verdict =
    mmPerUnit === null
      ? 'cannot tell'
      : Math.abs(mmPerUnit / truth.mmPerUnit - 1) < 0.005
        ? 'right'
        : 'wrong';
  const agree = pairs.filter(({ agrees }) => agrees).length;
  return {
    name,
    verdict,
    tellable: truth.tellable,
    words: `${mmPerUnit} (${drawnAs}, sure ${sure}, ${agree} of ${pairs.length} pairs) for ${JSON.stringify(truth)}`,
  };
}

export const compareAll = (folder: string): Outcome[] =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.dxf'))
    .map((name) => compareUnits(folder, name.slice(0, -4)));
