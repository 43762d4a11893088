import type { AuditContext } from '../audit/context';
import type { DimensionStyleChange, Operation } from '../audit/operation';
import { letteringOf, unitsPerSize } from '../audit/redrawing';
import type { PictureLook } from '../dimension/picture';
import { putTerminator } from '../dimension/put-part';
import type { TagRange } from '../dxf/document';
import { rangeOf } from '../dxf/drawing';
import {
  addDimensionStyle,
  clearOwnSettings,
  setDimensionStyle,
  setOwnSetting,
  setStyleName,
} from '../dxf/edit/edit-dimension';
import { addSymbol, addTextStyle, mergeRecord, renameRecord } from '../dxf/edit/edit-records';
import { foldName } from '../dxf/interner';
import { overrideTags } from '../dxf/read/dimension-style';
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
  formatSettings,
  SETTING_NAMES,
  sizesTimes,
  taking,
} from '../standard/dimension-settings';
import { findTextStyle } from '../standard/lettering';
import { findLinetype } from '../standard/standard';
import type { ApplyingHand } from './apply-lettering';
import { listAll, redraw } from './redraw-dimensions';

interface StyleRecord {
  readonly name: string;
  readonly range: TagRange;
}

/** Writes settings of a style as the standard has them, with the records they name, and draws its dimensions anew. */
export function bringInLine(
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
export function addStyle(hand: ApplyingHand, name: string, overallScale: number): void {
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

export function becomeDimensionStyle(
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

/** Puts dimensions in a style that the drawing has. */
export function putInStyle(
  hand: ApplyingHand,
  rule: string,
  { rows, style }: Extract<Operation, { type: 'use dimension style' }>,
): void {
  const { context, editor } = hand;
  const { drawing } = context;
  const record = drawing.dimensionStyles.get(foldName(style));
  if (!record) return;
  const { reader, recordNames } = drawing;
  const values = readDimensionValues(reader, record.range, recordNames);
  const overallScale = reader.findNumber(record.range, 40, 1);
  for (const row of rows) {
    setStyleName(editor, row, record.name);
    hand.objectChange(rule, row, 'settings', context.facts.dimension(row).settings.styleName, record.name);
  }
  listAll(
    hand,
    rule,
    rows,
    redraw(hand, rows, (row) => lookWith(context, row, values, 1, overallScale > 0 ? overallScale : null)),
  );
}
