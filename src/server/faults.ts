import type { Problem } from '../core/result';

// What can go wrong with the machine, in words that say what to do.

/** What an error says under a name. Errors of compiled modules are not always of the class that this module knows. */
const said = (error: unknown, name: 'code' | 'message'): string =>
  error !== null && typeof error === 'object' && name in error
    ? String((error as Readonly<Record<string, unknown>>)[name])
    : '';

/** Another process holds the database. */
export const isBusy = (error: unknown): boolean => /^SQLITE_(BUSY|LOCKED)/.test(said(error, 'code'));

/** Words for a fault of the machine; null for a fault of any other kind. */
export function machineProblem(error: unknown): Problem | null {
  const code = said(error, 'code');
  // Faults of worker threads come without their code.
  const words = said(error, 'message');
  if (isBusy(error))
    return {
      code: 'busy',
      message: 'Another process holds the database.',
      action: 'Try again in a moment; if it goes on, have whoever runs this server look at what holds it.',
    };
  if (code === 'ENOSPC' || code === 'SQLITE_FULL' || /ENOSPC|database or disk is full/.test(words))
    return {
      code: 'disk-full',
      message: 'The disk that holds the data folder is full.',
      action: 'Have whoever runs this server make room, then try again.',
    };
  if (/^(EROFS|EACCES|EPERM|SQLITE_READONLY\w*|SQLITE_CANTOPEN\w*)$/.test(code) || /EROFS|EACCES/.test(words))
    return {
      code: 'read-only',
      message: 'The data folder cannot be written to.',
      action: 'Have whoever runs this server look at its rights, then try again.',
    };
  if (/^(SQLITE_IOERR\w*|SQLITE_CORRUPT\w*|EIO)$/.test(code))
    return {
      code: 'disk-fault',
      message: `The data folder cannot be read or written as it should be (${code}).`,
      action: 'Have whoever runs this server look at the disk, and keep a copy of the data folder.',
    };
  return null;
}

const AGAIN_MS = 150;

/**
 * Does something with the database when no other process holds it. Each attempt gives up at once, so that the server goes on
 * answering meanwhile.
 * @throws what the work throws, and that the database is held when it still is after `patienceMs`
 */
export async function whenFree<T>(work: () => T | Promise<T>, patienceMs = 15_000): Promise<T> {
  const until = Date.now() + patienceMs;
  for (;;)
    try {
      return await work();
    } catch (error) {
      if (!isBusy(error) || Date.now() > until) throw error;
      await new Promise((done) => setTimeout(done, AGAIN_MS));
    }
}
