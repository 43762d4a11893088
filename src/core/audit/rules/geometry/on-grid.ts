import { z } from 'zod';
import { type Drawing, kindOf, layerNameOf } from '../../../dxf/drawing';
import { groupBy, isGenerated } from '../../context';
import type { FindingDraft, RuleContext } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';

/** mm in an inch. */
const INCH = 25.4;
/** What is off by less lies as it was typed, mm. */
export const AS_TYPED_MM = 1e-3;
/** Share of the values of a layer that have to be round for one that nearly is to be a slip. */
const MOSTLY = 0.6;

/** What an office says of round values. @param what "lengths" */
export const gridSettings = (what: string, offMm: number) =>
  z.strictObject({
    step: numberSetting(`Round ${what} are multiples of`, 'mm', 5, {
      max: 10_000,
      description: 'In drawings in inches or feet a quarter of an inch stands for it.',
    }),
    off: numberSetting('What is off by no more than this is a slip', 'mm', offMm, { max: 100 }),
  });

/** The steps that lengths and coordinates of a drawing are counted in, and how they are said. */
export interface Grid {
  /** mm. */
  readonly step: number;
  said(mm: number, digits?: number): string;
}

/**
 * The steps of a drawing: those that the office has set, or quarters of an inch in a drawing in inches or feet. Null where the drawing
 * names no unit, or no steps are set.
 */
export function gridOf({ unitMm }: Drawing, stepMm: number): Grid | null {
  if (unitMm === null || stepMm === 0) return null;
  const inches = Math.abs(unitMm / INCH - Math.round(unitMm / INCH)) < 1e-9;
  const figure = (value: number, digits: number): string => String(Number(value.toPrecision(digits)));
  return {
    step: inches ? INCH / 4 : stepMm,
    said: (mm, digits = 6) => (inches ? `${figure(mm / INCH, digits)} in` : `${figure(mm, digits)} mm`),
  };
}

/** Whether coordinates so large are held finely enough to tell what was typed. */
export const isHeldFinely = (mm: number): boolean => Math.abs(mm) * 1e-12 <= AS_TYPED_MM;

/** A length or a coordinate of a line. */
export interface OnGrid {
  readonly row: number;
  /** True mm. */
  readonly mm: number;
  readonly roundMm: number;
}

export const onGrid = (row: number, mm: number, { step }: Grid): OnGrid => ({
  row,
  mm,
  roundMm: Math.round(mm / step) * step,
});

/** What is a hair off on one layer of one space: the lines, and the one that is off the most. */
export interface Slips {
  readonly layer: string;
  readonly rows: readonly number[];
  readonly worst: OnGrid;
  readonly offMm: number;
  /** What a finding says of them beside its message. */
  readonly about: Pick<FindingDraft, 'rows' | 'subject' | 'expected' | 'found'>;
}

/**
 * Values a hair off a round one, by space and layer, where so many of the layer are round that it is a slip.
 * @param valuesIn the values of a space, by its number
 * @param least as many values have to be there
 * @param digits of the values, as they are said
 * @returns the slips, and how many are a hair off where too few are round
 */
export function slipsOf(
  context: RuleContext,
  grid: Grid,
  mostOffMm: number,
  valuesIn: (container: number) => readonly OnGrid[],
  least: number,
  digits?: number,
): { readonly slips: readonly Slips[]; readonly free: number } {
  const { drawing } = context;
  const off = ({ mm, roundMm }: OnGrid): number => Math.abs(mm - roundMm);
  const slips: Slips[] = [];
  let free = 0;
  for (const [index, container] of drawing.containers.entries()) {
    if (container.rows.length === 0 || isGenerated(drawing, container.rows[0])) continue;
    for (const of of groupBy(valuesIn(index), ({ row }) => String(drawing.objects.layer[row])).values()) {
      const near = of.filter((one) => off(one) > AS_TYPED_MM && off(one) <= mostOffMm);
      const round = of.filter((one) => off(one) <= AS_TYPED_MM).length;
      if (of.length < least || round < MOSTLY * of.length) {
        free += near.length;
        continue;
      }
      const found = near.filter(({ row }) => !context.excepts(row));
      if (found.length === 0) continue;
      const worst = found.reduce((a, b) => (off(b) > off(a) ? b : a));
      const rows = [...new Set(found.map(({ row }) => row))].sort((a, b) => a - b);
      const layer = layerNameOf(drawing, rows[0]);
      const said = (mm: number): string => grid.said(mm, digits);
      slips.push({
        layer,
        rows,
        worst,
        offMm: off(worst),
        about: {
          rows,
          subject: { layer, kind: kindOf(drawing, rows[0]), value: container.name },
          expected: words(`multiples of ${grid.said(grid.step)}`),
          found: words(`${said(worst.mm)} for ${said(worst.roundMm)}`),
        },
      });
    }
  }
  return { slips, free };
}
