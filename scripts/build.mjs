// Builds the application: the server's worker, the command line, the shipped lettering, then the pages.

import { createHash } from 'node:crypto';
import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { FACE_FILES, faceFiles, scriptFiles } from './faces.mjs';
import { bin, bundle, bundleCommands, installPackages, must, root } from './prepare.mjs';

installPackages();

/** Hash of everything the build reads; an unchanged tree is not built twice. */
function treeHash() {
  const hash = createHash('sha256');
  const walk = (path) => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) walk(join(path, name));
    else hash.update(path.slice(root.length)).update(readFileSync(path));
  };
  for (const part of [
    'app',
    'src',
    'public',
    'package-lock.json',
    'next.config.mjs',
    'proxy.ts',
    'instrumentation.ts',
    'postcss.config.mjs',
    'scripts/build.mjs',
    'scripts/faces.mjs',
    'scripts/prepare.mjs',
  ])
    if (existsSync(join(root, part))) walk(join(root, part));
  return hash.digest('hex');
}

const fonts = join(root, 'public', 'fonts');
mkdirSync(fonts, { recursive: true });
for (const face of Object.keys(FACE_FILES))
  for (const { family, file } of faceFiles(face))
    copyFileSync(join(root, 'node_modules', '@fontsource', family, 'files', file), join(fonts, file));

// Faces for other scripts: many small files, of which a page loads those that it needs letters of.
const scripts = scriptFiles();
for (const { file, path } of scripts) copyFileSync(join(root, 'node_modules', path), join(fonts, file));
writeFileSync(
  join(fonts, 'scripts.json'),
  JSON.stringify(scripts.map(({ file, ranges }) => ({ file, ranges }))),
);
writeFileSync(
  join(fonts, 'scripts.css'),
  scripts
    .map(
      ({ file, ranges }) =>
        `@font-face{font-family:ZincScripts;font-weight:100 900;font-display:swap;src:url(/fonts/${file}) format("woff2");unicode-range:${ranges}}`,
    )
    .join('\n'),
);

const mark = join(root, 'build', 'built');
const hash = treeHash();
if (existsSync(mark) && readFileSync(mark, 'utf8') === hash && existsSync(join(root, '.next', 'BUILD_ID'))) {
  console.log('Built already.');
} else {
  await bundle('src/server/worker/entry.ts', 'build/worker.mjs');
  await bundleCommands('src/cli/main.ts', 'warden');
  chmodSync(join(root, 'build/warden.mjs'), 0o755);
  must(bin('next'), ['build']);
  writeFileSync(mark, hash);
}
