import { z } from 'zod';
import { formatContainer, kindOf, layerNameOf } from '../../../dxf/drawing';
import { identityOf } from '../../../facts/identity';
import { type AuditContext, isInTheirSymbol } from '../../context';
import { type Decision, lengthIn, type SettableLength } from '../../finding';
import type { FindingDraft, Rule, Settlement } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { majorityOf, mm } from '../lettering/shared';
import { type Column, type Columned, columnsOf, labelLine, shoulderOf } from './columns';
import { leaders } from './shared';

const messages = {
  ends: (count: number, spread: string) =>
    `${count} labels of a column are not lined up: they stand up to ${spread} beside each other.`,
  shoulders: (count: number, from: string, to: string) =>
    `${count} leaders of a column have shoulders of ${from} to ${to}.`,
  inside: (count: number) =>
    `${leaders(count)} inside symbols of the sender: how ${count === 1 ? 'its label stands' : 'their labels stand'}, and what they cross`,
};

const settings = z.strictObject({
  width: numberSetting('Labels that stand no farther beside each other are one column', 'mm on paper', 3, {
    max: 30,
  }),
  tolerance: numberSetting('Labels and shoulders of a column may differ by', 'mm on paper', 0.2, { max: 10 }),
});
type Settings = z.infer<typeof settings>;

/** How far a reference line can be dragged either way, and how long a shoulder can be, mm on paper. */
const FARTHEST_MM = 200;
const LONGEST_MM = 50;
/** The reference line stands out over its column by this, mm on paper. */
const BEYOND_MM = 8;

type Fault = 'ends' | 'shoulders';

export const leadersColumn: Rule = {
  meta: {
    id: 'leaders/column',
    title: 'Labels of a column that are not lined up',
    stage: 'looks',
    weight: 'note',
    correction: 'choice',
    what: 'Labels that stand in one column stand on one line, and the shoulders of their leaders are of one length.',
    why: 'A ragged column looks careless, and the eye takes each step in it for a difference that is meant.',
    source: 'Practice: callouts are lined up before a sheet goes out',
    settings,
  },

  visit(context) {
    const own = settings.parse(context.settings);
    const rows: number[] = [];
    let inside = 0;
    return {
      on: {
        leader(row) {
          if (isInTheirSymbol(context, row)) inside++;
          else rows.push(row);
        },
      },
      *finish() {
        if (inside > 0) context.notChecked(messages.inside(inside));
        for (const column of columnsOf(context, rows, own.width))
          for (const fault of ['ends', 'shoulders'] as const) {
            const draft = draftOf(context, column, fault, own);
            if (draft) yield draft;
          }
      },
    };
  },

  settle(context, finding, decision) {
    const own = settings.parse(context.settings);
    const rows = context.rowsOf(finding).filter((row) => kindOf(context.drawing, row) === 'leader');
    const column = columnsOf(context, rows, own.width).find(({ members }) => members.length === rows.length);
    if (!column) return { refused: 'The labels no longer stand in one column.' };
    return finding.subject.value === 'shoulders'
      ? shouldersSettled(column, decision)
      : linedUp(column, own, decision);
  },
};

function draftOf(context: AuditContext, column: Column, fault: Fault, own: Settings): FindingDraft | null {
  const { drawing } = context;
  const { mmPerUnit } = column;
  const members = fault === 'ends' ? column.members : column.members.filter((one) => shoulderOf(one));
  const figures = members
    .map((one) => (fault === 'ends' ? one.end[0] : shoulderOf(one)!.length))
    .sort((a, b) => a - b);
  const spread = (figures[figures.length - 1] - figures[0]) * mmPerUnit;
  if (members.length < column.members.length || !(spread > own.tolerance)) return null;
  const rows = members.map(({ row }) => row).sort((a, b) => a - b);
  const [from, to] = [figures[0], figures[figures.length - 1]].map((one) => rounded(one * mmPerUnit));
  return {
    message:
      fault === 'ends'
        ? messages.ends(rows.length, mm(rounded(spread)))
        : messages.shoulders(rows.length, mm(from), mm(to)),
    expected: words(fault === 'ends' ? 'labels on one line' : 'shoulders of one length'),
    found: words(
      fault === 'ends' ? `up to ${mm(rounded(spread))} beside each other` : `${mm(from)} to ${mm(to)}`,
    ),
    // The labels are looked at as well.
    rows: [...new Set([...rows, ...members.map(({ label }) => label)])].sort((a, b) => a - b),
    subject: {
      layer: layerNameOf(drawing, rows[0]),
      kind: 'leader',
      value: fault,
      object: identityOf(drawing, rows[0]),
    },
    options: [
      fault === 'ends'
        ? {
            id: 'line up',
            label: 'Line them up',
            needs: null,
            effect: 'drawing',
            sets: referenceLine(context, column, own),
          }
        : {
            id: 'one length',
            label: 'Make them {to} mm',
            needs: null,
            effect: 'drawing',
            sets: shoulderLength(context, column, own),
          },
    ],
  };
}

/** Figures on paper to a hundredth. */
const rounded = (length: number): number => Number(length.toFixed(2));

/** Where most of the labels of a column end. */
const majorityEnd = ({ members, mmPerUnit }: Column, { tolerance }: Settings): number =>
  majorityOf(
    members.map(({ end }) => end[0]).sort((a, b) => a - b),
    tolerance / mmPerUnit,
  );

/** The line that a column is lined up on: 0 mm is where most of its labels stand. */
function referenceLine(context: AuditContext, column: Column, own: Settings): SettableLength {
  const { members, mmPerUnit } = column;
  const x = majorityEnd(column, own);
  const heights = members.map(({ end }) => end[1]);
  const beyond = BEYOND_MM / mmPerUnit;
  return {
    what: 'Reference line, from where most stand',
    start: 0,
    least: -FARTHEST_MM,
    most: FARTHEST_MM,
    space: spaceOf(context, column),
    way: [1 / mmPerUnit, 0],
    lines: [
      {
        points: [x, Math.min(...heights) - beyond, x, Math.max(...heights) + beyond],
        rates: [1, 1],
        drags: true,
      },
      ...members.flatMap((one) => {
        const by = x - one.end[0];
        return [
          {
            points: one.points.flatMap(([px, py], i) => [i === 0 ? px : px + by, py]),
            rates: one.points.map((_, i) => (i === 0 ? 0 : 1)),
            drags: false,
          },
          ...labelLine(context, one, [by, 0], 1),
        ];
      }),
    ],
  };
}

/** The one length of the shoulders of a column: what most of them have is where a person starts from. */
function shoulderLength(context: AuditContext, column: Column, own: Settings): SettableLength {
  const { members, mmPerUnit } = column;
  const lengths = members.map((one) => shoulderOf(one)!.length * mmPerUnit).sort((a, b) => a - b);
  const { way } = shoulderOf(members[0])!;
  const x = majorityEnd(column, own);
  const heights = members.map(({ end }) => end[1]);
  return {
    what: 'Length of the shoulders',
    start: rounded(majorityOf(lengths, own.tolerance)),
    least: 0.1,
    most: LONGEST_MM,
    space: spaceOf(context, column),
    way: [-way / mmPerUnit, 0],
    lines: [
      { points: [x, Math.min(...heights), x, Math.max(...heights)], rates: [1, 1], drags: true },
      ...members.map(({ points, end: [ex, ey] }) => ({
        points: [...points.slice(0, -2).flat(), ex, ey, ex, ey],
        rates: points.map((_, i) => (i === points.length - 2 ? 1 : 0)),
        drags: false,
      })),
    ],
  };
}

const spaceOf = ({ drawing }: AuditContext, { members: [{ row }] }: Column): string =>
  formatContainer(drawing.containers[drawing.objects.container[row]]);

function linedUp(column: Column, own: Settings, decision: Decision | undefined): Settlement {
  const at = lengthIn(decision, { least: -FARTHEST_MM, most: FARTHEST_MM });
  if (at === null) return { refused: 'Say where the reference line stands, in mm on paper.' };
  const { members, mmPerUnit } = column;
  const x = majorityEnd(column, own) + at / mmPerUnit;
  const moved = members.filter(({ end }) => end[0] !== x);
  return {
    operations: [
      {
        type: 'move labels',
        leaders: moved.map(({ row }) => row),
        rows: moved.map(({ label }) => label),
        by: moved.map(({ end }) => [x - end[0], 0]),
        onPaperMm: moved.map(({ end }) => Math.abs(x - end[0]) * mmPerUnit),
        was: 'not lined up',
      },
    ],
  };
}

function shouldersSettled({ members, mmPerUnit }: Column, decision: Decision | undefined): Settlement {
  const length = lengthIn(decision, { least: 0.1, most: LONGEST_MM });
  if (length === null) return { refused: 'Say how long the shoulders are, in mm on paper.' };
  const kneeOf = (one: Columned): readonly [number, number] => [
    one.end[0] - (shoulderOf(one)!.way * length) / mmPerUnit,
    one.end[1],
  ];
  const off = (one: Columned): number =>
    Math.abs(one.points[one.points.length - 2][0] - kneeOf(one)[0]) * mmPerUnit;
  const moved = members.filter((one) => off(one) > 1e-6);
  return {
    operations: [
      {
        type: 'set leader points',
        rows: moved.map(({ row }) => row),
        points: moved.map((one) => [...one.points.slice(0, -2), kneeOf(one), one.end]),
        onPaperMm: moved.map(off),
      },
    ],
  };
}
