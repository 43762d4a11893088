import type { z } from 'zod';
import type { Result } from '../core/result';
import { machineProblem, whenFree } from './faults';
import {
  foreign,
  idOf,
  noEdition,
  noSender,
  notFound,
  otherHost,
  problemResponse,
  readBody,
  resultResponse,
} from './http';

/** Who asks. There are no accounts yet: everybody in the office is the same to the application. */
export interface Actor {
  readonly name: string;
}

interface RouteContext {
  readonly params: Promise<unknown>;
}

/** What a route is given when everything about the request is in order. */
export interface Call<B> {
  readonly request: Request;
  readonly query: URLSearchParams;
  readonly body: B;
  /** The number in the path; 0 where the path has none. */
  readonly id: number;
  readonly actor: Actor;
}

interface Route<B> {
  /** Schema of the body. Without one the body is left alone. */
  readonly body?: z.ZodType<B>;
  /** What the number in the path is of; a path without one says nothing. */
  readonly of?: 'drawing' | 'edition' | 'sender';
  /** The route changes something: the request must come from a page of this application. */
  readonly changes?: boolean;
  handler(call: Call<B>): Response | Result<unknown> | Promise<Response | Result<unknown>>;
}

export type RouteHandler = (request: Request, context?: RouteContext) => Promise<Response>;

const MISSING = { drawing: notFound, edition: noEdition, sender: noSender } as const;

/** The number in the path as text; empty where the path has none. */
async function idIn(context: RouteContext | undefined): Promise<string> {
  const params = await context?.params;
  return params !== null && typeof params === 'object' && 'id' in params ? String(params.id) : '';
}

/** Marks handlers that were made here, so that a test can see that every route was. */
const WRAPPED = Symbol('route');

/** Whether a handler went through {@link route}. */
export const isRoute = (handler: unknown): boolean =>
  typeof handler === 'function' && (handler as unknown as { [WRAPPED]?: boolean })[WRAPPED] === true;

/**
 * The one way into the application: origin, number, size and schema of what is sent are checked here, the actor is found
 * here, and problems become answers here.
 */
export function route<B = undefined>({
  body,
  of,
  changes = body !== undefined,
  handler,
}: Route<B>): RouteHandler {
  const answer: RouteHandler = async (request, context) => {
    try {
      const elsewhere = otherHost(request);
      if (elsewhere) return elsewhere;
      if (changes) {
        const refused = foreign(request);
        if (refused) return refused;
      }
      const id = of ? idOf(await idIn(context)) : 0;
      if (id === null) return MISSING[of ?? 'drawing']();
      const read = body ? await readBody(request, body) : null;
      if (read && !read.ok) return problemResponse(read.problem, 400);
      const call: Call<B> = {
        request,
        query: new URL(request.url).searchParams,
        body: (read?.ok ? read.value : undefined) as B,
        id,
        actor: { name: '' },
      };
      // What is sent as a stream can be read once only: such a route waits for the database by itself.
      const streams = request.body !== null && !body;
      const answered = streams ? await handler(call) : await whenFree(() => handler(call));
      const response = answered instanceof Response ? answered : resultResponse(answered);
      // What was not read of a body is in the way of the next request on the same connection.
      if (streams && !response.ok) response.headers.set('connection', 'close');
      return response;
    } catch (error) {
      const machine = machineProblem(error);
      if (machine) return problemResponse(machine);
      // What nobody thought of is a problem too, not a page of the framework's.
      console.error(error);
      return problemResponse(
        {
          code: 'server',
          message: 'The server could not do this.',
          action: 'Try again; if it happens again, tell whoever runs this server.',
        },
        500,
      );
    }
  };
  Object.defineProperty(answer, WRAPPED, { value: true });
  return answer;
}
