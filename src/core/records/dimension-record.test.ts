import fc from 'fast-check';
import { anyDimension } from '../../../tests/any-dimension';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { type DimensionValues, PLAIN_DIMENSION } from '../standard/dimension-settings';
import { dimensionRecord, readDimensionValues, TERMINATOR_SYMBOLS } from './dimension-record';

function back(values: DimensionValues, version: 'AC1009' | 'AC1024'): DimensionValues {
  const file = new DrawingComposer({ version, units: 4 });
  file.linetype('Broken', '', [6, -2]);
  file.textStyle({ name: 'Notes', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
  for (const name of Object.values(TERMINATOR_SYMBOLS))
    if (name !== '') file.symbol(name, (space) => space.line({ layer: '0' }, [0, 0], [1, 0]));
  file.dimensionStyle('Style', dimensionRecord(values));
  const drawing = readDrawing(file.bytes());
  if (!drawing.ok) throw new Error(drawing.problem.message);
  const style = drawing.value.dimensionStyles.get('style');
  if (!style) throw new Error('the style is not there');
  return readDimensionValues(drawing.value.reader, style.range, drawing.value.recordNames);
}

/** What the format cannot tell apart is brought to one form. */
function settled(v: DimensionValues): DimensionValues {
  const tolerance =
    v.tolerance === 'deviation' && v.toleranceAbove === v.toleranceBelow ? 'symmetrical' : v.tolerance;
  return {
    ...v,
    tolerance,
    // Its lower half is the upper one.
    toleranceBelow: tolerance === 'symmetrical' ? PLAIN_DIMENSION.toleranceBelow : v.toleranceBelow,
    // One or the other decides the size.
    overallScale: v.sizedOnPaper ? PLAIN_DIMENSION.overallScale : v.overallScale,
    textBackgroundColour: v.textBackground === 'colour' ? v.textBackgroundColour : null,
  };
}

describe('a dimension style in the format', () => {
  it('comes back with every setting', () => {
    fc.assert(
      fc.property(anyDimension, (values) => {
        // Sizes of nothing cannot carry a sign: a centre mark, the frame's distance.
        const given = settled({
          ...values,
          centreSizeMm:
            values.centreMark === 'none' ? PLAIN_DIMENSION.centreSizeMm : Math.max(0.1, values.centreSizeMm),
          textOffsetMm: Math.max(0.1, values.textOffsetMm),
          overallScale: Math.max(0.01, values.overallScale),
        });
        expect(back(given, 'AC1024')).toEqual(given);
      }),
      { numRuns: 60 },
    );
  });

  it('keeps in R12 what that version has a place for', () => {
    const values: DimensionValues = {
      ...PLAIN_DIMENSION,
      textHeightMm: 3.5,
      terminator1: 'dot',
      terminator2: 'slash',
      extensionOffsetMm: 2,
      suffix: ' m',
      factor: 0.001,
      lineColour: 3,
      decimals: 2,
    };
    const read = back(values, 'AC1009');
    // Places, pens and the decimal mark came with later versions.
    expect(read).toEqual({ ...values, decimals: PLAIN_DIMENSION.decimals, angleDropTrailing: false });
  });

  it('reads inches as mm', () => {
    const file = new DrawingComposer({ version: 'AC1024', units: 1 });
    file.dimensionStyle('Inch', dimensionRecord({ ...PLAIN_DIMENSION, textHeightMm: 3.175 }, 25.4));
    const drawing = readDrawing(file.bytes());
    if (!drawing.ok) throw new Error(drawing.problem.message);
    const { range } = drawing.value.dimensionStyles.get('inch')!;
    expect(drawing.value.reader.findNumber(range, 140)).toBeCloseTo(0.125);
    const read = readDimensionValues(drawing.value.reader, range, drawing.value.recordNames, 25.4);
    expect(read.textHeightMm).toBe(3.175);
  });
});
