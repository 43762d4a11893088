import { execFileSync, spawnSync } from 'node:child_process';
import { join } from 'node:path';

/** Debian's Python, where Debian's packages are; another one on the path would not see them. */
const PYTHON = '/usr/bin/python3';

const OUTSIDE = join(process.cwd(), 'tests', 'outside');

/** Runs a script of this folder and gives back what it printed, read as JSON. */
export const python = <T>(script: string, ...args: string[]): T => pythonIn(OUTSIDE, script, ...args);

/** The same for a script of another folder. */
export function pythonIn<T>(folder: string, script: string, ...args: string[]): T {
  const out = execFileSync(PYTHON, [join(folder, script), ...args], {
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  return JSON.parse(out) as T;
}

/** What GDAL's reader says of a file: its exit code and the number of features it reads. */
export function gdal(file: string): { code: number; features: number; errors: string } {
  const run = spawnSync('ogrinfo', ['-ro', '-so', '-al', file], { encoding: 'utf8' });
  return {
    code: run.status ?? -1,
    features: Number(/Feature Count: (\d+)/.exec(run.stdout)?.[1] ?? -1),
    errors: run.stderr,
  };
}
