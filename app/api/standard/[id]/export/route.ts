import { writeStandard } from '@/core/standard/standard';
import { editionRoute } from '@/server/edition-route';
import { attachment } from '@/server/http';

export const GET = editionRoute((found) =>
  attachment(
    writeStandard(found.standard),
    'application/json; charset=utf-8',
    `${found.standard.name} ${found.label}.json`,
  ),
);
