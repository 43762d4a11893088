import { formatContainer, rangeOf } from '../../../dxf/drawing';
import { wordsOf } from '../../../dxf/read/decode-text';
import { oneLine } from '../../../one-line';
import { nameMatcher } from '../../../standard/name-patterns';
import { type AuditContext, groupBy, isPlaced, kindsInWords } from '../../context';
import { type Option, removal } from '../../finding';
import type { FindingDraft, Rule } from '../../rule';
import { named, words } from '../../value';

const messages = {
  onLayer: (what: string, layer: string, prints: boolean) =>
    `${what} on working layer “${layer}”${prints ? ', which prints' : ''}.`,
  hidden: (what: string, layer: string) => `${what} on working layer “${layer}”, which is hidden.`,
  uses: (count: number, what: string, name: string) =>
    `${count === 1 ? '1 object that prints uses' : `${count} objects that print use`} the working ${what} “${name}”.`,
  says: (count: number, word: string) =>
    `${count === 1 ? '1 text that prints says' : `${count} texts that print say`} “${word}”.`,
};

const objects = (count: number): string =>
  count === 1 ? '1 object' : `${count.toLocaleString('en-GB')} objects`;

/** A layer's content that stays in the drawing, and is not seen or is seen again. */
const showing = (id: 'hide' | 'show', count: number): Option => ({
  id,
  label: `${id === 'hide' ? 'Hide' : 'Show'} ${objects(count)}`,
  needs: null,
  effect: 'drawing',
});

const NAMES = ['linetype', 'text style', 'words'] as const;
type Names = (typeof NAMES)[number];

export const workingLeft: Rule = {
  meta: {
    id: 'working/left',
    title: 'Working content left in',
    stage: 'looks',
    weight: 'note',
    correction: 'choice',
    ways: { hide: 'hidden', remove: 'removed' },
    what: 'Layers, linetypes, text styles and words that serve only while drawing are not in what is handed over.',
    why: 'Working notes go out to the contractor with the drawing, and are built.',
    source: 'Practice: working content that must never print',
  },

  visit(context) {
    const { drawing, standard, layers, layerUse, excepts } = context;
    const { working } = standard;
    const found = new Map<Names, Map<string, number[]>>(NAMES.map((what) => [what, new Map()]));
    const note = (what: Names, name: string, row: number): void => {
      const record = layerUse(row).record;
      const isSeen = !record || (record.on && !record.frozen && record.prints);
      if (!isPlaced(drawing, row) || !isSeen) return;
      const rows = found.get(what)!.get(name);
      if (rows) rows.push(row);
      else found.get(what)!.set(name, [row]);
    };
    const isLayer = nameMatcher(working.layers);
    const isLinetype = nameMatcher(working.linetypes);
    const isStyle = nameMatcher(working.textStyles);
    const saying = wordFinder(working.words);
    const lettering = (row: number): void => {
      const style = drawing.reader.findText(rangeOf(drawing, row), 7, 'Standard');
      if (isStyle(style)) note('text style', style, row);
      // What lies on a working layer is said with its layer.
      if (working.words.length === 0 || isLayer(layerUse(row).name)) return;
      const word = saying(oneLine(wordsOf(drawing, row) ?? ''));
      if (word !== null) note('words', word, row);
    };
    const looksAtTexts = working.textStyles.length > 0 || working.words.length > 0;
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
        ...(looksAtTexts ? { text: lettering, attribute: lettering } : {}),
      },
      *finish() {
        for (const use of layers.values()) {
          if (!isLayer(use.name)) continue;
          const rows = use.rows.filter((row) => isPlaced(drawing, row) && !excepts(row));
          if (rows.length === 0) continue;
          const { record } = use;
          const hidden = record ? !record.on || record.frozen : false;
          const prints = !hidden && record?.prints !== false;
          const what = kindsInWords(drawing, rows);
          yield {
            // Working content that would print is more than a note.
            ...(prints ? { weight: 'must' as const } : {}),
            message: hidden ? messages.hidden(what, use.name) : messages.onLayer(what, use.name, prints),
            expected: words('nothing on it when the drawing is handed over'),
            found: words(bySpace(context, rows)),
            rows,
            subject: { layer: use.name, ...(hidden ? { value: 'hidden' } : {}) },
            options: [
              removal(objects(rows.length)),
              ...(record ? [showing(hidden ? 'show' : 'hide', rows.length)] : []),
            ],
          };
        }
        for (const what of NAMES)
          for (const [name, rows] of found.get(what)!)
            yield {
              weight: 'must',
              message:
                what === 'words' ? messages.says(rows.length, name) : messages.uses(rows.length, what, name),
              expected: words(
                what === 'words'
                  ? 'no words of working content on layers that print'
                  : `no ${what} of working content on layers that print`,
              ),
              found: named(name),
              rows,
              subject: { kind: what, value: name },
              options: [removal(objects(rows.length))],
            } satisfies FindingDraft;
      },
    };
  },

  settle(context, finding, decision) {
    if (decision?.option === 'hide' || decision?.option === 'show')
      return {
        operations: [
          {
            type: 'show layers',
            layers: [finding.subject.layer ?? ''],
            shown: decision.option === 'show',
            prints: false,
          },
        ],
      };
    return { operations: [{ type: 'remove objects', rows: context.rowsOf(finding) }] };
  },
};

/** How many lie where: "5 objects: 3 on sheet Plan, 2 in the model". */
function bySpace({ drawing }: AuditContext, rows: readonly number[]): string {
  const spaces = groupBy(rows, (row) => formatContainer(drawing.containers[drawing.objects.container[row]]));
  const parts = [...spaces].map(
    ([space, of]) =>
      `${of.length.toLocaleString('en-GB')} ${space === 'model' ? 'in the model' : `on ${space}`}`,
  );
  return parts.length === 1 ? parts[0] : `${objects(rows.length)}: ${parts.join(', ')}`;
}

/** Finds the first of some words that a text says, as whole words and whatever their case; null where it says none. */
function wordFinder(wanted: readonly string[]): (text: string) => string | null {
  const patterns = wanted.map((word) => {
    const escaped = oneLine(word).replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
    return { word, pattern: new RegExp(`(?<![\\p{L}\\p{N}])${escaped}(?![\\p{L}\\p{N}])`, 'iu') };
  });
  return (text) => patterns.find(({ pattern }) => pattern.test(text))?.word ?? null;
}
