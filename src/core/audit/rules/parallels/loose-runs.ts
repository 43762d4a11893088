import { inOrder, type StandardParallelSet, widthOf } from '../../../standard/parallels';
import { type AuditContext, groupBy, isGenerated, isPlaced } from '../../context';
import { heightsOf, type LineOnLine, lieOf, looksOf } from '../geometry/on-one-line';

/** Single lines beside each other that lie as the lines of a set do. */
export interface LooseRun {
  readonly set: StandardParallelSet;
  /** From the left to the right of the run. */
  readonly rows: readonly number[];
  /** The line that is drawn through it: the set's own, where its offsets are counted from; drawing units. */
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  /** How far lines lie from where the set has them at most, drawing units. */
  readonly off: number;
}

/** Directions that differ by less are one, radians. */
const SAME_WAY = 1e-5;
/** Lines begin and end beside each other to this, mm. */
const SAME_END_MM = 0.01;
/** A run is so many times as long as it is wide, or it is a rectangle of something else. */
const LEAST_LENGTH = 2;

/**
 * Runs of single lines that lie as a set of the standard does: as many, as far apart, beginning and ending beside each other, all
 * with the looks of their layer. Lines that go on beside a run at such distances are a pattern, and none of it is a run.
 * @param unitMm mm of a drawing unit
 * @param toleranceMm how far a line may lie from where its set has it
 */
export function looseRuns(context: AuditContext, unitMm: number, toleranceMm: number): LooseRun[] {
  const { drawing, facts, standard } = context;
  const sets = standard.parallels.map(inOrder).sort((a, b) => b.lines.length - a.lines.length);
  const lying = facts
    .rowsOfKind('line')
    .filter((row) => isPlaced(drawing, row) && !isGenerated(drawing, row) && isPlain(context, row))
    .flatMap((row) => lieOf(context, row) ?? []);
  const end = SAME_END_MM / unitMm;
  const { container } = drawing.objects;
  // By where they lie first: what they look like is asked of few.
  const beside = groupBy(
    lying,
    ({ row, from, to, u, v }) =>
      `${container[row]}|${Math.round(Math.atan2(v, u) / SAME_WAY)}|${Math.round(from / end)}|${Math.round(to / end)}`,
  );
  const runs: LooseRun[] = [];
  for (const ones of beside.values()) {
    if (ones.length < 2) continue;
    const alike = groupBy(ones, ({ row }) => `${looksOf(context, row)}\n${heightsOf(context, row)}`);
    for (const family of alike.values())
      if (family.length > 1) runs.push(...runsIn(family, sets, unitMm, toleranceMm));
  }
  return runs;
}

/** Whether a line looks as its layer does: one that does not would look otherwise in a set. */
function isPlain({ facts }: AuditContext, row: number): boolean {
  const { shows, colourFrom, linetypeFrom, widthFrom } = facts.look(row);
  return shows && [colourFrom, linetypeFrom, widthFrom].every((from) => from !== 'own');
}

function runsIn(
  family: readonly LineOnLine[],
  sets: readonly StandardParallelSet[],
  unitMm: number,
  toleranceMm: number,
): LooseRun[] {
  // From the left to the right, as the lines of a set are.
  const lines = [...family].sort((a, b) => b.off - a.off);
  const taken = new Set<number>();
  const runs: LooseRun[] = [];
  for (const set of sets) {
    const count = set.lines.length;
    for (let i = 0; i + count <= lines.length; i++) {
      const beside = lines.slice(i, i + count);
      if (beside.some(({ row }) => taken.has(row))) continue;
      const run = runOf(beside, set, unitMm, toleranceMm);
      if (!run || goesOn(lines, i, count)) continue;
      for (const { row } of beside) taken.add(row);
      runs.push(run);
    }
  }
  return runs;
}

/** Whether another line lies beside a run no farther from it than its own lines from each other. */
function goesOn(lines: readonly LineOnLine[], first: number, count: number): boolean {
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
  beside: readonly LineOnLine[],
  set: StandardParallelSet,
  unitMm: number,
  toleranceMm: number,
): LooseRun | null {
  const [{ from, to, u, v }] = beside;
  if (!((to - from) * unitMm > LEAST_LENGTH * widthOf(set))) return null;
  const wanted = set.lines.map(({ offsetMm }) => offsetMm);
  // As they are drawn, and from the other end: what is left there is right here.
  for (const flip of [1, -1] as const) {
    const ordered = flip === 1 ? beside : [...beside].reverse();
    const places = ordered.map((line) => flip * line.off * unitMm);
    // The set's own line lies where its offsets fit best.
    const zero = places.reduce((sum, place, i) => sum + place - wanted[i], 0) / places.length;
    const off = Math.max(...places.map((place, i) => Math.abs(place - zero - wanted[i])));
    if (off > toleranceMm) continue;
    const across = (flip * zero) / unitMm;
    const at = (along: number): readonly [number, number] => [along * u - across * v, along * v + across * u];
    const ends = [at(from), at(to)] as const;
    return {
      set,
      rows: ordered.map(({ row }) => row),
      from: ends[flip === 1 ? 0 : 1],
      to: ends[flip === 1 ? 1 : 0],
      off: off / unitMm,
    };
  }
  return null;
}
