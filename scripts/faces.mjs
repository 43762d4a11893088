import { readFileSync } from 'node:fs';

// The faces that lettering on drawings is shown with, and the files that hold them.
export const FACE_FILES = {
  sans: { family: 'barlow', weight: 400, subsets: ['latin', 'latin-ext', 'vietnamese'] },
  'sans-bold': { family: 'barlow', weight: 600, subsets: ['latin', 'latin-ext', 'vietnamese'] },
  serif: {
    family: 'source-serif-4',
    weight: 400,
    subsets: ['latin', 'latin-ext', 'vietnamese', 'greek', 'cyrillic'],
  },
  mono: { family: 'spline-sans-mono', weight: 400, subsets: ['latin', 'latin-ext'] },
};

/** File names under public/fonts, by face. */
export const faceFiles = (face) =>
  FACE_FILES[face].subsets.map((subset) => {
    const { family, weight } = FACE_FILES[face];
    return { family, file: `${family}-${subset}-${weight}-normal.woff2`, subset };
  });

const read = (path) => JSON.parse(readFileSync(new URL(path, import.meta.url), 'utf8'));

/**
 * Files of the faces for scripts that the drawing faces have no letters of: name, path below node_modules, and the ranges of
 * letters that each is loaded for. Each is one variable face in parts; all are under the OFL.
 */
export const scriptFiles = () =>
  read('../src/core/lettering/script-faces.json').flatMap(({ name, subset }) => {
    const folder = `@fontsource-variable/${name}`;
    return Object.entries(read(`../node_modules/${folder}/unicode.json`))
      .filter(([part]) => (subset === null ? /^\[\d+\]$/.test(part) : part === subset))
      .map(([part, ranges]) => {
        const file = `${name}-${part.replace(/[[\]]/g, '')}-wght-normal.woff2`;
        return { file, path: `${folder}/files/${file}`, ranges };
      });
  });
