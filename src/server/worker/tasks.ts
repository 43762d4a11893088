import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { audit } from '../../core/audit/engine';
import type { Audit, Finding } from '../../core/audit/finding';
import type { Change } from '../../core/audit/rule';
import type { Choices } from '../../core/correct/choices';
import { correctDrawing } from '../../core/correct/correct';
import { type Proposal, proposalsFor } from '../../core/correct/crosswalk';
import type { Face } from '../../core/dxf/fonts';
import { readDrawing } from '../../core/dxf/read/interpret';
import { inspect } from '../../core/inspect/inspect';
import { countUses, type Use } from '../../core/inspect/uses';
import { learnStandard } from '../../core/learn/learn';
import { buildPicture } from '../../core/picture/build';
import { packPicture } from '../../core/picture/picture';
import { ok, type Result } from '../../core/result';
import type { Standard } from '../../core/standard/standard';
import { storeBytes } from '../files';
import { letterStrokes } from '../letters';
import type { ProductName } from '../product-names';
import { type Product, product } from '../products';

/**
 * The heavy work, run in a worker thread so that the server goes on answering. Each task reads its drawing from
 * the store and gives back plain data.
 */
export interface Tasks {
  audit: {
    request: { path: string; standard: Standard };
    reply: Result<{ audit: Audit; sheets: string[]; uses: Use[] }>;
  };
  correct: {
    request: { path: string; standard: Standard; findings?: string[]; choices?: Choices };
    reply: Result<{ sha: string; size: number; changes: readonly Change[]; audit: Audit; uses: Use[] }>;
  };
  picture: {
    request: { path: string; cache: string; sheet: number; defaultWidthMm: number };
    reply: Result<{ file: string }>;
  };
  contents: {
    request: { path: string; cache: string };
    reply: Result<{ file: string }>;
  };
  uses: { request: { path: string }; reply: Result<Use[]> };
  learn: { request: { path: string; name: string }; reply: Result<Standard> };
  letter: { request: { face: Face; character: string; heightMm: number }; reply: Result<number[][]> };
  product: { request: { standard: Standard; name: ProductName }; reply: Result<Product> };
  proposals: {
    request: { path: string; standard: Standard; findings: readonly Finding[] };
    reply: Result<Record<string, Proposal[]>>;
  };
}

export type TaskName = keyof Tasks;

/** Written beside and moved into place, so that a reader never sees half of it. */
function keep(cache: string, content: Uint8Array | string): void {
  mkdirSync(dirname(cache), { recursive: true });
  const beside = `${cache}.${process.pid}.${Date.now()}.part`;
  writeFileSync(beside, content);
  renameSync(beside, cache);
}

type Handlers = {
  [N in TaskName]: (
    request: Tasks[N]['request'],
  ) => N extends 'product' ? Promise<Tasks[N]['reply']> : Tasks[N]['reply'];
};

/** The bytes of a file, not copied. */
const read = (path: string): Uint8Array => {
  const bytes = readFileSync(path);
  return new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.length);
};

export const handlers: Handlers = {
  audit({ path, standard }) {
    const drawing = readDrawing(read(path));
    if (!drawing.ok) return drawing;
    return ok({
      audit: audit(drawing.value, standard),
      sheets: drawing.value.sheets.map((sheet) => sheet.name),
      uses: countUses(drawing.value),
    });
  },

  correct({ path, standard, findings, choices }) {
    const result = correctDrawing(read(path), standard, { findings, choices });
    if (!result.ok) return result;
    const stored = storeBytes(result.value.bytes);
    const { changes, after, drawing } = result.value;
    return ok({ ...stored, changes, audit: after, uses: countUses(drawing) });
  },

  picture({ path, cache, sheet, defaultWidthMm }) {
    if (existsSync(cache)) return ok({ file: cache });
    const drawing = readDrawing(read(path));
    if (!drawing.ok) return drawing;
    const picture = buildPicture(drawing.value, drawing.value.sheets[sheet] ?? null, { defaultWidthMm });
    keep(cache, packPicture(picture));
    return ok({ file: cache });
  },

  contents({ path, cache }) {
    if (existsSync(cache)) return ok({ file: cache });
    const drawing = readDrawing(read(path));
    if (!drawing.ok) return drawing;
    keep(cache, JSON.stringify(inspect(drawing.value)));
    return ok({ file: cache });
  },

  uses({ path }) {
    const drawing = readDrawing(read(path));
    return drawing.ok ? ok(countUses(drawing.value)) : drawing;
  },

  learn({ path, name }) {
    const drawing = readDrawing(read(path));
    return drawing.ok ? ok(learnStandard(drawing.value, name)) : drawing;
  },

  letter: ({ face, character, heightMm }) => letterStrokes(face, character, heightMm),

  product: ({ standard, name }) => product(standard, name),

  proposals({ path, standard, findings }) {
    const drawing = readDrawing(read(path));
    if (!drawing.ok) return drawing;
    const proposals: Record<string, Proposal[]> = {};
    for (const finding of findings) proposals[finding.key] = proposalsFor(drawing.value, standard, finding);
    return ok(proposals);
  },
};
