/**
 * Gives each of n things one of n places so that all together cost least (Kuhn and Munkres; in the form with potentials,
 * n³ steps). Costs must be finite.
 * @param cost of thing i at place j
 * @returns the place of each thing
 */
export function cheapestPlaces(cost: readonly (readonly number[])[]): number[] {
  const n = cost.length;
  // Potentials of things and places, counted from 1; 0 stands for none.
  const u = new Float64Array(n + 1);
  const v = new Float64Array(n + 1);
  const thingAt = new Int32Array(n + 1);
  const from = new Int32Array(n + 1);
  for (let i = 1; i <= n; i++) {
    thingAt[0] = i;
    let place = 0;
    const least = new Float64Array(n + 1).fill(Number.POSITIVE_INFINITY);
    const seen = new Uint8Array(n + 1);
    do {
      seen[place] = 1;
      const thing = thingAt[place];
      let next = 0;
      let step = Number.POSITIVE_INFINITY;
      for (let j = 1; j <= n; j++) {
        if (seen[j]) continue;
        const reduced = cost[thing - 1][j - 1] - u[thing] - v[j];
        if (reduced < least[j]) {
          least[j] = reduced;
          from[j] = place;
        }
        if (least[j] < step) {
          step = least[j];
          next = j;
        }
      }
      for (let j = 0; j <= n; j++)
        if (seen[j]) {
          u[thingAt[j]] += step;
          v[j] -= step;
        } else least[j] -= step;
      place = next;
    } while (thingAt[place] !== 0);
    do {
      thingAt[place] = thingAt[from[place]];
      place = from[place];
    } while (place !== 0);
  }
  const places = new Array<number>(n).fill(0);
  for (let j = 1; j <= n; j++) places[thingAt[j] - 1] = j - 1;
  return places;
}
