import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { compareAll } from './compare';

// 30 drawings of each test run, made by python3-ezdxf; run-sheets.ts takes as many as wanted.
it('of generated drawings nearly every sheet in the model is recognised with its size and scale', () => {
  const folder = mkdtempSync(join(tmpdir(), 'zinc-sheets-'));
  execFileSync('/usr/bin/python3', ['tests/sheets/make_sheets.py', '4000', '30', folder]);
  const outcomes = compareAll(folder);
  expect(outcomes).toHaveLength(30);
  const sum = (count: (outcome: (typeof outcomes)[number]) => number): number =>
    outcomes.reduce((total, outcome) => total + count(outcome), 0);
  const sheets = sum((outcome) => outcome.sheets);
  expect(sheets).toBeGreaterThan(60);
  expect(sum(({ right }) => right) / sheets).toBeGreaterThanOrEqual(0.97);
  expect(sum((outcome) => outcome.false.length) / sheets).toBeLessThanOrEqual(0.02);
});
