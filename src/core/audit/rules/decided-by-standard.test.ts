import { correctDrawing } from '../../correct/correct';
import { readDrawing } from '../../dxf/read/interpret';
import { PLAIN_RULE } from '../../standard/rule-settings';
import type { Standard } from '../../standard/standard';
import { audit } from '../engine';
import { EXAMPLES } from '../examples';
import { exampleBytes } from '../examples/example';
import type { Finding } from '../finding';
import { RULES } from '.';

// What a standard decides for good needs no person: it is done as if one had decided it, and only that.

const deciding = (standard: Standard, rule: string, way: string | null): Standard => ({
  ...standard,
  rules: { ...standard.rules, [rule]: { ...(standard.rules[rule] ?? PLAIN_RULE), settledBy: way } },
});

function found(bytes: Uint8Array, standard: Standard, rule: string): { findings: Finding[]; said: string[] } {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const { findings, notChecked } = audit(read.value, standard);
  return {
    findings: findings.filter((one) => one.rule === rule),
    said: notChecked.filter((one) => one.rule === rule).map(({ what }) => what),
  };
}

const ways = RULES.flatMap(({ meta: { id, ways: of = {} } }) =>
  Object.keys(of).map((way) => [id, way] as const),
);

it('can be said of a dozen ways', () => expect(ways.length).toBeGreaterThanOrEqual(12));

describe.each(ways)('%s: %s', (rule, way) => {
  const example = EXAMPLES.get(rule)!;
  const bytes = exampleBytes(example, example.breaks);
  const asked = found(bytes, example.standard, rule).findings;
  const decided = deciding(example.standard, rule, way);
  const open = asked.filter(
    ({ correction, options }) => correction === 'choice' && options?.some(({ id }) => id === way),
  );

  it('is a way out of what the example of the rule shows', () => expect(open.length).toBeGreaterThan(0));

  it('is taken without asking, and comes to what a person would have decided', () => {
    const { findings } = found(bytes, decided, rule);
    const settled = findings.filter(({ byStandard }) => byStandard?.option === way);
    expect(settled.map(({ key }) => key)).toEqual(open.map(({ key }) => key));
    for (const one of settled) {
      expect([one.correction, one.remedy]).toEqual([
        'automatic',
        expect.stringMatching(/^The standard decides: /),
      ]);
      if (one.byStandard?.to === undefined) expect(one.options?.map(({ id }) => id)).not.toContain(way);
    }
    const keys = open.map(({ key }) => key);
    const byPerson = correctDrawing(bytes, example.standard, {
      findings: [],
      decisions: settled.map(({ key, byStandard }) => ({ finding: key, ...byStandard! })),
    });
    const byStandard = correctDrawing(bytes, decided, { findings: keys });
    if (!byPerson.ok || !byStandard.ok) throw new Error('not corrected');
    expect([byStandard.value.unsettled, byPerson.value.unsettled]).toEqual([[], []]);
    expect(Buffer.from(byStandard.value.bytes).equals(Buffer.from(byPerson.value.bytes))).toBe(true);
    expect(byStandard.value.changes.length).toBeGreaterThan(0);
    // Nobody decided anything: there is nothing to remember of it.
    expect([byStandard.value.decided, byStandard.value.memories]).toEqual([[], []]);
  });
});

it('leaves a person what it does not know, and says so', () => {
  const example = EXAMPLES.get('fills/sliver')!;
  const bytes = exampleBytes(example, example.breaks);
  const { findings, said } = found(bytes, deciding(example.standard, 'fills/sliver', 'burn'), 'fills/sliver');
  expect(findings.map(({ correction }) => correction)).toEqual(['choice']);
  expect(said).toEqual(['“burn” is no way in which this rule settles what it finds: a person decides.']);
});

it('gives way to a person who decides otherwise', () => {
  const example = EXAMPLES.get('layers/hidden')!;
  const bytes = exampleBytes(example, example.breaks);
  const decided = deciding(example.standard, 'layers/hidden', 'remove');
  const [{ key, options }] = found(bytes, decided, 'layers/hidden').findings;
  expect(options?.map(({ id }) => id)).toEqual(['show']);
  const result = correctDrawing(bytes, decided, {
    findings: [],
    decisions: [{ finding: key, option: 'show' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.after.counts.objects).toBe(result.value.before.counts.objects);
  expect(result.value.decided).toEqual([{ finding: key, option: 'show' }]);
});
