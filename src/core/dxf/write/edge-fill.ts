import type { NewTag } from '../edit/edits';
import type { SpaceComposer } from './space-composer';
import { type Point, type Props, point } from './space-tags';

/** An edge of a boundary: a straight one, or an arc that runs counter-clockwise, degrees. */
export type Edge =
  | readonly [from: Point, to: Point]
  | {
      readonly centre: Point;
      readonly radius: number;
      readonly fromDeg: number;
      readonly toDeg: number;
    };

const edgeTags = (edge: Edge): NewTag[] =>
  'centre' in edge
    ? [
        { code: 72, value: 2 },
        ...flat(10, edge.centre),
        { code: 40, value: edge.radius },
        { code: 50, value: edge.fromDeg },
        { code: 51, value: edge.toDeg },
        { code: 73, value: 1 },
      ]
    : [{ code: 72, value: 1 }, ...flat(10, edge[0]), ...flat(11, edge[1])];

/** A point of the plane of a fill: its edges have no height. */
const flat = (code: number, at: Point): NewTag[] => point(code, at).slice(0, 2);

/** A solid fill whose boundary is one loop of edges, as programs write that pick an area by a point in it. */
export function putEdgeFill(space: SpaceComposer, props: Props, edges: readonly Edge[]): void {
  space.record('HATCH', props, 'AcDbHatch', [
    ...point(10, [0, 0]),
    { code: 210, value: '0.0' },
    { code: 220, value: '0.0' },
    { code: 230, value: '1.0' },
    { code: 2, value: 'SOLID' },
    { code: 70, value: 1 },
    { code: 71, value: 0 },
    { code: 91, value: 1 },
    { code: 92, value: 1 },
    { code: 93, value: edges.length },
    ...edges.flatMap(edgeTags),
    { code: 97, value: 0 },
    { code: 75, value: 0 },
    { code: 76, value: 1 },
    { code: 98, value: 0 },
  ]);
}
