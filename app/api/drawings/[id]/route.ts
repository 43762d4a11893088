import { drawing } from '@/server/drawings';
import { idOf, notFound } from '@/server/http';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const id = idOf((await params).id);
  const record = id === null ? null : drawing(id);
  if (!record) return notFound();
  // The list of changes can be long and has a route of its own.
  const { changes, ...rest } = record;
  return Response.json({ ...rest, changeCount: changes.length });
}
