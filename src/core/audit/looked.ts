import type { ObjectKind } from '../dxf/object-kinds';
import { PLAIN_RULE } from '../standard/rule-settings';
import type { Standard } from '../standard/standard';
import type { AuditContext } from './context';
import { FAMILIES, type Family, type Looked } from './families';
import type { NotChecked, RuleFailure } from './finding';
import type { Rule } from './rule';

/** The family that the rules of a folder belong to. */
const OF_FOLDER: Readonly<Record<string, Family>> = {
  layers: 'layers',
  objects: 'layers',
  working: 'layers',
  pens: 'pens',
  linetypes: 'linetypes',
  lines: 'linetypes',
  lettering: 'lettering',
  dimensions: 'dimensions',
  leaders: 'leaders',
  fills: 'fills',
  parallels: 'parallel lines',
  symbols: 'symbols',
  sheets: 'sheets',
  geometry: 'geometry',
  units: 'units',
};

/** Kinds of objects that a family is about; a family without any is about the drawing as a whole. */
const KINDS: Readonly<Partial<Record<Family, readonly ObjectKind[]>>> = {
  lettering: ['text', 'attribute'],
  dimensions: ['dimension'],
  leaders: ['leader'],
  fills: ['fill'],
  'parallel lines': ['parallel-line set'],
  symbols: ['symbol'],
};

const familyOf = (rule: Rule): Family | undefined => OF_FOLDER[rule.meta.id.split('/')[0]];

/** What of a family the edition defines; 0 where it says nothing of it. */
function defined(standard: Standard, family: Family): number | null {
  switch (family) {
    case 'layers':
      return standard.layers.length;
    case 'pens':
      return standard.pens.seriesMm.length;
    case 'linetypes':
      return standard.linetypes.length;
    case 'lettering':
      return standard.lettering.styles.length;
    case 'dimensions':
      return standard.dimensions.length;
    case 'fills':
      return standard.fills.length;
    case 'symbols':
      return standard.symbols.length;
    case 'parallel lines':
      return standard.parallels.length;
    default:
      return null;
  }
}

/** What an audit looked at, family by family: a verdict speaks of nothing else. */
export function lookedAt(
  { drawing, standard, facts }: AuditContext,
  rules: readonly Rule[],
  kinds: Readonly<Record<string, number>>,
  failures: readonly RuleFailure[],
  notChecked: readonly NotChecked[],
): Looked[] {
  const strange = facts.notUnderstood.length;
  return FAMILIES.map((family) => {
    const own = rules.filter((rule) => familyOf(rule) === family);
    const count = KINDS[family]?.reduce((sum, kind) => sum + (kinds[kind] ?? 0), 0);
    if (count === 0) return { family, looked: 'checked', why: ['none in the drawing'] };
    if (own.length === 0)
      return {
        family,
        looked: 'not',
        why: [
          ...(defined(standard, family) === 0 ? ['the edition defines none'] : []),
          'no rule yet',
          ...(family === 'geometry' && strange > 0
            ? [`${strange} objects of kinds that are not understood`]
            : []),
        ],
      };
    if (defined(standard, family) === 0) return { family, looked: 'not', why: ['the edition defines none'] };
    const isOn = (rule: Rule): boolean => (standard.rules[rule.meta.id] ?? PLAIN_RULE).on;
    const named = (id: string): Rule | undefined => own.find(({ meta }) => meta.id === id);
    const off = own.filter((rule) => !isOn(rule));
    const failed = failures.flatMap(({ rule }) => named(rule)?.meta.title ?? []);
    const why = [
      ...off.map(({ meta }) => `switched off: ${meta.title}`),
      ...own.flatMap((rule) => {
        const set = standard.rules[rule.meta.id] ?? PLAIN_RULE;
        return (set.on && rule.idle?.(set.settings)) || [];
      }),
      ...failed.map((title) => `the rule failed: ${title}`),
      ...notChecked.flatMap(({ rule, what }) => (named(rule) ? [what] : [])),
      ...(family === 'pens' && !drawing.holdsWidths ? ['this version has no place for widths'] : []),
      ...(family === 'units' && facts.units.mmPerUnit === null
        ? ['no labels beside lines tell the true size']
        : []),
      ...(family === 'layers' && strange > 0 ? [`the inside of ${strange} objects is not understood`] : []),
    ];
    const atWork = own.length - off.length - failed.length;
    if (atWork <= 0 || (family === 'units' && facts.units.mmPerUnit === null))
      return { family, looked: 'not', why };
    return { family, looked: why.length === 0 ? 'checked' : 'partly', why };
  });
}
