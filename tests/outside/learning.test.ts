import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { audit } from '../../src/core/audit/engine';
import type { Drawing } from '../../src/core/dxf/drawing';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { fromRows, TABLE_NAMES, TABLES, tableRows } from '../../src/core/exchange/tables/tables';
import { templateDrawing } from '../../src/core/exchange/template';
import { learnStandard } from '../../src/core/learn/learn';
import { differences, formatDifference } from '../../src/core/standard/differences';
import { checkStandard, type Standard } from '../../src/core/standard/standard';
import { anyStandard } from '../any-standard';
import { gdal, python } from './python';

// What is learnt from drawings of others must hold all the way: in its own drawing, in its template, in its tables.
const folder = (name: string): string => mkdtempSync(join(tmpdir(), `learning-${name}-`));
const kept = join('tests', 'fixtures');
const files = [
  ...python<string[]>('make_styles.py', folder('styles')),
  ...python<{ file: string }[]>('make_drawings.py', folder('drawings')).map(({ file }) => file),
  ...python<{ file: string }[]>('make_edits.py', folder('edits')).map(({ file }) => file),
  ...python<{ file: string }[]>('make_kinds.py', folder('kinds')).map(({ file }) => file),
  ...readdirSync(kept)
    .filter((name) => name.endsWith('.dxf'))
    .map((name) => join(kept, name)),
];

const read = (bytes: Uint8Array): Drawing => {
  const drawing = readDrawing(bytes);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  return drawing.value;
};
/** Findings, but for what R12 has no place for. */
const findings = (drawing: Drawing, standard: Standard): string[] =>
  audit(drawing, standard)
    .findings.filter(({ rule }) => rule !== 'pens/not-held')
    .map(({ rule, message }) => `${rule}: ${message}`);

const named = files.map((file): [string, string] => [file.split('/').slice(-1).join(), file]);

/** What is wrong with single objects, and where they lie: no definition that is learnt can allow it. */
const OF_SINGLE_OBJECTS =
  /^((lettering|dimensions)\/(?!style)|geometry\/|lines\/too-near|fills\/(doubled|in-front))/;

describe.each(named)('a standard learnt from %s', (_, file) => {
  const drawing = read(new Uint8Array(readFileSync(file)));
  const learnt = learnStandard(drawing, 'Learnt');

  it('is valid, and the drawing complies with it but for layers that it forgot to define', () => {
    expect(checkStandard(learnt)).toHaveProperty('standard');
    expect(learnt.linetypes.length).toBeGreaterThan(0);
    const found = findings(drawing, learnt).filter((one) => !OF_SINGLE_OBJECTS.test(one));
    expect(found.filter((one) => !one.startsWith('layers/missing: Objects are on layer “LOOSE”'))).toEqual(
      [],
    );
  });

  it('makes a template that complies, opens elsewhere without a fault, and gives it back', () => {
    const template = templateDrawing(learnt);
    const made = read(template.bytes);
    expect(findings(made, learnt)).toEqual([]);
    expect(differences(learnt, learnStandard(made, learnt.name)).map(formatDifference)).toEqual([]);
    expect(findings(read(templateDrawing(learnt, 'R12').bytes), learnt)).toEqual([]);
    const path = join(folder('template'), 'template.dxf');
    writeFileSync(path, template.bytes);
    const elsewhere = python<{ errors: string[]; fixes: string[] }>('template.py', path);
    expect(elsewhere).toMatchObject({ errors: [], fixes: [] });
  });

  it('comes back from its tables', () => {
    for (const kind of TABLE_NAMES) {
      const back = fromRows(TABLES[kind].put(learnt, []), kind, tableRows(learnt, kind));
      if ('faults' in back) throw new Error(`${kind}: ${back.faults[0].message}`);
      expect(differences(learnt, back.standard).map(formatDifference)).toEqual([]);
    }
  });
});

it('words between two gaps are learnt with the room of both', () => {
  const [file] = files.filter((one) => one.endsWith('R2010-asc.dxf'));
  const learnt = learnStandard(read(new Uint8Array(readFileSync(file))), 'Learnt');
  // The drawing has dash 0.5, gap 0.2, the word, gap 0.25.
  const gas = learnt.linetypes.find(({ name }) => name === 'GASLINE');
  expect(gas).toMatchObject({
    elementsMm: [0.5, -0.45],
    words: [{ element: 1, text: 'GAS', heightMm: 0.1 }],
  });
});

it('templates of any standard open elsewhere without a fault, in both versions', () => {
  const standards = fc.sample(anyStandard, { numRuns: 12, seed: 42 });
  for (const [i, standard] of standards.entries()) {
    const path = join(folder(`any-${i}`), 'template.dxf');
    writeFileSync(path, templateDrawing(standard).bytes);
    const elsewhere = python<{ errors: string[]; fixes: string[]; layers: { name: string }[] }>(
      'template.py',
      path,
    );
    expect(elsewhere).toMatchObject({ errors: [], fixes: [] });
    expect(elsewhere.layers.map(({ name }) => name)).toEqual(
      expect.arrayContaining(standard.layers.map(({ name }) => name)),
    );
    writeFileSync(path, templateDrawing(standard, 'R12').bytes);
    expect(gdal(path)).toMatchObject({ code: 0 });
  }
});
