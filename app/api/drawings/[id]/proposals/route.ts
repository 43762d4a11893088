import { proposalsFor } from '@/server/drawings';
import { idOf, notFound, resultResponse } from '@/server/http';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const id = idOf((await params).id);
  return id === null ? notFound() : resultResponse(await proposalsFor(id));
}
