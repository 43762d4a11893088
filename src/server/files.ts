import { createHash, randomUUID } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { type FileHandle, open } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { SNIFF_LENGTH, sniff } from '../core/dxf/sniff';
import { fail, ok, type Result } from '../core/result';
import { dataFolder, largestUpload } from './config';
import { database } from './database';
import { machineProblem } from './faults';
import { checkStored, readStored } from './stored';

/** Path of a stored file; its name is the SHA-256 of its bytes, so that it cannot be changed unnoticed. */
export const filePath = (sha: string): string => join(dataFolder(), 'files', sha.slice(0, 2), sha);

export interface StoredFile {
  readonly sha: string;
  readonly size: number;
}

const tooLarge = (): Result<never> =>
  fail(
    'too-large',
    `The file is larger than the ${Math.round(largestUpload() / 1e6)} MB that are taken in.`,
    'Remove what the drawing does not need, split it, or ask whoever runs this server to raise the limit.',
  );

/** Bytes of an upload that are gathered before they are written. */
const WRITTEN_AT_ONCE = 1 << 20;

/**
 * Streams an upload to disk. Never holds more than about a megabyte in memory; gives up at the first bytes that cannot be
 * a DXF, and when the limit is passed. Nothing is kept of what is refused.
 * @param declared the size that the sender states, or null
 */
export async function storeStream(
  stream: ReadableStream<Uint8Array>,
  declared: number | null,
): Promise<Result<StoredFile>> {
  if (declared !== null && declared > largestUpload()) {
    await stream.cancel().catch(() => undefined);
    return tooLarge();
  }
  const folder = join(dataFolder(), 'incoming');
  mkdirSync(folder, { recursive: true });
  const beside = join(folder, randomUUID());
  const hash = createHash('sha256');
  const reader = stream.getReader();
  let out = null as FileHandle | null;
  let size = 0;
  let head = new Uint8Array(0);
  let checked = false;
  const give = async (result: Result<StoredFile>): Promise<Result<StoredFile>> => {
    await reader.cancel().catch(() => undefined);
    await out?.close().catch(() => undefined);
    rmSync(beside, { force: true });
    return result;
  };
  // Pieces come in tens of kilobytes: written and hashed one by one they cost more than their bytes.
  let held: Uint8Array[] = [];
  let heldBytes = 0;
  const writeHeld = async (): Promise<void> => {
    out ??= await open(beside, 'w');
    for (const piece of held) hash.update(piece);
    // One write may take a part only.
    for (let left = heldBytes; left > 0; ) {
      const { bytesWritten } = await out.writev(held);
      left -= bytesWritten;
      held = after(held, bytesWritten);
    }
    held = [];
    heldBytes = 0;
  };
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      size += value.length;
      if (size > largestUpload()) return give(tooLarge());
      if (!checked) {
        head = head.length === 0 ? value.slice(0, SNIFF_LENGTH) : joined(head, value).slice(0, SNIFF_LENGTH);
        if (head.length >= SNIFF_LENGTH) {
          const kind = sniff(head);
          if (!kind.ok) return give(kind);
          checked = true;
        }
      }
      held.push(value);
      heldBytes += value.length;
      if (heldBytes >= WRITTEN_AT_ONCE) await writeHeld();
    }
    if (!checked) {
      const kind = sniff(head);
      if (!kind.ok) return give(kind);
    }
    await writeHeld();
    await out?.close();
  } catch (error) {
    const machine = machineProblem(error);
    return give(
      machine
        ? { ok: false, problem: machine }
        : fail(
            'upload',
            `The upload broke off (${error instanceof Error ? error.message : 'unknown reason'}).`,
            'Send the file again.',
          ),
    );
  }
  const sha = hash.digest('hex');
  const target = filePath(sha);
  mkdirSync(dirname(target), { recursive: true });
  // What is stored already stays, unless it is no longer what it was: then this good copy takes its place.
  if (existsSync(target) && (await checkStored(target)).ok) rmSync(beside);
  else renameSync(beside, target);
  return ok({ sha, size });
}

/** Whether stored content is there, and is what its name says. */
function isIntact(path: string): boolean {
  if (!existsSync(path)) return false;
  try {
    readStored(path);
    return true;
  } catch {
    return false;
  }
}

/** Stores bytes that were made here, moved into place when whole. */
export function storeBytes(bytes: Uint8Array): StoredFile {
  const sha = createHash('sha256').update(bytes).digest('hex');
  const target = filePath(sha);
  if (!isIntact(target)) {
    mkdirSync(dirname(target), { recursive: true });
    // Two workers can store the same bytes at once: each has a file of its own until it is moved into place.
    const beside = `${target}.${randomUUID()}.part`;
    writeFileSync(beside, bytes);
    renameSync(beside, target);
  }
  return { sha, size: bytes.length };
}

/** What is left of pieces once so many bytes of them are gone. */
function after(pieces: readonly Uint8Array[], bytes: number): Uint8Array[] {
  let gone = bytes;
  let first = 0;
  while (first < pieces.length && pieces[first].length <= gone) gone -= pieces[first++].length;
  const left = pieces.slice(first);
  if (gone > 0) left[0] = left[0].subarray(gone);
  return left;
}

function joined(a: Uint8Array, b: Uint8Array): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(a.length + b.length);
  whole.set(a);
  whole.set(b, a.length);
  return whole;
}

/** Whether a drawing, in any of its states, has some content. */
export const isNamed = (sha: string): boolean =>
  database()
    .prepare(
      'SELECT 1 FROM drawings WHERE original_sha = ? UNION ALL SELECT 1 FROM revisions WHERE sha = ? LIMIT 1',
    )
    .get(sha, sha) !== undefined;

/** Files of broken uploads, and content that nothing names, when another process may still be at work on them. */
const OLD_MS = 24 * 3600_000;

/**
 * Takes away what was left behind by uploads and corrections that were broken off. What a drawing names stays. As long as
 * another process works on the folder, only what is old goes: the rest may be its.
 */
export function sweepFiles(): void {
  const alone = soleProcess();
  const old = (path: string): boolean => alone || Date.now() - statSync(path).mtimeMs > OLD_MS;
  const incoming = join(dataFolder(), 'incoming');
  if (existsSync(incoming))
    for (const name of readdirSync(incoming))
      if (old(join(incoming, name))) rmSync(join(incoming, name), { force: true });
  const pictures = join(dataFolder(), 'pictures');
  if (existsSync(pictures))
    for (const name of readdirSync(pictures))
      if (name.endsWith('.part') && old(join(pictures, name))) rmSync(join(pictures, name), { force: true });
  const files = join(dataFolder(), 'files');
  if (!existsSync(files)) return;
  for (const folder of readdirSync(files))
    for (const name of readdirSync(join(files, folder))) {
      const path = join(files, folder, name);
      if (old(path) && !isNamed(name)) rmSync(path, { force: true });
    }
}

/** Notes that this process works on the data folder. True when no other one that is alive does. */
function soleProcess(): boolean {
  const folder = join(dataFolder(), 'processes');
  mkdirSync(folder, { recursive: true });
  let others = 0;
  for (const name of readdirSync(folder)) {
    const pid = Number(name);
    if (pid === process.pid) continue;
    if (isRunning(pid)) others++;
    else rmSync(join(folder, name), { force: true });
  }
  writeFileSync(join(folder, String(process.pid)), '');
  return others === 0;
}

function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    // One that was killed keeps its number until it is waited for: it does nothing any more.
    return !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    // Somebody else's process, or a system that keeps no such list.
    return code === 'EPERM' || (code === 'ENOENT' && !existsSync('/proc/self'));
  }
}

/** Takes a file away again that was stored for one task only, unless a drawing has the same content. */
export function dropUnlessNamed(sha: string): void {
  if (!isNamed(sha)) rmSync(filePath(sha), { force: true });
}
