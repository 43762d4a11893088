import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { identityOf } from './identity';

/** Identities of the lines of an old file without handles. */
function identities(draw: (file: DrawingComposer) => void): string[] {
  const file = new DrawingComposer({ version: 'AC1009', units: 4 });
  draw(file);
  const text = new TextDecoder().decode(file.bytes()).replace(/ {2}5\n[0-9A-F]+\n/g, '');
  const read = readDrawing(new TextEncoder().encode(text));
  if (!read.ok) throw new Error(read.problem.message);
  const drawing = read.value;
  return drawing.containers[0].rows.map((row) => identityOf(drawing, row));
}

describe('what an object is known by', () => {
  it('is its geometry where there is no handle, wherever it stands in the file', () => {
    const [line] = identities(({ model }) => model.line({ layer: 'A' }, [1, 2], [3, 4]));
    const [, second] = identities(({ model }) => {
      model.circle({ layer: 'A' }, [0, 0], 9);
      model.line({ layer: 'A' }, [1, 2], [3, 4]);
    });
    expect(line).toMatch(/^g[0-9a-f]{16}$/);
    expect(second).toBe(line);
  });

  it('is another for another place, layer or kind', () => {
    const all = identities(({ model }) => {
      model.line({ layer: 'A' }, [1, 2], [3, 4]);
      model.line({ layer: 'B' }, [1, 2], [3, 4]);
      model.line({ layer: 'A' }, [1, 2], [3, 4.0001]);
      model.circle({ layer: 'A' }, [1, 2], 3);
    });
    expect(new Set(all).size).toBe(4);
  });

  it('is the handle where there is one', () => {
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    file.model.line({ layer: '0' }, [0, 0], [1, 1]);
    const read = readDrawing(file.bytes());
    if (!read.ok) throw new Error(read.problem.message);
    expect(identityOf(read.value, read.value.containers[0].rows[0])).toMatch(/^[0-9A-F]+$/);
  });
});
