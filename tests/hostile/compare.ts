import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { audit } from '../../src/core/audit/engine';
import type { Drawing } from '../../src/core/dxf/drawing';
import { entityOf, layerNameOf } from '../../src/core/dxf/drawing';
import { foldName } from '../../src/core/dxf/interner';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { blankStandard, layerOf } from '../../src/core/standard/standard';
import { pythonIn } from '../outside/python';
import { mutated } from './mutate';

/** What the outside reader sees, or why it refuses. */
interface Seen {
  readonly refused?: string;
  readonly objects?: readonly (readonly [space: string, type: string, layer: string, colour: number])[];
}

const HERE = join(process.cwd(), 'tests', 'hostile');

const STANDARD = {
  ...blankStandard('Walls'),
  layers: ['0', 'A-WALL', 'A-DOOR', 'A-NOTE'].map((name) => layerOf({ name })),
};
const KNOWN = new Set(['0', 'a-wall', 'a-door', 'a-note', 'defpoints']);

export interface Compared {
  readonly count: number;
  readonly refusedByUs: number;
  readonly refusedByBoth: number;
  readonly faults: readonly string[];
}

function objectsOf(drawing: Drawing): string[] {
  const { objects, containers } = drawing;
  const list: string[] = [];
  for (let row = 0; row < objects.count; row++) {
    const { kind, name } = containers[objects.container[row]];
    const where = kind === 'symbol' ? `symbol ${foldName(name)}` : kind;
    list.push(
      `${where}|${entityOf(drawing, row)}|${foldName(layerNameOf(drawing, row))}|${objects.colour[row]}`,
    );
  }
  return list;
}

/** Mutated drawings, read by us and by python3-ezdxf's recovering reader. */
export function compare(count: number, from = 0): Compared {
  const folder = mkdtempSync(join(tmpdir(), 'mutated-'));
  try {
    const bases = pythonIn<string[]>(HERE, 'make_bases.py', folder);
    const texts = bases.map((name) => readFileSync(join(folder, name), 'latin1'));
    const faults: string[] = [];
    let [refusedByUs, refusedByBoth] = [0, 0];
    const chunk = 60;
    for (let start = from; start < from + count; start += chunk) {
      const made = Array.from({ length: Math.min(chunk, from + count - start) }, (_, i) => {
        const number = start + i;
        const one = mutated(texts[number % texts.length], number);
        const file = join(folder, `${number}.dxf`);
        writeFileSync(file, one.text, 'latin1');
        return { ...one, number, file };
      });
      const seen = pythonIn<Seen[]>(HERE, 'recovered.py', ...made.map(({ file }) => file));
      for (const [i, { number, said, file }] of made.entries()) {
        const about = `${number} (${said.join(', ')})`;
        const drawing = readDrawing(new Uint8Array(readFileSync(file)));
        rmSync(file);
        const theirs = seen[i];
        if (!drawing.ok) {
          refusedByUs++;
          if (theirs.refused !== undefined) refusedByBoth++;
          else if (drawing.problem.code !== 'cut')
            faults.push(`${about}: refused: ${drawing.problem.message}`);
          continue;
        }
        const ours = new Map<string, number>();
        for (const one of objectsOf(drawing.value)) ours.set(one, (ours.get(one) ?? 0) + 1);
        let unknown = false;
        for (const [space, type, layer, colour] of theirs.objects ?? []) {
          const where = space.startsWith('symbol') ? foldName(space) : space;
          const key = `${where}|${type}|${foldName(layer)}|${colour}`;
          const left = ours.get(key) ?? 0;
          if (left === 0) faults.push(`${about}: not seen: ${key}`);
          ours.set(key, left - 1);
          if (!KNOWN.has(foldName(layer))) unknown = true;
        }
        const result = audit(drawing.value, STANDARD);
        if (unknown && !result.findings.some(({ rule }) => rule === 'layers/unknown'))
          faults.push(`${about}: an unknown layer passed over, ${result.verdict}`);
      }
    }
    return { count, refusedByUs, refusedByBoth, faults };
  } finally {
    rmSync(folder, { recursive: true });
  }
}
