import type { Inspection } from './inspect';

const LISTS = [
  'layers',
  'linetypes',
  'textStyles',
  'dimensionStyles',
  'parallelSets',
  'groups',
  'layerFilters',
  'references',
  'symbols',
] as const;

/** What a drawing holds, with lists that a page can show: how much was left out of each stands beside them. */
export interface BoundedInspection extends Inspection {
  readonly leftOut: Readonly<Partial<Record<(typeof LISTS)[number], number>>>;
}

/** The first entries of every list; those of layers with something on them before empty ones. */
export function bounded(found: Inspection, most: number): BoundedInspection {
  const leftOut: Partial<Record<(typeof LISTS)[number], number>> = {};
  const lists: Record<string, readonly unknown[]> = {};
  for (const name of LISTS) {
    const list = found[name];
    if (list.length <= most) continue;
    leftOut[name] = list.length - most;
    lists[name] =
      name === 'layers'
        ? [...found.layers].sort((a, b) => b.objects - a.objects).slice(0, most)
        : list.slice(0, most);
  }
  const { layers } = found.counts;
  const counted = Object.entries(layers);
  return {
    ...found,
    ...(lists as Partial<Inspection>),
    counts: {
      ...found.counts,
      layers: counted.length > most ? Object.fromEntries(counted.slice(0, most)) : layers,
    },
    leftOut,
  };
}
