import { readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import packageJson from '../../package.json';
import { fail, ok, type Problem, type Result } from '../core/result';
import { parseStandard, type Standard } from '../core/standard/standard';

/** Exit codes: the drawings comply; something must be settled; a file could not be read or the call was wrong. */
export const COMPLIES = 0;
export const HELD = 1;
export const FAILED = 2;

/** Larger files would not fit the memory of a usual workstation beside their index. */
const MOST_BYTES = 1_500_000_000;

export interface Streams {
  out(text: string): void;
  err(text: string): void;
}

/** Ends a command with a problem that a person can act on. */
export class Stop extends Error {
  constructor(
    readonly problem: Problem,
    readonly file: string,
  ) {
    super(problem.message);
  }
}

/** The form that a file's ending asks for, in small letters. */
export function endingOf<F extends string>(file: string, forms: readonly F[], says: string): F {
  const ending = /\.(\w+)$/.exec(file)?.[1].toLowerCase();
  const form = forms.find((one) => one === ending);
  if (form) return form;
  throw new Stop(
    {
      code: 'bad-argument',
      message: `“${file}” ends in none of the forms ${says}.`,
      action: `Let it end in ${forms.map((one) => `.${one}`).join(' or ')}.`,
    },
    '--out',
  );
}

export const identity = (standard: Standard) => ({
  tool: 'zinc-warden',
  version: packageJson.version,
  standard: { name: standard.name, edition: standard.edition },
});

export function must<T>(result: Result<T>, file: string): T {
  if (result.ok) return result.value;
  throw new Stop(result.problem, file);
}

export function readBytes(file: string): Uint8Array {
  return must(
    attempt(() => {
      const { size } = statSync(file);
      if (size > MOST_BYTES)
        return fail(
          'too-large',
          `The file has ${Math.round(size / 1e6)} MB.`,
          'Split the drawing, or remove what it does not need.',
        );
      const bytes = readFileSync(file);
      return ok(new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.length));
    }),
    file,
  );
}

export const readText = (file: string): string => new TextDecoder().decode(readBytes(file));
export const readStandard = (file: string): Standard => must(parseStandard(readText(file)), file);

/** Written beside and moved into place: a stop half-way leaves no half-written file. */
export function writeWhole(file: string, content: string | Uint8Array): void {
  must(
    attempt(() => {
      const beside = `${file}.${process.pid}.part`;
      writeFileSync(beside, content);
      renameSync(beside, file);
      return ok(null);
    }),
    file,
  );
}

function attempt<T>(work: () => Result<T>): Result<T> {
  try {
    return work();
  } catch (error) {
    const reason = error instanceof Error && 'code' in error ? String(error.code) : String(error);
    const words: Readonly<Record<string, string>> = {
      ENOENT: 'There is no such file or folder.',
      EACCES: 'There is no permission for this file.',
      EISDIR: 'This is a folder, not a file.',
    };
    return fail(
      'file',
      words[reason] ?? `The file cannot be used (${reason}).`,
      'Check the name and try again.',
    );
  }
}
