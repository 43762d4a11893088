import type { Operation } from '../audit/operation';
import { layerNameOf } from '../dxf/drawing';
import { addObjects } from '../dxf/edit/edit-objects';
import {
  addParallelSet,
  followSet,
  nameParallelSet,
  removeParallelSet,
  setParallelSet,
} from '../dxf/edit/edit-parallels';
import { parallelRun, parallelSetNamed } from '../dxf/read/parallel-run';
import { newParallelSet } from '../records/parallel-set-record';
import { findLinetype, findParallelSet } from '../standard/standard';
import type { ApplyingHand } from './apply-lettering';

/** Operations on sets of parallel lines and what is drawn in them. */
export type ParallelOperation = Extract<
  Operation,
  { type: 'set parallel set' | 'become parallel set' | 'follow parallel set' | 'gather parallels' }
>;

/** Brings sets in line with the standard, and runs with their sets. */
export function applyParallels(hand: ApplyingHand, rule: string, operation: ParallelOperation): void {
  const { context, editor, objectChange, styleChange } = hand;
  const { drawing, standard } = context;
  const follow = (rows: readonly number[], offsets: readonly number[], moved?: readonly number[]): void => {
    for (const [i, row] of rows.entries()) {
      const before = parallelRun(drawing, row).corners[0]?.lines.length ?? 0;
      if (!followSet(editor, row, offsets)) continue;
      const lines = before === offsets.length ? 'as they were drawn' : `${before} lines`;
      const by = moved?.[i] ? `, by up to ${Number(moved[i].toPrecision(3))} units` : '';
      objectChange(rule, row, 'place', lines, `as its set has them${by}`);
    }
  };
  if (operation.type === 'follow parallel set') {
    for (const [i, row] of operation.rows.entries()) {
      const set = parallelRun(drawing, row).set;
      if (set)
        follow(
          [row],
          set.elements.map(({ offset }) => offset),
          [operation.movedUnits[i]],
        );
    }
    return;
  }
  if (operation.type === 'gather parallels') {
    gather(hand, rule, operation);
    return;
  }
  const wanted = findParallelSet(
    standard,
    operation.type === 'set parallel set' ? operation.like : operation.to,
  );
  if (!wanted || drawing.unitMm === null) return;
  const made = newParallelSet(wanted, drawing.unitMm, (linetype) =>
    editor.ensureLinetype(linetype, findLinetype(standard, linetype)),
  );
  const offsets = made.lines.map(({ offset }) => offset);
  if (operation.type === 'set parallel set') {
    const set = parallelSetNamed(drawing, operation.name);
    if (!set) return;
    setParallelSet(editor, set, made);
    styleChange(rule, 'parallel-line set', set.range, 'record', operation.before, operation.after);
    follow(operation.rows, offsets);
    return;
  }
  const from = parallelSetNamed(drawing, operation.from);
  const present = parallelSetNamed(drawing, operation.to);
  const beside = from ?? [...drawing.parallelSets.values()][0];
  const handle = present
    ? drawing.reader.findText(present.range, 5)
    : beside && addParallelSet(editor, beside, made);
  if (!handle) return;
  const name = present?.name ?? made.name;
  const own = present ? present.elements.map(({ offset }) => offset) : offsets;
  for (const row of operation.rows) {
    nameParallelSet(editor, row, name, handle);
    objectChange(rule, row, 'record', operation.from, name);
  }
  follow(operation.rows, own);
  const left = context.facts
    .rowsOfKind('parallel-line set')
    .some((row) => parallelRun(drawing, row).set === from && !operation.rows.includes(row));
  if (from && !left && removeParallelSet(editor, from, name))
    styleChange(
      rule,
      'parallel-line set',
      from.range,
      'record',
      from.name,
      `removed, its runs are in ${name}`,
    );
}

/** Puts runs in sets of the standard where loose lines lay. */
function gather(
  { context, editor, objectChange }: ApplyingHand,
  rule: string,
  { runs }: Extract<ParallelOperation, { type: 'gather parallels' }>,
): void {
  const { drawing, standard } = context;
  const handles = new Map<string, string>();
  for (const { set: name, rows, points, closed } of runs) {
    const wanted = findParallelSet(standard, name);
    if (!wanted || drawing.unitMm === null) continue;
    const made = newParallelSet(wanted, drawing.unitMm, (linetype) =>
      editor.ensureLinetype(linetype, findLinetype(standard, linetype)),
    );
    const present = parallelSetNamed(drawing, name);
    const [beside] = drawing.parallelSets.values();
    const handle =
      handles.get(made.name) ??
      (present ? drawing.reader.findText(present.range, 5) : beside && addParallelSet(editor, beside, made));
    if (!handle) continue;
    handles.set(made.name, handle);
    const set = { name: present?.name ?? made.name, offsets: made.lines.map(({ offset }) => offset), handle };
    const layer = layerNameOf(drawing, rows[0]);
    editor.removeObjects(rows);
    for (const row of rows)
      objectChange(rule, row, 'object', 'a loose line', `part of a run in “${set.name}”`);
    addObjects(editor, drawing.objects.container[rows[0]], (space) =>
      space.parallels({ layer }, set, points, { closed }),
    );
  }
}
