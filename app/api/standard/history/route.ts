import { definitionHistory } from '@/core/standard/definition-history';
import { allEditions } from '@/server/editions';
import { route } from '@/server/route';

/** The editions that changed a definition: `?kind=Layer&name=A-WALL`. */
export const GET = route({
  handler: ({ query }) =>
    Response.json({
      steps: definitionHistory(allEditions(), query.get('kind') ?? '', query.get('name') ?? ''),
    }),
});
