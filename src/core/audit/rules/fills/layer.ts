import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { StandardFill } from '../../../standard/fills';
import { type AuditContext, clauseOf, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { named } from '../../value';
import { drawnFill, fillNamed, fills } from './shared';

const messages = {
  wrong: (count: number, name: string, layer: string, wanted: string) =>
    `${fills(count)} “${name}” ${count === 1 ? 'lies' : 'lie'} on layer “${layer}”; the standard has ${count === 1 ? 'it' : 'them'} on “${wanted}”.`,
};

export const fillsLayer: Rule = {
  meta: {
    id: 'fills/layer',
    title: 'Fill on another layer than its own',
    stage: 'layers',
    weight: 'should',
    correction: 'automatic',
    what: 'A fill that the standard gives a layer lies on it.',
    why: 'Fills are switched off together, to read what lies under them; one that lies elsewhere stays.',
    source: 'Practice: fills on layers of their own',
  },

  visit(context) {
    const found: number[] = [];
    return {
      on: {
        fill(row) {
          const fill = placedOn(context, row);
          if (fill && foldName(context.layerUse(row).name) !== foldName(fill.layer)) found.push(row);
        },
      },
      *finish() {
        const { drawing } = context;
        const groups = groupBy(
          found,
          (row) => `${placedOn(context, row)!.name}|${foldName(layerNameOf(drawing, row))}`,
        );
        for (const rows of groups.values()) {
          const fill = placedOn(context, rows[0])!;
          const layer = layerNameOf(drawing, rows[0]);
          yield {
            message: messages.wrong(rows.length, fill.name, layer, fill.layer),
            expected: named(fill.layer),
            found: named(layer),
            rows,
            subject: { layer, kind: 'fill', value: fill.name },
            ...clauseOf(fill),
            remedy: `${fills(rows.length)}: ${layer} → ${fill.layer}.`,
          };
        }
      },
    };
  },

  settle(context, finding) {
    const rows = context.rowsOf(finding);
    const fill = rows.length > 0 ? placedOn(context, rows[0]) : undefined;
    return fill
      ? { operations: [{ type: 'move objects', rows, to: fill.layer }] }
      : { refused: 'The standard no longer gives this fill a layer.' };
  },
};

/** The fill of the standard that a fill is called by, where that has a layer which the standard defines. */
function placedOn(context: AuditContext, row: number): StandardFill | undefined {
  const fact = drawnFill(context, row);
  const fill = fact ? fillNamed(context.standard.fills, fact) : undefined;
  return fill && fill.layer !== '' && context.standardLayers.has(foldName(fill.layer)) ? fill : undefined;
}
