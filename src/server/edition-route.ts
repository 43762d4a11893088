import { type Edition, edition } from './editions';
import { idOf, noEdition } from './http';

type Handler = (request: Request, context: { params: Promise<{ id: string }> }) => Promise<Response>;

/** A route of the edition that its address names by its number; answers that there is none where there is none. */
export const editionRoute =
  (answer: (found: Edition, request: Request) => Response | Promise<Response>): Handler =>
  async (request, { params }) => {
    const id = idOf((await params).id);
    const found = id === null ? null : edition(id);
    return found ? answer(found, request) : noEdition();
  };
