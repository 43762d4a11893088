import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { countUses } from './uses';

describe('uses of definitions', () => {
  it('are counted by kind, own linetypes and those of layers alike', () => {
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    file.linetype('Broken', '', [6, -2]);
    file.layer({ name: 'Wall', colour: 1, linetype: 'Broken' });
    file.layer({ name: 'Unused', colour: 1 });
    file.symbol('Door', (space) => space.line({ layer: 'Wall' }, [0, 0], [1, 0]));
    const { model } = file;
    model.line({ layer: 'WALL' }, [0, 0], [1, 0]);
    model.line({ layer: 'Wall', linetype: 'Continuous' }, [0, 0], [1, 0]);
    model.text({ layer: 'Wall' }, [0, 0], 2.5, 'a', { style: 'Standard' });
    model.dimension({ layer: 'Wall' }, [0, 0], [10, 0], 5, 1);
    model.fill(
      { layer: 'Wall' },
      [
        [0, 0],
        [1, 0],
        [1, 1],
      ],
      45,
      3,
    );
    const drawing = readDrawing(file.bytes());
    if (!drawing.ok) throw new Error(drawing.problem.message);
    const uses = Object.fromEntries(
      countUses(drawing.value).map(({ kind, name, objects }) => [`${kind} ${name}`, objects]),
    );
    expect(uses).toMatchObject({
      'layer wall': 6,
      'linetype broken': 5,
      'text style standard': 2,
      'dimension style standard': 1,
      'fill lines': 1,
    });
    expect(Object.keys(uses)).not.toContain('layer unused');
  });
});
