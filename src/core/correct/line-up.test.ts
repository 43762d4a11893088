import { makeContext } from '../audit/context';
import type { Drawing } from '../dxf/drawing';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer, type SpaceComposer } from '../dxf/write/composer';
import { factsOf } from '../facts/facts';
import { blankStandard } from '../standard/standard';
import { correctDrawing } from './correct';
import { EDGES, type Edge, LINING_UP, planLineUp } from './line-up';

const standard = blankStandard('Office');
const SCALE = 50;

type Draw = (space: SpaceComposer, at: number) => void;

/** What is drawn in the model, seen at 1:50, millions of units from the origin where that is asked. */
function bytesOf(
  draw: Draw,
  { version = 'AC1024', at = 0 }: { version?: 'AC1009' | 'AC1024'; at?: number } = {},
) {
  const file = new DrawingComposer({ version, units: 4 });
  draw(file.model, at);
  file.sheet('A', 420, 297).viewport({ layer: '0' }, [200, 150], 380, 260, [at + 3000, at + 3000], SCALE);
  return file.bytes();
}

const opened = (bytes: Uint8Array): Drawing => {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
};

const handles = (drawing: Drawing): string[] =>
  factsOf(drawing, 0.25)
    .rowsOfKind('text')
    .map((row) => drawing.reader.name(drawing.objects.handleTag[row]));

/** Three texts under each other, of one height, ragged. */
const ragged: Draw = (space, at) => {
  for (const [i, [x, words]] of (
    [
      [1000, 'Post'],
      [1040, 'Handrail'],
      [960, 'Base'],
    ] as const
  ).entries())
    space.text({ layer: '0' }, [at + x, at + 3000 - 400 * i], 125, words);
};

const linedUp = (bytes: Uint8Array, edge: Edge, mm = 0, of: (all: string[]) => string[] = (all) => all) =>
  correctDrawing(bytes, standard, { findings: [], lineUp: { texts: of(handles(opened(bytes))), edge, mm } });

function places(bytes: Uint8Array): { left: number; right: number; y: number }[] {
  const facts = factsOf(opened(bytes), 0.25);
  return facts.rowsOfKind('text').map((row) => {
    const { frame } = facts.text(row)!;
    return { left: facts.lettering(row)!.at[0], right: frame.maxX, y: facts.lettering(row)!.at[1] };
  });
}

describe.each(['AC1009', 'AC1024'] as const)('texts that a person picked, %s', (version) => {
  it.each([0, 3_000_000])('stand with their left edges on that of the first, at %d', (at) => {
    const bytes = bytesOf(ragged, { version, at });
    const result = linedUp(bytes, 'left edges');
    if (!result.ok) throw new Error(result.problem.message);
    expect(places(result.value.bytes).map(({ left }) => left - at)).toEqual([1000, 1000, 1000]);
    // Only what moved is listed, with how far it went on paper: 40 units at 1:50 are 0.8 mm.
    expect(result.value.changes.map(({ rule, property, moved }) => [rule, property, moved?.mm])).toEqual([
      [LINING_UP, 'place', 0.8],
      [LINING_UP, 'place', 0.8],
    ]);
    const again = linedUp(result.value.bytes, 'left edges');
    expect(again.ok && again.value.changes).toEqual([]);
  });

  it('stand where a person sets the line, the first with them', () => {
    const result = linedUp(bytesOf(ragged, { version }), 'left edges', 2);
    if (!result.ok) throw new Error(result.problem.message);
    expect(places(result.value.bytes).map(({ left }) => left)).toEqual([1100, 1100, 1100]);
  });

  it('are lined up by the middles and by the right edges of their lines', () => {
    const right = linedUp(bytesOf(ragged, { version }), 'right edges');
    const middle = linedUp(bytesOf(ragged, { version }), 'middles');
    if (!right.ok || !middle.ok) throw new Error('refused');
    const rights = places(right.value.bytes).map((one) => one.right);
    const middles = places(middle.value.bytes).map((one) => one.left + one.right);
    for (const [i] of rights.entries()) {
      expect(rights[i]).toBeCloseTo(rights[0], 6);
      expect(middles[i]).toBeCloseTo(middles[0], 6);
    }
  });
});

it('stand on one base line, whatever point of theirs they are set by', () => {
  const bytes = bytesOf((space) => {
    space.text({ layer: '0' }, [1000, 1000], 125, 'Level');
    space.text({ layer: '0' }, [2000, 1090], 125, 'Middle', { across: 'centre', up: 'middle' });
  });
  const result = linedUp(bytes, 'base lines');
  if (!result.ok) throw new Error(result.problem.message);
  const facts = factsOf(result.value.drawing, 0.25);
  const [level, middle] = facts.rowsOfKind('text').map((row) => facts.text(row)!.frame.minY);
  expect(middle).toBeCloseTo(level, 6);
});

it('that are turned are moved along their own direction', () => {
  const bytes = bytesOf((space) => {
    for (const [x, y] of [
      [1000, 1000],
      [700, 1020],
    ] as const)
      space.text({ layer: '0' }, [x, y], 125, 'Wall', { angleDeg: 90 });
  });
  const result = linedUp(bytes, 'left edges');
  if (!result.ok) throw new Error(result.problem.message);
  const facts = factsOf(result.value.drawing, 0.25);
  expect(
    facts.rowsOfKind('text').map((row) => facts.lettering(row)!.at.map((one) => Number(one.toFixed(6)))),
  ).toEqual([
    [1000, 1000],
    [700, 1000],
  ]);
});

it('shows the line and where each would stand, before anything is done', () => {
  const drawing = opened(bytesOf(ragged));
  const plan = planLineUp(makeContext(drawing, standard), { texts: handles(drawing), edge: 'left edges' });
  if (!plan.ok) throw new Error(plan.problem.message);
  const { sets, texts } = plan.value;
  expect(texts.map(({ says, mm }) => [says, mm])).toEqual([
    ['Post', 0],
    ['Handrail', 0.8],
    ['Base', 0.8],
  ]);
  expect([sets.space, sets.way]).toEqual(['model', [SCALE, 0]]);
  const [line, ...rooms] = sets.lines;
  expect([line.drags, line.points[0], line.points[2]]).toEqual([true, 1000, 1000]);
  expect(rooms.map(({ points }) => points[0])).toEqual([1000, 1000, 1000]);
});

describe('what cannot be lined up is refused, and nothing changes', () => {
  it.each<[string, Draw, (all: string[]) => string[], string]>([
    ['one text twice', ragged, ([one]) => [one, one], 'one-text'],
    ['what is not there', ragged, ([one]) => [one, 'FFFF'], 'no-text'],
    [
      'different directions',
      (space) => {
        space.text({ layer: '0' }, [1000, 1000], 125, 'Level');
        space.text({ layer: '0' }, [1000, 2000], 125, 'Slanted', { angleDeg: 30 });
      },
      (all) => all,
      'two-directions',
    ],
    [
      'what no sheet shows',
      (space) => {
        for (const x of [900_000, 900_400]) space.text({ layer: '0' }, [x, 900_000], 125, 'Far');
      },
      (all) => all,
      'not-shown',
    ],
  ])('%s', (_, draw, of, code) => {
    const result = linedUp(bytesOf(draw), 'left edges', 0, of);
    expect(!result.ok && result.problem.code).toBe(code);
  });

  it('a line', () => {
    const bytes = bytesOf((space) => {
      space.line({ layer: '0' }, [0, 0], [100, 0]);
      space.text({ layer: '0' }, [1000, 1000], 125, 'Text');
    });
    const drawing = opened(bytes);
    const all = [0, 1].map((row) => drawing.reader.name(drawing.objects.handleTag[row]));
    for (const edge of EDGES) {
      const plan = planLineUp(makeContext(drawing, standard), { texts: all, edge });
      expect(!plan.ok && plan.problem.code).toBe('no-text');
    }
  });
});
