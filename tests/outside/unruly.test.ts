import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { demoStandard } from '../../demo/standard';
import { audit } from '../../src/core/audit/engine';
import { correctDrawing } from '../../src/core/correct/correct';
import { modelSheetsOf } from '../../src/core/drawing/sheets/model-sheets';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { learnStandard } from '../../src/core/learn/learn';
import { changedObjects, type Seen } from './planted';
import { gdal, python } from './python';

// Drawings as they come in, audited and corrected whole: whatever they are like, what is corrected stays corrected, and nothing
// that no change speaks of is another.

interface Unruly {
  readonly path: string;
  readonly sheets: readonly (readonly [number: string, title: string])[];
}

const folder = mkdtempSync(join(tmpdir(), 'zinc-unruly-'));
const drawings = python<Unruly[]>('make_unruly.py', folder);

describe.each(drawings.map((one) => [basename(one.path), one] as const))('%s', (name, { path, sheets }) => {
  const bytes = new Uint8Array(readFileSync(path));
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const drawing = read.value;

  it('has its sheets by number and title, whatever else looks like a number', () => {
    const found = modelSheetsOf(drawing).filter(({ number }) => number !== null);
    expect(found.map(({ number, title }) => [number, title])).toEqual(sheets);
    expect(new Set(found.map(({ reduction }) => reduction))).toEqual(new Set([100]));
  });

  it.each([
    ['what it is itself', learnStandard(drawing, 'Learnt')],
    ['another office', demoStandard],
  ])(
    'is corrected whole by %s: nothing of it is left undone, and a second run changes nothing',
    (by, standard) => {
      expect(audit(drawing, standard).failures).toEqual([]);
      const result = correctDrawing(bytes, standard);
      if (!result.ok) throw new Error(result.problem.message);
      const { changes, unsettled, after } = result.value;
      expect(unsettled).toEqual([]);
      expect(after.findings.filter(({ correction }) => correction === 'automatic')).toEqual([]);
      expect(changes.length).toBeGreaterThan(50);
      const again = correctDrawing(result.value.bytes, standard);
      expect(again.ok && again.value.changes).toEqual([]);

      const corrected = join(folder, `corrected-${by.length}-${name}`);
      writeFileSync(corrected, result.value.bytes);
      const [seen, now] = python<Seen[]>('read_drawing.py', path, corrected);
      expect(now.errors).toEqual(seen.errors);
      expect(gdal(corrected).code).toBe(gdal(path).code);
      const said = new Set(changes.map(({ handle }) => handle));
      // What symbols hold is given with their names before it; pictures of dimensions are drawn anew as a whole.
      for (const handle of changedObjects(seen, now, false))
        if (!handle.startsWith('*'))
          expect([handle, said.has(handle.split('/').at(-1) ?? '')]).toEqual([handle, true]);
    },
  );
});
