import type { Change } from '../audit/rule';
import { type Drawing, handleOf, kindOf } from '../dxf/drawing';
import type { Scaled, ScaleRequest } from './scale-drawing';

/** Objects that are listed one by one; of more, the first, and a line that says how many. */
const MOST_LISTED = 20_000;

const plain = (value: number): string => String(Number(value.toPrecision(9)));

/** What scaling did, in words: "× 600, turned by 90°, moved by 10, −4". */
export function formatScaling({ map: { factor, turnRad, to } }: ScaleRequest): string {
  const parts = [
    ...(factor === 1 ? [] : [`× ${plain(factor)}`]),
    ...(turnRad === 0 ? [] : [`turned by ${plain((turnRad * 180) / Math.PI)}°`]),
    ...(to.every((way) => way === 0) ? [] : [`origin moved to ${plain(to[0])}, ${plain(to[1])}`]),
  ];
  return parts.length === 0 ? 'as it was' : parts.join(', ');
}

/** Every object that was scaled, as changes; the unit where it was named anew. */
export function changesOfScaling(
  before: Drawing,
  request: ScaleRequest,
  { drawing, notes }: Scaled,
): Change[] {
  const rule = 'units/scaling';
  const changes: Change[] = [];
  if (before.units !== drawing.units)
    changes.push({
      rule,
      handle: '',
      kind: 'file',
      property: 'unit',
      where: 'header',
      before: before.units,
      after: drawing.units,
    });
  const words = formatScaling(request);
  const { rows } = before.containers[0];
  if (words !== 'as it was')
    for (const row of rows.slice(0, MOST_LISTED))
      changes.push({
        rule,
        handle: handleOf(before, row),
        kind: kindOf(before, row),
        property: 'size and place',
        where: 'model',
        before: 'as received',
        after: words,
      });
  if (rows.length > MOST_LISTED)
    changes.push({
      rule,
      handle: '',
      kind: 'object',
      property: 'size and place',
      where: 'model',
      before: `${rows.length - MOST_LISTED} more`,
      after: words,
    });
  for (const note of notes)
    changes.push({
      rule,
      handle: '',
      kind: 'file',
      property: 'size and place',
      where: 'whole drawing',
      before: '',
      after: note,
    });
  return changes;
}
