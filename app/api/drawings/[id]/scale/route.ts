import { z } from 'zod';
import { UNIT_NUMBERS, type UnitName } from '@/core/scaling/set-unit';
import { route } from '@/server/route';
import { scale } from '@/server/scaling';
import '@/server/work';

const way = z.number().min(-1e12).max(1e12);

const order = z.strictObject({
  request: z.strictObject({
    map: z.strictObject({
      factor: z.number().min(1e-9).max(1e9),
      turnRad: z.number().min(-100).max(100),
      to: z.tuple([way, way, way]),
    }),
    unit: z.enum(Object.keys(UNIT_NUMBERS) as [UnitName, ...UnitName[]]).optional(),
  }),
  note: z.string().max(200),
  revision: z.int().min(0),
});

/** Scales, turns and moves all of the model as one step, and names its unit. */
export const POST = route({ of: 'drawing', body: order, handler: ({ id, body }) => scale(id, body) });
