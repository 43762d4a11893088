import type { AuditContext } from '../audit/context';
import type { Operation } from '../audit/operation';
import type { Change, Movement } from '../audit/rule';
import type { TagRange } from '../dxf/document';
import { type DrawingLayer, rangeOf } from '../dxf/drawing';
import { moveLeaderEnd, moveLeaderLabel, moveLeaderTips, setLeaderPoints } from '../dxf/edit/edit-leader';
import {
  clearFormatting,
  moveText,
  resizeText,
  setTextFactors,
  setTextStyle,
  turnText,
} from '../dxf/edit/edit-lettering';
import { mergeRecord, type RecordKind, renameRecord } from '../dxf/edit/edit-records';
import { leavePaperScales } from '../dxf/edit/paper-scales';
import { foldName } from '../dxf/interner';
import { formatStyle, styleInLine, styleOf } from '../records/text-style-record';
import { findTextStyle } from '../standard/lettering';
import type { DrawingEditor } from './editor';

/** What applies operations: the drawing, its editor, and the lists of changes. */
export interface ApplyingHand {
  readonly context: AuditContext;
  readonly editor: DrawingEditor;
  objectChange(
    rule: string,
    row: number,
    property: Change['property'],
    before: string,
    after: string,
    moved?: Movement,
  ): void;
  layerChange(
    rule: string,
    record: DrawingLayer,
    property: Change['property'],
    before: string,
    after: string,
  ): void;
  /** An object that goes or comes with another one is no change of its own. */
  covers(row: number): void;
  /** Nor is a record, with what lies in it. */
  coversRecord(range: TagRange): void;
  styleChange(
    rule: string,
    kind: RecordKind | 'parallel-line set' | 'group',
    record: TagRange,
    property: Change['property'],
    before: string,
    after: string,
  ): void;
}

/** A movement of an object by a way, from its middle. */
export function movement(
  { facts }: AuditContext,
  row: number,
  onPaperMm: number,
  by: readonly [number, number],
): Movement {
  const box = facts.box(row);
  const from = box
    ? ([(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2] as const)
    : (facts.anchor(row) ?? ([0, 0] as const));
  return { mm: Number(onPaperMm.toFixed(2)), from, to: [from[0] + by[0], from[1] + by[1]] };
}

export const sayMoved = ({ mm }: Movement): string => `moved by ${mm} mm on paper`;

/** The movement of a leader of which one point goes elsewhere: of that point. */
function pointMoved(
  { facts }: AuditContext,
  row: number,
  onPaperMm: number,
  points: readonly (readonly [number, number])[],
): Movement {
  const [line = []] = facts.leader(row).lines;
  let found = { off: -1, from: [0, 0] as readonly [number, number], to: [0, 0] as readonly [number, number] };
  for (const [i, to] of points.entries()) {
    const from = [line[2 * i], line[2 * i + 1]] as const;
    const off = Math.hypot(to[0] - from[0], to[1] - from[1]);
    if (off > found.off) found = { off, from, to };
  }
  return { mm: Number(onPaperMm.toFixed(2)), from: found.from, to: found.to };
}

type LetteringOperation = Extract<
  Operation,
  {
    type:
      | 'resize texts'
      | 'turn texts'
      | 'leave paper scales'
      | 'move texts'
      | 'move labels'
      | 'set leader points'
      | 'move leader tips'
      | 'set text factors'
      | 'clear text formatting'
      | 'become text style'
      | 'set text style';
  }
>;

/** Asks the editor for what is to be done to texts and their styles, and lists each change. */
export function applyLettering(hand: ApplyingHand, rule: string, operation: LetteringOperation): void {
  const { context, editor } = hand;
  const { reader } = context.drawing;
  const each = (what: (row: number, i: number) => void): void => {
    if ('rows' in operation) for (const [i, row] of operation.rows.entries()) what(row, i);
  };
  switch (operation.type) {
    case 'resize texts':
      each((row, i) => {
        const before = reader.findNumber(rangeOf(context.drawing, row), 40, 1);
        resizeText(editor, row, operation.heights[i]);
        hand.objectChange(rule, row, 'height', String(before), String(operation.heights[i]));
      });
      return;
    case 'leave paper scales':
      each((row) => {
        leavePaperScales(editor, row);
        const before = `sized on paper for ${operation.scales}`;
        hand.objectChange(rule, row, 'size and place', before, 'as large as it is drawn');
      });
      return;
    case 'turn texts':
      each((row, i) => {
        turnText(editor, row, operation.about[i]);
        hand.objectChange(rule, row, 'place', 'upside down', 'turned about its middle');
      });
      return;
    case 'move texts':
      each((row, i) => {
        const moved = movement(context, row, operation.onPaperMm[i], operation.by[i]);
        moveText(editor, row, operation.by[i]);
        hand.objectChange(rule, row, 'place', operation.was, sayMoved(moved), moved);
      });
      return;
    case 'move labels':
      each((row, i) => {
        const moved = movement(context, row, operation.onPaperMm[i], operation.by[i]);
        const leader = operation.leaders[i];
        if (leader === row) {
          moveLeaderLabel(editor, leader, operation.by[i]);
          hand.objectChange(rule, row, 'place', operation.was, sayMoved(moved), moved);
          return;
        }
        moveText(editor, row, operation.by[i]);
        moveLeaderEnd(editor, leader, operation.by[i]);
        hand.objectChange(rule, row, 'place', operation.was, sayMoved(moved), moved);
        hand.objectChange(rule, leader, 'place', operation.was, 'follows its label');
      });
      return;
    case 'set leader points':
      each((row, i) => {
        const moved = pointMoved(context, row, operation.onPaperMm[i], operation.points[i]);
        setLeaderPoints(editor, row, operation.points[i]);
        hand.objectChange(rule, row, 'place', 'as it was led', sayMoved(moved), moved);
      });
      return;
    case 'move leader tips':
      each((row, i) => {
        const moves = operation.moves[i];
        const [{ from, to }] = moves;
        const moved = { mm: Number(operation.onPaperMm[i].toFixed(2)), from, to };
        moveLeaderTips(editor, row, moves);
        hand.objectChange(rule, row, 'place', 'as it was led', sayMoved(moved), moved);
      });
      return;
    case 'set text factors': {
      const { widthFactor, slantDeg } = operation;
      const say = (width: number, slant: number): string => `width ${width}, slant ${slant}°`;
      each((row) => {
        const range = rangeOf(context.drawing, row);
        const before = say(reader.findNumber(range, 41, widthFactor), reader.findNumber(range, 51, slantDeg));
        setTextFactors(editor, row, operation);
        hand.objectChange(rule, row, 'letter shape', before, say(widthFactor, slantDeg));
      });
      return;
    }
    case 'clear text formatting':
      each((row) => {
        clearFormatting(editor, row);
        hand.objectChange(rule, row, 'formatting', 'within the text', 'from the style');
      });
      return;
    case 'become text style':
      becomeTextStyle(hand, rule, operation.from, operation.to);
      return;
    case 'set text style': {
      const record = context.drawing.textStyles.get(foldName(operation.name));
      const wanted = findTextStyle(context.standard.lettering.styles, operation.name);
      if (!record || !wanted) return;
      const next = styleInLine(record, wanted);
      setTextStyle(editor, record, next);
      hand.styleChange(
        rule,
        'text style',
        record.range,
        'record',
        formatStyle(styleOf(record)),
        formatStyle(next),
      );
    }
  }
}

function becomeTextStyle(hand: ApplyingHand, rule: string, from: string, to: string): void {
  const { context, editor } = hand;
  const { textStyles } = context.drawing;
  const record = textStyles.get(foldName(from));
  const wanted = findTextStyle(context.standard.lettering.styles, to);
  if (!record || !wanted) return;
  const present = textStyles.get(foldName(to));
  if (present) {
    mergeRecord(editor, 'text style', record.name, present.name, present.name);
    hand.styleChange(
      rule,
      'text style',
      record.range,
      'record',
      record.name,
      `removed, its texts are in ${present.name}`,
    );
    return;
  }
  renameRecord(editor, 'text style', record.name, wanted.name);
  setTextStyle(editor, record, styleInLine(record, wanted));
  hand.styleChange(rule, 'text style', record.range, 'name', record.name, wanted.name);
}
