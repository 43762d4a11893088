import { z } from 'zod';
import { rgbOf } from '../dxf/colour';
import type { LineFamily } from '../geometry/hatch';
import { formatDashes } from './line-words';
import { REDUCTIONS } from './scales';

const finite = z.number().min(-1e7).max(1e7);

/** One family of parallel lines of a pattern. */
export const fillLineSchema = z.strictObject({
  angleDeg: z.number().min(-360).max(360),
  originMm: z.tuple([finite, finite]).default([0, 0]),
  spacingMm: z
    .number()
    .min(0.01, 'lines of a fill need a distance')
    .max(1e7)
    .meta({ description: 'Square distance from one line to the next.' }),
  shiftMm: finite
    .default(0)
    .meta({ description: 'How far each line is shifted along from the one before: bricks and tiles.' }),
  dashesMm: z
    .array(finite)
    .max(12)
    .default([])
    .meta({ description: 'Dash above 0, gap below 0, dot 0; empty for unbroken lines.' }),
});
export type FillLine = z.infer<typeof fillLineSchema>;

export const FILL_KINDS = ['lines', 'solid', 'gradient'] as const;
export const BASES = ['paper', 'model'] as const;

const colourNumber = z.int().min(1).max(255).nullable();

export const fillSchema = z
  .strictObject({
    name: z
      .string()
      .trim()
      .min(1, 'a name is needed')
      .max(31, 'the name of a fill has at most 31 characters')
      .regex(/^[A-Za-z0-9_$-]+$/, 'the name of a fill holds letters without accents, figures, _ $ and -'),
    material: z.string().trim().max(200).default('').meta({ description: 'What it stands for, in words.' }),
    kind: z.enum(FILL_KINDS).default('lines'),
    lines: z.array(fillLineSchema).max(20).default([]),
    basis: z.enum(BASES).default('paper').meta({
      description: 'Whether its distances are mm on paper or mm in the model, as courses of bricks are.',
    }),
    angle: z
      .enum(['fixed', 'host'])
      .default('fixed')
      .meta({ description: 'Fixed to the sheet, or turning with the shape that it fills.' }),
    origin: z
      .enum(['fixed', 'host'])
      .default('fixed')
      .meta({ description: 'Where its lines are counted from.' }),
    clearOfText: z.boolean().default(true),
    behind: z.boolean().default(true).meta({ description: 'Lies behind the lines.' }),
    layer: z
      .string()
      .trim()
      .max(255)
      .default('')
      .meta({ description: 'Layer it belongs on; empty for any.' }),
    colour: colourNumber.default(null).meta({ description: 'Its own colour; null for that of its layer.' }),
    secondColour: colourNumber.default(null).meta({ description: 'Where a gradient ends; null for white.' }),
    gradientDeg: z.number().min(-360).max(360).default(0),
    clause: z.string().trim().max(40).default(''),
    notes: z.string().trim().max(2000).default(''),
  })
  .superRefine((fill, context) => {
    if (fill.kind === 'lines' && fill.lines.length === 0)
      context.addIssue({
        code: 'custom',
        path: ['lines'],
        message: 'a fill of lines needs at least one family',
      });
    for (const [i, { dashesMm }] of fill.lines.entries())
      if (dashesMm.length > 0 && (!dashesMm.some((d) => d < 0) || dashesMm.every((d) => d === 0)))
        context.addIssue({
          code: 'custom',
          path: ['lines', i, 'dashesMm'],
          message: 'broken lines need a dash or a dot, and a gap',
        });
  });
export type StandardFill = z.infer<typeof fillSchema>;

const RADIANS = Math.PI / 180;
/** Takes off what sines leave behind. */
const tidy = (value: number, most = 1e9): number => Math.round(value * most) / most || 0;

/**
 * Families of a fill as lines are counted: in the coordinates of what is filled.
 * @param scale units of what is drawn to one mm of the fill
 * @param turnDeg turns the whole pattern, for a sloping host
 */
export function familiesOf(fill: StandardFill, scale = 1, turnDeg = 0): LineFamily[] {
  const [turnCos, turnSin] = [Math.cos(turnDeg * RADIANS), Math.sin(turnDeg * RADIANS)];
  return fill.lines.map((line) => {
    const angleRad = (line.angleDeg + turnDeg) * RADIANS;
    const [cos, sin] = [Math.cos(angleRad), Math.sin(angleRad)];
    const [x, y] = line.originMm;
    return {
      angleRad,
      baseX: tidy((x * turnCos - y * turnSin) * scale),
      baseY: tidy((x * turnSin + y * turnCos) * scale),
      offsetX: tidy((line.shiftMm * cos - line.spacingMm * sin) * scale, 1e13),
      offsetY: tidy((line.shiftMm * sin + line.spacingMm * cos) * scale, 1e13),
      dashes: line.dashesMm.map((dash) => dash * scale),
    };
  });
}

/**
 * How the colours of a gradient run: red, green and blue, and the direction.
 * @param ofLayer colour of the layer that it lies on, for one that takes it from there
 */
export const gradientOf = (
  { colour, secondColour, gradientDeg }: StandardFill,
  ofLayer = 0,
): { readonly from: number; readonly to: number; readonly angleDeg: number } => ({
  from: colour === null ? ofLayer : rgbOf({ number: colour }),
  to: secondColour === null ? WHITE : rgbOf({ number: secondColour }),
  angleDeg: gradientDeg,
});

const WHITE = 0xffffff;

/** Clear space between lines that print apart, mm. Source: ISO 128-2, from memory. */
const APART_MM = 0.7;

/**
 * What is to be said of the lines of a fill that lie too close to print apart; null where nothing is.
 * @returns words, and whether they are so at every scale: lines of the model come closer as the scale gets smaller
 */
export function tooClose({ kind, lines, basis }: Pick<StandardFill, 'kind' | 'lines' | 'basis'>): {
  readonly says: string;
  readonly always: boolean;
} | null {
  if (kind !== 'lines' || lines.length === 0) return null;
  const least = Math.min(...lines.map(({ spacingMm }) => Math.abs(spacingMm)));
  if (basis === 'paper')
    return least < APART_MM
      ? { says: `Lines ${least} mm apart run together on paper: ${APART_MM} mm print apart.`, always: true }
      : null;
  const from = REDUCTIONS.find((reduction) => least / reduction < APART_MM);
  if (from === undefined) return null;
  return {
    says: `From 1:${from} on its lines are ${tidy(least / from, 1000)} mm apart on paper and run together: ${APART_MM} mm print apart.`,
    always: from === 1,
  };
}

/** The lines of a pattern from its families; the reverse of {@link familiesOf} for a scale. */
export function linesOf(families: readonly LineFamily[], scale = 1): FillLine[] {
  return families.map((family) => {
    const [cos, sin] = [Math.cos(family.angleRad), Math.sin(family.angleRad)];
    const spacing = family.offsetY * cos - family.offsetX * sin;
    const shift = family.offsetX * cos + family.offsetY * sin;
    // Lines counted the other way are the same lines.
    const sense = spacing < 0 ? -1 : 1;
    return {
      angleDeg: tidy(family.angleRad / RADIANS),
      originMm: [tidy(family.baseX / scale), tidy(family.baseY / scale)],
      spacingMm: tidy((spacing * sense) / scale),
      shiftMm: tidy((shift * sense) / scale),
      dashesMm: family.dashes.map((dash) => tidy(dash / scale)),
    };
  });
}

/** "45° every 3 mm; −45° every 3 mm": a pattern in words. */
export const formatLines = (lines: readonly FillLine[]): string =>
  lines
    .map(
      ({ angleDeg, spacingMm, shiftMm, dashesMm }) =>
        `${angleDeg}° every ${spacingMm} mm${shiftMm === 0 ? '' : `, shifted ${shiftMm}`}${dashesMm.length === 0 ? '' : `, ${formatDashes(dashesMm)}`}`,
    )
    .join('; ');

const blank = (name: string, material: string): StandardFill =>
  fillSchema.parse({ name, material, kind: 'solid' });
const line = (angleDeg: number, spacingMm: number, more: Partial<FillLine> = {}): FillLine => ({
  angleDeg,
  originMm: [0, 0],
  spacingMm,
  shiftMm: 0,
  dashesMm: [],
  ...more,
});
const preset = (
  name: string,
  material: string,
  lines: FillLine[],
  more: Partial<StandardFill> = {},
): StandardFill => ({
  ...blank(name, material),
  kind: 'lines',
  lines,
  ...more,
});

/**
 * Materials to begin with. Drawn after what is common in construction drawings; only the distance of brick courses
 * has a number behind it (75 mm, common practice).
 */
export const FILL_PRESETS: readonly StandardFill[] = [
  preset('CONCRETE', 'Concrete, cut', [line(45, 4), line(45, 4, { originMm: [0, 0.9] })]),
  preset('BRICK-CUT', 'Brickwork, cut', [line(45, 1.5)]),
  preset(
    'BRICK-COURSES',
    'Brickwork, seen: courses of 75 mm',
    [line(0, 75), line(90, 112.5, { shiftMm: 75, dashesMm: [75, -75] })],
    { basis: 'model' },
  ),
  preset('STEEL', 'Steel, cut', [line(45, 2), line(45, 2, { originMm: [0, 0.6] })]),
  preset('TIMBER-END', 'Timber, end grain', [line(45, 2.5), line(-45, 2.5)]),
  preset('TIMBER-LONG', 'Timber, along the grain', [
    line(0, 1.2, { dashesMm: [9, -1.5] }),
    line(0, 2.4, { originMm: [3, 0.6], dashesMm: [5, -2.5] }),
  ]),
  preset('INSULATION', 'Insulation', [line(60, 2), line(-60, 2)]),
  preset('EARTH', 'Ground, natural', [
    line(45, 6, { dashesMm: [5, -5] }),
    line(45, 6, { originMm: [0, 1.2], dashesMm: [5, -5] }),
    line(-45, 6, { originMm: [3, 3], dashesMm: [5, -5] }),
  ]),
  preset('GRAVEL', 'Gravel and stone bed', [
    line(0, 3, { shiftMm: 1.5, dashesMm: [0, -3] }),
    line(60, 4, { shiftMm: 2, dashesMm: [0.8, -3.2] }),
  ]),
  preset('SAND', 'Sand', [line(0, 1.2, { shiftMm: 0.7, dashesMm: [0, -1.4] })]),
  preset('WATER', 'Water', [
    line(0, 4, { dashesMm: [10, -4] }),
    line(0, 4, { originMm: [4, 1], dashesMm: [6, -8] }),
  ]),
  preset('TILES', 'Tiles of 300 mm', [line(0, 300), line(90, 300)], { basis: 'model' }),
  blank('SOLID', 'Cut faces too narrow for lines'),
];
