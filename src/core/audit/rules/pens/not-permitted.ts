import { layerNameOf } from '../../../dxf/drawing';
import { groupBy, isGenerated, placesOf } from '../../context';
import type { Rule } from '../../rule';
import { objectChange, rowsOf } from '../objects/shared';

export const pensNotPermitted: Rule = {
  meta: {
    id: 'pens/not-permitted',
    title: 'Pen width not permitted',
    checks: 'Where objects may carry a width of their own, it is one of the permitted pen widths.',
    why: 'An emphasis outside the series reads as a mistake beside the rest of the set.',
    weight: 'must',
    correction: 'automatic',
    source: 'Need A3',
  },

  *check({ drawing, standard, layerUse }) {
    const { objects } = drawing;
    const rows: number[] = [];
    for (let row = 0; row < objects.count; row++) {
      if (objects.width[row] < 0 || isGenerated(drawing, row)) continue;
      const layer = layerUse(row).standard;
      // Without an approved exception the width as such is the finding, see objects/own-width.
      if (!layer?.ownValuesAllowed.includes('width')) continue;
      if (!standard.pens.seriesMm.includes(objects.width[row] / 100)) rows.push(row);
    }
    for (const group of groupBy(rows, (row) => `${layerUse(row).name}\n${objects.width[row]}`).values()) {
      const widthMm = objects.width[group[0]] / 100;
      const layer = layerNameOf(drawing, group[0]);
      yield {
        message: `${widthMm} mm is not a permitted pen width (${group.length === 1 ? '1 object' : `${group.length} objects`} on layer “${layer}”).`,
        expected: `one of ${standard.pens.seriesMm.join(', ')} mm`,
        found: `${widthMm} mm`,
        ...placesOf(drawing, group),
        subject: { layer, property: 'width' as const, value: `${widthMm}` },
      };
    }
  },

  correct(context, finding) {
    return rowsOf(context, finding).map((row) => {
      context.editor.clearOwn(row, 'width');
      return objectChange(context, row, {
        rule: finding.rule,
        property: 'width',
        before: finding.found,
        after: 'from the layer',
      });
    });
  },
};
