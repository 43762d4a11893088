import { BASE_LAYER } from '../drawing/effective';
import { hexOf, rgbOf } from '../dxf/colour';
import { type Drawing, type DrawingLayer, kindOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { countOf, type ObjectKind } from '../dxf/object-kinds';
import { isDefinitionPointLayer, isPictureName } from '../dxf/reserved';
import { type Facts, factsOf } from '../facts/facts';
import type { LayerContent } from '../facts/layers';
import { placementsBySymbol } from '../facts/ways-in';
import { oncePer } from '../once';
import { paperMmPerPatternUnit } from '../records/linetype-record';
import type { StandardLayer } from '../standard/definitions';
import { findLinetype, type Standard } from '../standard/standard';
import type { StrokeLook } from './finding';

/** What lies on one layer, and what the standard says of it. */
export interface LayerUse extends LayerContent {
  readonly standard: StandardLayer | undefined;
}

/** What rules look at: the drawing, the standard, and the facts that several rules would otherwise each work out. */
export interface AuditContext {
  readonly drawing: Drawing;
  readonly standard: Standard;
  readonly facts: Facts;
  /** By folded name: layers with a record first, in table order, then layers that are only named by objects. */
  readonly layers: ReadonlyMap<string, LayerUse>;
  /** What lies on the layer of a row: the same as looking its layer up by name, without the names. */
  layerUse(row: number): LayerUse;
  /** Layers of the standard by folded name. */
  readonly standardLayers: ReadonlyMap<string, StandardLayer>;
  /** True for layers that the format itself keeps, and for layers of drawings that this one refers to. */
  isReserved(layer: string): boolean;
}

export function makeContext(drawing: Drawing, standard: Standard): AuditContext {
  const facts = factsOf(drawing, standard.pens.defaultMm);
  const standardLayers = new Map(standard.layers.map((layer) => [foldName(layer.name), layer]));
  const { content, of } = facts.layers;
  const uses = content.map(
    (layer): LayerUse => ({ ...layer, standard: standardLayers.get(foldName(layer.name)) }),
  );
  return {
    drawing,
    standard,
    facts,
    layers: new Map(
      uses
        // A layer that nothing but a sheet itself names is nowhere to be seen.
        .filter((use) => use.record || use.rows.length > 0)
        .map((use) => [foldName(use.name), use]),
    ),
    layerUse: (row) => uses[of[row]],
    standardLayers,
    isReserved: reservedIn(drawing),
  };
}

/** A layer of another drawing is called by that drawing's name and its own; it is ours where no such drawing is referred to. */
function reservedIn({ references }: Drawing): (name: string) => boolean {
  const drawings = new Set(
    references.filter(({ kind }) => kind === 'drawing').map(({ name }) => foldName(name)),
  );
  return (name) => {
    if (name === BASE_LAYER || isDefinitionPointLayer(name)) return true;
    const bar = name.indexOf('|');
    return bar > 0 && drawings.has(foldName(name.slice(0, bar)));
  };
}

/** True for objects in the model or on a sheet. */
export const isPlaced = (drawing: Drawing, row: number): boolean =>
  drawing.containers[drawing.objects.container[row]].kind !== 'symbol';

/** Symbols of the sender's that are placed somewhere, by the numbers of their containers. */
const theirSymbols = oncePer<Pick<AuditContext, 'drawing' | 'standard'>, ReadonlySet<number>>(
  ({ drawing, standard }) => [drawing, standard],
  ({ drawing, standard }) => {
    const ours = new Set(standard.symbols.map(({ name }) => foldName(name)));
    const isTheirs = (name: string): boolean => !isPictureName(name) && !ours.has(foldName(name));
    return new Set(
      [...placementsBySymbol(drawing).keys()].filter((number) => isTheirs(drawing.containers[number].name)),
    );
  },
);

/**
 * True for what a symbol of the sender's holds that is placed somewhere. What the office's own symbols hold is theirs to say, and a symbol
 * that is not placed shows nothing.
 */
export const isInTheirSymbol = (context: Pick<AuditContext, 'drawing' | 'standard'>, row: number): boolean =>
  theirSymbols(context).has(context.drawing.objects.container[row]);

/** True for what programs draw for dimensions, fills and tables: it is made anew, never corrected by hand. */
export function isGenerated(drawing: Drawing, row: number): boolean {
  const container = drawing.containers[drawing.objects.container[row]];
  return container.kind === 'symbol' && isPictureName(container.name);
}

/** "symbol “Bollard”", "3 symbols": what objects are inside of; null for those in the model or on a sheet. */
export function symbolsAround(drawing: Drawing, rows: readonly number[]): string | null {
  const names = new Set(
    rows.flatMap((row) => {
      const { kind, name } = drawing.containers[drawing.objects.container[row]];
      return kind === 'symbol' ? [name] : [];
    }),
  );
  if (names.size === 0) return null;
  return names.size === 1 ? `symbol “${[...names][0]}”` : `${names.size} symbols`;
}

/** Groups rows, or what else there is, by a key, keeping the order in which keys are first met. */
export function groupBy<T>(all: Iterable<T>, keyOf: (one: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const one of all) {
    const key = keyOf(one);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
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

/** What objects are and how many, in words: "3 lines, 1 text". */
export const kindsInWords = (drawing: Drawing, rows: readonly number[]): string =>
  [...kindCounts(drawing, rows)].map(([kind, count]) => countOf(kind, count)).join(', ');

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

/** The clause of the office standard that a finding breaks, where there is one. */
export const clauseOf = (from: { readonly clause: string } | undefined): { readonly clause?: string } =>
  from && from.clause !== '' ? { clause: from.clause } : {};
