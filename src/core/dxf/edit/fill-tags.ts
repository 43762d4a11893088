import type { LineFamily } from '../../geometry/hatch';
import { decimal } from '../real';
import type { NewTag } from './edits';

/** What a fill is drawn with: families of lines as they lie in the area, turned and scaled; none for a solid one. */
export interface FillPattern {
  readonly name: string;
  readonly angleDeg: number;
  readonly scale: number;
  readonly families: readonly LineFamily[];
  /** Colours, red, green and blue, and the direction that they run in; absent for any other fill. */
  readonly gradient?: { readonly from: number; readonly to: number; readonly angleDeg: number };
}

/** Versions from this one on hold gradients. */
export const GRADIENTS_FROM = 'AC1018';

/** The lines of a pattern as a fill holds them, behind the kind of the pattern. */
export const patternTags = ({ angleDeg, scale, families }: FillPattern): NewTag[] => [
  { code: 52, value: decimal(angleDeg) },
  { code: 41, value: decimal(scale) },
  { code: 77, value: 0 },
  { code: 78, value: families.length },
  ...families.flatMap((family): NewTag[] => [
    { code: 53, value: decimal((family.angleRad * 180) / Math.PI) },
    { code: 43, value: decimal(family.baseX) },
    { code: 44, value: decimal(family.baseY) },
    { code: 45, value: decimal(family.offsetX) },
    { code: 46, value: decimal(family.offsetY) },
    { code: 79, value: family.dashes.length },
    ...family.dashes.map((dash): NewTag => ({ code: 49, value: decimal(dash) })),
  ]),
];

/** A gradient as a fill holds it, behind everything else of it. */
export function gradientTags(gradient: NonNullable<FillPattern['gradient']>): NewTag[] {
  const stop = (at: string, rgb: number): NewTag[] => [
    { code: 463, value: at },
    { code: 63, value: 7 },
    { code: 421, value: rgb },
  ];
  return [
    { code: 450, value: 1 },
    { code: 451, value: 0 },
    { code: 460, value: decimal((gradient.angleDeg * Math.PI) / 180) },
    { code: 461, value: '0.0' },
    { code: 452, value: 0 },
    { code: 462, value: '0.0' },
    { code: 453, value: 2 },
    ...stop('0.0', gradient.from),
    ...stop('1.0', gradient.to),
    { code: 470, value: 'LINEAR' },
  ];
}
