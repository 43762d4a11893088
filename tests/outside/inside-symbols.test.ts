import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { handleOf } from '../../src/core/dxf/drawing';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { Facts } from '../../src/core/facts/facts';
import { patternsOnPaper } from '../../src/core/facts/on-paper';
import { python } from './python';

interface Drawn {
  readonly version: string;
  readonly path: string;
  readonly lines: readonly (readonly [
    handle: string,
    linetype: string,
    factor: number,
    mmPerUnit: number,
    length: number,
  ])[];
  readonly texts: readonly (readonly [handle: string, paperMm: number])[];
}

/** Factor of the whole drawing, and one repeat of each linetype, as the script writes them. */
const DRAWING_FACTOR = 2;
const REPEAT: Readonly<Record<string, number>> = { BROKEN: 8, DOTTED: 3 };

/** The shortest run of each pattern. */
function shortestOf(all: readonly { readonly pattern: string; readonly run: string }[]): object {
  const shortest: Record<string, number> = {};
  for (const { pattern, run } of all)
    shortest[pattern] = Math.min(shortest[pattern] ?? Number.POSITIVE_INFINITY, Number(run));
  return shortest;
}

const drawings = python<Drawn[]>('inside_symbols.py', mkdtempSync(join(tmpdir(), 'zinc-inside-')));

describe.each(drawings)('inside symbols of $version', ({ path, lines, texts }) => {
  it('lines come out on paper as python3-ezdxf has them when it takes the placements apart', () => {
    const read = readDrawing(new Uint8Array(readFileSync(path)));
    if (!read.ok) throw new Error(read.problem.message);
    const facts = new Facts(read.value, 0.25);
    const theirs = lines.map(([handle, linetype, factor, mmPerUnit, length]) => ({
      pattern: `${handle} ${linetype} ${(REPEAT[linetype] * DRAWING_FACTOR * factor * mmPerUnit).toFixed(9)}`,
      run: (length * mmPerUnit).toFixed(6),
    }));
    const ours = facts.rowsOfKind('line').flatMap((row) =>
      patternsOnPaper(facts, row).map(({ linetype, repeatMm, longestMm }) => ({
        pattern: `${handleOf(facts.drawing, row)} ${linetype} ${repeatMm.toFixed(9)}`,
        run: longestMm.toFixed(6),
      })),
    );
    // Of placements that come out alike we may keep the shortest alone.
    for (const one of ours) expect(theirs).toContainEqual(one);
    expect(shortestOf(ours)).toEqual(shortestOf(theirs));
  });

  it('texts are as high on paper as python3-ezdxf has them when it takes the placements apart', () => {
    const read = readDrawing(new Uint8Array(readFileSync(path)));
    if (!read.ok) throw new Error(read.problem.message);
    const facts = new Facts(read.value, 0.25);
    const ours = facts
      .rowsOfKind('text')
      .flatMap((row) =>
        facts
          .appearancesOfText(row)
          .map(
            ({ mmPerUnit }) =>
              `${handleOf(facts.drawing, row)} ${(facts.lettering(row)!.height * mmPerUnit).toFixed(9)}`,
          ),
      );
    const theirs = texts.map(([handle, paperMm]) => `${handle} ${paperMm.toFixed(9)}`);
    expect(theirs.length).toBeGreaterThan(4);
    expect(new Set(ours)).toEqual(new Set(theirs));
  });
});
