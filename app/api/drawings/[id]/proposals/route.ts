import { proposalsFor } from '@/server/corrections';
import { route } from '@/server/route';

export const GET = route({ of: 'drawing', handler: ({ id }) => proposalsFor(id) });
