import { createHash, randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { createWriteStream, existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { SNIFF_LENGTH, sniff } from '../core/dxf/sniff';
import { fail, ok, type Result } from '../core/result';
import { dataFolder, largestUpload } from './config';

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

/**
 * Streams an upload to disk. Never holds more than one piece in memory; gives up at the first bytes that cannot be
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
  const out = createWriteStream(beside);
  const hash = createHash('sha256');
  const reader = stream.getReader();
  let size = 0;
  let head = new Uint8Array(0);
  let checked = false;
  const give = async (result: Result<StoredFile>): Promise<Result<StoredFile>> => {
    await reader.cancel().catch(() => undefined);
    out.destroy();
    rmSync(beside, { force: true });
    return result;
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
      hash.update(value);
      if (!out.write(value)) await once(out, 'drain');
    }
    if (!checked) {
      const kind = sniff(head);
      if (!kind.ok) return give(kind);
    }
    out.end();
    await once(out, 'finish');
  } catch (error) {
    return give(
      fail(
        'upload',
        `The upload broke off (${error instanceof Error ? error.message : 'unknown reason'}).`,
        'Send the file again.',
      ),
    );
  }
  const sha = hash.digest('hex');
  const target = filePath(sha);
  mkdirSync(dirname(target), { recursive: true });
  if (existsSync(target)) rmSync(beside);
  else renameSync(beside, target);
  return ok({ sha, size });
}

/** Stores bytes that were made here, moved into place when whole. */
export function storeBytes(bytes: Uint8Array): StoredFile {
  const sha = createHash('sha256').update(bytes).digest('hex');
  const target = filePath(sha);
  if (!existsSync(target)) {
    mkdirSync(dirname(target), { recursive: true });
    const beside = `${target}.${process.pid}.part`;
    writeFileSync(beside, bytes);
    renameSync(beside, target);
  }
  return { sha, size: bytes.length };
}

function joined(a: Uint8Array, b: Uint8Array): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(a.length + b.length);
  whole.set(a);
  whole.set(b, a.length);
  return whole;
}
