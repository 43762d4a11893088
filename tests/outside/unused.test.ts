import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { audit } from '../../src/core/audit/engine';
import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import { gdal, python } from './python';

// Definitions that another program's drawing does not use go, those that it uses in any way stay, and it reads the rest.

interface Read {
  readonly errors: readonly string[];
  readonly linetypes: readonly string[];
  readonly textStyles: readonly string[];
  readonly dimensionStyles: readonly string[];
  readonly symbols: readonly string[];
  readonly groups: Readonly<Record<string, number>>;
  readonly objects: readonly unknown[];
}

const standard: Standard = {
  ...blankStandard('Office'),
  layers: [layerOf({ name: 'WALL', colour: { number: 3 } })],
};
const folder = mkdtempSync(join(tmpdir(), 'zinc-unused-'));
const paths = python<string[]>('make_unused.py', 'make', folder);
const isLost = (name: string): boolean => name.startsWith('NOWHERE');

it.each(paths.map((path) => [basename(path), path] as const))('%s', (name, path) => {
  const bytes = new Uint8Array(readFileSync(path));
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const found = audit(read.value, standard).findings.filter(({ rule }) => rule === 'file/unused');
  const isOld = name.startsWith('R12');
  expect(found.map(({ message }) => message)).toEqual([
    '2 symbols are used nowhere: NOWHERE_5, NOWHERE_6.',
    '1 dimension style is used nowhere: NOWHERE_4.',
    '1 text style is used nowhere: NOWHERE_3.',
    isOld
      ? // The oldest version has no sets of parallel lines.
        '3 linetypes are used nowhere: IN_SET, NOWHERE_1, NOWHERE_2.'
      : '2 linetypes are used nowhere: NOWHERE_1, NOWHERE_2.',
  ]);
  const decisions = found.map(({ key }) => ({ finding: key, option: 'remove' }));
  const result = correctDrawing(bytes, standard, { findings: [], decisions });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  const corrected = join(folder, `corrected-${name}`);
  writeFileSync(corrected, result.value.bytes);
  const [before, now] = python<Read[]>('make_unused.py', 'read', path, corrected);
  expect(now.errors).toEqual(before.errors);
  expect(gdal(corrected).code).toBe(gdal(path).code);
  expect(now.objects).toEqual(before.objects);
  const kept = (names: readonly string[]): string[] =>
    names.filter((one) => !isLost(one) && !(isOld && one === 'IN_SET'));
  for (const kind of ['linetypes', 'textStyles', 'dimensionStyles', 'symbols'] as const)
    expect(now[kind]).toEqual(kept(before[kind]));
  // A group within another one goes by a rule of its own, and its circle stays.
  const nested = audit(result.value.drawing, standard).findings.filter(
    ({ rule }) => rule === 'geometry/groups',
  );
  expect(nested.map(({ message }) => message)).toEqual(
    isOld ? [] : ['1 group lies within another group: ONE.'],
  );
  const dissolved = correctDrawing(result.value.bytes, standard, {
    findings: [],
    decisions: nested.map(({ key }) => ({ finding: key, option: 'dissolve' })),
  });
  if (!dissolved.ok) throw new Error(dissolved.problem.message);
  const apart = join(folder, `dissolved-${name}`);
  writeFileSync(apart, dissolved.value.bytes);
  const [after] = python<Read[]>('make_unused.py', 'read', apart);
  expect([after.errors, after.groups]).toEqual([before.errors, isOld ? {} : { BOTH: 2 }]);
  // The circle no longer says that it is in two groups; nothing else of any object differs.
  expect(after.objects).toEqual(before.objects);
  const again = correctDrawing(result.value.bytes, standard, { findings: [], decisions });
  expect(again.ok && again.value.changes).toEqual([]);
});
