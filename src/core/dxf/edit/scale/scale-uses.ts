import { type Drawing, entityOf, kindOf, rangeOf } from '../../drawing';
import { foldName } from '../../interner';
import { DIMENSIONED } from '../edit-records';
import { picturesOf } from './scale-objects';

/** Who uses a style: objects that are scaled, and objects that are not. Names are folded. */
export interface ScaleUses {
  /** Dimension styles whose sizes are scaled: of those in the model, and those that nobody uses. */
  readonly dimensionStyles: ReadonlySet<string>;
  /** Rows of dimensions, leaders and tolerance frames that keep their sizes although their style's change. */
  readonly keeping: readonly number[];
  /** Text styles whose height is scaled. */
  readonly textStyles: ReadonlySet<string>;
  /** Patterns of lines are measured on paper, so that they stay as they are. */
  readonly patternsFollowPaper: boolean;
}

/** @param hasViewports whether a sheet shows something of the model */
export function usesOf(drawing: Drawing, hasViewports: boolean): ScaleUses {
  const { objects, reader } = drawing;
  const pictures = picturesOf(drawing);
  const inModel = new Set<string>();
  const elsewhere = new Map<string, number[]>();
  const lettersInModel = new Set<string>();
  const lettersElsewhere = new Set<string>();
  for (let row = 0; row < objects.count; row++) {
    const container = objects.container[row];
    const scaled = container === 0 || pictures.has(container);
    if (DIMENSIONED.has(entityOf(drawing, row))) {
      const style = foldName(reader.fields.load(rangeOf(drawing, row)).text(3, 'Standard'));
      if (scaled) inModel.add(style);
      else {
        const rows = elsewhere.get(style);
        if (rows) rows.push(row);
        else elsewhere.set(style, [row]);
      }
      continue;
    }
    const kind = kindOf(drawing, row);
    if (kind !== 'text' && kind !== 'attribute') continue;
    const style = foldName(reader.fields.load(rangeOf(drawing, row)).text(7, 'Standard'));
    (scaled ? lettersInModel : lettersElsewhere).add(style);
  }
  const dimensionStyles = new Set(
    [...drawing.dimensionStyles.keys()].filter((name) => inModel.has(name) || !elsewhere.has(name)),
  );
  for (const name of dimensionStyles) {
    const record = drawing.dimensionStyles.get(name);
    const letters = record && inModel.has(name) ? reader.findText(record.range, 340).toUpperCase() : '';
    const style = drawing.recordNames.get(letters);
    if (style !== undefined) lettersInModel.add(foldName(style));
  }
  return {
    dimensionStyles,
    keeping: [...elsewhere].flatMap(([name, rows]) => (dimensionStyles.has(name) ? rows : [])),
    textStyles: new Set([...lettersInModel].filter((name) => !lettersElsewhere.has(name))),
    patternsFollowPaper: hasViewports && reader.headerNumber('$PSLTSCALE', 1) === 1,
  };
}
