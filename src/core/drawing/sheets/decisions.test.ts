import { readDrawing } from '../../dxf/read/interpret';
import { DrawingComposer } from '../../dxf/write/composer';
import { decideSheets, mapDecisions, type SheetDecision, withDecision } from './decisions';
import { modelSheetsOf } from './model-sheets';

/** A model with one A3 at 1:100 that is a sheet, and words where another could be. */
function drawingWith(decisions: readonly SheetDecision[]) {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  const box = (x: number, w: number, h: number): string =>
    file.model.polyline(
      { layer: '0' },
      [
        [x, 0],
        [x + w, 0],
        [x + w, h],
        [x, h],
      ],
      true,
    );
  box(0, 42000, 29700);
  box(1000, 40000, 27700);
  for (const [i, words] of ['Scale 1:100', 'Drawing no. P-01', 'Date', 'Drawn'].entries())
    file.model.text({ layer: '0' }, [30000, 2000 + 800 * i], 300, words);
  file.model.text({ layer: '0' }, [62000, 5000], 300, 'Drawing no. P-02');
  for (let i = 0; i < 5; i++) file.model.line({ layer: '0' }, [2000 + i * 500, 9000], [9000, 15000]);
  const drawing = readDrawing(file.bytes());
  if (!drawing.ok) throw new Error(drawing.problem.message);
  decideSheets(drawing.value, decisions);
  return modelSheetsOf(drawing.value).map(({ name, sizeName, reduction, sure }) => [
    name,
    sizeName,
    reduction,
    sure,
  ]);
}

const FRAME = [0, 0, 42000, 29700] as const;
const FREE = [60000, 0, 102000, 29700] as const;

describe('sheets in the model as people decide on them', () => {
  it('keeps those that were found where nobody said anything', () => {
    expect(drawingWith([])).toMatchObject([['P-01', 'A3', 100, expect.any(Number)]]);
  });

  it('gives a sheet the scale that a person gives, and drops what is none', () => {
    expect(drawingWith([{ action: 'scale', box: FRAME, reduction: 50 }])).toEqual([['P-01', 'A1', 50, 1]]);
    expect(drawingWith([{ action: 'scale', box: FRAME, reduction: 60 }])).toEqual([
      ['P-01', '700 × 495 mm', 60, 1],
    ]);
    expect(drawingWith([{ action: 'drop', box: FRAME }])).toEqual([]);
  });

  it('adds a sheet with what is written on it, once', () => {
    const add = { action: 'add', box: FREE, reduction: 100 } as const;
    expect(drawingWith([add])).toMatchObject([
      ['P-01', 'A3', 100, expect.any(Number)],
      ['P-02', 'A3', 100, 1],
    ]);
    expect(drawingWith([{ ...add, box: FRAME }])).toHaveLength(1);
  });

  it('a sheet dropped does not hide one that lies in it', () => {
    expect(drawingWith([{ action: 'drop', box: [1000, 0, 41000, 27700] }])).toHaveLength(1);
  });
});

describe('decisions one after the other', () => {
  const box = FRAME;
  it('the last on a frame counts; what was added and dropped again is forgotten', () => {
    const scaled = withDecision([], { action: 'scale', box, reduction: 50 });
    expect(withDecision(scaled, { action: 'scale', box, reduction: 20 })).toEqual([
      { action: 'scale', box, reduction: 20 },
    ]);
    const added = withDecision(scaled, { action: 'add', box: FREE, reduction: 10 });
    expect(withDecision(added, { action: 'scale', box: FREE, reduction: 5 })).toContainEqual({
      action: 'add',
      box: FREE,
      reduction: 5,
    });
    expect(withDecision(added, { action: 'drop', box: FREE })).toEqual(scaled);
  });

  it('goes with its drawing where that is scaled, turned and moved', () => {
    const quarter = { factor: 2, turnRad: Math.PI / 2, to: [1000, 0, 0] } as const;
    const [moved] = mapDecisions([{ action: 'scale', box, reduction: 50 }], quarter, 1);
    expect(moved).toEqual({ action: 'scale', box: [1000 - 59400, 0, 1000, 84000], reduction: 100 });
    // From mm to m nothing of the paper changes.
    const metres = { factor: 0.001, turnRad: 0, to: [0, 0, 0] } as const;
    expect(mapDecisions([{ action: 'add', box, reduction: 50 }], metres, 1000)).toEqual([
      { action: 'add', box: [0, 0, 42, 29.7], reduction: 50 },
    ]);
    expect(mapDecisions([{ action: 'drop', box }], { ...quarter, turnRad: 0.3 }, 1)).toEqual([]);
  });
});
