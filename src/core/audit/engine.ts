import { type Drawing, kindOf } from '../drawing/drawing';
import { OBJECT_KINDS } from '../drawing/kinds';
import type { Standard } from '../standard/standard';
import { makeContext } from './context';
import type { Audit, Finding, Subject } from './finding';
import type { Rule } from './rule';
import { RULES } from './rules';

const RANK = { must: 0, should: 1, note: 2 } as const;

/** Checks a drawing against an edition. The same drawing and edition give the same findings in the same order. */
export function audit(drawing: Drawing, standard: Standard, rules: readonly Rule[] = RULES): Audit {
  const context = makeContext(drawing, standard);
  const findings: Finding[] = [];
  for (const rule of rules)
    for (const draft of rule.check(context))
      findings.push({
        gravity: rule.meta.gravity,
        correction: rule.meta.correction,
        ...draft,
        rule: rule.meta.id,
        key: keyOf(rule.meta.id, draft.subject),
      });
  findings.sort((a, b) => RANK[a.gravity] - RANK[b.gravity]);
  const kinds: Record<string, number> = {};
  const counted = new Map<string, number>();
  for (let row = 0; row < drawing.objects.count; row++) {
    const kind = kindOf(drawing, row);
    counted.set(kind, (counted.get(kind) ?? 0) + 1);
  }
  for (const kind of OBJECT_KINDS) if (counted.has(kind)) kinds[kind] = counted.get(kind)!;
  return {
    units: drawing.units,
    version: drawing.document.versionName,
    codePage: drawing.document.codec.label,
    counts: {
      objects: drawing.objects.count,
      layers: drawing.layers.length,
      symbols: [...drawing.symbols.values()].filter((symbol) => !symbol.anonymous).length,
      sheets: drawing.sheets.length,
      kinds,
    },
    verdict: findings.some((finding) => finding.gravity === 'must') ? 'held' : 'released',
    findings,
  };
}

function keyOf(rule: string, subject: Subject): string {
  const parts = [subject.layer, subject.symbol, subject.kind, subject.property, subject.value];
  return [rule, ...parts.map((part) => part ?? '')].join('|').replace(/\|+$/, '');
}
