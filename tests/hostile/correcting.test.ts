import { audit } from '../../src/core/audit/engine';
import type { Choices } from '../../src/core/correct/choices';
import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import { correctAll } from './correct-all';

// A correction does all that it says, only that, and lists whatever else it had to touch.

it('60 corrections, all versions: no new error, nothing that leads nowhere, every difference listed', () => {
  const { corrected, changed, faults } = correctAll(60);
  expect(faults).toEqual([]);
  expect(corrected).toBe(60);
  // A comparison that sees no difference would find no fault.
  expect(changed).toBeGreaterThan(60 * 10);
});

const STANDARD: Standard = {
  ...blankStandard('Office'),
  layers: [layerOf({ name: 'A-WALL', required: true })],
};
const tags = (...pairs: readonly (string | number)[]): string => {
  let text = '';
  for (let i = 0; i < pairs.length; i += 2) text += `${String(pairs[i]).padStart(3)}\n${pairs[i + 1]}\n`;
  return text;
};
const section = (name: string, body: string): string =>
  tags(0, 'SECTION', 2, name) + body + tags(0, 'ENDSEC');
const header = (version: string): string => section('HEADER', tags(9, '$ACADVER', 1, version));
const line = (handle: string, layer: string): string =>
  tags(0, 'LINE', 5, handle, 100, 'AcDbEntity', 8, layer, 100, 'AcDbLine', 10, 0, 20, 0, 11, 1, 21, 1);
const layers = (...names: readonly string[]): string =>
  tags(0, 'TABLE', 2, 'LAYER', 5, 2, 100, 'AcDbSymbolTable', 70, names.length) +
  names
    .map((name, i) =>
      tags(
        0,
        'LAYER',
        5,
        `${i + 1}0`,
        330,
        2,
        100,
        'AcDbSymbolTableRecord',
        100,
        'AcDbLayerTableRecord',
        2,
        name,
        70,
        0,
        62,
        7,
        6,
        'Continuous',
      ),
    )
    .join('') +
  tags(0, 'ENDTAB');

function corrected(text: string, choices: Choices['layers'] = {}, standard = STANDARD) {
  const result = correctDrawing(new TextEncoder().encode(text), standard, {
    choices: { layers: choices, objects: [] },
  });
  if (!result.ok) throw new Error(result.problem.message);
  return { ...result.value, text: new TextDecoder().decode(result.value.bytes) };
}

describe('drawings without tables', () => {
  it.each(['AC1009', 'AC1015', 'AC1032'])('%s: a record that is said to be added is there', (version) => {
    const text = header(version) + section('ENTITIES', line('A1', 'A-WALL')) + tags(0, 'EOF');
    const result = corrected(text);
    expect(result.changes.map(({ before, after }) => [before, after])).toContainEqual(['none', 'A-WALL']);
    const read = readDrawing(result.bytes);
    if (!read.ok) throw new Error(read.problem.message);
    expect(read.value.layers.map(({ name }) => name)).toEqual(['A-WALL']);
    // The oldest version has no place for widths, which is noted and holds nothing back.
    expect(audit(read.value, STANDARD).findings.filter(({ weight }) => weight !== 'note')).toEqual([]);
  });
});

describe('lists of layers beside the drawing', () => {
  const saved = (...names: readonly string[]): string =>
    tags(0, 'XRECORD', 5, 'C1', 330, 'C0', 100, 'AcDbXrecord', 280, 1, 91, 2047, 302, names[0]) +
    names.map((name, i) => tags(8, name, 90, 0, 62, i + 1, 370, 25, 6, 'Continuous')).join('');
  const filter = (...names: readonly string[]): string =>
    tags(0, 'LAYER_FILTER', 5, 'C2', 330, 'C0', 100, 'AcDbFilter', 100, 'AcDbLayerFilter') +
    names.map((name) => tags(8, name)).join('');
  const pointing = tags(
    ...[0, 'DICTIONARY', 5, 'C0', 330, 0, 100, 'AcDbDictionary', 281, 1],
    ...[3, 'FIRST', 350, '10', 3, 'SECOND', 350, '20', 3, 'LOOKS', 350, 'C1', 3, 'FILTER', 350, 'C2'],
  );
  const drawing = (list: string, ...objects: readonly string[]): string =>
    header('AC1015') +
    section('TABLES', layers('A-WALL', 'BAD', 'WORSE')) +
    section('ENTITIES', objects.join('')) +
    section('OBJECTS', pointing + list) +
    tags(0, 'EOF');
  const listed = (text: string): string[] =>
    [...text.slice(text.indexOf('OBJECTS')).matchAll(/\n {2}8\n(.*)/g)].map(([, name]) => name);

  it('an empty layer that goes leaves them with all that is kept of it', () => {
    const result = corrected(drawing(saved('BAD', 'A-WALL', 'WORSE') + filter('WORSE', 'BAD', 'A-WALL')));
    expect(listed(result.text)).toEqual(['A-WALL', 'A-WALL']);
    expect(result.text.match(/\n 62\n2\n370\n25\n/g)).toHaveLength(1);
    expect(result.text).not.toContain('\n 62\n1\n370\n25\n');
    expect(result.changes.map(({ handle }) => handle)).toEqual(
      expect.arrayContaining(['C1', 'C2', '20', '30']),
    );
  });

  it('a dictionary loses the key with the value', () => {
    const { text } = corrected(drawing(''));
    expect(text).toContain('FIRST');
    expect(text).not.toContain('SECOND');
  });

  it('two layers that become one stand in them once', () => {
    const text = drawing(
      saved('BAD', 'A-WALL', 'WORSE') + filter('BAD', 'WORSE'),
      line('A1', 'BAD'),
      line('A2', 'WORSE'),
    );
    const result = corrected(text, {
      BAD: { action: 'map', to: 'A-WALL' },
      WORSE: { action: 'map', to: 'A-WALL' },
    });
    expect(listed(result.text)).toEqual(['A-WALL', 'A-WALL']);
    expect(result.text).toContain('\n302\nA-WALL\n');
  });

  it('every mention in a filter follows', () => {
    const expression = tags(
      ...[0, 'XRECORD', 5, 'C1', 330, 'C0', 100, 'AcDbXrecord', 1, 'ours'],
      ...[301, 'NAME=="BAD" OR NAME=="OTHER,BAD,WORSE" OR NAME=="bad"'],
    );
    const result = corrected(drawing(expression, line('A1', 'BAD'), line('A2', 'WORSE')), {
      BAD: { action: 'map', to: 'A-WALL' },
      WORSE: { action: 'map', to: 'A-WALL' },
    });
    expect(result.text).toContain('NAME=="A-WALL" OR NAME=="OTHER,A-WALL" OR NAME=="A-WALL"');
  });
});

describe('objects that go', () => {
  const drawing = (objects: string, kept = ''): string =>
    header('AC1015') +
    section('TABLES', layers('A-WALL', 'BAD')) +
    section('ENTITIES', objects) +
    section('OBJECTS', kept) +
    tags(0, 'EOF');
  const without = (objects: string, kept = '') =>
    corrected(drawing(objects, kept), { BAD: { action: 'remove' } });

  it('a viewport that was cut by one is no longer cut', () => {
    const view = tags(
      ...[
        0,
        'VIEWPORT',
        5,
        'A2',
        100,
        'AcDbEntity',
        8,
        'A-WALL',
        100,
        'AcDbViewport',
        10,
        0,
        20,
        0,
        40,
        9,
        41,
        9,
      ],
      ...[68, 2, 69, 2, 90, 65536 + 32, 340, 'A1'],
    );
    const { text } = without(line('A1', 'BAD') + view);
    expect(text).toContain('\n 90\n32\n');
    expect(text).not.toContain('\n340\n');
  });

  it('a leader loses its label, extended data their pointer, an extension its owner', () => {
    const leader = tags(
      ...[
        0,
        'LEADER',
        5,
        'A2',
        100,
        'AcDbEntity',
        8,
        'A-WALL',
        100,
        'AcDbLeader',
        3,
        'Standard',
        73,
        0,
        76,
        2,
      ],
      ...[10, 0, 20, 0, 10, 5, 20, 5, 340, 'A1', 1001, 'OURS', 1005, 'A1'],
    );
    const label = tags(
      ...[0, 'LINE', 5, 'A1', 102, '{ACAD_XDICTIONARY', 360, 'C1', 102, '}', 100, 'AcDbEntity', 8, 'BAD'],
      ...[100, 'AcDbLine', 10, 0, 20, 0, 11, 1, 21, 1],
    );
    const kept =
      tags(0, 'DICTIONARY', 5, 'C1', 330, 'A1', 100, 'AcDbDictionary', 281, 1, 3, 'OURS', 360, 'C2') +
      tags(0, 'XRECORD', 5, 'C2', 330, 'C1', 100, 'AcDbXrecord', 1, 'kept');
    const result = without(leader + label, kept);
    expect(result.text).toContain('\n 73\n3\n');
    expect(result.text).toContain('\n340\n0\n');
    expect(result.text).toContain('\n1005\n0\n');
    expect(result.text).not.toMatch(/\nC[12]\n/);
    expect(result.changes.map(({ handle }) => handle)).toEqual(
      expect.arrayContaining(['A1', 'A2', 'C1', 'C2']),
    );
  });

  it('attributes on approved layers are listed with the placement that they go with', () => {
    const placed =
      tags(
        0,
        'INSERT',
        5,
        'A1',
        100,
        'AcDbEntity',
        8,
        'BAD',
        100,
        'AcDbBlockReference',
        66,
        1,
        2,
        'X',
        10,
        0,
        20,
        0,
      ) +
      tags(
        0,
        'ATTRIB',
        5,
        'A2',
        100,
        'AcDbEntity',
        8,
        'A-WALL',
        100,
        'AcDbText',
        10,
        0,
        20,
        0,
        40,
        2,
        1,
        'NO',
      ) +
      tags(0, 'SEQEND', 5, 'A3', 100, 'AcDbEntity', 8, 'BAD');
    const group = tags(0, 'GROUP', 5, 'C1', 330, 'C0', 100, 'AcDbGroup', 300, '', 70, 0, 71, 1, 340, 'A1');
    const names = tags(0, 'DICTIONARY', 5, 'C0', 330, 0, 100, 'AcDbDictionary', 3, 'PAIR', 350, 'C1');
    const result = without(placed, names + group);
    expect(result.after.counts.objects).toBe(0);
    expect(result.text).not.toContain('PAIR');
    expect(result.changes.map(({ handle, after }) => [handle, after])).toEqual(
      expect.arrayContaining([
        ['A1', 'removed'],
        ['A2', 'removed'],
        ['C1', 'removed'],
      ]),
    );
  });
});
