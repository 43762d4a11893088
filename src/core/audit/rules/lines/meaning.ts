import { ownLinetypeOf } from '../../../drawing/effective';
import { type Drawing, kindOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { LINE_KINDS } from '../../../dxf/object-kinds';
import { patternsOnPaper } from '../../../facts/on-paper';
import { type LineMeaning, meaningOf, readsAs } from '../../../standard/meanings';
import { findLinetype } from '../../../standard/standard';
import { type AuditContext, clauseOf, groupBy, isPlaced, type LayerUse } from '../../context';
import { lineLabels } from '../../likeness/line-labels';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  differs: (count: number, meaning: string, layer: string, found: string) =>
    `${count === 1 ? '1 line' : `${count} lines`} of meaning “${meaning}” on layer “${layer}” ${count === 1 ? 'reads' : 'read'} as ${found}.`,
  labelled: (count: number, says: string, layer: string, found: string) =>
    `${count === 1 ? '1 line' : `${count} lines`} on layer “${layer}”, labelled “${says}”, ${count === 1 ? 'reads' : 'read'} as ${found}.`,
};

export const linesMeaning: Rule = {
  meta: {
    id: 'lines/meaning',
    title: 'Line does not read as what it means',
    stage: 'looks',
    weight: 'should',
    correction: 'manual',
    what: 'Lines whose layer, or a text along them, gives a meaning away read as that meaning: dashes, dots, unbroken.',
    why: 'A setback that is not dashed is taken for an edge; a boundary without its dots for a setback.',
    source: 'Practice: linetypes that fit the meaning of the line (common practice, no published source)',
  },

  *check(context) {
    const { drawing, standard, excepts } = context;
    if (standard.meanings.length === 0) return;
    const labels = lineLabels(context);
    const strays: Stray[] = [];
    for (const use of context.layers.values()) {
      const ofLayer = meaningFor(context, use);
      for (const row of use.rows) {
        const label = labels.get(row);
        const meaning = ofLayer ?? label?.meaning;
        if (!meaning || !isPlaced(drawing, row) || !LINE_KINDS.has(kindOf(drawing, row)) || excepts(row))
          continue;
        const definition = findLinetype(standard, meaning.linetype);
        if (!definition) continue;
        const own = ownLinetypeOf(drawing, row);
        // On a known layer the layer's own rules see to it, but for linetypes that were approved of.
        if (use.standard && (own === null || !use.standard.ownValuesAllowed.includes('linetype'))) continue;
        const wanted = readsAs(definition.elementsMm);
        const found = readsHere(context, use, row);
        if (found === wanted) continue;
        const says = ofLayer ? null : (label?.words ?? null);
        strays.push({ row, meaning, use, found, says, expected: `${wanted} (${definition.name})` });
      }
    }
    const groups = groupBy(strays, ({ use, meaning, found, says }) =>
      [use.name, meaning.name, found, says ?? ''].join('\n'),
    );
    for (const group of groups.values()) {
      const { meaning, use, found, says, expected } = group[0];
      yield {
        message:
          says === null
            ? messages.differs(group.length, meaning.name, use.name, found)
            : messages.labelled(group.length, says, use.name, found),
        expected: words(expected),
        found: words(found),
        rows: group.map(({ row }) => row),
        subject: {
          layer: use.name,
          property: 'linetype',
          value: says === null ? found : `${found}, ${meaning.name}`,
        },
        ...clauseOf(meaning),
      };
    }
  },
};

/** A line that does not read as what it means. */
interface Stray {
  readonly row: number;
  readonly meaning: LineMeaning;
  readonly use: LayerUse;
  readonly found: string;
  /** What the text along it says, where it is not its layer that gives the meaning away. */
  readonly says: string | null;
  readonly expected: string;
}

/** What a line reads as where it is seen: a pattern whose gaps close up on paper is none. */
function readsHere({ drawing, facts }: AuditContext, use: LayerUse, row: number): string {
  const pattern = readsAs(elementsOf(drawing, ownLinetypeOf(drawing, row) ?? use.record?.linetype ?? ''));
  if (pattern === 'unbroken') return pattern;
  const seen = patternsOnPaper(facts, row);
  return seen.length > 0 && seen.every(({ how }) => how === 'closes up') ? 'unbroken on paper' : pattern;
}

function meaningFor({ standard }: AuditContext, use: LayerUse): LineMeaning | undefined {
  if (!use.standard) return meaningOf(standard.meanings, use.name);
  const wanted = foldName(use.standard.meaning);
  return standard.meanings.find(({ name }) => foldName(name) === wanted);
}

const elementsOf = (drawing: Drawing, linetype: string): readonly number[] =>
  drawing.linetypes.get(foldName(linetype))?.elements ?? [];
