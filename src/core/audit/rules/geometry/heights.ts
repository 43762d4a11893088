import { z } from 'zod';
import { formatContainer, kindOf } from '../../../dxf/drawing';
import { hasHeight, heightOf } from '../../../dxf/edit/edit-height';
import { countOf } from '../../../dxf/object-kinds';
import { ONE_POINT } from '../../../facts/joints';
import { groupBy, isPlaced, kindsInWords } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';

const messages = {
  over: (what: string, count: number, height: string) =>
    `${what} ${count === 1 ? 'does' : 'do'} not lie in the plane of the drawing: ${height}.`,
  meant: (count: number) =>
    `${countOf('object', count)} with heights: so many have one that they are taken as meant`,
};

const settings = z.strictObject({
  share: numberSetting('Heights that no more of the drawing than this have are slips', '%', 5, { max: 100 }),
});

export const geometryHeights: Rule = {
  meta: {
    id: 'geometry/heights',
    title: 'Stray heights',
    stage: 'looks',
    weight: 'should',
    correction: 'choice',
    ways: { flatten: 'brought into the plane of the drawing' },
    what: 'In a flat drawing everything lies in one plane.',
    why: 'Lines at other heights seem to meet and do not: lengths, areas and outlines that are taken from them are wrong.',
    source: 'Practice: flat drawings are flat',
    settings,
  },

  visit(context) {
    const { drawing } = context;
    const { share } = settings.parse(context.settings);
    const high: number[] = [];
    let all = 0;
    return {
      on: {
        any(row) {
          if (!isPlaced(drawing, row) || !hasHeight(drawing, row)) return;
          all++;
          if (Math.abs(heightOf(drawing, row)) > ONE_POINT) high.push(row);
        },
      },
      *finish() {
        if (high.length === 0) return;
        if (high.length > (share / 100) * all) {
          context.notChecked(messages.meant(high.length));
          return;
        }
        const spaces = groupBy(high, (row) => String(drawing.objects.container[row]));
        for (const rows of spaces.values()) {
          const heights = rows.map((row) => heightOf(drawing, row));
          const [low, top] = [Math.min(...heights), Math.max(...heights)];
          const said = low === top ? `${figure(low)} units` : `${figure(low)} to ${figure(top)} units`;
          const what = kindsInWords(drawing, rows);
          yield {
            message: messages.over(what, rows.length, said),
            expected: words('all at height 0'),
            found: words(said),
            rows,
            subject: {
              kind: kindOf(drawing, rows[0]),
              value: formatContainer(drawing.containers[drawing.objects.container[rows[0]]]),
            },
            options: [
              {
                id: 'flatten',
                label: `Put ${countOf('object', rows.length)} at height 0`,
                needs: null,
                effect: 'drawing',
              },
            ],
          };
        }
      },
    };
  },

  settle: (context, finding) => ({ operations: [{ type: 'flatten', rows: context.rowsOf(finding) }] }),
};

const figure = (value: number): string => String(Number(value.toPrecision(4)));
