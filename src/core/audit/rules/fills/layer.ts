import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { StandardFill } from '../../../standard/fills';
import { takesKind } from '../../../standard/kind-families';
import { type AuditContext, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { offItsLayer } from '../objects/shared';
import { drawnFill, fills, fillsMeant } from './shared';

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
          if (placedOn(context, row)) found.push(row);
        },
      },
      *finish() {
        const { drawing } = context;
        const groups = groupBy(
          found,
          (row) => `${placedOn(context, row)!.name}|${foldName(layerNameOf(drawing, row))}`,
        );
        for (const rows of groups.values()) {
          const layer = layerNameOf(drawing, rows[0]);
          const definition = placedOn(context, rows[0])!;
          yield offItsLayer({ definition, kind: 'fill', rows, layer, counted: fills(rows.length) });
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

/**
 * The fill of the standard that a fill is called by, where that has a layer which the standard defines. Solid fills are called alike in
 * every file: one that lies where any of the office's belongs is none of them in the wrong place.
 */
function placedOn(context: AuditContext, row: number): StandardFill | undefined {
  const fact = drawnFill(context, row);
  if (!fact) return undefined;
  const meant = fillsMeant(context.standard.fills, fact);
  const layer = foldName(context.layerUse(row).name);
  if (meant.some((fill) => fill.layer === '' || foldName(fill.layer) === layer)) return undefined;
  return meant.find((fill) => {
    // A standard that gives a fill a layer which takes none says two things: neither is held against a drawing.
    const own = context.standardLayers.get(foldName(fill.layer));
    return own !== undefined && takesKind(own.kinds, 'fill');
  });
}
