import type { KeptWithDimension } from '../audit/kept-with-dimension';
import { partLookOf, rawTextOf, redrawnParts } from '../audit/redrawing';
import { type DimensionMove, joinedParts, type PictureLook } from '../dimension/picture';
import { putPart } from '../dimension/put-part';
import { kindOf, layerNameOf } from '../dxf/drawing';
import { type NewPicture, pictureRows, redrawPictures } from '../dxf/edit/edit-dimension';
import type { ApplyingHand } from './apply-lettering';

/** Dimensions that keep their pictures, and why. */
export type Kept = ReadonlyMap<number, string>;

/**
 * Draws dimensions anew. One that cannot be drawn keeps its picture.
 * @param typedOf what a dimension holds in place of its value; left out, what it holds now
 * @param moveOf what of it is moved
 * @param keptOf what is kept with it; left out, what is
 */
export function redraw(
  { context, editor, covers }: ApplyingHand,
  rows: readonly number[],
  lookFor: (row: number) => PictureLook,
  typedOf: (row: number) => string = (row) => rawTextOf(context, row),
  moveOf?: (row: number) => DimensionMove,
  keptOf?: (row: number) => KeptWithDimension,
): Kept {
  const { drawing, facts } = context;
  const pictures: NewPicture[] = [];
  const kept = new Map<number, string>();
  for (const row of rows) {
    if (kindOf(drawing, row) !== 'dimension') continue;
    const look = lookFor(row);
    const { parts, why } = redrawnParts(context, row, look, typedOf(row), moveOf?.(row), keptOf?.(row));
    if (parts === null) {
      kept.set(row, why);
      continue;
    }
    const symbol = drawing.symbols.get(facts.dimension(row).picture);
    const old = symbol ? pictureRows(editor, symbol.container) : [];
    for (const part of old) covers(part);
    // New parts lie on the layer that the old ones lay on.
    const partLook = partLookOf(context, old.length > 0 ? layerNameOf(drawing, old[0]) : '0', look);
    pictures.push({
      row,
      draw: (space) => {
        for (const part of joinedParts(parts)) putPart(space, part, partLook);
      },
    });
  }
  redrawPictures(editor, pictures);
  return kept;
}

/** Lists dimensions that keep their pictures, each with the reason. */
export function listKept({ objectChange }: ApplyingHand, rule: string, kept: Kept): void {
  for (const [row, why] of kept) objectChange(rule, row, 'picture', 'as it was drawn', `stays: ${why}`);
}

/** Lists what became of the picture of each dimension; leaders have none. */
export function listAll(
  { context, objectChange }: ApplyingHand,
  rule: string,
  rows: readonly number[],
  kept: Kept,
): void {
  for (const row of rows)
    if (kindOf(context.drawing, row) === 'dimension') {
      const why = kept.get(row);
      objectChange(
        rule,
        row,
        'picture',
        'as it was drawn',
        why === undefined ? 'drawn anew' : `stays: ${why}`,
      );
    }
}
