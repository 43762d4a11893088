import type { Change, Movement } from '../audit/rule';
import type { Weight } from '../standard/rule-settings';
import type { CorrectionResult, Unsettled } from './correct';

/** Changes of one kind that a correction makes. */
export interface PlannedStep {
  readonly rule: string;
  /** "colour of lines", "name of a layer". */
  readonly what: string;
  readonly before: string;
  readonly after: string;
  readonly objects: number;
  /** Spaces, symbols or tables that they are in. */
  readonly where: readonly string[];
  /** How far the farthest of them is moved, mm on paper. */
  readonly largestMovementMm: number;
}

/** What changes touch, to be marked on a picture: objects by handle, layers by name. */
export interface Touched {
  readonly handles: readonly string[];
  readonly layers: readonly string[];
}

/** Something that is moved, to be shown as an arrow on the sheet. */
export interface PlannedMovement extends Movement {
  /** "model", "sheet Plan". */
  readonly space: string;
  readonly handle: string;
}

export interface Plan {
  readonly steps: readonly PlannedStep[];
  readonly changes: number;
  readonly passes: number;
  readonly unsettled: readonly Unsettled[];
}

/** A plan as a page shows it: the first of its steps, and what it would lead to. */
export interface PlannedCorrection extends Plan {
  readonly stepCount: number;
  /** Findings by weight, as they are and as they would be. */
  readonly before: Record<Weight, number>;
  readonly after: Record<Weight, number>;
  readonly touched: Touched;
  /** What moves, the largest movement on paper first. */
  readonly movements: readonly PlannedMovement[];
  /** SHA-256 of the file that it would lead to. */
  readonly sha: string;
}

const MOST_PLACES = 20;
/** Objects that are marked on a picture; where more are touched, marks would say nothing. */
const MOST_MARKED = 20_000;

/**
 * What a correction would do, from having done it on a copy: nothing that cannot happen is planned, and what comes to
 * light only on the way is in it.
 */
export function planOf({ changes, passes, unsettled }: CorrectionResult): Plan {
  const steps = new Map<string, { first: Change; objects: number; where: Set<string>; movedMm: number }>();
  for (const change of changes) {
    // Each is moved as far as it has to be: together they are one step.
    const after = change.moved === undefined ? change.after : 'moved';
    const key = [change.rule, change.property, change.kind, change.before, after].join('\n');
    const step = steps.get(key) ?? { first: change, objects: 0, where: new Set<string>(), movedMm: 0 };
    step.objects++;
    step.movedMm = Math.max(step.movedMm, change.moved?.mm ?? 0);
    step.where.add(change.where);
    steps.set(key, step);
  }
  const listed = [...steps.values()]
    // What moves farthest is what a person wants to see first.
    .sort((a, b) => b.movedMm - a.movedMm);
  return {
    steps: listed.map(({ first, objects, where, movedMm }) => ({
      rule: first.rule,
      what: `${first.property} of ${first.kind}`,
      before: first.before,
      after: first.moved === undefined ? first.after : `moved by ${movedMm} mm on paper at most`,
      objects,
      where: [...where].slice(0, MOST_PLACES),
      largestMovementMm: movedMm,
    })),
    changes: changes.length,
    passes,
    unsettled,
  };
}

/** Arrows that can be told apart on a sheet; of more the largest movements are shown. */
const MOST_MOVEMENTS = 400;

/** What changes move, the largest movement on paper first. */
export const movementsIn = (changes: readonly Change[]): PlannedMovement[] =>
  changes
    .flatMap(({ moved, where, handle }) =>
      moved && moved.mm > 0 ? [{ ...moved, space: where, handle }] : [],
    )
    .sort((a, b) => b.mm - a.mm)
    .slice(0, MOST_MOVEMENTS);

/** What changes touch: a record of a layer is seen by all that lies on it, under its old name or its new one. */
export function touchedBy(changes: Iterable<Change>): Touched {
  const handles = new Set<string>();
  const layers = new Set<string>();
  for (const { kind, handle, where, property, before, after } of changes) {
    if (kind === 'layer') {
      if (where !== 'layers') layers.add(where);
      if (property === 'name') layers.add(before).add(after);
    } else if (handle !== '' && handles.size < MOST_MARKED) handles.add(handle);
  }
  return { handles: [...handles], layers: [...layers] };
}
