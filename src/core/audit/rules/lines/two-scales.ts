import { layerNameOf } from '../../../dxf/drawing';
import { SUBCLASSES_FROM } from '../../../dxf/edit/record-bodies';
import { foldName } from '../../../dxf/interner';
import { countOf, LINE_KINDS } from '../../../dxf/object-kinds';
import { patternsOnPaper } from '../../../facts/on-paper';
import { type AuditContext, groupBy, isPlaced } from '../../context';
import type { Rule, SettleContext } from '../../rule';
import { words } from '../../value';
import { mm } from '../lettering/shared';
import { ownFactorOf, SAME_REPEAT } from './shared';

const messages = {
  other: (count: number, linetype: string, sheet: string, repeat: string, most: string) =>
    `${countOf('line', count)} of “${linetype}” ${count === 1 ? 'repeats' : 'repeat'} every ${repeat} on sheet “${sheet}”; most of them there repeat every ${most}.`,
};

/** Share of the lines of a sheet that tell how large a pattern is meant. */
const MOSTLY = 0.6;
const LEAST = 3;

/** A line whose pattern is of another size than most of its sheet. */
interface Other {
  readonly row: number;
  readonly linetype: string;
  readonly sheet: string;
  readonly repeatMm: number;
  readonly mostMm: number;
}

export const linesTwoScales: Rule = {
  meta: {
    id: 'lines/two-scales',
    title: 'One pattern in two sizes on one sheet',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'On one sheet the dashes of a linetype are of one size.',
    why: 'Two sizes of one pattern look like two patterns, and a reader looks for what the second one means.',
    source: 'Practice: one pattern at two scales on one sheet',
  },

  *check(context) {
    const others = othersIn(context).filter(({ row }) => !context.excepts(row));
    const groups = groupBy(
      others,
      ({ row, linetype, sheet, repeatMm }) =>
        `${foldName(layerNameOf(context.drawing, row))}|${linetype}|${sheet}|${repeatMm.toPrecision(2)}`,
    );
    const holds = context.drawing.document.version >= SUBCLASSES_FROM;
    for (const group of groups.values()) {
      const [{ row, linetype, sheet, repeatMm, mostMm }] = group;
      const [repeat, most] = [repeatMm, mostMm].map((one) => mm(Number(one.toPrecision(3))));
      yield {
        message: messages.other(group.length, linetype, sheet, repeat, most),
        expected: words(`repeats every ${most}`),
        found: words(`repeats every ${repeat}`),
        rows: group.map((one) => one.row),
        subject: {
          layer: layerNameOf(context.drawing, row),
          property: 'linetype',
          value: `${linetype}, ${repeat} on ${sheet}`,
        },
        ...(holds
          ? { remedy: `${countOf('line', group.length)}: repeats every ${repeat} → ${most}.` }
          : {
              correction: 'manual' as const,
              remedy: 'This version has one factor for all lines: drawn in another linetype, or by hand.',
            }),
      };
    }
  },

  settle(context, finding) {
    const wanted = new Set(context.rowsOf(finding));
    const others = othersIn(context).filter(({ row }) => wanted.has(row));
    return {
      operations: [
        {
          type: 'set pattern factors',
          rows: others.map(({ row }) => row),
          factors: others.map(({ row, repeatMm, mostMm }) =>
            Number(((context.facts.linetype(row).objectFactor * mostMm) / repeatMm).toPrecision(10)),
          ),
        },
      ],
    };
  },
};

/** Lines with a pattern that one sheet alone shows, and in another size than most of it. */
function othersIn(context: AuditContext | SettleContext): Other[] {
  const { drawing, facts } = context;
  const seen: { row: number; linetype: string; sheet: string; repeatMm: number; isOwn: boolean }[] = [];
  for (const kind of LINE_KINDS)
    for (const row of facts.rowsOfKind(kind)) {
      if (!isPlaced(drawing, row)) continue;
      const shown = patternsOnPaper(facts, row);
      if (shown.length !== 1 || !(shown[0].repeatMm > 0)) continue;
      const [{ appearance, linetype, repeatMm }] = shown;
      // A factor of its own that goes is counted as gone: it has a rule of its own.
      const own = ownFactorOf(context, row);
      seen.push({
        row,
        linetype,
        sheet: appearance.sheet,
        repeatMm: own?.plainMm ?? repeatMm,
        isOwn: own !== null,
      });
    }
  const families = groupBy(seen, ({ linetype, sheet }) => `${foldName(linetype)}|${sheet}`);
  return [...families.values()]
    .flatMap((family) => {
      if (family.length < LEAST) return [];
      const sorted = family.map(({ repeatMm }) => repeatMm).sort((a, b) => a - b);
      const middle = sorted[Math.floor(sorted.length / 2)];
      const off = (repeatMm: number): boolean => Math.abs(repeatMm / middle - 1) > SAME_REPEAT;
      const others = family.filter(({ repeatMm }) => off(repeatMm));
      return family.length - others.length < MOSTLY * family.length
        ? []
        : others.filter(({ isOwn }) => !isOwn).map((one) => ({ ...one, mostMm: middle }));
    })
    .sort((a, b) => a.row - b.row);
}
