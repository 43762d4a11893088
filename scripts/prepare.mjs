// What every command needs first: the packages of the lock file. Nothing is done when they are there already.

import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join, sep } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
process.env.NEXT_TELEMETRY_DISABLED = '1';

export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (result.error) throw result.error;
  return result.status ?? 1;
}

export function must(command, args, options) {
  const status = run(command, args, options);
  if (status !== 0) {
    console.error(`\n“${command} ${args.join(' ')}” failed (exit ${status}).`);
    process.exit(status);
  }
}

/** Packages that bring files of their own or are large, and are loaded when they are wanted. */
const LEFT_OUTSIDE = [
  '@napi-rs/canvas',
  'better-sqlite3',
  'exceljs',
  'iconv-lite',
  'next',
  'opentype.js',
  'pdfkit',
  'piscina',
];

/** Messages of zod in sixty languages, of which the application speaks one. */
const oneLanguage = {
  name: 'one-language',
  setup(build) {
    build.onResolve({ filter: /locales\/index\.js$/ }, ({ importer }) =>
      importer.includes(`${sep}zod${sep}`) ? { path: 'locales', namespace: 'one-language' } : undefined,
    );
    build.onLoad({ filter: /.*/, namespace: 'one-language' }, () => ({ contents: 'export {};' }));
  },
};

const NODE = {
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  logLevel: 'warning',
};

/** Bundles one TypeScript entry for Node; both paths from the root. */
export async function bundle(entry, outfile) {
  const { build } = await import('esbuild');
  await build({
    ...NODE,
    packages: 'external',
    entryPoints: [join(root, entry)],
    outfile: join(root, outfile),
  });
}

/**
 * Bundles the command line in parts that are loaded when they are wanted, small packages and all: opening a hundred
 * little files takes longer than auditing a drawing.
 */
export async function bundleCommands(entry, name) {
  const { build } = await import('esbuild');
  // Parts have the hash of their content in their names: those of the build before would stay.
  rmSync(join(root, 'build', name), { recursive: true, force: true });
  await build({
    ...NODE,
    splitting: true,
    minify: true,
    plugins: [oneLanguage],
    external: LEFT_OUTSIDE,
    entryPoints: [{ in: join(root, entry), out: name }],
    outdir: join(root, 'build'),
    outExtension: { '.js': '.mjs' },
    chunkNames: `${name}/[name]-[hash]`,
    // Packages in the older form of modules ask for this.
    banner: {
      js: "import { createRequire as createRequireOf } from 'node:module'; const require = createRequireOf(import.meta.url);",
    },
  });
}

export function installPackages() {
  const mark = join(root, 'node_modules', '.zinc-lock');
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  console.log(
    'Installing packages (better-sqlite3 is compiled here; this takes a few minutes the first time) …',
  );
  // “install” rather than “ci”: it takes the pinned versions too, and does not mind a registry that lacks the
  // builds for other systems.
  must('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(mark, lock);
}

export const bin = (name) => join(root, 'node_modules', '.bin', name);
