import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { audit } from '../../src/core/audit/engine';
import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { scaleDrawing } from '../../src/core/scaling/scale-drawing';
import { textStyleOf } from '../../src/core/standard/lettering';
import { PLAIN_RULE } from '../../src/core/standard/rule-settings';
import { blankStandard, layerOf, lineOf, type Standard } from '../../src/core/standard/standard';
import { changedObjects, pairs, type Seen } from './planted';
import { gdal, python } from './python';

// Records twice, handles that are shared or none, a unit that the labels speak against: in files of another program that were
// broken on purpose.

interface Broken {
  readonly version: string;
  readonly right: string;
  readonly wrong: string;
  /** The handle that two lines share, those that it and another one had, and that of the second record of a layer. */
  readonly shared: string;
  readonly was: readonly string[];
  readonly doubled: string;
}

const blank = blankStandard('Office');
const standard: Standard = {
  ...blank,
  layers: [layerOf({ name: 'WALL', colour: { number: 3 }, widthMm: 0.25, linetype: 'BROKEN' })],
  linetypes: [lineOf({ name: 'Continuous' }), lineOf({ name: 'BROKEN', elementsMm: [6, -2] })],
  lettering: { ...blank.lettering, styles: [textStyleOf('NOTE')] },
  rules: { 'units/unit': { ...PLAIN_RULE, settings: { unit: 'mm' } } },
};

const opened = (path: string) => {
  const bytes = new Uint8Array(readFileSync(path));
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const { findings, failures } = audit(read.value, standard);
  expect(failures).toEqual([]);
  // That the oldest version holds no widths is said of the file.
  return { bytes, drawing: read.value, findings: findings.filter(({ rule }) => rule !== 'pens/not-held') };
};

const drawings = python<Broken[]>('make_records.py', mkdtempSync(join(tmpdir(), 'zinc-records-')));

describe.each(drawings)('$version', ({ version, right, wrong, shared, was, doubled }) => {
  it('has none of it as it was drawn', () => {
    expect(opened(right).findings).toEqual([]);
  });

  it('has exactly what was broken, at its objects and records', () => {
    const { findings } = opened(wrong);
    expect(findings.map(({ rule, message }) => [rule, message])).toEqual([
      ['file/handles', '1 object has a handle that something before it in the file has too.'],
      ['file/handles', '1 object has a handle that is none.'],
      [
        'file/doubled-records',
        'Linetype “BROKEN” has 2 records: “BROKEN”, “Broken”. Programs differ in which of them counts.',
      ],
      [
        'file/doubled-records',
        'Text style “NOTE” has 2 records: “NOTE”, “Note”. Programs differ in which of them counts.',
      ],
      [
        'units/true-size',
        'The drawing’s unit is inch, but 6 of 6 labels beside lines say that it is drawn true size, in mm: “3 m” beside a line of 3000 units.',
      ],
      [
        'layers/doubled',
        'Layer “WALL” has 2 records: “WALL”, “Wall”. Programs differ in which of them counts.',
      ],
      ['units/unit', 'The drawing is in inch; the office draws in mm.'],
    ]);
    const ofRecords = findings.filter(({ rule }) => !rule.startsWith('units/'));
    expect(pairs(ofRecords)).toEqual(
      [`file/handles ${shared}`, 'file/handles XYZ', `layers/doubled ${doubled}`].sort(),
    );
  });

  it('is put right, its unit once a person has said so, opens elsewhere, and reads there as it was drawn', () => {
    const { bytes } = opened(wrong);
    const result = correctDrawing(bytes, standard);
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(
      result.value.after.findings.map(({ rule }) => rule).filter((rule) => rule !== 'pens/not-held'),
    ).toEqual(['units/true-size', 'units/unit']);
    const named = scaleDrawing(result.value.drawing, {
      map: { factor: 1, turnRad: 0, to: [0, 0, 0] },
      unit: 'mm',
    });
    if (!named.ok) throw new Error(named.problem.message);
    const corrected = wrong.replace(/\.dxf$/, '-corrected.dxf');
    writeFileSync(corrected, named.value.bytes);
    expect(opened(corrected).findings).toEqual([]);
    const again = correctDrawing(named.value.bytes, standard);
    expect(again.ok && again.value.changes).toEqual([]);

    // As drawn, but for the two lines whose handles are new: all that was broken is gone.
    const [before, now] = python<Seen[]>('read_drawing.py', right, corrected);
    expect(now.errors).toEqual(before.errors);
    expect(gdal(corrected).code).toBe(0);
    expect([...changedObjects(before, now, version === 'R12')].sort()).toEqual([...was].sort());
    const fresh = Object.entries(now.objects).filter(([handle]) => !(handle in before.objects));
    const placeOf = ({ attribs }: Seen['objects'][string]): string =>
      JSON.stringify([attribs.start, attribs.end]);
    expect(fresh.map(([, one]) => placeOf(one)).sort()).toEqual(
      was.map((handle) => placeOf(before.objects[handle])).sort(),
    );
  });
});
