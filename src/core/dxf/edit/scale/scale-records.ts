import { mapX, mapY, mapZ } from '../../../geometry/similarity';
import { recordsIn, type TagRange, tagIs } from '../../document';
import { type Drawing, handleOf } from '../../drawing';
import { foldName } from '../../interner';
import type { NumberEdits } from './number-edits';
import type { FactorChange } from './scale-objects';
import type { ScaleUses } from './scale-uses';
import { mapSavedView } from './scale-viewport';
import type { TagMapper } from './tag-mapper';

/** Header variables that are lengths in the model. */
const LENGTHS = [
  '$TEXTSIZE',
  '$TRACEWID',
  '$PLINEWID',
  '$SKETCHINC',
  '$FILLETRAD',
  '$CHAMFERA',
  '$CHAMFERB',
  '$CHAMFERC',
  '$THICKNESS',
  '$ELEVATION',
  '$CMLSCALE',
  '$DIMSCALE',
] as const;
const POINTS = ['$INSBASE', '$UCSORG'] as const;
const DIRECTIONS = ['$UCSXDIR', '$UCSYDIR'] as const;
/** Corners of boxes, each with the other one. */
const BOXES = [
  ['$EXTMIN', '$EXTMAX'],
  ['$LIMMIN', '$LIMMAX'],
] as const;

/** Maps what the file keeps beside its objects: sizes that are set, styles, saved views, what dimensions hang on. */
export function scaleRecords(
  drawing: Drawing,
  numbers: NumberEdits,
  mapper: TagMapper,
  uses: ScaleUses,
  factorOf: FactorChange,
): void {
  const { document, reader } = drawing;
  const { factor } = mapper.world;
  const header = (name: string): number => {
    const range = document.header.get(name);
    return range && range.end - range.start > 1 ? range.start + 1 : -1;
  };
  const scale = (tag: number): void => {
    if (tag >= 0) mapper.set(tag, (value) => value * factor);
  };
  for (const name of LENGTHS) scale(header(name));
  // Below 0 a share of what is seen.
  const points = header('$PDSIZE');
  if (points >= 0 && reader.number(points) > 0) scale(points);
  if (!uses.patternsFollowPaper) scale(header('$LTSCALE'));
  const values = header('$DIMLFAC');
  const lengthUnit = header('$DIMLUNIT');
  if (values >= 0)
    mapper.set(values, (before) => factorOf(before, lengthUnit >= 0 ? reader.int(lengthUnit) : 0));
  for (const name of POINTS) if (header(name) >= 0) mapper.point(header(name), mapper.world);
  for (const name of DIRECTIONS) if (header(name) >= 0) mapper.direction(header(name));
  for (const [low, high] of BOXES) mapBox(drawing, numbers, mapper, header(low), header(high));
  for (const range of document.tables.get('DIMSTYLE')?.records ?? [])
    if (uses.dimensionStyles.has(foldName(reader.findText(range, 2)))) {
      scale(reader.find(range, 40));
      const tag = reader.find(range, 144);
      if (tag >= 0) mapper.set(tag, (before) => factorOf(before, reader.findInt(range, 277)));
    }
  for (const range of document.tables.get('STYLE')?.records ?? [])
    if (uses.textStyles.has(foldName(reader.findText(range, 2)))) {
      scale(reader.find(range, 40));
      scale(reader.find(range, 42));
    }
  for (const kind of ['VIEW', 'VPORT'] as const)
    for (const range of document.tables.get(kind)?.records ?? [])
      mapSavedView(reader, numbers, mapper, range, kind);
  for (const range of document.tables.get('UCS')?.records ?? [])
    mapper.range(
      range.start,
      range.end,
      { 10: 'world point', 11: 'direction', 12: 'direction' },
      mapper.world,
    );
  associations(drawing, mapper);
}

/** The box around a turned box. */
function mapBox(drawing: Drawing, numbers: NumberEdits, mapper: TagMapper, low: number, high: number): void {
  if (low < 0 || high < 0) return;
  const { reader, document } = drawing;
  const { codes } = document.tags;
  const { world } = mapper;
  const [x0, y0] = [reader.number(low), reader.number(low + 1)];
  const [x1, y1] = [reader.number(high), reader.number(high + 1)];
  // A box that is turned inside out stands for none.
  if (!(x0 <= x1 && y0 <= y1)) return;
  const corners = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ].map(([x, y]) => [mapX(world, x, y), mapY(world, x, y)]);
  const set = (tag: number, value: number): void => numbers.set(tag, value, reader.number(tag));
  set(low, Math.min(...corners.map(([x]) => x)));
  set(low + 1, Math.min(...corners.map(([, y]) => y)));
  set(high, Math.max(...corners.map(([x]) => x)));
  set(high + 1, Math.max(...corners.map(([, y]) => y)));
  for (const tag of [low + 2, high + 2])
    if (codes[tag] === 30) numbers.set(tag, mapZ(world, reader.number(tag)), reader.number(tag));
}

/** Points by which dimensions of the model hang on what they measure. */
function associations(drawing: Drawing, mapper: TagMapper): void {
  const { document, reader } = drawing;
  let inModel: Set<string> | null = null;
  for (const range of recordsIn(document, document.objects)) {
    if (!tagIs(document.tags, range.start, 'DIMASSOC')) continue;
    inModel ??= new Set(drawing.containers[0].rows.map((row) => handleOf(drawing, row).toUpperCase()));
    const own: TagRange = reader.subclass(range, 'AcDbDimAssoc');
    if (!inModel.has(reader.findText(own, 330).toUpperCase())) continue;
    mapper.range(own.start, range.end, { 10: 'world point' }, mapper.world);
  }
}
