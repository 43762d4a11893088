import { z } from 'zod';

export const CAPS = ['open', 'line', 'round'] as const;

const name = z.string().trim().min(1, 'a name is needed').max(31, 'the name has at most 31 characters');
const colour = z.int().min(1).max(255).nullable();

/** Lines drawn together at set distances: walls, kerbs, ducts. */
export const parallelSetSchema = z
  .strictObject({
    name,
    use: z.string().trim().max(200).default(''),
    lines: z
      .array(
        z.strictObject({
          offsetMm: z
            .number()
            .min(-100000)
            .max(100000)
            .meta({ description: 'To the left of the drawn line; below 0 to its right.' }),
          colour: colour.default(null).meta({ description: 'null: the colour of the layer.' }),
          linetype: z.string().trim().max(255).default('').meta({ description: 'Empty: that of the layer.' }),
        }),
      )
      .min(2, 'at least two lines are needed')
      .max(16, 'a set has at most 16 lines'),
    startCap: z.enum(CAPS).default('open'),
    endCap: z.enum(CAPS).default('open'),
    fillColour: colour.default(null).meta({ description: 'null: not filled.' }),
    clause: z.string().trim().max(40).default(''),
    notes: z.string().trim().max(2000).default(''),
  })
  .superRefine(({ lines }, context) => {
    const offsets = new Set<number>();
    for (const [i, { offsetMm }] of lines.entries()) {
      if (offsets.has(offsetMm))
        context.addIssue({
          code: 'custom',
          path: ['lines', i, 'offsetMm'],
          message: `two lines lie at ${offsetMm} mm`,
        });
      offsets.add(offsetMm);
    }
  });
export type StandardParallelSet = z.infer<typeof parallelSetSchema>;
export type ParallelLines = StandardParallelSet['lines'];

/** Distance from the outermost line on one side to that on the other, mm. */
export const widthOf = ({ lines }: Pick<StandardParallelSet, 'lines'>): number => {
  const offsets = lines.map(({ offsetMm }) => offsetMm);
  return Math.max(...offsets) - Math.min(...offsets);
};

/** Straight pieces of a half round end. */
const HALF_STEPS = 24;

/**
 * What lies between the outermost lines of a straight run from left to right, its half round ends with it: corners
 * x, y, with y up and the drawn line at 0.
 * @param scale units of the picture to one mm
 */
export function areaOf(
  set: Pick<StandardParallelSet, 'lines' | 'startCap' | 'endCap'>,
  left: number,
  right: number,
  scale = 1,
): [number, number][] {
  const offsets = set.lines.map(({ offsetMm }) => offsetMm * scale);
  const [top, bottom] = [Math.max(...offsets), Math.min(...offsets)];
  const [middle, radius] = [(top + bottom) / 2, (top - bottom) / 2];
  const half = (x: number, fromDeg: number): [number, number][] =>
    Array.from({ length: HALF_STEPS - 1 }, (_, i) => {
      const angle = ((fromDeg - (180 * (i + 1)) / HALF_STEPS) * Math.PI) / 180;
      return [x + radius * Math.cos(angle), middle + radius * Math.sin(angle)];
    });
  return [
    [left, top],
    [right, top],
    ...(set.endCap === 'round' ? half(right, 90) : []),
    [right, bottom],
    [left, bottom],
    ...(set.startCap === 'round' ? half(left, -90) : []),
  ];
}

/** The lines from the left to the right, as the exchange format orders them. */
export const inOrder = (set: StandardParallelSet): StandardParallelSet => ({
  ...set,
  lines: [...set.lines].sort((a, b) => b.offsetMm - a.offsetMm),
});

/** "150, 50 (Hidden), −150": a set in words. */
export const formatParallels = ({ lines }: Pick<StandardParallelSet, 'lines'>): string =>
  lines
    .map(({ offsetMm, colour: own, linetype }) => {
      const more = [linetype, own === null ? '' : `colour ${own}`].filter((word) => word !== '');
      return `${offsetMm} mm${more.length > 0 ? ` (${more.join(', ')})` : ''}`;
    })
    .join(', ');
