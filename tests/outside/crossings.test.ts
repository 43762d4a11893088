import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { factsOf } from '../../src/core/facts/facts';
import { dimensionStyleSchema } from '../../src/core/standard/dimension-settings';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import { auditPlanted, changedObjects, drawPlanted, readElsewhere } from './planted';

// Lines of dimensions of every kind that run across each other, drawn by another program.

const RULE = 'dimensions/crossing';
const GAP_MM = 3;
const standard: Standard = {
  ...blankStandard('Office'),
  layers: [layerOf({ name: 'DIMS', colour: { number: 3 }, widthMm: 0.25 })],
  dimensions: [dimensionStyleSchema.parse({ name: 'OFFICE' })],
};

/** Length of the lines of each dimension, by handle; a sheet in mm is its own paper. */
function lengths(bytes: Uint8Array): ReadonlyMap<string, number> {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const drawing = read.value;
  const facts = factsOf(drawing, 0.25);
  return new Map(
    facts.rowsOfKind('dimension').map((row) => {
      const { line, arcs, extension } = facts.dimensionLines(row)!;
      const straight = [...line, ...extension].reduce(
        (sum, [x0, y0, x1, y1]) => sum + Math.hypot(x1 - x0, y1 - y0),
        0,
      );
      const round = arcs.reduce((sum, { radius, from, to }) => sum + radius * (to - from), 0);
      return [drawing.reader.name(drawing.objects.handleTag[row]).toUpperCase(), straight + round];
    }),
  );
}

const drawings = drawPlanted('make_crossings.py');

describe.each(drawings)('%s', (name, made) => {
  const { path, planted, near } = made;
  const { bytes, findings, failures, notChecked } = auditPlanted(made, standard);
  const own = findings.filter(({ rule }) => rule === RULE);
  const [lines, ...pairs] = own;
  const before = lengths(bytes);
  const ordinate = planted.broken[planted.broken.length - 2];

  it('has exactly the crossings that were planted, at their dimensions', () => {
    expect(failures).toEqual([]);
    expect(notChecked.filter(({ rule }) => rule === RULE)).toEqual([]);
    expect(own.map(({ handles }) => handles)).toEqual([planted.broken, planted.pair, planted.arc]);
    expect(own.map(({ correction }) => correction)).toEqual(['automatic', 'choice', 'choice']);
    expect(pairs.map(({ options }) => options![0].picks!.of.map(({ says }) => says))).toEqual([
      ['100, level, layer DIMS', '60, plumb, layer DIMS'],
      ['90°, along an arc, layer DIMS', '50, plumb, layer DIMS'],
    ]);
  });

  it.each([0, 1])('is broken where it is crossed, of two the one that a person picks (%s)', (which) => {
    const decisions = pairs.map(({ key, options }) => ({
      finding: key,
      option: 'give way',
      to: options![0].picks!.of[which].object,
    }));
    const request = { findings: [lines.key], decisions };
    const result = correctDrawing(bytes, standard, request);
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(result.value.after.findings.filter(({ rule }) => rule === RULE)).toEqual([]);
    const after = lengths(result.value.bytes);
    const broken = new Set([...planted.broken, planted.pair[which], planted.arc[which]]);
    for (const [handle, length] of before) {
      const lost = length - (after.get(handle) ?? 0);
      // One crossing each, and each takes a gap out of the line: the style is drawn here as there, but for what underlines the
      // text of an ordinate, whose letters are as wide as the face that draws them.
      const off = lost - (broken.has(handle) ? GAP_MM : 0);
      expect([handle, Math.abs(off) < (handle === ordinate ? 1 : 0.005)]).toEqual([handle, true]);
    }
    const again = correctDrawing(result.value.bytes, standard, request);
    expect(again.ok && again.value.changes).toEqual([]);

    const [seen, now] = readElsewhere(path, result.value.bytes);
    for (const handle of changedObjects(seen, now, name.startsWith('R12')))
      if (!handle.startsWith('*')) expect([handle, broken.has(handle)]).toEqual([handle, true]);
  });

  it('leaves both as they are where nobody says which gives way', () => {
    const decisions = pairs.map(({ key }) => ({ finding: key, option: 'give way', to: near[0] }));
    const result = correctDrawing(bytes, standard, { findings: [], decisions });
    expect(result.ok && [result.value.changes, result.value.unsettled.map(({ why }) => why)]).toEqual([
      [],
      ['Say which of the two gives way.', 'Say which of the two gives way.'],
    ]);
  });
});
