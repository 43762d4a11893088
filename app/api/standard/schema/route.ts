import { standardJsonSchema } from '@/core/standard/standard';

/** The published JSON Schema of the exchange file. */
export const GET = (): Response => Response.json(standardJsonSchema());
