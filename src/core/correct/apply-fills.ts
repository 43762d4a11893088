import type { Operation } from '../audit/operation';
import { rgbOf } from '../dxf/colour';
import { rangeOf } from '../dxf/drawing';
import { addIslands, setFillPattern, spreadFillPattern } from '../dxf/edit/edit-fill';
import { sendBehind } from '../dxf/edit/edit-order';
import { tieFill } from '../dxf/edit/tie-fill';
import { familiesOf, gradientOf } from '../standard/fills';
import { findFill } from '../standard/standard';
import type { ApplyingHand } from './apply-lettering';

/** Operations on fills. */
export type FillOperation = Extract<
  Operation,
  { type: 'set fills' | 'spread fills' | 'cut fills' | 'tie fills' | 'send behind' }
>;

/** Gives fills another pattern, or cuts islands out of them. */
export function applyFills(hand: ApplyingHand, rule: string, operation: FillOperation): void {
  const { context, editor, objectChange } = hand;
  const { drawing, standard, facts } = context;
  if (operation.type === 'send behind') {
    sendBehind(editor, operation.rows);
    for (const row of operation.rows) objectChange(rule, row, 'draw order', 'in front', 'behind');
    return;
  }
  if (operation.type === 'tie fills') {
    for (const [i, row] of operation.rows.entries()) {
      if (!tieFill(editor, row, operation.sources[i])) continue;
      objectChange(rule, row, 'boundary', 'not tied', 'tied to the lines around');
      for (const source of new Set(operation.sources[i].flat()))
        objectChange(rule, source, 'reference', 'no fill', 'a fill is tied to it');
    }
    return;
  }
  if (operation.type === 'cut fills') {
    for (const [i, row] of operation.rows.entries()) {
      const loops = operation.loops[i];
      addIslands(editor, row, loops);
      const islands = loops.length === 1 ? '1 island' : `${loops.length} islands`;
      objectChange(rule, row, 'boundary', 'over text', `${islands} cut out for text`);
    }
    return;
  }
  if (operation.type === 'spread fills') {
    for (const [i, row] of operation.rows.entries()) {
      const apart = Math.min(...(facts.fill(row)?.families.map(({ spacing }) => spacing) ?? []));
      const says = (distance: number): string => `lines ${Number(distance.toPrecision(6))} units apart`;
      spreadFillPattern(editor, row, operation.factors[i]);
      objectChange(rule, row, 'pattern', says(apart), says(apart * operation.factors[i]));
    }
    return;
  }
  const fill = findFill(standard, operation.fill);
  if (!fill) return;
  for (const [i, row] of operation.rows.entries()) {
    const before = facts.fill(row)?.pattern ?? '';
    const scale = operation.unitsPerMm[i];
    const turn = fill.angle === 'host' ? drawing.reader.findNumber(rangeOf(drawing, row), 52, 0) : 0;
    setFillPattern(editor, row, {
      name: fill.kind === 'lines' ? fill.name : 'SOLID',
      angleDeg: turn,
      scale,
      families: fill.kind === 'lines' ? familiesOf(fill, scale, turn) : [],
      ...(fill.kind === 'gradient' ? { gradient: gradientOf(fill, rgbOf(facts.look(row).colour)) } : {}),
    });
    objectChange(rule, row, 'pattern', before, fill.name);
  }
}
