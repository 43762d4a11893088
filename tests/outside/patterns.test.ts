import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { DrawingComposer } from '../../src/core/dxf/write/composer';
import { factsOf } from '../../src/core/facts/facts';
import { patternsOnPaper } from '../../src/core/facts/on-paper';
import { blankStandard, layerOf, lineOf } from '../../src/core/standard/standard';
import { python } from './python';

const folder = mkdtempSync(join(tmpdir(), 'zinc-patterns-'));

it('patterns on paper agree with the closed form for every combination of factors, on a sheet and in a viewport', () => {
  const made = python<{ file: string; lines: { handle: string; mm: number[] }[] }[]>(
    'patterns.py',
    'make',
    folder,
  );
  expect(made).toHaveLength(36);
  for (const { file, lines } of made) {
    const drawing = readDrawing(readFileSync(file));
    if (!drawing.ok) throw new Error(drawing.problem.message);
    const facts = factsOf(drawing.value, 0.25);
    for (const { handle, mm } of lines) {
      const [row] = facts.rowsByHandle.get(handle) ?? [];
      const found = patternsOnPaper(facts, row);
      expect([file, found.length]).toEqual([file, 1]);
      for (const [i, length] of found[0].elementsMm.entries())
        expect(Math.abs(length / mm[i] - 1)).toBeLessThan(1e-6);
      const repeat = mm.reduce((sum, length) => sum + Math.abs(length), 0);
      expect(found[0].how).toBe(
        Math.abs(mm[1]) < 0.3 ? 'closes up' : found[0].longestMm < repeat ? 'never repeats' : 'shows',
      );
    }
  }
});

const standard = {
  ...blankStandard('Test'),
  linetypes: [lineOf({ name: 'Continuous' }), lineOf({ name: 'Broken', elementsMm: [6, -2] })],
  layers: [layerOf({ name: 'WALL', colour: { number: 3 }, widthMm: 0.5, linetype: 'Broken' })],
};

/** A frame at 1:100 in the model; with a layout that wants another factor, or without. */
function framed(withLayout: boolean): Uint8Array {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.linetype('Broken', '', [6, -2]);
  file.layer({ name: 'WALL', colour: 3, widthMm: 0.5, linetype: 'Broken' });
  for (const inset of [0, 1000])
    file.model.rectangle({ layer: '0' }, [inset, inset], 42000 - 2 * inset, 29700 - 2 * inset);
  for (const [i, words] of ['Scale 1:100', 'P-01', 'Date', 'Drawn'].entries())
    file.model.text({ layer: '0' }, [30000, 2000 + 800 * i], 300, words);
  for (let i = 0; i < 6; i++)
    file.model.line({ layer: 'WALL' }, [3000, 8000 + 900 * i], [20000, 8000 + 900 * i]);
  if (withLayout) file.sheet('Layout', 420, 297).line({ layer: 'WALL' }, [10, 10], [200, 10]);
  return file.bytes();
}

it.each([false, true])(
  'after correction python3-ezdxf renders the line as the office means it (layout: %s)',
  (withLayout) => {
    const corrected = correctDrawing(framed(withLayout), standard, { rules: ['lines/on-paper'] });
    if (!corrected.ok) throw new Error(corrected.problem.message);
    expect(corrected.value.unsettled).toEqual([]);
    const file = join(folder, `corrected-${withLayout}.dxf`);
    writeFileSync(file, corrected.value.bytes);
    const rendered = Object.values(python<Record<string, number[]>>('patterns.py', 'read', file));
    // In the model at 1:100 a dash of 6 mm is 600 units long; on the layout it is 6.
    const wanted = [...Array<number>(6).fill(600), ...(withLayout ? [6] : [])];
    expect(rendered.map(([dash]) => Math.round(dash * 1e6) / 1e6).sort((a, b) => b - a)).toEqual(wanted);
    for (const pattern of rendered) expect(Math.abs(pattern[1]) / pattern[0]).toBeCloseTo(1 / 3, 9);
  },
);
