import { type Drawing, type DrawingLinetype, kindOf, layerNameOf } from '../drawing/drawing';
import { BASE_LAYER, isLinetypeFromLayer, isLinetypeFromSymbol } from '../drawing/effective';
import { OBJECT_KINDS, type ObjectKind } from '../drawing/kinds';
import { foldName } from '../dxf/interner';
import { isDefinitionPointLayer } from '../dxf/reserved';
import { blankLettering } from './lettering';
import {
  FORMAT,
  FORMAT_VERSION,
  linetypeSchema,
  nameSchema,
  type OwnProperty,
  STORABLE_WIDTHS_MM,
  type Standard,
  type StandardLinetype,
} from './standard';

/** Width "default" means when nobody has said otherwise. Common practice, no source. */
const COMMON_DEFAULT_MM = 0.25;

/**
 * A draft standard from a drawing known to be good: its layers with their properties and the kinds of object found
 * on each, its linetypes and the widths in use. Own values found on objects become approved exceptions, so that
 * the drawing complies with what was learnt from it.
 */
export function learnStandard(drawing: Drawing, standardName: string): Standard {
  const { objects } = drawing;
  const kinds = new Map<string, Set<ObjectKind>>();
  const own = new Map<string, Set<OwnProperty>>();
  const widths = new Set<number>();
  const addTo = <T>(map: Map<string, Set<T>>, key: string, value: T): void => {
    const set = map.get(key);
    if (set) set.add(value);
    else map.set(key, new Set([value]));
  };
  for (let row = 0; row < objects.count; row++) {
    const layer = foldName(layerNameOf(drawing, row));
    addTo(kinds, layer, kindOf(drawing, row));
    if (objects.rgb[row] >= 0 || (objects.colour[row] > 0 && objects.colour[row] < 256))
      addTo(own, layer, 'colour');
    const linetype = objects.linetype[row];
    if (linetype >= 0) {
      const named = drawing.document.names.text(linetype);
      if (!isLinetypeFromLayer(named) && !isLinetypeFromSymbol(named)) addTo(own, layer, 'linetype');
    }
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
    // Reserved layers are not the office's to decide on, unless the good drawing uses them for content.
    .filter(
      (layer) =>
        (layer.name !== BASE_LAYER && !isDefinitionPointLayer(layer.name)) ||
        placed.has(foldName(layer.name)),
    )
    // Names of layers of drawings that are only referred to hold a character that no layer of one's own may have.
    .filter((layer) => nameSchema.safeParse(layer.name).success)
    .map((layer) => {
      const widthMm =
        layer.width >= 0 && STORABLE_WIDTHS_MM.includes(layer.width / 100) ? layer.width / 100 : null;
      if (widthMm !== null) widths.add(widthMm);
      const found = kinds.get(foldName(layer.name)) ?? new Set<ObjectKind>();
      return {
        name: layer.name,
        purpose: '',
        kinds: OBJECT_KINDS.filter((kind) => found.has(kind)),
        colour: layer.colour,
        linetype: layer.linetype,
        widthMm,
        prints: layer.prints,
        required: false,
        ownValuesAllowed: [...(own.get(foldName(layer.name)) ?? [])].sort(),
        clause: '',
      };
    });
  const used = new Set(layers.map((layer) => foldName(layer.linetype)));
  const mmPerUnit = paperMmPerPatternUnit(drawing);
  const linetypes = [...drawing.linetypes.values()]
    .filter((linetype) => !isLinetypeFromLayer(linetype.name) && !isLinetypeFromSymbol(linetype.name))
    .filter((linetype) => used.has(foldName(linetype.name)) || linetype.elements.length > 0)
    .map((linetype) => ({
      name: linetype.name,
      description: linetype.description.slice(0, 200),
      elementsMm: linetype.elements.slice(0, 12).map((length) => tidy(length * mmPerUnit)),
      words: wordsOf(drawing, linetype, mmPerUnit),
    }))
    // Words that do not fit their gap are not learnt: what is known of them is not what the drawing shows.
    .map((linetype) => (linetypeSchema.safeParse(linetype).success ? linetype : { ...linetype, words: [] }))
    // Patterns that no standard can hold (they begin with a gap, say) are learnt by name alone, if a layer uses them.
    .map((linetype) =>
      linetypeSchema.safeParse(linetype).success ? linetype : { ...linetype, elementsMm: [] },
    )
    .filter((linetype) => nameSchema.safeParse(linetype.name).success);
  for (const layer of layers)
    if (
      !linetypes.some((linetype) => foldName(linetype.name) === foldName(layer.linetype)) &&
      foldName(layer.linetype) !== 'continuous'
    )
      linetypes.push({ name: layer.linetype, description: '', elementsMm: [], words: [] });
  widths.add(COMMON_DEFAULT_MM);
  return {
    format: FORMAT,
    formatVersion: FORMAT_VERSION,
    name: standardName,
    edition: 'Draft 1',
    pens: {
      seriesMm: [...widths].filter((mm) => STORABLE_WIDTHS_MM.includes(mm)).sort((a, b) => a - b),
      defaultMm: COMMON_DEFAULT_MM,
    },
    naming: { layers: null },
    lettering: blankLettering(),
    linetypes,
    layers,
  };
}

/** Linetypes are held in paper units; drawings that measure in inches hold them in inches. */
export function paperMmPerPatternUnit(drawing: Drawing): number {
  return drawing.reader.headerNumber('$MEASUREMENT', 1) === 0 ? 25.4 : 1;
}

/** Words on a line, each in the gap at whose end the drawing sets it. */
function wordsOf(drawing: Drawing, linetype: DrawingLinetype, mmPerUnit: number): StandardLinetype['words'] {
  return [...linetype.marks]
    .filter(([, mark]) => mark.text.trim() !== '')
    .map(([element, mark]) => {
      const style = drawing.textStyles.get(foldName(drawing.recordNames.get(mark.style) ?? ''));
      return {
        element,
        text: mark.text.trim(),
        heightMm: tidy((style?.height || 1) * mark.scale * mmPerUnit),
        upright: mark.upright,
      };
    });
}

/** Takes off the noise of unit conversion without hiding a real difference: 1e-9 mm. */
const tidy = (value: number): number => Math.round(value * 1e9) / 1e9;
