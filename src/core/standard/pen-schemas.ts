import { z } from 'zod';

const roleName = z.string().trim().min(1, 'a role needs a name').max(60);

export const penRoleSchema = z.strictObject({
  role: roleName.meta({ description: 'What lines of this width are for.' }),
  widthMm: z.number().positive().max(2.11),
});

/** One role is heavier than another, by a ratio at least. */
export const penOrderSchema = z.strictObject({
  heavier: roleName,
  lighter: roleName,
  ratio: z.number().min(1, 'a ratio is at least 1').max(20).default(1),
});

export type PenRole = z.infer<typeof penRoleSchema>;
export type PenOrder = z.infer<typeof penOrderSchema>;

/** Widths by colour number, for drawings whose widths come from colours. */
export const colourWidthSchema = z.strictObject({
  number: z.int().min(1).max(255),
  widthMm: z.number().min(0).max(2.11),
});
