import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { polylineHandles, withGroups } from '../../examples/grouped';
import { bytesOf, findingsOf, GOOD, office, officeLayer } from '../testing';
import { geometryGroups } from './groups';

const standard = office([officeLayer('WALL')]);
const WALL = { layer: 'WALL' };

/** Four polylines, the last of them in a symbol, in groups of these by number. */
function grouped(groups: Readonly<Record<string, readonly number[]>>): Uint8Array {
  const draw = (file: DrawingComposer): void => {
    file.layer(GOOD);
    const square = (x: number): [number, number][] => [
      [x, 0],
      [x + 5, 0],
      [x + 5, 5],
    ];
    for (let i = 0; i < 3; i++) file.model.polyline(WALL, square(10 * i));
    file.symbol('S', (s) => void s.polyline(WALL, square(100)));
    file.model.place(WALL, 'S', [0, 0]);
  };
  const text = new TextDecoder().decode(bytesOf({ draw }));
  const [inside, ...placed] = polylineHandles(text);
  const all = [...placed, inside];
  return new TextEncoder().encode(
    withGroups(
      text,
      Object.fromEntries(Object.entries(groups).map(([name, of]) => [name, of.map((i) => all[i])])),
    ),
  );
}
const found = (groups: Readonly<Record<string, readonly number[]>>) =>
  findingsOf(grouped(groups), standard, geometryGroups).map(({ message }) => message);

describe('groups', () => {
  it('beside each other, or sharing an object, are let pass', () => {
    expect(found({ A: [0, 1], B: [2] })).toEqual([]);
    expect(found({ A: [0, 1], B: [1, 2] })).toEqual([]);
    expect(found({})).toEqual([]);
  });

  it('within another one are found, the later of two that are the same too', () => {
    expect(found({ A: [0, 1, 2], B: [1, 2] })).toEqual(['1 group lies within another group: B.']);
    expect(found({ B: [1], A: [0, 1, 2], C: [2, 1, 0] })).toEqual([
      '2 groups lie within another group: B, C.',
    ]);
  });

  it('inside a symbol are found', () => {
    expect(found({ A: [0, 1], H: [3] })).toEqual(['1 group is hidden inside symbols: H.']);
  });

  it('are dissolved once somebody has said so; their objects stay', () => {
    const bytes = grouped({ A: [0, 1, 2], B: [1, 2], H: [3] });
    const decisions = findingsOf(bytes, standard, geometryGroups).map(({ key }) => ({
      finding: key,
      option: 'dissolve',
    }));
    const result = correctDrawing(bytes, standard, { findings: [], decisions });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(result.value.drawing.groups.map(({ name, members }) => [name, members.length])).toEqual([
      ['A', 3],
    ]);
    expect(result.value.drawing.objects.count).toBe(5);
    expect(
      result.value.changes.filter(({ kind }) => kind === 'group').map(({ before, after }) => [before, after]),
    ).toEqual([
      ['B', 'dissolved, 2 objects stay'],
      ['H', 'dissolved, 1 object stays'],
    ]);
  });
});
