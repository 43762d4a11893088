import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, readFileSync, renameSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { fail, ok, type Problem, type Result } from '../core/result';
import { dataFolder } from './config';

// A stored file's name is the hash of its bytes. What is read is held against it: a file that was altered, or cut by a
// failing disk, is set aside and said, never worked with as if it were what came in.

/** A stored file that is not there, or is not what its name says. */
export class StoredFault extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message);
  }
}

const missing = (): Problem => ({
  code: 'file-missing',
  message: 'The stored file of this drawing is missing from the data folder.',
  action: 'Put it back from a backup, or take the same drawing in again: its content then is stored anew.',
});

const altered = (): Problem => ({
  code: 'file-altered',
  message: 'The stored file of this drawing was altered since it was stored. It was set aside and not used.',
  action: 'Take the same drawing in again: the good copy takes its place.',
});

/** Moves a file that is not what its name says out of the way; it is kept for whoever wants to know what happened. */
function setAside(path: string): void {
  const folder = join(dataFolder(), 'set-aside');
  mkdirSync(folder, { recursive: true });
  renameSync(path, join(folder, `${basename(path)}-${Date.now()}`));
}

/**
 * The bytes of a stored file, for workers.
 * @throws StoredFault when it is missing or altered
 */
export function readStored(path: string): Uint8Array {
  if (!existsSync(path)) throw new StoredFault(missing());
  const bytes = readFileSync(path);
  if (createHash('sha256').update(bytes).digest('hex') !== basename(path)) {
    setAside(path);
    throw new StoredFault(altered());
  }
  return new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.length);
}

/** Files that were looked at, with their size and time then: what has not been written since is not hashed again. */
const seen = new Map<string, string>();
const MOST_SEEN = 5000;

/** Whether a stored file is what its name says, looked at piece by piece; one that is not is set aside. */
export async function checkStored(path: string): Promise<Result<null>> {
  const stat = existsSync(path) ? statSync(path) : null;
  if (!stat) return { ok: false, problem: missing() };
  const state = `${stat.size} ${stat.mtimeMs} ${stat.ino}`;
  if (seen.get(path) === state) return ok(null);
  const hash = createHash('sha256');
  try {
    for await (const piece of createReadStream(path)) hash.update(piece as Buffer);
  } catch (error) {
    return fail(
      'file-unreadable',
      `The stored file of this drawing cannot be read (${error instanceof Error ? error.message : 'unknown reason'}).`,
      'Have whoever runs this server look at the disk.',
    );
  }
  if (hash.digest('hex') !== basename(path)) {
    setAside(path);
    return { ok: false, problem: altered() };
  }
  if (seen.size >= MOST_SEEN) seen.clear();
  seen.set(path, state);
  return ok(null);
}
