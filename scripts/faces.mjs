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
