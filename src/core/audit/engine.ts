import { type Drawing, kindOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { OBJECT_KINDS } from '../dxf/object-kinds';
import { fitsAny, PLAIN_RULE, type RuleSetting } from '../standard/rule-settings';
import type { Standard } from '../standard/standard';
import { type AuditContext, makeContext } from './context';
import type { Audit, Finding, Subject } from './finding';
import type { Rule } from './rule';
import { RULES } from './rules';

const RANK = { must: 0, should: 1, note: 2 } as const;

/** Checks a drawing against an edition. The same drawing and edition give the same findings in the same order. */
export function audit(drawing: Drawing, standard: Standard, rules: readonly Rule[] = RULES): Audit {
  const context = makeContext(drawing, standard);
  const findings: Finding[] = [];
  for (const rule of rules) {
    const setting = standard.rules[rule.meta.id] ?? PLAIN_RULE;
    if (!setting.on) continue;
    const tolerance = setting.tolerance ?? rule.meta.tolerance?.default ?? 0;
    for (const draft of rule.check({ ...context, tolerance })) {
      if (isExcepted(context, setting, draft.subject.layer)) continue;
      findings.push({
        gravity: rule.meta.weight,
        correction: rule.meta.correction,
        ...draft,
        ...(setting.gravity === null ? {} : { gravity: setting.gravity }),
        rule: rule.meta.id,
        key: keyOf(rule.meta.id, draft.subject),
      });
    }
  }
  findings.sort((a, b) => RANK[a.weight] - RANK[b.weight]);
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
    verdict: findings.some((finding) => finding.weight === 'must') ? 'held' : 'released',
    findings,
  };
}

/** Layers that the office excepts from a rule, and those of disciplines that the rule does not look at. */
function isExcepted(context: AuditContext, setting: RuleSetting, layer: string | undefined): boolean {
  if (layer === undefined) return false;
  if (setting.exceptLayers.length > 0 && fitsAny(setting.exceptLayers, layer)) return true;
  if (setting.onlyDisciplines.length === 0) return false;
  const discipline = context.standardLayers.get(foldName(layer))?.discipline ?? '';
  return !setting.onlyDisciplines.some((one) => foldName(one) === foldName(discipline));
}

function keyOf(rule: string, subject: Subject): string {
  const parts = [subject.layer, subject.symbol, subject.kind, subject.property, subject.value];
  return [rule, ...parts.map((part) => part ?? '')].join('|').replace(/\|+$/, '');
}
