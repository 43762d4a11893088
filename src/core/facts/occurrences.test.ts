import { kindOf } from '../dxf/drawing';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { Facts } from './facts';
import { patternsOnPaper } from './on-paper';

function made(draw: (file: DrawingComposer) => void): Facts {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.linetype('Broken', '', [6, -2]);
  file.linetype('Dotted', '', [0, -2]);
  for (const [name, linetype] of [
    ['A', 'Broken'],
    ['B', 'Dotted'],
    ['Plain', 'Continuous'],
  ])
    file.layer({ name, colour: 1, linetype });
  draw(file);
  const read = readDrawing(file.bytes());
  if (!read.ok) throw new Error(read.problem.message);
  return new Facts(read.value, 0.25);
}

/** Patterns of the lines inside symbols: linetype, the scale that shows it, and the longest run, each in words. */
const insideOf = (facts: Facts): string[][] =>
  facts
    .rowsOfKind('line')
    .filter((row) => facts.drawing.containers[facts.drawing.objects.container[row]].kind === 'symbol')
    .map((row) =>
      patternsOnPaper(facts, row).map(
        ({ linetype, appearance, longestMm }) =>
          `${linetype} 1:${Number((1 / appearance.mmPerUnit).toPrecision(6))} ${Number(longestMm.toPrecision(6))}`,
      ),
    );

/** A sheet with a viewport on the origin at 1:100, and a second one on (50000, 0) at 1:20. */
function onSheet(file: DrawingComposer): void {
  const sheet = file.sheet('Plan', 420, 297);
  sheet.viewport({ layer: '0' }, [100, 100], 100, 80, [0, 0], 100);
  sheet.viewport({ layer: '0' }, [300, 100], 100, 80, [50_000, 0], 20);
}

describe('what is inside symbols', () => {
  it('is seen through each placement, at the scale of its viewport and in the looks of its layer', () => {
    const facts = made((file) => {
      file.symbol('S', (s) => s.line({ layer: '0' }, [0, 0], [100, 0]));
      file.model.place({ layer: 'A' }, 'S', [0, 0], { scale: 5 });
      file.model.place({ layer: 'A' }, 'S', [0, 500], { scale: 2, angleDeg: 90 });
      file.model.place({ layer: 'B' }, 'S', [50_000, 0]);
      file.model.place({ layer: 'Plain' }, 'S', [0, 900]);
      onSheet(file);
    });
    // Those that look alike in one viewport are one, with the shortest run: 100 × 2 at 1:100.
    expect(insideOf(facts)).toEqual([['Broken 1:100 2', 'Dotted 1:20 5']]);
  });

  it('is seen through symbols in symbols, whose scales multiply', () => {
    const facts = made((file) => {
      file.symbol('Inner', (s) => {
        s.line({ layer: '0' }, [0, 0], [100, 0]);
        s.line({ layer: 'B' }, [0, 10], [100, 10]);
        s.line({ layer: 'Plain', linetype: 'ByBlock' }, [0, 20], [100, 20]);
      });
      file.symbol('Outer', (s) => s.place({ layer: '0', linetype: 'Dotted' }, 'Inner', [0, 0], { scale: 3 }));
      file.model.place({ layer: 'A' }, 'Outer', [0, 0], { scale: 2 });
      onSheet(file);
    });
    expect(insideOf(facts)).toEqual([['Broken 1:100 6'], ['Dotted 1:100 6'], ['Dotted 1:100 6']]);
  });

  it('is seen on no sheet where its symbol is nowhere placed, lies out of every viewport, or in itself', () => {
    const facts = made((file) => {
      file.symbol('Unplaced', (s) => s.line({ layer: 'A' }, [0, 0], [100, 0]));
      file.symbol('Far', (s) => s.line({ layer: 'A' }, [0, 0], [100, 0]));
      file.symbol('Itself', (s) => {
        s.line({ layer: 'A' }, [0, 0], [100, 0]);
        s.place({ layer: 'A' }, 'Itself', [0, 0]);
      });
      file.model.place({ layer: 'A' }, 'Far', [-90_000, 0]);
      file.model.place({ layer: 'A' }, 'Itself', [0, 0]);
      onSheet(file);
    });
    expect(insideOf(facts)).toEqual([[], [], ['Broken 1:100 1']]);
  });

  it('goes with a placement on a frozen layer, and stays with one on a layer that is off but for what takes its layer', () => {
    const facts = made((file) => {
      file.layer({ name: 'Frozen', colour: 1, linetype: 'Broken', frozen: true });
      file.layer({ name: 'Off', colour: 1, linetype: 'Broken', off: true });
      for (const name of ['S', 'T'])
        file.symbol(name, (s) => {
          s.line({ layer: '0' }, [0, 0], [100, 0]);
          s.line({ layer: 'A' }, [0, 10], [100, 10]);
        });
      file.model.place({ layer: 'Frozen' }, 'S', [0, 0]);
      file.model.place({ layer: 'Off' }, 'T', [0, 0]);
      onSheet(file);
    });
    expect(insideOf(facts)).toEqual([[], [], [], ['Broken 1:100 1']]);
  });

  it('lies on a sheet where its symbol does', () => {
    const facts = made((file) => {
      file.symbol('S', (s) => s.line({ layer: 'A' }, [0, 0], [100, 0]));
      file.sheet('Plan', 420, 297).place({ layer: 'Plain' }, 'S', [10, 10], { scale: 0.5 });
    });
    expect(insideOf(facts)).toEqual([['Broken 1:1 50']]);
  });
});

it('placed objects occur where they appear, as they look', () => {
  const facts = made((file) => {
    file.model.line({ layer: 'A' }, [0, 0], [1000, 0]);
    onSheet(file);
  });
  const [row] = facts.rowsOfKind('line').filter((one) => kindOf(facts.drawing, one) === 'line');
  expect(facts.occurrences(row)).toEqual([
    { look: facts.look(row), appearance: facts.appearances(row)[0], scale: 1 },
  ]);
});
