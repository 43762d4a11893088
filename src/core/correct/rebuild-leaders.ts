import type { Operation } from '../audit/operation';
import { type Drawing, layerNameOf, rangeOf } from '../dxf/drawing';
import { replaceObject } from '../dxf/edit/edit-objects';
import { ensureApplication } from '../dxf/edit/own-data';
import { removeObjects } from '../dxf/edit/remove-objects';
import { putLeader } from '../dxf/write/leader';
import type { Props } from '../dxf/write/space-tags';
import type { ApplyingHand } from './apply-lettering';
import { styleFor } from './rebuild-dimensions';

/** Sizes that differ by less are one. */
const SAME_SIZE = 0.01;
/** The code of the overall scale among the settings of a dimension style. */
const OVERALL_SCALE = 40;

/**
 * Lines with an arrow become leaders where they lie, with their layer and looks: in the style as the drawing has it, else added
 * for the size that their texts have. The arrows go, since the style draws its own; the texts stay.
 */
export function rebuildLeaders(
  hand: ApplyingHand,
  rule: string,
  { rows, loose, style }: Extract<Operation, { type: 'rebuild leaders' }>,
  addStyle: Parameters<typeof styleFor>[3],
): void {
  const { context, editor } = hand;
  const { drawing, facts } = context;
  const known = loose.length > 0 && styleFor(hand, style, loose[0].text, addStyle);
  if (!known) return;
  for (const { line, points, text, arrow } of loose) {
    // What the style is sized for is not the scale of every leader.
    const unitsPerMm = 1 / (facts.oneScale(line) ?? 1 / known.unitsPerMm);
    const isSized = Math.abs(unitsPerMm / known.unitsPerMm - 1) <= SAME_SIZE;
    const own = isSized ? undefined : new Map([[OVERALL_SCALE, unitsPerMm]]);
    if (own) ensureApplication(editor, 'ACAD');
    replaceObject(editor, line, (space) =>
      putLeader(space, looksOf(drawing, line), points, known.name, { own, arrow: arrow !== null }),
    );
    hand.objectChange(
      rule,
      line,
      'object',
      `a line with an arrow, to “${facts.text(text)?.says}”`,
      'a leader',
    );
  }
  const replaced = new Set(loose.map(({ line }) => line));
  for (const row of rows) if (!replaced.has(row)) hand.covers(row);
  removeObjects(
    editor,
    rows.filter((row) => !replaced.has(row)),
  );
}

/** The layer of an object and what it has of its own. */
function looksOf(drawing: Drawing, row: number): Props {
  const { reader } = drawing;
  const range = rangeOf(drawing, row);
  const linetype = reader.findText(range, 6);
  const hundredths = reader.findInt(range, 370, -1);
  return {
    layer: layerNameOf(drawing, row),
    ...(reader.find(range, 62) >= 0 ? { colour: reader.findInt(range, 62) } : {}),
    ...(linetype === '' ? {} : { linetype }),
    ...(hundredths >= 0 ? { widthMm: hundredths / 100 } : {}),
  };
}
