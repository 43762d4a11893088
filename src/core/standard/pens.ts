import { listed } from '../listed';
import type { Standard } from './standard';

/** What lines are for, in the order from the heaviest that is common. Others can be added. */
export const PEN_ROLES = [
  'cut',
  'outline',
  'secondary',
  'text',
  'symbol',
  'dimension',
  'hidden',
  'centre',
  'fill',
] as const;

/** One thing to look at, with the words that say what is wrong and what was wanted. */
export interface PenAdvice {
  readonly about: 'order' | 'layer' | 'colour';
  /** Role or layer. */
  readonly name: string;
  readonly says: string;
  /** The role whose layers can be brought to its width. */
  readonly role?: string;
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();
const figure = (value: number): string => String(Number(value.toFixed(2)));

export const widthOfRole = (pens: Standard['pens'], role: string): number | null =>
  pens.roles.find((one) => same(one.role, role))?.widthMm ?? null;

/** The width that a linetype prints with: the heaviest of the layers that have it, else the default. */
export function penOfLinetype(standard: Standard, linetype: string): number {
  const widths = standard.layers
    .filter((layer) => same(layer.linetype, linetype))
    .map(({ widthMm }) => widthMm ?? standard.pens.defaultMm);
  return widths.length > 0 ? Math.max(...widths) : standard.pens.defaultMm;
}

/** Layers that are named in one line. */
const MOST_NAMED = 5;

/** Layers of a role that print with another width than its own. */
export const offRole = ({ pens, layers }: Standard, role: string): readonly string[] => {
  const wanted = widthOfRole(pens, role);
  if (wanted === null) return [];
  return layers
    .filter((layer) => same(layer.role, role) && (layer.widthMm ?? pens.defaultMm) !== wanted)
    .map(({ name }) => name);
};

/** The standard with all layers of a role at the role's width. */
export const layersAtRole = (standard: Standard, role: string): Standard => {
  const off = new Set(offRole(standard, role));
  const widthMm = widthOfRole(standard.pens, role);
  return {
    ...standard,
    layers: standard.layers.map((layer) => (off.has(layer.name) ? { ...layer, widthMm } : layer)),
  };
};

/** Permitted widths are rounded: in the series of ISO 128-2 √2 comes out as 1.385 (0.18 to 0.13 mm), 2 as 1.92 (0.25 to 0.13 mm). */
const ROUNDED = 0.04;

/** What is wrong with two widths of which one is to be so many times the other; null where nothing is. */
export function orderFault(
  heavyMm: number,
  lightMm: number,
  ratio: number,
): 'not heavier' | 'too alike' | null {
  if (heavyMm <= lightMm) return 'not heavier';
  return heavyMm / lightMm < ratio * (1 - ROUNDED) ? 'too alike' : null;
}

/** Orders between roles that the widths break, layers that print with another pen than their role's. */
export function penAdvice(standard: Standard): PenAdvice[] {
  const { pens } = standard;
  const advice: PenAdvice[] = [];
  for (const { heavier, lighter, ratio } of pens.order) {
    const heavy = widthOfRole(pens, heavier);
    const light = widthOfRole(pens, lighter);
    if (heavy === null || light === null) continue;
    const fault = orderFault(heavy, light, ratio);
    if (fault === 'not heavier')
      advice.push({
        about: 'order',
        name: heavier,
        says: `${heavier} (${heavy} mm) is not heavier than ${lighter} (${light} mm)`,
      });
    else if (fault === 'too alike')
      advice.push({
        about: 'order',
        name: heavier,
        says: `${heavier} is ${figure(heavy / light)} times ${lighter}; ${figure(ratio)} times is wanted`,
      });
  }
  for (const { role, widthMm } of pens.roles) {
    const off = offRole(standard, role);
    if (off.length === 0) continue;
    const widths = off.map((name) => {
      const own = standard.layers.find((layer) => layer.name === name)?.widthMm ?? pens.defaultMm;
      return `${name} (${own} mm)`;
    });
    advice.push({
      about: 'layer',
      name: off[0],
      role,
      says: `${role} is ${widthMm} mm, but not on ${listed(widths, MOST_NAMED)}`,
    });
  }
  for (const { name, says } of colourConflicts(standard)) advice.push({ about: 'colour', name, says });
  return advice;
}

/** Layers that would print with another width where widths come from colours. */
export function colourConflicts(standard: Standard): { readonly name: string; readonly says: string }[] {
  const widths = new Map(standard.pens.byColour.map(({ number, widthMm }) => [number, widthMm]));
  if (widths.size === 0) return [];
  return standard.layers.flatMap(({ name, colour, widthMm, prints }) => {
    if (!prints) return [];
    if (!('number' in colour))
      return [{ name, says: `${name} has a colour without a number: the table gives it no width` }];
    const by = widths.get(colour.number);
    const own = widthMm ?? standard.pens.defaultMm;
    if (by === undefined) return [{ name, says: `colour ${colour.number} of ${name} is not in the table` }];
    return by === own
      ? []
      : [{ name, says: `${name} is ${own} mm, its colour ${colour.number} prints at ${by} mm` }];
  });
}
