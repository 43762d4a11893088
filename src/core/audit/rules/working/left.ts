import { rangeOf } from '../../../dxf/drawing';
import { countOf } from '../../../dxf/object-kinds';
import { nameMatcher } from '../../../standard/name-patterns';
import { isPlaced, kindCounts } from '../../context';
import type { Option } from '../../finding';
import type { FindingDraft, Rule } from '../../rule';
import { named, words } from '../../value';

const messages = {
  onLayer: (what: string, layer: string, prints: boolean) =>
    `${what} on working layer “${layer}”${prints ? ', which prints' : ''}.`,
  uses: (count: number, what: string, name: string) =>
    `${count === 1 ? '1 object that prints uses' : `${count} objects that print use`} the working ${what} “${name}”.`,
};

/** The way out: how many go is said before they do. */
function removing(count: number): Option {
  const what = count === 1 ? '1 object' : `${count.toLocaleString('en-GB')} objects`;
  return {
    id: 'remove',
    label: `Remove ${what} …`,
    needs: null,
    effect: 'drawing',
    confirm: `Remove ${what} from the drawing`,
  };
}

export const workingLeft: Rule = {
  meta: {
    id: 'working/left',
    title: 'Working content left in',
    stage: 'looks',
    weight: 'note',
    correction: 'choice',
    what: 'Layers, linetypes and text styles that serve only while drawing are not used in what is handed over.',
    why: 'Working notes go out to the contractor with the drawing, and are built.',
    source: 'Practice: working content that must never print',
  },

  visit({ drawing, standard, layers, layerUse, excepts }) {
    const { working } = standard;
    const found = { linetype: new Map<string, number[]>(), 'text style': new Map<string, number[]>() };
    const note = (what: keyof typeof found, name: string, row: number): void => {
      if (!isPlaced(drawing, row) || layerUse(row).record?.prints === false) return;
      const rows = found[what].get(name);
      if (rows) rows.push(row);
      else found[what].set(name, [row]);
    };
    const isLinetype = nameMatcher(working.linetypes);
    const isStyle = nameMatcher(working.textStyles);
    const lettering = (row: number): void => {
      const style = drawing.reader.findText(rangeOf(drawing, row), 7, 'Standard');
      if (isStyle(style)) note('text style', style, row);
    };
    return {
      on: {
        ...(working.linetypes.length === 0
          ? {}
          : {
              any(row: number) {
                const id = drawing.objects.linetype[row];
                const name = id < 0 ? '' : drawing.document.names.text(id);
                if (name !== '' && isLinetype(name)) note('linetype', name, row);
              },
            }),
        ...(working.textStyles.length === 0 ? {} : { text: lettering, attribute: lettering }),
      },
      *finish() {
        const isLayer = nameMatcher(working.layers);
        for (const use of layers.values()) {
          if (!isLayer(use.name)) continue;
          const rows = use.rows.filter((row) => isPlaced(drawing, row) && !excepts(row));
          if (rows.length === 0) continue;
          const prints = use.record?.prints !== false;
          const what = [...kindCounts(drawing, rows)].map(([kind, n]) => countOf(kind, n)).join(', ');
          yield {
            // Working content that would print is more than a note.
            ...(prints ? { weight: 'must' as const } : {}),
            message: messages.onLayer(what, use.name, prints),
            expected: words('nothing on it when the drawing is handed over'),
            found: words(what),
            rows,
            subject: { layer: use.name },
            options: [removing(rows.length)],
          };
        }
        for (const what of ['linetype', 'text style'] as const)
          for (const [name, rows] of found[what])
            yield {
              weight: 'must',
              message: messages.uses(rows.length, what, name),
              expected: words(`no ${what} of working content on layers that print`),
              found: named(name),
              rows,
              subject: { kind: what, value: name },
              options: [removing(rows.length)],
            } satisfies FindingDraft;
      },
    };
  },

  settle: (context, finding) => ({
    operations: [{ type: 'remove objects', rows: context.rowsOf(finding) }],
  }),
};
