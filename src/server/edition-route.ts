import type { Result } from '../core/result';
import { type Edition, edition } from './editions';
import { noEdition } from './http';
import { type RouteHandler, route } from './route';

/** A route of the edition that its address names by its number; answers that there is none where there is none. */
export const editionRoute = (
  answer: (
    found: Edition,
    query: URLSearchParams,
  ) => Response | Result<unknown> | Promise<Response | Result<unknown>>,
): RouteHandler =>
  route({
    of: 'edition',
    handler: ({ id, query }) => {
      const found = edition(id);
      return found ? answer(found, query) : noEdition();
    },
  });
