import { standardJsonSchema } from '@/core/standard/standard';
import { route } from '@/server/route';

/** The published JSON Schema of the exchange file. */
export const GET = route({ handler: () => Response.json(standardJsonSchema()) });
