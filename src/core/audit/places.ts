import { formatContainer } from '../dxf/drawing';
import type { Facts } from '../facts/facts';
import { isPlaced } from './context';
import type { Place } from './finding';

/** Places that a finding carries: enough to walk along; the objects are all named. */
const MOST_PLACES = 4;

/** Where the first objects of a finding lie; those in the model or on a sheet before those inside symbols. */
export function placesOf(facts: Facts, rows: readonly number[]): Place[] {
  const { drawing } = facts;
  const chosen: number[] = [];
  for (const row of rows) {
    if (chosen.length === MOST_PLACES) break;
    if (isPlaced(drawing, row)) chosen.push(row);
  }
  if (chosen.length === 0) for (const row of rows.slice(0, MOST_PLACES)) chosen.push(row);
  return chosen.flatMap((row): Place[] => {
    const at = facts.anchor(row);
    if (!at) return [];
    const container = drawing.containers[drawing.objects.container[row]];
    const box = facts.box(row);
    return [
      {
        space: formatContainer(container),
        sheet: container.kind === 'sheet' ? container.name : null,
        x: at[0],
        y: at[1],
        box: box && [box.minX, box.minY, box.maxX, box.maxY],
      },
    ];
  });
}
