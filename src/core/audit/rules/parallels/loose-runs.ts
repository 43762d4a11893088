import { inOrder, type StandardParallelSet, widthOf } from '../../../standard/parallels';
import { type AuditContext, groupBy, isGenerated, isPlaced } from '../../context';
import { heightsOf, type LineOnLine, lieOf, looksOf } from '../geometry/on-one-line';
import { besideBy, type Chain, chainOf, keyOf, lengthOf, shifted } from './loose-chains';

/** Single lines or polylines beside each other that lie as the lines of a set do. */
export interface LooseRun {
  readonly set: StandardParallelSet;
  /** From the left to the right of the run. */
  readonly rows: readonly number[];
  /** The line that is drawn through it: the set's own, where its offsets are counted from; drawing units. */
  readonly points: readonly (readonly [number, number])[];
  readonly closed: boolean;
  /** How far lines lie from where the set has them at most, drawing units. */
  readonly off: number;
}

/** Directions that differ by less are one, radians. */
const SAME_WAY = 1e-5;
/** Lines begin and end beside each other to this, mm. */
const SAME_END_MM = 0.01;
/** A run is so many times as long as it is wide, or it is a rectangle of something else. */
const LEAST_LENGTH = 2;
/** More polylines that go the same ways from one line on are a pattern. */
const MOST_BESIDE = 200;

/** Lines that begin and end beside each other, and what runs among them. */
interface Beside {
  /** Each with how far left of a common line it lies, drawing units. */
  readonly lines: readonly { readonly row: number; readonly off: number }[];
  /** Drawing units. */
  readonly length: number;
  readonly closed: boolean;
  /** The points of a line that lies so far left of the common one. */
  at(off: number): readonly (readonly [number, number])[];
}

/**
 * Runs of single lines, and of polylines of straight pieces, that lie as a set of the standard does: as many, as far apart all along, beginning and
 * ending beside each other, all with the looks of their layer. Lines that go on beside a run at such distances are a pattern, and none of it is a run.
 * @param unitMm mm of a drawing unit
 * @param toleranceMm how far a line may lie from where its set has it
 */
export function looseRuns(context: AuditContext, unitMm: number, toleranceMm: number): LooseRun[] {
  const sets = context.standard.parallels.map(inOrder).sort((a, b) => b.lines.length - a.lines.length);
  const end = SAME_END_MM / unitMm;
  return [...linesBeside(context, end), ...chainsBeside(context, end)].flatMap((beside) =>
    runsIn(beside, sets, unitMm, toleranceMm),
  );
}

/** Rows of a kind that can be part of a run. */
const looseRows = (context: AuditContext, kind: 'line' | 'polyline'): number[] =>
  context.facts
    .rowsOfKind(kind)
    .filter(
      (row) => isPlaced(context.drawing, row) && !isGenerated(context.drawing, row) && isPlain(context, row),
    );

/** Whether a line looks as its layer does: one that does not would look otherwise in a set. */
function isPlain({ facts }: AuditContext, row: number): boolean {
  const { shows, colourFrom, linetypeFrom, widthFrom } = facts.look(row);
  return shows && [colourFrom, linetypeFrom, widthFrom].every((from) => from !== 'own');
}

function linesBeside(context: AuditContext, end: number): Beside[] {
  const { container } = context.drawing.objects;
  const lying = looseRows(context, 'line').flatMap((row) => lieOf(context, row) ?? []);
  // By where they lie first: what they look like is asked of few.
  const beside = groupBy(
    lying,
    ({ row, from, to, u, v }) =>
      `${container[row]}|${Math.round(Math.atan2(v, u) / SAME_WAY)}|${Math.round(from / end)}|${Math.round(to / end)}`,
  );
  return [...beside.values()].flatMap((ones) =>
    ones.length < 2
      ? []
      : [...groupBy(ones, ({ row }) => `${looksOf(context, row)}\n${heightsOf(context, row)}`).values()]
          .filter((family) => family.length > 1)
          .map(alongLines),
  );
}

function alongLines(lines: readonly LineOnLine[]): Beside {
  const [{ from, to, u, v }] = lines;
  return {
    lines,
    length: to - from,
    closed: false,
    at: (off) => [from, to].map((along) => [along * u - off * v, along * v + off * u] as const),
  };
}

function chainsBeside(context: AuditContext, end: number): Beside[] {
  const chains = looseRows(context, 'polyline').flatMap((row) => chainOf(context, row) ?? []);
  const families: Beside[] = [];
  for (const group of groupBy(chains, (chain) => keyOf(context, chain, end)).values()) {
    if (group.length > MOST_BESIDE) continue;
    let left = group;
    while (left.length > 1) {
      const [first, ...others] = left;
      const by = others.map((other) => besideBy(first, other, end));
      const near = others.flatMap((other, i) => (by[i] === null ? [] : [{ row: other.row, off: by[i] }]));
      if (near.length > 0) families.push(alongChain(first, near));
      left = others.filter((_, i) => by[i] === null);
    }
  }
  return families;
}

const alongChain = (chain: Chain, others: Beside['lines']): Beside => ({
  lines: [{ row: chain.row, off: 0 }, ...others],
  length: lengthOf(chain),
  closed: chain.closed,
  at: (off) => shifted(chain, off),
});

function runsIn(
  beside: Beside,
  sets: readonly StandardParallelSet[],
  unitMm: number,
  toleranceMm: number,
): LooseRun[] {
  // From the left to the right, as the lines of a set are.
  const lines = [...beside.lines].sort((a, b) => b.off - a.off);
  const taken = new Set<number>();
  const runs: LooseRun[] = [];
  for (const set of sets) {
    const count = set.lines.length;
    for (let i = 0; i + count <= lines.length; i++) {
      const some = lines.slice(i, i + count);
      if (some.some(({ row }) => taken.has(row))) continue;
      const run = runOf(beside, some, set, unitMm, toleranceMm);
      if (!run || goesOn(lines, i, count)) continue;
      for (const { row } of some) taken.add(row);
      runs.push(run);
    }
  }
  return runs;
}

/** Whether another line lies beside a run no farther from it than its own lines from each other. */
function goesOn(lines: Beside['lines'], first: number, count: number): boolean {
  const gaps = lines.slice(first, first + count - 1).map((line, k) => line.off - lines[first + k + 1].off);
  const widest = 1.5 * Math.max(...gaps);
  const before = lines[first - 1];
  const after = lines[first + count];
  return (
    (before !== undefined && before.off - lines[first].off <= widest) ||
    (after !== undefined && lines[first + count - 1].off - after.off <= widest)
  );
}

/** A run of lines that lie as those of a set, seen from either end; null where they do not. */
function runOf(
  { length, closed, at }: Beside,
  lines: Beside['lines'],
  set: StandardParallelSet,
  unitMm: number,
  toleranceMm: number,
): LooseRun | null {
  if (!(length * unitMm > LEAST_LENGTH * widthOf(set))) return null;
  const wanted = set.lines.map(({ offsetMm }) => offsetMm);
  // As they are drawn, and from the other end: what is left there is right here.
  for (const flip of [1, -1] as const) {
    const ordered = flip === 1 ? lines : [...lines].reverse();
    const places = ordered.map((line) => flip * line.off * unitMm);
    // The set's own line lies where its offsets fit best.
    const zero = places.reduce((sum, place, i) => sum + place - wanted[i], 0) / places.length;
    const off = Math.max(...places.map((place, i) => Math.abs(place - zero - wanted[i])));
    if (off > toleranceMm) continue;
    const points = at((flip * zero) / unitMm);
    return {
      set,
      rows: ordered.map(({ row }) => row),
      points: flip === 1 ? points : [...points].reverse(),
      closed,
      off: off / unitMm,
    };
  }
  return null;
}
