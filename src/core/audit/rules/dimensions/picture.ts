import { layerNameOf, rangeOf } from '../../../dxf/drawing';
import { wordsOf } from '../../../dxf/read/decode-text';
import type { DimensionFact } from '../../../facts/annotations';
import { identityOf } from '../../../facts/identity';
import { oneLine } from '../../../one-line';
import type { AuditContext } from '../../context';
import { whyNotRedrawn } from '../../redrawing';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { judged, shownValue } from './shown';

const messages = {
  stale: (shown: string, measured: string) =>
    `The dimension is drawn with “${shown}” and measures ${measured}: its picture was not made anew.`,
};

export const dimensionsPicture: Rule = {
  meta: {
    id: 'dimensions/picture',
    title: 'Picture of a dimension from before a change',
    stage: 'looks',
    weight: 'must',
    correction: 'automatic',
    what: 'The picture that a dimension is drawn and printed with says what the dimension measures.',
    why: 'Viewers and printers show the picture: a dimension that was stretched and not drawn anew prints its old length.',
    source: 'DXF reference: a dimension is shown by the symbol that holds its picture',
  },

  visit(context) {
    const { drawing, facts } = context;
    const stale: number[] = [];
    return {
      on: {
        dimension(row) {
          const raw = drawing.reader.findText(rangeOf(drawing, row), 1);
          // What was typed over the value is another rule's; the value itself, with words around it, is this one's.
          if (raw !== '' && !raw.includes('<>')) return;
          const fact = facts.dimension(row);
          if (fact.values.tolerance === 'limits' || fact.letters.length === 0) return;
          const drawn = drawnWords(context, fact);
          // What the style says is never stale, whatever unit it names behind the value.
          if (drawn.includes(oneLine(shownValue(fact)))) return;
          if (judged(context, fact, drawn) === 'another') stale.push(row);
        },
      },
      *finish() {
        for (const row of stale) {
          const fact = facts.dimension(row);
          const said = drawnWords(context, fact);
          const why = whyNotRedrawn(context, row);
          yield {
            message: messages.stale(said, shownValue(fact)),
            expected: words(shownValue(fact)),
            found: words(said),
            rows: [row],
            subject: {
              layer: layerNameOf(drawing, row),
              kind: 'dimension',
              object: identityOf(drawing, row),
            },
            ...(why === null
              ? { remedy: 'It is drawn anew from its points.' }
              : fact.letters.length === 1
                ? { remedy: `Its number is set, its lines stay: it is not drawn anew, ${why}.` }
                : { correction: 'manual' as const, remedy: `It is not drawn anew: ${why}.` }),
          };
        }
      },
    };
  },

  settle(context, finding) {
    const rows = context.rowsOf(finding);
    const shown = rows.map((row) => {
      const typed = oneLine(context.facts.dimension(row).typed ?? '') || '<>';
      return typed.replace('<>', shownValue(context.facts.dimension(row)));
    });
    return { operations: [{ type: 'redraw dimensions', rows, shown }] };
  },
};

/** What the lettering of a picture says. */
const drawnWords = ({ drawing }: AuditContext, { letters }: DimensionFact): string =>
  oneLine(letters.map((letter) => wordsOf(drawing, letter) ?? '').join(' '));
