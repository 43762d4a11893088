import type { DrawingComposer } from '../../../dxf/write/composer';

/** A run of parallel lines in a set with lines at these offsets, drawing units, drawn at these or at others; or the set alone. */
export function placed(
  file: DrawingComposer,
  name: string,
  offsets: readonly number[],
  drawn: boolean | readonly number[] = true,
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
  if (drawn === false) return;
  const own = drawn === true ? offsets : drawn;
  file.model.parallels({ layer: 'ROAD' }, { name, offsets: own }, [
    [0, 0],
    [5000, 0],
  ]);
}
