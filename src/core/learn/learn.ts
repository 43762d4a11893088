import { BASE_LAYER, isLinetypeFromLayer, isLinetypeFromSymbol, ownLinetypeOf } from '../drawing/effective';
import { type Drawing, type DrawingLinetype, isSheetItself, kindOf, layerNameOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { OBJECT_KINDS, type ObjectKind } from '../dxf/object-kinds';
import { readOwnData, readOwnRecord } from '../dxf/read/own-data';
import { isDefinitionPointLayer } from '../dxf/reserved';
import { ownTransparencies } from '../facts/transparency';
import { lineMarksOf } from '../records/line-marks';
import { paperMmPerPatternUnit, symbolsOf, tidy, withJoinedGaps, wordsOf } from '../records/linetype-record';
import {
  layerSchema,
  linetypeSchema,
  nameSchema,
  type OwnProperty,
  STORABLE_WIDTHS_MM,
  type StandardLinetype,
} from '../standard/definitions';
import type { StandardTextStyle } from '../standard/lettering';
import type { LineMark } from '../standard/line-marks';
import { type LineWord, wordFault, wordLook } from '../standard/line-words';
import { blankStandard, checkStandard, layerOf, lineOf, type Standard } from '../standard/standard';
import { learnFills } from './learn-fills';
import { COMMON_DEFAULT_MM, learnDimensions, learnLettering, learnParallels } from './learn-styles';
import { learnSymbols } from './learn-symbols';

/**
 * A draft standard from a drawing known to be good: its layers with their properties and the kinds of object found
 * on each, its linetypes and the widths in use. Own values found on objects become approved exceptions, so that
 * the drawing complies with what was learnt from it.
 */
export function learnStandard(drawing: Drawing, standardName: string): Standard {
  const { objects } = drawing;
  const kinds = new Map<string, Set<ObjectKind>>();
  const own = new Map<string, Set<OwnProperty>>();
  /** Layers as the first object on them writes their names. */
  const written = new Map<string, string>();
  const widths = new Set<number>();
  const transparent = ownTransparencies(drawing);
  const addTo = <T>(map: Map<string, Set<T>>, key: string, value: T): void => {
    const set = map.get(key);
    if (set) set.add(value);
    else map.set(key, new Set([value]));
  };
  for (let row = 0; row < objects.count; row++) {
    const layer = foldName(layerNameOf(drawing, row));
    addTo(kinds, layer, kindOf(drawing, row));
    if (!written.has(layer) && !isSheetItself(drawing, row)) written.set(layer, layerNameOf(drawing, row));
    if (objects.rgb[row] >= 0 || (objects.colour[row] > 0 && objects.colour[row] < 256))
      addTo(own, layer, 'colour');
    if (ownLinetypeOf(drawing, row) !== null) addTo(own, layer, 'linetype');
    if (transparent.has(row)) addTo(own, layer, 'transparency');
    if (objects.width[row] >= 0) {
      addTo(own, layer, 'width');
      widths.add(objects.width[row] / 100);
    }
  }
  const placed = new Set<string>();
  for (const container of drawing.containers)
    if (container.kind !== 'symbol')
      for (const row of container.rows)
        if (kindOf(drawing, row) !== 'viewport') placed.add(foldName(layerNameOf(drawing, row)));
  const layers = drawing.layers
    // Reserved layers are not the office's to decide on, unless the good drawing uses them for content, or is a template
    // of an office that did.
    .filter(
      (layer) =>
        (layer.name !== BASE_LAYER && !isDefinitionPointLayer(layer.name)) ||
        placed.has(foldName(layer.name)) ||
        readOwnData(drawing.reader, layer.range) !== null,
    )
    // Names of layers of drawings that are only referred to hold a character that no layer of one's own may have.
    .filter((layer) => nameSchema.safeParse(layer.name).success)
    .map((layer) => {
      const widthMm =
        layer.width >= 0 && STORABLE_WIDTHS_MM.includes(layer.width / 100) ? layer.width / 100 : null;
      if (widthMm !== null) widths.add(widthMm);
      const found = kinds.get(foldName(layer.name)) ?? new Set<ObjectKind>();
      const learnt = layerOf({
        name: layer.name,
        purpose: layer.description.trim().slice(0, 500),
        kinds: OBJECT_KINDS.filter((kind) => found.has(kind)),
        colour: layer.colour,
        linetype: layer.linetype,
        widthMm,
        prints: layer.prints,
        ownValuesAllowed: [...(own.get(foldName(layer.name)) ?? [])].sort(),
      });
      // A template carries what the format has no place for.
      const kept = layerSchema.safeParse({ ...learnt, ...ownOf(readOwnData(drawing.reader, layer.range)) });
      return kept.success ? kept.data : learnt;
    });
  // Objects can name layers that the table of layers lacks.
  const recorded = new Set(drawing.layers.map((layer) => foldName(layer.name)));
  for (const [folded, name] of written) {
    if (folded === BASE_LAYER || recorded.has(folded)) continue;
    if (isDefinitionPointLayer(name) || !nameSchema.safeParse(name).success) continue;
    const found = kinds.get(folded) ?? new Set<ObjectKind>();
    layers.push(
      layerOf({
        name,
        kinds: OBJECT_KINDS.filter((kind) => found.has(kind)),
        ownValuesAllowed: [...(own.get(folded) ?? [])].sort(),
      }),
    );
  }
  const used = new Set(layers.map((layer) => foldName(layer.linetype)));
  const mmPerUnit = paperMmPerPatternUnit(drawing);
  const symbols = lineMarksOf(drawing);
  const lettering = learnLettering(drawing, mmPerUnit);
  const linetypes = [...drawing.linetypes.values()]
    .filter((linetype) => !isLinetypeFromLayer(linetype.name) && !isLinetypeFromSymbol(linetype.name))
    .filter(
      (linetype) =>
        used.has(foldName(linetype.name)) ||
        linetype.elements.length > 0 ||
        readOwnData(drawing.reader, linetype.range) !== null,
    )
    .filter((linetype) => nameSchema.safeParse(linetype.name).success)
    .map((linetype) => linetypeFrom(drawing, linetype, mmPerUnit, symbols, lettering.styles));
  for (const layer of layers)
    if (
      !linetypes.some((linetype) => foldName(linetype.name) === foldName(layer.linetype)) &&
      foldName(layer.linetype) !== 'continuous'
    )
      linetypes.push(lineOf({ name: layer.linetype }));
  widths.add(COMMON_DEFAULT_MM);
  const layerNames = new Set(layers.map((layer) => foldName(layer.name)));
  const linetypeNames = new Set(linetypes.map((linetype) => foldName(linetype.name)));
  const dimensions = learnDimensions(drawing, mmPerUnit, lettering, linetypeNames);
  for (const { settings } of dimensions)
    for (const mm of [settings.linePenMm, settings.extensionPenMm]) if (mm != null) widths.add(mm);
  const blank = blankStandard(standardName);
  const learnt: Standard = {
    ...blank,
    pens: {
      ...blank.pens,
      seriesMm: [...widths].filter((mm) => STORABLE_WIDTHS_MM.includes(mm)).sort((a, b) => a - b),
      defaultMm: COMMON_DEFAULT_MM,
    },
    lettering,
    dimensions,
    fills: learnFills(drawing, layerNames),
    parallels: learnParallels(drawing, drawing.unitMm ?? 1, linetypeNames),
    symbols: learnSymbols(drawing, layerNames),
    lineMarks: [...symbols],
    linetypes,
    layers,
  };
  return withKept(drawing, learnt);
}

/** Name of the record in which a template keeps the parts of a standard that drawings have no place for. */
export const KEPT_RECORD = 'ZINC_WARDEN_STANDARD';

const ownOf = (data: unknown): Record<string, unknown> =>
  data !== null && typeof data === 'object' ? (data as Record<string, unknown>) : {};

/**
 * Takes over what a template keeps beside its records, as far as it goes with what was found in them. Without it the
 * layers lose the roles and meanings that nothing explains.
 */
function withKept(drawing: Drawing, learnt: Standard): Standard {
  const { fills: more, ...kept } = ownOf(readOwnRecord(drawing.reader, KEPT_RECORD));
  const lettering = { ...learnt.lettering, ...ownOf(kept.lettering) };
  // Fills that no layer takes have no sample to be learnt from.
  const fills = [...learnt.fills, ...(Array.isArray(more) ? more : [])];
  const whole = checkStandard({ ...learnt, ...kept, fills, lettering });
  if ('standard' in whole) return whole.standard;
  const plain = {
    ...learnt,
    layers: learnt.layers.map((layer) => ({ ...layer, role: '', meaning: '' })),
  };
  return plain;
}

function linetypeFrom(
  drawing: Drawing,
  linetype: DrawingLinetype,
  mmPerUnit: number,
  symbols: readonly LineMark[],
  styles: readonly StandardTextStyle[],
): StandardLinetype {
  const plain = lineOf({ name: linetype.name, description: linetype.description.slice(0, 200) });
  const pattern = withJoinedGaps(linetype);
  const elementsMm = pattern.elements.slice(0, 12).map((length) => tidy(length * mmPerUnit));
  const kept = ownOf(readOwnData(drawing.reader, linetype.range));
  const words = wordsOf(drawing, pattern, mmPerUnit, styles);
  const placed = symbolsOf(pattern, mmPerUnit, symbols);
  // Words that do not fit their gap are not learnt: what is known of them is not what the drawing shows. Patterns that
  // no standard can hold (they begin with a gap, say) are learnt by name alone.
  for (const tried of [
    { ...plain, elementsMm, words, symbols: placed, ...kept },
    { ...plain, elementsMm, words, symbols: placed },
    { ...plain, elementsMm },
  ]) {
    const made = linetypeSchema.safeParse(tried);
    if (made.success && made.data.words.every((word) => fits(made.data, word, styles))) return made.data;
  }
  return plain;
}

const fits = (linetype: StandardLinetype, word: LineWord, styles: readonly StandardTextStyle[]): boolean =>
  wordFault(linetype, word, wordLook(styles, word.style)) === null;
