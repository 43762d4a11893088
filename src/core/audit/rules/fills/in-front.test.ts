import { correctDrawing } from '../../../correct/correct';
import type { SpaceComposer } from '../../../dxf/write/space-composer';
import { fillSchema } from '../../../standard/fills';
import { bytesOf, type Case, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fillsInFront } from './in-front';

const standard = office([officeLayer('WALL')]);
const on = { layer: 'WALL' };
const SQUARE = [
  [0, 0],
  [100, 0],
  [100, 60],
  [0, 60],
] as const;
const solid = (model: SpaceComposer): void =>
  model.patternFill(on, [SQUARE], { name: 'SOLID', angleDeg: 0, scale: 1, families: [] });
const gradient = (model: SpaceComposer): void =>
  model.patternFill(on, [SQUARE], {
    name: 'SOLID',
    angleDeg: 0,
    scale: 1,
    families: [],
    gradient: { from: 0x0000ff, to: 0xffffff, angleDeg: 0 },
  });
const drawn =
  (...parts: ((model: SpaceComposer) => void)[]): Case['draw'] =>
  (file) => {
    file.layer(GOOD);
    for (const part of parts) part(file.model);
  };
const inside = (model: SpaceComposer): void => model.line(on, [10, 30], [90, 30]);
const outside = (model: SpaceComposer): void => model.line(on, [120, 30], [190, 30]);
const around = (model: SpaceComposer): void => model.rectangle(on, [0, 0], 100, 60);

testRule(fillsInFront, {
  accept: [
    { name: 'a fill behind its lines', standard, draw: drawn(outside, solid, inside, around) },
    {
      name: 'a fill that the standard wants in front',
      standard: { ...standard, fills: [fillSchema.parse({ name: 'SOLID', kind: 'solid', behind: false })] },
      draw: drawn(inside, solid),
    },
  ],
  reject: [
    {
      name: 'a fill over a line in it, and over half the width of the line around it',
      standard,
      draw: drawn(outside, inside, around, solid),
      messages: ['1 fill on layer “WALL” hides 2 lines, drawn over them.'],
      expected: 'behind the lines',
      leaves: 0,
    },
    {
      name: 'a gradient over a line',
      standard,
      draw: drawn(outside, inside, gradient),
      messages: ['1 fill on layer “WALL” hides 1 line, drawn over it.'],
      leaves: 0,
    },
  ],
});

it('writes the fills first, in their order, byte for byte as they were', () => {
  const second = (model: SpaceComposer): void =>
    model.patternFill(on, [SQUARE.map(([x, y]) => [x + 5, y] as const)], {
      name: 'SOLID',
      angleDeg: 0,
      scale: 1,
      families: [],
    });
  const bytes = bytesOf({ draw: drawn(inside, solid, outside, second) });
  const [found] = findingsOf(bytes, standard, fillsInFront);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const handles = (from: Uint8Array): string[] =>
    [...new TextDecoder().decode(from).matchAll(/\n\s*0\r?\n(LINE|HATCH)\r?\n\s*5\r?\n(\w+)/g)].map(
      ([, kind, handle]) => `${kind} ${handle}`,
    );
  const [line, fill, other, next] = handles(bytes);
  expect(handles(result.value.bytes)).toEqual([fill, next, line, other]);
  expect([...result.value.bytes].sort()).toEqual([...bytes].sort());
});

it('moves a fill that is corrected in other ways as well, and loses none of them', () => {
  const bytes = bytesOf({
    draw: drawn(inside, (model) =>
      model.patternFill({ ...on, colour: 1 }, [SQUARE], {
        name: 'SOLID',
        angleDeg: 0,
        scale: 1,
        families: [],
      }),
    ),
  });
  const all = findingsOf(bytes, standard).filter(({ correction }) => correction === 'automatic');
  const result = correctDrawing(bytes, standard, { findings: all.map(({ key }) => key) });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  expect(findingsOf(result.value.bytes, standard).map(({ rule }) => rule)).toEqual([]);
});
