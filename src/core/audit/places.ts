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
        sheet: sheetOf(facts, row),
        x: at[0],
        y: at[1],
        box: box && [box.minX, box.minY, box.maxX, box.maxY],
      },
    ];
  });
}

/** The sheet that an object lies on, or the first that shows it; symbols lie wherever they are placed. */
function sheetOf(facts: Facts, row: number): string | null {
  const { kind, name } = facts.drawing.containers[facts.drawing.objects.container[row]];
  if (kind === 'sheet') return name;
  return kind === 'model' ? (facts.appearances(row)[0]?.sheet ?? null) : null;
}
