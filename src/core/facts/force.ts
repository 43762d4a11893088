import type { Drawing } from '../dxf/drawing';
import { kindOf } from '../dxf/drawing';
import { LINE_KINDS } from '../dxf/object-kinds';
import { Facts } from './facts';

/**
 * Works out every fact of a drawing, as if rules had asked for all of them. For measuring what that costs at the most.
 * @returns how many there are
 */
export function forceFacts(drawing: Drawing, defaultWidthMm: number): number {
  const facts = new Facts(drawing, defaultWidthMm);
  let count = facts.layers.content.length + facts.rowsByHandle.size + facts.viewports.length;
  const containers = new Set<number>();
  for (let row = 0; row < drawing.objects.count; row++) {
    const kind = kindOf(drawing, row);
    containers.add(drawing.objects.container[row]);
    facts.look(row);
    facts.box(row);
    if (drawing.objects.linetype[row] >= 0) facts.linetype(row);
    if (kind === 'text' || kind === 'attribute') facts.text(row);
    else if (kind === 'dimension') facts.dimension(row);
    else if (kind === 'leader') facts.leader(row);
    else if (kind === 'fill') facts.fill(row);
    if (LINE_KINDS.has(kind) || kind === 'leader' || kind === 'dimension') facts.segments(row);
    facts.appearances(row);
    count++;
  }
  for (const container of containers) facts.index(container);
  return count;
}
