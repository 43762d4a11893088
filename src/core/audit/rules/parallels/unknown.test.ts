import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { parallelSetSchema } from '../../../standard/parallels';
import { makeContext } from '../../context';
import { audit } from '../../engine';
import { LIKELY, POSSIBLE } from '../../likeness/likely';
import { bytesOf, findingsOf, office, officeLayer, testRule } from '../testing';
import { placed } from './testing';
import { parallelsUnknown } from './unknown';

const KERB = parallelSetSchema.parse({ name: 'Kerb', lines: [{ offsetMm: 75 }, { offsetMm: -75 }] });
const standard = office([officeLayer('ROAD')], { parallels: [KERB] });

const inSet =
  (name: string) =>
  (file: DrawingComposer): void =>
    placed(file, name, [75, -75]);

testRule(parallelsUnknown, {
  accept: [
    { name: 'a set of the standard, whatever its case', standard, draw: inSet('KERB') },
    {
      name: 'any set, where the standard has none',
      standard: { ...standard, parallels: [] },
      draw: inSet('X'),
    },
    {
      name: 'a set that nothing is drawn in',
      standard,
      draw: (file) => placed(file, 'Spare', [1, -1], false),
    },
  ],
  reject: [
    {
      name: 'a set of theirs',
      standard,
      draw: inSet('BORD_20'),
      messages: ['Parallel-line set “BORD_20” is not in the standard (1 run of parallel lines).'],
      found: 'BORD_20',
    },
  ],
});

const decide = (unitless: boolean, to: string) => {
  const bytes = new TextEncoder().encode(
    new TextDecoder()
      .decode(bytesOf({ draw: (file) => placed(file, 'BORD_20', [60, -60]) }))
      .replace(/(\$INSUNITS\r?\n *70\r?\n *)4/, unitless ? '$10' : '$14'),
  );
  const [found] = findingsOf(bytes, standard, parallelsUnknown);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'become', to }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};

describe('a set of a sender', () => {
  it('becomes one of the office, with what is drawn in it', () => {
    const { changes, after, unsettled } = decide(false, 'Kerb');
    expect(unsettled).toEqual([]);
    expect(after.findings.filter(({ rule }) => rule.startsWith('parallels/'))).toEqual([]);
    expect(changes.map(({ kind, property, before, after: now }) => [kind, property, before, now])).toEqual([
      ['parallel-line set', 'record', 'BORD_20', 'Kerb'],
      ['parallel-line set', 'place', 'as they were drawn', 'as its set has them'],
      ['parallel-line set', 'record', 'BORD_20', 'removed, its runs are in Kerb'],
      ['parallel-line set', 'record', 'none', 'Kerb'],
      ['dictionary', 'reference', 'BORD_20, 23', 'removed, removed'],
    ]);
  });

  it('stays where the drawing names no unit, or the office has no such set', () => {
    expect(decide(true, 'Kerb').changes).toEqual([]);
    expect(decide(true, 'Kerb').unsettled).toHaveLength(1);
    expect(decide(false, 'None').unsettled).toHaveLength(1);
  });

  const proposedFor = (name: string, offsets: readonly number[]) => {
    const read = readDrawing(bytesOf({ draw: (file) => placed(file, name, offsets) }));
    if (!read.ok) throw new Error(read.problem.message);
    const sets = [
      ['Duct', [400, -400]],
      ['Wall', [100, -100]],
    ] as const;
    const context = makeContext(read.value, {
      ...standard,
      parallels: [
        ...sets.map(([of, offsetsMm]) =>
          parallelSetSchema.parse({ name: of, lines: offsetsMm.map((offsetMm) => ({ offsetMm })) }),
        ),
        KERB,
      ],
    });
    const { findings } = audit(read.value, standard);
    const finding = findings.find(({ rule }) => rule === parallelsUnknown.meta.id)!;
    return parallelsUnknown.propose!({ ...context, rowsOf: () => [], settings: {} }, finding);
  };

  it('is set against the office’s by lines, distances and what its name means', () => {
    expect(proposedFor('kerb 150', [76, -74])[0]).toEqual({
      to: 'Kerb',
      likeness: 1,
      reasons: ['both 2 lines', 'as far apart', 'both say “kerb”'],
    });
    expect(proposedFor('Bordstein', [60, -60])[0]).toMatchObject({
      to: 'Kerb',
      reasons: ['both 2 lines', '“bordstein” means “kerb”'],
    });
  });

  it('is not proposed by its looks alone where its name means another set, or is only possible', () => {
    const [kerb, wall] = proposedFor('kerb old', [100, -100]);
    expect([kerb.to, wall.to, wall.likeness < POSSIBLE]).toEqual(['Kerb', 'Wall', true]);
    const [looks, ...others] = proposedFor('X7', [100, -100]);
    expect([looks.to, looks.likeness < LIKELY, others]).toEqual(['Wall', true, []]);
    // As many lines at other distances are no ground.
    expect(proposedFor('X7', [30, -30])).toEqual([]);
  });
});
