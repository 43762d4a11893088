import { createHash } from 'node:crypto';
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { SheetDecision } from '../core/drawing/sheets/decisions';
import { fail, ok, type Result } from '../core/result';
import { dataFolder, mostPictureBytes } from './config';
import { type DrawingRecord, drawing, NO_DRAWING } from './drawings';
import { edition } from './editions';
import { filePath } from './files';
import { plannedPath } from './planned';
import { runTask } from './pool';
import { contentOf, sheetsAsReceived, sheetsNow, sheetsOfRevision } from './sheet-decisions';
import type { StateAsked } from './states';

// Pictures and contents are made once for a content and kept; the oldest go when there are too many.

const COMMON_DEFAULT_MM = 0.25;

/** Raised when the form of pictures or contents changes, so that kept ones are made anew. */
const FORM = 8;

const folder = (): string => join(dataFolder(), 'pictures');

const pathOf = (what: string): string =>
  join(folder(), createHash('sha256').update(`${FORM}|${what}`).digest('hex').slice(0, 32));

/** Where pictures and contents of some content are kept, if they are. */
export const keptPaths = (content: string, sheets: number, defaultWidths: readonly number[]): string[] => [
  pathOf(`${content}|contents`),
  pathOf(`${content}|units`),
  ...[COMMON_DEFAULT_MM, ...defaultWidths].flatMap((width) =>
    Array.from({ length: sheets + 1 }, (_, i) => pathOf(`${content}|${i - 1}|${width}`)),
  ),
];

interface LookedAt {
  readonly path: string;
  readonly sheets: readonly SheetDecision[];
  readonly content: string;
}

/** What of a drawing is looked at: its file, what people said of its sheets, and the name under which that is kept. */
function lookedAt({ id, originalSha, currentSha }: DrawingRecord, state: StateAsked): Result<LookedAt> {
  const of = (sha: string, sheets: readonly SheetDecision[], path = filePath(sha)): Result<LookedAt> =>
    ok({ path, sheets, content: contentOf(sha, sheets) });
  switch (state.of) {
    case 'now':
      return of(currentSha, sheetsNow(id));
    case 'received':
      return of(originalSha, sheetsAsReceived(id));
    case 'revision': {
      const revision = sheetsOfRevision(id, state.number);
      return revision
        ? of(revision.sha, revision.sheets)
        : fail('no-state', `The drawing has no state number ${state.number}.`, 'Reload the page.');
    }
    case 'plan': {
      const path = plannedPath(id, state.sha);
      return path
        ? of(state.sha, sheetsNow(id), path)
        : fail('no-plan', 'What was planned is not kept any more.', 'Open the plan again.');
    }
  }
}

/** The picture of one state of a drawing. `sheet` -1 is the model; any other number that is none of a sheet is refused. */
export async function pictureFile(
  id: number,
  sheet: number,
  state: StateAsked,
): Promise<Result<{ file: string }>> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  // How many sheets it has is known from its audit: no worker has to read it to refuse a number.
  if (record.auditId !== null && state.of === 'now' && sheet >= record.sheets.length)
    return fail('no-sheet', `The drawing has no sheet number ${sheet + 1}.`, 'Reload the page.');
  const looked = lookedAt(record, state);
  if (!looked.ok) return looked;
  const { path, sheets, content } = looked.value;
  const used = record.editionId === null ? null : edition(record.editionId);
  const defaultWidthMm = used?.standard.pens.defaultMm ?? COMMON_DEFAULT_MM;
  const cache = pathOf(`${content}|${sheet}|${defaultWidthMm}`);
  const isNew = !existsSync(cache);
  const made = await runTask('picture', { path, cache, sheet, defaultWidthMm, sheets });
  if (made.ok && isNew) makeRoom();
  return made;
}

/** What a drawing holds, as it is now or as it came: a file of JSON. */
export async function contentsFile(id: number, asReceived: boolean): Promise<Result<{ file: string }>> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  const looked = lookedAt(record, { of: asReceived ? 'received' : 'now' });
  if (!looked.ok) return looked;
  const { path, sheets, content } = looked.value;
  return runTask('contents', { path, cache: pathOf(`${content}|contents`), sheets });
}

/** What a drawing's labels say of its units, and what scaling it would do: a file of JSON. */
export async function unitsFile(id: number): Promise<Result<{ file: string }>> {
  const record = drawing(id);
  if (!record) return NO_DRAWING;
  const looked = lookedAt(record, { of: 'now' });
  if (!looked.ok) return looked;
  const { path, sheets, content } = looked.value;
  return runTask('units', { path, cache: pathOf(`${content}|units`), sheets });
}

/** Takes away what was looked at longest ago until the rest fits. Whatever goes is made anew when it is wanted. */
export function makeRoom(most = mostPictureBytes()): void {
  const files = readdirSync(folder())
    .filter((name) => !name.endsWith('.part'))
    .map((name) => {
      const path = join(folder(), name);
      const { size, mtimeMs } = statSync(path);
      return { path, size, mtimeMs };
    })
    .sort((a, b) => b.mtimeMs - a.mtimeMs);
  let sum = 0;
  for (const [i, { path, size }] of files.entries()) {
    sum += size;
    // The newest stays whatever its size: somebody is about to look at it.
    if (i > 0 && sum > most) rmSync(path, { force: true });
  }
}
