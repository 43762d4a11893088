import type { Problem } from '@/core/result';

export type Answer<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problem: Problem; readonly status: number; readonly body: unknown };

const OFFLINE: Problem = {
  code: 'offline',
  message: 'The server does not answer.',
  action: 'Check that Zinc Warden is running, then try again.',
};

/** Calls a route of this application; what goes wrong comes back as a problem, never as an exception. */
export async function call<T>(
  path: string,
  options: { method?: 'GET' | 'POST' | 'PUT' | 'DELETE'; body?: unknown } = {},
  read: (response: Response) => Promise<unknown> = (response) => response.json(),
): Promise<Answer<T>> {
  try {
    const response = await fetch(path, {
      method: options.method ?? (options.body === undefined ? 'GET' : 'POST'),
      ...(options.body === undefined
        ? {}
        : { body: JSON.stringify(options.body), headers: { 'content-type': 'application/json' } }),
    });
    const body: unknown = await (response.ok ? read(response) : response.json()).catch(() => null);
    if (response.ok) return { ok: true, value: body as T };
    const problem = (body as { problem?: Problem } | null)?.problem ?? {
      code: 'server',
      message: `The server could not do this (${response.status}).`,
      action: 'Try again; if it happens again, tell whoever runs this server.',
    };
    return { ok: false, problem, status: response.status, body };
  } catch {
    return { ok: false, problem: OFFLINE, status: 0, body: null };
  }
}

/** Calls a route that answers in lines of JSON objects: all of them as one, read a line at a time so that the page can move. */
export const callForLines = <T>(path: string): Promise<Answer<Readonly<Record<string, T>>>> =>
  call(path, {}, async (response) => {
    const all: Record<string, T> = {};
    for (const line of (await response.text()).split('\n')) {
      Object.assign(all, JSON.parse(line));
      await new Promise((done) => setTimeout(done, 0));
    }
    return all;
  });
