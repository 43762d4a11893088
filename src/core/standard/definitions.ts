import { z } from 'zod';
import { foldName } from '../dxf/interner';
import { OBJECT_KINDS } from '../dxf/object-kinds';
import { placedSymbolSchema } from './line-marks';
import { lineWordSchema, PLAIN_LOOK, wordFault } from './line-words';
import { colourWidthSchema, penOrderSchema, penRoleSchema } from './pen-schemas';

/** Pen widths that the exchange format can hold, mm. Source: published DXF reference. */
export const STORABLE_WIDTHS_MM: readonly number[] = [
  0, 0.05, 0.09, 0.13, 0.15, 0.18, 0.2, 0.25, 0.3, 0.35, 0.4, 0.5, 0.53, 0.6, 0.7, 0.8, 0.9, 1, 1.06, 1.2,
  1.4, 1.58, 2, 2.11,
];

const storableWidth = z
  .number()
  .refine((mm) => STORABLE_WIDTHS_MM.includes(mm), {
    error: `a drawing cannot hold this width; the nearest it can hold are ${STORABLE_WIDTHS_MM.slice(1).join(', ')} mm`,
  })
  .meta({ description: 'Pen width on paper, mm.', enum: [...STORABLE_WIDTHS_MM] });

/** Characters that no version of the exchange format allows in a name. */
export const nameSchema = z
  .string()
  .trim()
  .min(1, 'a name is needed')
  .max(255, 'a name has at most 255 characters')
  .regex(/^[^<>/\\":;?*|=`,\r\n]*$/, 'a name cannot hold < > / \\ " : ; ? * | = ` or a comma')
  .meta({ description: 'Name; the same name in other case is the same name.' });

export const colourSchema = z
  .union([
    z.strictObject({ number: z.int().min(1).max(255) }),
    z.strictObject({ rgb: z.int().min(0).max(0xffffff) }),
  ])
  .meta({ description: 'One of the numbered colours 1 to 255, or red, green and blue as one number.' });

export const PROPERTIES = ['colour', 'linetype', 'width', 'transparency'] as const;

export const layerSchema = z.strictObject({
  name: nameSchema,
  purpose: z
    .string()
    .trim()
    .max(500)
    .default('')
    .meta({ description: 'What belongs on the layer, in words.' }),
  kinds: z
    .array(z.enum(OBJECT_KINDS))
    .default([])
    .meta({ description: 'Kinds of object that belong on the layer; none listed means any.' }),
  colour: colourSchema,
  linetype: nameSchema,
  widthMm: storableWidth
    .nullable()
    .meta({ description: 'Pen width, mm; null leaves the width at the default.' }),
  prints: z.boolean().default(true),
  required: z.boolean().default(false).meta({ description: 'Every drawing must have the layer.' }),
  ownValuesAllowed: z
    .array(z.enum(PROPERTIES))
    .default([])
    .meta({ description: 'Approved exceptions: what objects on the layer may carry as their own value.' }),
  discipline: z
    .string()
    .trim()
    .max(60)
    .default('')
    .meta({ description: 'Trade that the layer belongs to; empty for all.' }),
  role: z.string().trim().max(60).default('').meta({ description: 'Role of its pen; empty for none.' }),
  meaning: z
    .string()
    .trim()
    .max(60)
    .default('')
    .meta({ description: 'What its lines mean; empty for anything.' }),
  notes: z.string().trim().max(2000).default(''),
  clause: z.string().trim().max(40).default('').meta({ description: 'Clause of the office standard.' }),
});

/** Names by which the exchange format says "as the layer" and "as the symbol": no linetype can have them. */
const LINETYPE_WORDS: ReadonlySet<string> = new Set(['bylayer', 'byblock']);

export const linetypeSchema = z
  .strictObject({
    name: nameSchema.refine((name) => !LINETYPE_WORDS.has(foldName(name)), {
      error: 'drawings use this name for something else: choose another',
    }),
    description: z.string().max(200).default(''),
    elementsMm: z
      .array(z.number())
      .max(12, 'a linetype has at most 12 elements')
      .meta({ description: 'Paper mm: dash above 0, gap below 0, dot 0. Empty for a continuous line.' }),
    words: z.array(lineWordSchema).max(12).default([]),
    symbols: z.array(placedSymbolSchema).max(12).default([]),
    follows: z.string().trim().max(255).nullable().default(null).meta({
      description: 'Linetype whose line this one is, with another word; null for a line of its own.',
    }),
    basis: z
      .enum(['paper', 'model'])
      .default('paper')
      .meta({ description: 'Whether its lengths are mm on paper or mm in the model.' }),
    ends: z
      .strictObject({
        insetMm: z
          .number()
          .min(0)
          .max(100)
          .default(0)
          .meta({ description: 'How far the line stops short of its ends.' }),
        whole: z
          .boolean()
          .default(true)
          .meta({ description: 'Only whole repeats, the rest shared by the ends.' }),
      })
      .prefault({}),
    clause: z.string().trim().max(40).default(''),
    notes: z.string().trim().max(2000).default(''),
  })
  .superRefine((linetype, context) => {
    const { elementsMm } = linetype;
    const taken = new Set<number>();
    for (const [kind, marks] of [
      ['words', linetype.words],
      ['symbols', linetype.symbols],
    ] as const)
      for (const [i, { element }] of marks.entries()) {
        if (taken.has(element))
          context.addIssue({
            code: 'custom',
            path: [kind, i],
            message: 'a gap holds one word or one symbol',
          });
        taken.add(element);
      }
    for (const [i, word] of linetype.words.entries()) {
      const fault = wordFault(linetype, word, word.style === '' ? PLAIN_LOOK : null);
      if (fault) context.addIssue({ code: 'custom', path: ['words', i], message: fault });
    }
    if (elementsMm.length === 0) return;
    const complain = (message: string): void =>
      context.addIssue({ code: 'custom', path: ['elementsMm'], message });
    if (elementsMm[0] < 0) complain('a linetype begins with a dash or a dot, not with a gap');
    // A mark at a dot makes an unbroken line a pattern of its own.
    const marked = (element: number): boolean => elementsMm[element] === 0 && taken.has(element);
    if (!elementsMm.some((element, i) => element < 0 || marked(i)))
      complain('a linetype that is not continuous needs a gap');
    if (elementsMm.every((element) => element === 0)) complain('a linetype needs a length');
  });

export const pensSchema = z
  .strictObject({
    seriesMm: z.array(storableWidth).min(1, 'at least one pen width is needed'),
    defaultMm: storableWidth.meta({ description: 'What “default width” means in this office, mm.' }),
    roles: z.array(penRoleSchema).max(40).default([]),
    order: z.array(penOrderSchema).max(100).default([]),
    byColour: z
      .array(colourWidthSchema)
      .max(255)
      .default([])
      .meta({ description: 'Where widths come from colours: the width of each colour number.' }),
  })
  .superRefine((pens, context) => {
    const roles = new Set<string>();
    for (const [i, { role, widthMm }] of pens.roles.entries()) {
      const complain = (field: string, message: string): void =>
        context.addIssue({ code: 'custom', path: ['roles', i, field], message });
      if (roles.has(role.toLowerCase())) complain('role', `“${role}” is there twice`);
      roles.add(role.toLowerCase());
      if (!pens.seriesMm.includes(widthMm))
        complain('widthMm', `${widthMm} mm is not among the permitted pen widths`);
    }
    for (const [i, order] of pens.order.entries())
      for (const side of ['heavier', 'lighter'] as const)
        if (!roles.has(order[side].toLowerCase()))
          context.addIssue({
            code: 'custom',
            path: ['order', i, side],
            message: `there is no role “${order[side]}”`,
          });
    for (let i = 1; i < pens.seriesMm.length; i++)
      if (pens.seriesMm[i] <= pens.seriesMm[i - 1])
        context.addIssue({
          code: 'custom',
          path: ['seriesMm', i],
          message: 'pen widths rise from one to the next',
        });
  });

export type StandardLayer = z.infer<typeof layerSchema>;
export type StandardLinetype = z.infer<typeof linetypeSchema>;
export type StandardPens = z.infer<typeof pensSchema>;
export type OwnProperty = (typeof PROPERTIES)[number];
