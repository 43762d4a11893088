import { audit } from '../src/core/audit/engine';
import { RULES } from '../src/core/audit/rules';
import { settingsFor } from '../src/core/audit/settings';
import { readDrawing } from '../src/core/dxf/read/interpret';
import { demoDrawings } from './drawings';
import { demoStandard } from './standard';

// The demo is where a person meets the rules: each of them has at least one drawing that shows it.

it('shows every rule that the edition of the demo has at work', () => {
  const shown = new Set<string>();
  for (const { file, bytes } of demoDrawings()) {
    const read = readDrawing(bytes);
    if (!read.ok) throw new Error(`${file}: ${read.problem.message}`);
    const { findings, failures } = audit(read.value, demoStandard);
    expect([file, failures]).toEqual([file, []]);
    for (const { rule } of findings) shown.add(rule);
  }
  const atWork = RULES.filter(({ meta, idle }) => {
    const own = demoStandard.rules[meta.id]?.settings ?? {};
    return !idle?.(settingsFor(meta.settings, own).settings);
  });
  expect(atWork.map(({ meta }) => meta.id).filter((id) => !shown.has(id))).toEqual([]);
  // None is idle in this edition.
  expect(RULES.filter((rule) => !atWork.includes(rule))).toEqual([]);
});
