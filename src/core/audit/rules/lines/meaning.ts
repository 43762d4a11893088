import { isLinetypeFromLayer, isLinetypeFromSymbol } from '../../../drawing/effective';
import { type Drawing, kindOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { LINE_KINDS } from '../../../dxf/object-kinds';
import { patternsOnPaper } from '../../../facts/on-paper';
import { type LineMeaning, meaningOf, readsAs } from '../../../standard/meanings';
import { findLinetype } from '../../../standard/standard';
import { type AuditContext, clauseOf, groupBy, isPlaced, type LayerUse } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  differs: (count: number, meaning: string, layer: string, found: string) =>
    `${count === 1 ? '1 line' : `${count} lines`} of meaning “${meaning}” on layer “${layer}” ${count === 1 ? 'reads' : 'read'} as ${found}.`,
};

export const linesMeaning: Rule = {
  meta: {
    id: 'lines/meaning',
    title: 'Line does not read as what it means',
    stage: 'looks',
    weight: 'should',
    correction: 'manual',
    what: 'Lines of layers whose name gives a meaning away read as that meaning: dashes, dots, unbroken.',
    why: 'A setback that is not dashed is taken for an edge; a boundary without its dots for a setback.',
    source: 'Practice: linetypes that fit the meaning of the line (common practice, no published source)',
  },

  *check(context) {
    const { drawing, standard, excepts } = context;
    if (standard.meanings.length === 0) return;
    for (const use of context.layers.values()) {
      const meaning = meaningFor(context, use);
      if (!meaning) continue;
      const definition = findLinetype(standard, meaning.linetype);
      if (!definition) continue;
      const wanted = readsAs(definition.elementsMm);
      const strays = use.rows.filter((row) => {
        if (!isPlaced(drawing, row) || !LINE_KINDS.has(kindOf(drawing, row)) || excepts(row)) return false;
        const own = ownLinetype(drawing, row);
        // On a known layer the layer's own rules see to it, but for linetypes that were approved of.
        if (use.standard && (own === null || !use.standard.ownValuesAllowed.includes('linetype')))
          return false;
        return readsHere(context, use, row) !== wanted;
      });
      for (const [found, rows] of groupBy(strays, (row) => readsHere(context, use, row)))
        yield {
          message: messages.differs(rows.length, meaning.name, use.name, found),
          expected: words(`${wanted} (${definition.name})`),
          found: words(found),
          rows,
          subject: { layer: use.name, property: 'linetype', value: found },
          ...clauseOf(meaning),
        };
    }
  },
};

/** What a line reads as where it is seen: a pattern whose gaps close up on paper is none. */
function readsHere({ drawing, facts }: AuditContext, use: LayerUse, row: number): string {
  const pattern = readsAs(elementsOf(drawing, ownLinetype(drawing, row) ?? use.record?.linetype ?? ''));
  if (pattern === 'unbroken') return pattern;
  const seen = patternsOnPaper(facts, row);
  return seen.length > 0 && seen.every(({ how }) => how === 'closes up') ? 'unbroken on paper' : pattern;
}

function meaningFor({ standard }: AuditContext, use: LayerUse): LineMeaning | undefined {
  if (!use.standard) return meaningOf(standard.meanings, use.name);
  const wanted = foldName(use.standard.meaning);
  return standard.meanings.find(({ name }) => foldName(name) === wanted);
}

function ownLinetype(drawing: Drawing, row: number): string | null {
  const id = drawing.objects.linetype[row];
  if (id < 0) return null;
  const name = drawing.document.names.text(id);
  return isLinetypeFromLayer(name) || isLinetypeFromSymbol(name) ? null : name;
}

const elementsOf = (drawing: Drawing, linetype: string): readonly number[] =>
  drawing.linetypes.get(foldName(linetype))?.elements ?? [];
