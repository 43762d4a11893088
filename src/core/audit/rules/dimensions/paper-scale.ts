import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf } from '../../../dxf/object-kinds';
import type { PaperScale } from '../../../facts/paper-scales';
import { type AuditContext, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  unshown: (count: number, kind: string, scales: string, shown: string) =>
    `${countOf(kind, count)} sized on paper for ${scales} ${count === 1 ? 'lies' : 'lie'} where sheets show ${shown}: ${count === 1 ? 'it does' : 'they do'} not show.`,
};

/** Scales that differ by less than this share are one. */
const SAME = 0.01;
/** mm of the other unit that sheets are counted in. */
const INCH_MM = 25.4;

export const dimensionsPaperScale: Rule = {
  meta: {
    id: 'dimensions/paper-scale',
    title: 'Sized on paper for a scale that nothing shows',
    stage: 'looks',
    weight: 'should',
    correction: 'choice',
    ways: { show: 'let show as drawn, at every scale' },
    what: 'What is sized on paper for certain scales is sized for those at which sheets show it.',
    why: 'A dimension that is not sized for the scale of its viewport is not there on the sheet, and nobody misses it.',
    source: 'Practice: dimensions that were there in the model and are gone on the print',
  },

  visit(context) {
    const found = new Map<number, { readonly scales: string; readonly shown: string }>();
    const look = (row: number): void => {
      const scales = context.facts.paperScales(row);
      if (scales.length === 0 || !context.facts.look(row).shows) return;
      const shown = shownAt(context, row);
      if (shown.length === 0 || shown.some((one) => scales.some((scale) => fits(context, scale, one))))
        return;
      found.set(row, {
        scales: [...new Set(scales.map(({ name }) => name))].sort().join(', '),
        shown: [...new Set(shown.map((mmPerUnit) => nameOf(context, mmPerUnit)))].sort().join(', '),
      });
    };
    return {
      on: { dimension: look, text: look, leader: look },
      *finish() {
        const { drawing } = context;
        const groups = groupBy(found.keys(), (row) => {
          const { scales, shown } = found.get(row)!;
          return `${kindOf(drawing, row)}\n${scales}\n${shown}\n${foldName(layerNameOf(drawing, row))}`;
        });
        for (const rows of groups.values()) {
          const { scales, shown } = found.get(rows[0])!;
          const kind = kindOf(drawing, rows[0]);
          yield {
            message: messages.unshown(rows.length, kind, scales, shown),
            expected: words(`sized for ${shown}`),
            found: words(`sized for ${scales}`),
            rows,
            subject: { layer: layerNameOf(drawing, rows[0]), kind, value: `${scales}; ${shown}` },
            remedy: `Or add the scale ${shown} to ${rows.length === 1 ? 'it' : 'them'} where the drawing was made.`,
            options: [
              {
                id: 'show',
                label: `Let ${rows.length === 1 ? 'it' : 'them'} show as drawn, at every scale`,
                needs: null,
                effect: 'drawing',
              },
            ],
          };
        }
      },
    };
  },

  settle(context, finding) {
    // What it is drawn like is not what it would be at another scale: its size is judged then as that of any other.
    const rows = context.rowsOf(finding).filter((row) => context.facts.paperScales(row).length > 0);
    const [scales = ''] = (finding.subject.value ?? '').split('; ');
    return rows.length === 0
      ? { refused: 'They are no longer sized on paper.' }
      : { operations: [{ type: 'leave paper scales', rows, scales }] };
  },
};

/** Paper mm of a drawing unit, in every viewport and on every sheet that shows an object. */
const shownAt = ({ facts }: AuditContext, row: number): number[] =>
  facts.appearances(row).map(({ mmPerUnit }) => mmPerUnit);

/** A scale can be counted in mm or in inches on the sheet, or from true size to true size. */
function fits({ drawing }: AuditContext, { ratio }: PaperScale, mmPerUnit: number): boolean {
  const trueSize = drawing.unitMm === null ? [] : [mmPerUnit / drawing.unitMm];
  return [mmPerUnit, mmPerUnit / INCH_MM, ...trueSize].some((one) => Math.abs(ratio / one - 1) <= SAME);
}

/** "1:50" where the unit is known, else mm of a unit. */
function nameOf({ drawing }: AuditContext, mmPerUnit: number): string {
  const reduction = (drawing.unitMm ?? 1) / mmPerUnit;
  return reduction >= 1
    ? `1:${Number(reduction.toPrecision(4))}`
    : `${Number((1 / reduction).toPrecision(4))}:1`;
}
