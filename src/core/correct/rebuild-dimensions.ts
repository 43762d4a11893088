import type { AuditContext } from '../audit/context';
import type { Operation } from '../audit/operation';
import { letteringOf, partLookOf } from '../audit/redrawing';
import { linearFigure } from '../dimension/figure';
import { joinedParts, type PictureLook } from '../dimension/picture';
import { putPart } from '../dimension/put-part';
import { layerNameOf } from '../dxf/drawing';
import { addDimensions, type NewDimension } from '../dxf/edit/edit-dimension';
import { removeObjects } from '../dxf/edit/remove-objects';
import { foldName } from '../dxf/interner';
import type { LooseDimension } from '../facts/loose-dimensions';
import { readDimensionValues } from '../records/dimension-record';
import { type DimensionValues, dimensionValues, findDimensionStyle } from '../standard/dimension-settings';
import type { ApplyingHand } from './apply-lettering';

/**
 * Lines, ends and numbers become dimensions: the style's own where the drawing has it, else added for the size that the
 * numbers have.
 */
export function rebuildDimensions(
  hand: ApplyingHand,
  rule: string,
  { rows, loose, style: name }: Extract<Operation, { type: 'rebuild dimensions' }>,
  addStyle: (hand: ApplyingHand, name: string, overallScale: number) => void,
): void {
  const { context, editor } = hand;
  const { drawing, standard, facts } = context;
  const style = findDimensionStyle(standard.dimensions, name);
  if (!style || loose.length === 0) return;
  const wanted = dimensionValues(standard.dimensions, style);
  const height = facts.text(loose[0].text)?.height ?? wanted.textHeightMm;
  const record = drawing.dimensionStyles.get(foldName(style.name));
  const present = record && readDimensionValues(drawing.reader, record.range, drawing.recordNames);
  const mmPerUnit = wanted.textHeightMm / height;
  if (!present && editor.isNew(`dimension style ${style.name}`)) addStyle(hand, style.name, 1 / mmPerUnit);
  const values = present ?? wanted;
  const overall = present && !present.sizedOnPaper ? present.overallScale : 1 / mmPerUnit;
  const look: PictureLook = {
    values,
    unitsPerMm: overall,
    lettering: letteringOf(context, values.textStyle),
  };
  for (const one of loose) {
    hand.objectChange(
      rule,
      one.text,
      'object',
      `“${facts.text(one.text)?.says}” and its lines`,
      'a dimension',
    );
    for (const row of one.rows) hand.covers(row);
  }
  removeObjects(editor, rows);
  addDimensions(
    editor,
    loose.map((one) => dimensionOf(context, one, record?.name ?? style.name, look)),
  );
}

function dimensionOf(
  context: AuditContext,
  { text, first: firstEnd, second: secondEnd, line, angleDeg }: LooseDimension,
  style: string,
  look: PictureLook,
): NewDimension {
  const { drawing } = context;
  const { values, unitsPerMm, lettering } = look;
  const partLook = partLookOf(context, '0', look);
  const onPaper = ([x, y]: readonly [number, number]): [number, number] => [x / unitsPerMm, y / unitsPerMm];
  const [c, s] = [Math.cos((angleDeg * Math.PI) / 180), Math.sin((angleDeg * Math.PI) / 180)];
  // Its points lie beyond the ends of the extension lines, by the gap that the style keeps.
  const gap = values.extensionFixed ? 0 : values.extensionOffsetMm * unitsPerMm;
  const beyond = ([x, y]: readonly [number, number]): [number, number] => {
    const away = Math.sign((y - line[1]) * c - (x - line[0]) * s) * gap;
    return [x - away * s, y + away * c];
  };
  const [first, second] = [beyond(firstEnd), beyond(secondEnd)];
  const distance = ((line[1] - first[1]) * c - (line[0] - first[0]) * s) / unitsPerMm;
  const measured = Math.abs((second[0] - first[0]) * c + (second[1] - first[1]) * s);
  const plain: DimensionValues = { ...values, factor: Math.abs(values.factor) || 1 };
  return {
    container: drawing.objects.container[text],
    layer: layerNameOf(drawing, text),
    style,
    angleDeg,
    first,
    second,
    line,
    draw: (space) => {
      const parts = linearFigure(
        plain,
        lettering,
        onPaper(first),
        onPaper(second),
        angleDeg,
        distance,
        measured,
      );
      for (const part of joinedParts(parts)) putPart(space, part, partLook);
    },
  };
}
