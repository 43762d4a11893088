import { layerNameOf } from '../../../dxf/drawing';
import { groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { quantity, words } from '../../value';
import { takeFromLayer } from '../objects/shared';

const messages = {
  notPermitted: (widthMm: number, count: number, layer: string) =>
    `${widthMm} mm is not a permitted pen width (${count === 1 ? '1 object' : `${count} objects`} on layer “${layer}”).`,
};

export const pensNotPermitted: Rule = {
  meta: {
    id: 'pens/not-permitted',
    title: 'Pen width not permitted',
    stage: 'looks',
    weight: 'must',
    correction: 'automatic',
    what: 'Where objects may carry a width of their own, it is one of the permitted pen widths.',
    why: 'An emphasis outside the series reads as a mistake beside the rest of the set.',
    source: 'Practice: a hierarchy of pens, and which widths are allowed',
  },

  visit({ drawing, standard, layerUse }) {
    const { objects } = drawing;
    const rows: number[] = [];
    return {
      on: {
        any(row) {
          if (objects.width[row] < 0 || isGenerated(drawing, row)) return;
          // Without an approved exception the width as such is the finding of another rule.
          if (!layerUse(row).standard?.ownValuesAllowed.includes('width')) return;
          if (!standard.pens.seriesMm.includes(objects.width[row] / 100)) rows.push(row);
        },
      },
      *finish() {
        for (const group of groupBy(rows, (row) => `${layerUse(row).name}\n${objects.width[row]}`).values()) {
          const widthMm = objects.width[group[0]] / 100;
          const layer = layerNameOf(drawing, group[0]);
          yield {
            message: messages.notPermitted(widthMm, group.length, layer),
            expected: words(`one of ${standard.pens.seriesMm.join(', ')} mm`),
            found: quantity(widthMm, 'mm'),
            rows: group,
            subject: { layer, property: 'width', value: `${widthMm}` },
            remedy: `${group.length === 1 ? '1 object' : `${group.length} objects`}: ${widthMm} mm → width from the layer.`,
          };
        }
      },
    };
  },

  settle: takeFromLayer('width'),
};
