import type { Drawing } from '../../../dxf/drawing';

/** mm in an inch. */
const INCH = 25.4;
/** What is off by less lies as it was typed, mm. */
export const AS_TYPED_MM = 1e-3;

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
