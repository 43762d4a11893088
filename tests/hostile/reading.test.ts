import { audit } from '../../src/core/audit/engine';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { DrawingComposer } from '../../src/core/dxf/write/composer';
import { blankStandard, layerOf } from '../../src/core/standard/standard';
import { compare } from './compare';
import { MUTATIONS } from './mutate';

// A drawing is never released because something in it was passed over.

const STANDARD = { ...blankStandard('Walls'), layers: [layerOf({ name: 'WALL' })] };

function made(): string {
  const file = new DrawingComposer({ version: 'AC1015', units: 4 });
  file.layer({ name: 'WALL', colour: 7 });
  file.symbol('MARK', (s) => s.line({ layer: 'WALL' }, [0, 0], [1, 1]));
  file.model.line({ layer: 'WALL' }, [0, 0], [5, 5]);
  file.model.line({ layer: 'WALL' }, [0, 1], [5, 6]);
  file.model.place({ layer: 'WALL' }, 'MARK', [9, 9]);
  return new TextDecoder().decode(file.bytes()).replace(/\r/g, '');
}

const resultOf = (text: string) => {
  const read = readDrawing(new TextEncoder().encode(text));
  if (!read.ok) throw new Error(read.problem.message);
  return audit(read.value, STANDARD);
};
const BAD = '  0\nLINE\n  5\nFA0\n100\nAcDbEntity\n  8\nBAD\n100\nAcDbLine\n 10\n0\n 20\n0\n 11\n1\n 21\n1\n';
const endOf = (text: string, section: string): number =>
  text.indexOf('  0\nENDSEC\n', text.indexOf(`  2\n${section}\n`));
const withBad = (text: string): string => {
  const at = endOf(text, 'ENTITIES');
  return text.slice(0, at) + BAD + text.slice(at);
};

it('releases the drawing as it is', () => {
  expect(resultOf(made()).findings).toEqual([]);
  expect(resultOf(made()).verdict).toBe('released');
});

it.each<readonly [string, (text: string) => string]>([
  [
    'a comment before the name of the section of objects',
    (text) => withBad(text).replace('  2\nENTITIES\n', '999\nHEADER\n  2\nENTITIES\n'),
  ],
  [
    'comments before the sections of symbols and of objects',
    (text) => withBad(text).replace(/ {2}0\nSECTION\n {2}2\n(BLOCKS|ENTITIES)\n/g, '999\n  0\n$&'),
  ],
  [
    'a comment before the name of the section of symbols',
    (text) => text.replace('  2\nBLOCKS\n', '999\nx\n  2\nBLOCKS\n').replace('  8\nWALL\n', '  8\nBAD\n'),
  ],
  [
    'a second section of objects',
    (text) => {
      const at = endOf(text, 'ENTITIES');
      return `${text.slice(0, at)}  0\nENDSEC\n  0\nSECTION\n  2\nENTITIES\n${BAD}${text.slice(at)}`;
    },
  ],
  [
    'a second section of objects before the first',
    (text) =>
      text.replace('  0\nSECTION\n  2\nENTITIES\n', `  0\nSECTION\n  2\nENTITIES\n${BAD}  0\nENDSEC\n$&`),
  ],
  [
    'a layer of a drawing that is not referred to',
    (text) => withBad(text).replace('  8\nBAD\n', '  8\nBAD|NAME\n'),
  ],
  [
    'a layer behind the second subclass mark',
    (text) => withBad(text).replace('  8\nBAD\n100\nAcDbLine\n', '100\nAcDbLine\n  8\nBAD\n'),
  ],
  ['a second layer tag', (text) => withBad(text).replace('  8\nBAD\n', '  8\nWALL\n  8\nBAD\n')],
  [
    'a section that is not closed',
    (text) => {
      const bad = withBad(text);
      const at = bad.indexOf('  0\nSECTION\n  2\nENTITIES\n');
      return bad.slice(0, at - '  0\nENDSEC\n'.length) + bad.slice(at);
    },
  ],
])('%s hides nothing', (_, change) => {
  const text = change(made());
  expect(text).not.toBe(made());
  const { verdict, findings } = resultOf(text);
  expect(findings.map(({ rule }) => rule)).toContain('layers/unknown');
  expect(verdict).toBe('held');
});

it('the layers of a second section of tables are layers of the drawing', () => {
  const text = made().replace(
    '  0\nSECTION\n  2\nBLOCKS\n',
    '  0\nSECTION\n  2\nTABLES\n  0\nTABLE\n  2\nLAYER\n 70\n1\n  0\nLAYER\n  2\nBAD\n 70\n0\n 62\n1\n  6\nContinuous\n  0\nENDTAB\n  0\nENDSEC\n$&',
  );
  expect(resultOf(text).findings.map(({ message }) => message)).toEqual([
    'Layer “BAD” is empty and not in the standard.',
  ]);
});

it.each<readonly [string, string, (text: string) => string]>([
  ['colour', 'objects/own-colour', (text) => text.replace('100\nAcDbLine\n', '100\nAcDbLine\n 62\n1\n')],
  [
    'colour in full',
    'objects/own-colour',
    (text) => text.replace('100\nAcDbLine\n', '100\nAcDbLine\n420\n255\n'),
  ],
  [
    'linetype',
    'objects/own-linetype',
    (text) => text.replace('100\nAcDbLine\n', '100\nAcDbLine\n  6\nDASHED\n'),
  ],
  ['width', 'objects/own-width', (text) => text.replace('100\nAcDbLine\n', '100\nAcDbLine\n370\n70\n')],
])('a %s behind the second subclass mark is seen', (_, rule, change) => {
  expect(resultOf(change(made())).findings.map((finding) => finding.rule)).toContain(rule);
});

it('the background of multi-line text is no colour of its own', () => {
  const note =
    '  0\nMTEXT\n  5\nFA0\n100\nAcDbEntity\n  8\nWALL\n100\nAcDbMText\n 10\n0\n 20\n0\n 40\n2.5\n  1\nWORDS\n 90\n1\n 63\n3\n420\n255\n';
  const text = made();
  const at = endOf(text, 'ENTITIES');
  expect(resultOf(text.slice(0, at) + note + text.slice(at)).findings).toEqual([]);
});

it('whatever python3-ezdxf recovers is seen, on the same layer, in the same colour', () => {
  const result = compare(6 * Object.keys(MUTATIONS).length);
  expect(result.faults).toEqual([]);
  // A reader that refuses everything would miss nothing.
  expect(result.refusedByUs).toBeLessThan(result.count / 50);
});
