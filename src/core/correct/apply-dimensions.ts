import type { AuditContext } from '../audit/context';
import type { DimensionStyleChange, DimensionWords, Operation } from '../audit/operation';
import { dimensionParts, joinedParts, type PictureLook } from '../dimension/picture';
import { type PartLook, putPart, putTerminator } from '../dimension/put-part';
import type { TagRange } from '../dxf/document';
import { entityOf, kindOf, layerNameOf, rangeOf } from '../dxf/drawing';
import {
  addDimensionStyle,
  clearOwnSettings,
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
  formatSetting,
  SETTING_NAMES,
  sizesTimes,
} from '../standard/dimension-settings';
import { findTextStyle } from '../standard/lettering';
import { findLinetype } from '../standard/standard';
import type { ApplyingHand } from './apply-lettering';
import { letteringOf, rebuildDimensions } from './rebuild-dimensions';

type DimensionOperation = Extract<
  Operation,
  {
    type:
      | 'set dimension style'
      | 'become dimension style'
      | 'clear dimension settings'
      | 'redraw dimensions'
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
      else addStyle(hand, operation.name, operation.mmPerUnit);
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
      redraw(hand, rule, operation.rows, (row) => ({ look: lookOf(context, row, codes), silent: true }));
      return;
    }
    case 'redraw dimensions':
      redraw(hand, rule, operation.rows, (row) => ({ look: lookOf(context, row), silent: false }));
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
  const present = readDimensionValues(drawing.reader, record.range, drawing.recordNames, mmPerUnit);
  const next: Record<string, unknown> = { ...present };
  for (const name of asked) next[name] = wanted[name];
  if (overallScale !== null) next.overallScale = overallScale;
  const values = next as unknown as DimensionValues;
  ensureNamed(hand, values);
  const codes = new Set(settings.flatMap(codesOf));
  setDimensionStyle(editor, record.range, dimensionRecord(values, mmPerUnit), codes);
  const say = (v: DimensionValues): string =>
    settings.map((name) => `${formatName(name)} ${formatSetting(name, v[name])}`).join('; ');
  hand.styleChange(rule, 'dimension style', record.range, 'record', say(present), say(values));
  redraw(hand, rule, rows, (row) => ({
    look: lookWith(context, row, values, mmPerUnit, overallScale),
    silent: false,
  }));
}

/** Adds a style of the standard, sized for a scale. */
function addStyle(hand: ApplyingHand, name: string, mmPerUnit: number): void {
  const { context, editor } = hand;
  const style = findDimensionStyle(context.standard.dimensions, name);
  if (!style) return;
  const wanted = dimensionValues(context.standard.dimensions, style);
  const values = wanted.sizedOnPaper
    ? { ...wanted, sizedOnPaper: false, overallScale: 1 / mmPerUnit }
    : wanted;
  ensureNamed(hand, values);
  addDimensionStyle(editor, style.name, dimensionRecord(values));
  editor.sideChanges.push({
    handle: '',
    kind: 'dimension style',
    property: 'record',
    before: 'none',
    after: style.name,
  });
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
  editor.sideChanges.push({
    handle: '',
    kind: 'text style',
    property: 'record',
    before: 'none',
    after: text.name,
  });
}

function becomeDimensionStyle(
  hand: ApplyingHand,
  rule: string,
  operation: Extract<Operation, { type: 'become dimension style' }>,
): void {
  const { context, editor } = hand;
  const { drawing, standard, facts } = context;
  const record = drawing.dimensionStyles.get(foldName(operation.from));
  const wanted = findDimensionStyle(standard.dimensions, operation.to);
  if (!wanted) return;
  const target = drawing.dimensionStyles.get(foldName(operation.to));
  if (!record) {
    // Dimensions that named a style nobody defined name one that is there from now on; how large they were drawn stays.
    mergeRecord(editor, 'dimension style', operation.from, target?.name ?? wanted.name, wanted.name);
    if (!target) addStyle(hand, wanted.name, operation.mmPerUnit);
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
  // Dimensions stay as large as they are on paper: where the styles are made for two scales, each keeps its own.
  const { reader, recordNames } = drawing;
  const scaleOf = ({ range }: StyleRecord): number => reader.findNumber(range, 40, 1);
  const values = readDimensionValues(reader, target.range, recordNames);
  for (const row of operation.rows) {
    const own = overrideTags(reader, rangeOf(drawing, row));
    if (scaleOf(record) !== scaleOf(target) && !own.has(40)) setOwnSetting(editor, row, 40, scaleOf(record));
  }
  redraw(hand, rule, operation.rows, (row) => {
    const look = lookWith(context, row, values, 1);
    // Sizes count in the units of the scale that the dimension had, which it keeps.
    const kept = facts.dimension(row).settings.number('overallScale');
    return { look: { ...look, unitsPerMm: kept > 0 ? kept : look.unitsPerMm }, silent: false };
  });
}

/** Drawing units in one of the units that a dimension counts its sizes in; NaN where nothing tells. */
function unitsPerSize({ facts }: AuditContext, row: number): number {
  const { settings, letters, values } = facts.dimension(row);
  const scale = settings.number('overallScale');
  if (scale > 0) return scale;
  // Sized by whatever shows it: its picture tells how large it was drawn last.
  const drawn = letters.map((letter) => facts.lettering(letter)?.height ?? 0).find((height) => height > 0);
  return drawn === undefined || !(values.textHeightMm > 0) ? Number.NaN : drawn / values.textHeightMm;
}

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
  const next: Record<string, unknown> = { ...style };
  for (const name of SETTING_NAMES) if (codesOf(name).some((code) => codes.has(code))) next[name] = own[name];
  const values = next as unknown as DimensionValues;
  return {
    values,
    unitsPerMm:
      (overallScale === null || codes.has(40) ? unitsPerSize(context, row) : overallScale) / mmPerUnit,
    lettering: letteringOf(context, values.textStyle),
  };
}

/** What a dimension is drawn with when some of its own settings are given back; none given back draws it as it is. */
function lookOf(context: AuditContext, row: number, cleared: ReadonlySet<number> = new Set()): PictureLook {
  const { drawing, facts } = context;
  const { values, settings } = facts.dimension(row);
  const record = drawing.dimensionStyles.get(foldName(settings.styleName));
  const style = readDimensionValues(drawing.reader, record?.range ?? null, drawing.recordNames);
  const next: Record<string, unknown> = { ...values };
  for (const name of SETTING_NAMES)
    if (codesOf(name).some((code) => cleared.has(code))) next[name] = style[name];
  const made = next as unknown as DimensionValues;
  return {
    values: made,
    unitsPerMm: unitsPerSize(context, row),
    lettering: letteringOf(context, made.textStyle),
  };
}

/**
 * Draws dimensions anew. One that cannot be drawn keeps its picture, and the list of changes says why.
 * @param typedOf what a dimension holds in place of its value; left out, what it holds now
 */
function redraw(
  { context, editor, covers, objectChange }: ApplyingHand,
  rule: string,
  rows: readonly number[],
  of: (row: number) => { readonly look: PictureLook; readonly silent: boolean },
  typedOf: (row: number) => string = (row) => rawTextOf(context, row),
): ReadonlySet<number> {
  const { drawing } = context;
  const pictures: NewPicture[] = [];
  for (const row of rows) {
    if (kindOf(drawing, row) !== 'dimension') continue;
    const { look, silent } = of(row);
    const style = drawing.textStyles.get(foldName(look.values.textStyle || 'Standard'));
    const { parts, why } = isSizedOtherwise(context, row)
      ? { parts: null, why: 'its picture is drawn at another size than its style says' }
      : style && style.height > 0
        ? { parts: null, why: 'its text style has a height of its own' }
        : dimensionParts(drawing, row, look, typedOf(row));
    if (parts === null) {
      objectChange(rule, row, 'picture', 'as it was drawn', `stays: ${why}`);
      continue;
    }
    if (!silent) objectChange(rule, row, 'picture', 'as it was drawn', 'drawn anew');
    const partLook = partLookOf(context, row, look);
    pictures.push({
      row,
      draw: (space) => {
        for (const part of joinedParts(parts)) putPart(space, part, partLook);
      },
    });
    const symbol = drawing.symbols.get(foldName(drawing.reader.findText(rangeOf(drawing, row), 2)));
    if (symbol) for (const part of pictureRows(editor, symbol.container)) covers(part);
  }
  redrawPictures(editor, pictures);
  return new Set(pictures.map(({ row }) => row));
}

/** Heights that differ by less are one. */
const SAME_HEIGHT = 0.02;

/**
 * Whether a dimension's picture has lettering of another size than its settings ask for: whoever wrote it sized it by
 * something else, and drawn anew it would be larger or smaller than it was meant.
 */
function isSizedOtherwise({ facts }: AuditContext, row: number): boolean {
  const { settings, letters, values } = facts.dimension(row);
  const scale = settings.number('overallScale');
  const heights = letters.flatMap((letter) => facts.lettering(letter)?.height ?? []);
  if (!(scale > 0) || heights.length === 0) return false;
  return !heights.some((height) => Math.abs(height / (values.textHeightMm * scale) - 1) <= SAME_HEIGHT);
}

const rawTextOf = ({ drawing }: AuditContext, row: number): string => {
  const raw = drawing.reader.findText(rangeOf(drawing, row), 1);
  return raw === '<>' ? '' : raw;
};

/** What a picture's parts are drawn with: on the layer that they lay on, all else from the dimension. */
function partLookOf(context: AuditContext, row: number, look: PictureLook): PartLook {
  const { drawing } = context;
  const symbol = drawing.symbols.get(foldName(drawing.reader.findText(rangeOf(drawing, row), 2)));
  const old = symbol
    ? drawing.containers[symbol.container].rows.find((one) => entityOf(drawing, one) !== 'POINT')
    : undefined;
  const style = drawing.textStyles.get(foldName(look.values.textStyle || 'Standard'));
  return {
    layer: old === undefined ? '0' : layerNameOf(drawing, old),
    colour: 0,
    widthMm: 'of the symbol',
    linetype: 'BYBLOCK',
    text: {
      style: look.values.textStyle || 'Standard',
      ...(look.lettering.widthFactor === 1 ? {} : { widthFactor: look.lettering.widthFactor }),
      ...(style && style.obliqueDeg !== 0 ? { slantDeg: style.obliqueDeg } : {}),
    },
    unitsPerMm: look.unitsPerMm,
  };
}

/** Gives a dimension other words and draws it anew; where it cannot be drawn, the lettering of its picture says them. */
function say(hand: ApplyingHand, rule: string, row: number, { typed, shown }: DimensionWords): void {
  const { context, editor, objectChange } = hand;
  const { facts } = context;
  const { typed: before, letters } = facts.dimension(row);
  setDimensionText(editor, row, typed);
  objectChange(rule, row, 'text', before ?? 'the measured value', typed || 'the measured value');
  const drawn = redraw(
    { ...hand, objectChange: () => {} },
    rule,
    [row],
    () => ({ look: lookOf(context, row), silent: true }),
    () => asMultiLine(typed),
  );
  if (drawn.has(row)) return;
  // A picture that shows what was typed shows what is said now; one that shows something else is none of this text.
  const said = oneLine(before ?? '');
  const letter = letters.find((one) => oneLine(facts.text(one)?.says ?? '') === said);
  if (letter === undefined) return;
  setTextWords(editor, letter, shown);
  objectChange(rule, letter, 'text', said, shown);
}
