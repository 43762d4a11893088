import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf, LINE_KINDS } from '../../../dxf/object-kinds';
import { clauseOf, groupBy, isPlaced, symbolsAround } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { mm } from '../lettering/shared';
import { ownFactorOf } from './shared';

const messages = {
  own: (
    count: number,
    where: string,
    factor: string,
    layer: string,
    sheet: string,
    repeat: string,
    plain: string,
  ) =>
    `${countOf('line', count)} ${where}on layer “${layer}” ${count === 1 ? 'carries' : 'carry'} a pattern factor of ${count === 1 ? 'its' : 'their'} own, ${factor}: the pattern repeats every ${repeat} on sheet “${sheet}”, and every ${plain} without it.`,
};

export const linesOwnFactor: Rule = {
  meta: {
    id: 'lines/own-factor',
    title: 'Own pattern factor',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'A line, also inside a symbol, whose pattern prints as the standard has it carries no factor that makes it larger or smaller. Factors that make up for something else are let be.',
    why: 'A factor on one line does not follow when the pattern or the scale of the sheet is changed.',
    source: 'Practice: nothing carries its own value unless it was approved',
  },

  visit(context) {
    const { drawing } = context;
    const found: number[] = [];
    return {
      on: {
        any(row) {
          if (LINE_KINDS.has(kindOf(drawing, row)) && ownFactorOf(context, row)) found.push(row);
        },
      },
      *finish() {
        const groups = groupBy(found, (row) => {
          const { factor, linetype, sheet } = ownFactorOf(context, row)!;
          return [
            String(isPlaced(drawing, row)),
            ...[layerNameOf(drawing, row), linetype, factor.toPrecision(4), sheet].map(foldName),
          ].join('\n');
        });
        for (const rows of groups.values()) {
          const own = ownFactorOf(context, rows[0])!;
          const layer = layerNameOf(drawing, rows[0]);
          const around = symbolsAround(drawing, rows);
          const factor = String(Number(own.factor.toPrecision(4)));
          const [repeat, plain] = [own.repeatMm, own.plainMm].map((one) => mm(Number(one.toPrecision(3))));
          yield {
            message: messages.own(
              rows.length,
              around ? `inside ${around}, ` : '',
              factor,
              layer,
              own.sheet,
              repeat,
              plain,
            ),
            expected: words('no factor of its own'),
            found: words(factor),
            rows,
            subject: {
              layer,
              property: 'linetype',
              value: `${own.linetype}, factor ${factor} on ${own.sheet}`,
              ...(around ? { symbol: 'inside' } : {}),
            },
            ...clauseOf(context.layerUse(rows[0]).standard),
            remedy: `${countOf('line', rows.length)}: repeats every ${repeat} → ${plain}.`,
          };
        }
      },
    };
  },

  settle(context, finding) {
    const rows = context.rowsOf(finding);
    return { operations: [{ type: 'set pattern factors', rows, factors: rows.map(() => 1) }] };
  },
};
