import { ownLinetypeOf, takesLinetypeOfSymbol } from '../../../drawing/effective';
import { type Drawing, kindOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf, LINE_KINDS } from '../../../dxf/object-kinds';
import { patternsOnPaper } from '../../../facts/on-paper';
import { type LineMeaning, meaningOf, readsAs } from '../../../standard/meanings';
import { findLinetype } from '../../../standard/standard';
import {
  type AuditContext,
  clauseOf,
  groupBy,
  isInTheirSymbol,
  isPlaced,
  type LayerUse,
  symbolsAround,
} from '../../context';
import { lineLabels } from '../../likeness/line-labels';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  differs: (lines: string, one: boolean, meaning: string, layer: string, found: string) =>
    `${lines} of meaning “${meaning}” on layer “${layer}” ${one ? 'reads' : 'read'} as ${found}.`,
  labelled: (lines: string, one: boolean, says: string, layer: string, found: string) =>
    `${lines} on layer “${layer}”, labelled “${says}”, ${one ? 'reads' : 'read'} as ${found}.`,
};

export const linesMeaning: Rule = {
  meta: {
    id: 'lines/meaning',
    title: 'Line does not read as what it means',
    stage: 'looks',
    weight: 'should',
    correction: 'manual',
    what: 'Lines whose layer, or a text along them, gives a meaning away read as that meaning, inside symbols too: dashes, dots, unbroken.',
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
        if (!meaning || !LINE_KINDS.has(kindOf(drawing, row)) || excepts(row)) continue;
        // Taken from a placement a pattern can be another with each.
        if (
          !isPlaced(drawing, row) &&
          (!isInTheirSymbol(context, row) || takesLinetypeOfSymbol(drawing, row))
        )
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
    const groups = groupBy(strays, ({ row, use, meaning, found, says }) =>
      [isPlaced(drawing, row), use.name, meaning.name, found, says ?? ''].join('\n'),
    );
    for (const group of groups.values()) {
      const { meaning, use, found, says, expected } = group[0];
      const rows = group.map(({ row }) => row);
      const around = symbolsAround(drawing, rows);
      const one = rows.length === 1;
      const lines = `${countOf('line', rows.length)}${around ? ` inside ${around},` : ''}`;
      yield {
        message:
          says === null
            ? messages.differs(lines, one, meaning.name, use.name, found)
            : messages.labelled(lines, one, says, use.name, found),
        expected: words(expected),
        found: words(found),
        rows,
        subject: {
          layer: use.name,
          property: 'linetype',
          value: says === null ? found : `${found}, ${meaning.name}`,
          ...(around ? { symbol: 'inside' } : {}),
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
