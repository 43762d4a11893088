import { BASE_LAYER } from '../drawing/effective';
import { hexOf, rgbOf } from '../dxf/colour';
import {
  type Drawing,
  type DrawingLayer,
  formatContainer,
  handleOf,
  isSheetItself,
  kindOf,
  layerNameOf,
  rangeOf,
} from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import type { ObjectKind } from '../dxf/object-kinds';
import { anchorOf } from '../dxf/read/anchor';
import { isDefinitionPointLayer } from '../dxf/reserved';
import { paperMmPerPatternUnit } from '../records/linetype-record';
import type { StandardLayer } from '../standard/definitions';
import { findLinetype, type Standard } from '../standard/standard';
import type { Finding, StrokeLook } from './finding';

/** What lies on one layer. */
export interface LayerUse {
  /** As the record, or the first object that names it, writes it. */
  readonly name: string;
  readonly record: DrawingLayer | undefined;
  readonly standard: StandardLayer | undefined;
  /** All objects on it, those inside symbols included. */
  readonly rows: number[];
}

/** What rules look at: the drawing, the standard, and what several rules would otherwise each work out. */
export interface AuditContext {
  readonly drawing: Drawing;
  readonly standard: Standard;
  /** By folded name: layers with a record first, in table order, then layers that are only named by objects. */
  readonly layers: ReadonlyMap<string, LayerUse>;
  /** What lies on the layer of a row: the same as looking its layer up by name, without the names. */
  layerUse(row: number): LayerUse;
  /** Layers of the standard by folded name. */
  readonly standardLayers: ReadonlyMap<string, StandardLayer>;
}

export function makeContext(drawing: Drawing, standard: Standard): AuditContext {
  const standardLayers = new Map(standard.layers.map((layer) => [foldName(layer.name), layer]));
  const layers = new Map<string, LayerUse>();
  for (const record of drawing.layers) {
    const key = foldName(record.name);
    if (!layers.has(key))
      layers.set(key, { name: record.name, record, standard: standardLayers.get(key), rows: [] });
  }
  const uses: (LayerUse | undefined)[] = [];
  const layerUse = (row: number): LayerUse => {
    const id = drawing.objects.layer[row];
    let use = id >= 0 ? uses[id] : undefined;
    if (!use) {
      const name = layerNameOf(drawing, row);
      const key = foldName(name);
      use = layers.get(key) ?? { name, record: undefined, standard: standardLayers.get(key), rows: [] };
      layers.set(key, use);
      if (id >= 0) uses[id] = use;
    }
    return use;
  };
  for (let row = 0; row < drawing.objects.count; row++) {
    const use = layerUse(row);
    if (use.record || !isSheetItself(drawing, row)) use.rows.push(row);
  }
  // A layer that nothing but a sheet itself names is nowhere to be seen.
  for (const [key, use] of layers) if (!use.record && use.rows.length === 0) layers.delete(key);
  return { drawing, standard, layers, layerUse, standardLayers };
}

/** Layers that the format itself keeps, and layers of drawings that are only referred to. */
export const isReserved = (name: string): boolean =>
  name === BASE_LAYER || isDefinitionPointLayer(name) || name.includes('|');

/** Pictures that programs make for dimensions, fills and tables; they are made anew, never corrected by hand. */
const GENERATED = /^\*[dtx]/i;

/** True for objects in the model or on a sheet. */
export const isPlaced = (drawing: Drawing, row: number): boolean =>
  drawing.containers[drawing.objects.container[row]].kind !== 'symbol';

export function isGenerated(drawing: Drawing, row: number): boolean {
  const container = drawing.containers[drawing.objects.container[row]];
  return container.kind === 'symbol' && GENERATED.test(container.name);
}

/** Handles and the place of the first object, as findings carry them. */
export function placesOf(drawing: Drawing, rows: readonly number[]): Pick<Finding, 'handles' | 'at'> {
  const handles = rows.map((row) => handleOf(drawing, row));
  const first = rows.find((row) => isPlaced(drawing, row)) ?? rows[0];
  if (first === undefined) return { handles };
  const anchor = anchorOf(drawing, rangeOf(drawing, first));
  if (!anchor) return { handles };
  const space = formatContainer(drawing.containers[drawing.objects.container[first]]);
  return { handles, at: { space, x: anchor[0], y: anchor[1] } };
}

/** Groups rows by a key, keeping the order in which keys are first met. */
export function groupBy(rows: Iterable<number>, keyOf: (row: number) => string): Map<string, number[]> {
  const groups = new Map<string, number[]>();
  for (const row of rows) {
    const key = keyOf(row);
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return groups;
}

export function kindCounts(drawing: Drawing, rows: readonly number[]): Map<ObjectKind, number> {
  const counts = new Map<ObjectKind, number>();
  for (const row of rows) {
    const kind = kindOf(drawing, row);
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
  }
  return counts;
}

/** How the standard wants a layer to print. */
export function lookOfStandard(standard: Standard, layer: StandardLayer): StrokeLook {
  return {
    colour: hexOf(rgbOf(layer.colour)),
    widthMm: layer.widthMm ?? standard.pens.defaultMm,
    elementsMm: findLinetype(standard, layer.linetype)?.elementsMm ?? [],
    prints: layer.prints,
  };
}

/** How a layer of the drawing prints. */
export function lookOfLayer(drawing: Drawing, standard: Standard, layer: DrawingLayer): StrokeLook {
  const mm = paperMmPerPatternUnit(drawing);
  return {
    colour: hexOf(rgbOf(layer.colour)),
    widthMm: layer.width >= 0 ? layer.width / 100 : standard.pens.defaultMm,
    elementsMm: (drawing.linetypes.get(foldName(layer.linetype))?.elements ?? []).map(
      (length) => length * mm,
    ),
    prints: layer.prints,
  };
}

/** "0.35 mm", "default (0.25 mm)". */
export const formatWidth = (widthMm: number | null, defaultMm: number): string =>
  widthMm === null ? `default (${defaultMm} mm)` : `${widthMm} mm`;
