import { correctDrawing } from '../../../correct/correct';
import { allProposals } from '../../../correct/proposals';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { lineOf } from '../../../standard/standard';
import { LIKELY } from '../../likeness/likely';
import { bytesOf, findingsOf, office, officeLayer, testRule } from '../testing';
import { linetypesUnknown } from './unknown';

const standard = office([officeLayer('WALL')], {
  linetypes: [
    lineOf({ name: 'Continuous' }),
    lineOf({ name: 'OF-Hidden', description: 'Hidden edges', elementsMm: [3, -1.5] }),
    lineOf({ name: 'OF-Centre', description: 'Centre lines and axes', elementsMm: [8, -1.5, 0, -1.5] }),
    lineOf({ name: 'OF-Bound', description: 'Boundary', elementsMm: [12, -1.5, 0, -1.5, 0, -1.5] }),
  ],
  working: { layers: [], linetypes: ['TRIAL*'], textStyles: [], words: [] },
});
const THEIRS: Readonly<Record<string, readonly number[]>> = {
  HIDDEN2: [3.175, -1.5875],
  ACHSE: [10, -2, 0, -2, 10, -2, 0, -2],
  'GRENZE-1': [0, -1, 0, -1, 12, -1],
};

const drawn =
  (name: string, more: (file: DrawingComposer) => void = () => {}) =>
  (file: DrawingComposer): void => {
    file.linetype(name, '', [...(THEIRS[name] ?? [5, -1])]);
    file.layer({ name: 'Theirs', colour: 3, linetype: name });
    file.model.line({ layer: 'Theirs' }, [0, 0], [90, 0]);
    file.model.line({ layer: 'WALL', linetype: name }, [0, 5], [90, 5]);
    more(file);
  };

testRule(linetypesUnknown, {
  accept: [
    {
      name: 'linetypes of the standard, of the format, of working content, and those that nothing is drawn in',
      standard,
      draw: (file) => {
        file.linetype('of-hidden', '', [3, -1.5]);
        file.linetype('TRIAL-2', '', [1, -1]);
        file.linetype('SPARE', '', [1, -1]);
        file.layer({ name: 'Empty', colour: 3, linetype: 'SPARE' });
        file.model.line({ layer: 'WALL', linetype: 'of-hidden' }, [0, 0], [9, 0]);
        file.model.line({ layer: 'WALL', linetype: 'TRIAL-2' }, [0, 0], [9, 0]);
        file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]);
      },
    },
    {
      name: 'any linetype, where the standard has none but an unbroken one',
      standard: { ...standard, linetypes: [lineOf({ name: 'Continuous' })] },
      draw: drawn('HIDDEN2'),
    },
  ],
  reject: [
    {
      name: 'one of theirs, with all that is drawn in it',
      standard,
      draw: drawn('HIDDEN2'),
      messages: ['Linetype “HIDDEN2” is not in the standard (2 objects, 1 layer).'],
      expected: 'a linetype of the standard',
    },
  ],
});

const opened = (bytes: Uint8Array) => {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
};

it.each([
  ['HIDDEN2', 'OF-Hidden', true],
  // In another tongue, written twice over: by the order of its dashes, which is not enough to be likely.
  ['ACHSE', 'OF-Centre', true],
  ['GRENZE-1', 'OF-Bound', true],
  ['XYZ', 'OF-Hidden', false],
])('proposes for %s %s first', (name, to, isLikely) => {
  const proposals = Object.values(allProposals(opened(bytesOf({ draw: drawn(name) })), standard))
    .filter(({ asks }) => asks?.kind === 'linetype')
    .flatMap(({ proposals }) => proposals);
  expect(proposals[0]).toMatchObject({ to });
  expect(proposals[0].likeness >= LIKELY).toBe(isLikely);
});

it.each([
  ['that the drawing has not', () => {}],
  ['that it has already', (file: DrawingComposer) => file.linetype('OF-Hidden', '', [3, -1.5])],
])('becomes a linetype of the standard %s, for layers and objects', (_, more) => {
  for (const version of ['AC1009', 'AC1015', 'AC1032'] as const) {
    const bytes = bytesOf({ version, draw: drawn('HIDDEN2', more) });
    const [found] = findingsOf(bytes, standard, linetypesUnknown);
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: [{ finding: found.key, option: 'become', to: 'OF-Hidden' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(result.value.memories).toEqual([
      { kind: 'linetype', name: 'HIDDEN2', action: 'map', target: 'OF-Hidden' },
    ]);
    const { drawing } = result.value;
    expect(drawing.linetypes.has('hidden2')).toBe(false);
    expect(drawing.linetypes.get('of-hidden')!.elements).toEqual([3, -1.5]);
    const facts = factsOf(drawing, 0.25);
    expect([0, 1].map((row) => facts.look(row).linetype)).toEqual(['OF-Hidden', 'OF-Hidden']);
    expect(findingsOf(result.value.bytes, standard, linetypesUnknown)).toEqual([]);
  }
});
