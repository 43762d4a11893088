import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder } from './config';

// What a plan would lead to is kept beside the stored files until somebody has looked at it: it is no state of the drawing.

/** How long a planned state can be looked at, ms. */
const KEPT_MS = 60 * 60 * 1000;

const folderOf = (drawingId: number): string => join(dataFolder(), 'planned', String(drawingId));

/** The folder for planned states of a drawing; those that nobody looks at any more go. */
export function plannedFolder(drawingId: number, now = Date.now()): string {
  const folder = folderOf(drawingId);
  mkdirSync(folder, { recursive: true });
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    if (now - statSync(path).mtimeMs > KEPT_MS) rmSync(path, { force: true });
  }
  return folder;
}

/** Where a planned state is, while it is kept. */
export function plannedPath(drawingId: number, sha: string): string | null {
  const path = join(folderOf(drawingId), sha);
  return existsSync(path) ? path : null;
}

/** Planned states of a drawing go with it. */
export const forgetPlanned = (drawingId: number): void =>
  rmSync(folderOf(drawingId), { recursive: true, force: true });
