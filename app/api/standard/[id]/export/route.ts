import { writeStandard } from '@/core/standard/standard';
import { editionNamed } from '@/server/editions';
import { attachment, noEdition } from '@/server/http';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const found = await editionNamed(params);
  if (!found) return noEdition();
  return attachment(
    writeStandard(found.standard),
    'application/json; charset=utf-8',
    `${found.standard.name} ${found.label}.json`,
  );
}
