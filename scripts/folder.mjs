// Whether a data folder can be worked with, for people.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Room that a start needs at the least, for what the database writes before anything is taken in. */
const ROOM_BYTES = 4_000_000;

const WORDS = {
  ENOSPC: 'The disk that holds it is full: make room',
  EROFS: 'It lies on a disk that cannot be written to: choose another',
  EACCES: 'This user may not write to it: change its rights, or choose another',
  EPERM: 'This user may not write to it: change its rights, or choose another',
  ENOTDIR: 'Something on its path is no folder: choose another',
};

/** What to say when a data folder cannot be written to; null when it can. */
export function folderTrouble(folder) {
  const probe = join(folder, `probe-${process.pid}`);
  try {
    mkdirSync(folder, { recursive: true });
    writeFileSync(probe, Buffer.alloc(ROOM_BYTES));
    return null;
  } catch (error) {
    return `The data folder ${folder} cannot be used (${error.code ?? error.message}). ${WORDS[error.code] ?? 'Look at the disk, or choose another'} with ZINC_WARDEN_DATA.`;
  } finally {
    try {
      rmSync(probe, { force: true });
    } catch {
      // It was never written.
    }
  }
}
