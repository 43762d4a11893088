import type { SpaceComposer } from './space-composer';
import { type Point, type Props, point } from './space-tags';

/** A bare leader from its tip on; its label is a text of its own at its end. */
export function putLeader(
  space: SpaceComposer,
  props: Props,
  points: readonly Point[],
  style = 'Standard',
): void {
  space.record('LEADER', props, 'AcDbLeader', [
    { code: 3, value: style },
    { code: 71, value: 1 },
    { code: 72, value: 0 },
    { code: 73, value: 3 },
    { code: 74, value: 0 },
    { code: 75, value: 0 },
    { code: 40, value: '2.5' },
    { code: 41, value: '10.0' },
    { code: 76, value: points.length },
    ...points.flatMap((one) => point(10, one)),
  ]);
}
