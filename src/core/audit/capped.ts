import type { Weight } from '../standard/rule-settings';
import type { Finding } from './finding';
import { words } from './value';

/** Weights by how much they hold back, the heaviest first. */
export const RANK: Readonly<Record<Weight, number>> = { must: 0, should: 1, note: 2 };

/** Findings of one rule that a page lists one by one. */
export const MOST_LISTED_OF_RULE = 1000;

/** A finding that stands for all that are not listed one by one. */
export const restOf = (rule: string, count: number, weight: Weight): Finding => ({
  rule,
  // The number is no part of it: it is the same finding when there are fewer.
  key: `${rule}|more`,
  weight,
  message: `${count.toLocaleString('en-GB')} more findings of this rule are not listed one by one.`,
  expected: words('none'),
  found: words(`${count.toLocaleString('en-GB')} more`),
  handles: [],
  places: [],
  correction: 'manual',
  subject: { kind: 'more', value: String(count) },
  sure: 1,
});

/**
 * The first findings of each rule, and one that counts the rest: a page that lists half a million of them would serve
 * nobody. Corrections do not go by this list; they settle what is not listed too.
 */
export function cappedFindings(findings: readonly Finding[], mostOfRule: number): readonly Finding[] {
  const seen = new Map<string, number>();
  const rest = new Map<string, { count: number; weight: Weight }>();
  const kept = findings.filter(({ rule, weight, subject }) => {
    const count = (seen.get(rule) ?? 0) + 1;
    seen.set(rule, count);
    if (count <= mostOfRule) return true;
    const left = rest.get(rule) ?? { count: 0, weight };
    left.count += subject.kind === 'more' ? Number(subject.value ?? 1) : 1;
    if (RANK[weight] < RANK[left.weight]) left.weight = weight;
    rest.set(rule, left);
    return false;
  });
  return rest.size === 0
    ? findings
    : [...kept, ...[...rest].map(([rule, of]) => restOf(rule, of.count, of.weight))];
}
