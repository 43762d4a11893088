/** One family of parallel lines, in the coordinates of what it fills. */
export interface LineFamily {
  readonly angleRad: number;
  readonly baseX: number;
  readonly baseY: number;
  /** From one line to the next. */
  readonly offsetX: number;
  readonly offsetY: number;
  /** Dash above 0, gap below 0, dot 0; empty for unbroken lines. */
  readonly dashes: readonly number[];
}

/** Square distance between neighbouring lines of a family, and how far each is shifted along from the one before. */
export function spacingOf({ angleRad, offsetX, offsetY }: LineFamily): { spacing: number; shift: number } {
  const [cos, sin] = [Math.cos(angleRad), Math.sin(angleRad)];
  return { spacing: offsetY * cos - offsetX * sin, shift: offsetX * cos + offsetY * sin };
}

/**
 * The pieces of a family's lines that lie inside loops, by the even-odd rule: an island in a loop stays empty.
 * @param loops closed rings as x, y, x, y …, first point not repeated
 * @param most pieces that may come of it
 * @returns pieces as x0, y0, x1, y1 …; null when there would be more than `most`, or the lines have no distance
 */
export function hatchPieces(
  loops: readonly (readonly number[])[],
  family: LineFamily,
  most: number,
): Float64Array | null {
  const [cos, sin] = [Math.cos(family.angleRad), Math.sin(family.angleRad)];
  const { spacing, shift } = spacingOf(family);
  if (!(Math.abs(spacing) > 0) || !Number.isFinite(spacing) || !Number.isFinite(shift)) return null;
  const crossings = new Map<number, number[]>();
  let count = 0;
  for (const loop of loops) {
    const corners = loop.length >> 1;
    for (let i = 0; i < corners; i++) {
      const j = ((i + 1) % corners) * 2;
      const dx0 = loop[i * 2] - family.baseX;
      const dy0 = loop[i * 2 + 1] - family.baseY;
      const dx1 = loop[j] - family.baseX;
      const dy1 = loop[j + 1] - family.baseY;
      // Along the lines, and across them counted in lines.
      const [u0, v0] = [dx0 * cos + dy0 * sin, (dy0 * cos - dx0 * sin) / spacing];
      const [u1, v1] = [dx1 * cos + dy1 * sin, (dy1 * cos - dx1 * sin) / spacing];
      if (!Number.isFinite(v0) || !Number.isFinite(v1) || v0 === v1) continue;
      const from = Math.ceil(Math.min(v0, v1));
      const to = Math.ceil(Math.max(v0, v1));
      count += to - from;
      if (count > 2 * most) return null;
      for (let n = from; n < to; n++) {
        const at = u0 + ((n - v0) / (v1 - v0)) * (u1 - u0);
        const row = crossings.get(n);
        if (row) row.push(at);
        else crossings.set(n, [at]);
      }
    }
  }
  const pieces: number[] = [];
  const period = family.dashes.reduce((sum, dash) => sum + Math.abs(dash), 0);
  for (const [n, row] of crossings) {
    row.sort((a, b) => a - b);
    // Along the family's own axes; the line lies `n` spacings across.
    const [bx, by] = [family.baseX - n * spacing * sin, family.baseY + n * spacing * cos];
    const put = (from: number, to: number): void => {
      pieces.push(bx + from * cos, by + from * sin, bx + to * cos, by + to * sin);
    };
    for (let i = 0; i + 1 < row.length; i += 2) {
      if (period <= 0) put(row[i], row[i + 1]);
      else if (!dashed(row[i], row[i + 1], n * shift, family.dashes, period, put, most - pieces.length / 4))
        return null;
      if (pieces.length > 4 * most) return null;
    }
  }
  return Float64Array.from(pieces);
}

/** Puts the dashes of a pattern that fall between two places; false when there would be more than `most`. */
function dashed(
  from: number,
  to: number,
  start: number,
  dashes: readonly number[],
  period: number,
  put: (from: number, to: number) => void,
  most: number,
): boolean {
  if (((to - from) / period) * dashes.length > most) return false;
  for (let at = start + Math.floor((from - start) / period) * period; at < to; ) {
    for (const dash of dashes) {
      const next = at + Math.abs(dash);
      if (dash >= 0) {
        const [a, b] = [Math.max(at, from), Math.min(next, to)];
        if (b > a || (dash === 0 && at >= from && at <= to)) put(a, Math.max(a, b));
      }
      at = next;
    }
  }
  return true;
}

/** Area inside loops by the even-odd rule, for loops that do not cross: the outer ones less the islands. */
export function areaOf(loops: readonly (readonly number[])[]): number {
  return loops.reduce((sum, loop) => {
    const depth = loops.filter((other) => other !== loop && contains(other, loop[0], loop[1])).length;
    return sum + (depth % 2 === 0 ? 1 : -1) * Math.abs(signedArea(loop));
  }, 0);
}

function signedArea(loop: readonly number[]): number {
  let sum = 0;
  for (let i = 0; i < loop.length; i += 2) {
    const j = (i + 2) % loop.length;
    sum += loop[i] * loop[j + 1] - loop[j] * loop[i + 1];
  }
  return sum / 2;
}

/** True when a point lies inside a ring (even-odd). */
export function contains(loop: readonly number[], x: number, y: number): boolean {
  let inside = false;
  for (let i = 0; i < loop.length; i += 2) {
    const j = (i + 2) % loop.length;
    const [y0, y1] = [loop[i + 1], loop[j + 1]];
    if (y0 > y !== y1 > y && x < loop[i] + ((y - y0) / (y1 - y0)) * (loop[j] - loop[i])) inside = !inside;
  }
  return inside;
}
