import type { Drawing } from '../../../dxf/drawing';
import { wordsOf } from '../../../dxf/read/decode-text';
import type { UnitPair } from '../../../facts/units/units';
import { oneLine } from '../../../one-line';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { UNITS_OPTION } from './shared';

const labelled = (count: number): string => (count === 1 ? '1 label' : `${count} labels`);
const plain = (value: number): string => String(Number(value.toPrecision(6)));

const messages = {
  unlike: (agree: number, of: number, drawnAs: string, header: string, example: string) =>
    `The drawing’s unit is ${header}, but ${agree} of ${labelled(of)} beside lines say that it is drawn ${drawnAs}: ${example}.`,
  missing: (agree: number, of: number, drawnAs: string) =>
    `The drawing states no unit. ${agree} of ${labelled(of)} beside lines say that it is drawn ${drawnAs}.`,
};

/** Letters of a label that are shown in a message. */
const MOST_SHOWN = 40;

function example(drawing: Drawing, { rows, length }: UnitPair): string {
  const label = oneLine(wordsOf(drawing, rows[0]) ?? '');
  const shown = label.length > MOST_SHOWN ? `${label.slice(0, MOST_SHOWN)}…` : label;
  return `“${shown}” beside a line of ${plain(length)} units`;
}

export const unitsTrueSize: Rule = {
  meta: {
    id: 'units/true-size',
    title: 'Lengths unlike their labels',
    stage: 'file',
    weight: 'must',
    correction: 'choice',
    what: 'A drawing states the unit that it is drawn in, and its lines are as long as their labels say.',
    why: 'What was drawn in another unit, or at the size of its sheet, is scaled by guess and found out weeks later.',
    source: 'Practice: units and scale of drawings from outside',
  },

  *check({ drawing, facts }) {
    const { mmPerUnit, drawnAs, headerMm, pairs, sure } = facts.units;
    if (mmPerUnit === null) return;
    const agreeing = pairs.filter(({ agrees }) => agrees);
    if (agreeing.length === 0) return;
    const isRight = headerMm !== null && Math.abs(headerMm / mmPerUnit - 1) < 1e-3;
    if (isRight) return;
    yield {
      message:
        headerMm === null
          ? messages.missing(agreeing.length, pairs.length, drawnAs)
          : messages.unlike(
              agreeing.length,
              pairs.length,
              drawnAs,
              drawing.units,
              example(drawing, agreeing[0]),
            ),
      expected: words(`a unit of ${plain(mmPerUnit)} mm`),
      found: words(headerMm === null ? 'not stated' : `a unit of ${plain(headerMm)} mm`),
      rows: [...new Set(agreeing.flatMap(({ rows }) => rows))].sort((a, b) => a - b),
      subject: { value: plain(mmPerUnit) },
      sure,
      options: [UNITS_OPTION],
      weight: headerMm === null ? 'should' : 'must',
    };
  },
};
