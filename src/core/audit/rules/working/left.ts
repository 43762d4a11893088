import { kindOf, rangeOf } from '../../../dxf/drawing';
import { countOf } from '../../../dxf/object-kinds';
import { fitsAny } from '../../../standard/rule-settings';
import { isPlaced, kindCounts, placesOf } from '../../context';
import type { FindingDraft, Rule } from '../../rule';

export const workingLeft: Rule = {
  meta: {
    id: 'working/left',
    title: 'Working content left in',
    checks:
      'Layers, linetypes and text styles that serve only while drawing are not used in what is handed over.',
    why: 'Working notes go out to the contractor with the drawing, and are built.',
    weight: 'note',
    correction: 'manual',
    source: 'Needs A19, C13',
  },

  *check({ drawing, standard, layers, layerUse }) {
    const { working } = standard;
    if (working.layers.length > 0)
      for (const use of layers.values()) {
        if (!fitsAny(working.layers, use.name)) continue;
        const rows = use.rows.filter((row) => isPlaced(drawing, row));
        if (rows.length === 0) continue;
        const prints = use.record?.prints !== false;
        const what = [...kindCounts(drawing, rows)].map(([kind, n]) => countOf(kind, n)).join(', ');
        yield {
          // Working content that would print is more than a note.
          ...(prints ? { gravity: 'must' as const } : {}),
          message: `${what} on working layer “${use.name}”${prints ? ', which prints' : ''}.`,
          expected: 'nothing on it when the drawing is handed over',
          found: what,
          ...placesOf(drawing, rows),
          subject: { layer: use.name },
        };
      }
    yield* using('linetype', working.linetypes, (row) => {
      const id = drawing.objects.linetype[row];
      return id < 0 ? '' : drawing.document.names.text(id);
    });
    yield* using('text style', working.textStyles, (row) => {
      const kind = kindOf(drawing, row);
      if (kind !== 'text' && kind !== 'attribute') return '';
      return drawing.reader.findText(rangeOf(drawing, row), 7, 'Standard');
    });

    function* using(
      what: string,
      patterns: readonly string[],
      nameOf: (row: number) => string,
    ): Iterable<FindingDraft> {
      if (patterns.length === 0) return;
      const found = new Map<string, number[]>();
      for (let row = 0; row < drawing.objects.count; row++) {
        const name = nameOf(row);
        if (name === '' || !isPlaced(drawing, row) || !fitsAny(patterns, name)) continue;
        if (layerUse(row).record?.prints === false) continue;
        const rows = found.get(name);
        if (rows) rows.push(row);
        else found.set(name, [row]);
      }
      for (const [name, rows] of found)
        yield {
          weight: 'must',
          message: `${rows.length === 1 ? '1 object that prints uses' : `${rows.length} objects that print use`} the working ${what} “${name}”.`,
          expected: `no ${what} of working content on layers that print`,
          found: name,
          ...placesOf(drawing, rows),
          subject: { kind: what, value: name },
        };
    }
  },
};
