import { editionRoute } from '@/server/edition-route';
import { attachment, problemResponse } from '@/server/http';
import { runTask } from '@/server/pool';
import { PRODUCTS, type ProductName } from '@/server/product-names';

/** A template or a specimen made out of an edition: `?as=template-2010`. */
export const GET = editionRoute(async (found, query) => {
  const wanted = query.get('as');
  const name = PRODUCTS.find((one) => one === wanted) as ProductName | undefined;
  if (!name)
    return problemResponse({
      code: 'bad-request',
      message: `An edition cannot be had as “${wanted ?? ''}”.`,
      action: `Ask for one of ${PRODUCTS.join(', ')}.`,
    });
  const made = await runTask('product', { standard: found.standard, name });
  if (!made.ok) return made;
  return attachment(made.value.bytes, made.value.mime, made.value.file);
});
