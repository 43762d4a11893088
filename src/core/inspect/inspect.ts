import { effective, type Source } from '../drawing/effective';
import { extentsOf } from '../drawing/extents';
import { formatScale, type SheetHead, sheetHeads } from '../drawing/sheets/heads';
import { hexOf, rgbOf } from '../dxf/colour';
import {
  type Drawing,
  dimensionStyleNameOf,
  entityOf,
  formatContainer,
  handleOf,
  kindOf,
  layerNameOf,
} from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { isUnderstood, shapeOf } from '../dxf/read/decode';
import { wordsOf } from '../dxf/read/decode-text';
import { measureOf } from '../dxf/read/measure';
import { emptyBox, includeBox, isEmpty } from '../geometry/box';
import { buildPicture } from '../picture/build';
import { countOne } from '../tally';

/** Everything a drawing holds, as plain data. */
export interface Inspection {
  readonly version: string;
  readonly form: 'text' | 'binary';
  readonly codePage: string;
  readonly units: string;
  /** Extents of the model: minX, minY, maxX, maxY in drawing units; null when it is empty. */
  readonly extents: readonly [number, number, number, number] | null;
  readonly layouts: readonly InspectedLayout[];
  /** Every sheet: layouts, and frames that lie in the model. */
  readonly sheets: readonly SheetHead[];
  readonly layers: readonly {
    readonly name: string;
    readonly description: string;
    readonly colour: string;
    readonly linetype: string;
    readonly widthMm: number | null;
    readonly prints: boolean;
    readonly shows: boolean;
    readonly locked: boolean;
    readonly objects: number;
  }[];
  readonly linetypes: readonly {
    readonly name: string;
    readonly elements: readonly number[];
    readonly words: readonly string[];
  }[];
  readonly textStyles: readonly {
    readonly name: string;
    readonly font: string;
    readonly height: number;
    readonly objects: number;
  }[];
  readonly dimensionStyles: readonly { readonly name: string; readonly objects: number }[];
  readonly parallelSets: readonly string[];
  readonly otherStyles: Readonly<Record<string, readonly string[]>>;
  readonly groups: readonly { readonly name: string; readonly objects: number }[];
  readonly layerFilters: readonly string[];
  /** Files outside that are named; none of them is opened. */
  readonly references: readonly { readonly kind: string; readonly name: string; readonly path: string }[];
  readonly counts: {
    readonly objects: number;
    readonly kinds: Readonly<Record<string, number>>;
    /** Objects by layer and kind. */
    readonly layers: Readonly<Record<string, Readonly<Record<string, number>>>>;
  };
  readonly symbols: readonly {
    readonly name: string;
    readonly placed: number;
    readonly objects: number;
    readonly made: boolean;
  }[];
  /** Records kept beside the drawing, by kind. */
  readonly kept: Readonly<Record<string, number>>;
  /** Objects that are kept as they are, but whose inside is not understood. */
  readonly notUnderstood: Readonly<Record<string, number>>;
  /** Letters that the shipped faces cannot show. */
  readonly lettersMissing: number;
}

export interface InspectedLayout {
  readonly name: string;
  readonly paperMm: readonly [number, number] | null;
  readonly objects: number;
  readonly viewports: readonly {
    readonly handle: string;
    /** Sheet mm per drawing unit. */
    readonly mmPerUnit: number;
    /** "1:100" where the drawing states its unit, else null. */
    readonly scale: string | null;
    readonly widthMm: number;
    readonly heightMm: number;
    readonly on: boolean;
    readonly hiddenLayers: readonly string[];
  }[];
}

/** One object of a drawing, as plain data. */
export interface InspectedObject {
  readonly handle: string;
  readonly kind: string;
  readonly entity: string;
  readonly layer: string;
  readonly in: string;
  readonly box: readonly [number, number, number, number] | null;
  readonly colour: { readonly number: number | null; readonly rgb: string; readonly from: Source };
  readonly linetype: { readonly name: string; readonly from: Source };
  readonly width: { readonly mm: number; readonly from: Source };
  readonly text?: string;
  readonly symbol?: string;
  readonly measured?: number;
}

const DEFAULT_WIDTH_MM = 0.25;

export function inspect(drawing: Drawing): Inspection {
  const kinds = new Map<string, number>();
  const layers = new Map<string, Map<string, number>>();
  const notUnderstood = new Map<string, number>();
  const placed = new Map<string, number>();
  const styles = new Map<string, number>();
  const dimensionStyles = new Map<string, number>();
  for (let row = 0; row < drawing.objects.count; row++) {
    const entity = entityOf(drawing, row);
    const kind = kindOf(drawing, row);
    countOne(kinds, kind);
    const name = layerNameOf(drawing, row);
    const layer = drawing.layerByName.get(foldName(name))?.name ?? name;
    let onLayer = layers.get(layer);
    if (!onLayer) {
      onLayer = new Map();
      layers.set(layer, onLayer);
    }
    countOne(onLayer, kind);
    if (!isUnderstood(entity)) countOne(notUnderstood, entity);
    const range = { start: drawing.objects.start[row], end: drawing.objects.end[row] };
    if (kind === 'symbol') countOne(placed, foldName(drawing.reader.findText(range, 2)));
    else if (kind === 'text' || kind === 'attribute')
      countOne(styles, foldName(drawing.reader.findText(range, 7, 'Standard')));
    const named = dimensionStyleNameOf(drawing, row);
    if (named !== null) countOne(dimensionStyles, foldName(named));
  }
  const model = buildPicture(drawing, null, { defaultWidthMm: DEFAULT_WIDTH_MM });
  const { bounds, origin } = model.head;
  const layerObjects = (name: string): number =>
    [...(layers.get(name)?.values() ?? [])].reduce((sum, count) => sum + count, 0);
  return {
    version: drawing.document.versionName,
    form: drawing.document.tags.form === 'text' ? 'text' : 'binary',
    codePage: drawing.document.codec.label,
    units: drawing.units,
    extents: bounds && [
      bounds[0] + origin[0],
      bounds[1] + origin[1],
      bounds[2] + origin[0],
      bounds[3] + origin[1],
    ],
    layouts: drawing.sheets.map((sheet) => layoutOf(drawing, sheet)),
    sheets: sheetHeads(drawing),
    layers: drawing.layers.map((layer) => ({
      name: layer.name,
      description: layer.description,
      colour: hexOf(rgbOf(layer.colour)),
      linetype: layer.linetype,
      widthMm: layer.width >= 0 ? layer.width / 100 : null,
      prints: layer.prints,
      shows: layer.on && !layer.frozen,
      locked: layer.locked,
      objects: layerObjects(layer.name),
    })),
    linetypes: [...drawing.linetypes.values()].map((linetype) => ({
      name: linetype.name,
      elements: linetype.elements,
      words: [...linetype.marks.values()].map((mark) => mark.text || `symbol ${mark.symbolNumber}`),
    })),
    textStyles: [...drawing.textStyles.values()].map((style) => ({
      name: style.name,
      font: style.family || style.font,
      height: style.height,
      objects: styles.get(foldName(style.name)) ?? 0,
    })),
    dimensionStyles: [...drawing.dimensionStyles.values()].map((style) => ({
      name: style.name,
      objects: dimensionStyles.get(foldName(style.name)) ?? 0,
    })),
    parallelSets: [...drawing.parallelSets.values()].map((set) => set.name),
    otherStyles: Object.fromEntries(
      [...drawing.otherStyles].map(([kind, records]) => [kind, records.map((record) => record.name)]),
    ),
    groups: drawing.groups.map((group) => ({ name: group.name, objects: group.members.length })),
    layerFilters: drawing.layerFilters.map((filter) => filter.name),
    references: drawing.references.map(({ kind, name, path }) => ({ kind, name, path })),
    counts: {
      objects: drawing.objects.count,
      kinds: Object.fromEntries(kinds),
      layers: Object.fromEntries([...layers].map(([name, of]) => [name, Object.fromEntries(of)])),
    },
    symbols: [...drawing.symbols.values()].map((symbol) => ({
      name: symbol.name,
      placed: placed.get(foldName(symbol.name)) ?? 0,
      objects: drawing.containers[symbol.container].rows.length,
      made: symbol.anonymous,
    })),
    kept: Object.fromEntries(drawing.objectKinds),
    notUnderstood: Object.fromEntries(notUnderstood),
    lettersMissing: model.head.lettersMissing,
  };
}

function layoutOf(drawing: Drawing, sheet: Drawing['sheets'][number]): InspectedLayout {
  const { rows } = drawing.containers[sheet.container];
  const mm = sheet.paper?.mmPerUnit ?? 1;
  return {
    name: sheet.name,
    paperMm: sheet.paper && [sheet.paper.widthMm, sheet.paper.heightMm],
    objects: rows.length,
    viewports: rows.flatMap((row) => {
      const shape = kindOf(drawing, row) === 'viewport' ? shapeOf(drawing, row) : null;
      if (shape?.type !== 'viewport' || shape.id === 1) return [];
      const mmPerUnit = shape.scale * mm;
      return [
        {
          handle: handleOf(drawing, row),
          mmPerUnit,
          scale: drawing.unitMm === null || !(mmPerUnit > 0) ? null : formatScale(mmPerUnit / drawing.unitMm),
          widthMm: shape.width * mm,
          heightMm: shape.height * mm,
          on: shape.on,
          hiddenLayers: shape.hiddenLayers.map((handle) => drawing.recordNames.get(handle) ?? handle),
        },
      ];
    }),
  };
}

/** Every object of a drawing, one after the other in the order of the file. */
export function* inspectObjects(drawing: Drawing): Generator<InspectedObject, void, void> {
  for (let row = 0; row < drawing.objects.count; row++) yield inspectObject(drawing, row);
}

export function inspectObject(drawing: Drawing, row: number): InspectedObject {
  const look = effective(drawing, row, null, DEFAULT_WIDTH_MM);
  const box = emptyBox();
  const own = extentsOf(drawing, row);
  if (own) includeBox(box, own);
  const kind = kindOf(drawing, row);
  const words = wordsOf(drawing, row);
  const measured = kind === 'dimension' ? measureOf(drawing, row) : null;
  return {
    handle: handleOf(drawing, row),
    kind,
    entity: entityOf(drawing, row),
    layer: look.layer,
    in: formatContainer(drawing.containers[drawing.objects.container[row]]),
    box: isEmpty(box) ? null : [box.minX, box.minY, box.maxX, box.maxY],
    colour: {
      number: 'number' in look.colour ? look.colour.number : null,
      rgb: hexOf(rgbOf(look.colour)),
      from: look.colourFrom,
    },
    linetype: { name: look.linetype, from: look.linetypeFrom },
    width: { mm: look.widthMm, from: look.widthFrom },
    ...(words !== null ? { text: words } : {}),
    ...(kind === 'symbol'
      ? {
          symbol: drawing.reader.findText(
            { start: drawing.objects.start[row], end: drawing.objects.end[row] },
            2,
          ),
        }
      : {}),
    ...(measured ? { measured: measured.value } : {}),
  };
}
