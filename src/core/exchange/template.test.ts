import { demoStandard } from '../../../demo/standard';
import { audit } from '../audit/engine';
import { extentsOf } from '../drawing/extents';
import { largestViewport } from '../drawing/viewports';
import { kindOf } from '../dxf/drawing';
import { faceOf } from '../dxf/fonts';
import { readDrawing } from '../dxf/read/interpret';
import { learnStandard } from '../learn/learn';
import { differences, formatDifference } from '../standard/differences';
import { dimensionValues, ownSettings } from '../standard/dimension-settings';
import { isMeantFor } from '../standard/kind-families';
import { SHEET_SIZES_MM } from '../standard/lettering';
import { blankStandard, checkStandard, type Standard } from '../standard/standard';
import { STARTERS } from '../standard/starters';
import { templateDrawing } from './template';

function read(bytes: Uint8Array) {
  const drawing = readDrawing(bytes);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  return drawing.value;
}

describe('a template', () => {
  const made = templateDrawing(demoStandard);
  const drawing = read(made.bytes);

  it('has no findings against its own edition', () => {
    expect(audit(drawing, demoStandard).findings).toEqual([]);
    // R12 has no place for a unit, nor for widths: that these cannot be checked is all there is to say.
    const old = audit(read(templateDrawing(demoStandard, 'R12').bytes), demoStandard).findings;
    expect(old.map(({ rule }) => rule)).toEqual(['units/unit', 'pens/not-held']);
  });

  it('gives the standard back', () => {
    const learnt = learnStandard(drawing, demoStandard.name);
    expect(checkStandard(learnt)).toHaveProperty('standard');
    expect(byName(learnt)).toEqual(byName({ ...demoStandard, edition: learnt.edition }));
  });

  it('shows its text styles in their faces, whatever else their records keep', () => {
    for (const { name, face } of demoStandard.lettering.styles) {
      const style = drawing.textStyles.get(name.toLowerCase());
      expect([name, style && faceOf(style.font, style.family, style.bold)]).toEqual([name, face]);
    }
  });

  it('leaves nothing out, but in R12 what that version has no place for, and says so', () => {
    expect(made.leftOut).toEqual([]);
    expect(templateDrawing(demoStandard, 'R12').leftOut).toEqual([
      'words and symbols of linetypes: OHW-Fuel, OHW-Fence',
      'pen widths, and which layers print',
      'sheet sizes: R12 has one sheet without a size',
      'fills as such: their lines are drawn one by one',
      'parallel-line sets as such: their lines are drawn one by one',
    ]);
  });

  it.each([blankStandard('Blank'), ...STARTERS.map(({ standard }) => standard)])(
    'of $name complies, and gives it back',
    (standard) => {
      for (const version of ['2010', 'R12'] as const) {
        const made = read(templateDrawing(standard, version).bytes);
        const found = audit(made, standard).findings.map(({ rule }) => rule);
        expect(found.filter((rule) => rule !== 'pens/not-held')).toEqual([]);
        if (version === '2010')
          expect(differences(standard, learnStandard(made, standard.name)).map(formatDifference)).toEqual([]);
      }
    },
  );

  it('says of samples what no layer takes', () => {
    const nowhere: Standard = {
      ...demoStandard,
      layers: demoStandard.layers
        .filter(({ kinds }) => kinds.length > 0)
        .map((layer) => ({
          ...layer,
          kinds: layer.kinds.filter((kind) => !isMeantFor(['fill', 'parallel-line set'], kind)),
        }))
        .filter(({ kinds }) => kinds.length > 0),
      fills: demoStandard.fills.map((fill) => ({ ...fill, layer: '' })),
    };
    const bare = templateDrawing(nowhere);
    expect(bare.leftOut).toEqual([
      'frames of sheets: no layer of the standard is for them',
      expect.stringMatching(/^samples of fills, no layer of the standard takes them: OHW-Concrete, /),
      'samples of parallel-line sets, no layer of the standard takes them: OHW-Kerb, OHW-Duct',
    ]);
    expect(read(bare.bytes).sheets.map(({ name }) => name)).not.toContain('Samples');
  });

  it('has a sheet of each size', () => {
    expect(
      drawing.sheets.map(({ name, paper }) => [name, paper && `${paper.widthMm} × ${paper.heightMm}`]),
    ).toEqual([
      ['A0', '1189 × 841'],
      ['A1', '841 × 594'],
      ['A2', '594 × 420'],
      ['A3', '420 × 297'],
      ['A4', '297 × 210'],
      ['Samples', expect.any(String)],
    ]);
  });
});

/** The order of definitions is the file's own; a dimension style is what all its settings are. */
function byName(standard: Standard): unknown {
  const sort = <T extends { name: string }>(list: readonly T[]): T[] =>
    [...list].sort((a, b) => a.name.localeCompare(b.name));
  return {
    ...standard,
    linetypes: sort(standard.linetypes),
    layers: sort(standard.layers),
    fills: sort(standard.fills),
    dimensions: sort(standard.dimensions).map((style) => {
      const values = dimensionValues(standard.dimensions, style);
      return { ...style, values, settings: ownSettings(standard.dimensions, style.base, values) };
    }),
  };
}

describe('sheets of a template', () => {
  const drawing = read(templateDrawing(demoStandard).bytes);

  it('have their frame, 20 mm from the filing edge and 10 mm elsewhere, and a viewport at 1:100 within it', () => {
    // source: ISO 5457 for borders, ISO 5455 for the scale, from memory
    for (const [name, [width, height]] of Object.entries(SHEET_SIZES_MM)) {
      const sheet = drawing.sheets.find((one) => one.name === name)!;
      const rows = drawing.containers[sheet.container].rows;
      const frame = rows.find((row) => kindOf(drawing, row) === 'polyline')!;
      const box = extentsOf(drawing, frame)!;
      expect([name, box.minX, box.minY, box.maxX, box.maxY]).toEqual([name, 20, 10, width - 10, height - 10]);
      expect(largestViewport(drawing, sheet)!.mmPerUnit).toBeCloseTo(1 / 100, 9);
    }
  });

  it('say what the standard has no layer for', () => {
    const bare = templateDrawing(blankStandard('Bare'));
    expect(bare.leftOut).toEqual([
      'frames of sheets: no layer of the standard is for them',
      'viewports: no layer of the standard takes them',
    ]);
  });

  it('and texts have their height on paper, but where something sets them at its own', () => {
    const fixed = [...drawing.textStyles.values()].filter(({ height }) => height > 0).map(({ name }) => name);
    const used = new Set(
      demoStandard.dimensions.map((style) => dimensionValues(demoStandard.dimensions, style).textStyle),
    );
    expect(fixed.length).toBeGreaterThan(0);
    for (const name of fixed) {
      expect(used.has(name)).toBe(false);
      const { heightMm } = demoStandard.lettering.styles.find((style) => style.name === name)!;
      expect(drawing.textStyles.get(name.toLowerCase())!.height).toBe(heightMm);
    }
    // R12 knows no lettering sized on paper.
    const old = read(templateDrawing(demoStandard, 'R12').bytes);
    expect([...old.textStyles.values()].every(({ height }) => height === 0)).toBe(true);
  });
});
