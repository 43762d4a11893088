import { z } from 'zod';
import { FACES } from '../dxf/fonts';
import { foldName } from '../dxf/interner';

/** Lettering heights, mm. Source: ISO 3098-1, from memory. */
export const HEIGHT_SERIES_MM: readonly number[] = [1.8, 2.5, 3.5, 5, 7, 10, 14, 20];

/** Sheets, long side first, mm. Source: ISO 216 / ISO 5457, from memory. */
export const SHEET_SIZES_MM: Readonly<Record<string, readonly [number, number]>> = {
  A0: [1189, 841],
  A1: [841, 594],
  A2: [594, 420],
  A3: [420, 297],
  A4: [297, 210],
};
export const SHEETS = ['A0', 'A1', 'A2', 'A3', 'A4'] as const;

/** Stroke of lettering as a share of its height. Source: ISO 3098, from memory: type A h/14, type B h/10. */
export const STROKE_SHARES = { A: 1 / 14, B: 1 / 10 } as const;

const paperMm = z.number().positive('a height is above 0').max(200).meta({ description: 'On paper, mm.' });

/** Where the point of a text lies on it: on the base line where nothing else is said. */
export const JUSTIFICATIONS = [
  'left',
  'centre',
  'right',
  'middle left',
  'middle centre',
  'middle right',
  'top left',
  'top centre',
  'top right',
] as const;

/** Heights that texts of a style may have. */
export const HEIGHTS_OF_STYLE = ['its own', 'any permitted'] as const;

export const textStyleSchema = z.strictObject({
  name: z.string().trim().min(1, 'a name is needed').max(255),
  use: z.string().trim().max(200).default('').meta({ description: 'What it is for, in words.' }),
  font: z
    .string()
    .trim()
    .max(120)
    .default('')
    .meta({ description: 'Font that drawings name; empty for any.' }),
  face: z.enum(FACES).default('stroke').meta({ description: 'Shipped face that it is shown with.' }),
  heightMm: paperMm,
  heights: z
    .enum(HEIGHTS_OF_STYLE)
    .default('its own')
    .meta({ description: 'Heights that its texts may have: its own alone, or any that is permitted.' }),
  widthFactor: z.number().min(0.2).max(3).default(1),
  slantDeg: z.number().min(-45).max(45).default(0),
  lineSpacing: z
    .number()
    .min(1, 'lines would run into each other')
    .max(4)
    .default(1.6)
    .meta({ description: 'From base line to base line, in heights.' }),
  justification: z.enum(JUSTIFICATIONS).default('left'),
  clause: z.string().trim().max(40).default(''),
  notes: z.string().trim().max(2000).default(''),
});

export const letteringSchema = z
  .strictObject({
    heightsMm: z
      .array(paperMm)
      .max(20)
      .default([...HEIGHT_SERIES_MM]),
    smallestMm: z
      .strictObject(
        Object.fromEntries(SHEETS.map((sheet) => [sheet, paperMm])) as Record<
          (typeof SHEETS)[number],
          typeof paperMm
        >,
      )
      .default({ A0: 2.5, A1: 2.5, A2: 2.5, A3: 2, A4: 1.8 })
      .meta({ description: 'Smallest lettering on each size of sheet, mm.' }),
    styles: z.array(textStyleSchema).max(200).default([]),
  })
  .superRefine((lettering, context) => {
    const complain = (path: (string | number)[], message: string): void =>
      context.addIssue({ code: 'custom', path, message });
    for (let i = 1; i < lettering.heightsMm.length; i++)
      if (lettering.heightsMm[i] <= lettering.heightsMm[i - 1])
        complain(['heightsMm', i], 'heights rise from one to the next');
    const names = new Set<string>();
    for (const [i, style] of lettering.styles.entries()) {
      if (names.has(style.name.toLowerCase()))
        complain(['styles', i, 'name'], `“${style.name}” is there twice`);
      names.add(style.name.toLowerCase());
      if (lettering.heightsMm.length > 0 && !lettering.heightsMm.includes(style.heightMm))
        complain(['styles', i, 'heightMm'], `${style.heightMm} mm is not among the permitted heights`);
    }
  });

export type Lettering = z.infer<typeof letteringSchema>;
export type StandardTextStyle = z.infer<typeof textStyleSchema>;

/**
 * Heights on paper that texts of a style may have, mm; empty where any will do.
 * @param style undefined for a style that the standard does not have
 */
export const heightsFor = (
  { heightsMm }: Lettering,
  style: StandardTextStyle | undefined,
): readonly number[] => (style?.heights === 'its own' ? [style.heightMm] : heightsMm);

/** A text style with nothing said beyond its name. */
export const textStyleOf = (name: string): StandardTextStyle => ({
  name,
  use: '',
  font: '',
  face: 'stroke',
  heightMm: 2.5,
  heights: 'its own',
  widthFactor: 1,
  slantDeg: 0,
  lineSpacing: 1.6,
  justification: 'left',
  clause: '',
  notes: '',
});

/** Lettering of an office that has decided nothing: the published heights, no styles. */
export const blankLettering = (): Lettering => letteringSchema.parse({});

/**
 * Height in the model of lettering that is to have a height on paper.
 * @param scale model units to one unit on paper: 100 for 1:100
 * @param unitMm mm of one model unit
 */
export const modelHeight = (heightMm: number, scale: number, unitMm = 1): number =>
  (heightMm * scale) / unitMm;

/** Height on paper of lettering in the model. */
export const paperHeight = (height: number, scale: number, unitMm = 1): number => (height * unitMm) / scale;

/** Sheets on which a height may not be used, because the smallest there is larger. */
export const tooSmallOn = (lettering: Lettering, heightMm: number): (typeof SHEETS)[number][] =>
  SHEETS.filter((sheet) => heightMm < lettering.smallestMm[sheet]);

/** "h/10", "h/7.1": stroke of a pen as a share of a height, as the trade says it. */
export const formatStroke = (penMm: number, heightMm: number): string =>
  `h/${Number((heightMm / penMm).toPrecision(3))}`;

/** Pen that gives lettering the stroke of type B (h/10) from a series, the nearest to it. */
export function penFor(
  heightMm: number,
  seriesMm: readonly number[],
  type: keyof typeof STROKE_SHARES = 'B',
): number {
  const wanted = heightMm * STROKE_SHARES[type];
  return seriesMm.reduce(
    (best, mm) => (Math.abs(mm - wanted) < Math.abs(best - wanted) ? mm : best),
    seriesMm[0],
  );
}

/** The text style of a name, whatever its case. */
export const findTextStyle = (
  styles: readonly StandardTextStyle[],
  name: string,
): StandardTextStyle | undefined => styles.find((style) => foldName(style.name) === foldName(name));
