import type { SpaceComposer } from './space-composer';
import { ownSettings, type Point, type Props, point } from './space-tags';

export interface LeaderOptions {
  /** Settings of its style that it has otherwise, by their codes. */
  readonly own?: ReadonlyMap<number, number>;
  /** Whether its tip has the arrow of its style. */
  readonly arrow?: boolean;
}

/** A bare leader from its tip on; its label is a text of its own at its end. */
export function putLeader(
  space: SpaceComposer,
  props: Props,
  points: readonly Point[],
  style = 'Standard',
  { own = new Map(), arrow = true }: LeaderOptions = {},
): void {
  space.record('LEADER', props, 'AcDbLeader', [
    { code: 3, value: style },
    { code: 71, value: arrow ? 1 : 0 },
    { code: 72, value: 0 },
    { code: 73, value: 3 },
    { code: 74, value: 0 },
    { code: 75, value: 0 },
    { code: 40, value: '2.5' },
    { code: 41, value: '10.0' },
    { code: 76, value: points.length },
    ...points.flatMap((one) => point(10, one)),
    ...(own.size > 0 ? ownSettings(own) : []),
  ]);
}
