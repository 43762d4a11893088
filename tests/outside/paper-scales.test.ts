import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { audit } from '../../src/core/audit/engine';
import { sizedOnPaperFor } from '../../src/core/audit/examples/paper-scales';
import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { DrawingComposer } from '../../src/core/dxf/write/composer';
import { blankStandard } from '../../src/core/standard/standard';
import { changedObjects, type Seen } from './planted';
import { gdal, python } from './python';

// What is sized on paper for scales that nothing shows, as no program that draws here writes it: let show as it is drawn, the file
// opens elsewhere as before, and nothing else of it has changed.

const standard = blankStandard('Office');
const folder = mkdtempSync(join(tmpdir(), 'zinc-paper-scales-'));

it.each(['AC1015', 'AC1024', 'AC1032'] as const)('%s', (version) => {
  const file = new DrawingComposer({ version, units: 4 });
  file.model.dimension({ layer: '0' }, [0, 0], [3000, 0], 600, 125);
  file.model.dimension({ layer: '0' }, [0, 2000], [3000, 2000], 2600, 125);
  file.sheet('A', 420, 297).viewport({ layer: '0' }, [200, 150], 380, 260, [2000, 1000], 50);
  const text = sizedOnPaperFor(new TextDecoder().decode(file.bytes()), [['1:100', 1, 100]]);
  const bytes = new TextEncoder().encode(text);
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const [found, ...more] = audit(read.value, standard).findings.filter(({ options }) =>
    options?.some(({ id }) => id === 'show'),
  );
  expect([found.handles.length, more]).toEqual([1, []]);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'show' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  const [path, corrected] = ['before', 'after'].map((name) => join(folder, `${version}-${name}.dxf`));
  writeFileSync(path, bytes);
  writeFileSync(corrected, result.value.bytes);
  const [before, now] = python<Seen[]>('read_drawing.py', path, corrected);
  expect(now.errors).toEqual(before.errors);
  expect(gdal(corrected).code).toBe(0);
  expect(changedObjects(before, now, false).filter((handle) => handle !== found.handles[0])).toEqual([]);
});
