import { foldName } from '../../../dxf/interner';
import { meaningOf } from '../../../standard/meanings';
import type { PenOrder } from '../../../standard/pen-schemas';
import { orderFault, widthOfRole } from '../../../standard/pens';
import type { AuditContext, LayerUse } from '../../context';
import type { Operation } from '../../operation';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { isPenned, widthByColour } from './shared';

const figure = (value: number): string => String(Number(value.toFixed(2)));

const messages = {
  'not heavier': (heavy: Pen, light: Pen) =>
    `${said(light)} prints ${light.widthMm === heavy.widthMm ? 'as heavy as' : 'heavier than'} ${said(heavy)}.`,
  'too alike': (heavy: Pen, light: Pen, ratio: number) =>
    `${said(heavy)} is only ${figure(heavy.widthMm / light.widthMm)} times as heavy as ${said(light)}; ${figure(ratio)} times is wanted.`,
};
const said = ({ role, widthMm, use }: Pen): string => `“${role}” (${widthMm} mm on layer “${use.name}”)`;

/** How the lines of a layer print, and what they are for. */
interface Pen {
  readonly use: LayerUse;
  readonly role: string;
  readonly widthMm: number;
}

export const pensOrder: Rule = {
  meta: {
    id: 'pens/order',
    title: 'Pens out of order',
    stage: 'looks',
    weight: 'must',
    correction: 'automatic',
    what: 'What the standard wants heavier prints heavier, by the ratio that it wants: the outline before the dimension before the hidden line.',
    why: 'A hidden line that prints as heavy as the outline is read as an edge.',
    // From memory.
    source: 'ISO 128-2: extra wide, wide and narrow lines as 4 : 2 : 1',
    followsLayer: true,
  },

  *check(context) {
    const { drawing, standard } = context;
    const { order, byColour } = standard.pens;
    // A version without widths that prints by no table of colours has no pens; a rule of its own says so.
    if (order.length === 0 || (!drawing.holdsWidths && byColour.length === 0)) return;
    const pens = pensOf(context, context.excepts);
    for (const one of order) {
      const heavy = pens.filter(({ role }) => foldName(role) === foldName(one.heavier));
      const light = pens.filter(({ role }) => foldName(role) === foldName(one.lighter));
      if (heavy.length === 0 || light.length === 0) continue;
      const lightest = heavy.reduce((a, b) => (b.widthMm < a.widthMm ? b : a));
      const off = light.filter(({ widthMm }) => orderFault(lightest.widthMm, widthMm, one.ratio) !== null);
      if (off.length === 0) continue;
      const heaviest = off.reduce((a, b) => (b.widthMm > a.widthMm ? b : a));
      const fault = orderFault(lightest.widthMm, heaviest.widthMm, one.ratio);
      if (fault === null) continue;
      const { operations, left } = waysOut(context, [lightest, ...off]);
      yield {
        message: messages[fault](lightest, heaviest, one.ratio),
        expected: words(`${one.heavier} ${wanted(one)} ${one.lighter}`),
        found: words(`${lightest.widthMm} mm to ${heaviest.widthMm} mm`),
        rows: [...off, lightest].flatMap(({ use }) => use.rows.filter((row) => isPenned(context, row))),
        subject: { kind: 'pen order', value: `${one.heavier} over ${one.lighter}` },
        ...(operations.length > 0
          ? {
              remedy: `The pens of ${operations.length === 1 ? '1 layer' : `${operations.length} layers`} as the standard has them.`,
            }
          : { correction: 'manual' as const, remedy: left }),
      };
    }
  },

  settle(context, { subject }) {
    const one = context.standard.pens.order.find(
      ({ heavier, lighter }) => `${heavier} over ${lighter}` === subject.value,
    );
    if (!one) return { refused: 'The standard no longer has this order.' };
    const roles = new Set([foldName(one.heavier), foldName(one.lighter)]);
    const { operations, left } = waysOut(
      context,
      pensOf(context, () => false).filter(({ role }) => roles.has(foldName(role))),
    );
    return operations.length > 0 ? { operations } : { refused: left };
  },
};

const wanted = ({ ratio }: PenOrder): string =>
  ratio > 1 ? `${figure(ratio)} times as heavy as` : 'heavier than';

/** How wide an object prints, mm: in a version without widths by the office's table of colours, null for a colour that is not in it. */
function printedWidth(context: AuditContext, row: number): number | null {
  return context.drawing.holdsWidths ? context.facts.look(row).widthMm : widthByColour(context, row);
}

/** The pens of the layers whose role is known: by the standard, or by the meaning that a sender's name gives away. */
function pensOf(context: AuditContext, excepts: (row: number) => boolean): Pen[] {
  const pens: Pen[] = [];
  for (const use of context.layers.values()) {
    const role = use.standard ? use.standard.role : meaningOf(context.standard.meanings, use.name)?.role;
    if (!role || !use.record?.on || use.record.frozen || !use.record.prints) continue;
    const counts = new Map<number, number>();
    for (const row of use.rows) {
      if (!isPenned(context, row) || excepts(row)) continue;
      const widthMm = printedWidth(context, row);
      if (widthMm === null) continue;
      counts.set(widthMm, (counts.get(widthMm) ?? 0) + 1);
    }
    // Single objects with a width of their own are no pen of the layer.
    let most: number | null = null;
    for (const [widthMm, count] of counts) if (most === null || count > counts.get(most)!) most = widthMm;
    if (most !== null) pens.push({ use, role, widthMm: most });
  }
  return pens;
}

/** The pens of the office's layers that are not as the standard has them, and why others are left. */
function waysOut(
  { drawing, standard }: AuditContext,
  pens: readonly Pen[],
): { operations: Operation[]; left: string } {
  if (!drawing.holdsWidths)
    return {
      operations: [],
      left: 'Widths come from colours in this version: the colours of the layers decide.',
    };
  const operations = pens.flatMap(({ use }): Operation[] =>
    use.standard &&
    use.record &&
    (use.standard.widthMm ?? -1) !== (use.record.width >= 0 ? use.record.width / 100 : -1)
      ? [{ type: 'set layer', layer: use.record.name, property: 'width' }]
      : [],
  );
  const strange = pens.find(({ use }) => !use.standard);
  if (strange) {
    const width = widthOfRole(standard.pens, strange.role);
    return {
      operations,
      left: `Layer “${strange.use.name}” takes its pen${width === null ? '' : ` (${width} mm)`} once it is one of the standard’s.`,
    };
  }
  const own = pens.find(({ use, widthMm }) => widthMm !== (use.standard?.widthMm ?? standard.pens.defaultMm));
  return {
    operations,
    left: own
      ? `Most objects on layer “${own.use.name}” have a width of their own: given back to the layer, they are in order.`
      : 'The standard itself gives these layers these pens.',
  };
}
