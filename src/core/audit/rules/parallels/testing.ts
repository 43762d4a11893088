import type { DrawingComposer } from '../../../dxf/write/composer';

/** A run of parallel lines in a set with lines at these offsets, drawing units; the set alone where nothing is drawn in it. */
export function placed(
  file: DrawingComposer,
  name: string,
  offsets: readonly number[],
  drawn = true,
  colour = 256,
): void {
  file.parallelSet({
    name,
    description: '',
    lines: offsets.map((offset) => ({ offset, colour, linetype: 'BYLAYER' })),
    startCap: 'open',
    endCap: 'open',
    fillColour: null,
  });
  if (drawn) file.model.parallels({ layer: 'ROAD' }, { name, offsets }, [0, 0], [5000, 0]);
}
