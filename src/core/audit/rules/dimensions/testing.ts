import { putTerminator } from '../../../dimension/put-part';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { dimensionRecord, TERMINATOR_SYMBOLS } from '../../../records/dimension-record';
import {
  type DimensionValues,
  dimensionStyleSchema,
  dimensionValues,
} from '../../../standard/dimension-settings';
import type { Standard } from '../../../standard/standard';
import { GOOD, office, officeLayer } from '../testing';

// What the tests of rules on dimensions share: an office with two styles, and drawings at 1:50 on a sheet.

const style = (name: string, settings: Partial<DimensionValues>, use = ''): Standard['dimensions'][number] =>
  dimensionStyleSchema.parse({ name, use, settings });

/** An office with a style for building drawings, and one for details. */
export const dimensioned = (): Standard =>
  office([officeLayer('WALL')], {
    dimensions: [
      style('Building', { terminator1: 'slash', terminator2: 'slash', textHeightMm: 2.5 }, 'plans'),
      style('Detail', { textHeightMm: 3.5, decimals: 1, suffix: ' mm' }, 'details'),
    ],
  });

export const SCALE = 50;

/** Settings of a style of the office, changed. */
export const settingsOf = (name: string, changed: Partial<DimensionValues> = {}): DimensionValues => {
  const { dimensions } = dimensioned();
  const found = dimensions.find((one) => one.name === name)!;
  return { ...dimensionValues(dimensions, found), sizedOnPaper: false, overallScale: SCALE, ...changed };
};

const marked = new WeakMap<DrawingComposer, Set<string>>();

/** A style of a drawing, sized for 1:50, with the symbols of its ends. */
export function put(file: DrawingComposer, name: string, values: DimensionValues): void {
  const known = marked.get(file) ?? new Set(['']);
  marked.set(file, known);
  for (const terminator of [values.terminator1, values.terminator2, values.leaderTerminator]) {
    const symbol = TERMINATOR_SYMBOLS[terminator];
    if (!known.has(symbol)) file.symbol(symbol, (space) => putTerminator(space, terminator));
    known.add(symbol);
  }
  file.dimensionStyle(name, dimensionRecord(values));
}

export interface Measured {
  readonly style: string;
  readonly says?: string;
  readonly own?: ReadonlyMap<number, number>;
  /** Height of the text in its picture, mm on paper. */
  readonly drawnMm?: number;
}

/** Dimensions of 3550 in the model, one over the other, and a sheet that shows them at 1:50. */
export function measuredOnSheet(file: DrawingComposer, measured: readonly Measured[]): void {
  file.layer(GOOD);
  for (const [i, { style: name, says, own, drawnMm = 2.5 }] of measured.entries())
    file.model.dimension(
      { layer: 'WALL' },
      [0, 2000 * i],
      [3550, 2000 * i],
      2000 * i + 500,
      drawnMm * SCALE,
      { style: name, ...(says === undefined ? {} : { says }), ...(own ? { own } : {}) },
    );
  file
    .sheet('A', 420, 297)
    .viewport({ layer: 'WALL' }, [200, 150], 380, 260, [2000, 2000 * (measured.length / 2)], SCALE);
}
