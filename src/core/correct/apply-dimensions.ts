import type { AuditContext } from '../audit/context';
import type { DimensionStyleChange, DimensionWords, Operation } from '../audit/operation';
import { letteringOf, lookOf, partLookOf, rawTextOf, redrawnParts, unitsPerSize } from '../audit/redrawing';
import { joinedParts, type PictureLook } from '../dimension/picture';
import { putPart, putTerminator } from '../dimension/put-part';
import type { TagRange } from '../dxf/document';
import { kindOf, layerNameOf, rangeOf } from '../dxf/drawing';
import {
  addDimensionStyle,
  clearOwnSettings,
  moveDimensionLine,
  type NewPicture,
  pictureRows,
  redrawPictures,
  setDimensionStyle,
  setOwnSetting,
} from '../dxf/edit/edit-dimension';
import { addSymbol, addTextStyle, mergeRecord, renameRecord } from '../dxf/edit/edit-records';
import { asMultiLine, setDimensionText, setTextWords } from '../dxf/edit/edit-words';
import { foldName } from '../dxf/interner';
import { overrideTags } from '../dxf/read/dimension-style';
import { oneLine } from '../one-line';
import {
  codesOf,
  dimensionRecord,
  readDimensionValues,
  TERMINATOR_SYMBOLS,
} from '../records/dimension-record';
import { newTextStyle } from '../records/text-style-record';
import {
  type DimensionSetting,
  type DimensionValues,
  dimensionValues,
  findDimensionStyle,
  formatName,
  formatSettings,
  SETTING_NAMES,
  sizesTimes,
  taking,
} from '../standard/dimension-settings';
import { findTextStyle } from '../standard/lettering';
import { findLinetype } from '../standard/standard';
import type { ApplyingHand } from './apply-lettering';
import { rebuildDimensions } from './rebuild-dimensions';

type DimensionOperation = Extract<
  Operation,
  {
    type:
      | 'set dimension style'
      | 'become dimension style'
      | 'clear dimension settings'
      | 'redraw dimensions'
      | 'move dimension lines'
      | 'rebuild dimensions'
      | 'set dimension texts';
  }
>;

/** Asks the editor for what is to be done to dimensions and their styles, draws them anew, and lists each change. */
export function applyDimensions(hand: ApplyingHand, rule: string, operation: DimensionOperation): void {
  const { context, editor } = hand;
  switch (operation.type) {
    case 'set dimension style': {
      const record = context.drawing.dimensionStyles.get(foldName(operation.name));
      if (record) bringInLine(hand, rule, record, operation, operation.name);
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
    case 'move dimension lines':
      moveLines(hand, rule, operation);
      return;
    case 'rebuild dimensions':
      rebuildDimensions(hand, rule, operation, addStyle);
      return;
    case 'set dimension texts':
      for (const [i, row] of operation.rows.entries()) say(hand, rule, row, operation.texts[i]);
  }
}

interface StyleRecord {
  readonly name: string;
  readonly range: TagRange;
}

/** Writes settings of a style as the standard has them, with the records they name, and draws its dimensions anew. */
function bringInLine(
  hand: ApplyingHand,
  rule: string,
  record: StyleRecord,
  { settings: asked, mmPerUnit, overallScale, rows }: DimensionStyleChange,
  wantedName: string,
): void {
  const { context, editor } = hand;
  const { drawing, standard } = context;
  const style = findDimensionStyle(standard.dimensions, wantedName);
  const settings: readonly DimensionSetting[] = overallScale === null ? asked : [...asked, 'overallScale'];
  if (!style || settings.length === 0) return;
  const wanted = dimensionValues(standard.dimensions, style);
  const present = sizesTimes(
    readDimensionValues(drawing.reader, record.range, drawing.recordNames),
    mmPerUnit,
  );
  const inLine = taking(wanted, asked, present);
  const values = overallScale === null ? inLine : { ...inLine, overallScale };
  ensureNamed(hand, values);
  const codes = new Set(settings.flatMap(codesOf));
  setDimensionStyle(editor, record.range, dimensionRecord(values, mmPerUnit), codes);
  hand.styleChange(
    rule,
    'dimension style',
    record.range,
    'record',
    formatSettings(settings, present),
    formatSettings(settings, values),
  );
  listAll(
    hand,
    rule,
    rows,
    redraw(hand, rows, (row) => lookWith(context, row, values, mmPerUnit, overallScale)),
  );
}

/** Adds a style of the standard, sized for a scale. */
function addStyle(hand: ApplyingHand, name: string, overallScale: number): void {
  const { context, editor } = hand;
  const style = findDimensionStyle(context.standard.dimensions, name);
  if (!style) return;
  const wanted = dimensionValues(context.standard.dimensions, style);
  const values = wanted.sizedOnPaper ? { ...wanted, sizedOnPaper: false, overallScale } : wanted;
  ensureNamed(hand, values);
  addDimensionStyle(editor, style.name, dimensionRecord(values));
  editor.noteAdded('dimension style', style.name);
}

/** Puts into the drawing what a style names and the drawing lacks: terminators, a text style, linetypes. */
function ensureNamed({ context, editor }: ApplyingHand, v: DimensionValues): void {
  const { drawing, standard } = context;
  for (const terminator of new Set([v.terminator1, v.terminator2, v.leaderTerminator])) {
    const name = TERMINATOR_SYMBOLS[terminator];
    if (name === '' || drawing.symbols.has(foldName(name))) continue;
    if (editor.isNew(`symbol ${name}`))
      addSymbol(editor, name, [0, 0], (space) => putTerminator(space, terminator));
  }
  for (const linetype of [v.lineLinetype, v.extensionLinetype1, v.extensionLinetype2])
    if (linetype !== '') editor.ensureLinetype(linetype, findLinetype(standard, linetype));
  const text = findTextStyle(standard.lettering.styles, v.textStyle);
  if (!text || drawing.textStyles.has(foldName(text.name))) return;
  if (!editor.isNew(`text style ${text.name}`)) return;
  // What dimensions set in a style has the height that theirs says: a fixed one would take its place.
  addTextStyle(editor, { ...newTextStyle(text), height: 0 });
  editor.noteAdded('text style', text.name);
}

function becomeDimensionStyle(
  hand: ApplyingHand,
  rule: string,
  operation: Extract<Operation, { type: 'become dimension style' }>,
): void {
  const { context, editor } = hand;
  const { drawing, standard } = context;
  const record = drawing.dimensionStyles.get(foldName(operation.from));
  const wanted = findDimensionStyle(standard.dimensions, operation.to);
  if (!wanted) return;
  const target = drawing.dimensionStyles.get(foldName(operation.to));
  if (!record) {
    // Dimensions that named a style nobody defined name one that is there from now on; how large they were drawn stays.
    mergeRecord(editor, 'dimension style', operation.from, target?.name ?? wanted.name, wanted.name);
    if (!target) addStyle(hand, wanted.name, operation.overallScale ?? 1 / operation.mmPerUnit);
    for (const row of operation.rows) hand.objectChange(rule, row, 'settings', operation.from, wanted.name);
    return;
  }
  if (!target) {
    renameRecord(editor, 'dimension style', record.name, wanted.name);
    hand.styleChange(rule, 'dimension style', record.range, 'name', record.name, wanted.name);
    bringInLine(hand, rule, record, operation, wanted.name);
    return;
  }
  mergeRecord(editor, 'dimension style', record.name, target.name, target.name);
  hand.styleChange(
    rule,
    'dimension style',
    record.range,
    'record',
    record.name,
    `removed, its dimensions are in ${target.name}`,
  );
  // Dimensions print as large as the standard has them, at the scale that each is drawn for: where the style that is there is
  // made for another one, they keep a scale of their own.
  const { reader, recordNames } = drawing;
  const values = readDimensionValues(reader, target.range, recordNames);
  const targetScale = reader.findNumber(target.range, 40, 1);
  const wantedText = dimensionValues(standard.dimensions, wanted).textHeightMm;
  const scaleOf = new Map(
    operation.rows.map((row) => {
      const hasOwn = overrideTags(reader, rangeOf(drawing, row)).has(40);
      const size = hasOwn
        ? unitsPerSize(context, row)
        : (operation.overallScale ?? unitsPerSize(context, row));
      return [row, ((size / operation.mmPerUnit) * wantedText) / values.textHeightMm];
    }),
  );
  const codes = new Set([40]);
  for (const [row, scale] of scaleOf) {
    if (!(scale > 0)) continue;
    if (Math.abs(scale / targetScale - 1) > SAME_SCALE) setOwnSetting(editor, row, 40, scale);
    else clearOwnSettings(editor, row, codes);
  }
  const kept = redraw(hand, operation.rows, (row) => ({
    ...lookWith(context, row, values, 1),
    unitsPerMm: scaleOf.get(row) ?? Number.NaN,
  }));
  listAll(hand, rule, operation.rows, kept);
}

/** Scales that differ by less than this share are one. */
const SAME_SCALE = 1e-6;

/**
 * What a dimension is drawn with when its style has other values: what it has of its own goes before them.
 * @param overallScale that the style is given; null where it keeps its own
 */
function lookWith(
  context: AuditContext,
  row: number,
  style: DimensionValues,
  mmPerUnit: number,
  overallScale: number | null = null,
): PictureLook {
  const { drawing, facts } = context;
  const codes = overrideTags(drawing.reader, rangeOf(drawing, row));
  const own = sizesTimes(facts.dimension(row).values, mmPerUnit);
  const values = taking(
    own,
    SETTING_NAMES.filter((name) => codesOf(name).some((code) => codes.has(code))),
    style,
  );
  return {
    values,
    unitsPerMm:
      (overallScale === null || codes.has(40) ? unitsPerSize(context, row) : overallScale) / mmPerUnit,
    lettering: letteringOf(context, values.textStyle),
  };
}

/** Dimensions that keep their pictures, and why. */
type Kept = ReadonlyMap<number, string>;

/**
 * Draws dimensions anew. One that cannot be drawn keeps its picture.
 * @param typedOf what a dimension holds in place of its value; left out, what it holds now
 * @param wayOf how far its line is moved
 */
function redraw(
  { context, editor, covers }: ApplyingHand,
  rows: readonly number[],
  lookFor: (row: number) => PictureLook,
  typedOf: (row: number) => string = (row) => rawTextOf(context, row),
  wayOf?: (row: number) => readonly [number, number],
): Kept {
  const { drawing, facts } = context;
  const pictures: NewPicture[] = [];
  const kept = new Map<number, string>();
  for (const row of rows) {
    if (kindOf(drawing, row) !== 'dimension') continue;
    const look = lookFor(row);
    const { parts, why } = redrawnParts(context, row, look, typedOf(row), wayOf?.(row));
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
function listKept({ objectChange }: ApplyingHand, rule: string, kept: Kept): void {
  for (const [row, why] of kept) objectChange(rule, row, 'picture', 'as it was drawn', `stays: ${why}`);
}

/** Lists what became of the picture of each dimension; leaders have none. */
function listAll(
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

/** Moves the lines of dimensions, and draws them anew; one that cannot be drawn stays where it is. */
function moveLines(
  hand: ApplyingHand,
  rule: string,
  { rows, by, onPaperMm }: Extract<Operation, { type: 'move dimension lines' }>,
): void {
  const wayOf = new Map(rows.map((row, i) => [row, by[i]]));
  const kept = redraw(
    hand,
    rows,
    (row) => lookOf(hand.context, row),
    undefined,
    (row) => wayOf.get(row) ?? [0, 0],
  );
  listKept(hand, rule, kept);
  for (const [i, row] of rows.entries()) {
    if (kept.has(row)) continue;
    const moved = Number(onPaperMm[i].toFixed(2));
    moveDimensionLine(hand.editor, row, by[i]);
    hand.objectChange(rule, row, 'place', 'where it was', `moved by ${moved} mm on paper`, moved);
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
