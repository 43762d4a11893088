import { createReadStream, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import type { z } from 'zod';
import { fail, type Problem, type Result } from '../core/result';
import { hostProblem, isAllowedHost } from './hosts';

/** JSON answer with the status that fits a problem. */
export function problemResponse(problem: Problem, status = 422): Response {
  const statuses: Readonly<Record<string, number>> = {
    'too-large': 413,
    'no-drawing': 404,
    'no-sheet': 404,
    'no-edition': 404,
    'no-sender': 404,
    conflict: 409,
    busy: 503,
    'disk-full': 507,
    'read-only': 507,
    'disk-fault': 507,
  };
  return Response.json({ problem }, { status: statuses[problem.code] ?? status });
}

export const resultResponse = <T>(result: Result<T>): Response =>
  result.ok ? Response.json(result.value ?? {}) : problemResponse(result.problem);

/** What a page sends is a standard at the most. */
const MOST_JSON_BYTES = 8_000_000;
/** How deep what a page sends is nested at the most; a standard is nine. */
const DEEPEST_JSON = 40;

/** Whether a text of JSON is nested no deeper than it may be: what is deeper costs far more than its length. */
function isShallow(bytes: Uint8Array): boolean {
  let [depth, quoted] = [0, false];
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i];
    if (quoted) {
      if (byte === 0x5c) i++;
      else if (byte === 0x22) quoted = false;
    } else if (byte === 0x22) quoted = true;
    else if (byte === 0x5b || byte === 0x7b) {
      if (++depth > DEEPEST_JSON) return false;
    } else if (byte === 0x5d || byte === 0x7d) depth--;
  }
  return true;
}

const notJson = (message: string): Result<never> =>
  fail('bad-request', message, 'Reload the page and try again.');

/** Reads and checks the body of a request. */
export async function readBody<T>(request: Request, schema: z.ZodType<T>): Promise<Result<T>> {
  const bytes = await bytesWithin(request, MOST_JSON_BYTES);
  if (!bytes)
    return fail('too-large', 'The request is too large.', 'Take in a standard of this size as a file.');
  if (!isShallow(bytes)) return notJson(`The request is nested deeper than ${DEEPEST_JSON} levels.`);
  let data: unknown;
  try {
    data = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return notJson('The request is not valid JSON.');
  }
  const parsed = schema.safeParse(data);
  if (parsed.success) return { ok: true, value: parsed.data };
  const issue = parsed.error.issues[0];
  return {
    ok: false,
    problem: {
      code: 'bad-request',
      message: `${issue.path.join(', ').slice(0, 200) || 'The request'}: ${issue.message.slice(0, 300)}.`,
      action: 'Reload the page and try again.',
    },
  };
}

/** A file to be saved; its name is given twice, because old browsers read only plain letters. */
export const attachment = (content: Uint8Array | string, mime: string, name: string): Response =>
  new Response(content as BodyInit, {
    headers: {
      'content-type': mime,
      'content-disposition': savedAs(name),
    },
  });

export const noEdition = (): Response =>
  problemResponse({
    code: 'no-edition',
    message: 'There is no such edition.',
    action: 'Go back to the Standard place.',
  });

/**
 * The bytes of a request, or null when they are more than may be taken: what a request says of its length is looked at
 * first, and what comes is counted.
 */
async function bytesWithin(request: Request, mostBytes: number): Promise<Uint8Array | null> {
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) return null;
  const parts: Uint8Array[] = [];
  let length = 0;
  for await (const part of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    length += part.length;
    if (length > mostBytes) return null;
    parts.push(part);
  }
  return parts.length === 1 ? parts[0] : Buffer.concat(parts);
}

/** The bytes of a small file, or the answer that it is larger than what is asked for. */
export async function takeUpload(
  request: Request,
  mostBytes: number,
  message: string,
  action: string,
): Promise<Uint8Array | Response> {
  const bytes = await bytesWithin(request, mostBytes);
  return bytes ?? problemResponse({ code: 'too-large', message, action });
}

/** The number in a route's path, or null. */
export function idOf(text: string): number | null {
  return /^\d{1,15}$/.test(text) ? Number(text) : null;
}

export const noSender = (): Response =>
  problemResponse({
    code: 'no-sender',
    message: 'There is no such sender.',
    action: 'Go back to the Senders place.',
  });

export const notFound = (): Response =>
  problemResponse({
    code: 'no-drawing',
    message: 'There is no such drawing.',
    action: 'Go back to the list.',
  });

/** Requests by a name that this server does not answer to are refused, those that only read too. */
export function otherHost(request: Request): Response | null {
  const host = request.headers.get('host');
  return isAllowedHost(host) ? null : problemResponse(hostProblem(host), 403);
}

/**
 * Requests that change something must come from a page of this application: the browser names the origin, and it
 * must be the host that was asked. Browsers that name no origin still say whether another site asks.
 */
export function foreign(request: Request): Response | null {
  const site = request.headers.get('sec-fetch-site');
  if (site === 'cross-site' || site === 'same-site') return forbidden();
  const origin = request.headers.get('origin');
  if (origin === null) return null;
  // “null” and anything else that is no address come from no page of ours.
  const host = URL.canParse(origin) ? new URL(origin).host : null;
  return host !== null && host === request.headers.get('host') ? null : forbidden();
}

const forbidden = (): Response =>
  problemResponse(
    {
      code: 'foreign',
      message: 'This request comes from another site.',
      action: 'Open Zinc Warden itself and try again.',
    },
    403,
  );

/** A file of the server as an answer. */
export const fileResponse = (path: string, headers: Readonly<Record<string, string>>): Response =>
  new Response(Readable.toWeb(createReadStream(path)) as ReadableStream, {
    headers: { 'content-length': String(statSync(path).size), ...headers },
  });

/** The header by which a browser saves an answer as a file; old browsers read only plain letters. */
export const savedAs = (name: string): string =>
  `attachment; filename="${name.replace(/[^\x20-\x7e]|["\\]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`;
