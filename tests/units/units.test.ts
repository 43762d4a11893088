import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { compareAll } from './compare';

// 40 drawings of each test run, made by python3-ezdxf; run-units.ts takes as many as wanted.
it('of generated surveys and plans the true size of a unit is told, or said that it cannot be, and not told wrong', () => {
  const folder = mkdtempSync(join(tmpdir(), 'zinc-units-'));
  execFileSync('/usr/bin/python3', ['tests/units/make_surveys.py', '1', '40', folder]);
  const outcomes = compareAll(folder);
  expect(outcomes.filter(({ verdict }) => verdict === 'wrong').map(({ words }) => words)).toEqual([]);
  const tellable = outcomes.filter((one) => one.tellable);
  expect(tellable.length).toBeGreaterThan(20);
  expect(
    tellable.filter(({ verdict }) => verdict === 'right').length / tellable.length,
  ).toBeGreaterThanOrEqual(0.97);
});
