import type { AuditContext } from '../audit/context';
import { type KeptWithDimension, keptWith } from '../audit/kept-with-dimension';
import type { DimensionWords, Operation } from '../audit/operation';
import { lookOf } from '../audit/redrawing';
import type { Movement } from '../audit/rule';
import { centreFigure } from '../dimension/figure';
import type { DimensionMove } from '../dimension/picture';
import { layerNameOf } from '../dxf/drawing';
import { clearOwnSettings, moveInDimension } from '../dxf/edit/edit-dimension';
import { addObjects } from '../dxf/edit/edit-objects';
import { asMultiLine, setDimensionText, setTextWords } from '../dxf/edit/edit-words';
import { setOwnData } from '../dxf/edit/own-data';
import { foldName } from '../dxf/interner';
import { oneLine } from '../one-line';
import { codesOf } from '../records/dimension-record';
import { dimensionValues, formatName, PLAIN_DIMENSION } from '../standard/dimension-settings';
import { addStyle, becomeDimensionStyle, bringInLine, putInStyle } from './apply-dimension-styles';
import { type ApplyingHand, movement, sayMoved } from './apply-lettering';
import { rebuildDimensions } from './rebuild-dimensions';
import { rebuildLeaders } from './rebuild-leaders';
import { listKept, redraw } from './redraw-dimensions';

type DimensionOperation = Extract<
  Operation,
  {
    type:
      | 'set dimension style'
      | 'become dimension style'
      | 'clear dimension settings'
      | 'redraw dimensions'
      | 'move in dimensions'
      | 'break dimensions'
      | 'add centre marks'
      | 'jog dimensions'
      | 'use dimension style'
      | 'rebuild dimensions'
      | 'rebuild leaders'
      | 'set dimension texts';
  }
>;

/** Asks the editor for what is to be done to dimensions and their styles, draws them anew, and lists each change. */
export function applyDimensions(hand: ApplyingHand, rule: string, operation: DimensionOperation): void {
  const { context, editor } = hand;
  switch (operation.type) {
    case 'set dimension style': {
      const record = context.drawing.dimensionStyles.get(foldName(operation.name));
      if (record) bringInLine(hand, rule, record, operation, operation.like);
      else addStyle(hand, operation.name, operation.overallScale ?? 1 / operation.mmPerUnit);
      return;
    }
    case 'become dimension style':
      becomeDimensionStyle(hand, rule, operation);
      return;
    case 'clear dimension settings': {
      const codes = new Set(operation.settings.flatMap(codesOf));
      const before = operation.settings.map(formatName).join(', ');
      for (const row of operation.rows) {
        clearOwnSettings(editor, row, codes);
        hand.objectChange(rule, row, 'settings', before, 'from the style');
      }
      listKept(
        hand,
        rule,
        redraw(hand, operation.rows, (row) => lookOf(context, row, codes)),
      );
      return;
    }
    case 'redraw dimensions': {
      const kept = redraw(hand, operation.rows, (row) => lookOf(context, row));
      for (const [i, row] of operation.rows.entries())
        if (kept.has(row)) sayInPicture(hand, rule, row, '', operation.shown[i]);
        else hand.objectChange(rule, row, 'picture', 'as it was drawn', 'drawn anew');
      return;
    }
    case 'move in dimensions':
      moveIn(hand, rule, operation);
      return;
    case 'add centre marks':
      addCentreMarks(hand, rule, operation);
      return;
    case 'jog dimensions':
      keep(
        hand,
        rule,
        operation.rows,
        () => ({ jog: true }),
        () => ['a straight line', 'jogged'],
      );
      return;
    case 'use dimension style':
      putInStyle(hand, rule, operation);
      return;
    case 'break dimensions':
      keep(
        hand,
        rule,
        operation.rows,
        (_, i) => ({
          breaksMm: operation.gaps[i] ?? undefined,
          lineBreaksMm: operation.lineGaps[i] ?? undefined,
        }),
        ({ breaksMm = null, lineBreaksMm }) => {
          const gapMm = breaksMm ?? lineBreaksMm;
          return gapMm === undefined
            ? ['broken where nothing crosses', 'unbroken']
            : ['crosses unbroken', `broken by ${gapMm} mm on paper`];
        },
      );
      return;
    case 'rebuild dimensions':
      rebuildDimensions(hand, rule, operation, addStyle);
      return;
    case 'rebuild leaders':
      rebuildLeaders(hand, rule, operation, addStyle);
      return;
    case 'set dimension texts':
      for (const [i, row] of operation.rows.entries()) say(hand, rule, row, operation.texts[i]);
  }
}

/** Moves what is asked of dimensions, and draws them anew; one that cannot be drawn stays as it is. */
function moveIn(
  hand: ApplyingHand,
  rule: string,
  { was, rows, moves, onPaperMm }: Extract<Operation, { type: 'move in dimensions' }>,
): void {
  const moveOf = new Map(rows.map((row, i) => [row, moves[i]]));
  const kept = redraw(
    hand,
    rows,
    (row) => lookOf(hand.context, row),
    undefined,
    (row) => moveOf.get(row) ?? {},
  );
  listKept(hand, rule, kept);
  for (const [i, row] of rows.entries()) {
    if (kept.has(row)) continue;
    const moved = dimensionMoved(hand.context, row, onPaperMm[i], moves[i]);
    moveInDimension(hand.editor, row, moves[i]);
    hand.objectChange(rule, row, 'place', was, sayMoved(moved), moved);
  }
}

/** What a move does to a dimension, as one movement: of its line, its text, or the point that goes farthest. */
function dimensionMoved(
  context: AuditContext,
  row: number,
  onPaperMm: number,
  move: DimensionMove,
): Movement {
  const straight = context.facts.straight(row);
  if (move.feet && straight) {
    const size = ([x, y]: readonly [number, number]): number => Math.hypot(x, y);
    const at = size(move.feet[0]) > size(move.feet[1]) ? 0 : 1;
    const [from, by] = [straight.points[at], move.feet[at]];
    return { mm: Number(onPaperMm.toFixed(2)), from, to: [from[0] + by[0], from[1] + by[1]] };
  }
  const [letter] = context.facts.dimension(row).letters;
  const text = movement(context, letter ?? row, onPaperMm, move.line ?? [0, 0]);
  return move.textAt ? { ...text, to: move.textAt } : text;
}

/** Marks the centres of circles by lines on their layers. */
function addCentreMarks(
  { context, editor, objectChange }: ApplyingHand,
  rule: string,
  { rows, centres, radii, unitsPerMm }: Extract<Operation, { type: 'add centre marks' }>,
): void {
  const { drawing, standard } = context;
  const [style] = standard.dimensions;
  const v = style ? dimensionValues(standard.dimensions, style) : PLAIN_DIMENSION;
  const values = v.centreMark === 'none' ? { ...v, centreMark: 'mark' as const } : v;
  for (const [i, row] of rows.entries()) {
    const k = unitsPerMm[i];
    const [x, y] = centres[i];
    const layer = layerNameOf(drawing, row);
    const parts = centreFigure(values, { face: 'stroke', widthFactor: 1 }, [0, 0], radii[i] / k);
    addObjects(editor, drawing.objects.container[row], (space) => {
      for (const part of parts) {
        if (part.kind !== 'line') continue;
        const [x0, y0, x1, y1] = part.points;
        space.line({ layer }, [x + x0 * k, y + y0 * k], [x + x1 * k, y + y1 * k]);
      }
    });
    objectChange(rule, row, 'object', 'no centre mark', 'centre marked');
  }
}

/** Keeps something with dimensions, and draws them anew with it. */
function keep(
  hand: ApplyingHand,
  rule: string,
  rows: readonly number[],
  changeOf: (row: number, i: number) => KeptWithDimension,
  say: (change: KeptWithDimension) => readonly [before: string, after: string],
): void {
  const { context, editor } = hand;
  const changes = new Map(rows.map((row, i) => [row, changeOf(row, i)]));
  const keptOf = (row: number): KeptWithDimension => ({ ...keptWith(context, row), ...changes.get(row) });
  const stay = redraw(hand, rows, (row) => lookOf(context, row), undefined, undefined, keptOf);
  listKept(hand, rule, stay);
  for (const row of rows) {
    if (stay.has(row)) continue;
    const kept = keptOf(row);
    const isEmpty = Object.values(kept).every((value) => value === undefined);
    setOwnData(editor, row, isEmpty ? null : kept);
    const [before, after] = say(changes.get(row) ?? {});
    hand.objectChange(rule, row, 'picture', before, after);
  }
}

/** Gives a dimension other words and draws it anew; where it cannot be drawn, the lettering of its picture says them. */
function say(hand: ApplyingHand, rule: string, row: number, { typed, shown }: DimensionWords): void {
  const { context, editor, objectChange } = hand;
  const { typed: before } = context.facts.dimension(row);
  setDimensionText(editor, row, typed);
  objectChange(rule, row, 'text', before ?? 'the measured value', typed || 'the measured value');
  const kept = redraw(
    hand,
    [row],
    () => lookOf(context, row),
    () => asMultiLine(typed),
  );
  if (kept.has(row)) sayInPicture(hand, rule, row, oneLine(before ?? ''), shown);
}

/** Sets the lettering of a picture that is not drawn anew: what says the same as before, or all that there is. */
function sayInPicture(
  { context, editor, objectChange }: ApplyingHand,
  rule: string,
  row: number,
  before: string,
  shown: string,
): void {
  const { facts } = context;
  const { letters } = facts.dimension(row);
  const said = (letter: number): string => oneLine(facts.text(letter)?.says ?? '');
  const letter =
    letters.find((one) => said(one) === before) ?? (letters.length === 1 ? letters[0] : undefined);
  if (letter === undefined) return;
  objectChange(rule, letter, 'text', said(letter), shown);
  setTextWords(editor, letter, shown);
}
