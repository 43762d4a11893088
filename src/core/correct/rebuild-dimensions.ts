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

type AddStyle = (hand: ApplyingHand, name: string, overallScale: number) => void;

/**
 * A style of the standard as the drawing has it, or added to it for the size that a text in it has.
 * @returns its name there, its settings, and drawing units of 1 mm on paper; null where the standard no longer has it
 */
export function styleFor(
  hand: ApplyingHand,
  name: string,
  text: number,
  addStyle: AddStyle,
): { readonly name: string; readonly values: DimensionValues; readonly unitsPerMm: number } | null {
  const { context, editor } = hand;
  const { drawing, standard, facts } = context;
  const style = findDimensionStyle(standard.dimensions, name);
  if (!style) return null;
  const wanted = dimensionValues(standard.dimensions, style);
  const height = facts.text(text)?.height ?? wanted.textHeightMm;
  const record = drawing.dimensionStyles.get(foldName(style.name));
  const present = record && readDimensionValues(drawing.reader, record.range, drawing.recordNames);
  const mmPerUnit = wanted.textHeightMm / height;
  if (!present && editor.isNew(`dimension style ${style.name}`)) addStyle(hand, style.name, 1 / mmPerUnit);
  return {
    name: record?.name ?? style.name,
    values: present ?? wanted,
    unitsPerMm: present && !present.sizedOnPaper ? present.overallScale : 1 / mmPerUnit,
  };
}

/**
 * Lines, ends and numbers become dimensions: the style's own where the drawing has it, else added for the size that the
 * numbers have.
 */
export function rebuildDimensions(
  hand: ApplyingHand,
  rule: string,
  { rows, loose, style: name }: Extract<Operation, { type: 'rebuild dimensions' }>,
  addStyle: AddStyle,
): void {
  const { context, editor } = hand;
  const { facts } = context;
  const known = loose.length > 0 && styleFor(hand, name, loose[0].text, addStyle);
  if (!known) return;
  const { values, unitsPerMm } = known;
  const look: PictureLook = {
    values,
    unitsPerMm,
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
    loose.map((one) => dimensionOf(context, one, known.name, look)),
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
