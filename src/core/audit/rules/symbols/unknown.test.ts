import { correctDrawing } from '../../../correct/correct';
import { allProposals } from '../../../correct/proposals';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { placedSymbols } from '../../../facts/placed-symbols';
import { learnStandard } from '../../../learn/learn';
import { symbolOf } from '../../../standard/symbols';
import { adopted } from '../../../standard/take-over';
import { LIKELY } from '../../likeness/likely';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { symbolsUnknown } from './unknown';

const standard = office([officeLayer('WALL'), officeLayer('DOOR')], {
  symbols: [
    symbolOf({ name: 'OF-Door-900', use: 'Door, 900 mm leaf', layer: 'DOOR' }),
    symbolOf({ name: 'OF-Door-800', use: 'Door, 800 mm leaf', layer: 'DOOR' }),
    symbolOf({ name: 'OF-Tree', use: 'Tree, proposed', division: 'Planting' }),
    symbolOf({ name: 'OF-Hydrant', use: 'Hydrant of the fire main' }),
  ],
});

/** A ring of a size under a name, placed as often as is said. */
const placed =
  (name: string, times = 2, size = 5) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    file.symbol(name, (space) => space.circle({ layer: '0' }, [0, 0], size));
    for (let i = 0; i < times; i++)
      file.model.place({ layer: 'WALL' }, name, [20 * i, 0], { angleDeg: 30 * i, scale: 1 + i });
  };

const both =
  (...draws: readonly ((file: DrawingComposer) => void)[]) =>
  (file: DrawingComposer): void => {
    for (const draw of draws) draw(file);
  };

testRule(symbolsUnknown, {
  accept: [
    { name: 'symbols of the standard, whatever their case', standard, draw: placed('of-tree') },
    { name: 'one that is defined and placed nowhere', standard, draw: placed('SPARE', 0) },
    { name: 'what programs make for themselves', standard, draw: placed('*U12') },
    { name: 'marks of the format', standard, draw: placed('_DOT') },
    {
      name: 'any symbol, where the standard has none',
      standard: { ...standard, symbols: [] },
      draw: placed('X'),
    },
  ],
  reject: [
    {
      name: 'one of theirs, with all its placements',
      standard,
      draw: placed('TUER_90'),
      messages: ['Symbol “TUER_90” is not in the standard (2 placements).'],
      expected: 'a symbol of the standard',
      found: 'TUER_90',
    },
    {
      name: 'one inside another',
      standard,
      draw: (file) => {
        file.symbol('INNER', (space) => space.circle({ layer: '0' }, [0, 0], 5));
        file.symbol('OF-Tree', (space) => space.place({ layer: '0' }, 'INNER', [0, 0]));
        file.model.place({ layer: 'WALL' }, 'OF-Tree', [0, 0]);
      },
      messages: ['Symbol “INNER” is not in the standard (1 placement).'],
    },
  ],
});

const opened = (bytes: Uint8Array) => {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
};

it.each([
  ['TUER_90', 'OF-Door-900', false],
  ['DOOR-0900', 'OF-Door-900', true],
  ['porte 800', 'OF-Door-800', true],
  ['DOOR-1000', 'OF-Door-800', false],
  ['BAUM', 'OF-Tree', true],
  ['Hydrant_unterflur', 'OF-Hydrant', false],
  ['HYDRANTS 2', 'OF-Hydrant', true],
])('proposes for %s %s first', (name, to, isLikely) => {
  const [{ proposals }] = Object.values(
    allProposals(opened(bytesOf({ draw: placed(name) })), standard),
  ).filter(({ asks }) => asks?.kind === 'symbol');
  // Doors of other sizes are two as good as each other; a word that nothing is known of can say anything.
  if (isLikely) expect(proposals[0].to).toBe(to);
  else expect(proposals.map((one) => one.to)).toContain(to);
  expect(proposals[0].likeness >= LIKELY).toBe(isLikely);
});

it('proposes by the layer that it lies on, where its name says nothing', () => {
  const asked = {
    ...standard,
    symbols: [symbolOf({ name: 'OF-Bench', use: 'Bench', layer: 'WALL' }), symbolOf({ name: 'OF-Tree' })],
  };
  const first = (layer: string) => {
    const draw = (file: DrawingComposer): void => {
      placed('X17', 0)(file);
      file.model.place({ layer }, 'X17', [0, 0]);
    };
    return Object.values(allProposals(opened(bytesOf({ draw })), asked)).find(
      ({ asks }) => asks?.kind === 'symbol',
    )!.proposals[0];
  };
  expect(first('WALL')).toMatchObject({ to: 'OF-Bench', reasons: ['lies on WALL, where it belongs'] });
  expect(first('BAEUME')).toMatchObject({ to: 'OF-Tree', reasons: ['lies on BAEUME'] });
  expect(first('BAEUME').likeness).toBeLessThan(LIKELY);
});

it('proposes nothing for what says nothing', () => {
  const [{ proposals }] = Object.values(
    allProposals(opened(bytesOf({ draw: placed('112211') })), standard),
  ).filter(({ asks }) => asks?.kind === 'symbol');
  expect(proposals).toEqual([]);
});

const settled = (bytes: Uint8Array, decisions: readonly { name: string; option: string; to?: string }[]) => {
  const found = findingsOf(bytes, standard, symbolsUnknown);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: decisions.map(({ name, ...decision }) => ({
      finding: found.find(({ message }) => message.includes(`“${name}”`))!.key,
      ...decision,
    })),
  });
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};

it.each(['AC1009', 'AC1015', 'AC1032'] as const)(
  'gives it the name of the office in %s, and nothing else changes',
  (version) => {
    const bytes = bytesOf({ version, draw: placed('TUER_90') });
    const result = settled(bytes, [{ name: 'TUER_90', option: 'become', to: 'OF-Door-900' }]);
    expect(result.unsettled).toEqual([]);
    expect(result.memories).toEqual([
      { kind: 'symbol', name: 'TUER_90', action: 'map', target: 'OF-Door-900' },
    ]);
    const { symbol, rows } = placedSymbols(result.drawing).get('of-door-900')!;
    expect([symbol.name, rows.length, result.drawing.symbols.has('tuer_90')]).toEqual([
      'OF-Door-900',
      2,
      false,
    ]);
    expect(findingsOf(result.bytes, standard, symbolsUnknown)).toEqual([]);
    // Each line of the file that differs names the symbol.
    const [before, after] = [bytes, result.bytes].map((one) => new TextDecoder().decode(one).split('\n'));
    expect(after.length).toBe(before.length);
    for (const [i, line] of before.entries())
      if (line !== after[i]) expect([line.trim(), after[i].trim()]).toEqual(['TUER_90', 'OF-Door-900']);
  },
);

it('joins copies of one symbol under several names', () => {
  for (const version of ['AC1009', 'AC1024'] as const) {
    const bytes = bytesOf({
      version,
      draw: both(placed('DOOR_A'), placed('DOOR_B', 3), placed('DOOR_C', 1)),
    });
    const result = settled(
      bytes,
      ['DOOR_A', 'DOOR_B', 'DOOR_C'].map((name) => ({ name, option: 'become', to: 'OF-Door-800' })),
    );
    expect(result.unsettled).toEqual([]);
    expect([...placedSymbols(result.drawing)].map(([name, { rows }]) => [name, rows.length])).toEqual([
      ['of-door-800', 6],
    ]);
    expect(['door_a', 'door_b', 'door_c'].filter((name) => result.drawing.symbols.has(name))).toEqual([]);
  }
});

it('leaves two that are drawn otherwise to a person', () => {
  const bytes = bytesOf({ draw: both(placed('OF-Tree', 1, 5), placed('BAUM', 1, 6)) });
  const result = settled(bytes, [{ name: 'BAUM', option: 'become', to: 'OF-Tree' }]);
  expect(result.unsettled.map(({ why }) => why)).toEqual([
    'The drawing has a symbol “OF-Tree” that is drawn otherwise: which of the two stays has to be seen.',
  ]);
  expect(result.bytes).toEqual(bytes);
});

it('takes two for one only where neither keeps more than its objects', () => {
  const text = new TextDecoder().decode(
    bytesOf({ version: 'AC1024', draw: both(placed('DOOR_A', 1), placed('DOOR_B', 1)) }),
  );
  // A dictionary of its own, as symbols have that can be stretched.
  const kept = text.replace(
    /(\n {2}0\r?\nBLOCK_RECORD\r?\n {2}5\r?\n\w+\r?\n)(?=(?:(?!\n {2}0\r?\n)[\s\S])*\n {2}2\r?\nDOOR_B\r?\n)/,
    '$1102\n{ACAD_XDICTIONARY\n360\nFFF0\n102\n}\n',
  );
  expect(kept).not.toBe(text);
  for (const [from, left] of [
    [text, 0],
    [kept, 1],
  ] as const) {
    const result = settled(
      new TextEncoder().encode(from),
      ['DOOR_A', 'DOOR_B'].map((name) => ({ name, option: 'become', to: 'OF-Door-800' })),
    );
    expect(result.unsettled).toHaveLength(left);
  }
});

it('removes its placements, and the rest stays', () => {
  const bytes = bytesOf({ draw: both(placed('LOGO'), placed('OF-Tree', 1)) });
  const result = settled(bytes, [{ name: 'LOGO', option: 'remove' }]);
  expect([...placedSymbols(result.drawing).keys()]).toEqual(['of-tree']);
  expect(result.memories).toEqual([{ kind: 'symbol', name: 'LOGO', action: 'remove', target: '' }]);
});

it('is learnt from a drawing that is known to be good, with the layer that all its placements lie on', () => {
  const drawing = opened(bytesOf({ draw: placed('Bench', 3) }));
  const learnt = learnStandard(drawing, 'Learnt');
  expect(learnt.symbols).toEqual([symbolOf({ name: 'Bench', layer: 'WALL' })]);
  const next = adopted(standard, learnt, { kind: 'symbol', name: 'Bench' });
  if (!next.ok) throw new Error(next.problem.message);
  expect(next.value.symbols.at(-1)).toEqual(symbolOf({ name: 'Bench', layer: 'WALL' }));
  // The draft has no such layer: the symbol comes without it.
  const bare = adopted(office([officeLayer('OTHER')]), learnt, { kind: 'symbol', name: 'Bench' });
  expect(bare.ok && bare.value.symbols).toEqual([symbolOf({ name: 'Bench' })]);
});
