import { CONTRAST, type Colour } from '../dxf/colour';
import { type Drawing, layerNameOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import {
  FROM_LAYER_COLOUR,
  FROM_SYMBOL_COLOUR,
  NO_RGB,
  WIDTH_FROM_LAYER,
  WIDTH_FROM_SYMBOL,
} from '../dxf/objects';

/** Where a property comes from: the object itself, its layer, the placement of the symbol it is in, or nowhere. */
export type Source = 'own' | 'layer' | 'placement' | 'default';

/** How an object really looks. */
export interface Effective {
  /** Layer after "in a symbol, the base layer means the placement's layer". */
  readonly layer: string;
  readonly colour: Colour;
  readonly colourFrom: Source;
  readonly linetype: string;
  readonly linetypeFrom: Source;
  readonly widthMm: number;
  readonly widthFrom: Source;
  /** Layers that colour, linetype and width are taken from; null where none is. */
  readonly colourBy: string | null;
  readonly linetypeBy: string | null;
  readonly widthBy: string | null;
  /** The layer shows: it is on and not frozen. */
  readonly shows: boolean;
  readonly prints: boolean;
}

/** The layer whose objects, inside a symbol, take the placement's layer. The format fixes its name. */
export const BASE_LAYER = '0';

/** Linetype names by which the format says "from layer" and "from symbol". */
const LINETYPE_FROM_LAYER = 'bylayer';
const LINETYPE_FROM_SYMBOL = 'byblock';
export const CONTINUOUS = 'Continuous';

const DEFAULT_COLOUR: Colour = { number: CONTRAST };

export const isLinetypeFromLayer = (name: string): boolean => foldName(name) === LINETYPE_FROM_LAYER;
export const isLinetypeFromSymbol = (name: string): boolean => foldName(name) === LINETYPE_FROM_SYMBOL;

/** The linetype that an object names for itself; null where it takes that of its layer or of the symbol around it. */
export function ownLinetypeOf({ document, objects }: Drawing, row: number): string | null {
  const id = objects.linetype[row];
  if (id < 0) return null;
  const name = document.names.text(id);
  return isLinetypeFromLayer(name) || isLinetypeFromSymbol(name) ? null : name;
}

/** Whether an object takes its linetype from the placement of the symbol around it. */
export function takesLinetypeOfSymbol({ document, objects }: Drawing, row: number): boolean {
  const id = objects.linetype[row];
  return id >= 0 && isLinetypeFromSymbol(document.names.text(id));
}

/**
 * Resolves the colour, linetype and width of a row.
 * @param placement how the placement of the symbol around it looks, null outside of symbols
 * @param defaultWidthMm what "default width" means, from the standard; common practice 0.25
 */
export function effective(
  drawing: Drawing,
  row: number,
  placement: Effective | null,
  defaultWidthMm: number,
): Effective {
  const { objects } = drawing;
  const named = layerNameOf(drawing, row);
  const layerName = named === BASE_LAYER && placement ? placement.layer : named;
  const layer = drawing.layerByName.get(foldName(layerName));

  let colour: Colour = DEFAULT_COLOUR;
  let colourBy: string | null = null;
  let linetypeBy: string | null = null;
  let widthBy: string | null = null;
  let colourFrom: Source = 'default';
  const number = objects.colour[row];
  if (objects.rgb[row] !== NO_RGB) {
    colour = { rgb: objects.rgb[row] };
    colourFrom = 'own';
  } else if (number === FROM_LAYER_COLOUR) {
    colour = layer?.colour ?? DEFAULT_COLOUR;
    colourFrom = 'layer';
    colourBy = layerName;
  } else if (number === FROM_SYMBOL_COLOUR) {
    if (placement) {
      colour = placement.colour;
      colourFrom = 'placement';
      colourBy = placement.colourBy;
    }
  } else if (number >= 1 && number <= 255) {
    colour = { number };
    colourFrom = 'own';
  }

  let linetype = CONTINUOUS;
  let linetypeFrom: Source = 'default';
  const linetypeId = objects.linetype[row];
  const ownLinetype = linetypeId < 0 ? LINETYPE_FROM_LAYER : drawing.document.names.text(linetypeId);
  if (isLinetypeFromLayer(ownLinetype)) {
    linetype = layer?.linetype ?? CONTINUOUS;
    linetypeFrom = 'layer';
    linetypeBy = layerName;
  } else if (isLinetypeFromSymbol(ownLinetype)) {
    if (placement) {
      linetype = placement.linetype;
      linetypeFrom = 'placement';
      linetypeBy = placement.linetypeBy;
    }
  } else {
    linetype = ownLinetype;
    linetypeFrom = 'own';
  }

  let widthMm = defaultWidthMm;
  let widthFrom: Source = 'default';
  const width = objects.width[row];
  if (width === WIDTH_FROM_LAYER) {
    widthMm = layer && layer.width >= 0 ? layer.width / 100 : defaultWidthMm;
    widthFrom = 'layer';
    widthBy = layerName;
  } else if (width === WIDTH_FROM_SYMBOL) {
    if (placement) {
      widthMm = placement.widthMm;
      widthFrom = 'placement';
      widthBy = placement.widthBy;
    }
  } else if (width >= 0) {
    widthMm = width / 100;
    widthFrom = 'own';
  }

  return {
    layer: layerName,
    colour,
    colourFrom,
    linetype,
    linetypeFrom,
    widthMm,
    widthFrom,
    colourBy,
    linetypeBy,
    widthBy,
    shows: (layer?.on ?? true) && !(layer?.frozen ?? false),
    prints: layer?.prints ?? true,
  };
}

/**
 * Resolves rows and remembers: objects with the same columns look the same, and most have many like them. Looks are
 * compared by identity from then on.
 */
export class EffectiveLooks {
  /** By placement, then by what nearly always tells looks apart, then by what can make very many. */
  private readonly known = new Map<
    Effective | null,
    Map<number, Map<number, { row: number; look: Effective }[]>>
  >();

  constructor(
    private readonly drawing: Drawing,
    private readonly defaultWidthMm: number,
  ) {}

  of(row: number, placement: Effective | null): Effective {
    const { objects } = this.drawing;
    let group = this.known.get(placement);
    if (!group) {
      group = new Map();
      this.known.set(placement, group);
    }
    const key =
      (objects.layer[row] + 1) * 1_048_576 +
      (objects.colour[row] & 1023) * 1024 +
      (objects.width[row] & 1023);
    let near = group.get(key);
    if (!near) {
      near = new Map();
      group.set(key, near);
    }
    const inFull = (objects.linetype[row] + 2) * 0x2000000 + objects.rgb[row] + 1;
    let entries = near.get(inFull);
    if (!entries) {
      entries = [];
      near.set(inFull, entries);
    }
    for (const entry of entries)
      if (
        objects.colour[entry.row] === objects.colour[row] &&
        objects.width[entry.row] === objects.width[row] &&
        objects.layer[entry.row] === objects.layer[row]
      )
        return entry.look;
    const look = effective(this.drawing, row, placement, this.defaultWidthMm);
    entries.push({ row, look });
    return look;
  }
}
