import { definitionHistory } from '@/core/standard/definition-history';
import { allEditions } from '@/server/editions';

/** The editions that changed a definition: `?kind=Layer&name=A-WALL`. */
export function GET(request: Request): Response {
  const { searchParams } = new URL(request.url);
  const steps = definitionHistory(
    allEditions(),
    searchParams.get('kind') ?? '',
    searchParams.get('name') ?? '',
  );
  return Response.json({ steps });
}
