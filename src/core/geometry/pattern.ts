/** Repeats beyond this are laid without fitting them to the line's ends. */
const MOST_REPEATS = 400;

/**
 * Lays a line pattern along a length so that both ends are dashes, as the exchange format's alignment asks: whole
 * repeats, and what is left over shared between the two ends. A line shorter than one repeat is unbroken.
 * @param length of the line, in the pattern's units
 * @param dashes dash above 0, gap below 0, dot 0
 * @returns `first`: where the first repeat begins, at or before 0; `ends`: length of the dash at each end; null for
 * an unbroken line
 */
export function layPattern(
  length: number,
  dashes: readonly number[],
): { readonly first: number; readonly ends: number; readonly repeats: number } | null {
  const period = dashes.reduce((sum, dash) => sum + Math.abs(dash), 0);
  if (!(period > 0) || !(length >= period * 0.999999)) return null;
  const repeats = Math.max(1, Math.floor(length / period + 1e-9));
  const first = dashes[0];
  // A pattern that does not begin with a dash has nothing to end in.
  if (!(first > 0) || repeats > MOST_REPEATS) return { first: 0, ends: Math.max(0, first), repeats };
  const ends = (length - repeats * period + first) / 2;
  return { first: ends - first, ends, repeats };
}

/**
 * Dashes and gaps in turn, as canvases take them, for one line of a length.
 * @param dot length that stands for a dot
 * @returns null for an unbroken line
 */
export function dashList(length: number, dashes: readonly number[], dot: number): number[] | null {
  const laid = layPattern(length, dashes);
  if (!laid) return null;
  const one = alternating(dashes, dot);
  if (!(dashes[0] > 0) || laid.repeats > MOST_REPEATS) return one;
  const list: number[] = [];
  for (let i = 0; i < laid.repeats; i++) list.push(...one);
  list[0] = laid.ends;
  list.push(laid.ends, 0);
  return list;
}

/** Neighbours of one sense are joined; a pattern that begins with a gap starts with a dash of nothing. */
export function alternating(dashes: readonly number[], dot: number): number[] {
  const parts: number[] = [];
  for (const dash of dashes) {
    const isGap = dash < 0;
    const length = Math.max(Math.abs(dash), dash === 0 ? dot : 0);
    if (parts.length === 0 && isGap) parts.push(0);
    if ((parts.length % 2 === 1) === isGap) parts.push(length);
    else parts[parts.length - 1] += length;
  }
  if (parts.length % 2 === 1) parts.push(0);
  return parts;
}

/** Places along a line at which an element of its pattern ends. */
export function placesOf(length: number, dashes: readonly number[], element: number): number[] {
  const laid = layPattern(length, dashes);
  if (!laid) return [];
  const period = dashes.reduce((sum, dash) => sum + Math.abs(dash), 0);
  let end = laid.first;
  for (let i = 0; i <= element; i++) end += Math.abs(dashes[i]);
  const places: number[] = [];
  for (let i = 0; i < Math.min(laid.repeats, 4 * MOST_REPEATS); i++) {
    const at = end + i * period;
    if (at >= 0 && at <= length) places.push(at);
  }
  return places;
}
