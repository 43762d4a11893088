import { z } from 'zod';
import { nameSchema } from './definitions';

/** A symbol of the office, known by its name: what it stands for, and where it belongs. How it is drawn is not kept. */
export const symbolSchema = z.strictObject({
  name: nameSchema,
  use: z.string().trim().max(200).default('').meta({ description: 'What it stands for, in words.' }),
  division: z
    .string()
    .trim()
    .max(80)
    .default('')
    .meta({ description: 'Division of the library that it stands in: doors, lighting, planting.' }),
  layer: z
    .string()
    .trim()
    .max(255)
    .default('')
    .meta({ description: 'Layer its placements belong on; empty for any.' }),
  clause: z.string().trim().max(40).default(''),
  notes: z.string().trim().max(2000).default(''),
});
export type StandardSymbol = z.infer<typeof symbolSchema>;

/** A symbol with nothing said beyond what is given. */
export const symbolOf = ({ name, ...given }: Partial<StandardSymbol> & { name: string }): StandardSymbol => ({
  name,
  use: '',
  division: '',
  layer: '',
  clause: '',
  notes: '',
  ...given,
});
