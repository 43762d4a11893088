import type { LineFamily } from '../../geometry/hatch';
import { decimal } from '../real';
import type { NewTag } from './edits';

/** What a fill is drawn with: families of lines as they lie in the area, turned and scaled; none for a solid one. */
export interface FillPattern {
  readonly name: string;
  readonly angleDeg: number;
  readonly scale: number;
  readonly families: readonly LineFamily[];
}

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
